using System.Diagnostics;
using OatPath.Store;

namespace OatPath.Web.Records;

/// <summary>
/// The digest as of now, for reading: rows that are not of now are derived on the spot where they are few, and said to be coming where they
/// are many. Reading writes nothing.
/// </summary>
public sealed class DigestView(ClientDigests digests, DigestTable table)
{
    /// <summary>As many rows as are derived while somebody waits for the page.</summary>
    private const int MostDerived = 40;

    /// <summary>
    /// As long as somebody waits for those of an earlier day; what is not derived by then is said to be coming. What was told is always
    /// here at once.
    /// </summary>
    private static readonly TimeSpan LongestWait = TimeSpan.FromMilliseconds(600);

    /// <summary>So many names stand behind an entry of the next days.</summary>
    private const int Names = 12;

    private const int MostAhead = 80;

    private IReadOnlyList<DigestRow>? fresh;

    /// <summary>How many rows are still of an earlier state, while they are being brought up to date.</summary>
    public int Coming { get; private set; }

    /// <summary>The most urgent first.</summary>
    public IReadOnlyList<DigestRow> Urgent(int most) =>
        [
            .. With(table.Urgent(most + Fresh.Count), row => row.Urgency is not null)
                .OrderBy(row => row.Urgency)
                .ThenByDescending(row => row.Since)
                .ThenBy(row => row.Name, StringComparer.OrdinalIgnoreCase)
                .Take(most),
        ];

    public int CountUrgent => Count(table.CountUrgent(), row => row.Urgency is not null);

    public IReadOnlyList<DigestRow> Waiting(int most) =>
        [
            .. With(table.Waiting(most + Fresh.Count), row => row.Waiting != 0)
                .OrderBy(row => row.Name, StringComparer.OrdinalIgnoreCase)
                .Take(most),
        ];

    public int CountWaiting => Count(table.CountWaiting(), row => row.Waiting != 0);

    public IReadOnlyList<VisitToday> Visits =>
        [
            .. With(table.Visiting(), row => row.Visit is not null)
                .Select(row => row.Visit!)
                .OrderBy(visit => visit.At ?? TimeOnly.MaxValue)
                .ThenBy(visit => visit.Client, StringComparer.OrdinalIgnoreCase),
        ];

    public IReadOnlyList<StoredAhead> Ahead(DateOnly today)
    {
        var kept = table.Ahead(today, MostAhead, Names, [.. Fresh.Select(row => row.ClientId)]);
        return Fresh.Count == 0
            ? kept
            :
            [
                .. kept.Concat(
                        Fresh.SelectMany(row =>
                            row.Ahead.Select(entry => (entry.On, entry.What))
                                .Distinct()
                                .Select(entry => new StoredAhead(entry.On, entry.What, 1, [(row.ClientId, row.Name)]))
                        )
                    )
                    .GroupBy(entry => (entry.On, entry.What))
                    .Select(group => new StoredAhead(
                        group.Key.On,
                        group.Key.What,
                        group.Sum(entry => entry.Count),
                        [.. group.SelectMany(entry => entry.Who).OrderBy(who => who.Name, StringComparer.OrdinalIgnoreCase).Take(Names)]
                    ))
                    .OrderBy(entry => entry.On)
                    .ThenBy(entry => entry.What, StringComparer.Ordinal)
                    .Take(MostAhead),
            ];
    }

    /// <summary>Whom a rule held back in the last week, the most often first, and how many they are.</summary>
    public (IReadOnlyList<StoredHeld> Rows, int Found) Held(string rule, int most)
    {
        var ids = Fresh.Select(row => row.ClientId).ToHashSet();
        var kept = table.Held(rule, most + Fresh.Count);
        var fresh = Fresh.SelectMany(row => row.Held).Where(held => held.Rule == rule).ToList();
        return (
            [
                .. kept.Where(held => !ids.Contains(held.ClientId))
                    .Concat(fresh)
                    .OrderByDescending(held => held.Times)
                    .ThenBy(held => held.Name, StringComparer.OrdinalIgnoreCase)
                    .Take(most),
            ],
            Math.Max(fresh.Count, table.CountHeld(rule) - kept.Count(held => ids.Contains(held.ClientId)) + fresh.Count)
        );
    }

    /// <param name="parts">Words to find, in lower case; none finds everybody.</param>
    public (IReadOnlyList<DigestRow> Rows, int Found) Search(IReadOnlyList<string> parts, int most)
    {
        bool IsFound(DigestRow row) => parts.All(part => row.Found.Contains(part, StringComparison.Ordinal));
        bool IsNamed(DigestRow row) => parts.All(part => row.Name.Contains(part, StringComparison.OrdinalIgnoreCase));
        return (
            [
                .. With(table.Search(parts, most + Fresh.Count), IsFound)
                    .OrderByDescending(IsNamed)
                    .ThenBy(row => row.Name, StringComparer.OrdinalIgnoreCase)
                    .Take(most),
            ],
            Count(table.CountFound(parts), IsFound)
        );
    }

    private IReadOnlyList<DigestRow> Fresh
    {
        get
        {
            if (fresh is null)
            {
                var now = digests.Now();
                var (told, old) = (table.Told(MostDerived), table.Outdated(now, MostDerived + 1));
                var (few, many) = (old.Count <= MostDerived, old.Count > MostDerived ? table.CountOutdated(now) : old.Count);
                fresh = Derived(told, few ? [.. old.Except(told)] : []);
                Coming = Math.Max(0, many - derived);
            }

            return fresh;
        }
    }

    private int derived;

    /// <summary>
    /// The rows of those about whom something was told, always; and of the others, the most urgent first, as many as can be derived while
    /// somebody waits.
    /// </summary>
    private List<DigestRow> Derived(IReadOnlyList<string> told, IReadOnlyList<string> others)
    {
        var (rows, since) = (new List<DigestRow>(), Stopwatch.GetTimestamp());
        foreach (var id in told.Concat(others.TakeWhile(_ => Stopwatch.GetElapsedTime(since) < LongestWait)))
        {
            derived++;
            if (digests.Derive(id) is { } row)
            {
                rows.Add(row);
            }
        }

        return rows;
    }

    private IEnumerable<DigestRow> With(IReadOnlyList<StoredDigest> kept, Func<DigestRow, bool> counts)
    {
        var ids = Fresh.Select(row => row.ClientId).ToHashSet();
        return kept.Where(row => !ids.Contains(row.ClientId)).Select(DigestRow.FromStored).Concat(Fresh.Where(counts));
    }

    private int Count(int kept, Func<DigestRow, bool> counts) =>
        kept + Fresh.Count(counts) - Fresh.Count(row => table.Find(row.ClientId) is { } stored && counts(DigestRow.FromStored(stored)));
}
