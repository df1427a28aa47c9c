using OatPath.Core.Audit;
using OatPath.Core.Care;
using OatPath.Core.Case;
using OatPath.Core.CheckIn;
using OatPath.Core.House;
using OatPath.Core.Plan;
using OatPath.Core.Planner;
using OatPath.Core.Routine;
using OatPath.Core.Scripting;
using OatPath.Core.Shelf;
using OatPath.Core.Skin;

namespace OatPath.Core.Tests;

/// <summary>Rollers and nano tips are one family: what rests around them, for the planner and for the auditor by itself.</summary>
public class NeedleFamilyTests
{
    private static readonly DateOnly Monday = CaseBuilder.Monday;

    private static readonly Product Wand = new()
    {
        Id = "wand",
        Name = "Pin wand",
        Kind = ProductKind.NanoTip,
    };
    private static readonly Product Tips = new()
    {
        Id = "tips",
        Name = "Pin tips",
        Kind = ProductKind.DeviceTip,
        MadeFor = ProductKind.NanoTip,
        Pieces = 40,
    };
    private static readonly Product Derivative = new()
    {
        Id = "morning-c",
        Name = "Rowan drops",
        Kind = ProductKind.AntioxidantSerum,
        Actives = [new(Substance.VitaminCDerivative, 5)],
    };
    private static readonly Product Razor = new()
    {
        Id = "razor",
        Name = "Weir razor",
        Kind = ProductKind.Razor,
        Pieces = 40,
    };

    private static CaseBuilder Tipped(params Product[] others) =>
        CaseBuilder.Basic().Own([Wand, Tips, CaseBuilder.Glide, .. others]).Start("wand", Monday);

    [Fact]
    public void A_nano_tip_keeps_vitamin_C_and_retinoid_off_the_day_before_and_two_after()
    {
        var path = Tipped(Derivative, CaseBuilder.Retinol)
            .InUse("retinol", Monday.AddDays(-60), 3)
            .InUse("morning-c", Monday.AddDays(-60), 1)
            .Plan(60);
        var days = path.DaysOf("wand");
        Assert.True(days.Count >= 4, $"{days.Count}");
        Assert.All(days.Zip(days.Skip(1)), pair => Assert.True(pair.Second.DayNumber - pair.First.DayNumber >= 7));
        foreach (var product in new[] { "retinol", "morning-c" })
        {
            Assert.NotEmpty(path.DaysOf(product));
            Assert.All(days, day =>
                Assert.DoesNotContain(path.DaysOf(product), other => other >= day.AddDays(-1) && other <= day.AddDays(2))
            );
        }
    }

    [Theory]
    [InlineData(false)]
    [InlineData(true)]
    public void A_razor_and_the_tip_keep_three_days_between_them_unless_both_are_established(bool established)
    {
        var rules = CaseBuilder.Rules with { NanoAfterRazor = established };
        var built = Tipped(Razor).Start("razor", Monday);
        var path = PathPlanner.Plan(built.Build(), rules, null, 60);
        var (tips, razors) = (path.DaysOf("wand"), path.DaysOf("razor"));
        Assert.True(tips.Count > 0 && razors.Count > 0);
        Assert.All(tips, day =>
            Assert.DoesNotContain(razors, razor => Math.Abs(razor.DayNumber - day.DayNumber) < 3 && (!established || razor != day))
        );
        Assert.Empty(PathAuditor.Audit(built.Build(), rules, path));
    }

    [Fact]
    public void The_auditor_sees_what_is_too_near_a_tip_by_itself()
    {
        foreach (
            var (near, on, from) in new[]
            {
                (Derivative, Moment.Morning, Monday),
                (CaseBuilder.Retinol, Moment.Evening, Monday),
                (Razor, Moment.Evening, Monday),
            }
        )
        {
            var file = Tipped(near).InUse(near.Id, from.AddDays(-60), 1).Build();
            var path = PathPlanner.Plan(file, CaseBuilder.Rules, null, 30);
            var day = path.DaysOf("wand")[0].AddDays(1);
            var step = new Step
            {
                Key = near.Id,
                Action = StepAction.Apply,
                Product = near.Id,
                Kind = near.Kind,
                Slot = RoutineSlots.Of(near.Kind)!.Value,
            };
            DayPath Spoiled(DayPath one) =>
                on == Moment.Morning
                    ? one with
                    {
                        Morning = one.Morning with { Steps = [.. one.Morning.Steps, step] },
                    }
                    : one with
                    {
                        Evening = one.Evening with { Steps = [.. one.Evening.Steps, step] },
                    };
            var spoiled = path with { Days = [.. path.Days.Select(one => one.Date == day ? Spoiled(one) : one)] };

            Assert.Contains(PathAuditor.Audit(file, CaseBuilder.Rules, spoiled), breach =>
                breach.Rule == RuleBook.NeedleRest && breach.Product == near.Id
            );
        }
    }

    [Fact]
    public void A_first_use_of_a_tip_is_asked_about()
    {
        var path = Tipped().Use("wand", Monday.AddDays(-1)).Plan(3);

        Assert.Contains(path.CheckIns, due => due.Of == CheckIn.CheckInOf.HomeNeedles && due.Source == "wand");
    }

    /// <summary>A serum entered as made for needles, with something in it that does not belong under them, or none at all.</summary>
    public static TheoryData<string> Unfit => new("none", "daily", "scented", "alcohol", "oil", "acid", "vitamin", "empty");

    [Theory]
    [MemberData(nameof(Unfit))]
    public void Needles_are_not_planned_without_a_plain_serum_of_their_own(string what)
    {
        var glide = CaseBuilder.Glide;
        Product? serum = what switch
        {
            "daily" => glide with { MadeFor = null },
            "scented" => glide with { Contains = [Allergen.Fragrance] },
            "alcohol" => glide with { AlcoholNearTop = true },
            "oil" => glide with { HeavyOil = true },
            "acid" => glide with { Actives = [new(Substance.Lactic, 2)], Ph = 4.5m },
            "vitamin" => glide with { Actives = [new(Substance.VitaminCDerivative, 5)] },
            "empty" => glide with { EmptyOn = Monday.AddDays(-1) },
            _ => null,
        };
        var without = CaseBuilder.Basic().Own([Wand, Tips, .. serum is null ? Array.Empty<Product>() : [serum]]).Start("wand", Monday);
        Assert.Equal(RuleBook.NeedleSerum, without.Plan(1).Days[0].Evening.WhyNot("wand"));
        Assert.Empty(without.Plan(30).DaysOf("wand"));

        // The auditor says so by itself, where the planner is told to let it pass.
        var path = PathPlanner.Plan(without.Build(), CaseBuilder.Rules, null, 30, new RuleSwitch(RuleBook.NeedleSerum));
        Assert.NotEmpty(path.DaysOf("wand"));
        Assert.Contains(PathAuditor.Audit(without.Build(), CaseBuilder.Rules, path), breach =>
            breach.Rule == RuleBook.NeedleSerum && breach.Product == "wand"
        );
    }

    [Fact]
    public void The_serum_stands_before_the_needles_on_their_evenings_only()
    {
        var path = Tipped().Plan(30);
        var evenings = path.DaysOf("wand");
        Assert.Equal(evenings, path.DaysOf("glide"));
        foreach (var day in path.Days)
        {
            Assert.DoesNotContain(day.Morning.Steps, step => step.Product == "glide");
            var steps = day.Evening.Steps.Where(step => step.Product is not null).Select(step => step.Product).ToList();
            Assert.Equal(evenings.Contains(day.Date) ? steps.IndexOf("wand") - 1 : -1, steps.IndexOf("glide"));
            Assert.Equal(!evenings.Contains(day.Date), day.Evening.Omitted.Any(omission => omission.Product == "glide"));
        }
    }

    [Fact]
    public void The_serum_is_counted_by_its_own_ticks_and_ends_the_evenings_with_it()
    {
        // Two uses of 3 drops are left.
        var serum = CaseBuilder.Glide with { Dispenser = Dispenser.Pipette, ContentMl = 0.6m, UnitMl = 0.1m };
        CaseBuilder Own() => CaseBuilder.Basic().Own(Wand, Tips, serum).Start("wand", Monday.AddDays(-30));
        Assert.Equal(2, Own().Plan(60).DaysOf("wand").Count);

        var used = Own()
            .Use("wand", Monday.AddDays(-14))
            .Use("glide", Monday.AddDays(-14))
            .Use("wand", Monday.AddDays(-7))
            .Use("glide", Monday.AddDays(-7));
        Assert.Equal(RuleBook.UsedUp, used.Plan(1).Days[0].Evening.WhyNot("wand"));
        Assert.Contains(used.Plan(1).Questions, question => question.Product == "glide" && question.Because.Rule == RuleBook.UsedUp);
        Assert.Empty(PathAuditor.Audit(used.Build(), CaseBuilder.Rules, used.Plan(60)));
    }

    [Theory]
    [InlineData(ProductKind.NanoTip, null)]
    [InlineData(ProductKind.NeedleRoller, 0.25)]
    [InlineData(ProductKind.NeedleRoller, 0.5)]
    public void What_goes_on_afterwards_is_the_same_text_in_plan_and_guide(ProductKind kind, double? length)
    {
        var needles = Wand with { Kind = kind, NeedleMm = (decimal?)length };
        var rules = CaseBuilder.Rules with { LongNeedlesSignedOff = true };
        var file = CaseBuilder
            .Basic()
            .Own(needles, Tips, CaseBuilder.Glide)
            .Decide(
                new StartActive
                {
                    Id = "s",
                    Product = "wand",
                    On = Monday,
                    Reason = "shown in the salon",
                }
            )
            .Build();
        var path = PathPlanner.Plan(file, rules, null, 30);
        var on = path.DaysOf("wand")[0];
        var step = path.Days.First(day => day.Date == on).Evening.Steps.First(step => step.Product == "wand");
        var script = SessionCompiler.Compile(file, rules, "wand", on).Script!;

        Assert.Equal(script.After, StepWords.How(step).TakeLast(script.After.Count));
        var text = string.Join(" ", script.After);
        Assert.Contains(length == 0.5 ? "72 hours" : "48 hours", text, StringComparison.Ordinal);
        Assert.Contains(length == 0.5 ? "7 days" : "2 days", text, StringComparison.Ordinal);
        Assert.Contains(script.Kit, item => item.Id == "serum" && item.Title.Contains("Still serum", StringComparison.Ordinal));

        // The spans of the path are those of the text.
        Assert.All(path.Windows.Where(window => window.Product == "wand" && window.From <= on && window.Until is not null), window =>
            Assert.Contains(NeedleCare.Rests(needles), rest => rest.Kind == window.Restriction && on.AddDays(rest.After) == window.Until)
        );
    }

    [Theory]
    [InlineData(0.25, Outcome.EaseOff)]
    [InlineData(0.5, Outcome.CarryOn)]
    public void Pink_past_a_day_is_usual_after_long_needles_only(double length, Outcome outcome)
    {
        var rules = CaseBuilder.Rules with { LongNeedlesSignedOff = true };
        var roller = new Product
        {
            Id = "roller",
            Name = "Burr",
            Kind = ProductKind.NeedleRoller,
            NeedleMm = (decimal)length,
        };
        var file = CaseBuilder
            .Basic()
            .Own(roller, CaseBuilder.Glide)
            .Decide(
                new StartActive
                {
                    Id = "s",
                    Product = "roller",
                    On = Monday.AddDays(-30),
                    Reason = "shown in the salon",
                }
            )
            .Use("roller", Monday.AddDays(-2))
            .Report(
                Monday.AddDays(-2),
                new()
                {
                    Sting = 1,
                    StingSeconds = 10,
                    Redness = 1,
                    RednessPast24h = true,
                },
                Monday.AddDays(-1),
                23
            )
            .Now(Monday)
            .Build();
        var path = PathPlanner.Plan(file, rules, null, 60);

        Assert.Equal(outcome, path.Reports.Single().Outcome);
        Assert.Equal(outcome == Outcome.CarryOn, path.DaysOf("roller").Count > 0);
        Assert.Empty(PathAuditor.Audit(file, rules, path));
    }
}
