using OatPath.Core.Care;
using OatPath.Core.Case;
using OatPath.Core.CheckIn;
using OatPath.Core.House;
using OatPath.Core.Labels;
using OatPath.Core.Shelf;

namespace OatPath.Core.Known;

/// <summary>
/// What is never used at home and was: a stop by itself, and the days after it are those of a medium peel. A strong kit left on past the
/// most asks for the same days.
/// </summary>
/// <remarks>Source: trade convention; the next stronger class is looked after as that class.</remarks>
internal static class NeverAtHome
{
    private static readonly HashSet<string> Limits =
    [
        RuleBook.NeverAtHome,
        RuleBook.SalicylicLimit,
        RuleBook.AhaLimit,
        RuleBook.AhaPh,
        RuleBook.NeedleLength,
    ];

    public static bool Is(Product product) => HardLimits.Check(product).Any(verdict => Limits.Contains(verdict.Because.Rule));

    /// <summary>
    /// The log in which every such use, ticked or told, stands with its sign, and so does what was picked and told in words.
    /// </summary>
    public static IEnumerable<LogEntry> Mark(IEnumerable<LogEntry> log, IReadOnlyList<ShelfItem> shelf)
    {
        var never = Ids(shelf);
        var marked = new HashSet<(string, DateOnly)>();
        foreach (var entry in log)
        {
            if (entry is CheckedIn { Report.AlsoUsed.Length: > 0 } told)
            {
                Sign[] read =
                [
                    .. AlsoUsed.Read(told.Report.AlsoUsed).Any(Is) ? new[] { Sign.NeverAtHome } : [],
                    .. AlsoUsed.TellsOfPicking(told.Report.AlsoUsed) ? new[] { Sign.Picked } : [],
                ];
                yield return read.Length == 0
                    ? told
                    : told with
                    {
                        Report = told.Report with { Signs = [.. told.Report.Signs.Union(read)] },
                    };
                continue;
            }

            yield return entry;
            if (entry is Applied use && never.ContainsKey(use.Product) && marked.Add((use.Product, use.Day)))
            {
                yield return new CheckedIn
                {
                    Id = $"{use.Id}-never",
                    HappenedAt = use.HappenedAt,
                    RecordedAt = use.RecordedAt,
                    By = use.By,
                    Day = use.Day,
                    Report = new() { Signs = [Sign.NeverAtHome] },
                };
            }
        }
    }

    /// <summary>The days after each, as those of a medium peel of that day; it asks for nothing before.</summary>
    /// <param name="contactOf">Longest contact of a kit on a day, seconds, or null.</param>
    public static IEnumerable<Treatment> Aftermath(
        IReadOnlyList<LogEntry> log,
        IReadOnlyList<ShelfItem> shelf,
        Func<string, DateOnly, int?> contactOf
    )
    {
        var never = Ids(shelf);
        var strong = shelf
            .Where(item => KitClass.Of(item.Product) is { Strength: KitStrength.Strong })
            .ToDictionary(item => item.Product.Id, item => item.Product.Name);
        foreach (var use in log.OfType<Applied>().DistinctBy(use => (use.Product, use.Day)))
        {
            if (
                never.TryGetValue(use.Product, out var name)
                || (strong.TryGetValue(use.Product, out name) && contactOf(use.Product, use.Day) > KitLimits.Of(KitStrength.Strong))
            )
            {
                yield return Of($"home-{use.Product}-{use.Day:yyyyMMdd}", use.Day, name);
            }
        }

        foreach (
            var told in log.OfType<CheckedIn>()
                .Where(entry => entry.Report.AlsoUsed.Length > 0 && entry.Report.Signs.Contains(Sign.NeverAtHome))
                .DistinctBy(entry => entry.Day)
        )
        {
            yield return Of($"home-told-{told.Day:yyyyMMdd}", told.Day, "something that is never used at home");
        }
    }

    private static Treatment Of(string id, DateOnly on, string name) =>
        new()
        {
            Id = id,
            Kind = TreatmentKind.MediumPeel,
            On = on,
            AtHome = true,
            Template = CareTemplates.Of(TreatmentKind.MediumPeel) with { Id = "at-home", Title = $"use of {name}", Before = [] },
        };

    private static Dictionary<string, string> Ids(IReadOnlyList<ShelfItem> shelf) =>
        shelf.Where(item => Is(item.Product)).ToDictionary(item => item.Product.Id, item => item.Product.Name);
}
