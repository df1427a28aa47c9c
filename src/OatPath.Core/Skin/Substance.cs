namespace OatPath.Core.Skin;

/// <summary>Substances the rules speak of by name.</summary>
public enum Substance
{
    Glycolic,
    Lactic,
    Mandelic,
    Malic,
    Tartaric,
    Citric,
    Gluconolactone,
    Lactobionic,
    Salicylic,
    WillowExtract,
    BetaineSalicylate,
    CapryloylSalicylate,
    Azelaic,
    Pyruvic,
    Trichloroacetic,
    Phenol,
    Resorcinol,
    RetinylEster,
    Retinol,
    Retinal,
    PrescriptionRetinoid,
    LAscorbic,
    VitaminCDerivative,
    BenzoylPeroxide,
    Papain,
    Bromelain,
    OtherEnzyme,
    Arbutin,
    Kojic,
    Tranexamic,
    Liquorice,
    Hydroquinone,
    Niacinamide,
    Peptides,
    Hyaluronic,
    Ceramides,
    Panthenol,
    Aloe,
    Urea,
    OtherAha,
    OtherPha,
    OtherPigmentInhibitor,
}

/// <summary>A substance's family and, for acids, its chemistry.</summary>
/// <param name="Pka">First acid constant at 25 C, or null where it has none of interest.</param>
/// <param name="MolarMass">Grams per mole, or null.</param>
/// <remarks>Source: pKa and mass are textbook values at 25 C; gluconolactone counts as gluconic acid.</remarks>
public sealed record SubstanceTraits(Family Family, string Title, double? Pka = null, int? MolarMass = null)
{
    private static readonly SubstanceTraits[] Table = [.. Enum.GetValues<Substance>().Select(Describe)];

    public static SubstanceTraits Of(Substance substance) => Table[(int)substance];

    private static SubstanceTraits Describe(Substance substance) =>
        substance switch
        {
            Substance.Glycolic => new(Family.Aha, "glycolic acid", 3.83, 76),
            Substance.Lactic => new(Family.Aha, "lactic acid", 3.86, 90),
            Substance.Mandelic => new(Family.Aha, "mandelic acid", 3.41, 152),
            Substance.Malic => new(Family.Aha, "malic acid", 3.40, 134),
            Substance.Tartaric => new(Family.Aha, "tartaric acid", 2.98, 150),
            Substance.Citric => new(Family.Aha, "citric acid", 3.13, 192),
            Substance.Gluconolactone => new(Family.Pha, "gluconolactone", 3.86, 178),
            Substance.Lactobionic => new(Family.Pha, "lactobionic acid", 3.8, 358),
            Substance.Salicylic => new(Family.Bha, "salicylic acid", 2.97, 138),
            Substance.WillowExtract => new(Family.Bha, "willow extract"),
            Substance.BetaineSalicylate => new(Family.Bha, "betaine salicylate"),
            Substance.CapryloylSalicylate => new(Family.Bha, "capryloyl salicylic acid"),
            Substance.Azelaic => new(Family.Azelaic, "azelaic acid", 4.55, 188),
            Substance.Pyruvic => new(Family.SalonOnly, "pyruvic acid", 2.39, 88),
            Substance.Trichloroacetic => new(Family.SalonOnly, "trichloroacetic acid", 0.66, 163),
            Substance.Phenol => new(Family.SalonOnly, "phenol"),
            Substance.Resorcinol => new(Family.SalonOnly, "resorcinol"),
            Substance.RetinylEster => new(Family.Retinoid, "retinyl ester"),
            Substance.Retinol => new(Family.Retinoid, "retinol"),
            Substance.Retinal => new(Family.Retinoid, "retinal"),
            Substance.PrescriptionRetinoid => new(Family.Retinoid, "prescription retinoid"),
            Substance.LAscorbic => new(Family.AscorbicAcid, "L-ascorbic acid"),
            Substance.VitaminCDerivative => new(Family.VitaminCDerivative, "vitamin C derivative"),
            Substance.BenzoylPeroxide => new(Family.BenzoylPeroxide, "benzoyl peroxide"),
            Substance.Papain => new(Family.Enzyme, "papain"),
            Substance.Bromelain => new(Family.Enzyme, "bromelain"),
            Substance.OtherEnzyme => new(Family.Enzyme, "enzyme"),
            Substance.Arbutin => new(Family.PigmentInhibitor, "arbutin"),
            Substance.Kojic => new(Family.PigmentInhibitor, "kojic acid"),
            Substance.Tranexamic => new(Family.PigmentInhibitor, "tranexamic acid"),
            Substance.Liquorice => new(Family.PigmentInhibitor, "liquorice extract"),
            Substance.Hydroquinone => new(Family.Hydroquinone, "hydroquinone"),
            Substance.Niacinamide => new(Family.Supportive, "niacinamide"),
            Substance.Peptides => new(Family.Supportive, "peptides"),
            Substance.Hyaluronic => new(Family.Supportive, "hyaluronic acid"),
            Substance.Ceramides => new(Family.Supportive, "ceramides"),
            Substance.Panthenol => new(Family.Supportive, "panthenol"),
            Substance.Aloe => new(Family.Supportive, "aloe"),
            Substance.Urea => new(Family.Supportive, "urea"),
            Substance.OtherAha => new(Family.Aha, "another AHA"),
            Substance.OtherPha => new(Family.Pha, "another PHA"),
            Substance.OtherPigmentInhibitor => new(Family.PigmentInhibitor, "another pigment inhibitor"),
            _ => throw new ArgumentOutOfRangeException(nameof(substance)),
        };
}
