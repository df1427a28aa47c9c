using OatPath.Core.Plan;
using OatPath.Store;

namespace OatPath.Cli;

/// <summary>Says which program this is: its release, the planning engine, the newest database it reads.</summary>
public static class VersionCommand
{
    public static int Run(TextWriter output)
    {
        output.WriteLine($"Oat Path {ProgramVersion.Current}");
        output.WriteLine($"engine {EngineVersion.Current}");
        output.WriteLine($"database {Migrator.Newest}");
        return ExitCode.Ok;
    }
}
