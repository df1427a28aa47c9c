using OatPath.Core.Case;
using OatPath.Core.House;
using OatPath.Core.Plan;
using OatPath.Core.Skin;

namespace OatPath.Web.Records;

/// <summary>A client's state in a word, and everything they can be found by.</summary>
/// <param name="Found">Lower-case words: name, products, answers at Meet, state.</param>
public sealed record ClientState(string Word, string Symbol, string Tone, string Since, string Found)
{
    public static ClientState Of(ClientRecord record)
    {
        var (word, symbol, tone) = WordOf(record);
        var found = string.Join(
            ' ',
            record
                .Draft.Shelf.Where(item => item.State == ShelfState.InUse)
                .Select(item => item.Product.Name)
                .Concat(record.Draft.Intake.Flags.Where(flag => flag.Covers(record.Today)).Select(flag => FlagEffect.Of(flag.Kind).Title))
                .Append(record.Client.Name)
                .Append(word)
        );
        return new(
            word,
            symbol,
            tone,
            record.Published is { } published ? $"published {record.Local(published.PublishedAt, "d MMM yyyy")}" : "",
            found.ToLowerInvariant()
        );
    }

    private static (string, string, string) WordOf(ClientRecord record)
    {
        if (record.Published is null)
        {
            return (record.Draft.Shelf.Count == 0 ? "new" : "not published", "husk", "");
        }

        var path = DeskRows.PathOf(record);
        var open = path.Windows.Where(window => window.From <= path.Today && (window.Until is null || window.Until >= path.Today)).ToList();
        return (path.Questions.Count > 0 ? path.Questions[0].Kind : (QuestionKind?)null) switch
        {
            QuestionKind.MedicalHelp => ("medical help", "stop", "tone-stop"),
            QuestionKind.ClearRed => ("stopped", "stop", "tone-stop"),
            _ when open.Exists(window => window.Kind == WindowKind.Care) => ("in care", "wait", "tone-blue"),
            _ when open.Exists(window => window.Kind == WindowKind.EaseOff) => ("eased off", "ease", "tone-ease"),
            _ when path.On(path.Today)!.Evening.Repair => ("in repair", "ease", "tone-ease"),
            _ when open.Exists(window => window.Kind is WindowKind.BeforeTreatment or WindowKind.PeelStops) => (
                "preparing",
                "wait",
                "tone-blue"
            ),
            QuestionKind.StepDown => ("a step down to decide", "ease", "tone-ease"),
            QuestionKind.StepUp => ("waits for your yes", "leaf", "tone-leaf"),
            _ when path.Ladders.Any(ladder => ladder.State == LadderState.PatchTest) => ("patch test", "patch", "tone-blue"),
            _ when path.Ladders.Any(ladder => ladder.State == LadderState.Climbing) => ("climbing", "grain", "tone-leaf"),
            _ when path.Ladders.Any(ladder => ladder.State == LadderState.Level) => ("at their level", "grain", "tone-leaf"),
            _ => ("everyday care", "husk", ""),
        };
    }
}
