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
        var product = arguments.Text("--product") ?? throw new BadInputException("--product: name the kit by its id");
        var on = arguments.Date("--on") ?? CareDay.Of(file.AsOf, CareDay.FindZone(file.Zone)!);
        var (script, reasons) = PeelScript.Compile(file, arguments.Rules(), product, on);
        if (script is null)
        {
            throw new BadInputException(string.Join(Environment.NewLine, reasons.Select(Words.Say)));
        }

        output.Write(CaseJson.Write(script));
    });

    /// <summary>Prints the state after each event, one JSON object a line.</summary>
    public static int Play(IReadOnlyList<string> words, TextWriter output, TextWriter errors) => Try(errors, () =>
    {
        var arguments = Arguments.Parse(words, "--events");
        var script = Arguments.Read<SessionScript>(arguments.File ?? throw new BadInputException("SCRIPT.json: name the script"), SessionScript.FormatName);
        var events = Arguments.Read<List<SessionEvent>>(arguments.Text("--events") ?? throw new BadInputException("--events: name the file of events"), null);
        foreach (var now in events.Select(happened => happened.AtMilliseconds).Distinct().Order())
        {
            output.WriteLine(JsonSerializer.Serialize(SessionPlayer.Play(script, events, now), CaseJson.Compact));
        }
    });

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
