namespace OatPath.Web.Doors;

/// <summary>A cookie by which a phone is known again below one path, and nowhere else.</summary>
public sealed record DoorCookie(string Name, string Path)
{
    private static readonly TimeSpan Longest = TimeSpan.FromDays(400);

    /// <summary>What a phone brings along, as far as it can be a cookie of ours.</summary>
    public string? Of(HttpContext http) =>
        http.Request.Cookies.TryGetValue(Name, out var cookie) && cookie.Length is > 20 and < 100 ? cookie : null;

    public void Remember(HttpContext http, string cookie, ServeOptions options) =>
        http.Response.Cookies.Append(
            Name,
            cookie,
            new CookieOptions
            {
                HttpOnly = true,
                SameSite = SameSiteMode.Lax,
                Secure = options.Trusted || http.Request.IsHttps,
                Path = Path,
                MaxAge = Longest,
                IsEssential = true,
            }
        );
}
