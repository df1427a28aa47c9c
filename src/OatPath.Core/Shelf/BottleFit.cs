using OatPath.Core.House;
using OatPath.Core.Skin;
using static System.FormattableString;

namespace OatPath.Core.Shelf;

/// <summary>What a specification asks about.</summary>
public enum AskedFor
{
    Kind,
    Percent,
    Ph,
    Spf,
    Uva,
    Without,
    Base,

    /// <summary>Nothing working besides what was asked for.</summary>
    NothingElse,
}

/// <summary>How a bottle answers, the best first: the worst of its answers is the bottle's.</summary>
public enum BottleAnswer
{
    Inside,
    Gentler,

    /// <summary>Something else than was asked for.</summary>
    Different,

    /// <summary>Not said, and so never assumed.</summary>
    Unknown,
    Stronger,
}

/// <summary>One field of a specification against a bottle.</summary>
/// <param name="Has">What the bottle has, as words for a reader.</param>
/// <param name="Asked">What was asked for.</param>
public sealed record FitPoint(AskedFor Field, BottleAnswer Answer, string Has, string Asked)
{
    /// <summary>"mandelic acid 12 %, asked for 8 to 10 %: stronger".</summary>
    public string InWords() =>
        $"{Has}, asked for {Asked}: "
        + Answer switch
        {
            BottleAnswer.Inside => "fits",
            BottleAnswer.Gentler => "gentler",
            BottleAnswer.Stronger => "stronger",
            BottleAnswer.Unknown => "not known",
            _ => "different",
        };
}

/// <summary>A bottle against what was asked for, field by field.</summary>
/// <remarks>
/// Source: trade convention; a gentler one is welcome, a stronger one or one of which something is not known is never taken for it.
/// </remarks>
public sealed record BottleFit(IReadOnlyList<FitPoint> Points)
{
    public BottleAnswer Answer => Points.Count == 0 ? BottleAnswer.Inside : Points.Max(point => point.Answer);

    /// <summary>Whether it may be bound and keep ladder and decisions.</summary>
    public bool Binds => Answer <= BottleAnswer.Gentler;

    /// <summary>What is not as asked for.</summary>
    public IEnumerable<FitPoint> Off => Points.Where(point => point.Answer != BottleAnswer.Inside);

    /// <summary>Compares what is typed of a bottle; whether its label says otherwise is judged as for any product.</summary>
    public static BottleFit Of(Specification spec, Product bottle) =>
        new([
            KindOf(spec, bottle),
            .. spec.Actives.Select(range => PercentOf(range, bottle)),
            .. Others(spec, bottle),
            .. PhOf(spec, bottle),
            .. SunOf(spec, bottle),
            .. WithoutOf(spec, bottle),
        ]);

    private static FitPoint KindOf(Specification spec, Product bottle) =>
        new(
            AskedFor.Kind,
            spec.Kinds.Contains(bottle.Kind) ? BottleAnswer.Inside : BottleAnswer.Different,
            bottle.Traits.Title,
            SpecificationWords.Kinds(spec)
        );

    private static FitPoint PercentOf(ActiveRange range, Product bottle)
    {
        var title = SubstanceTraits.Of(range.Substance).Title;
        var asked = SpecificationWords.Active(range);
        var held = bottle.Actives.Where(active => active.Substance == range.Substance).ToList();
        if (held.Count == 0)
        {
            return new(AskedFor.Percent, BottleAnswer.Different, $"no {title}", asked);
        }

        // One bottle that names a substance twice holds both.
        decimal? percent = held.TrueForAll(active => active.Percent is not null) ? held.Sum(active => active.Percent) : null;
        var has = percent is { } known ? Invariant($"{title} {known:0.###} %") : $"{title} without a percent";
        return new(
            AskedFor.Percent,
            percent is null ? (range.Most is null ? BottleAnswer.Inside : BottleAnswer.Unknown)
                : percent > range.Most ? BottleAnswer.Stronger
                : percent < range.Least ? BottleAnswer.Gentler
                : BottleAnswer.Inside,
            has,
            asked
        );
    }

    /// <summary>Only what cares for skin may stand in it besides.</summary>
    private static IEnumerable<FitPoint> Others(Specification spec, Product bottle)
    {
        if (bottle.Implied is { } implied && !spec.Actives.Any(range => SubstanceTraits.Of(range.Substance).Family == implied))
        {
            var family = FamilyTraits.Of(implied).Title;
            yield return new(AskedFor.NothingElse, BottleAnswer.Unknown, $"perhaps {family}", $"no {family}");
        }

        foreach (
            var active in bottle.Actives.Where(active =>
                active.Family != Family.Supportive && !spec.Actives.Any(range => range.Substance == active.Substance)
            )
        )
        {
            var title = SubstanceTraits.Of(active.Substance).Title;
            yield return new(
                AskedFor.NothingElse,
                FamilyTraits.Of(active.Family).Irritant == Degree.No ? BottleAnswer.Different : BottleAnswer.Stronger,
                active.Percent is { } percent ? Invariant($"{title} {percent:0.###} %") : title,
                "nothing else that works"
            );
        }
    }

    private static IEnumerable<FitPoint> PhOf(Specification spec, Product bottle)
    {
        if (spec.PhLeast is not null || spec.PhMost is not null)
        {
            yield return new(
                AskedFor.Ph,
                bottle.Ph is not { } ph ? BottleAnswer.Unknown
                    : ph < spec.PhLeast ? BottleAnswer.Stronger
                    : ph > spec.PhMost ? BottleAnswer.Gentler
                    : BottleAnswer.Inside,
                bottle.Ph is { } said ? Invariant($"pH {said:0.##}") : "pH not said",
                SpecificationWords.Ph(spec)
            );
        }
    }

    private static IEnumerable<FitPoint> SunOf(Specification spec, Product bottle)
    {
        if (spec.SpfLeast is { } least)
        {
            yield return new(
                AskedFor.Spf,
                bottle.Spf is null ? BottleAnswer.Unknown
                    : bottle.Spf < least ? BottleAnswer.Different
                    : BottleAnswer.Inside,
                bottle.Spf is { } spf ? Invariant($"SPF {spf}") : "SPF not said",
                Invariant($"SPF {least} or more")
            );
        }

        if (spec.BroadSpectrum)
        {
            yield return new(
                AskedFor.Uva,
                bottle.BroadSpectrum ? BottleAnswer.Inside : BottleAnswer.Unknown,
                bottle.BroadSpectrum ? "UVA cover" : "UVA cover not said",
                "UVA cover"
            );
        }
    }

    private static IEnumerable<FitPoint> WithoutOf(Specification spec, Product bottle)
    {
        foreach (var allergen in spec.Without)
        {
            var title = AllergenTitle.Of(allergen);
            var holds = bottle.Allergens().Contains(allergen);
            yield return new(
                AskedFor.Without,
                holds ? BottleAnswer.Different : BottleAnswer.Inside,
                holds ? $"holds {title}" : $"no {title}",
                $"no {title}"
            );
        }

        foreach (var unwanted in spec.WithoutBase)
        {
            var title = SpecificationWords.Base(unwanted);
            var holds = unwanted switch
            {
                UnwantedBase.StrongSulphate => bottle.StrongSulphate,
                UnwantedBase.DryingAlcohol => bottle.AlcoholNearTop,
                _ => bottle.HeavyOil,
            };
            yield return new(
                AskedFor.Base,
                holds ? BottleAnswer.Different : BottleAnswer.Inside,
                holds ? $"has {title}" : $"no {title}",
                $"no {title}"
            );
        }
    }
}
