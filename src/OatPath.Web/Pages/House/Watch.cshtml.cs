using System.Diagnostics;
using System.Globalization;
using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc.RazorPages;
using OatPath.Core.Calibration;
using OatPath.Core.House;
using OatPath.Core.Plan;
using OatPath.Store;
using OatPath.Web.Records;
using OatPath.Web.Upkeep;
using OatPath.Web.Watch;

namespace OatPath.Web.Pages.House;

/// <summary>One thing about the program, in words.</summary>
/// <param name="Asks">Whether it asks for a look.</param>
/// <param name="More">The page that says more, and its name; null where there is none.</param>
public sealed record Watched(string Id, string Title, string Words, bool Asks = false, (string Page, string Name)? More = null);

/// <summary>How the program is, in words: the same that machines read at the watch port.</summary>
[Authorize(Policy = People.Roles.KeepsHouse)]
public sealed class WatchModel(
    StateReader reader,
    Figures figures,
    ChancesKept chances,
    BackupState backups,
    ProgramSettings settings,
    Studio studio,
    ServeOptions options,
    TimeProvider clock
) : PageModel
{
    /// <summary>Longer than this nobody should wait for a row of the Desk.</summary>
    private static readonly TimeSpan LongLag = TimeSpan.FromMinutes(1);

    /// <summary>From here on a page feels slow.</summary>
    private const double SlowSeconds = 0.5;

    public IReadOnlyList<Watched> Things { get; private set; } = [];

    public IReadOnlyList<PageTimes> Pages { get; private set; } = [];

    public int? Port => options.WatchPort;

    public void OnGet()
    {
        var state = reader.Read();
        Pages = PageTimes.Of(figures);
        Things =
        [
            new("program", "Program", Program()),
            new(
                "disk",
                "Disk",
                $"{Size(state.DiskFree)} free beside the data, which takes {Size(state.DatabaseBytes)}.",
                state.DiskFree < Doctor.LowSpace
            ),
            Backup(state),
            new("digest", "Desk", Digest(state), state.DigestLag > LongLag),
            Messages(state),
            new("saves", "Saving", Saves()),
            Chances(),
        ];
    }

    /// <summary>"14 ms", "2.3 s".</summary>
    public static string Took(double seconds) =>
        seconds < 0.001 ? "under 1 ms"
        : seconds < 1 ? string.Create(CultureInfo.InvariantCulture, $"{seconds * 1000:0} ms")
        : string.Create(CultureInfo.InvariantCulture, $"{seconds:0.0} s");

    public static bool IsSlow(PageTimes page) => page.AverageSeconds > SlowSeconds;

    private string Program()
    {
        using var process = Process.GetCurrentProcess();
        var since = TimeZoneInfo.ConvertTime(
            (DateTimeOffset)process.StartTime.ToUniversalTime(),
            CareDay.ZoneOf(studio.Current().Rules.Zone)
        );
        return string.Create(
            CultureInfo.InvariantCulture,
            $"Oat Path {ProgramVersion.Current}, engine {EngineVersion.Current}. Running since {since:ddd d MMMM, HH:mm} by this "
                + $"machine's clock, with {Size(process.WorkingSet64)} of memory."
        );
    }

    private Watched Backup(State state)
    {
        var today = CareDay.Of(clock.GetUtcNow(), CareDay.ZoneOf(studio.Current().Rules.Zone));
        var isWanted = settings.Current().Choices.DailyBackup;
        var words = isWanted || state.BackupAge is not null ? backups.AgeAt(today) : "The daily backup is switched off, and there is none.";
        return new(
            "backup",
            "Backup",
            $"{words} {backups.Problem}".TrimEnd(),
            backups.Problem is not null || (isWanted && (state.BackupAge is not { } age || age > Doctor.OldBackup))
        );
    }

    private static string Digest(State state) =>
        state.DigestRows == 0 ? "Every client's row is of now."
        : state.DigestLag > TimeSpan.Zero
            ? $"{Words.Count(state.DigestRows, "row")} not of now; the first has waited {Took(state.DigestLag.TotalSeconds)}."
        : $"{Words.Count(state.DigestRows, "row")} not of now; they are made anew in the background.";

    private static Watched Messages(State state)
    {
        int Of(MessageState which) => state.Messages.GetValueOrDefault(which);
        var failed = Of(MessageState.Failed);
        return new(
            "messages",
            "Messages",
            $"{Of(MessageState.Waiting)} waiting, {Of(MessageState.Delivered)} delivered, {failed} failed, "
                + $"{Of(MessageState.Withdrawn)} withdrawn.",
            failed > 0
        );
    }

    private Watched Chances()
    {
        var account = chances.Latest?.Account;
        var fits = account?.All.Fits;
        var margin = studio.Current().Rules.EstimateMarginPercent;
        return new(
            "chances",
            "Chances",
            (margin > 100 ? $"A use is taken to ask {HouseChoices.MarginWords(margin)}. " : "")
                + fits switch
                {
                    Fits.Yes when account!.IsSurelyMore =>
                        "As a whole it fits, but of some uses more strong reactions happen than the estimate says.",
                    Fits.Yes => "What the estimate says of uses fits what follows.",
                    Fits.MoreThanSaid => "More strong reactions happen than the estimate says: wait longer with steps up than it asks for.",
                    Fits.FewerThanSaid => "Fewer strong reactions happen than the estimate says.",
                    _ => "Too few clients or uses to hold the estimate to account.",
                },
            fits == Fits.MoreThanSaid || account is { IsSurelyMore: true },
            ("/scales/chances", "Chances held to account")
        );
    }

    private string Saves() =>
        figures.WriteWaits.Count == 0
            ? "Nothing was saved since the start."
            : $"{Words.Count((int)Math.Min(int.MaxValue, figures.WriteWaits.Count), "save")} since the start; on average each waited "
                + $"{Took(figures.WriteWaits.Sum / figures.WriteWaits.Count)} for the one before it.";

    private static string Size(long bytes) =>
        bytes < 1_000_000_000
            ? string.Create(CultureInfo.InvariantCulture, $"{bytes / 1e6:0.0} MB")
            : string.Create(CultureInfo.InvariantCulture, $"{bytes / 1e9:0.0} GB");
}
