using OatPath.Core.Fit;
using OatPath.Core.House;
using OatPath.Core.Ramp;
using OatPath.Core.Shelf;
using OatPath.Core.Skin;

namespace OatPath.Core.Tests;

public class ChemistryTests
{
    private static Product Kit(decimal? ph, params Active[] actives) =>
        new()
        {
            Id = "kit",
            Name = "Kiln kit",
            Kind = ProductKind.WashOffPeel,
            Actives = actives,
            Ph = ph,
        };

    [Theory]
    [InlineData(Substance.Glycolic, 10, 4.0, 4.03)]
    [InlineData(Substance.Glycolic, 30, 3.0, 26.1)]
    [InlineData(Substance.Salicylic, 2, 3.5, 0.456)]
    [InlineData(Substance.Azelaic, 10, 4.6, 4.71)]
    public void Free_acid_follows_pH(Substance substance, double percent, double ph, double free)
    {
        var reading = FreeAcidReading.Of(Kit((decimal)ph, new Active(substance, (decimal)percent)))!;

        Assert.Equal(free, reading.FreePercent, 0.005 * free);
        Assert.False(reading.Assumed);
    }

    [Fact]
    public void A_blend_adds_up_and_never_passes_what_is_labelled()
    {
        foreach (var ph in Enumerable.Range(0, 57).Select(i => i / 4m))
        {
            var blend = FreeAcidReading.Of(Kit(ph, new(Substance.Glycolic, 8), new(Substance.Lactic, 5), new(Substance.Salicylic, 1)))!;
            var apart = new[]
            {
                new Active(Substance.Glycolic, 8),
                new Active(Substance.Lactic, 5),
                new Active(Substance.Salicylic, 1),
            }.Sum(active => FreeAcidReading.Of(Kit(ph, active))!.FreePercent);
            Assert.Equal(apart, blend.FreePercent, 9);
            Assert.InRange(blend.FreePercent, 0, 14);
        }
    }

    [Fact]
    public void Free_acid_falls_as_pH_rises()
    {
        foreach (var substance in FreeAcidReading.Known)
        {
            var curve = Enumerable
                .Range(0, 141)
                .Select(i => FreeAcid.Percent(10, i / 10.0, SubstanceTraits.Of(substance).Pka!.Value))
                .ToList();
            Assert.Equal(curve.OrderDescending(), curve);
        }
    }

    [Fact]
    public void An_assumed_pH_is_marked_and_clears_no_limit()
    {
        var toner = new Product
        {
            Id = "t",
            Name = "Plain toner",
            Kind = ProductKind.ExfoliatingToner,
            Actives = [new(Substance.Glycolic, 7)],
        };

        Assert.True(FreeAcidReading.Of(toner)!.Assumed);
        Assert.Contains(HardLimits.Check(toner), verdict => verdict.Because.Rule == RuleBook.UnknownStrength);
    }

    [Fact]
    public void A_kit_of_30_percent_with_unknown_pH_is_blocked_until_known()
    {
        Assert.Equal(KitStrength.Unknown, KitClass.Of(Kit(null, new Active(Substance.Glycolic, 30)))!.Strength);
        Assert.Equal(KitStrength.Strong, KitClass.Of(Kit(3.0m, new Active(Substance.Glycolic, 30)))!.Strength);
        Assert.Equal(KitStrength.Unknown, KitClass.Of(Kit(3.6m, new Active(Substance.Glycolic)))!.Strength);
        Assert.Equal(KitStrength.Unknown, KitClass.Of(Kit(null, new Active(Substance.Salicylic, 1)))!.Strength);
        Assert.Equal(KitStrength.Unknown, KitClass.Of(Kit(3.6m, new Active(Substance.Lactobionic)))!.Strength);
    }

    [Theory]
    [InlineData(8, 7, 3.6, KitStrength.Weak)]
    [InlineData(8, 7.1, 3.6, KitStrength.Strong)]
    [InlineData(8, 7, 3.4, KitStrength.Strong)]
    [InlineData(15, 15.1, 3.6, KitStrength.NeverAtHome)]
    [InlineData(8, 7, 2.9, KitStrength.NeverAtHome)]
    public void A_blend_is_weak_to_15_percent_at_pH_3_5(double one, double two, double ph, KitStrength strength) =>
        Assert.Equal(
            strength,
            KitClass.Of(Kit((decimal)ph, new(Substance.Glycolic, (decimal)one), new(Substance.Mandelic, (decimal)two)))!.Strength
        );

    [Fact]
    public void Salicylic_over_2_pyruvic_and_resorcinol_are_never_at_home_each_with_its_reason()
    {
        Assert.Equal((KitStrength.NeverAtHome, RuleBook.SalicylicLimit), Reason(Kit(3.6m, new Active(Substance.Salicylic, 2.5m))));
        Assert.Equal((KitStrength.NeverAtHome, RuleBook.NeverAtHome), Reason(Kit(3.6m, new Active(Substance.Pyruvic, 1))));
        Assert.Equal((KitStrength.NeverAtHome, RuleBook.NeverAtHome), Reason(Kit(3.6m, new Active(Substance.Resorcinol, 1))));
        Assert.Equal(KitStrength.Weak, KitClass.Of(Kit(3.6m, new Active(Substance.Salicylic, 2)))!.Strength);
        Assert.Null(KitClass.Of(CaseBuilder.Glycolic));

        static (KitStrength, string) Reason(Product kit) => KitClass.Of(kit) is { } kind ? (kind.Strength, kind.Because.Rule) : default;
    }

    [Fact]
    public void A_product_counts_in_every_role_it_plays()
    {
        var mask = new Product
        {
            Id = "m",
            Name = "Silt mask",
            Kind = ProductKind.ScrubMask,
            Actives = [new(Substance.Lactic, 4), new(Substance.Papain)],
            Ph = 3.9m,
        };
        var gel = new Product
        {
            Id = "g",
            Name = "Marsh gel",
            Kind = ProductKind.GelCleanser,
            Actives = [new(Substance.Salicylic, 1)],
            Ph = 4.5m,
        };

        Assert.Equal([ExfoliantRole.Scrub, ExfoliantRole.ScrubMask, ExfoliantRole.Enzyme], ExfoliantRoles.Of(mask));
        Assert.Equal([Family.Aha, Family.Enzyme, Family.ByHand], mask.Families());
        Assert.Contains(Allergen.Latex, mask.Allergens());
        Assert.True(mask.IsAcid());
        Assert.Equal([ExfoliantRole.AcidCleanser], ExfoliantRoles.Of(gel));
        Assert.Equal("exfoliating-cleanser", Ladder.For(gel, new Intake(), new HouseRules())!.Id);
    }

    [Fact]
    public void An_acid_hidden_in_an_ordinary_cleanser_keeps_off_acid_evenings()
    {
        var gel = new Product
        {
            Id = "gel",
            Name = "Marsh gel",
            Kind = ProductKind.GelCleanser,
            Actives = [new(Substance.Glycolic, 4)],
            Ph = 3.9m,
        };
        var path = CaseBuilder
            .Basic()
            .Own(CaseBuilder.Salicylic, gel)
            .InUse("salicylic", CaseBuilder.Monday, 4)
            .InUse("gel", CaseBuilder.Monday, 1)
            .Established(Family.Aha, CaseBuilder.Monday.AddDays(-1))
            .Established(Family.Bha, CaseBuilder.Monday.AddDays(-1))
            .Plan(28);

        Assert.NotEmpty(path.DaysOf("gel"));
        Assert.NotEmpty(path.DaysOf("salicylic"));
        Assert.Empty(path.DaysOf("gel").Intersect(path.DaysOf("salicylic")));
        Assert.Contains(path.Days, day =>
            day.Evening.WhyNot("gel") == RuleBook.AcidCleanserWithAcid || day.Evening.WhyNot("salicylic") == RuleBook.AcidCleanserWithAcid
        );
    }

    [Fact]
    public void A_scrub_mask_uses_up_the_budget_of_the_scrub()
    {
        var mask = new Product
        {
            Id = "mask",
            Name = "Silt mask",
            Kind = ProductKind.ScrubMask,
        };
        var first = new Product
        {
            Id = "sand",
            Name = "Sand scrub",
            Kind = ProductKind.Scrub,
        };
        var second = new Product
        {
            Id = "fine",
            Name = "Fine scrub",
            Kind = ProductKind.Scrub,
        };
        var build = CaseBuilder.Basic().Own(mask, first, second);
        var path = build
            .InUse("mask", CaseBuilder.Monday.AddDays(-60), 0)
            .InUse("sand", CaseBuilder.Monday.AddDays(-60), 0)
            .InUse("fine", CaseBuilder.Monday.AddDays(-60), 0)
            .Established(Family.ByHand, CaseBuilder.Monday.AddDays(-1))
            .Plan(28);

        foreach (var day in path.Days)
        {
            Assert.True(
                path.Days.Count(other =>
                    other.Date > day.Date.AddDays(-7)
                    && other.Date <= day.Date
                    && other.Evening.Steps.Any(step => step.Product is "mask" or "sand" or "fine")
                ) <= 2
            );
        }
    }

    [Fact]
    public void Hydroquinone_is_left_to_a_clinician()
    {
        var fade = new Product
        {
            Id = "fade",
            Name = "Fade cream",
            Kind = ProductKind.PigmentSerum,
            Actives = [new(Substance.Hydroquinone, 2)],
        };

        Assert.Contains(Suitability.Judge(fade, new Intake(), CaseBuilder.Monday), verdict =>
            verdict.Refuses && verdict.Because.Rule == RuleBook.ClinicianOnly
        );
    }
}
