using OatPath.Core.Care;
using OatPath.Core.Case;
using OatPath.Core.Known;
using OatPath.Core.Plan;

namespace OatPath.Core.LookBack;

/// <summary>What changed.</summary>
public enum ChangeKind
{
    Treatment,
    Started,
    Up,
    Down,
    Stopped,

    /// <summary>Another make, strength or pH under the same name.</summary>
    Formula,
}

/// <summary>A day on which something about the care changed.</summary>
/// <param name="Product">Id of the product; null for a treatment.</param>
/// <param name="Rung">The rung it went to; null for what is no step.</param>
/// <param name="Sitting">What was done at the studio; null for a product.</param>
public sealed record PlanChange(DateOnly On, ChangeKind Kind, string? Product, int? Rung = null, Sitting? Sitting = null)
{
    internal static IReadOnlyList<PlanChange> Of(CaseFile file, KnownFacts facts, LivedPast past) =>
        [
            .. Treatments(file, facts.Today)
                .Concat(Decided(facts))
                .Concat(Steps(past))
                .Concat(Formulas(facts))
                .OrderBy(change => change.On)
                .ThenBy(change => change.Kind)
                .ThenBy(change => change.Product, StringComparer.Ordinal),
        ];

    private static IEnumerable<PlanChange> Treatments(CaseFile file, DateOnly today) =>
        Sittings
            .Of(file.Treatments.Where(treatment => treatment.On <= today))
            .Select(sitting => new PlanChange(sitting.On, ChangeKind.Treatment, null, Sitting: sitting));

    private static IEnumerable<PlanChange> Decided(KnownFacts facts)
    {
        foreach (var decision in facts.Decisions.Where(decision => decision.On <= facts.Today))
        {
            if (decision is StartActive start)
            {
                yield return new(start.On, ChangeKind.Started, start.Product);
            }
            else if (decision is StopActive stop)
            {
                yield return new(stop.On, ChangeKind.Stopped, stop.Product);
            }
        }
    }

    /// <summary>A rung other than the day before, whoever or whatever made it so.</summary>
    private static IEnumerable<PlanChange> Steps(LivedPast past)
    {
        foreach (var (before, day) in past.Days.Zip(past.Days.Skip(1)))
        {
            foreach (var rung in day.Rungs)
            {
                // What begins again after it had stopped is a start, whatever its rung.
                if (before.Rungs.FirstOrDefault(other => other.Product == rung.Product) is { } held && held.Rung != rung.Rung)
                {
                    yield return new(day.Date, rung.Rung > held.Rung ? ChangeKind.Up : ChangeKind.Down, rung.Product, rung.Rung);
                }
            }
        }
    }

    private static IEnumerable<PlanChange> Formulas(KnownFacts facts) =>
        facts
            .File.Shelf.Select(item => item.Product.Id)
            .Select(id => (id, On: facts.ChangedOn(id)))
            .Where(changed => changed.On <= facts.Today)
            .Select(changed => new PlanChange(changed.On!.Value, ChangeKind.Formula, changed.id));
}
