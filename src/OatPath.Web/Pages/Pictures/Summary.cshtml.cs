using Microsoft.AspNetCore.Mvc;
using OatPath.Core.House;
using OatPath.Core.Known;
using OatPath.Core.LookBack;
using OatPath.Core.Pictures;
using OatPath.Core.Scores;
using OatPath.Store;
using OatPath.Web.Records;
using OatPath.Web.Wording;

namespace OatPath.Web.Pages.Pictures;

/// <summary>One sheet to print when it is time to look again: what changed, what did not, why, and what comes next.</summary>
public sealed class SummaryModel(RecordRoom room, PictureStore pictures, PictureConsents consents, ProgramSettings settings)
    : PicturePage(room, pictures, consents, "What changed")
{
    /// <summary>Where nobody asked for a day: since what is waited for began, at most half a year.</summary>
    private const int MostDays = 182;

    /// <summary>The day from which it is told, as asked for; null where nobody did.</summary>
    [BindProperty(SupportsGet = true)]
    public string? From { get; set; }

    /// <summary>Views whose pictures are left off the sheet.</summary>
    [BindProperty(SupportsGet = true)]
    public List<string> Without { get; set; } = [];

    public DateOnly Since { get; private set; }

    public SkinHistory History { get; private set; } = null!;

    public HistoryWords Say { get; private set; } = null!;

    /// <summary>By view, the first picture from that day on, or the last before, and the latest.</summary>
    public IReadOnlyList<ComparedPair> Pairs { get; private set; } = [];

    /// <summary>Views of which there is a pair, shown or left off.</summary>
    public IReadOnlyList<PictureView> Views { get; private set; } = [];

    /// <summary>What was scored since that day: a scale, and how it went.</summary>
    public IReadOnlyList<(SkinScale Scale, string Went)> Scored { get; private set; } = [];

    /// <summary>What a meter tells of these days, as far as it is a change.</summary>
    public IReadOnlyList<string> Metered { get; private set; } = [];

    /// <summary>Half-face tests that began since that day.</summary>
    public IReadOnlyList<HalfFaceResult> Halves { get; private set; } = [];

    public bool IsShown(PictureView view) => !Without.Contains(EnumName.Of(view));

    public IReadOnlyList<PlanChange> Changes { get; private set; } = [];

    public IReadOnlyList<HonestWait> Waits => Record.Waits;

    /// <summary>The next date, and the next rung that is to be decided, whichever are known.</summary>
    public DateOnly? NextVisit => Visits.Next(Record)?.Visit.On;

    public void OnGet()
    {
        History = Record.Derived("skin history", () => SkinHistory.Of(Record.Followed, Record.PublishedRules));
        Say = new(Record.NameOf, Record.ClientPath().Ladders);
        var longest = Record.Today.AddDays(-MostDays);
        var began = Record.Waits.Count > 0 ? Record.Waits.Min(wait => wait.Since) : longest;
        Since = began < longest ? longest : began;
        if (!string.IsNullOrEmpty(From))
        {
            if (Field.Day(From) is { } asked && asked < Record.Today)
            {
                Since = asked;
            }
            else
            {
                Problems.Add(new("From", "give a day before today"));
            }
        }

        Changes = [.. History.Changes.Where(change => change.On >= Since)];
        var scored = ScoredDay.Of(Record.Lived).Where(day => day.Day >= Since).ToList();
        Scored =
        [
            .. SkinScales
                .All.Select(scale => (scale, Went: ScoreWords.Between(scored, scale)))
                .Where(scale => scale.Went is not null)
                .Select(scale => (scale.scale, scale.Went!)),
        ];
        Metered = MeterWords.Between(MeteredDay.Of(Record.Lived).Where(day => day.Day >= Since));
        Halves = [.. HalfFaceResult.Of(Record.Followed.Decisions, Record.Lived).Where(result => result.Trial.On >= Since)];
        var choices = settings.Current().Choices.Pictures;
        Pairs =
        [
            .. Store
                .Of(Id)
                .Where(picture => picture.IsShown)
                .Reverse()
                .GroupBy(picture => picture.View)
                .OrderBy(view => view.Key)
                .Select(view => (First: view.FirstOrDefault(picture => picture.TakenOn >= Since), Last: view.Last()))
                .Where(pair => pair.First is not null && pair.First != pair.Last)
                .Select(pair => ComparedPair.Of(pair.First!, pair.Last, choices)),
        ];
        Views = [.. Pairs.Select(pair => pair.One.View)];
        Pairs = [.. Pairs.Where(pair => IsShown(pair.One.View))];
    }
}
