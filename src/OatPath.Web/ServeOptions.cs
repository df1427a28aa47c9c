using System.Globalization;
using OatPath.Core.Wording;

namespace OatPath.Web;

/// <summary>How the app is started.</summary>
/// <param name="Data">Folder of the database and keys; made when missing.</param>
/// <param name="Demo">Fills an empty database with the made-up studio and shows the demo clock.</param>
/// <param name="Trusted">Whether a proxy in front on this machine speaks TLS; then cookies are sent over TLS only.</param>
/// <param name="DemoFrom">The day a new demo begins on; null for today.</param>
/// <param name="PublicUrl">The address by which clients reach the app, without a slash at its end; null where only this machine
/// does.</param>
/// <param name="Language">The language of what clients read; null for English.</param>
/// <param name="WatchPort">Another port of this machine, for whoever watches over the program; null for none.</param>
/// <param name="LogsJson">Whether what the program writes about itself is one JSON object a line.</param>
public sealed record ServeOptions(
    string Data,
    int Port,
    bool Demo,
    bool Trusted,
    string? PublicUrl = null,
    DateOnly? DemoFrom = null,
    string? Language = null,
    int? WatchPort = null,
    bool LogsJson = false
)
{
    /// <summary>What clients read is said in it.</summary>
    public Language ClientLanguage => OatPath.Core.Wording.Language.ById(Language ?? "") ?? OatPath.Core.Wording.Language.English;

    /// <summary>What links are made of; never what a request says of itself.</summary>
    public string Origin => PublicUrl ?? $"http://127.0.0.1:{Port}";

    public static ServeOptions? Parse(IReadOnlyList<string> args)
    {
        string? data = null;
        var port = 5080;
        var demo = false;
        var trusted = false;
        string? address = null;
        DateOnly? from = null;
        string? language = null;
        int? watch = null;
        var json = false;
        for (var i = 0; i < args.Count; i++)
        {
            switch (args[i])
            {
                case "--data" when i + 1 < args.Count:
                    data = args[++i];
                    break;
                case "--port" when i + 1 < args.Count && PortOf(args[i + 1]) is { } number:
                    port = number;
                    i++;
                    break;
                case "--watch-port" when i + 1 < args.Count && PortOf(args[i + 1]) is { } number:
                    watch = number;
                    i++;
                    break;
                case "--log" when i + 1 < args.Count && args[i + 1] is "plain" or "json":
                    json = args[++i] == "json";
                    break;
                case "--demo":
                    demo = true;
                    break;
                case "--demo-from"
                    when i + 1 < args.Count
                        && DateOnly.TryParseExact(
                            args[i + 1],
                            "yyyy-MM-dd",
                            CultureInfo.InvariantCulture,
                            DateTimeStyles.None,
                            out var day
                        ):
                    from = day;
                    i++;
                    break;
                case "--public-url" when i + 1 < args.Count && Address(args[i + 1]) is { } given:
                    address = given;
                    i++;
                    break;
                case "--client-language" when i + 1 < args.Count && Core.Wording.Language.ById(args[i + 1]) is not null:
                    language = args[++i];
                    break;
                case "--behind-tls":
                    trusted = true;
                    break;
                default:
                    return null;
            }
        }

        // Behind a proxy the app cannot know its own address, and whoever asks must not tell it.
        return data is null || (trusted && address is null) || (from is not null && !demo) || watch == port
            ? null
            : new(data, port, demo, trusted, address, from, language, watch, json);
    }

    private static int? PortOf(string text) =>
        int.TryParse(text, NumberStyles.None, CultureInfo.InvariantCulture, out var port) && port is >= 1024 and <= 65535 ? port : null;

    private static string? Address(string text) =>
        Uri.TryCreate(text, UriKind.Absolute, out var address)
        && (address.Scheme == Uri.UriSchemeHttps || address.Scheme == Uri.UriSchemeHttp)
        && address.PathAndQuery == "/"
        && address.Fragment.Length == 0
        && address.UserInfo.Length == 0
            ? address.GetLeftPart(UriPartial.Authority)
            : null;
}
