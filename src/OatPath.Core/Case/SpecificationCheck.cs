using OatPath.Core.House;
using OatPath.Core.Shelf;
using OatPath.Core.Skin;

namespace OatPath.Core.Case;

/// <summary>What is wrong with what is asked for by kind.</summary>
public static partial class CaseCheck
{
    private const int MostAsked = 10;

    private static void CheckSpecification(List<Problem> problems, Product product, string field)
    {
        if (product.Spec is not { } spec)
        {
            return;
        }

        Need(
            problems,
            spec.Kinds.All(Specification.CanAskFor),
            $"{field}.kind",
            "kits, devices, tools and what belongs to a session are never asked for by kind; bring in the thing itself"
        );
        Need(problems, spec.Title.Length <= MostName, $"{field}.title", $"keep it under {MostName} characters");
        Need(problems, spec.Bottle is null or { Length: > 0 and <= 64 }, $"{field}.bottle", "use 1 to 64 characters, or leave it out");
        Need(problems, spec.OrKinds.Count <= MostAsked, $"{field}.orKinds", $"give at most {MostAsked} other kinds");
        Need(problems, spec.Actives.Count <= MostAsked, $"{field}.actives", $"give at most {MostAsked} actives");
        Need(
            problems,
            spec.Actives.DistinctBy(range => range.Substance).Count() == spec.Actives.Count,
            $"{field}.actives",
            "name each active once"
        );
        for (var i = 0; i < spec.Actives.Count; i++)
        {
            CheckRange(problems, spec.Actives[i], $"{field}.actives[{i}]");
        }

        Need(problems, !(spec.PhLeast > spec.PhMost), $"{field}.phLeast", "must not be above the highest pH");
        Need(
            problems,
            spec.PhLeast is not null || !spec.Actives.Any(range => FamilyTraits.IsAcid(SubstanceTraits.Of(range.Substance).Family)),
            $"{field}.phLeast",
            "an acid needs the lowest pH that is asked for"
        );
        Need(problems, spec.Without.Count <= MostAsked, $"{field}.without", $"give at most {MostAsked}");
        Need(
            problems,
            spec.Bottle is not null || spec.IsAtStrongEnd(product),
            field,
            "without a bottle the product stands at its strong end: kind, percent, pH and SPF as asked for, nothing opened, no label"
        );
        Need(
            problems,
            spec.Bottle is null || BottleFit.Of(spec, product).Binds,
            field,
            "the bottle lies outside of what was asked for; leave the specification out and start it anew"
        );
    }

    private static void CheckRange(List<Problem> problems, ActiveRange range, string field)
    {
        var family = SubstanceTraits.Of(range.Substance).Family;
        Need(
            problems,
            family is not (Family.SalonOnly or Family.Hydroquinone) && range.Substance != Substance.PrescriptionRetinoid,
            $"{field}.substance",
            "is for the salon or on prescription and never asked for by kind"
        );
        Need(problems, !(range.Least > range.Most), $"{field}.least", "must not be above the most");
        Need(
            problems,
            range.Most is not null
                || (FamilyTraits.Of(family).Irritant != Degree.Yes && !FamilyTraits.IsAcid(family) && family != Family.Azelaic),
            $"{field}.most",
            "what irritates needs the most percent that is asked for"
        );
    }
}
