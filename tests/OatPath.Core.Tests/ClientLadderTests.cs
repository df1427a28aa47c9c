using OatPath.Core.Case;
using OatPath.Core.CheckIn;
using OatPath.Core.House;
using OatPath.Core.Peel;
using OatPath.Core.Plan;
using OatPath.Core.Planner;
using OatPath.Core.Ramp;
using OatPath.Core.Screening;
using OatPath.Core.Scripting;
using OatPath.Core.Session;
using OatPath.Core.Shelf;
using OatPath.Core.Skin;
using static OatPath.Core.Tests.CaseBuilder;

namespace OatPath.Core.Tests;

/// <summary>Ladders shaped for one client, strengths, boosters, brush levels, and the holds of the season.</summary>
public sealed class ClientLadderTests
{
    private static readonly Product Mild = RandomCase.Mandelic[0];
    private static readonly Product Stronger = RandomCase.Mandelic[1];
    private static readonly Product Brush = new()
    {
        Id = "brush",
        Name = "Teasel brush",
        Kind = ProductKind.CleansingBrush,
    };

    private static CaseBuilder Using(Product product, DateOnly from, DateOnly until, int rung = 1)
    {
        var builder = Basic().Own(product).InUse(product.Id, from, rung);
        for (var day = from; day < until; day = day.AddDays(1))
        {
            var due = rung switch
            {
                4 => true,
                3 => day.DayNumber % 2 == from.DayNumber % 2,
                2 => day.DayOfWeek is DayOfWeek.Monday or DayOfWeek.Wednesday or DayOfWeek.Friday,
                _ => day.DayOfWeek is DayOfWeek.Monday or DayOfWeek.Thursday,
            };
            if (due)
            {
                builder.Use(product.Id, day).Report(day, new SkinReport());
            }
        }

        return builder;
    }

    [Fact]
    public void A_client_s_ladder_starts_lower_ends_earlier_and_holds_longer()
    {
        var due = Monday.AddDays(35);
        var builder = Using(Glycolic, Monday, due)
            .Now(due)
            .Decide(
                new ShapeLadder
                {
                    Id = "l",
                    Product = "glycolic",
                    On = Monday,
                    Start = 0,
                    Top = 2,
                    HoldDays = 35,
                }
            );
        var status = Assert.Single(builder.Plan(1).Ladders);

        Assert.Equal([Frequency.OnceAWeek, Frequency.TwiceAWeek, Frequency.ThreeAWeek], status.Rungs.Select(rung => rung.Frequency));
        Assert.Equal((0, 35), (status.StartRung, status.HoldDays));
        Assert.Contains(builder.Plan(1).Questions, question => question.Kind == QuestionKind.StepUp);
        Assert.DoesNotContain(builder.Now(due.AddDays(-1)).Plan(1).Questions, question => question.Kind == QuestionKind.StepUp);
    }

    [Fact]
    public void A_lower_end_takes_the_rung_down_at_once_and_says_so()
    {
        var path = Using(Glycolic, Monday, Monday.AddDays(10), 3)
            .Now(Monday.AddDays(10))
            .Decide(
                new ShapeLadder
                {
                    Id = "l",
                    Product = "glycolic",
                    On = Monday.AddDays(10),
                    Top = 1,
                }
            )
            .Plan(20);

        Assert.Equal(Frequency.TwiceAWeek, path.Ladders[0].Frequency);
        Assert.Contains(path.Days.SelectMany(day => day.Evening.Steps).SelectMany(step => step.Because), because =>
            because.Rule == RuleBook.LadderShaped
        );
    }

    [Theory]
    [InlineData(Sensitivity.Average, 4, 2)]
    [InlineData(Sensitivity.Reactive, 4, 0)]
    [InlineData(Sensitivity.Reactive, 2, 0)]
    public void A_start_is_never_above_three_a_week_and_never_above_the_entry_on_sensitive_skin(
        Sensitivity sensitivity,
        int wanted,
        int given
    )
    {
        var usual = Ladder.For(Glycolic, new Intake { Sensitivity = sensitivity }, Rules)!;
        var shaped = usual.Shaped(wanted, null, 5, sensitivity >= Sensitivity.Sensitive);

        Assert.Equal((given, usual.HoldDays), (shaped.StartRung, shaped.HoldDays));
    }

    [Fact]
    public void A_brush_goes_up_by_level_when_asked_and_sensitive_skin_stays_on_the_first()
    {
        var builder = Basic().Own(Brush).InUse("brush", Monday, 0);
        var due = Monday.AddDays(14);
        for (var day = Monday; day < due; day = day.AddDays(1))
        {
            if (day.DayOfWeek is DayOfWeek.Monday or DayOfWeek.Thursday)
            {
                builder.Use("brush", day).Report(day, new SkinReport());
            }
        }

        var question = Assert.Single(builder.Now(due).Plan(1).Questions, question => question.Kind == QuestionKind.StepUp);
        Assert.Equal(("brush", 1), (question.Product, question.Rung));
        var up = builder.StepUp("brush", 1, due).Plan(14);
        Assert.All(up.Days.SelectMany(day => day.Evening.Steps).Where(step => step.Product == "brush"), step =>
            Assert.Equal(2, step.Level)
        );
        var sensitive = builder.With(intake => intake with { Sensitivity = Sensitivity.Sensitive }).Plan(14);
        Assert.All(sensitive.Days.SelectMany(day => day.Evening.Steps).Where(step => step.Product == "brush"), step =>
            Assert.Equal(1, step.Level)
        );
    }

    [Fact]
    public void A_stronger_bottle_waits_28_calm_days_then_takes_the_place_of_the_milder()
    {
        var path = Using(Mild, Monday, Monday.AddDays(10))
            .Own(Stronger)
            .Start(Stronger.Id, Monday.AddDays(2))
            .Now(Monday.AddDays(10))
            .Plan(60);

        var first = path.DaysOf(Stronger.Id)[0];
        Assert.True(first >= Monday.AddDays(28), $"{first}");
        Assert.Equal(RuleBook.StrengthHold, path.On(Monday.AddDays(20))!.Evening.WhyNot(Stronger.Id));
        Assert.DoesNotContain(path.DaysOf(Mild.Id), day => day > first);
        Assert.Equal(RuleBook.Replaced, path.On(first.AddDays(1))!.Evening.WhyNot(Mild.Id));
        Assert.All(
            path.Days.SelectMany(day => day.Evening.Steps).Where(step => step.Product == Stronger.Id && step.Frequency is not null),
            step => Assert.True(step.Frequency <= Frequency.TwiceAWeek)
        );
    }

    [Fact]
    public void A_strength_that_was_not_borne_lets_no_stronger_one_begin()
    {
        var path = Using(Mild, Monday, Monday.AddDays(40), 0)
            .Report(Monday.AddDays(38), new SkinReport { Sting = 6, StingSeconds = 600 })
            .Own(Stronger)
            .Start(Stronger.Id, Monday.AddDays(39))
            .Now(Monday.AddDays(40))
            .Plan(60);

        Assert.Contains(path.Questions, question => question.Kind == QuestionKind.StoppedAtEntry);
        Assert.Empty(path.DaysOf(Stronger.Id));
    }

    [Fact]
    public void A_booster_takes_one_evening_a_week_alone_with_4_units_first_and_5_later()
    {
        var start = Monday.AddDays(28);
        var builder = Using(Mild, Monday, start, 4)
            .Own(Stronger, Retinol)
            .InUse("retinol", Monday, 3)
            .Decide(
                new StartActive
                {
                    Id = "b",
                    Product = Stronger.Id,
                    On = start,
                    BoosterFor = Mild.Id,
                }
            )
            .Patched(Stronger.Id, start);
        for (var day = Monday; day < start; day = day.AddDays(2))
        {
            builder.Use("retinol", day);
        }

        var path = builder.Established(Family.Aha, Monday).Established(Family.Retinoid, Monday).Now(start.AddDays(3)).Plan(28);
        var evenings = path.DaysOf(Stronger.Id);

        Assert.True(evenings.Count >= 3);
        Assert.All(evenings.Zip(evenings.Skip(1)), pair => Assert.True(pair.Second.DayNumber - pair.First.DayNumber >= 7));
        foreach (var evening in evenings)
        {
            Assert.False(path.On(evening)!.Evening.Has(Mild.Id));
            Assert.True(path.On(evening.AddDays(1)) is not { } next || (next.Evening.Has(Mild.Id) && !next.Evening.Has("retinol")));
            Assert.False(path.On(evening)!.Evening.Has("retinol") || path.On(evening.AddDays(-1))?.Evening.Has("retinol") == true);
            var step = path.On(evening)!.Evening.Steps.Single(step => step.Product == Stronger.Id);
            Assert.Equal((4m, 300), (step.Amount!.Count, step.WaitSeconds));
        }

        builder.Use(Stronger.Id, evenings[0]);
        Assert.Equal(4, Units(builder.Now(evenings[0].AddDays(1))));
        Assert.Equal(
            5,
            Units(
                builder
                    .Report(evenings[0], new SkinReport { Sting = 1, StingSeconds = 10 }, evenings[0].AddDays(1), 8)
                    .Now(evenings[0].AddDays(1))
            )
        );
    }

    /// <summary>Units of every booster evening ahead; they are all alike until the next use.</summary>
    private static decimal Units(CaseBuilder builder) =>
        builder
            .Plan(28)
            .Days.SelectMany(day => day.Evening.Steps)
            .Where(step => step.Product == Stronger.Id)
            .Select(step => step.Amount!.Count)
            .Distinct()
            .Single();

    /// <param name="stings">Told of one booster evening after the other.</param>
    [Theory]
    [InlineData(new[] { 2 }, 4)]
    [InlineData(new[] { 1, 4 }, 5)]
    [InlineData(new[] { 1, 5 }, 4)]
    [InlineData(new[] { 5 }, 3)]
    [InlineData(new[] { 5, 5, 1 }, 3)]
    public void A_booster_goes_up_and_down_by_units(int[] stings, int units)
    {
        var (builder, next) = Boosted(stings);

        Assert.Equal(units, Units(builder));
        Assert.Empty(Audit.PathAuditor.Audit(builder.Build(), Rules, builder.Plan(28)));
        Assert.True(next > Monday);
    }

    [Fact]
    public void A_booster_not_borne_at_two_units_stops_and_asks()
    {
        var (builder, _) = Boosted([5, 5, 5]);

        Assert.Empty(builder.Plan(28).DaysOf(Stronger.Id));
        Assert.Contains(builder.Plan(1).Questions, question =>
            question.Kind == QuestionKind.StoppedAtEntry && question.Product == Stronger.Id
        );
    }

    [Fact]
    public void A_booster_evening_adds_its_load_to_the_day()
    {
        var (builder, _) = Boosted([]);
        var path = builder.Plan(28);
        var evening = path.DaysOf(Stronger.Id)[0];

        Assert.Equal(Ramp.LoadIndex.Of(Stronger), path.On(evening)!.Load);
        Assert.True(path.On(evening)!.Load > path.Days.Where(day => day.Evening.Has(Mild.Id)).Max(day => day.Load));
    }

    private static (CaseBuilder Builder, DateOnly Now) Boosted(int[] stings)
    {
        var start = Monday.AddDays(28);
        var builder = Using(Mild, Monday, start, 4)
            .Own(Stronger)
            .Established(Family.Aha, Monday)
            .Decide(
                new StartActive
                {
                    Id = "b",
                    Product = Stronger.Id,
                    On = start,
                    BoosterFor = Mild.Id,
                }
            )
            .Patched(Stronger.Id, start);
        var now = start.AddDays(3);
        foreach (var sting in stings)
        {
            var evening = builder.Now(now).Plan(40).DaysOf(Stronger.Id)[0];
            now = evening.AddDays(1);
            builder.Use(Stronger.Id, evening).Report(evening, new SkinReport { Sting = sting, StingSeconds = 200 }, now, 8);
            if (sting >= 5 && stings.Length > 1)
            {
                builder.Clear(now, 9);
            }
        }

        return (builder.Now(now, 18), now);
    }

    [Fact]
    public void The_projected_climb_of_two_actives_makes_one_change_at_a_time()
    {
        var builder = Using(Glycolic, Monday, Monday.AddDays(25)).Own(Azelaic).InUse("azelaic", Monday, 1);
        for (var day = Monday; day < Monday.AddDays(25); day = day.AddDays(2))
        {
            builder.Use("azelaic", day, Moment.Morning);
        }

        var steps = builder
            .Now(Monday.AddDays(25))
            .Plan(10)
            .Ladders.SelectMany(ladder => ladder.Projected)
            .OrderBy(rung => rung.From)
            .ToList();
        Assert.True(steps.Count >= 4);
        Assert.All(steps.Zip(steps.Skip(1)), pair => Assert.True(pair.Second.From.DayNumber - pair.First.From.DayNumber >= 14));
    }

    [Fact]
    public void A_yes_given_after_tonight_s_use_made_the_step_due_is_taken_tonight()
    {
        var tonight = Monday.AddDays(21);
        var builder = Basic()
            .Own(Glycolic)
            .InUse("glycolic", Monday, 0)
            .Use("glycolic", Monday)
            .Use("glycolic", Monday.AddDays(7))
            .Report(Monday.AddDays(7), new SkinReport())
            .Use("glycolic", Monday.AddDays(14))
            .Report(Monday.AddDays(14), new SkinReport())
            .Use("glycolic", tonight)
            .Now(tonight, 23);
        Assert.Contains(builder.Plan(1).Questions, question => question.Kind == QuestionKind.StepUp && question.Rung == 1);

        var path = builder.StepUp("glycolic", 1, tonight).Plan(7);
        Assert.Equal(1, path.Ladders[0].Rung);
        Assert.DoesNotContain(path.Warnings, because => because.Rule == RuleBook.StepNotDue);
        Assert.DoesNotContain(path.Questions, question => question.Kind == QuestionKind.StepUp);
    }

    [Fact]
    public void A_step_up_noted_for_a_day_to_come_that_is_not_due_says_so()
    {
        var path = Using(Glycolic, Monday, Monday.AddDays(5)).StepUp("glycolic", 2, Monday.AddDays(8)).Now(Monday.AddDays(5)).Plan(14);

        Assert.Contains(path.Warnings, because => because.Rule == RuleBook.StepNotDue);
        Assert.Equal(1, path.Ladders[0].Rung);
    }

    [Fact]
    public void A_booster_evening_is_guided_too_stays_on_and_is_washed_off_only_where_it_stings_too_much()
    {
        var (builder, now) = Boosted([]);
        var evening = builder.Plan(40).DaysOf(Stronger.Id)[0];
        var file = builder.Now(evening, 20).Build();
        var script = PeelScript.Compile(file, Rules, Stronger.Id, evening).Script!;
        Assert.Equal((SessionKind.Booster, true, 300), (script.Kind, script.StaysOn, script.TargetSeconds));
        Assert.Contains("4 pumps", script.Kit.Single(item => item.Id == "bottle").Title, StringComparison.Ordinal);
        Assert.Null(PeelScript.Compile(file, Rules, Mild.Id, evening).Script);
        Assert.Null(PeelScript.Compile(file, Rules, Stronger.Id, evening.AddDays(1)).Script);
        Assert.Equal(ScreeningOutcome.Go, PeelScreening.Of(file, Rules, Stronger.Id)!.Outcome);

        List<SessionEvent> events =
        [
            .. script.Kit.Select(item => new SessionEvent($"k-{item.Id}", 1, SessionEventKind.Ticked, item.Id)),
            .. script.Asks.Select(ask => new SessionEvent($"a-{ask.Id}", 2, SessionEventKind.Answered, ask.Id, Value: 0)),
        ];
        events.AddRange(
            script
                .Groups.SelectMany(group => group.Zones)
                .Select((step, i) => new SessionEvent($"t-{i}", 1000 + i, SessionEventKind.Touched, Zone: step.Zone))
        );
        Assert.Equal(SessionDo.Wait, SessionPlayer.Play(script, events, 200_000).Do);
        Assert.Equal(
            (SessionPhase.Ending, SessionDo.End),
            (SessionPlayer.Play(script, events, 302_000).Phase, SessionPlayer.Play(script, events, 302_000).Do)
        );
        Assert.Empty(SessionPlayer.Play(script, events, 90_000_000).Warnings);
        Assert.Equal(
            SessionDo.RemoveNow,
            SessionPlayer.Play(script, [.. events, new("s", 100_000, SessionEventKind.Stung, Value: 5)], 101_000).Do
        );

        // An answer of the day keeps it off as it does a kit.
        var asked = file with
        {
            Log =
            [
                .. file.Log,
                new Screened
                {
                    Id = "q",
                    Product = Stronger.Id,
                    Day = evening,
                    HappenedAt = CaseBuilder.At(evening, 19),
                    Yes = [DayQuestion.NewMedicine],
                },
            ],
        };
        Assert.DoesNotContain(evening, PathPlanner.Plan(asked, Rules, days: 30).DaysOf(Stronger.Id));
        Assert.NotEqual(ScreeningOutcome.Go, PeelScreening.Of(asked, Rules, Stronger.Id)!.Outcome);
        Assert.True(now <= evening);
    }

    [Fact]
    public void A_booster_names_a_milder_serum_of_the_same_acid()
    {
        var file = Basic()
            .Own(Glycolic, Stronger)
            .Decide(
                new StartActive
                {
                    Id = "b",
                    Product = Stronger.Id,
                    On = Monday,
                    BoosterFor = "glycolic",
                }
            )
            .Build();

        Assert.Contains(CaseCheck.Check(file), problem => problem.Field == "decisions[0].boosterFor");
    }

    [Theory]
    [InlineData(SkinType.Dry, Sensitivity.Average, WinterHold.DryAndSensitive, false)]
    [InlineData(SkinType.Oily, Sensitivity.Average, WinterHold.DryAndSensitive, true)]
    [InlineData(SkinType.Oily, Sensitivity.Average, WinterHold.Everybody, false)]
    public void In_winter_no_step_up_is_asked_of_those_the_house_names(SkinType type, Sensitivity sensitivity, WinterHold hold, bool asked)
    {
        var file = Using(Glycolic, Monday, Monday.AddDays(22))
            .With(intake => intake with { SkinType = type, Sensitivity = sensitivity })
            .Now(Monday.AddDays(22))
            .Build();
        var winter = PathPlanner.Plan(file, Rules with { WinterHold = hold }, null, 1);
        var spring = PathPlanner.Plan(file, Rules with { WinterHold = hold, WinterUntil = 2 }, null, 1);

        Assert.Equal(asked, winter.Questions.Any(question => question.Kind == QuestionKind.StepUp));
        Assert.Equal(!asked, winter.Ladders[0].Missing.Any(because => because.Rule == RuleBook.WinterHold));
        Assert.Contains(spring.Questions, question => question.Kind == QuestionKind.StepUp);
    }

    [Fact]
    public void A_dry_spell_holds_every_rung_until_it_is_over()
    {
        var builder = Using(Glycolic, Monday, Monday.AddDays(22)).Flag(FlagKind.DrySpell, Monday.AddDays(15), Monday.AddDays(25));

        Assert.Contains(builder.Now(Monday.AddDays(22)).Plan(1).Ladders[0].Missing, because => because.Rule == RuleBook.DrySpell);
        Assert.Contains(builder.Now(Monday.AddDays(26)).Plan(1).Questions, question => question.Kind == QuestionKind.StepUp);
    }

    [Fact]
    public void What_is_missing_names_the_day_and_what_a_gap_costs()
    {
        var path = Using(Glycolic, Monday, Monday.AddDays(5)).Now(Monday.AddDays(5)).Plan(28);
        var missing = Assert.Single(path.Ladders[0].Missing, because => because.Rule == RuleBook.EnoughUses);

        Assert.Equal(("2", "2026-03-12"), (missing.Values["more"], missing.Values["on"]));
        Assert.Equal("Calm uses still needed at this rung: 2, by Thu 12 March.", Words.Say(missing));
        Assert.Equal(Monday.AddDays(3 + 14), path.Ladders[0].DownOn);
    }

    [Fact]
    public void House_thresholds_only_make_it_stricter()
    {
        Assert.Contains(HouseRulesCheck.Check(Rules with { StepUpUses = 3 }), problem => problem.Field == "stepUpUses");
        Assert.Contains(HouseRulesCheck.Check(Rules with { GapDownDays = 20 }), problem => problem.Field == "gapDownDays");
        Assert.Contains(HouseRulesCheck.Check(Rules with { StepUpChancePercent = 6 }), problem => problem.Field == "stepUpChancePercent");
        Assert.Empty(HouseRulesCheck.Check(Rules with { StepUpUses = 6, ReactionRestDays = 10, GapDownDays = 10, GapRestartDays = 20 }));

        var file = Using(Glycolic, Monday, Monday.AddDays(22)).Now(Monday.AddDays(22)).Build();
        Assert.Contains(PathPlanner.Plan(file, Rules, null, 1).Questions, question => question.Kind == QuestionKind.StepUp);
        Assert.DoesNotContain(PathPlanner.Plan(file, Rules with { StepUpUses = 8 }, null, 1).Questions, question =>
            question.Kind == QuestionKind.StepUp
        );
    }

    [Fact]
    public void A_step_up_the_estimate_would_hold_is_taken_only_with_a_reason()
    {
        var due = Monday.AddDays(21);
        var builder = Basic().Own(Glycolic).Start("glycolic", Monday.AddDays(-3)).Patched("glycolic", Monday.AddDays(-3));
        foreach (var day in new[] { 0, 3, 7, 10, 14, 17 }.Select(Monday.AddDays))
        {
            builder.Use("glycolic", day).Report(day, new SkinReport { Sting = 3, StingSeconds = 30 });
        }

        CarePath Asked(bool despite, string reason) =>
            PathPlanner.Plan(
                builder.Now(due).Build() with
                {
                    Decisions =
                    [
                        .. builder.Build().Decisions,
                        new StepUp
                        {
                            Id = "up",
                            Product = "glycolic",
                            Rung = 2,
                            On = due,
                            DespiteEstimate = despite,
                            Reason = reason,
                        },
                    ],
                },
                Rules,
                null,
                1
            );
        Assert.Equal(1, Asked(false, "").Ladders[0].Rung);
        Assert.Equal(2, Asked(true, "told me it is the cold tap").Ladders[0].Rung);
        var careless = builder.Build() with
        {
            Decisions =
            [
                .. builder.Build().Decisions,
                new StepUp
                {
                    Id = "up",
                    Product = "glycolic",
                    Rung = 2,
                    On = due,
                    DespiteEstimate = true,
                },
            ],
        };
        Assert.Contains(CaseCheck.Check(careless), problem => problem.Field.EndsWith(".reason", StringComparison.Ordinal));
    }

    /// <summary>An acid whose step is due today; what is told is told after the question.</summary>
    private static CarePath WithWait(WaitBeforeStep wait, DateOnly on, bool told = false, StepUp? step = null)
    {
        var due = Monday.AddDays(21);
        var builder = Basic().Own(Glycolic).Start("glycolic", Monday.AddDays(-3)).Patched("glycolic", Monday.AddDays(-3));
        foreach (var day in new[] { 0, 3, 7, 10, 14, 17, 21, 24 }.Select(Monday.AddDays).Where(day => day < on))
        {
            builder.Use("glycolic", day).Report(day, new SkinReport { Sting = 1, StingSeconds = 20 });
        }

        if (told)
        {
            builder.Report(due, new SkinReport { Sting = 0, StingSeconds = 0 });
        }

        var file = builder.Now(on).Build();
        Decision[] added = step is null ? [wait] : [wait, step];
        Assert.Empty(CaseCheck.Check(file with { Decisions = [.. file.Decisions, .. added] }));
        return PathPlanner.Plan(file with { Decisions = [.. file.Decisions, .. added] }, Rules, null, 1);
    }

    private static bool IsAsked(CarePath path) => path.Questions.Any(question => question.Kind == QuestionKind.StepUp);

    private static WaitBeforeStep Wait(bool asks) =>
        new()
        {
            Id = "wait",
            Product = "glycolic",
            On = Monday.AddDays(21),
            Until = Monday.AddDays(28),
            AsksClient = asks,
            RecordedAt = new(2026, 1, 1, 0, 0, 0, TimeSpan.Zero),
        };

    [Fact]
    public void A_chosen_wait_holds_the_question_until_its_day()
    {
        var held = WithWait(Wait(asks: false), Monday.AddDays(24));

        Assert.False(IsAsked(held));
        Assert.Contains(held.Ladders[0].Missing, because => because.Rule == RuleBook.WaitChosen);
        Assert.True(IsAsked(WithWait(Wait(asks: false), Monday.AddDays(28))));
    }

    [Fact]
    public void A_question_to_the_client_waits_for_the_answer_and_no_longer_than_its_day()
    {
        var asked = Wait(asks: true) with { RecordedAt = new(Monday.AddDays(21).ToDateTime(new TimeOnly(9, 0)), TimeSpan.Zero) };

        Assert.Contains(
            WithWait(asked with { RecordedAt = new(Monday.AddDays(24).ToDateTime(new TimeOnly(6, 0)), TimeSpan.Zero) }, Monday.AddDays(24))
                .Ladders[0]
                .Missing,
            because => because.Rule == RuleBook.FeltAsked
        );
        Assert.True(IsAsked(WithWait(asked, Monday.AddDays(24), told: true)));
        Assert.True(IsAsked(WithWait(asked, Monday.AddDays(28))));
    }

    [Fact]
    public void A_wait_is_overruled_only_with_a_reason_and_nothing_else_with_it()
    {
        StepUp Step(bool despite) =>
            new()
            {
                Id = "up",
                Product = "glycolic",
                Rung = 2,
                On = Monday.AddDays(24),
                DespiteEstimate = despite,
                Reason = despite ? "seen today, calm" : "",
            };

        Assert.Equal(1, WithWait(Wait(asks: false), Monday.AddDays(24), step: Step(false)).Ladders[0].Rung);
        Assert.Equal(2, WithWait(Wait(asks: false), Monday.AddDays(24), step: Step(true)).Ladders[0].Rung);
        Assert.Equal(
            1,
            WithWait(
                Wait(asks: false) with
                {
                    On = Monday.AddDays(10),
                },
                Monday.AddDays(14),
                step: Step(true) with
                {
                    On = Monday.AddDays(14),
                }
            )
                .Ladders[0]
                .Rung
        );
    }

    [Fact]
    public void A_wait_ends_after_it_begins_and_within_half_a_year()
    {
        var file = Basic().Own(Glycolic).Build();

        Assert.All(new[] { 0, 200 }, days =>
            Assert.Contains(
                CaseCheck.Check(file with { Decisions = [Wait(false) with { On = Monday, Until = Monday.AddDays(days) }] }),
                problem => problem.Field.EndsWith(".until", StringComparison.Ordinal)
            )
        );
    }
}
