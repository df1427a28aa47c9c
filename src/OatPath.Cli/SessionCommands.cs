using System.Text.Json;
using OatPath.Core.Formats;
using OatPath.Core.House;
using OatPath.Core.Scripting;
using OatPath.Core.Session;

namespace OatPath.Cli;

/// <summary>Prints the script of a planned session, and plays one against what happened.</summary>
public static class SessionCommands
{
    public static int Compile(IReadOnlyList<string> words, TextWriter output, TextWriter errors) => Try(errors, () =>
        {
            var arguments = Arguments.Parse(words, "--product", "--on", "--rules");
            var file = arguments.Case();
            var product = arguments.Text("--product") ?? throw new BadInputException("--product: name the kit or device by its id");
            var on = arguments.Date("--on") ?? CareDay.Of(file.AsOf, CareDay.FindZone(file.Zone)!);
            var (script, reasons) = SessionCompiler.Compile(file, arguments.Rules(), product, on);
            if (script is null)
            {
                throw new BadInputException(string.Join(Environment.NewLine, reasons.Select(Words.Say)));
            }

            output.Write(CaseJson.Write(script));
            return ExitCode.Ok;
        });

    /// <summary>Prints the state after each event, one JSON object a line; of several logs, one array of states a line.</summary>
    public static int Play(IReadOnlyList<string> words, TextWriter output, TextWriter errors) => Try(errors, () =>
        {
            var arguments = Arguments.ParseMany(words, "--events", "--logs");
            var script = Arguments.Session(arguments.File ?? throw new BadInputException("SCRIPT.json: name the script"));
            if (arguments.Text("--logs") is { } many)
            {
                foreach (var (log, i) in Arguments.Read<List<List<SessionEvent>>>(many).Select((log, i) => (log, i)))
                {
                    Checked($"{many}: [{i}].", log);
                    output.WriteLine(JsonSerializer.Serialize(States(script, log), CaseJson.Compact));
                }

                return ExitCode.Ok;
            }

            if (arguments.Files.Count > 1)
            {
                return arguments.Text("--events") is not null
                    ? throw new BadInputException("--events: goes with one script; name the files of events after it, or one with --events")
                    : ManyFiles.Run([.. arguments.Files.Skip(1)], output, file =>
                        (new { file, states = States(script, Events(file)) }, ExitCode.Ok)
                    );
            }

            var events = Events(arguments.Text("--events") ?? throw new BadInputException("--events: name the file of events"));
            foreach (var state in States(script, events))
            {
                output.WriteLine(JsonSerializer.Serialize(state, CaseJson.Compact));
            }

            return ExitCode.Ok;
        });

    private static List<SessionEvent> Events(string file) => Checked($"{file}: ", Arguments.Read<List<SessionEvent>>(file));

    private static List<SessionEvent> Checked(string where, List<SessionEvent> events)
    {
        var hole = events.FindIndex(happened => happened is null);
        var problems =
            hole >= 0 ? [new Problem($"events[{hole}]", "is empty; write an event or leave it out")] : SessionEventCheck.Check(events);
        return problems.Count == 0
            ? events
            : throw new BadInputException(string.Join(Environment.NewLine, problems.Select(problem => $"{where}{problem}")));
    }

    /// <summary>The state after each moment at which something happened.</summary>
    private static List<SessionState> States(SessionScript script, List<SessionEvent> events) =>
        [.. events.Select(happened => happened.AtMilliseconds).Distinct().Order().Select(now => SessionPlayer.Play(script, events, now))];

    private static int Try(TextWriter errors, Func<int> work)
    {
        try
        {
            return work();
        }
        catch (BadInputException problem)
        {
            errors.WriteLine(problem.Message);
            return ExitCode.BadInput;
        }
    }
}
