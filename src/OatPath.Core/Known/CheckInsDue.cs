using OatPath.Core.Care;
using OatPath.Core.Case;
using OatPath.Core.CheckIn;
using OatPath.Core.House;
using OatPath.Core.Shelf;

namespace OatPath.Core.Known;

/// <summary>
/// When the client is asked how the skin is: after treatments by their template, after peels at home by the course of a light peel, and
/// after the first use of a higher rung.
/// </summary>
/// <remarks>Source: trade convention for treatments and peels; the first use of a rung: house default.</remarks>
internal static class CheckInsDue
{
    /// <summary>Days after it that an unanswered one is still asked for.</summary>
    /// <remarks>House default.</remarks>
    public const int OpenDays = 7;

    private const int KeptDays = 60;
    private static readonly int[] AfterPeel = [1, 3, 7];
    private static readonly int[] AfterNeedles = [1, 4];

    public static IReadOnlyList<CheckInDue> Of(KnownFacts facts) =>
        Of(facts, Treatments(facts).Concat(Peels(facts)).Concat(Needles(facts)).Concat(Rungs(facts)));

    private static List<CheckInDue> Of(
        KnownFacts facts,
        IEnumerable<(CheckInOf Of, string Source, string Title, DateOnly On, int[] Days)> all
    )
    {
        var due = new List<CheckInDue>();
        foreach (var (of, source, title, on, days) in all)
        {
            foreach (var (day, i) in days.Order().Select((day, i) => (day, i)))
            {
                var asked = on.AddDays(day);
                var next = i + 1 < days.Length ? on.AddDays(days[i + 1]) : asked.AddDays(OpenDays);
                var until = next.AddDays(-1) < asked.AddDays(OpenDays) ? next.AddDays(-1) : asked.AddDays(OpenDays);
                var answered = Array.Exists(facts.Reports, report =>
                    report.Asked is null && facts.DayOf(report.HappenedAt) is var told && told >= asked && told <= until
                );
                var state =
                    answered ? CheckInState.Answered
                    : facts.Today < asked ? CheckInState.Ahead
                    : facts.Today == asked ? CheckInState.Due
                    : facts.Today <= until ? CheckInState.Overdue
                    : CheckInState.Lapsed;
                due.Add(new(of, source, title, on, day, asked, until, state));
            }
        }

        return
        [
            .. due.Where(one => one.Due >= facts.Today.AddDays(-KeptDays))
                .OrderBy(one => one.Due)
                .ThenBy(one => one.Of)
                .ThenBy(one => one.Source, StringComparer.Ordinal),
        ];
    }

    private static IEnumerable<(CheckInOf, string, string, DateOnly, int[])> Treatments(KnownFacts facts) =>
        Sittings
            .Of(facts.File.Treatments.Where(treatment => treatment.On <= facts.Today))
            .Select(sitting => (CheckInOf.Treatment, sitting.Id, sitting.Title, sitting.On, sitting.CheckIns.ToArray()));

    private static IEnumerable<(CheckInOf, string, string, DateOnly, int[])> Peels(KnownFacts facts) =>
        facts
            .HomePeels.Where(peel => peel.Day <= facts.Today)
            .Select(peel => (CheckInOf.HomePeel, peel.Product, facts.NameOf(peel.Product), peel.Day, AfterPeel));

    /// <summary>After every use of needles that work on the skin itself; of fine ones after the first.</summary>
    private static IEnumerable<(CheckInOf, string, string, DateOnly, int[])> Needles(KnownFacts facts)
    {
        foreach (var roller in facts.File.Shelf.Select(item => item.Product).Where(product => product.IsNeedle()))
        {
            var uses = facts
                .Log.OfType<Applied>()
                .Where(use => use.Product == roller.Id && use.Day <= facts.Today)
                .Select(use => use.Day)
                .Distinct()
                .Order();
            foreach (var day in NeedleTimes.AreFine(roller) ? uses.Take(1) : uses)
            {
                yield return (CheckInOf.HomeNeedles, roller.Id, facts.NameOf(roller.Id), day, AfterNeedles);
            }
        }
    }

    private static IEnumerable<(CheckInOf, string, string, DateOnly, int[])> Rungs(KnownFacts facts)
    {
        foreach (var step in facts.Decisions.OfType<StepUp>().Where(step => step.On <= facts.Today))
        {
            if (
                facts
                    .Log.OfType<Applied>()
                    .Where(use => use.Product == step.Product && use.Day >= step.On && use.Day <= facts.Today)
                    .Select(use => (DateOnly?)use.Day)
                    .Min()
                    is { } first
                && facts.File.Shelf.Any(item => item.Product.Id == step.Product && !item.Product.IsKit())
            )
            {
                yield return (CheckInOf.Rung, step.Product, facts.NameOf(step.Product), first, [1]);
            }
        }
    }
}
