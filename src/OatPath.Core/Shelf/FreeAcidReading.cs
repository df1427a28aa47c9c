using OatPath.Core.Skin;

namespace OatPath.Core.Shelf;

/// <summary>One acid of a product: what is labelled and what of it is free.</summary>
/// <param name="Percent">Labelled percent.</param>
/// <param name="Pka">First acid constant at 25 C.</param>
/// <param name="FreePercent">Percent that is free at the reading's pH.</param>
public sealed record FreeAcidShare(Substance Substance, decimal Percent, double Pka, double FreePercent);

/// <summary>How much free acid a product holds; the acids of a blend add up.</summary>
/// <param name="Assumed">The pH is the kind's usual one, because nobody measured or read it.</param>
public sealed record FreeAcidReading(IReadOnlyList<FreeAcidShare> Acids, decimal Ph, bool Assumed)
{
    /// <summary>Substances with an acid constant, in the order of the table.</summary>
    public static IReadOnlyList<Substance> Known { get; } =
    [.. Enum.GetValues<Substance>().Where(substance => SubstanceTraits.Of(substance).Pka is not null)];

    public double FreePercent => Acids.Sum(acid => acid.FreePercent);

    /// <summary>The reading of a product, at its own pH or at <paramref name="atPh"/>.</summary>
    /// <returns>Null when it holds no acid with a known percent, or when no pH is known or usual.</returns>
    public static FreeAcidReading? Of(Product product, decimal? atPh = null)
    {
        var ph = atPh ?? product.Ph ?? UsualPh.Of(product);
        var acids = product
            .Actives.Where(active => active.Percent is not null && SubstanceTraits.Of(active.Substance).Pka is not null)
            .ToList();
        return ph is not { } value || acids.Count == 0
            ? null
            : new([.. acids.Select(active => Share(active, value))], value, atPh is null && product.Ph is null);
    }

    private static FreeAcidShare Share(Active active, decimal ph)
    {
        var pka = SubstanceTraits.Of(active.Substance).Pka!.Value;
        return new(active.Substance, active.Percent!.Value, pka, FreeAcid.Percent((double)active.Percent.Value, (double)ph, pka));
    }
}
