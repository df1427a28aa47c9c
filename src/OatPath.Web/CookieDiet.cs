namespace OatPath.Web;

/// <summary>
/// A browser that carries more than this site ever gave it is relieved of it, before a request grows too large to be read.
/// </summary>
public sealed class CookieDiet(RequestDelegate next)
{
    /// <summary>More than all cookies of this site together.</summary>
    private const int Most = 8_000;

    private static readonly string[] Ours = ["oatpath", "oatpath_known", "oatpath_device"];

    public Task InvokeAsync(HttpContext http)
    {
        if (http.Request.Headers.Cookie.Sum(line => line?.Length ?? 0) > Most)
        {
            foreach (var name in http.Request.Cookies.Keys.Except(Ours))
            {
                http.Response.Cookies.Delete(name);
                http.Response.Cookies.Delete(name, new CookieOptions { Path = "/my" });
            }
        }

        return next(http);
    }
}
