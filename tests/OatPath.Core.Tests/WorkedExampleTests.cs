using OatPath.Core.Case;
using OatPath.Core.CheckIn;
using OatPath.Core.House;
using OatPath.Core.Plan;
using OatPath.Core.Skin;
using static OatPath.Core.Tests.CaseBuilder;

namespace OatPath.Core.Tests;

/// <summary>Whole stories, told day by day and lived by the plan.</summary>
public sealed class WorkedExampleTests
{
    private static readonly SkinReport Calm = new() { Sting = 0 };

    /// <summary>Lives by the plan from one day up to another, reporting calm after each use.</summary>
    private static CaseBuilder Live(CaseBuilder builder, DateOnly from, DateOnly until)
    {
        for (var day = from; day < until; day = day.AddDays(1))
        {
            var planned = builder.Now(day).Plan(1).Days[0];
            foreach (var moment in new[] { Moment.Morning, Moment.Evening })
            {
                foreach (var step in planned[moment].Steps.Where(step => step.Frequency is not null))
                {
                    builder.Use(step.Product!, day, moment).Report(day, Calm);
                }
            }
        }

        return builder.Now(until);
    }

    private static bool Asked(CaseBuilder builder, string product) =>
        builder.Plan(1).Questions.Any(question => question.Kind == QuestionKind.StepUp && question.Product == product);

    [Fact]
    public void Sting_6_in_week_4_rests_7_days_comes_back_a_rung_lower_and_is_asked_again_after_a_full_hold()
    {
        var builder = Live(
            Basic().Own(Glycolic).Start("glycolic", Monday.AddDays(-3)).Patched("glycolic", Monday.AddDays(-3)),
            Monday,
            Monday.AddDays(21)
        );
        var stung = builder.StepUp("glycolic", 2, Monday.AddDays(21)).Plan(7).DaysOf("glycolic")[1];
        Live(builder, Monday.AddDays(21), stung)
            .Use("glycolic", stung)
            .Report(stung, new SkinReport { Sting = 6, StingSeconds = 600 })
            .Now(stung, 22);

        var back = stung.AddDays(8);
        Assert.Equal(back, builder.Plan(28).DaysOf("glycolic")[0]);
        Assert.Equal(Frequency.TwiceAWeek, builder.Plan(28).On(back)!.Evening.Steps.Single(step => step.Product == "glycolic").Frequency);

        Live(builder, stung.AddDays(1), back.AddDays(20));
        Assert.False(Asked(builder, "glycolic"));
        Live(builder, back.AddDays(20), back.AddDays(22));
        var status = builder.Plan(1).Ladders[0];
        Assert.True(Asked(builder, "glycolic"), string.Join(" ", status.Missing.Select(Words.Say)) + status.ChanceNext);
    }

    [Fact]
    public void Two_acids_take_turns_with_Sunday_rest_and_share_a_routine_once_both_are_established()
    {
        // A strong and a mild one: established skin takes both of an evening, since one of them is mild.
        var mild = new Core.Shelf.Product
        {
            Id = "pha",
            Name = "Pebble liquid",
            Kind = Core.Shelf.ProductKind.LeaveOnAcidLiquid,
            Actives = [new(Substance.Gluconolactone, 8)],
            Ph = 3.8m,
        };
        var builder = Basic()
            .Own(Glycolic, mild)
            .InUse("glycolic", Monday, 2)
            .InUse("pha", Monday, 2)
            .Decide(
                new ShapeWeek
                {
                    Id = "w",
                    On = Monday,
                    RestEvenings = [DayOfWeek.Sunday],
                }
            );

        var beginner = builder.Plan(28);
        Assert.All(beginner.Days, day => Assert.False(day.Evening.Has("glycolic") && day.Evening.Has("pha")));
        Assert.All(beginner.Days.Where(day => day.Date.DayOfWeek == DayOfWeek.Sunday), day =>
            Assert.False(day.Evening.Has("glycolic") || day.Evening.Has("pha"))
        );
        Assert.All(new[] { "glycolic", "pha" }, id => Assert.NotEmpty(beginner.DaysOf(id)));

        var both = builder.Established(Family.Aha, Monday).Established(Family.Pha, Monday).Plan(28);
        Assert.Contains(both.Days, day => day.Evening.Has("glycolic") && day.Evening.Has("pha"));
    }

    [Fact]
    public void A_wedding_on_day_40_finds_the_skin_left_in_peace_and_the_ladder_goes_on()
    {
        var wedding = Monday.AddDays(40);
        var builder = Live(
            Basic()
                .Own(Glycolic)
                .Start("glycolic", Monday.AddDays(-3))
                .Patched("glycolic", Monday.AddDays(-3))
                .Celebrate("Wedding", wedding),
            Monday,
            Monday.AddDays(14)
        );
        var path = builder.Plan(60);

        Assert.DoesNotContain(path.DaysOf("glycolic"), day => day >= wedding.AddDays(-3) && day <= wedding);
        Assert.Contains(path.DaysOf("glycolic"), day => day > wedding && day <= wedding.AddDays(4));
        Assert.All(
            path.Days.Where(day => day.Date > wedding).SelectMany(day => day.Evening.Steps).Where(step => step.Product == "glycolic"),
            step => Assert.Equal(Frequency.TwiceAWeek, step.Frequency)
        );
    }

    [Fact]
    public void A_holiday_in_the_sun_pauses_before_and_during_and_asks_for_nothing_new_a_week_around()
    {
        var (from, until) = (Monday.AddDays(24), Monday.AddDays(34));
        var builder = Live(
            Basic()
                .Own(Glycolic)
                .Start("glycolic", Monday.AddDays(-3))
                .Patched("glycolic", Monday.AddDays(-3))
                .Flag(FlagKind.StrongSun, from, until),
            Monday,
            Monday.AddDays(22)
        );

        Assert.False(Asked(builder, "glycolic"));
        var path = builder.Plan(40);
        Assert.DoesNotContain(path.DaysOf("glycolic"), day => day >= from.AddDays(-3) && day <= until);
        Assert.Contains(path.DaysOf("glycolic"), day => day > until && day <= until.AddDays(4));
        Live(builder, Monday.AddDays(22), until.AddDays(6));
        Assert.False(Asked(builder, "glycolic"));
        Live(builder, until.AddDays(6), until.AddDays(20));
        Assert.True(Asked(builder, "glycolic"));
    }
}
