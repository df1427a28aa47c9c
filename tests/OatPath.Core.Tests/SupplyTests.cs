using OatPath.Core.Audit;
using OatPath.Core.Case;
using OatPath.Core.CheckIn;
using OatPath.Core.Forecast;
using OatPath.Core.House;
using OatPath.Core.Plan;
using OatPath.Core.Shelf;
using OatPath.Core.Skin;

namespace OatPath.Core.Tests;

public class SupplyTests
{
    private static readonly DateOnly Monday = CaseBuilder.Monday;

    private static Product Serum =>
        new()
        {
            Id = "serum",
            Name = "Dew serum",
            Kind = ProductKind.HydratingSerum,
            Dispenser = Dispenser.TreatmentPump,
            ContentMl = 30,
        };
    private static Product Acid =>
        new()
        {
            Id = "acid",
            Name = "Weir drops",
            Kind = ProductKind.LeaveOnAcidLiquid,
            Dispenser = Dispenser.TreatmentPump,
            ContentMl = 30,
            Actives = [new(Substance.Lactic, 5)],
            Ph = 3.8m,
        };
    private static Product Sun => CaseBuilder.Sunscreen with { ContentMl = 50 };

    private static SupplyForecastLine Line(CaseBuilder build, string product) =>
        SupplyForecast.Of(build.Build(), CaseBuilder.Rules).Single(line => line.Product == product);

    [Fact]
    public void Two_pumps_twice_a_day_from_30_mL_end_on_day_60()
    {
        var line = Line(CaseBuilder.Basic().Own(Serum), "serum");

        Assert.Equal(Monday.AddDays(59), line.Committed);
        Assert.Equal(Monday.AddDays(59), line.Projected);
        Assert.Equal(Monday.AddDays(49), line.ReorderOn);
    }

    [Fact]
    public void Two_pumps_an_evening_up_the_whole_ladder_end_on_day_157()
    {
        var build = CaseBuilder.Basic().Own(Acid).InUse("acid", Monday, 1);
        var line = Line(build, "acid");

        Assert.Equal(Monday.AddDays(156), line.Projected);
        Assert.True(line.Committed is null || line.Committed > line.Projected);
        Assert.Equal(line.Projected!.Value.AddDays(-10), line.ReorderOn);
    }

    [Fact]
    public void The_projected_ramp_is_what_happens_when_every_step_is_approved_on_its_day()
    {
        var build = CaseBuilder.Basic().Own(Acid).InUse("acid", Monday, 1);
        DateOnly? last = null;
        for (var day = Monday; day < Monday.AddDays(170); day = day.AddDays(1))
        {
            build.Now(day, 12);
            var path = build.Plan(1);
            if (path.Questions.FirstOrDefault(question => question.Kind == QuestionKind.StepUp) is { } asked)
            {
                build.StepUp("acid", asked.Rung!.Value, day);
                path = build.Plan(1);
            }

            if (path.Days[0].Evening.Has("acid"))
            {
                var line = path.Supply.Single(supply => supply.Product == "acid");
                if (line.MillilitresLeft < 0.25m)
                {
                    break;
                }

                build.Use("acid", day).Report(day, new SkinReport());
                last = day;
            }
        }

        Assert.Equal(Monday.AddDays(156), last);
    }

    [Fact]
    public void Sunscreen_counts_each_time_it_goes_on_again()
    {
        var inside = Line(new CaseBuilder().Own(CaseBuilder.Cleanser, Sun).With(intake => intake with { HoursOutdoors = 1 }), "sun");
        var outside = Line(
            new CaseBuilder().Own(CaseBuilder.Cleanser, Sun).With(intake => intake with { HoursOutdoors = 4, SweatOrWater = true }),
            "sun"
        );

        Assert.Equal(Monday.AddDays(19), inside.Committed);
        Assert.Equal(Monday.AddDays(4), outside.Committed);
    }

    [Fact]
    public void Ticked_uses_and_a_look_at_the_bottle_change_what_is_left()
    {
        var ticked = CaseBuilder.Basic().Own(Serum).Use("serum", Monday.AddDays(-1)).Use("serum", Monday.AddDays(-2));
        Assert.Equal(29.5m, Line(ticked, "serum").Left);

        var seen = ticked.Log(
            new BottleSeen
            {
                Id = "look",
                Product = "serum",
                Share = 1 / 3m,
                HappenedAt = CaseBuilder.At(Monday.AddDays(-1), 22),
            }
        );
        Assert.Equal(10m, Math.Round(Line(seen, "serum").Left, 2));
        Assert.Equal(Monday.AddDays(19), Line(seen, "serum").Committed);
    }

    [Fact]
    public void A_tick_of_this_morning_is_not_taken_off_twice()
    {
        var line = Line(CaseBuilder.Basic().Own(Serum).Use("serum", Monday, Moment.Morning), "serum");

        Assert.Equal(29.75m, line.Left);
        Assert.Equal(Monday.AddDays(59), line.Committed);
    }

    [Fact]
    public void Counted_goods_are_counted_in_pieces()
    {
        var pads = new Product
        {
            Id = "pads",
            Name = "Thistle pads",
            Kind = ProductKind.PeelPad,
            Dispenser = Dispenser.Pad,
            Pieces = 4,
            Actives = [new(Substance.Mandelic, 5)],
            Ph = 3.7m,
        };
        var build = CaseBuilder.Basic().Own(pads).InUse("pads", Monday, 1);
        var line = Line(build, "pads");

        Assert.True(line.IsCounted);
        Assert.Equal(4, line.Left);
        Assert.Equal(build.Plan().DaysOf("pads")[3], line.Committed);
        Assert.Equal(4, build.Plan().Supply.Single(supply => supply.Product == "pads").PiecesLeft);
    }

    [Fact]
    public void A_dispenser_of_its_own_size_changes_the_count()
    {
        var half = Line(CaseBuilder.Basic().Own(Serum with { UnitMl = 0.25m }), "serum");

        Assert.Equal(Monday.AddDays(29), half.Committed);
    }

    [Fact]
    public void Cost_of_a_month_and_what_spoils_are_told()
    {
        var line = Line(CaseBuilder.Basic().Own(Serum with { Price = 24, ContentMl = 90, OpenedOn = Monday, MonthsGood = 3 }), "serum");

        Assert.Equal(15m, line.NextMonth);
        Assert.Equal(4m, line.MonthCost);
        Assert.Equal(Monday.AddMonths(3), line.SpoilsOn);
        Assert.InRange(line.SpoiledLeft, 40, 50);
        Assert.Null(Line(CaseBuilder.Basic().Own(Serum with { OpenedOn = Monday, MonthsGood = 6 }), "serum").SpoilsOn);
    }

    [Fact]
    public void A_sunscreen_that_ran_out_stops_the_acid_at_once_and_a_new_one_lets_it_go_on()
    {
        var build = CaseBuilder
            .Basic()
            .Own(CaseBuilder.Glycolic)
            .InUse("glycolic", Monday.AddDays(-40), 1)
            .Use("glycolic", Monday.AddDays(-4))
            .Log(
                new Skipped
                {
                    Id = "out",
                    Product = "sun",
                    Day = Monday,
                    Moment = Moment.Morning,
                    Reason = Skipped.RanOut,
                    HappenedAt = CaseBuilder.At(Monday, 8),
                }
            );
        var without = build.Plan(14);

        Assert.Empty(without.DaysOf("glycolic"));
        Assert.Contains(without.Questions, question => question.Kind == QuestionKind.NoSunscreen);
        Assert.Equal(RuleBook.SunscreenRequired, without.Days[0].Evening.WhyNot("glycolic"));
        Assert.Empty(PathAuditor.Audit(build.Build(), CaseBuilder.Rules, without));

        var opened = build
            .Log(
                new BottleSeen
                {
                    Id = "new",
                    Product = "sun",
                    Share = 1,
                    Opened = true,
                    HappenedAt = CaseBuilder.At(Monday, 12),
                }
            )
            .Plan(14);
        Assert.NotEmpty(opened.DaysOf("glycolic"));
        Assert.DoesNotContain(opened.Questions, question => question.Kind == QuestionKind.NoSunscreen);
        Assert.Empty(PathAuditor.Audit(build.Build(), CaseBuilder.Rules, opened));
    }

    [Fact]
    public void Days_without_a_bottle_are_no_days_on_which_it_was_planned()
    {
        var build = CaseBuilder
            .Basic()
            .Own(CaseBuilder.Glycolic)
            .InUse("glycolic", Monday.AddDays(-40), 1)
            .Log(
                new BottleSeen
                {
                    Id = "out",
                    Product = "sun",
                    Share = 0,
                    HappenedAt = CaseBuilder.At(Monday.AddDays(-20), 8),
                }
            )
            .Log(
                new BottleSeen
                {
                    Id = "new",
                    Product = "sun",
                    Share = 1,
                    Opened = true,
                    HappenedAt = CaseBuilder.At(Monday.AddDays(-6), 8),
                }
            );
        var past = build
            .Plan(40, Monday.AddDays(-30))
            .DaysOf("glycolic")
            .Where(day => day >= Monday.AddDays(-20) && day < Monday.AddDays(-6));

        Assert.Empty(past);
    }
}
