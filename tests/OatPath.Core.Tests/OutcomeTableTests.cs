using OatPath.Core.CheckIn;

namespace OatPath.Core.Tests;

public class OutcomeTableTests
{
    private static Outcome Of(SkinReport report, OutcomeContext? context = null) =>
        OutcomeTable.Judge(report, context ?? new OutcomeContext()).Outcome;

    [Theory]
    [InlineData(0, 0, Outcome.CarryOn)]
    [InlineData(4, 60, Outcome.CarryOn)]
    [InlineData(4, 3601, Outcome.EaseOff)]
    [InlineData(5, 60, Outcome.EaseOff)]
    [InlineData(6, 3600, Outcome.EaseOff)]
    [InlineData(6, 3601, Outcome.Stop)]
    [InlineData(7, 10, Outcome.Stop)]
    public void Sting_and_its_length_decide(int sting, int seconds, Outcome expected) =>
        Assert.Equal(expected, Of(new SkinReport { Sting = sting, StingSeconds = seconds }));

    [Theory]
    [InlineData(2, false, Outcome.CarryOn)]
    [InlineData(1, true, Outcome.EaseOff)]
    [InlineData(2, true, Outcome.EaseOff)]
    [InlineData(3, false, Outcome.EaseOff)]
    [InlineData(3, true, Outcome.Stop)]
    public void Redness_and_the_day_after_decide(int redness, bool past24, Outcome expected) =>
        Assert.Equal(expected, Of(new SkinReport { Redness = redness, RednessPast24h = past24 }));

    [Fact]
    public void A_sting_that_has_not_ended_counts_as_settled_only_within_the_first_hour()
    {
        var report = new SkinReport { Sting = 5, StingSeconds = null };

        Assert.Equal(Outcome.EaseOff, Of(report, new(SinceApplication: TimeSpan.FromMinutes(20))));
        Assert.Equal(Outcome.Stop, Of(report, new(SinceApplication: TimeSpan.FromMinutes(60))));
        Assert.Equal(Outcome.Stop, Of(report));
    }

    [Fact]
    public void Two_applications_running_at_5_are_a_stop() =>
        Assert.Equal(Outcome.Stop, Of(new SkinReport { Sting = 5, StingSeconds = 10 }, new(PreviousSting: 5)));

    [Fact]
    public void Every_sign_is_a_stop_but_what_a_course_does_not_explain_and_the_dangerous_ones_need_medical_help()
    {
        foreach (var sign in Enum.GetValues<Sign>())
        {
            var outcome = Of(new SkinReport { Signs = [sign] });
            Assert.Equal(
                sign <= Sign.BurnsAfterWater ? Outcome.MedicalHelp
                    : sign is Sign.OutsideCourse or Sign.Picked ? Outcome.EaseOff
                    : Outcome.Stop,
                outcome
            );
        }

        Assert.Equal(Outcome.MedicalHelp, Of(new SkinReport { Pain = 8 }));
    }

    [Fact]
    public void Flaking_is_expected_inside_the_course_of_a_peel_only()
    {
        var report = new SkinReport { Flaking = true, TightOrDry = true };

        Assert.Equal(Outcome.EaseOff, Of(report));
        Assert.Equal(Outcome.CarryOn, Of(report, new(InsideExpectedCourse: true)));
    }

    [Fact]
    public void A_worse_report_never_gives_a_milder_outcome()
    {
        for (var sting = 0; sting < 10; sting++)
        {
            for (var seconds = 0; seconds < 8000; seconds += 500)
            {
                var milder = Of(new SkinReport { Sting = sting, StingSeconds = seconds });
                Assert.True(Of(new SkinReport { Sting = sting + 1, StingSeconds = seconds }) >= milder);
                Assert.True(Of(new SkinReport { Sting = sting, StingSeconds = seconds + 500 }) >= milder);
            }
        }
    }
}
