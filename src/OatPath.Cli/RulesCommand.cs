using OatPath.Core.House;

namespace OatPath.Cli;

/// <summary>Prints the rule table that stands in docs/method.md.</summary>
public static class RulesCommand
{
    public static int Run(TextWriter output)
    {
        output.WriteLine("| Rule | What it says | Source |");
        output.WriteLine("|---|---|---|");
        foreach (var rule in RuleBook.All)
        {
            output.WriteLine($"| `{rule.Id}` | {rule.Title} | {rule.Source} |");
        }

        return ExitCode.Ok;
    }
}
