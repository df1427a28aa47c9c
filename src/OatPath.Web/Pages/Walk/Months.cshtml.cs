using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using OatPath.Core.LookBack;
using OatPath.Core.Pictures;
using OatPath.Store;
using OatPath.Web.Drawing;
using OatPath.Web.Records;
using OatPath.Web.Wording;

namespace OatPath.Web.Pages.Walk;

/// <summary>What one skin said over months: on one axis, in counts, before and after each change.</summary>
public sealed class MonthsModel(RecordRoom room, PictureStore pictures, ProgramSettings settings, IAuthorizationService authorization)
    : WalkPage(room)
{
    /// <summary>Months that may be looked at at once.</summary>
    public static readonly IReadOnlyList<int> Spans = [3, 6, 12, 24];

    public override string Station => "Look back";

    /// <summary>How many months are shown; the shortest span that holds everything, where nobody chose.</summary>
    [BindProperty(SupportsGet = true)]
    public int? Span { get; set; }

    public SkinHistory History { get; private set; } = null!;

    public Looks Looks { get; private set; } = null!;

    public HistoryWords Say { get; private set; } = null!;

    public LookWords Seen { get; } = new(settings.Current().Choices.Pictures);

    /// <summary>Null where nothing was used or reported yet.</summary>
    public MonthsDrawing? Drawing { get; private set; }

    public int Shown { get; private set; }

    public async Task OnGetAsync()
    {
        ViewData["Title"] = $"Months, {Record.Client.Name}";
        History = Record.Derived("skin history", () => SkinHistory.Of(Record.Followed, Record.PublishedRules));
        Say = new(Record.NameOf, Record.ClientPath().Ladders);
        Looks = Record.Derived("looks", () => Looks.Of(Record.Lived)).With(await Pictured());
        if (new[] { History.Begins, Looks.Begins }.Min() is not { } begins)
        {
            return;
        }

        Shown =
            Span is { } wanted && Spans.Contains(wanted)
                ? wanted
                : Spans.FirstOrDefault(months => History.Today.AddMonths(-months) <= begins, Spans[^1]);
        var (from, first) = (History.Today.AddMonths(-Shown), begins < History.First ? begins : History.First);
        Drawing = new(History, Looks, from < first ? first : from, HistoryWords.Of);
    }

    /// <summary>Redness of the pictures from the front that may be held against the latest; nothing for who may not see pictures.</summary>
    private async Task<IReadOnlyList<PicturedLook>> Pictured()
    {
        if (await MayNotDecide(authorization))
        {
            return [];
        }

        var read = pictures.Of(Id).Where(picture => picture is { IsShown: true, View: PictureView.Front, Numbers.Count: > 0 }).ToList();
        var alike = read.Where(picture => Comparability.Of(picture.Compared, read[0].Compared).Count == 0).ToList();
        var zones = alike.SelectMany(picture => picture.Numbers).CountBy(zone => zone.Zone).Where(zone => zone.Value == alike.Count);
        var common = zones.Select(zone => zone.Key).ToHashSet();
        return common.Count == 0
            ? []
            :
            [
                .. alike.Select(picture => new PicturedLook(
                    picture.TakenOn,
                    Mean(picture.Numbers.Where(zone => common.Contains(zone.Zone)))
                )),
            ];

        static double Mean(IEnumerable<ZoneNumbers> numbers) => numbers.Average(zone => zone.Redness);
    }
}
