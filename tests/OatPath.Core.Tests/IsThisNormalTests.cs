using OatPath.Core.Audit;
using OatPath.Core.Care;
using OatPath.Core.Case;
using OatPath.Core.CheckIn;
using OatPath.Core.Course;
using OatPath.Core.House;
using OatPath.Core.Plan;
using OatPath.Core.Planner;
using OatPath.Core.Skin;

namespace OatPath.Core.Tests;

/// <summary>"Is this normal?", what to expect, and when the client is asked.</summary>
public class IsThisNormalTests
{
    private static readonly DateOnly Today = CaseBuilder.Monday;

    private static CaseBuilder DayOf(TreatmentKind kind, int day) =>
        CaseBuilder.Basic().Own(CaseBuilder.Glycolic).InUse("glycolic", Today.AddDays(-60), 3).Treat(kind, Today.AddDays(-day));

    private static (NormalAnswer Answer, CarePath After) Ask(
        CaseFile file,
        AskSign sign,
        AskDegree degree = AskDegree.Clearly,
        params FaceZone[] zones
    )
    {
        var entry = IsThisNormal.Entry(file, new(sign, degree, zones), "asked", file.AsOf, Today);
        return (
            IsThisNormal.Of(file, CaseBuilder.Rules, entry),
            PathPlanner.Plan(file with { Log = [.. file.Log, entry] }, CaseBuilder.Rules, days: 30)
        );
    }

    [Theory]
    [InlineData(TreatmentKind.SuperficialPeel, 3, AskSign.Flaking, AskDegree.Clearly, Outcome.CarryOn)]
    [InlineData(TreatmentKind.SuperficialPeel, 1, AskSign.Tight, AskDegree.Strongly, Outcome.CarryOn)]
    [InlineData(TreatmentKind.SuperficialPeel, 1, AskSign.Pink, AskDegree.Clearly, Outcome.CarryOn)]
    [InlineData(TreatmentKind.SuperficialPeel, 4, AskSign.Pink, AskDegree.Clearly, Outcome.EaseOff)]
    [InlineData(TreatmentKind.SuperficialPeel, 4, AskSign.Pink, AskDegree.Strongly, Outcome.Stop)]
    [InlineData(TreatmentKind.NeedlingShallow, 2, AskSign.Pink, AskDegree.Clearly, Outcome.CarryOn)]
    [InlineData(TreatmentKind.NeedlingShallow, 2, AskSign.Bleeding, AskDegree.Little, Outcome.Stop)]
    [InlineData(TreatmentKind.NeedlingShallow, 5, AskSign.Flaking, AskDegree.Little, Outcome.EaseOff)]
    [InlineData(TreatmentKind.RadioFrequencyNeedling, 4, AskSign.Marks, AskDegree.Clearly, Outcome.CarryOn)]
    [InlineData(TreatmentKind.Dermaplaning, 2, AskSign.Marks, AskDegree.Clearly, Outcome.EaseOff)]
    [InlineData(TreatmentKind.AblativeLaser, 4, AskSign.Crusts, AskDegree.Clearly, Outcome.CarryOn)]
    [InlineData(TreatmentKind.AblativeLaser, 4, AskSign.Crusts, AskDegree.Strongly, Outcome.EaseOff)]
    [InlineData(TreatmentKind.AblativeLaser, 0, AskSign.ClearFluid, AskDegree.Clearly, Outcome.CarryOn)]
    [InlineData(TreatmentKind.AblativeLaser, 2, AskSign.ClearFluid, AskDegree.Clearly, Outcome.CarryOn)]
    [InlineData(TreatmentKind.AblativeLaser, 2, AskSign.ClearFluid, AskDegree.Strongly, Outcome.EaseOff)]
    [InlineData(TreatmentKind.AblativeLaser, 3, AskSign.ClearFluid, AskDegree.Little, Outcome.MedicalHelp)]
    [InlineData(TreatmentKind.AblativeLaser, 1, AskSign.WeepingOrPus, AskDegree.Little, Outcome.MedicalHelp)]
    [InlineData(TreatmentKind.SuperficialPeel, 1, AskSign.ClearFluid, AskDegree.Little, Outcome.MedicalHelp)]
    [InlineData(TreatmentKind.SuperficialPeel, 2, AskSign.Itch, AskDegree.Little, Outcome.CarryOn)]
    [InlineData(TreatmentKind.SuperficialPeel, 2, AskSign.NewSpots, AskDegree.Clearly, Outcome.EaseOff)]
    [InlineData(TreatmentKind.SuperficialPeel, 2, AskSign.Sting, AskDegree.Strongly, Outcome.Stop)]
    public void A_question_is_answered_by_day_sign_and_degree(TreatmentKind kind, int day, AskSign sign, AskDegree degree, Outcome outcome)
    {
        var (answer, after) = Ask(DayOf(kind, day).Build(), sign, degree);

        Assert.Equal(outcome, answer.Outcome);
        Assert.Equal(outcome, after.Reports.Single().Outcome);
    }

    /// <summary>
    /// Every sign that needs medical help or a stop leads there in one answer, whatever the degree and the day, and to the top of the Desk.
    /// </summary>
    [Theory]
    [InlineData(AskSign.Weals, Outcome.MedicalHelp)]
    [InlineData(AskSign.SwellingEyesOrLips, Outcome.MedicalHelp)]
    [InlineData(AskSign.TroubleBreathing, Outcome.MedicalHelp)]
    [InlineData(AskSign.Blisters, Outcome.MedicalHelp)]
    [InlineData(AskSign.WeepingOrPus, Outcome.MedicalHelp)]
    [InlineData(AskSign.Fever, Outcome.MedicalHelp)]
    [InlineData(AskSign.SpreadingHotRedness, Outcome.MedicalHelp)]
    [InlineData(AskSign.PainWakes, Outcome.MedicalHelp)]
    [InlineData(AskSign.WhiteOrGreyBurn, Outcome.MedicalHelp)]
    [InlineData(AskSign.ColdSore, Outcome.MedicalHelp)]
    [InlineData(AskSign.InTheEye, Outcome.MedicalHelp)]
    [InlineData(AskSign.DarkOrPalePatch, Outcome.Stop)]
    [InlineData(AskSign.MoisturiserStings, Outcome.Stop)]
    [InlineData(AskSign.Raw, Outcome.Stop)]
    [InlineData(AskSign.Bleeding, Outcome.Stop)]
    [InlineData(AskSign.Shiny, Outcome.Stop)]
    [InlineData(AskSign.DryCracks, Outcome.Stop)]
    public void A_grave_sign_is_answered_at_once_and_stops_everything(AskSign sign, Outcome outcome)
    {
        foreach (var day in new[] { 1, 3, 20 })
        {
            foreach (var degree in Enum.GetValues<AskDegree>())
            {
                var file = DayOf(TreatmentKind.SuperficialPeel, day).Build();
                var (answer, after) = Ask(file, sign, degree);

                Assert.Equal(outcome, answer.Outcome);
                Assert.Equal(outcome == Outcome.Stop ? QuestionKind.ClearRed : QuestionKind.MedicalHelp, after.Questions[0].Kind);
                Assert.Empty(after.DaysOf("glycolic"));
            }
        }
    }

    [Fact]
    public void Every_sign_can_be_asked_and_the_more_of_it_the_less_mild()
    {
        foreach (var kind in Enum.GetValues<TreatmentKind>())
        {
            foreach (var sign in Enum.GetValues<AskSign>())
            {
                var file = DayOf(kind, 2).Build();
                var outcomes = Enum.GetValues<AskDegree>().Select(degree => Ask(file, sign, degree).Answer.Outcome).ToList();

                Assert.Equal(outcomes.Order(), outcomes);
                Assert.True(SignTable.Of(sign).Asked.Length > 0);
            }
        }
    }

    [Theory]
    [InlineData(0, Outcome.CarryOn)]
    [InlineData(2, Outcome.EaseOff)]
    public void Pink_an_hour_after_an_acid_is_what_acids_do_and_two_days_later_it_is_not(int daysAgo, Outcome outcome)
    {
        var file = CaseBuilder
            .Basic()
            .Own(CaseBuilder.Glycolic)
            .InUse("glycolic", Today.AddDays(-30), 3)
            .Use("glycolic", Today.AddDays(-daysAgo))
            .Now(Today, 22)
            .Build();

        Assert.Equal(outcome, Ask(file, AskSign.Pink, AskDegree.Clearly).Answer.Outcome);
    }

    [Fact]
    public void A_calm_question_is_no_evidence_that_a_use_was_calm()
    {
        var file = CaseBuilder.Basic().Own(CaseBuilder.Glycolic).Start("glycolic", Today.AddDays(-30)).Use("glycolic", Today).Build();
        var before = PathPlanner.Plan(file, CaseBuilder.Rules, days: 3).Ladders[0];
        var (answer, after) = Ask(file, AskSign.Itch, AskDegree.Little);

        Assert.Equal(Outcome.CarryOn, answer.Outcome);
        Assert.Equal(
            (before.ChanceNext, before.WorstSting, before.NextDecision),
            (after.Ladders[0].ChanceNext, after.Ladders[0].WorstSting, after.Ladders[0].NextDecision)
        );
    }

    [Fact]
    public void The_words_name_where_flakes_are_usual()
    {
        var file = DayOf(TreatmentKind.SuperficialPeel, 2).Build();

        Assert.Contains(
            "usual there today",
            Ask(file, AskSign.Flaking, AskDegree.Clearly, FaceZone.Chin).Answer.Why,
            StringComparison.Ordinal
        );
        Assert.Contains(
            "upper lip and chin",
            Ask(file, AskSign.Flaking, AskDegree.Clearly, FaceZone.Forehead).Answer.Why,
            StringComparison.Ordinal
        );
        Assert.Equal("Yes, it belongs to day 2.", Ask(file, AskSign.Flaking, AskDegree.Little).Answer.Verdict);
    }

    [Fact]
    public void A_question_read_milder_than_it_is_is_no_case()
    {
        var entry = new CheckedIn
        {
            Id = "x",
            HappenedAt = CaseBuilder.At(Today),
            Day = Today,
            Asked = new(AskSign.Blisters, AskDegree.Little, []),
            Report = new(),
        };
        var file = CaseBuilder.Basic().Build() with { Log = [entry] };

        Assert.Contains(CaseCheck.Check(file), problem => problem.Field.EndsWith("report", StringComparison.Ordinal));
    }

    [Theory]
    [InlineData(TreatmentKind.SuperficialPeel, new[] { 1, 3, 7 })]
    [InlineData(TreatmentKind.AblativeLaser, new[] { 1, 3, 5, 10 })]
    [InlineData(TreatmentKind.NeedlingDeep, new[] { 1, 4 })]
    public void Check_ins_come_on_their_days_and_escalate_when_nobody_answers(TreatmentKind kind, int[] days)
    {
        CarePath At(int day) => DayOf(kind, day).Plan(2);
        foreach (var day in days)
        {
            Assert.Equal(CheckInState.Due, At(day).CheckIns.Single(due => due.Day == day).State);
            Assert.DoesNotContain(At(day).Questions, question => question.Kind == QuestionKind.CheckInOverdue && question.Since == Today);
            var late = At(day + 1);
            Assert.Equal(CheckInState.Overdue, late.CheckIns.Single(due => due.Day == day).State);
            Assert.Contains(late.Questions, question => question.Kind == QuestionKind.CheckInOverdue);
            var told = DayOf(kind, day + 1).Report(Today, new SkinReport(), Today, 17).Plan(2);
            Assert.Equal(CheckInState.Answered, told.CheckIns.Single(due => due.Day == day).State);
            Assert.DoesNotContain(told.Questions, question => question.Kind == QuestionKind.CheckInOverdue);
        }

        Assert.DoesNotContain(At(40).Questions, question => question.Kind == QuestionKind.CheckInOverdue);
    }

    [Fact]
    public void The_first_use_of_a_higher_rung_is_asked_about_the_day_after()
    {
        var file = CaseBuilder
            .Basic()
            .Own(CaseBuilder.Glycolic)
            .Start("glycolic", Today.AddDays(-40))
            .StepUp("glycolic", 2, Today.AddDays(-3))
            .Use("glycolic", Today.AddDays(-1))
            .Build();

        Assert.Contains(PathPlanner.Plan(file, CaseBuilder.Rules, days: 2).CheckIns, due =>
            due is { Of: CheckInOf.Rung, State: CheckInState.Due }
        );
    }

    [Fact]
    public void The_same_trouble_twice_is_named_once()
    {
        var file = CaseBuilder
            .Basic()
            .Own(CaseBuilder.Glycolic)
            .InUse("glycolic", Today.AddDays(-60), 3)
            .Report(Today.AddDays(-20), new SkinReport { Sting = 6, StingSeconds = 600 })
            .Report(Today.AddDays(-5), new SkinReport { Sting = 6, StingSeconds = 600 })
            .Build();

        Assert.Single(PathPlanner.Plan(file, CaseBuilder.Rules, days: 2).Questions, question => question.Kind == QuestionKind.Repeated);
    }

    /// <summary>Pink that belongs to a course is pink for the auditor as well.</summary>
    [Fact]
    public void Questions_on_every_day_of_every_course_pass_the_auditor()
    {
        foreach (var kind in Enum.GetValues<TreatmentKind>())
        {
            for (var day = 0; day <= 12; day++)
            {
                foreach (var sign in new[] { AskSign.Pink, AskSign.Flaking, AskSign.Swelling, AskSign.Sting })
                {
                    foreach (var degree in Enum.GetValues<AskDegree>())
                    {
                        var file = DayOf(kind, day).Build();
                        var asked = file with
                        {
                            Log = [.. file.Log, IsThisNormal.Entry(file, new(sign, degree, []), "asked", file.AsOf, Today)],
                        };

                        Assert.Empty(PathAuditor.Audit(asked, CaseBuilder.Rules, PathPlanner.Plan(asked, CaseBuilder.Rules, days: 20)));
                    }
                }
            }
        }
    }
}
