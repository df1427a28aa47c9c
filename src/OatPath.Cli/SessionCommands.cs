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
    });

    /// <summary>Prints the state after each event, one JSON object a line; of several logs, one array of states a line.</summary>
    public static int Play(IReadOnlyList<string> words, TextWriter output, TextWriter errors) => Try(errors, () =>
    {
        var arguments = Arguments.Parse(words, "--events", "--logs");
        var script = Arguments.Read<SessionScript>(arguments.File ?? throw new BadInputException("SCRIPT.json: name the script"), SessionScript.FormatName);
        if (arguments.Text("--logs") is { } many)
        {
            foreach (var log in Arguments.Read<List<List<SessionEvent>>>(many, null))
            {
                output.WriteLine(JsonSerializer.Serialize(States(script, log), CaseJson.Compact));
            }

            return;
        }

        var events = Arguments.Read<List<SessionEvent>>(arguments.Text("--events") ?? throw new BadInputException("--events: name the file of events"), null);
        foreach (var state in States(script, events))
        {
            output.WriteLine(JsonSerializer.Serialize(state, CaseJson.Compact));
        }
    });

    /// <summary>The state after each moment at which something happened.</summary>
    private static List<SessionState> States(SessionScript script, List<SessionEvent> events) =>
        [.. events.Select(happened => happened.AtMilliseconds).Distinct().Order().Select(now => SessionPlayer.Play(script, events, now))];

    private static int Try(TextWriter errors, Action work)
    {
        try
        {
            work();
            return ExitCode.Ok;
        }
        catch (BadInputException problem)
        {
            errors.WriteLine(problem.Message);
            return ExitCode.BadInput;
        }
    }
}
