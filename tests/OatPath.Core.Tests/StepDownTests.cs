using OatPath.Core.Audit;
using OatPath.Core.Case;
using OatPath.Core.CheckIn;
using OatPath.Core.House;
using OatPath.Core.Plan;
using OatPath.Core.Planner;
using OatPath.Core.Skin;
using static OatPath.Core.Tests.CaseBuilder;

namespace OatPath.Core.Tests;

/// <summary>A rung that the estimate is sure asks too much is offered to be taken back; a rung taken back stays back.</summary>
public sealed class StepDownTests
{
    private static readonly DateOnly Looked = Monday.AddDays(28);

    /// <summary>In use at a rung for four weeks, each use told of with one sting.</summary>
    private static CaseBuilder Lived(int rung, int sting, int every = 3, Sensitivity sensitivity = Sensitivity.Average)
    {
        var builder = Basic()
            .With(intake => intake with { Sensitivity = sensitivity })
            .Own(Glycolic)
            .InUse("glycolic", Monday, rung);
        for (var day = Monday; day < Looked; day = day.AddDays(every))
        {
            builder.Use("glycolic", day).Report(day, new SkinReport { Sting = sting, StingSeconds = 30 });
        }

        return builder.Now(Looked);
    }

    private static Question? Asked(CarePath path) => path.Questions.SingleOrDefault(question => question.Kind == QuestionKind.StepDown);

    private static StepDown To(int rung, DateOnly on) =>
        new()
        {
            Id = "down",
            Product = "glycolic",
            Rung = rung,
            On = on,
        };

    [Theory]
    [InlineData(2, 3, true)]
    [InlineData(2, 1, false)]
    [InlineData(2, 0, false)]
    public void Stings_that_come_close_ask_for_a_rung_down_and_calm_ones_do_not(int rung, int sting, bool asked)
    {
        var path = Lived(rung, sting).Plan(7);

        Assert.Equal(asked, Asked(path) is not null);
        if (asked)
        {
            Assert.Equal(rung - 1, Asked(path)!.Rung);
            Assert.DoesNotContain(path.Questions, question => question.Kind == QuestionKind.StepUp);
        }
    }

    /// <summary>Long in use on the most reactive skin, and never a sign: what only the intake lets expect takes nothing away.</summary>
    [Fact]
    public void What_only_the_intake_lets_expect_asks_nothing()
    {
        var quiet = Basic()
            .With(intake => intake with { Sensitivity = Sensitivity.Reactive })
            .Own(Glycolic)
            .InUse("glycolic", Monday, 4)
            .Now(Looked);

        Assert.Null(Asked(quiet.Plan(7)));
    }

    [Fact]
    public void The_rules_on_paper_ask_nothing() =>
        Assert.Null(Asked(PathPlanner.Plan(Lived(2, 3).Build(), Rules, null, 7, new RuleSwitch(RuleBook.Tolerance))));

    [Fact]
    public void On_the_first_rung_a_stop_is_asked_for_and_said()
    {
        var asked = Asked(Lived(0, 4, every: 7, Sensitivity.Sensitive).Plan(7));

        Assert.Equal(-1, asked!.Rung);
        Assert.Contains("stop it", Words.Say(asked.Because), StringComparison.Ordinal);
    }

    [Fact]
    public void Taken_it_holds_the_rung_below_from_that_day_and_does_not_ask_to_go_up_again()
    {
        var builder = Lived(2, 3);
        var before = builder.Plan(28);
        var after = builder.Decide(To(1, Looked)).Plan(28);

        Assert.Equal((2, 1), (before.Ladders.Single().Rung, after.Ladders.Single().Rung));
        Assert.Equal(Looked, after.Ladders.Single().Since);
        Assert.True(after.DaysOf("glycolic").Count < before.DaysOf("glycolic").Count);
        Assert.Null(Asked(after));
        Assert.DoesNotContain(after.Questions, question => question.Kind == QuestionKind.StepUp);
        Assert.Contains(
            after.Days.SelectMany(day => day.Evening.Steps).SelectMany(step => step.Because),
            because => because.Rule == RuleBook.LoweredByHand
        );
        Assert.Empty(PathAuditor.Audit(builder.Build(), Rules, after));
    }

    /// <summary>A strong reaction has taken the rung in the meantime: the same press costs no second one.</summary>
    [Fact]
    public void A_rung_that_is_lost_already_is_not_lost_twice()
    {
        var builder = Lived(2, 3);
        var day = Looked.AddDays(1);
        builder.Use("glycolic", day).Report(day, new SkinReport { Sting = 5, StingSeconds = 30 });
        var lost = builder.Now(day.AddDays(9)).Plan(7).Ladders.Single().Rung;

        var both = builder.Decide(To(1, day.AddDays(9))).Plan(7).Ladders.Single().Rung;

        Assert.Equal(1, lost);
        Assert.Equal(lost, both);
    }

    [Fact]
    public void Waiting_a_week_asks_again_after_it()
    {
        var builder = Lived(2, 3)
            .Decide(
                new WaitBeforeStep
                {
                    Id = "wait",
                    Product = "glycolic",
                    On = Looked,
                    Until = Looked.AddDays(7),
                }
            );

        Assert.Null(Asked(builder.Plan(7)));
        Assert.Null(Asked(builder.Now(Looked.AddDays(6)).Plan(7)));
        Assert.NotNull(Asked(builder.Now(Looked.AddDays(7)).Plan(7)));
    }

    /// <summary>Whoever waited with the step up did not know of the sign that came after.</summary>
    [Fact]
    public void A_sign_after_the_wait_was_chosen_is_asked_about_at_once()
    {
        var wait = new WaitBeforeStep
        {
            Id = "wait",
            Product = "glycolic",
            On = Looked,
            Until = Looked.AddDays(7),
        };
        var builder = Lived(2, 3).Decide(wait);
        var day = Looked.AddDays(1);
        builder.Use("glycolic", day).Report(day, new SkinReport { Sting = 4, StingSeconds = 40 });

        Assert.Equal(day, Asked(builder.Now(day.AddDays(1)).Plan(7))?.Since);
    }

    [Fact]
    public void A_rung_below_the_ladder_is_refused_by_its_field()
    {
        var problems = CaseCheck.Check(Lived(2, 3).Decide(To(-1, Looked)).Build());

        Assert.Contains(problems, problem => problem.Field.EndsWith(".rung", StringComparison.Ordinal));
    }

    /// <summary>Whatever is going on: a rung taken back raises nothing of that product, and the auditor agrees.</summary>
    [Fact]
    public void A_step_down_at_any_time_never_raises_the_product() => RandomCase.Each(600, (file, seed) =>
        {
            var random = new Random(seed);
            if (file.Decisions.OfType<StartActive>().ToList() is not { Count: > 0 } starts)
            {
                return;
            }

            var product = starts[random.Next(starts.Count)].Product;
            var today = PathPlanner.Plan(file, Rules, null, 1).Today;
            var down = To(random.Next(0, 4), today.AddDays(-random.Next(0, 40))) with { Product = product };
            var lowered = file with { Decisions = [.. file.Decisions, down] };
            var (before, after) = (PathPlanner.Plan(file, Rules, null, 28), PathPlanner.Plan(lowered, Rules, null, 28));

            Assert.True(RungOf(after) <= RungOf(before), $"seed {seed}: {product} from {RungOf(before)} to {RungOf(after)}");
            Assert.Empty(PathAuditor.Audit(lowered, Rules, after));
            int RungOf(CarePath path) => path.Ladders.FirstOrDefault(ladder => ladder.Product == product)?.Rung ?? -1;
        });

    /// <summary>A plan that goes on as if nothing had been taken back is found.</summary>
    [Fact]
    public void The_auditor_finds_a_plan_that_stayed_up()
    {
        var builder = Lived(2, 1);
        var stayed = builder.Plan(28);

        Assert.NotEmpty(PathAuditor.Audit(builder.Decide(To(0, Looked)).Build(), Rules, stayed));
    }
}
