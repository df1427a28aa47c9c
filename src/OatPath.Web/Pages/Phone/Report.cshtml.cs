using Microsoft.AspNetCore.Mvc;
using OatPath.Core.Case;
using OatPath.Core.CheckIn;
using OatPath.Core.House;
using OatPath.Core.Shelf;
using OatPath.Core.Skin;
using OatPath.Core.Wording;
using OatPath.Store;
using OatPath.Web.Doors;
using OatPath.Web.Phone;
using OatPath.Web.Records;

namespace OatPath.Web.Pages.Phone;

/// <summary>"How did it go": asks, and answers at once.</summary>
public sealed class ReportModel(PhoneDoor door, RecordRoom room, ViewLog views, TimeProvider clock) : PhonePage(door, room, views, clock)
{
    protected override bool AnswersUnkept => true;

    private const int StillStings = -1;

    public List<Problem> Problems { get; } = [];

    public string Key { get; private set; } = "";

    public DateOnly About { get; private set; }

    public SkinReport Given { get; private set; } = new();

    public bool WasSent { get; private set; }

    public static IReadOnlyList<(int Seconds, string Word)> Lengths { get; } =
    [
        (45, "under a minute"),
        (600, "a few minutes"),
        (2400, "up to an hour"),
        (7200, "longer than an hour"),
        (StillStings, "it still stings"),
    ];

    /// <param name="told">A report that is told again with more: how long it was on, how the skin looks.</param>
    public void OnGet(string? told)
    {
        Key = Guid.NewGuid().ToString("n");
        About = Days[0];
        if (told is not null && View.Path.Reports.FirstOrDefault(report => report.Id == told) is { } first)
        {
            var sent = View.Record.Followed.Log.OfType<CheckedIn>().FirstOrDefault(entry => entry.Id == told);
            About = Days.Contains(first.Day) ? first.Day : Days[0];
            Given = sent?.Report ?? new();
            WasSent = sent is not null;
            Key = sent is not null && Guid.TryParseExact(told, "n", out _) ? told : Key;
        }
    }

    public IActionResult OnPost(
        string key,
        DateOnly? about,
        int? sting,
        int? length,
        int? redness,
        bool past24,
        bool tight,
        bool flaking,
        bool itch,
        bool spots,
        bool sun,
        int? pain,
        Sign[]? signs,
        string? also,
        string? minutes,
        string[]? used,
        FaceZone[]? where,
        long? told
    )
    {
        var first = FirstTold(told);
        Key = Guid.TryParseExact(key, "n", out _) ? key : Guid.NewGuid().ToString("n");
        About = about is { } day && (Days.Contains(day) || IsLate(day, first)) ? day : Days[0];
        WasSent = true;
        if (about is null || about != About)
        {
            Problems.Add(new(Said.Of("Which day"), Said.Of("choose one of the days shown")));
        }

        if (sting is null or < 0 or > 10)
        {
            Problems.Add(new(Said.Of("Sting"), Said.Of("choose a number from 0 to 10")));
        }

        if (sting > 0 && !Lengths.Any(known => known.Seconds == length))
        {
            Problems.Add(new(Said.Of("How long it stung"), Said.Of("choose one")));
        }

        if (redness is null or < 0 or > 4)
        {
            Problems.Add(new(Said.Of("Redness"), Said.Of("choose a number from 0 to 4")));
        }

        Given = new SkinReport
        {
            Sting = sting ?? 0,
            StingSeconds =
                sting is null or 0 ? 0
                : length == StillStings ? null
                : length ?? 0,
            Redness = redness ?? 0,
            RednessPast24h = past24,
            TightOrDry = tight,
            Flaking = flaking,
            Itch = itch,
            NewSpots = spots,
            StrongSun = sun,
            Pain = pain,
            Signs = [.. (signs ?? []).Where(Enum.IsDefined).Distinct()],
            Where = [.. (where ?? []).Where(Enum.IsDefined).Distinct()],
            AlsoUsed = (also ?? "").Trim(),
            AlsoUsedMinutes = Field.Whole(minutes),
        };
        if (!string.IsNullOrWhiteSpace(minutes) && Given.AlsoUsedMinutes is null)
        {
            Problems.Add(new(Said.Of("Minutes it was on"), Said.Of("give whole minutes, such as 5, or leave it empty")));
        }

        Used = [.. (used ?? []).Intersect(Beside.Select(product => product.Id))];
        Problems.AddRange(
            SkinReportCheck
                .Check(Given)
                .Select(problem =>
                    problem with
                    {
                        Field = problem.Field switch
                        {
                            "pain" => Said.Of("Pain"),
                            "alsoUsed" => Said.Of("Anything else used"),
                            "alsoUsedMinutes" => Said.Of("Minutes it was on"),
                            var other => other,
                        },
                    }
                )
        );
        if (Problems.Count > 0)
        {
            return Page();
        }

        var (id, facts) = Facts(first);
        return KeepAndAnswer(id, Key, facts);
    }

    /// <summary>The client's own products that are no everyday matter, and so may have been used beside the plan.</summary>
    public IReadOnlyList<Product> Beside =>
        [
            .. View
                .Record.Followed.Shelf.Where(item =>
                    item.State != ShelfState.ThrownOut
                    && (item.Product.IsRaised() || item.Product.IsDevice() || item.Product.Irritancy() != Core.Skin.Degree.No)
                )
                .Select(item => item.Product),
        ];

    /// <summary>What was ticked of it.</summary>
    public IReadOnlyList<string> Used { get; private set; } = [];

    /// <summary>
    /// What a report adds to the record. The same form sent again is the same report and adds nothing; sent again with other answers it
    /// stands in the place of the first.
    /// </summary>
    private (string Id, IReadOnlyList<Fact> Facts) Facts(DateTimeOffset first)
    {
        var (id, replaces) = (Key, (string?)null);
        while (View.Record.Followed.Log.OfType<CheckedIn>().FirstOrDefault(entry => entry.Id == id) is { } sent)
        {
            if (Same(sent))
            {
                return (id, []);
            }

            replaces = id;
            id = View.Record.Followed.Log.OfType<CheckedIn>().FirstOrDefault(entry => entry.Replaces == replaces)?.Id ?? Fact.NewId();
        }

        var entry = new CheckedIn
        {
            Id = id,
            HappenedAt = first,
            RecordedAt = Now,
            By = Author.Client,
            Day = About,
            Report = Given,
            Replaces = replaces,
        };
        return (
            id,
            [
                .. Used.Where(product => !WasTicked(product)).Select(Use),
                Room.Make(Device.ClientId, FactKind.Log, (LogEntry)entry, Author.Client, id, happenedAt: first),
            ]
        );
    }

    /// <summary>A report that could not be kept at first may come after its day has left the form.</summary>
    private bool IsLate(DateOnly day, DateTimeOffset first) =>
        first < Now.AddHours(-1) && day <= View.Day && day >= CareDay.Of(first, View.Record.Zone).AddDays(-2);

    private bool Same(CheckedIn sent) =>
        sent.Day == About && CaseAssembly.Write(sent.Report) == CaseAssembly.Write(Given) && Used.All(WasTicked);

    private bool WasTicked(string product) => View.Record.Lived.OfType<Applied>().Any(use => use.Product == product && use.Day == About);

    /// <summary>What happened is always recordable: a use of that evening, at the latest just now.</summary>
    private Fact Use(string product)
    {
        var id = Fact.NewId();
        var evening = About.ToDateTime(new TimeOnly(21, 0));
        var at = new DateTimeOffset(evening, View.Record.Zone.GetUtcOffset(evening));
        at = at < Now ? at : Now.AddSeconds(-1);
        return Room.Make<LogEntry>(
            Device.ClientId,
            FactKind.Log,
            new Applied
            {
                Id = id,
                HappenedAt = at,
                RecordedAt = Now,
                By = Author.Client,
                Product = product,
                Day = About,
                Moment = Moment.Evening,
            },
            Author.Client,
            id,
            happenedAt: at
        );
    }

    /// <summary>Days a report may be about: in the morning last night comes first.</summary>
    public IReadOnlyList<DateOnly> Days =>
        View.Moment == Moment.Morning
            ? [View.Day.AddDays(-1), View.Day, View.Day.AddDays(-2)]
            : [View.Day, View.Day.AddDays(-1), View.Day.AddDays(-2)];

    public string DayWord(DateOnly day) =>
        (View.Day.DayNumber - day.DayNumber) switch
        {
            0 => View.Moment == Moment.Morning ? Said.Of("this morning") : Said.Of("today"),
            1 => View.Moment == Moment.Morning ? Said.Of("last night") : Said.Of("yesterday"),
            _ => Words.Day(day),
        };
}
