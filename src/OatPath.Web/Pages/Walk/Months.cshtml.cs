using Microsoft.AspNetCore.Mvc;
using OatPath.Core.LookBack;
using OatPath.Web.Drawing;
using OatPath.Web.Records;
using OatPath.Web.Wording;

namespace OatPath.Web.Pages.Walk;

/// <summary>What one skin said over months: on one axis, in counts, before and after each change.</summary>
public sealed class MonthsModel(RecordRoom room) : WalkPage(room)
{
    /// <summary>Months that may be looked at at once.</summary>
    public static readonly IReadOnlyList<int> Spans = [3, 6, 12, 24];

    public override string Station => "Look back";

    /// <summary>How many months are shown; the shortest span that holds everything, where nobody chose.</summary>
    [BindProperty(SupportsGet = true)]
    public int? Span { get; set; }

    public SkinHistory History { get; private set; } = null!;

    public HistoryWords Say { get; private set; } = null!;

    /// <summary>Null where nothing was used or reported yet.</summary>
    public MonthsDrawing? Drawing { get; private set; }

    public int Shown { get; private set; }

    public void OnGet()
    {
        ViewData["Title"] = $"Months, {Record.Client.Name}";
        History = Record.Derived("skin history", () => SkinHistory.Of(Record.Followed, Record.PublishedRules));
        Say = new(Record.NameOf, Record.ClientPath().Ladders);
        if (History.Begins is not { } begins)
        {
            return;
        }

        Shown =
            Span is { } wanted && Spans.Contains(wanted)
                ? wanted
                : Spans.FirstOrDefault(months => History.Today.AddMonths(-months) <= begins, Spans[^1]);
        var from = History.Today.AddMonths(-Shown);
        Drawing = new(History, from < History.First ? History.First : from, HistoryWords.Of);
    }
}
