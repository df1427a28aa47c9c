using OatPath.Core.Audit;
using OatPath.Core.Care;
using OatPath.Core.Case;
using OatPath.Core.CheckIn;
using OatPath.Core.House;
using OatPath.Core.Plan;
using OatPath.Core.Planner;
using OatPath.Core.Routine;
using OatPath.Core.Skin;

namespace OatPath.Core.Tests;

/// <summary>What a step up rests on: told uses, no open question, no booking near; and a patch test read in its time.</summary>
public class EvidenceTests
{
    private static readonly DateOnly Monday = CaseBuilder.Monday;

    /// <summary>30 days on the second rung of an acid, on oily skin in spring.</summary>
    private static CaseBuilder Climbing(int? sting = 0) =>
        CaseBuilder
            .Basic()
            .With(intake => intake with { SkinType = SkinType.Oily })
            .Own(CaseBuilder.Glycolic)
            .InUse("glycolic", Monday.AddDays(-30), 1)
            .Follow("glycolic", Monday.AddDays(-30), Monday, sting)
            .Now(Monday, 23);

    private static bool Asks(CaseBuilder built) => built.Plan(1).Questions.Any(question => question.Kind == QuestionKind.StepUp);

    private static IEnumerable<string> Missing(CaseBuilder built) =>
        built.Plan(1).Ladders.Single(ladder => ladder.Product == "glycolic").Missing.Select(because => because.Rule);

    [Fact]
    public void A_use_nobody_told_about_is_silent_and_not_calm()
    {
        Assert.True(Asks(Climbing()));
        Assert.False(Asks(Climbing(sting: null)));
        Assert.Contains(RuleBook.FewReports, Missing(Climbing(sting: null)));

        var one = Climbing(sting: null).Report(Monday.AddDays(-3), new SkinReport(), Monday.AddDays(-2), 9);
        Assert.Contains(RuleBook.FewReports, Missing(one));
        Assert.True(Asks(one.Report(Monday.AddDays(-6), new SkinReport(), Monday.AddDays(-5), 9)));
    }

    [Fact]
    public void One_of_the_reports_is_of_the_last_seven_days_and_none_is_from_before_the_step()
    {
        var old = Climbing(sting: null)
            .Report(Monday.AddDays(-9), new SkinReport(), Monday.AddDays(-8), 9)
            .Report(Monday.AddDays(-16), new SkinReport(), Monday.AddDays(-15), 9);
        Assert.Contains(RuleBook.FewReports, Missing(old));

        var stepped = Climbing().StepUp("glycolic", 2, Monday).Plan(1);
        Assert.Equal(2, stepped.Ladders.Single().Rung);
        Assert.Contains(RuleBook.FewReports, stepped.Ladders.Single().Missing.Select(because => because.Rule));
    }

    [Fact]
    public void Asking_whether_it_is_normal_is_no_report_of_calm()
    {
        CheckedIn Question(string id, int back) =>
            new()
            {
                Id = id,
                Day = Monday.AddDays(-back),
                HappenedAt = CaseBuilder.At(Monday.AddDays(-back), 22),
                Asked = new(AskSign.Pink, AskDegree.Little, []),
                Report = new SkinReport { Redness = 1, StingSeconds = 0 },
            };

        Assert.Contains(RuleBook.FewReports, Missing(Climbing(sting: null).Log(Question("a", 1)).Log(Question("b", 3))));
    }

    [Fact]
    public void No_yes_on_the_day_of_a_question_about_its_use()
    {
        var over = Climbing();
        foreach (var back in new[] { 0, 1, 2, 3 })
        {
            over.Use("glycolic", Monday.AddDays(-back));
        }

        Assert.Contains(over.Plan(1).Questions, question => question.Kind == QuestionKind.Overuse);
        Assert.False(Asks(over));
        Assert.Contains(RuleBook.OpenQuestion, Missing(over));
    }

    [Fact]
    public void No_yes_shortly_before_a_booking_stops_it_nor_before_an_occasion()
    {
        Assert.True(Asks(Climbing().Treat(TreatmentKind.SuperficialPeel, Monday.AddDays(40))));
        Assert.Contains(RuleBook.BookedSoon, Missing(Climbing().Treat(TreatmentKind.SuperficialPeel, Monday.AddDays(10))));
        Assert.False(Asks(Climbing().Treat(TreatmentKind.SuperficialPeel, Monday.AddDays(10))));
        Assert.False(Asks(Climbing().Celebrate("ferry dance", Monday.AddDays(9))));

        // A step taken before anybody wrote the booking down stays.
        var file = Climbing().StepUp("glycolic", 2, Monday).Build() with
        {
            Treatments =
            [
                new()
                {
                    Id = "t",
                    Kind = TreatmentKind.SuperficialPeel,
                    On = Monday.AddDays(10),
                    RecordedAt = CaseBuilder.At(Monday.AddDays(1), 9),
                },
            ],
            AsOf = CaseBuilder.At(Monday.AddDays(1), 12),
        };
        Assert.Equal(2, Planner.PathPlanner.Plan(file, CaseBuilder.Rules, days: 1).Ladders.Single().Rung);
    }

    [Fact]
    public void No_yes_while_it_rests_for_a_peel()
    {
        var kit = Climbing()
            .Own(CaseBuilder.WeakKit)
            .Decide(
                new StartActive
                {
                    Id = "k",
                    Product = "kit",
                    On = Monday.AddDays(-120),
                    Reason = "knows it",
                }
            )
            .Patched("kit", Monday.AddDays(-120))
            .Use("kit", Monday.AddDays(-1));

        Assert.False(Asks(kit));
    }

    private static CaseBuilder Patched(double hours, bool clear = true) =>
        CaseBuilder
            .Basic()
            .Own(CaseBuilder.Glycolic)
            .Start("glycolic", Monday)
            .Log(
                new PatchApplied
                {
                    Id = "put",
                    Product = "glycolic",
                    HappenedAt = CaseBuilder.At(Monday, 20),
                }
            )
            .Log(
                new PatchRead
                {
                    Id = "read",
                    Product = "glycolic",
                    Clear = clear,
                    HappenedAt = CaseBuilder.At(Monday, 20).AddHours(hours),
                }
            );

    [Theory]
    [InlineData(24, false)]
    [InlineData(43.9, false)]
    [InlineData(44, true)]
    [InlineData(48, true)]
    [InlineData(150, true)]
    public void A_patch_test_counts_from_44_hours_on(double hours, bool counts)
    {
        var now = Monday.AddDays(1 + (int)(hours / 24));
        Assert.Equal(
            counts,
            Patched(hours).Now(now < Monday.AddDays(3) ? Monday.AddDays(3) : now, 23).Plan(1).Days[0].Evening.WhyNot("glycolic")
                is not (RuleBook.PatchFirst or RuleBook.PatchRead)
        );
    }

    [Fact]
    public void An_early_look_is_kept_and_asked_again_and_a_reaction_counts_at_any_hour()
    {
        var early = Patched(24).Now(Monday.AddDays(2)).Plan(3);
        Assert.Contains(early.Days[0].Evening.Steps, step => step.Action == StepAction.ReadPatch);
        var again = early.Questions.Single(question => question.Kind == QuestionKind.PatchUnread).Because;
        Assert.Equal((RuleBook.PatchEarly, "Wed 4 March, 16:00"), (again.Rule, again.Values["from"]));
        Assert.Contains(Patched(5, clear: false).Now(Monday.AddDays(2)).Plan(3).Questions, question =>
            question.Kind == QuestionKind.PatchReaction
        );
    }

    [Fact]
    public void A_patch_test_nobody_read_in_seven_days_is_made_anew()
    {
        CaseBuilder Unread() =>
            CaseBuilder
                .Basic()
                .Own(CaseBuilder.Glycolic)
                .Start("glycolic", Monday)
                .Log(
                    new PatchApplied
                    {
                        Id = "put",
                        Product = "glycolic",
                        HappenedAt = CaseBuilder.At(Monday, 20),
                    }
                );

        Assert.Contains(Unread().Now(Monday.AddDays(6)).Plan(1).Questions, question => question.Kind == QuestionKind.PatchUnread);
        var anew = Unread().Now(Monday.AddDays(8)).Plan(10);
        Assert.Contains(anew.Days[0].Evening.Steps, step => step.Action == StepAction.PatchTest);
        Assert.DoesNotContain(anew.Questions, question => question.Kind == QuestionKind.PatchUnread);
        Assert.Equal(
            RuleBook.PatchFirst,
            Unread()
                .Log(
                    new PatchRead
                    {
                        Id = "late",
                        Product = "glycolic",
                        Clear = true,
                        HappenedAt = CaseBuilder.At(Monday.AddDays(9), 9),
                    }
                )
                .Now(Monday.AddDays(9))
                .Plan(1)
                .Days[0]
                .Evening.WhyNot("glycolic")
        );
    }

    [Fact]
    public void A_sting_of_four_told_beside_a_picked_flake_restarts_the_hold_all_the_same()
    {
        CaseFile Told(string also, IReadOnlyList<Sign> signs) =>
            CaseBuilder
                .Basic()
                .Own(CaseBuilder.Glycolic)
                .InUse("glycolic", Monday.AddDays(-60), 1)
                .Use("glycolic", Monday.AddDays(-2))
                .Report(
                    Monday.AddDays(-2),
                    new SkinReport
                    {
                        Sting = 4,
                        StingSeconds = 2000,
                        Where = [FaceZone.Chin],
                        AlsoUsed = also,
                        Signs = signs,
                    },
                    Monday.AddDays(-1),
                    20
                )
                .Build();
        var plain = PathPlanner.Plan(Told("", []), CaseBuilder.Rules, days: 30).Ladders.Single();
        foreach (var file in new[] { Told("picked a flake", []), Told("", [Sign.Picked]) })
        {
            var path = PathPlanner.Plan(file, CaseBuilder.Rules, days: 30);
            var ladder = path.Ladders.Single();

            Assert.Equal(plain.Rung, ladder.Rung);
            Assert.Contains(ladder.Missing, because => because.Rule == RuleBook.Hold);
            Assert.True(ladder.NextDecision >= plain.NextDecision);
            Assert.Empty(PathAuditor.Audit(file, CaseBuilder.Rules, path));
        }
    }
}
