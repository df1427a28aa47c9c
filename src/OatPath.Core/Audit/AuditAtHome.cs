using OatPath.Core.Care;
using OatPath.Core.Case;
using OatPath.Core.Labels;
using OatPath.Core.Shelf;
using OatPath.Core.Skin;

namespace OatPath.Core.Audit;

/// <summary>
/// What was used at home beyond what may be, as the auditor reads it: what is never used there, and kits left on past their most.
/// </summary>
internal static class AuditAtHome
{
    public static IEnumerable<Treatment> Aftermath(AuditFacts facts)
    {
        static Treatment Of(string id, DateOnly on) =>
            new()
            {
                Id = id,
                Kind = TreatmentKind.MediumPeel,
                On = on,
                AtHome = true,
            };
        foreach (
            var use in NeverUses(facts)
                .Concat(
                    facts
                        .Entries<Applied>()
                        .Where(use =>
                            facts.Products.TryGetValue(use.Product, out var kit)
                            && kit.Kind == ProductKind.WashOffPeel
                            && !IsNever(kit)
                            && IsStrongKit(kit)
                            && StayedOn(facts, use.Product, use.Day) > 180
                        )
                )
        )
        {
            yield return Of($"use-{use.Id}", use.Day);
        }

        foreach (var told in facts.Entries<CheckedIn>().Where(told => AlsoUsed.Read(told.Report.AlsoUsed).Any(IsNever)))
        {
            yield return Of($"told-{told.Id}", told.Day);
        }
    }

    public static IEnumerable<Applied> NeverUses(AuditFacts facts) =>
        facts.Entries<Applied>().Where(use => facts.Products.TryGetValue(use.Product, out var product) && IsNever(product));

    /// <summary>What the limits keep from home for good, whatever anybody knows of the rest of it.</summary>
    public static bool IsNever(Product product)
    {
        var ahas = product.Actives.Where(active => SubstanceTraits.Of(active.Substance).Family == Family.Aha).ToList();
        return product.Actives.Any(active =>
                active.Substance is Substance.Trichloroacetic or Substance.Phenol or Substance.Resorcinol or Substance.Pyruvic
                || (active.Substance == Substance.Salicylic && active.Percent > 2)
            )
            || (
                ahas.Count > 0
                && (product.Ph < 3.0m || (ahas.TrueForAll(active => active.Percent is not null) && ahas.Sum(active => active.Percent) > 30))
            )
            || product.NeedleMm > 0.5m;
    }

    private static bool IsStrongKit(Product kit) =>
        !AuditFacts.IsWeakKit(kit) && kit.Ph is not null && kit.Actives.Count > 0 && kit.Actives.All(active => active.Percent is not null);

    /// <summary>
    /// The longest a kit can have been on that day, seconds: what was written down by hand together, or the longest session.
    /// </summary>
    private static int StayedOn(AuditFacts facts, string product, DateOnly day) =>
        facts.Entries<Applied>().Where(use => use.Product == product && use.Day == day).Select(use => use.ContactSeconds ?? 0).ToList()
            is { Count: > 0 } times
            ? times.Max()
            : 0;

    /// <summary>A peel within the weak class, and not on past its most.</summary>
    public static bool WasWeak(AuditFacts facts, Product kit, DateOnly on) =>
        AuditFacts.IsWeakKit(kit) && StayedOn(facts, kit.Id, on) <= 600;
}
