using OatPath.Store;

namespace OatPath.Web.Doors;

/// <summary>Knows the phone that answers Meet before a visit, by a cookie that opens those questions and nothing else.</summary>
public sealed class AnswerDoor(AnswerLinks links, ServeOptions options, TimeProvider clock)
{
    public const string Path = "/answers";

    private static readonly DoorCookie Cookie = new("oatpath_answers", Path);

    public static string? CookieOf(HttpContext http) => Cookie.Of(http);

    public AnsweringPhone? Who(HttpContext http) => CookieOf(http) is { } cookie ? links.Known(cookie, clock.GetUtcNow()) : null;

    /// <summary>Where the link leads.</summary>
    public string Address(string token) => $"{options.Origin}{Path}/{token}";

    public void Remember(HttpContext http, string cookie) => Cookie.Remember(http, cookie, options);
}
