using OatPath.Core.House;
using OatPath.Core.Shelf;

namespace OatPath.Core.Path;

/// <summary>The facts of a case known at its <see cref="CaseFile.AsOf"/>, sorted for the walk.</summary>
internal sealed class KnownFacts
{
    public KnownFacts(CaseFile file)
    {
        File = file;
        Zone = CareDay.FindZone(file.Zone) ?? throw new ArgumentException($"Unknown time zone {file.Zone}.", nameof(file));
        Today = CareDay.Of(file.AsOf, Zone);
        bool Known(DateTimeOffset? recorded) => recorded is null || recorded <= file.AsOf;

        var takenBack = file.Log.OfType<Retracted>().Where(entry => Known(entry.RecordedAt)).Select(entry => entry.Entry).ToHashSet();
        Log = [.. file.Log.Where(entry => Known(entry.RecordedAt) && entry.HappenedAt <= file.AsOf.AddMinutes(10) && entry is not Retracted && !takenBack.Contains(entry.Id))
            .OrderBy(entry => entry.HappenedAt).ThenBy(entry => entry.Id, StringComparer.Ordinal)];
        Decisions = [.. file.Decisions.Where(decision => Known(decision.RecordedAt))
            .OrderBy(decision => decision.On).ThenBy(decision => decision.RecordedAt ?? DateTimeOffset.MinValue).ThenBy(decision => decision.Id, StringComparer.Ordinal)];
        AppliedBy = Log.OfType<Applied>().GroupBy(entry => entry.Product).ToDictionary(group => group.Key, group => group.Select(entry => entry.Day).ToHashSet());
        Reports = [.. Log.OfType<CheckedIn>()];
        var active = file.Shelf.Where(item => item.Product.IsActive()).Select(item => item.Product.Id).ToHashSet();
        IrritantDays = [.. Log.OfType<Applied>().Where(entry => active.Contains(entry.Product)).Select(entry => entry.Day)];
    }

    public CaseFile File { get; }
    public TimeZoneInfo Zone { get; }
    public DateOnly Today { get; }
    public IReadOnlyList<LogEntry> Log { get; }
    public IReadOnlyList<Decision> Decisions { get; }
    public IReadOnlyList<CheckedIn> Reports { get; }

    /// <summary>Days on which an active was applied.</summary>
    public SortedSet<DateOnly> IrritantDays { get; }

    private Dictionary<string, HashSet<DateOnly>> AppliedBy { get; }

    public bool WasApplied(string product, DateOnly day) => AppliedBy.TryGetValue(product, out var days) && days.Contains(day);

    public DateOnly DayOf(DateTimeOffset instant) => CareDay.Of(instant, Zone);

    public DateOnly EarliestDay()
    {
        var first = Today;
        foreach (var decision in Decisions)
        {
            first = decision.On < first ? decision.On : first;
        }

        foreach (var entry in Log)
        {
            var day = DayOf(entry.HappenedAt);
            first = day < first ? day : first;
        }

        return first;
    }
}
