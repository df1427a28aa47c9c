using OatPath.Core.Shelf;
using OatPath.Core.Skin;

namespace OatPath.Core.Fit;

/// <summary>A bottle that could be bound to what was asked for.</summary>
/// <param name="Refused">Why this client does not use it, whatever was asked for; null where nothing speaks against it.</param>
public sealed record BottleOffer(Product Bottle, BottleFit Fit, Verdict? Refused)
{
    public bool Binds => Fit.Binds && Refused is null;
}

/// <summary>Finds the bottle of what was asked for by kind, and binds it.</summary>
public static class Bottles
{
    /// <summary>Bottles worth looking at, those that may be bound first, then those that are nearest.</summary>
    /// <param name="bottles">From any shelf; what is itself only asked for is passed over.</param>
    public static IReadOnlyList<BottleOffer> For(Product asked, IEnumerable<Product> bottles, Intake intake, DateOnly today) =>
        asked.Spec is not { } spec
            ? []
            :
            [
                .. bottles
                    .Where(bottle => bottle.Spec is null && bottle.UsableOn(today) && IsLike(spec, bottle))
                    .Select(bottle => Judge(asked, spec, bottle, intake, today))
                    .OrderBy(offer => offer.Binds ? 0 : 1)
                    .ThenBy(offer => offer.Fit.Answer)
                    .ThenBy(offer => offer.Fit.Off.Count())
                    .ThenBy(offer => offer.Bottle, ProductOrder.ByContent),
            ];

    /// <summary>
    /// One bottle against what was asked for, for one client: what its label contradicts or she may not use never binds, nor does a bottle
    /// of what is itself refused.
    /// </summary>
    /// <exception cref="ArgumentException">It was not asked for by kind.</exception>
    public static BottleOffer Judge(Product asked, Product bottle, Intake intake, DateOnly today) =>
        asked.Spec is { } spec
            ? Judge(asked, spec, bottle, intake, today)
            : throw new ArgumentException($"{asked.Name} was not asked for by kind.", nameof(asked));

    private static BottleOffer Judge(Product asked, Specification spec, Product bottle, Intake intake, DateOnly today) =>
        new(
            bottle,
            BottleFit.Of(spec, bottle),
            Suitability
                .Judge(bottle, intake, today)
                .Concat(Suitability.Judge(asked, intake, today))
                .FirstOrDefault(verdict => verdict.Refuses)
        );

    /// <summary>The bottle in the place of what was asked for: decisions keep naming it.</summary>
    /// <exception cref="ArgumentException">It was not asked for by kind, or the bottle lies outside.</exception>
    public static Product Bind(Product asked, Product bottle) =>
        asked.Spec is { } spec && BottleFit.Of(spec, bottle).Binds
            ? bottle with
            {
                Id = asked.Id,
                Spec = spec with { Title = spec.Title.Length > 0 ? spec.Title : asked.Name, Bottle = bottle.Id },
            }
            : throw new ArgumentException($"{bottle.Name} does not lie inside of what was asked for.", nameof(bottle));

    /// <summary>What was asked for, as before there was a bottle.</summary>
    /// <exception cref="ArgumentException">It was not asked for by kind.</exception>
    public static Product Unbind(Product bound) =>
        bound.Spec?.AtStrongEnd(bound) ?? throw new ArgumentException($"{bound.Name} was not asked for by kind.", nameof(bound));

    /// <summary>The bottle by itself, as it stood before it was bound.</summary>
    /// <exception cref="ArgumentException">None is bound.</exception>
    public static Product BottleOf(Product bound) =>
        bound.Spec?.Bottle is { } id
            ? bound with
            {
                Id = id,
                Spec = null,
            }
            : throw new ArgumentException($"{bound.Name} has no bottle bound.", nameof(bound));

    /// <summary>The same kind, or the same substance in another kind.</summary>
    private static bool IsLike(Specification spec, Product bottle) =>
        spec.Actives.Count == 0
            ? spec.Kinds.Contains(bottle.Kind)
            : spec.Actives.Any(range => bottle.Actives.Any(active => active.Substance == range.Substance))
                && bottle.Traits.Use != KindUse.Session;
}
