using OatPath.Core.Labels;
using OatPath.Core.Shelf;
using OatPath.Core.Skin;

namespace OatPath.Core.Tests;

/// <summary>What kind of product a list belongs to. All lists are made up.</summary>
public class LabelKindTests
{
    private static LabelReading Read(string label) => LabelReader.Read(label).Reading!;

    [Theory]
    [InlineData(
        "Aqua, Glycerin, Cetearyl Alcohol, Caprylic/Capric Triglyceride, Ceramide NP, Ceramide AP, Cholesterol, Phytosphingosine, "
            + "Phenoxyethanol, Carbomer"
    )]
    [InlineData(
        "Aqua, Squalane, Glycerin, Butyrospermum Parkii Butter, Behenyl Alcohol, Ceramide NP, Ceramide EOP, Sodium Hyaluronate, Xanthan "
            + "Gum, Phenoxyethanol"
    )]
    [InlineData("Water, Cetyl Alcohol, Dimethicone, Glycerin, Ceramide NP, Cholesterol, Phenoxyethanol")]
    [InlineData(
        "Barrier comfort serum-cream\nIngredients: Aqua, Caprylic/Capric Triglyceride, Glycerin, Cetearyl Alcohol, Butyrospermum Parkii "
            + "Butter, Ceramide NP, Phenoxyethanol"
    )]
    public void A_cream_of_emollients_with_ceramides_is_a_moisturiser(string label) =>
        Assert.Equal(ProductKind.Moisturiser, Read(label).Kind);

    [Theory]
    [InlineData(
        "Aqua, Urea, Sodium Lactate, Lactic Acid, Caprylic/Capric Triglyceride, Cetearyl Alcohol, Glycerin, Dimethicone, "
            + "Phenoxyethanol, Carbomer"
    )]
    [InlineData("Aqua, Urea 10 %, Glycerin, Ammonium Lactate, Petrolatum, Cetyl Alcohol, Glyceryl Stearate, Xanthan Gum, Phenoxyethanol")]
    [InlineData(
        "Heel and elbow cream\nAqua, Urea, Lactic Acid, Isopropyl Palmitate, Cetearyl Alcohol, Glycerin, Xanthan Gum, Phenoxyethanol"
    )]
    public void A_urea_and_lactate_cream_is_a_moisturiser_that_holds_an_acid(string label)
    {
        var reading = Read(label);

        Assert.Equal(ProductKind.Moisturiser, reading.Kind);
        Assert.Contains(reading.Actives, active => active.Substance == Substance.Lactic);
        Assert.True(reading.Has(LabelFlags.HiddenActive));
    }

    [Theory]
    [InlineData(
        "Meadow night pads\nAqua, Glycolic Acid, Salicylic Acid, Glycerin, Alcohol Denat., Sodium Hydroxide, Phenoxyethanol",
        ProductKind.PeelPad
    )]
    [InlineData("60 pads\nAqua, Lactic Acid, Glycerin, Propanediol, Sodium Hydroxide, Phenoxyethanol", ProductKind.PeelPad)]
    [InlineData("Ingredients (pads): Aqua, Mandelic Acid, Glycerin, Sodium Hydroxide, Phenoxyethanol. 30 pads", ProductKind.PeelPad)]
    [InlineData("Calm soothing toner pads\nAqua, Glycerin, Panthenol, Allantoin, Phenoxyethanol", ProductKind.CalmingToner)]
    public void The_word_pads_makes_a_pad(string label, ProductKind kind) => Assert.Equal(kind, Read(label).Kind);

    [Theory]
    [InlineData("Zea Mays Starch, Papain, Sodium Cocoyl Isethionate, Oryza Sativa Powder, Allantoin")]
    [InlineData(
        "Enzyme polishing powder, exfoliating grains\nOryza Sativa Starch, Papain, Bromelain, Sodium Lauroyl Glutamate, Avena Sativa "
            + "Kernel Flour"
    )]
    [InlineData("Sodium Bicarbonate, Oryza Sativa (Rice) Powder, Bromelain, Kaolin, Sodium Cocoyl Isethionate")]
    public void Papain_in_a_powder_is_an_enzyme(string label) => Assert.Equal(ProductKind.Enzyme, Read(label).Kind);

    [Theory]
    [InlineData("Helianthus Annuus Seed Oil, Cera Alba, Cetearyl Olivate, Sorbitan Olivate, Tocopherol")]
    [InlineData("Caprylic/Capric Triglyceride, Synthetic Wax, Polyglyceryl-10 Laurate, Butyrospermum Parkii Butter, Tocopherol")]
    [InlineData("Ethylhexyl Palmitate, Cera Alba, PEG-20 Glyceryl Triisostearate, Olea Europaea Fruit Oil, Tocopherol")]
    public void Waxes_and_oils_with_an_emulsifier_are_a_balm(string label) => Assert.Equal(ProductKind.BalmCleanser, Read(label).Kind);

    [Theory]
    [InlineData("Micellar water\nAqua, PEG-6 Caprylic/Capric Glycerides, Glycerin, Poloxamer 184, Phenoxyethanol")]
    [InlineData("Gentle micelle cleansing water, no rinse\nAqua, Poloxamer 184, Glycerin, Panthenol, Phenoxyethanol")]
    public void Micellar_water_has_a_kind_of_its_own(string label)
    {
        var reading = Read(label);

        Assert.Equal(ProductKind.MicellarWater, reading.Kind);
        Assert.Contains("cleanses", reading.Roles);
    }

    [Theory]
    [InlineData(
        "Night renewal water solution 8 %\nAqua, Mandelic Acid, Propanediol, Sodium Hydroxide, Phenoxyethanol",
        ProductKind.LeaveOnAcidLiquid
    )]
    [InlineData("Clear skin water, 2 % BHA liquid\nAqua, Butylene Glycol, Salicylic Acid, Sodium Hydroxide", ProductKind.LeaveOnAcidLiquid)]
    [InlineData("Acid toner\nAqua, Glycolic Acid, Glycerin, Sodium Hydroxide, Phenoxyethanol", ProductKind.ExfoliatingToner)]
    [InlineData("Aqua, Glycolic Acid, Butylene Glycol, Sodium Hydroxide, Phenoxyethanol", ProductKind.LeaveOnAcidLiquid)]
    public void A_thin_acid_is_no_toner_because_of_one_word(string label, ProductKind kind) => Assert.Equal(kind, Read(label).Kind);

    [Theory]
    [InlineData("60 pads\nAqua, Glycolic Acid, Glycerin, Phenoxyethanol")]
    [InlineData("Active: Salicylic Acid 2 %. Inactive: Aqua, Glycerin, Phenoxyethanol")]
    [InlineData("Aqua, Glycolic Acid, Glycerin, Phenoxyethanol. 60 pads")]
    [InlineData("Aqua, Lactic Acid, Glycerin, Phenoxyethanol\n50 ml\n1.7 fl oz")]
    [InlineData("Active ingredients:\nSalicylic Acid 2 %\nInactive:\nAqua\nGlycerin\nPhenoxyethanol")]
    public void Headings_and_sizes_are_no_ingredients(string label)
    {
        var reading = Read(label);

        Assert.Empty(reading.Unknown);
        Assert.Contains(reading.Ingredients, item => item.Name == "Water");
    }
}
