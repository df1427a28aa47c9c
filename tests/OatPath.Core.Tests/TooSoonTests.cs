using OatPath.Core.Audit;
using OatPath.Core.Care;
using OatPath.Core.Case;
using OatPath.Core.CheckIn;
using OatPath.Core.House;
using OatPath.Core.Known;
using OatPath.Core.Plan;
using OatPath.Core.Planner;
using OatPath.Core.Routine;
using OatPath.Core.Shelf;
using OatPath.Core.Skin;

namespace OatPath.Core.Tests;

/// <summary>
/// What is used against the plan: inside a rest, never at home, on too long. Each is named, rests again, comes back lower and proves
/// nothing.
/// </summary>
public class TooSoonTests
{
    private static readonly DateOnly Monday = CaseBuilder.Monday;

    private static Product Scrub =>
        new()
        {
            Id = "scrub",
            Name = "Sand scrub",
            Kind = ProductKind.Scrub,
        };
    private static Product Tca =>
        new()
        {
            Id = "tca",
            Name = "Flint peel",
            Kind = ProductKind.WashOffPeel,
            Actives = [new(Substance.Trichloroacetic, 12)],
            Ph = 1.2m,
        };

    private static CaseBuilder Acid(int rung = 2) =>
        CaseBuilder
            .Basic()
            .Own(CaseBuilder.Glycolic, Scrub)
            .InUse("glycolic", Monday.AddDays(-22), rung)
            .InUse("scrub", Monday.AddDays(-22), 0)
            .Use("glycolic", Monday.AddDays(-20))
            .Use("glycolic", Monday.AddDays(-18))
            .Now(Monday, 23);

    private static Question? Soon(CarePath path, string product) =>
        path.Questions.FirstOrDefault(question => question.Kind == QuestionKind.TooSoon && question.Product == product);

    private static void IsSound(CaseBuilder built, HouseRules? rules = null)
    {
        Assert.Empty(CaseCheck.Check(built.Build()));
        Assert.Empty(
            PathAuditor.Audit(
                built.Build(),
                rules ?? CaseBuilder.Rules,
                PathPlanner.Plan(built.Build(), rules ?? CaseBuilder.Rules, days: 60)
            )
        );
    }

    [Fact]
    public void An_acid_on_day_3_after_a_salon_peel_begins_the_rest_again_and_comes_back_a_rung_lower()
    {
        var before = Acid().Treat(TreatmentKind.SuperficialPeel, Monday.AddDays(-3));
        var built = Acid().Treat(TreatmentKind.SuperficialPeel, Monday.AddDays(-3)).Use("glycolic", Monday);
        var path = built.Plan(60);

        Assert.True(before.Plan(60).DaysOf("glycolic")[0] >= Monday.AddDays(5));
        var soon = Soon(path, "glycolic");
        Assert.NotNull(soon);
        Assert.Contains("too soon by 5 days", Words.Say(soon.Because), StringComparison.Ordinal);
        Assert.True(path.DaysOf("glycolic").First(day => day > Monday) >= Monday.AddDays(8), "7 days from the use");
        Assert.Equal(
            before.Plan(1).Ladders.Single(ladder => ladder.Product == "glycolic").Uses,
            path.Ladders.Single(ladder => ladder.Product == "glycolic").Uses
        );
        Assert.Equal(
            Frequency.TwiceAWeek,
            path.Days.SelectMany(day => day.Evening.Steps).Last(step => step.Product == "glycolic").Frequency
        );
        IsSound(built);
    }

    [Fact]
    public void A_use_before_an_evening_with_a_kit_moves_that_evening_and_costs_no_rung()
    {
        var built = CaseBuilder
            .Basic()
            .Own(CaseBuilder.Glycolic, CaseBuilder.WeakKit)
            .InUse("glycolic", Monday.AddDays(-6), 2)
            .Decide(
                new StartActive
                {
                    Id = "k",
                    Product = "kit",
                    On = Monday.AddDays(-4),
                    AlreadyInUse = true,
                    Rung = 0,
                    Reason = "knows the kit",
                }
            )
            .Now(Monday, 23);
        var planned = built.Plan(30).DaysOf("kit")[0];
        Assert.NotEqual(RuleBook.Rung, built.Plan(30).On(planned.AddDays(-1))!.Evening.WhyNot("glycolic"));

        var used = built.Use("glycolic", planned.AddDays(-1)).Now(planned.AddDays(-1), 23).Plan(30);
        Assert.Contains("That evening moves on instead", Words.Say(Soon(used, "glycolic")!.Because), StringComparison.Ordinal);
        Assert.True(used.DaysOf("kit")[0] > planned);
        Assert.Equal(2, used.Ladders.Single(ladder => ladder.Product == "glycolic").Rung);
        IsSound(built);
    }

    [Fact]
    public void A_rest_never_becomes_longer_than_twice_its_length()
    {
        var built = Acid()
            .Treat(TreatmentKind.SuperficialPeel, Monday.AddDays(-13))
            .Use("glycolic", Monday.AddDays(-10))
            .Use("glycolic", Monday.AddDays(-6))
            .Use("glycolic", Monday.AddDays(-1))
            .Use("glycolic", Monday);

        // 14 days from the peel, not 7 from the last use.
        Assert.Equal(RuleBook.RestAgain, built.Plan(30).On(Monday.AddDays(1))!.Evening.WhyNot("glycolic"));
        Assert.NotEqual(RuleBook.RestAgain, built.Plan(30).On(Monday.AddDays(2))!.Evening.WhyNot("glycolic"));
        IsSound(built);
    }

    [Fact]
    public void A_scrub_on_day_1_after_a_peel_rests_again_and_leaves_the_acid_its_own_end()
    {
        var built = Acid().Treat(TreatmentKind.SuperficialPeel, Monday.AddDays(-1)).Use("scrub", Monday);
        var path = built.Plan(40);

        Assert.NotNull(Soon(path, "scrub"));
        Assert.Equal(RuleBook.RestAgain, path.On(Monday.AddDays(10))!.Evening.WhyNot("scrub"));
        Assert.Contains(path.DaysOf("glycolic"), day => day <= Monday.AddDays(8));
        IsSound(built);
    }

    [Theory]
    [InlineData(TreatmentKind.AblativeLaser, 2, 30)]
    [InlineData(TreatmentKind.NeedlingShallow, 1, 4)]
    [InlineData(TreatmentKind.Waxing, 2, 5)]
    public void After_every_treatment_the_rest_counts_anew_from_the_use(TreatmentKind kind, int day, int until)
    {
        var built = Acid().Treat(kind, Monday.AddDays(-day)).Use("glycolic", Monday);
        var path = built.Plan(80);

        Assert.NotNull(Soon(path, "glycolic"));
        Assert.True(path.DaysOf("glycolic").First(planned => planned > Monday) > Monday.AddDays(until - day));
        IsSound(built);
    }

    [Fact]
    public void A_retinoid_on_day_2_after_a_strong_kit_is_named_and_rests_seven_days_more()
    {
        var built = CaseBuilder
            .Basic()
            .Own(CaseBuilder.StrongKit, CaseBuilder.Retinol)
            .Decide(
                new StartActive
                {
                    Id = "k",
                    Product = "strongkit",
                    On = Monday.AddDays(-120),
                    EveryDays = 60,
                    Reason = "knows the kit",
                }
            )
            .Patched("strongkit", Monday.AddDays(-120))
            .InUse("retinol", Monday.AddDays(-90), 2)
            .Use("retinol", Monday.AddDays(-12))
            .Use("strongkit", Monday.AddDays(-2))
            .Use("retinol", Monday)
            .Now(Monday, 23);
        var path = PathPlanner.Plan(built.Build(), CaseBuilder.StrongKitRules, days: 30);

        Assert.NotNull(Soon(path, "retinol"));
        Assert.True(path.DaysOf("retinol").First(day => day > Monday) >= Monday.AddDays(8));
        IsSound(built, CaseBuilder.StrongKitRules);
    }

    [Fact]
    public void What_is_told_in_words_counts_like_what_is_ticked()
    {
        var built = Acid()
            .Treat(TreatmentKind.SuperficialPeel, Monday.AddDays(-3))
            .Report(Monday, new SkinReport { AlsoUsed = "sugar scrub, picked a flake" }, hour: 12);
        var path = built.Plan(40);

        Assert.Contains(path.Questions, question => question.Kind == QuestionKind.TooSoon && question.Report is not null);
        Assert.Equal(Outcome.EaseOff, path.Reports.Single().Outcome);
        Assert.Contains(path.Windows, window => window.Kind == WindowKind.Nick && window.Because.Rule == RuleBook.Picked);
        IsSound(built);
    }

    [Fact]
    public void A_use_while_everything_is_stopped_is_named_and_one_after_the_report_of_the_same_day_too()
    {
        var stopped = Acid()
            .Use("glycolic", Monday.AddDays(-2))
            .Report(Monday.AddDays(-2), new SkinReport { Sting = 8, StingSeconds = 60 })
            .Use("glycolic", Monday);
        Assert.NotNull(Soon(stopped.Plan(5), "glycolic"));
        IsSound(stopped);

        var sameDay = Acid()
            .Report(Monday.AddDays(-1), new SkinReport { Sting = 6, StingSeconds = 60 }, Monday, hour: 8)
            .Use("glycolic", Monday)
            .Now(Monday, 22);
        Assert.NotNull(Soon(sameDay.Plan(5), "glycolic"));

        var before = Acid()
            .Use("glycolic", Monday)
            .Report(Monday, new SkinReport { Sting = 6, StingSeconds = 60 }, hour: 22)
            .Now(Monday, 23);
        Assert.Null(Soon(before.Plan(5), "glycolic"));
    }

    [Fact]
    public void Inside_the_rest_after_a_reaction_the_rest_counts_anew()
    {
        var built = Acid()
            .Use("glycolic", Monday.AddDays(-5))
            .Report(Monday.AddDays(-5), new SkinReport { Sting = 6, StingSeconds = 60 })
            .Use("glycolic", Monday.AddDays(-1));
        var path = built.Plan(30);

        Assert.NotNull(Soon(path, "glycolic"));
        Assert.True(path.DaysOf("glycolic").First(day => day > Monday) >= Monday.AddDays(7));
        IsSound(built);
    }

    [Fact]
    public void A_use_before_anybody_wrote_the_booking_down_was_no_mistake()
    {
        CaseBuilder Booked(int writtenDaysAgo) => Acid().Use("glycolic", Monday.AddDays(-2));
        CaseFile With(int writtenDaysAgo) =>
            Booked(writtenDaysAgo).Build() with
            {
                Treatments =
                [
                    new()
                    {
                        Id = "t",
                        Kind = TreatmentKind.SuperficialPeel,
                        On = Monday.AddDays(3),
                        RecordedAt = CaseBuilder.At(Monday.AddDays(-writtenDaysAgo), 9),
                    },
                ],
            };

        Assert.Null(Soon(PathPlanner.Plan(With(1), CaseBuilder.Rules, days: 5), "glycolic"));
        Assert.NotNull(Soon(PathPlanner.Plan(With(10), CaseBuilder.Rules, days: 5), "glycolic"));
    }

    [Fact]
    public void A_picked_place_is_left_out_until_it_has_closed_and_unplaced_keeps_acids_off()
    {
        CaseBuilder Picked(params FaceZone[] where) =>
            Acid().Report(Monday, new SkinReport { Signs = [Sign.Picked], Where = where }, hour: 12);

        var placed = Picked(FaceZone.Chin).Plan(10);
        Assert.All(placed.Days.SelectMany(day => day.Evening.Steps).Where(step => step.Product == "glycolic"), step =>
            Assert.Contains(FaceZone.Chin, step.LeaveOut)
        );
        Assert.Contains(placed.DaysOf("glycolic"), day => day > Monday);
        Assert.Empty(Picked().Plan(10).DaysOf("glycolic"));
        var closed = Picked()
            .Log(
                new NickClosed
                {
                    Id = "c",
                    Nick = Nicks.Of(Picked().Build())[0].Id,
                    Day = Monday.AddDays(2),
                    HappenedAt = CaseBuilder.At(Monday.AddDays(2), 9),
                }
            )
            .Now(Monday.AddDays(2));
        Assert.NotEmpty(closed.Plan(10).DaysOf("glycolic"));
        IsSound(Picked());
        IsSound(Picked(FaceZone.Chin));
        IsSound(closed);
    }

    [Theory]
    [InlineData("a bit of TCA on a mole", true)]
    [InlineData("phenol pen", true)]
    [InlineData("no tca, only water", false)]
    [InlineData("my cream", false)]
    public void Never_at_home_yet_told_is_a_stop_with_the_days_of_a_medium_peel(string words, bool never)
    {
        var built = Acid().Report(Monday.AddDays(-1), new SkinReport { AlsoUsed = words });
        var path = built.Plan(100);

        Assert.Equal(never ? Outcome.Stop : Outcome.CarryOn, path.Reports.Single().Outcome);
        if (never)
        {
            Assert.Equal(QuestionKind.ClearRed, path.Questions[0].Kind);
            Assert.Empty(path.DaysOf("glycolic"));
            var cleared = built.Clear(Monday, 12).Plan(40);
            Assert.True(cleared.DaysOf("glycolic")[0] > Monday.AddDays(13), "14 days as after a medium peel");
            Assert.Contains(cleared.CheckIns, due => due.Day == 3);
            IsSound(built);
        }
    }

    [Fact]
    public void Never_at_home_yet_ticked_is_the_same_and_ends_when_the_tick_is_taken_back()
    {
        var built = Acid().Park(Tca).Use("tca", Monday.AddDays(-1));
        Assert.Equal(QuestionKind.ClearRed, built.Plan(5).Questions[0].Kind);
        Assert.Contains(built.Plan(5).Windows, window => window.Kind == WindowKind.Care && window.Until == Monday.AddDays(13));
        IsSound(built);

        var back = Acid()
            .Park(Tca)
            .Log(
                new Applied
                {
                    Id = "x",
                    Product = "tca",
                    Day = Monday.AddDays(-1),
                    Moment = Moment.Evening,
                    HappenedAt = CaseBuilder.At(Monday.AddDays(-1), 20),
                }
            )
            .Log(
                new Retracted
                {
                    Id = "b",
                    Entry = "x",
                    HappenedAt = CaseBuilder.At(Monday, 8),
                }
            );
        Assert.DoesNotContain(back.Plan(5).Questions, question => question.Kind == QuestionKind.ClearRed);
    }

    private static CaseBuilder Kit(params int[] seconds) =>
        seconds
            .Select((on, i) => (on, i))
            .Aggregate(
                CaseBuilder
                    .Basic()
                    .Own(CaseBuilder.WeakKit, CaseBuilder.Retinol)
                    .Decide(
                        new StartActive
                        {
                            Id = "k",
                            Product = "kit",
                            On = Monday.AddDays(-120),
                            Reason = "knows the kit",
                        }
                    )
                    .Patched("kit", Monday.AddDays(-120))
                    .InUse("retinol", Monday.AddDays(-90), 2),
                (built, one) =>
                    built.Log(
                        new Applied
                        {
                            Id = $"p{one.i}",
                            Product = "kit",
                            Day = Monday.AddDays(-1),
                            Moment = Moment.Evening,
                            HappenedAt = CaseBuilder.At(Monday.AddDays(-1), 20 + one.i),
                            ContactSeconds = one.on,
                        }
                    )
            );

    [Fact]
    public void A_weak_kit_on_past_its_most_is_on_the_desk_and_asks_for_the_days_of_a_strong_one()
    {
        Assert.DoesNotContain(Kit(500).Plan(5).Questions, question => question.Kind == QuestionKind.KitTooLong);
        var path = Kit(720).Plan(40);

        Assert.Contains(
            "its most is 10 min",
            Words.Say(path.Questions.Single(question => question.Kind == QuestionKind.KitTooLong).Because),
            StringComparison.Ordinal
        );
        Assert.True(path.DaysOf("retinol")[0] > Monday.AddDays(6), "7 days as after a strong kit");
        Assert.True(Kit(500).Plan(40).DaysOf("retinol")[0] <= Monday.AddDays(3));
        IsSound(Kit(720));
    }

    [Fact]
    public void Contact_adds_up_over_the_evening() =>
        Assert.Contains(Kit(400, 400).Plan(5).Questions, question => question.Kind == QuestionKind.KitTooLong);

    [Fact]
    public void A_strong_kit_on_past_its_most_asks_for_the_days_of_a_medium_peel()
    {
        var built = CaseBuilder
            .Basic()
            .Own(CaseBuilder.StrongKit, CaseBuilder.Retinol)
            .Decide(
                new StartActive
                {
                    Id = "k",
                    Product = "strongkit",
                    On = Monday.AddDays(-120),
                    Reason = "knows it",
                }
            )
            .Patched("strongkit", Monday.AddDays(-120))
            .InUse("retinol", Monday.AddDays(-90), 2)
            .Log(
                new Applied
                {
                    Id = "p",
                    Product = "strongkit",
                    Day = Monday.AddDays(-1),
                    Moment = Moment.Evening,
                    HappenedAt = CaseBuilder.At(Monday.AddDays(-1), 20),
                    ContactSeconds = 240,
                }
            );
        var path = PathPlanner.Plan(built.Build(), CaseBuilder.StrongKitRules, days: 120);

        Assert.True(path.DaysOf("retinol")[0] > Monday.AddDays(12));
        Assert.True(path.DaysOf("strongkit").All(day => day > Monday.AddDays(88)));
        Assert.Equal(Outcome.CarryOn, path.Reports.Select(report => report.Outcome).DefaultIfEmpty().Max());
        IsSound(built, CaseBuilder.StrongKitRules);
    }

    /// <summary>Whatever was used inside a rest, nothing of its kind is planned sooner than the rest would have ended without it.</summary>
    [Fact]
    public void A_use_inside_a_rest_never_brings_anything_sooner() => RandomCase.Each(300, (file, seed) =>
        {
            var random = new Random(seed);
            var today = PathPlanner.Plan(file, CaseBuilder.Rules, days: 1).Today;
            var treated = file with
            {
                Treatments =
                [
                    .. file.Treatments,
                    new()
                    {
                        Id = "salon",
                        Kind = (TreatmentKind)random.Next(9),
                        On = today.AddDays(-random.Next(1, 5)),
                    },
                ],
            };
            if (
                file
                    .Shelf.Select(item => item.Product)
                    .Where(product => product.IsRaised() && !product.IsKit())
                    .OrderBy(product => product.Id, StringComparer.Ordinal)
                    .FirstOrDefault()
                is not { } active
            )
            {
                return;
            }

            var used = treated with
            {
                Log =
                [
                    .. treated.Log,
                    new Applied
                    {
                        Id = "inside",
                        Product = active.Id,
                        Day = today,
                        Moment = Moment.Evening,
                        HappenedAt = file.AsOf.AddMinutes(-1),
                    },
                ],
            };
            DateOnly? First(CaseFile one) =>
                PathPlanner
                    .Plan(one, CaseBuilder.Rules, today.AddDays(1), 60)
                    .DaysOf(active.Id)
                    .Select(day => (DateOnly?)day)
                    .FirstOrDefault();
            Assert.True(
                (First(used) ?? DateOnly.MaxValue) >= (First(treated) ?? DateOnly.MaxValue) || First(treated) is null,
                $"{First(used)} and {First(treated)}"
            );
        });
}
