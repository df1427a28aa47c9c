using OatPath.Core.Audit;
using OatPath.Core.Care;
using OatPath.Core.House;
using OatPath.Core.Plan;
using OatPath.Core.Planner;
using OatPath.Core.Skin;

namespace OatPath.Core.Tests;

public class CareTests
{
    private static readonly DateOnly Today = CaseBuilder.Monday;
    private static readonly DateOnly On = Today.AddDays(20);

    private static CaseBuilder Nightly() =>
        CaseBuilder
            .Basic()
            .Own(CaseBuilder.Glycolic)
            .InUse("glycolic", Today.AddDays(-1), 4)
            .Use("glycolic", Today.AddDays(-1))
            .Established(Family.Aha, Today);

    public static TheoryData<TreatmentKind> Kinds => new(Enum.GetValues<TreatmentKind>());

    [Theory]
    [MemberData(nameof(Kinds))]
    public void Actives_stop_before_and_after_each_treatment_to_the_day(TreatmentKind kind)
    {
        var times = TreatmentTimes.Of(kind);
        var days = Nightly().Treat(kind, On).Plan(70).DaysOf("glycolic");

        Assert.DoesNotContain(days, day => day >= On.AddDays(-times.BeforeDays) && day <= On.AddDays(times.AfterDays));
        Assert.Contains(On.AddDays(-times.BeforeDays - 1), days);
        Assert.Contains(days, day => day > On.AddDays(times.AfterDays) && day <= On.AddDays(times.AfterDays + 3));
    }

    [Theory]
    [InlineData(FlagKind.Illness)]
    [InlineData(FlagKind.SkinFlare)]
    [InlineData(FlagKind.ColdSoreActive)]
    public void After_an_illness_an_active_comes_back_one_rung_lower_and_only_once(FlagKind kind)
    {
        var file = Nightly()
            .Flag(kind, Today.AddDays(5), Today.AddDays(9))
            .Flag(FlagKind.Illness, Today.AddDays(7), Today.AddDays(12))
            .Build();
        var path = PathPlanner.Plan(file, CaseBuilder.Rules, days: 40);
        var days = path.DaysOf("glycolic");

        Assert.DoesNotContain(days, day => day >= Today.AddDays(5) && day <= Today.AddDays(12));
        Assert.Equal(Today.AddDays(13), days.First(day => day > Today.AddDays(5)));
        Assert.Equal(Frequency.EveryOther, path.On(Today.AddDays(13))!.Evening.Steps.Single(step => step.Product == "glycolic").Frequency);
        Assert.Empty(PathAuditor.Audit(file, CaseBuilder.Rules, path));
    }

    [Fact]
    public void An_illness_without_an_end_rests_the_actives_until_there_is_one() =>
        Assert.Empty(Nightly().Flag(FlagKind.Illness, Today).Plan(60).DaysOf("glycolic"));

    [Theory]
    [MemberData(nameof(Kinds))]
    public void A_care_window_is_the_repair_routine_with_sunscreen_and_says_its_end(TreatmentKind kind)
    {
        var times = TreatmentTimes.Of(kind);
        var path = Nightly().Treat(kind, On).Plan(70);
        foreach (var day in path.Days.Where(day => times.AfterDays > 0 && day.Date >= On && day.Date <= On.AddDays(times.AfterDays)))
        {
            Assert.True(day.Evening.Repair);
            if (!CareRowTests.IsOpen(kind, On, day.Date))
            {
                Assert.Equal("sun", day.Morning.Steps[^1].Key);
            }

            Assert.Contains(day.Avoid, because => because.Rule == RuleBook.TreatmentAfter);
        }

        Assert.Contains(path.Windows, window =>
            window.Kind == WindowKind.Care && window.From == On && window.Until == On.AddDays(times.AfterDays)
        );
    }

    [Fact]
    public void A_window_asks_for_SPF_50()
    {
        var path = new CaseBuilder()
            .Own(CaseBuilder.Cleanser, CaseBuilder.Moisturiser, CaseBuilder.Sunscreen with { Spf = 30 }, CaseBuilder.Glycolic)
            .InUse("glycolic", Today.AddDays(-1), 1)
            .Treat(TreatmentKind.SuperficialPeel, On)
            .Plan(70);

        Assert.DoesNotContain(path.DaysOf("glycolic"), day => day >= On && day <= On.AddDays(14));
        Assert.Contains(path.DaysOf("glycolic"), day => day > On.AddDays(14));
    }

    [Fact]
    public void The_rung_after_a_window_is_one_lower_and_named()
    {
        var path = Nightly().Treat(TreatmentKind.SuperficialPeel, On).Plan(70);
        var after = path
            .Days.First(day => day.Date > On.AddDays(7) && day.Evening.Has("glycolic"))
            .Evening.Steps.First(step => step.Product == "glycolic");

        Assert.Equal(Frequency.EveryOther, after.Frequency);
        Assert.Contains(after.Because, because => because.Rule == RuleBook.DropAfterWindow);
    }

    [Theory]
    [InlineData(FlagKind.Sunburn, 0, 7)]
    [InlineData(FlagKind.StrongSun, -3, 0)]
    public void Sun_takes_the_days_it_should(FlagKind kind, int before, int after)
    {
        var days = Nightly().Flag(kind, On, On).Plan(60).DaysOf("glycolic");

        Assert.DoesNotContain(days, day => day >= On.AddDays(before) && day <= On.AddDays(after));
        Assert.Contains(On.AddDays(before - 1), days);
        Assert.Contains(days, day => day > On.AddDays(after) && day <= On.AddDays(after + 2));
    }

    [Fact]
    public void No_active_is_started_within_a_week_of_strong_sun()
    {
        var path = CaseBuilder
            .Basic()
            .Own(CaseBuilder.Azelaic)
            .Start("azelaic", Today)
            .Flag(FlagKind.StrongSun, Today.AddDays(5), Today.AddDays(8))
            .Plan(60);

        Assert.Equal(Today.AddDays(8 + 8), path.DaysOf("azelaic")[0]);
    }

    [Fact]
    public void Waxing_leaves_its_zone_out_three_days_either_side()
    {
        var path = Nightly().Flag(FlagKind.HairRemoval, On, null, FaceZone.UpperLip).Plan(60);
        foreach (var day in path.Days.Where(day => day.Evening.Has("glycolic")))
        {
            var zones = day.Evening.Steps.First(step => step.Product == "glycolic").LeaveOut;
            Assert.Equal(Math.Abs(day.Date.DayNumber - On.DayNumber) <= 3, zones.Contains(FaceZone.UpperLip));
        }
    }

    [Fact]
    public void Two_windows_that_overlap_keep_the_stricter_end()
    {
        var days = Nightly()
            .Treat(TreatmentKind.SuperficialPeel, On)
            .Treat(TreatmentKind.MediumPeel, On.AddDays(2))
            .Plan(90)
            .DaysOf("glycolic");

        Assert.DoesNotContain(days, day => day >= On.AddDays(-7) && day <= On.AddDays(16));
    }

    [Fact]
    public void A_leap_day_and_a_year_end_are_days_like_any_other()
    {
        foreach (var on in new[] { new DateOnly(2028, 2, 29), new DateOnly(2026, 12, 31) })
        {
            var builder = CaseBuilder
                .Basic()
                .Own(CaseBuilder.Glycolic)
                .InUse("glycolic", on.AddDays(-11), 4)
                .Use("glycolic", on.AddDays(-11))
                .Treat(TreatmentKind.Waxing, on)
                .Now(on.AddDays(-10));
            var days = builder.Plan(30).DaysOf("glycolic");

            Assert.DoesNotContain(days, day => day >= on.AddDays(-3) && day <= on.AddDays(3));
            Assert.Contains(on.AddDays(-4), days);
        }
    }

    [Fact]
    public void The_safety_questions_are_asked_again_after_four_weeks()
    {
        CarePath Asked(int ago) => CaseBuilder.Basic().With(intake => intake with { SafetyAskedOn = Today.AddDays(-ago) }).Plan(1);

        Assert.DoesNotContain(Asked(27).Questions, question => question.Kind == QuestionKind.AskSafetyAgain);
        Assert.Contains(Asked(28).Questions, question => question.Kind == QuestionKind.AskSafetyAgain);
    }
}
