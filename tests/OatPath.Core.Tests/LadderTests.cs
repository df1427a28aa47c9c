using OatPath.Core.Case;
using OatPath.Core.House;
using OatPath.Core.Planner;
using OatPath.Core.Ramp;
using OatPath.Core.Shelf;
using OatPath.Core.Skin;

namespace OatPath.Core.Tests;

public class LadderTests
{
    private static Product Of(ProductKind kind, params Active[] actives) =>
        new()
        {
            Id = "x",
            Name = "X",
            Kind = kind,
            Actives = actives,
            Ph = 3.7m,
        };

    private static Ladder? For(Product product, Sensitivity sensitivity = Sensitivity.Average, HouseRules? rules = null) =>
        Ladder.For(product, new Intake { Sensitivity = sensitivity }, rules ?? new HouseRules());

    [Theory]
    [InlineData(Substance.Salicylic, "1")]
    [InlineData(Substance.Glycolic, "7")]
    [InlineData(Substance.Lactic, "5")]
    [InlineData(Substance.Mandelic, "8")]
    [InlineData(Substance.Gluconolactone, "8")]
    public void A_leave_on_acid_climbs_from_two_evenings_to_every_evening(Substance substance, string percent)
    {
        var ladder = For(
            Of(
                ProductKind.LeaveOnAcidLiquid,
                new Active(substance, decimal.Parse(percent, System.Globalization.CultureInfo.InvariantCulture))
            )
        )!;

        Assert.Equal("leave-on-acid", ladder.Id);
        Assert.Equal(
            [Frequency.OnceAWeek, Frequency.TwiceAWeek, Frequency.ThreeAWeek, Frequency.EveryOther, Frequency.EveryDay],
            ladder.Rungs.Select(rung => rung.Frequency)
        );
        Assert.Equal((Frequency.TwiceAWeek, 21), (ladder[ladder.StartRung], ladder.HoldDays));
    }

    [Theory]
    [InlineData(Sensitivity.Sensitive)]
    [InlineData(Sensitivity.Reactive)]
    public void Sensitive_skin_starts_at_the_entry_rung_and_holds_four_weeks_whatever_the_house_says(Sensitivity sensitivity)
    {
        var bold = new HouseRules { AcidStartEvenings = 3 };
        foreach (var product in new[] { CaseBuilder.Glycolic, CaseBuilder.Azelaic, CaseBuilder.Retinol })
        {
            var ladder = For(product, sensitivity, bold)!;
            Assert.Equal((0, 28), (ladder.StartRung, ladder.HoldDays));
        }
    }

    [Fact]
    public void Azelaic_starts_at_three_and_a_retinoid_at_one_with_a_hold_of_14()
    {
        var azelaic = For(CaseBuilder.Azelaic)!;
        var retinoid = For(CaseBuilder.Retinol)!;

        Assert.Equal(Frequency.ThreeAWeek, azelaic[azelaic.StartRung]);
        Assert.Equal((Frequency.OnceAWeek, 14), (retinoid[retinoid.StartRung], retinoid.HoldDays));
    }

    [Fact]
    public void A_pad_with_a_retinoid_counts_as_a_pad_and_everyday_products_have_no_ladder()
    {
        Assert.Equal("peel-pad", For(Of(ProductKind.PeelPad, new Active(Substance.Glycolic, 5), new Active(Substance.Retinol, 0.1m)))!.Id);
        Assert.Null(For(CaseBuilder.Moisturiser));
        Assert.Null(For(Of(ProductKind.NiacinamideSerum, new Active(Substance.Niacinamide, 5))));
    }

    [Fact]
    public void Rungs_of_every_ladder_rise()
    {
        foreach (var kind in Enum.GetValues<ProductKind>())
        {
            foreach (var substance in Enum.GetValues<Substance>())
            {
                if (For(Of(kind, new Active(substance, 1))) is { } ladder)
                {
                    Assert.Equal(ladder.Rungs.Select(rung => rung.Frequency).Order(), ladder.Rungs.Select(rung => rung.Frequency));
                    Assert.InRange(ladder.StartRung, 0, ladder.Top);
                }
            }
        }
    }

    [Fact]
    public void A_beginners_budget_is_three_until_an_approved_rung_asks_for_more()
    {
        var rules = new HouseRules();

        Assert.Equal(3, ExfoliationBudget.Per7Days(false, Frequency.ThreeAWeek, rules));
        Assert.Equal(4, ExfoliationBudget.Per7Days(false, Frequency.EveryOther, rules));
        Assert.Equal(7, ExfoliationBudget.Per7Days(true, Frequency.OnceAWeek, rules));
        Assert.Equal(1, ExfoliationBudget.Per7Days(ExfoliantRole.Razor, new Intake()));
    }

    [Fact]
    public void Load_rises_with_strength_and_falls_with_pH_and_rinsing()
    {
        double Load(decimal percent, decimal? ph, ProductKind kind) =>
            LoadIndex.Of(
                new Product
                {
                    Id = "x",
                    Name = "x",
                    Kind = kind,
                    Actives = [new(Substance.Glycolic, percent)],
                    Ph = ph,
                }
            );

        Assert.True(Load(7, 3.6m, ProductKind.LeaveOnAcidLiquid) > Load(5, 3.6m, ProductKind.LeaveOnAcidLiquid));
        Assert.True(Load(7, 3.6m, ProductKind.LeaveOnAcidLiquid) > Load(7, 4.2m, ProductKind.LeaveOnAcidLiquid));
        Assert.True(Load(7, null, ProductKind.LeaveOnAcidLiquid) > Load(7, 3.6m, ProductKind.LeaveOnAcidLiquid));
        Assert.True(Load(7, 3.6m, ProductKind.LeaveOnAcidLiquid) > Load(7, 3.6m, ProductKind.ExfoliatingCleanser));
        Assert.Equal(0, LoadIndex.Of(CaseBuilder.Moisturiser));
    }

    [Theory]
    [InlineData(Frequency.OnceAWeek, false, "1 evening a week")]
    [InlineData(Frequency.ThreeAWeek, true, "3 mornings a week")]
    [InlineData(Frequency.EveryOther, false, "every other evening")]
    [InlineData(Frequency.EveryDay, true, "every morning")]
    public void A_rung_is_said_plainly(Frequency frequency, bool morning, string words) => Assert.Equal(words, frequency.InWords(morning));

    [Theory]
    [InlineData(ProductKind.ClayMask, SkinType.Dry, 3)]
    [InlineData(ProductKind.SoothingMask, SkinType.Normal, 3)]
    [InlineData(ProductKind.Scrub, SkinType.Normal, 1)]
    [InlineData(ProductKind.Scrub, SkinType.Oily, 2)]
    [InlineData(ProductKind.Mitt, SkinType.Oily, 2)]
    [InlineData(ProductKind.Enzyme, SkinType.Normal, 2)]
    [InlineData(ProductKind.Razor, SkinType.Oily, 1)]
    public void A_weekly_extra_is_once_a_week_until_more_is_agreed_and_never_above_the_most_of_its_kind(
        ProductKind kind,
        SkinType skin,
        int most
    )
    {
        var extra = new Product
        {
            Id = "extra",
            Name = "Fen extra",
            Kind = kind,
        };
        var ladder = Ladder.For(extra, new Intake { SkinType = skin }, new HouseRules())!;
        Assert.Equal((most - 1, 0), (ladder.Top, ladder.StartRung));

        int Weeks(int? agreed)
        {
            var builder = CaseBuilder.Basic().With(intake => intake with { SkinType = skin }).Own(extra);
            var file = agreed is { } rung
                ? builder
                    .Decide(
                        new ShapeLadder
                        {
                            Id = "often",
                            On = CaseBuilder.Monday,
                            Product = "extra",
                            Start = rung,
                        }
                    )
                    .Build()
                : builder.Build();
            return PathPlanner.Plan(file, CaseBuilder.Rules, days: 28).DaysOf("extra").Count;
        }

        // What irritates is asked for, rung by rung.
        Assert.Equal(extra.IsRaised() && most > 1, ladder.Climbs);
        if (!extra.IsRaised())
        {
            Assert.Equal(4, Weeks(null));
            Assert.Equal(4 * most, Weeks(9));
        }
    }
}
