using System.Globalization;
using OatPath.Store;

namespace OatPath.Cli;

/// <summary>Writes a backup while the program runs, and puts one back while it does not.</summary>
public static class BackupCommands
{
    /// <summary>Said by whoever restores where nothing is known: no link was closed since the backup.</summary>
    private const string LinksStay = "--links-stay";

    public static int Write(IReadOnlyList<string> words, TextWriter output, TextWriter error) => Maintenance.Run(error, () =>
        {
            var arguments = Arguments.Parse(words, "--data", "--to");
            var (data, to) = (arguments.Needed("--data"), arguments.Needed("--to"));
            if (Directory.Exists(to))
            {
                throw new BadInputException($"--to: {to} is a folder; name a file in it, such as {Path.Combine(to, "oatpath.zip")}");
            }

            var manifest = Backup.Write(data, Path.GetFullPath(to), DateTimeOffset.UtcNow);
            output.WriteLine(
                $"{to}: {manifest.Clients} clients, {manifest.Facts} facts, {manifest.Publications} publications; read back and whole. It "
                    + $"holds health data: keep it where only you can read it."
            );
            return ExitCode.Ok;
        });

    public static int Restore(IReadOnlyList<string> words, TextWriter output, TextWriter error) => Maintenance.Run(error, () =>
        {
            var linksStay = words.Contains(LinksStay);
            var arguments = Arguments.Parse([.. words.Where(word => word != LinksStay)], "--from", "--data");
            var restored = Backup.Restore(arguments.Needed("--from"), arguments.Needed("--data"), DateTimeOffset.UtcNow, linksStay);
            var manifest = restored.Manifest;
            output.WriteLine(
                $"Restored as of {manifest.MadeAt.ToString("yyyy-MM-dd HH:mm", CultureInfo.InvariantCulture)} UTC: {manifest.Clients} "
                    + $"clients, {manifest.Facts} facts."
            );
            if (restored.Former is not null)
            {
                output.WriteLine($"What was here before is in {restored.Former}; remove it when you no longer need it.");
            }

            output.WriteLine(
                restored.ErasedAgain > 0 ? $"{restored.ErasedAgain} clients were erased after that backup, and are erased here again."
                : restored.Former is null ? "Clients who were erased after that backup are in it again: erase them again."
                : "Nobody was erased since."
            );
            if (restored.PicturesLacking > 0)
            {
                output.WriteLine(
                    $"{restored.PicturesLacking} pictures are named in it whose files are neither in it nor here: daily backups are "
                        + "without them. Copy the folder pictures of the former machine into the data folder."
                );
            }

            Say(restored.Doors, linksStay, output);
            return ExitCode.Ok;
        });

    private static void Say(DoorsClosed doors, bool linksStay, TextWriter output)
    {
        output.WriteLine("Everybody is signed out and signs in again.");
        if (doors.Known)
        {
            output.WriteLine(
                $"What was closed after that backup stays closed; passwords, rights and second factors are those of now. {doors.Phones} "
                    + $"phones were shut out again."
            );
            output.WriteLine($"{doors.Since} entries were written after that backup and are not in it.");
        }
        else
        {
            output.WriteLine(
                linksStay
                    ? "Links and phones are as they were in that backup, as you asked: shut out again by hand whoever was shut out since."
                    : $"What was closed after that backup is not known here, so every link and calendar is closed. Where none was closed "
                        + $"since, restore again with {LinksStay}."
            );
            output.WriteLine(
                $"Passwords, rights and second factors are those of the backup: {Named(doors.People)}. Whoever left since must be shut "
                    + $"out again, and a password that was changed since changed again."
            );
        }

        if (doors.Clients.Count > 0)
        {
            output.WriteLine($"These clients need a new link: {Named(doors.Clients)}.");
        }

        if (doors.Gone.Count > 0)
        {
            output.WriteLine($"Added after that backup, and to be added again: {Named(doors.Gone)}.");
        }
    }

    private static string Named(IReadOnlyList<string> names) => names.Count == 0 ? "nobody" : string.Join(", ", names);
}
