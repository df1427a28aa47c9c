using OatPath.Core.Case;
using OatPath.Core.House;
using OatPath.Core.Known;
using OatPath.Core.Shelf;
using OatPath.Core.Skin;
using OatPath.Core.Wording;

namespace OatPath.Core.Screening;

public enum ComparedStrength
{
    Same,
    Stronger,
    Weaker,
    New,
    Gone,
    Unknown,
}

/// <summary>One active of a kit beside the same active of the peel before.</summary>
/// <param name="Percent">Labelled percent now and then; null where it is not there, or not known.</param>
/// <param name="Free">Free percent of an acid now and then; null where there is none, or the pH is not known.</param>
public sealed record ComparedActive(
    Substance Substance,
    decimal? Percent,
    decimal? PercentBefore,
    double? Free,
    double? FreeBefore,
    ComparedStrength Strength
)
{
    public string InWords =>
        $"{Name(Substance)}: {Amount(Percent, Free)}, "
        + (
            Strength == ComparedStrength.New
                ? Said.Of("new since the last peel")
                : Said.Of($"last time {Amount(PercentBefore, FreeBefore)}: {Against}")
        );

    private string Against =>
        Strength switch
        {
            ComparedStrength.Stronger => Said.Of("bites harder"),
            ComparedStrength.Weaker => Said.Of("milder"),
            ComparedStrength.Gone => Said.Of("no longer in it"),
            ComparedStrength.Unknown => Said.Of("cannot be compared"),
            _ => Said.Of("the same"),
        };

    private static string Name(Substance substance) => Said.Of(SubstanceTraits.Of(substance).Title);

    private static string Amount(decimal? percent, double? free) =>
        percent is null
            ? Said.Of("none")
            : FormattableString.Invariant($"{percent:0.##} %{(free is { } at ? Said.Of($", {at:0.#} % free") : "")}");
}

/// <summary>Compares every active of a kit with those of the client's last peel, whatever kit that was.</summary>
/// <remarks>Source: trade convention; free acid by its formula, so that the pH counts as well as the percent.</remarks>
internal static class ComparedActives
{
    /// <summary>Differences of free acid up to this share are the same for the skin.</summary>
    /// <remarks>House default.</remarks>
    private const double SameWithin = 0.05;

    /// <returns>Empty before the first peel.</returns>
    public static IReadOnlyList<ComparedActive> Of(KnownFacts facts, Product kit)
    {
        var kits = facts.File.Shelf.Where(item => item.Product.IsKit()).ToDictionary(item => item.Product.Id);
        if (facts.Log.OfType<Applied>().Where(use => kits.ContainsKey(use.Product)).MaxBy(use => use.Day) is not { } last)
        {
            return [];
        }

        var item = kits[last.Product];
        var was = item.Was.Where(former => former.Until > last.HappenedAt).MinBy(former => former.Until);
        var before = was is null ? item.Product : item.Product with { Actives = was.Actives, Ph = was.Ph };
        return
        [
            .. kit
                .Actives.Concat(before.Actives)
                .Select(active => active.Substance)
                .Distinct()
                .Select(substance => Compare(substance, kit, before)),
        ];
    }

    private static ComparedActive Compare(Substance substance, Product now, Product then)
    {
        var (percent, free) = In(now, substance);
        var (percentThen, freeThen) = In(then, substance);
        bool Has(Product product) => product.Actives.Any(active => active.Substance == substance);
        var strength =
            !Has(then) ? ComparedStrength.New
            : !Has(now) ? ComparedStrength.Gone
            : (free ?? (double?)percent, freeThen ?? (double?)percentThen) is not ({ } a, { } b) || (free is null) != (freeThen is null)
                ? ComparedStrength.Unknown
            : a > b * (1 + SameWithin) ? ComparedStrength.Stronger
            : a < b * (1 - SameWithin) ? ComparedStrength.Weaker
            : ComparedStrength.Same;
        return new(substance, percent, percentThen, free, freeThen, strength);
    }

    private static (decimal? Percent, double? Free) In(Product product, Substance substance)
    {
        var percent = product.Actives.FirstOrDefault(active => active.Substance == substance)?.Percent;
        var share = product.Ph is null ? null : FreeAcidReading.Of(product)?.Acids.FirstOrDefault(acid => acid.Substance == substance);
        return (percent, share?.FreePercent);
    }
}
