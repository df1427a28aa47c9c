using OatPath.Core.Formats;
using OatPath.Core.Simulation;

namespace OatPath.Cli;

/// <summary>Runs made-up clients through weeks of raising an active under three policies, and prints what came of it.</summary>
public static class SimulateCommand
{
    public static int Run(IReadOnlyList<string> words, TextWriter output, TextWriter errors)
    {
        try
        {
            var arguments = Arguments.Parse(
                words,
                "--clients",
                "--weeks",
                "--seed",
                "--tenderness",
                "--unevenness",
                "--adherence",
                "--reporting",
                "--studio",
                "--studios",
                "--labels",
                "--rules"
            );
            var usual = new TrialSettings();
            var settings = usual with
            {
                Clients = arguments.Number("--clients", usual.Clients, 1, 100_000),
                Weeks = arguments.Number("--weeks", usual.Weeks, 1, 52),
                Seed = arguments.Number("--seed", usual.Seed, 0, int.MaxValue),
                Tenderness = arguments.Share("--tenderness", usual.Tenderness, 0.25, 4),
                Unevenness = arguments.Share("--unevenness", usual.Unevenness, 0.25, 4),
                Adherence = arguments.Share("--adherence", usual.Adherence, 0.3, 1),
                Reporting = arguments.Share("--reporting", usual.Reporting, 0, 1),
            };
            output.Write(
                arguments.Text("--studio") is null && arguments.Text("--studios") is null && arguments.Text("--labels") is null
                    ? CaseJson.Write(Trial.Run(settings, arguments.Rules()))
                    : CaseJson.Write(StudioTrial.Run(Studios(arguments, settings), arguments.Rules()))
            );
            return ExitCode.Ok;
        }
        catch (BadInputException problem)
        {
            errors.WriteLine(problem.Message);
            return ExitCode.BadInput;
        }
    }

    private static StudioTrialSettings Studios(Arguments arguments, TrialSettings each)
    {
        if (arguments.Text("--clients") is not null)
        {
            throw new BadInputException("--clients: with studios write --studio N, the clients of each");
        }

        var usual = new StudioTrialSettings();
        return usual with
        {
            Clients = arguments.Number("--studio", usual.Clients, 1, 10_000),
            Studios = arguments.Number("--studios", usual.Studios, 1, 1_000),
            LabelsAreRight = arguments.Text("--labels") switch
            {
                null or "wrong" => false,
                "right" => true,
                var other => throw new BadInputException($"--labels: right or wrong, not '{other}'"),
            },
            Each = each,
        };
    }
}
