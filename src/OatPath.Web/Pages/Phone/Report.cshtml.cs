using Microsoft.AspNetCore.Mvc;
using OatPath.Core.CheckIn;
using OatPath.Core.House;
using OatPath.Core.Path;
using OatPath.Store;
using OatPath.Web.Phone;
using OatPath.Web.Records;

namespace OatPath.Web.Pages.Phone;

/// <summary>"How did it go": asks, and answers at once.</summary>
public sealed class ReportModel(PhoneDoor door, RecordRoom room, Links links, TimeProvider clock) : PhonePage(door, room, links, clock)
{
    private const int StillStings = -1;

    public List<Problem> Problems { get; } = [];

    public string Key { get; private set; } = "";

    public DateOnly About { get; private set; }

    public SkinReport Given { get; private set; } = new();

    public bool WasSent { get; private set; }

    public static IReadOnlyList<(int Seconds, string Word)> Lengths { get; } =
        [(45, "under a minute"), (600, "a few minutes"), (2400, "up to an hour"), (7200, "longer than an hour"), (StillStings, "it still stings")];

    public void OnGet()
    {
        Key = Guid.NewGuid().ToString("n");
        About = Days[0];
    }

    public IActionResult OnPost(string key, DateOnly? about, int? sting, int? length, int? redness, bool past24, bool tight, bool flaking, bool itch, bool spots, bool sun, int? pain, Sign[]? signs, string? also)
    {
        Key = Guid.TryParseExact(key, "n", out _) ? key : Guid.NewGuid().ToString("n");
        About = about is { } day && Days.Contains(day) ? day : Days[0];
        WasSent = true;
        if (about is null || about != About)
        {
            Problems.Add(new("Which day", "choose one of the days shown"));
        }

        if (sting is null or < 0 or > 10)
        {
            Problems.Add(new("Sting", "choose a number from 0 to 10"));
        }

        if (sting > 0 && !Lengths.Any(known => known.Seconds == length))
        {
            Problems.Add(new("How long it stung", "choose one"));
        }

        if (redness is null or < 0 or > 4)
        {
            Problems.Add(new("Redness", "choose a number from 0 to 4"));
        }

        Given = new SkinReport
        {
            Sting = sting ?? 0,
            StingSeconds = sting is null or 0 ? 0 : length == StillStings ? null : length ?? 0,
            Redness = redness ?? 0,
            RednessPast24h = past24,
            TightOrDry = tight,
            Flaking = flaking,
            Itch = itch,
            NewSpots = spots,
            StrongSun = sun,
            Pain = pain,
            Signs = [.. (signs ?? []).Where(Enum.IsDefined).Distinct()],
            AlsoUsed = (also ?? "").Trim(),
        };
        Problems.AddRange(SkinReportCheck.Check(Given));
        if (Problems.Count > 0)
        {
            return Page();
        }

        var entry = new CheckedIn { Id = Key, HappenedAt = Now, RecordedAt = Now, By = "client", Day = About, Report = Given };
        Room.Append(Device.ClientId, null, Room.Make(Device.ClientId, "log", (LogEntry)entry, "client", Key));
        return Redirect($"/my/answer/{Key}");
    }

    /// <summary>Days a report may be about: in the morning last night comes first.</summary>
    public IReadOnlyList<DateOnly> Days => View.Moment == Moment.Morning
        ? [View.Day.AddDays(-1), View.Day, View.Day.AddDays(-2)]
        : [View.Day, View.Day.AddDays(-1), View.Day.AddDays(-2)];

    public string DayWord(DateOnly day) => (View.Day.DayNumber - day.DayNumber) switch
    {
        0 => View.Moment == Moment.Morning ? "this morning" : "today",
        1 => View.Moment == Moment.Morning ? "last night" : "yesterday",
        _ => Words.Day(day),
    };
}
