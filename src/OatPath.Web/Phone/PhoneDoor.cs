using OatPath.Store;

namespace OatPath.Web.Phone;

/// <summary>Knows a client's device by its cookie.</summary>
public sealed class PhoneDoor(Links links, ServeOptions options)
{
    public const string CookieName = "oatpath_device";

    public Device? Who(HttpContext http) =>
        http.Request.Cookies.TryGetValue(CookieName, out var cookie) && cookie.Length is > 20 and < 100 ? links.Recognise(cookie) : null;

    public void Remember(HttpContext http, string cookie) => http.Response.Cookies.Append(CookieName, cookie, new CookieOptions
    {
        HttpOnly = true,
        SameSite = SameSiteMode.Lax,
        Secure = options.Trusted || http.Request.IsHttps,
        Path = "/my",
        MaxAge = TimeSpan.FromDays(400),
        IsEssential = true,
    });
}
