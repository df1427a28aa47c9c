using OatPath.Store;

namespace OatPath.Cli;

/// <summary>Brings a studio's data forward to this program, with a backup before and a look after; else it stays as it was.</summary>
public static class UpgradeCommand
{
    public static int Run(IReadOnlyList<string> words, TextWriter output, TextWriter error) => Maintenance.Run(error, () =>
        {
            var arguments = Arguments.Parse(words, "--data");
            if (arguments.File is { } other)
            {
                throw new BadInputException($"{other}: use oat upgrade --data DIR");
            }

            using var folder = Maintenance.Take(arguments);

            var done = Upgrade.Run(folder, DateTimeOffset.UtcNow);
            if (done.Backup is null)
            {
                output.WriteLine($"The data is of version {done.To}, as this program is. There is nothing to do.");
                return ExitCode.Ok;
            }

            output.WriteLine($"The backup of before is {done.Backup}.");
            if (done.Stands)
            {
                output.WriteLine($"The data is brought from version {done.From} to {done.To} and looked over: all is well.");
                return ExitCode.Ok;
            }

            foreach (var what in done.Against)
            {
                error.WriteLine(what);
            }

            error.WriteLine($"{StoreException.What(StoreFault.PutBack)} {StoreException.RemedyOf(StoreFault.PutBack)}");
            return ExitCode.Breaches;
        });
}
