using OatPath.Core.Case;
using OatPath.Core.CheckIn;
using OatPath.Core.Labels;
using OatPath.Core.Shelf;

namespace OatPath.Core.Audit;

/// <content>What was reported, judged by the auditor's own reading.</content>
internal sealed partial class AuditFacts
{
    /// <summary>Red from a report's day until the day of the first clearing after it, both included.</summary>
    public IReadOnlyList<(DateOnly From, DateOnly Until, bool Medical)> RedSpans =>
        redSpans ??= [
            .. Reports
                .Where(IsRed)
                .Select(report =>
                    (
                        DayOf(report.HappenedAt),
                        Decisions
                            .OfType<ClearRed>()
                            .Where(decision => decision.At > report.HappenedAt)
                            .OrderBy(decision => decision.At)
                            .FirstOrDefault()
                            is { } clear
                            ? DayOf(clear.At)
                            : DateOnly.MaxValue,
                        IsMedical(report)
                    )
                ),
        ];

    private List<(DateOnly From, DateOnly Until, bool Medical)>? redSpans;

    public bool IsRed(CheckedIn entry)
    {
        var report = entry.Report;
        if (
            report.Sting >= 7
            || report.Pain >= 8
            || report.Signs.Any(sign => sign is not (Sign.OutsideCourse or Sign.Picked))
            || AlsoUsed.Read(report.AlsoUsed).Any(AuditAtHome.IsNever)
            || (report.Redness >= 3 && report.RednessPast24h)
        )
        {
            return true;
        }

        return report.Sting >= 5
            && (report.StingSeconds > 3600 || (report.StingSeconds is null && !WithinFirstHour(entry)) || NeighbourStrong(entry));
    }

    public static bool IsMedical(CheckedIn entry) =>
        entry.Report.Pain >= 8
        || entry.Report.Signs.Any(sign =>
            sign
                is not (
                    Sign.MoisturiserStings
                    or Sign.Raw
                    or Sign.Shiny
                    or Sign.DryCracks
                    or Sign.DarkOrPalePatch
                    or Sign.Bleeding
                    or Sign.OutsideCourse
                    or Sign.Picked
                    or Sign.NeverAtHome
                    or Sign.StingsAfterPeel
                )
        );

    /// <summary>Days on which a report asks for repair: the day it was given, and the next one when it was about that same day.</summary>
    public IReadOnlySet<DateOnly> RepairDays =>
        repairDays ??= [
            .. Strong
                .Concat(Reports.Where(WasPicked))
                .SelectMany(entry =>
                    DayOf(entry.HappenedAt) is var given && given == entry.Day ? new[] { given, given.AddDays(1) } : [given]
                ),
        ];

    private HashSet<DateOnly>? repairDays;

    /// <summary>Reports that ease off or worse.</summary>
    public IReadOnlyList<CheckedIn> Strong => strong ??= [.. Reports.Where(entry => IsRed(entry) || IsAmber(entry))];

    private List<CheckedIn>? strong;

    public bool IsAmber(CheckedIn entry)
    {
        var report = entry.Report;
        var course = Treatments.Any(treatment =>
            AuditCare.Course(treatment) is > 0 and var days && entry.Day >= treatment.On && entry.Day <= treatment.On.AddDays(days)
        );
        var needled = Uses.Exists(use =>
            Products[use.Product] is { Kind: ProductKind.NeedleRoller, NeedleMm: null or > 0.3m }
            && use.Day <= entry.Day
            && entry.Day <= use.Day.AddDays(2)
        );
        var pink = report.Redness <= 2 && (needled || Treatments.Any(treatment => AuditCare.Pink(treatment, entry.Day)));
        course |= Uses.Exists(use =>
            Products[use.Product].Kind == ProductKind.WashOffPeel
            && use.Day <= entry.Day
            && entry.Day <= use.Day.AddDays(AuditAtHome.WasWeak(this, Products[use.Product], use.Day) ? 7 : 10)
        );
        var lasted =
            report.StingSeconds > 3600
            || (
                report.StingSeconds is null
                && !WithinFirstHour(entry)
                && Uses.Exists(use => use.Day == entry.Day && use.HappenedAt <= entry.HappenedAt)
            );
        return report.Sting >= 5
            || report.Redness >= 3
            || report.Signs.Contains(Sign.OutsideCourse)
            || (report.Redness >= 1 && report.RednessPast24h && !pink)
            || (report.Sting >= 1 && lasted)
            || ((report.TightOrDry || report.Flaking) && !course);
    }

    private bool WithinFirstHour(CheckedIn entry)
    {
        var last = Uses.Where(use => use.Day == entry.Day && use.HappenedAt <= entry.HappenedAt)
            .Select(use => (DateTimeOffset?)use.HappenedAt)
            .Max();
        return last is { } at && entry.HappenedAt - at < TimeSpan.FromHours(1);
    }

    private bool NeighbourStrong(CheckedIn entry)
    {
        var days = Uses.Select(use => use.Day)
            .Concat(Reports.Where(told => AlsoUsed.Read(told.Report.AlsoUsed).Count > 0).Select(told => told.Day))
            .Distinct()
            .Order()
            .ToList();
        DateOnly? before = days.Where(day => day < entry.Day).Select(day => (DateOnly?)day).Max();
        DateOnly? after = days.Where(day => day > entry.Day).Select(day => (DateOnly?)day).Min();
        return Reports.Exists(other =>
            other.Report.Sting >= 5 && other.HappenedAt <= entry.HappenedAt && other != entry && (other.Day == before || other.Day == after)
        );
    }
}
