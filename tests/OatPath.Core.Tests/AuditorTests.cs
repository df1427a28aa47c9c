using OatPath.Core.Audit;
using OatPath.Core.Case;
using OatPath.Core.House;
using OatPath.Core.Plan;
using OatPath.Core.Planner;
using OatPath.Core.Routine;
using OatPath.Core.Shelf;
using OatPath.Core.Skin;

namespace OatPath.Core.Tests;

public class AuditorTests
{
    private static readonly DateOnly Monday = CaseBuilder.Monday;

    /// <summary>Rules that are taken out of the planner one at a time; the auditor has to name each.</summary>
    public static TheoryData<string> Rules =>
        new(
            RuleBook.NeverAtHome,
            RuleBook.AhaLimit,
            RuleBook.UnknownStrength,
            RuleBook.LabelContradicts,
            RuleBook.Allergy,
            RuleBook.AgeRetinoid,
            RuleBook.Pregnancy,
            RuleBook.Isotretinoin,
            RuleBook.EssentialsFirst,
            RuleBook.Empty,
            RuleBook.SunscreenRequired,
            RuleBook.SunscreenMorning,
            RuleBook.SunscreenBetterThanNone,
            RuleBook.StartDoubted,
            RuleBook.PrescriptionUnknown,
            RuleBook.PatchFirst,
            RuleBook.RungFrequency,
            RuleBook.Skip7,
            RuleBook.RungDown,
            RuleBook.StoppedAtEntry,
            RuleBook.RedPause,
            RuleBook.MedicalPause,
            RuleBook.StoppedMedical,
            RuleBook.RepairTonight,
            RuleBook.ChangeSpacing,
            RuleBook.SunNewActive,
            RuleBook.TwoActives,
            RuleBook.TwoExfoliants,
            RuleBook.NoTwoAcidEvenings,
            RuleBook.ExfoliationBudget,
            RuleBook.FlagRepair,
            RuleBook.Sunburn,
            RuleBook.StrongSun,
            RuleBook.TreatmentBefore,
            RuleBook.TreatmentAfter,
            RuleBook.TreatmentRests,
            RuleBook.OpenAfterTreatment,
            RuleBook.Occasion,
            RuleBook.ZoneLeftOut,
            RuleBook.ZoneUnknown,
            RuleBook.DropAfterWindow,
            RuleBook.MaskWithAcid,
            RuleBook.RosaceaScrub,
            RuleBook.ClinicianOnly,
            RuleBook.RestEvening,
            RuleBook.NeverOnDay,
            RuleBook.ElectricalDevice,
            RuleBook.LightMask,
            RuleBook.HeatDevice,
            RuleBook.DeviceGel,
            RuleBook.RecentFiller,
            RuleBook.DeviceEvening,
            RuleBook.StrengthHold,
            RuleBook.Replaced,
            RuleBook.BoosterEvening,
            RuleBook.BoosterNeedsSerum,
            RuleBook.Illness,
            RuleBook.PeelUnder18,
            RuleBook.PeelIsotretinoin,
            RuleBook.PeelFlag,
            RuleBook.PeelSchool,
            RuleBook.PeelInterval,
            RuleBook.PeelSteady,
            RuleBook.PeelStops,
            RuleBook.PeelOff,
            RuleBook.PeelCourse,
            RuleBook.PeelSun,
            RuleBook.PeelNear,
            RuleBook.PeelPigment
        );

    [Theory]
    [MemberData(nameof(Rules))]
    public void Taking_a_rule_out_of_the_planner_is_noticed_as_that_rule(string rule)
    {
        // The estimate only holds back, and so would hide what a missing rule lets through.
        var paper = new RuleSwitch(RuleBook.Tolerance);
        var without = new RuleSwitch(RuleBook.Tolerance, rule);
        for (var seed = 0; seed < 4000; seed++)
        {
            var rules = seed % 2 == 0 ? CaseBuilder.Rules : CaseBuilder.StrongKitRules;
            var file = RandomCase.Kept(seed, rules);
            if (PathAuditor.Audit(file, rules, PathPlanner.Plan(file, rules, null, 45, without)).Any(breach => breach.Rule == rule))
            {
                Assert.Empty(PathAuditor.Audit(file, rules, PathPlanner.Plan(file, rules, null, 45, paper)));
                return;
            }
        }

        Assert.Fail($"No random case showed that {rule} is missing.");
    }

    /// <summary>Rules that speak up too rarely among random clients, each with a client of its own.</summary>
    public static TheoryData<string> RareRules => [.. RareCases.All.Keys];

    [Theory]
    [MemberData(nameof(RareRules))]
    public void A_rare_rule_taken_out_is_noticed_too(string rule)
    {
        var file = RareCases.All[rule]();

        Assert.Empty(CaseCheck.Check(file));
        Assert.Empty(
            PathAuditor.Audit(
                file,
                CaseBuilder.Rules,
                PathPlanner.Plan(file, CaseBuilder.Rules, null, 45, new RuleSwitch(RuleBook.Tolerance))
            )
        );
        Assert.Contains(
            PathAuditor.Audit(
                file,
                CaseBuilder.Rules,
                PathPlanner.Plan(file, CaseBuilder.Rules, null, 45, new RuleSwitch(RuleBook.Tolerance, rule))
            ),
            breach => breach.Rule == rule
        );
    }

    [Fact]
    public void An_active_whose_every_day_is_wished_away_is_warned_of_and_no_breach()
    {
        var never = Enum.GetValues<DayOfWeek>().Where(day => day != DayOfWeek.Saturday).ToArray();
        var file = CaseBuilder
            .Basic()
            .Own(CaseBuilder.Glycolic)
            .InUse("glycolic", Monday.AddDays(-30), 0)
            .Decide(
                new ShapeWeek
                {
                    Id = "week",
                    On = Monday.AddDays(-40),
                    RestEvenings = [DayOfWeek.Saturday],
                    Never = [new("glycolic", never)],
                }
            )
            .Build();
        var path = PathPlanner.Plan(file, CaseBuilder.Rules, null, 45);

        Assert.Contains(path.Warnings, warning => warning.Rule == RuleBook.WishShort);
        Assert.Empty(path.DaysOf("glycolic"));
        Assert.Empty(PathAuditor.Audit(file, CaseBuilder.Rules, path));
    }

    [Fact]
    public void An_acid_put_by_hand_on_a_pause_day_is_reported_with_rule_and_date()
    {
        var file = CaseBuilder
            .Basic()
            .Own(CaseBuilder.Glycolic)
            .InUse("glycolic", Monday.AddDays(-30), 1)
            .Use("glycolic", Monday)
            .Report(Monday, new CheckIn.SkinReport { Sting = 8, StingSeconds = 60 })
            .Now(Monday, 22)
            .Build();
        var path = PathPlanner.Plan(file, CaseBuilder.Rules, days: 10);
        var acid = new Step
        {
            Key = "glycolic",
            Action = StepAction.Apply,
            Product = "glycolic",
            Kind = ProductKind.ExfoliatingToner,
            Slot = RoutineSlot.Acid,
            SkinState = SkinState.Dry,
            Frequency = Frequency.OnceAWeek,
            Because = [Because.Of(RuleBook.Rung)],
        };
        var edited = path with
        {
            Days =
            [
                .. path.Days.Select(
                    (day, i) => i == 4 ? day with { Evening = day.Evening with { Steps = [.. day.Evening.Steps, acid] } } : day
                ),
            ],
        };

        Assert.Empty(PathAuditor.Audit(file, CaseBuilder.Rules, path));
        Assert.Contains(PathAuditor.Audit(file, CaseBuilder.Rules, edited), breach =>
            breach.Rule == RuleBook.RedPause && breach.Date == Monday.AddDays(4)
        );
    }

    [Fact]
    public void A_plan_that_does_nothing_is_not_accepted_as_safe()
    {
        var file = CaseBuilder.Basic().Own(CaseBuilder.Glycolic).Start("glycolic", Monday).Build();
        var path = PathPlanner.Plan(file, CaseBuilder.Rules, days: 30);
        var idle = path with
        {
            Days = [.. path.Days.Select(day => day with { Evening = new HalfDay([], []), Morning = new HalfDay([], []) })],
        };

        var rules = PathAuditor.Audit(file, CaseBuilder.Rules, idle).Select(breach => breach.Rule).ToHashSet();
        Assert.Contains("live.first-rung", rules);
        Assert.Contains("live.unexplained", rules);
    }

    [Fact]
    public void A_product_that_is_on_nobodys_shelf_is_reported()
    {
        var file = CaseBuilder.Basic().Build();
        var path = PathPlanner.Plan(file, CaseBuilder.Rules, days: 1);
        var stray = new Step
        {
            Key = "stray",
            Action = StepAction.Apply,
            Product = "stray",
            Because = [Because.Of(RuleBook.Everyday)],
        };

        Assert.Contains(
            PathAuditor.Audit(file, CaseBuilder.Rules, path with { Days = [path.Days[0] with { Morning = new HalfDay([stray], []) }] }),
            breach => breach.Rule == "path.unknown-product"
        );
    }

    [Fact]
    public void Overlapping_windows_cost_one_rung_in_total()
    {
        var file = CaseBuilder
            .Basic()
            .Own(CaseBuilder.Azelaic)
            .InUse("azelaic", Monday.AddDays(-3), 3)
            .Use("azelaic", Monday.AddDays(-1))
            .Flag(FlagKind.Sunburn, Monday.AddDays(2))
            .Treat(Care.TreatmentKind.Waxing, Monday.AddDays(8))
            .Build();
        var path = PathPlanner.Plan(file, CaseBuilder.Rules, days: 30);

        Assert.Empty(PathAuditor.Audit(file, CaseBuilder.Rules, path));
        Assert.Equal(
            Frequency.EveryOther,
            path.Days.SelectMany(day => day.Evening.Steps).Last(step => step.Product == "azelaic").Frequency
        );
    }

    [Fact]
    public void A_booster_whose_serum_nobody_began_is_no_active_that_was_asked_for()
    {
        var file = CaseBuilder
            .Basic()
            .Own([.. RandomCase.Mandelic])
            .Decide(
                new StartActive
                {
                    Id = "b",
                    Product = RandomCase.Mandelic[1].Id,
                    On = CaseBuilder.Monday,
                    BoosterFor = RandomCase.Mandelic[0].Id,
                }
            )
            .Build();

        var path = PathPlanner.Plan(file, CaseBuilder.Rules, days: 60);
        Assert.DoesNotContain(path.Days, day => day.Evening.Has(RandomCase.Mandelic[1].Id));
        Assert.Empty(PathAuditor.Audit(file, CaseBuilder.Rules, path));
    }
}
