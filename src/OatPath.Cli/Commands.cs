using OatPath.Core.Formats;

namespace OatPath.Cli;

/// <summary>Every command by its name.</summary>
public static class Commands
{
    /// <summary>What is said where a command met something nobody thought of; a stack trace helps nobody at a console.</summary>
    public const string LastResort = "could not be handled; nothing was written";

    public static int Run(string[] words, TextReader input, TextWriter output, TextWriter error)
    {
        try
        {
            return Dispatch(words, input, output, error);
        }
        catch (Exception fault) when (fault is not OutOfMemoryException)
        {
            error.WriteLine(
                $"{(words.Length > 0 ? words[0] : "")}: what was given {LastResort}. Keep it, and tell whoever keeps this program: "
                    + $"{fault.GetType().Name}, {fault.Message}"
            );
            return ExitCode.BadInput;
        }
    }

    private static int Dispatch(string[] words, TextReader input, TextWriter output, TextWriter error) =>
        words switch
        {
            ["plan", .. var rest] => PlanCommand.Run(rest, output, error),
            ["audit", .. var rest] => AuditCommand.Run(rest, output, error),
            ["supply", .. var rest] => SupplyCommand.Run(rest, output, error),
            ["simulate", .. var rest] => SimulateCommand.Run(rest, output, error),
            ["calendar", .. var rest] => CalendarCommand.Run(rest, output, error),
            ["session", .. var rest] => SessionCommands.Compile(rest, output, error),
            ["play", .. var rest] => SessionCommands.Play(rest, output, error),
            ["judge", .. var rest] => JudgeCommand.Run(rest, output, error),
            ["label"] => LabelCommand.Run(input, output, error),
            ["free-acid", .. var rest] => FreeAcidCommand.Run(rest, output, error),
            ["backup", .. var rest] => BackupCommands.Write(rest, output, error),
            ["restore", .. var rest] => BackupCommands.Restore(rest, output, error),
            ["doctor", .. var rest] => DoctorCommand.Run(rest, output, error),
            ["upgrade", .. var rest] => UpgradeCommand.Run(rest, output, error),
            ["version"] => VersionCommand.Run(output),
            ["people", .. var rest] => PeopleCommand.Run(rest, output, error),
            ["clock", .. var rest] => ClockCommand.Run(rest, output, error),
            ["rules"] => RulesCommand.Run(output),
            ["schema", "case"] => Print(JsonContract.OfCase(), output),
            ["schema", "path"] => Print(JsonContract.OfPath(), output),
            ["schema", "session"] => Print(JsonContract.OfSession(), output),
            ["schema", "rules"] => Print(JsonContract.OfRules(), output),
            _ => Unknown(error),
        };

    private static int Print(string text, TextWriter output)
    {
        output.Write(text);
        return ExitCode.Ok;
    }

    private static int Unknown(TextWriter error)
    {
        error.WriteLine(
            "Unknown command. Use: plan, audit, supply, simulate, judge, label, free-acid, rules, session, play, calendar, backup, "
                + "restore, upgrade, doctor, clock, people, version, schema case, schema path, schema session, schema rules. See oat help."
        );
        return ExitCode.BadInput;
    }
}
