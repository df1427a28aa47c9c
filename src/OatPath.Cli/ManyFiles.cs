using System.Text.Json;
using OatPath.Core.Formats;

namespace OatPath.Cli;

/// <summary>Runs a command over many files at once: one JSON line each, in their order, whatever is wrong with the others.</summary>
internal static class ManyFiles
{
    /// <param name="work">What is said of a file, and its exit code.</param>
    /// <returns>Bad input before breaches before none.</returns>
    public static int Run(IReadOnlyList<string> files, TextWriter output, Func<string, (object Said, int Exit)> work)
    {
        var exit = ExitCode.Ok;
        foreach (var (line, code) in files.AsParallel().AsOrdered().Select(file => Line(file, work)))
        {
            output.WriteLine(line);
            exit =
                exit == ExitCode.BadInput || code == ExitCode.Ok ? exit
                : code == ExitCode.BadInput || exit == ExitCode.Ok ? code
                : exit;
        }

        return exit;
    }

    private static (string Line, int Exit) Line(string file, Func<string, (object Said, int Exit)> work)
    {
        try
        {
            var (said, exit) = work(file);
            return (JsonSerializer.Serialize(said, CaseJson.Compact), exit);
        }
        catch (BadInputException problem)
        {
            return (
                JsonSerializer.Serialize(new { file, problems = problem.Message.Split(Environment.NewLine) }, CaseJson.Compact),
                ExitCode.BadInput
            );
        }
    }
}
