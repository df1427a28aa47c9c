using OatPath.Core.Fit;
using OatPath.Core.House;
using OatPath.Core.Shelf;
using OatPath.Core.Skin;

namespace OatPath.Core.Tests;

public class SuitabilityTests
{
    private static readonly DateOnly Day = CaseBuilder.Monday;

    private static List<string> Refused(Product product, Intake intake) =>
        [
            .. Suitability
                .Judge(product, intake, Day)
                .Where(verdict => verdict.Severity != Severity.Caution)
                .Select(verdict => verdict.Because.Rule),
        ];

    private static Product Acid(Substance substance, decimal? percent, decimal? ph, ProductKind kind = ProductKind.LeaveOnAcidLiquid) =>
        new()
        {
            Id = "x",
            Name = "X",
            Kind = kind,
            Actives = [new(substance, percent)],
            Ph = ph,
        };

    [Fact]
    public void A_salicylate_allergy_refuses_salicylic_acid_and_its_kin_but_not_glycolic()
    {
        var intake = new Intake { Allergies = [Allergen.Salicylates, Allergen.Latex] };

        Assert.Contains(RuleBook.Allergy, Refused(CaseBuilder.Salicylic, intake));
        Assert.Contains(RuleBook.Allergy, Refused(Acid(Substance.WillowExtract, null, null), intake));
        Assert.Empty(Refused(CaseBuilder.Glycolic, intake));
    }

    [Fact]
    public void A_latex_allergy_refuses_papain_and_bromelain()
    {
        var intake = new Intake { Allergies = [Allergen.Latex] };

        Assert.Contains(RuleBook.Allergy, Refused(Acid(Substance.Papain, null, null, ProductKind.Enzyme), intake));
        Assert.Contains(RuleBook.Allergy, Refused(Acid(Substance.Bromelain, null, null, ProductKind.Enzyme), intake));
    }

    [Theory]
    [InlineData(Substance.Trichloroacetic)]
    [InlineData(Substance.Phenol)]
    [InlineData(Substance.Resorcinol)]
    [InlineData(Substance.Pyruvic)]
    public void What_is_never_used_at_home_is_refused_at_any_strength(Substance substance) =>
        Assert.Contains(RuleBook.NeverAtHome, Refused(Acid(substance, 0.1m, 3.6m), new Intake()));

    [Theory]
    [InlineData("2", false)]
    [InlineData("2.01", true)]
    public void Salicylic_acid_ends_at_2_percent(string percent, bool refused) =>
        Assert.Equal(
            refused,
            Refused(
                    Acid(Substance.Salicylic, decimal.Parse(percent, System.Globalization.CultureInfo.InvariantCulture), 3.4m),
                    new Intake()
                )
                .Contains(RuleBook.SalicylicLimit)
        );

    [Fact]
    public void An_unknown_pH_or_percent_is_blocked_until_known()
    {
        Assert.Contains(RuleBook.UnknownStrength, Refused(Acid(Substance.Lactic, 5, null), new Intake()));
        Assert.Contains(RuleBook.UnknownStrength, Refused(Acid(Substance.Lactic, null, 3.8m), new Intake()));
        Assert.Empty(Refused(Acid(Substance.Lactic, 5, 3.8m), new Intake()));
    }

    [Fact]
    public void Leave_on_AHA_ends_at_10_percent_and_mandelic_at_15()
    {
        Assert.Contains(RuleBook.LeaveOnStrength, Refused(Acid(Substance.Glycolic, 10.5m, 3.6m), new Intake()));
        Assert.Empty(Refused(Acid(Substance.Mandelic, 15, 3.6m), new Intake()));
        Assert.Contains(RuleBook.LeaveOnPh, Refused(Acid(Substance.Glycolic, 5, 3.4m), new Intake()));
        Assert.Contains(RuleBook.AhaPh, Refused(Acid(Substance.Glycolic, 5, 2.9m, ProductKind.WashOffPeel), new Intake()));
    }

    [Fact]
    public void Under_18_has_no_retinoid_until_the_birthday()
    {
        var intake = new Intake { BirthDate = Day.AddYears(-18).AddDays(1) };

        Assert.Contains(RuleBook.AgeRetinoid, Refused(CaseBuilder.Retinol, intake));
        Assert.DoesNotContain(Suitability.Judge(CaseBuilder.Retinol, intake, Day.AddDays(1)), verdict =>
            verdict.Because.Rule == RuleBook.AgeRetinoid
        );
    }

    [Fact]
    public void Pregnancy_refuses_retinoid_and_salicylic_and_allows_a_low_leave_on_AHA_and_azelaic()
    {
        var intake = new Intake { Flags = [new Flag { Kind = FlagKind.Pregnancy }] };

        Assert.Contains(RuleBook.Pregnancy, Refused(CaseBuilder.Retinol, intake));
        Assert.Contains(RuleBook.Pregnancy, Refused(CaseBuilder.Salicylic, intake));
        Assert.Empty(Refused(CaseBuilder.Glycolic, intake));
        Assert.Empty(Refused(CaseBuilder.Azelaic, intake));
        Assert.Contains(Suitability.Judge(CaseBuilder.Retinol, intake, Day), verdict => verdict.Severity == Severity.HardLimit);
    }

    [Fact]
    public void Isotretinoin_counts_for_six_months_after_its_last_day()
    {
        Intake Ended(DateOnly last) => new() { Flags = [new Flag { Kind = FlagKind.Isotretinoin, Until = last }] };

        Assert.Contains(RuleBook.Isotretinoin, Refused(CaseBuilder.Glycolic, Ended(Day.AddMonths(-5))));
        Assert.DoesNotContain(RuleBook.Isotretinoin, Refused(CaseBuilder.Glycolic, Ended(Day.AddMonths(-7))));
    }

    [Fact]
    public void Every_flag_and_kind_and_substance_has_its_entry()
    {
        Assert.Equal(Enum.GetValues<FlagKind>(), FlagEffect.All.Select(effect => effect.Kind));
        Assert.All(Enum.GetValues<ProductKind>(), kind => Assert.NotEmpty(KindTraits.Of(kind).Title));
        Assert.All(Enum.GetValues<Substance>(), substance => Assert.NotEmpty(SubstanceTraits.Of(substance).Title));
        Assert.All(Enum.GetValues<ProductKind>(), kind => Assert.True(
                AmountGuide
                    .For(
                        new Product
                        {
                            Id = "x",
                            Name = "x",
                            Kind = kind,
                        }
                    )
                    .Count > 0
            ));
    }

    [Fact]
    public void Free_acid_falls_as_pH_rises_and_never_passes_the_label()
    {
        Assert.Equal(4.03, FreeAcid.Percent(10, 4.0, 3.83), 2);
        Assert.Equal(26.1, FreeAcid.Percent(30, 3.0, 3.83), 1);
        Assert.All(Enumerable.Range(0, 140), tenth => Assert.InRange(FreeAcid.Percent(10, tenth / 10.0, 3.83), 0, 10));
        Assert.Throws<ArgumentOutOfRangeException>(() => FreeAcid.Percent(101, 3, 3));
    }

    [Fact]
    public void Joining_intakes_only_ever_adds_caution()
    {
        var published = new Intake
        {
            Allergies = [Allergen.Latex],
            Sensitivity = Sensitivity.Sensitive,
            Flags = [new Flag { Kind = FlagKind.Rosacea }],
        };
        var latest = new Intake
        {
            Allergies = [Allergen.Nickel],
            Sensitivity = Sensitivity.Resilient,
            Flags = [new Flag { Kind = FlagKind.Pregnancy }],
        };

        var joined = Intake.GentlerOf(published, latest);

        Assert.Equal([Allergen.Latex, Allergen.Nickel], joined.Allergies);
        Assert.Equal([FlagKind.Rosacea, FlagKind.Pregnancy], joined.Flags.Select(flag => flag.Kind));
        Assert.Equal(Sensitivity.Sensitive, joined.Sensitivity);
    }
}
