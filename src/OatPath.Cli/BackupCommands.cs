using System.Globalization;
using OatPath.Store;

namespace OatPath.Cli;

/// <summary>Writes a backup while the program runs, and puts one back while it does not.</summary>
public static class BackupCommands
{
    public static int Write(IReadOnlyList<string> words, TextWriter output, TextWriter error) => Maintenance.Run(error, () =>
    {
        var arguments = Arguments.Parse(words, "--data", "--to");
        var (data, to) = (arguments.Needed("--data"), arguments.Needed("--to"));
        if (Directory.Exists(to))
        {
            throw new BadInputException($"--to: {to} is a folder; name a file in it, such as {Path.Combine(to, "oatpath.zip")}");
        }

        var manifest = Backup.Write(data, Path.GetFullPath(to), DateTimeOffset.UtcNow);
        output.WriteLine($"{to}: {manifest.Clients} clients, {manifest.Facts} facts, {manifest.Publications} publications; read back and whole. It holds health data: keep it where only you can read it.");
        return ExitCode.Ok;
    });

    public static int Restore(IReadOnlyList<string> words, TextWriter output, TextWriter error) => Maintenance.Run(error, () =>
    {
        var arguments = Arguments.Parse(words, "--from", "--data");
        var (manifest, former, erasedAgain) = Backup.Restore(arguments.Needed("--from"), arguments.Needed("--data"), DateTimeOffset.UtcNow);
        output.WriteLine($"Restored as of {manifest.MadeAt.ToString("yyyy-MM-dd HH:mm", CultureInfo.InvariantCulture)} UTC: {manifest.Clients} clients, {manifest.Facts} facts.");
        if (former is not null)
        {
            output.WriteLine($"What was here before is in {former}; remove it when you no longer need it.");
        }

        output.WriteLine(erasedAgain > 0 ? $"{erasedAgain} clients were erased after that backup, and are erased here again."
            : former is null ? "Clients who were erased after that backup are in it again: erase them again." : "Nobody was erased since.");
        return ExitCode.Ok;
    });
}
