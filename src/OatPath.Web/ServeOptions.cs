using System.Globalization;

namespace OatPath.Web;

/// <summary>How the app is started.</summary>
/// <param name="Data">Folder of the database and keys; made when missing.</param>
/// <param name="Demo">Fills an empty database with the made-up studio and shows the demo clock.</param>
/// <param name="Trusted">Whether a proxy in front on this machine speaks TLS; then cookies are sent over TLS only.</param>
public sealed record ServeOptions(string Data, int Port, bool Demo, bool Trusted)
{
    public static ServeOptions? Parse(IReadOnlyList<string> args)
    {
        string? data = null;
        var port = 5080;
        var demo = false;
        var trusted = false;
        for (var i = 0; i < args.Count; i++)
        {
            switch (args[i])
            {
                case "--data" when i + 1 < args.Count:
                    data = args[++i];
                    break;
                case "--port" when i + 1 < args.Count && int.TryParse(args[i + 1], NumberStyles.None, CultureInfo.InvariantCulture, out port) && port is >= 1024 and <= 65535:
                    i++;
                    break;
                case "--demo":
                    demo = true;
                    break;
                case "--behind-tls":
                    trusted = true;
                    break;
                default:
                    return null;
            }
        }

        return data is null ? null : new(data, port, demo, trusted);
    }
}
