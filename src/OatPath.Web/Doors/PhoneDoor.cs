using OatPath.Store;

namespace OatPath.Web.Doors;

/// <summary>Knows a client's device by its cookie.</summary>
public sealed class PhoneDoor(Links links, ServeOptions options)
{
    public const string CookieName = "oatpath_device";

    private static readonly DoorCookie Cookie = new(CookieName, "/my");

    /// <summary>
    /// Where the button of a link's page leads: below the path of the cookie, so that a phone that is in already is known.
    /// </summary>
    public const string KnockRoute = "/my/go/{token}";

    private static readonly object LookedAt = new();

    public Device? Who(HttpContext http) => Known(http, links) is { IsIn: true } known ? known.Device : null;

    /// <summary>The phone that a request comes from, also one that was shut out since, or null; looked up once for each request.</summary>
    public static (Device Device, bool IsIn)? Known(HttpContext http, Links links)
    {
        if (!http.Items.TryGetValue(LookedAt, out var known))
        {
            http.Items[LookedAt] = known = CookieOf(http) is { } cookie ? links.Known(cookie) : null;
        }

        return ((Device, bool)?)known;
    }

    /// <summary>What a phone brings along, as far as it can be a cookie of ours.</summary>
    public static string? CookieOf(HttpContext http) => Cookie.Of(http);

    /// <summary>
    /// Names the phone's leave in a page and in what the phone keeps, without giving it away: another link, another name. Null where it
    /// brings none along.
    /// </summary>
    public static string? TagOf(HttpContext http) =>
        CookieOf(http) is { } cookie
            ? Convert.ToHexStringLower(
                System.Security.Cryptography.SHA256.HashData(System.Text.Encoding.UTF8.GetBytes("phone-tag " + cookie))
            )[..24]
            : null;

    public void Remember(HttpContext http, string cookie) => Cookie.Remember(http, cookie, options);
}
