using OatPath.Core.Case;
using OatPath.Core.CheckIn;
using OatPath.Core.House;
using OatPath.Core.Plan;
using OatPath.Core.Skin;

namespace OatPath.Core.Tests;

public class RampTests
{
    [Fact]
    public void Two_actives_that_are_ready_on_one_evening_begin_fourteen_days_apart_even_when_both_families_are_established()
    {
        var enzyme = new Shelf.Product
        {
            Id = "enzyme",
            Name = "Fig powder",
            Kind = Shelf.ProductKind.Enzyme,
            Actives = [new(Substance.Papain)],
        };
        var day = CaseBuilder.Monday;
        var path = CaseBuilder
            .Basic()
            .Own(CaseBuilder.Glycolic, enzyme)
            .Established(Family.Aha, day.AddDays(-30))
            .Established(Family.Enzyme, day.AddDays(-30))
            .Start("glycolic", day.AddDays(-10))
            .Patched("glycolic", day.AddDays(-10))
            .Start("enzyme", day.AddDays(-6))
            .Patched("enzyme", day.AddDays(-6))
            .Plan(40);

        Assert.Equal(14, Math.Abs(path.DaysOf("glycolic")[0].DayNumber - path.DaysOf("enzyme")[0].DayNumber));
    }

    private static readonly DateOnly Monday = CaseBuilder.Monday;

    /// <summary>A glycolic toner whose first evening is a given day, used as planned up to today.</summary>
    private static CaseBuilder Walked(DateOnly firstEvening, DateOnly today, params (int Rung, DateOnly On)[] steps)
    {
        var builder = CaseBuilder
            .Basic()
            .Own(CaseBuilder.Glycolic)
            .Start("glycolic", firstEvening.AddDays(-3))
            .Patched("glycolic", firstEvening.AddDays(-3));
        foreach (var (rung, on) in steps)
        {
            builder.StepUp("glycolic", rung, on);
        }

        for (var day = firstEvening; day < today; day = day.AddDays(1))
        {
            if (builder.Now(day).Plan(1).Days[0].Evening.Has("glycolic"))
            {
                builder.Use("glycolic", day).Report(day, new SkinReport());
            }
        }

        return builder.Now(today);
    }

    [Fact]
    public void Nothing_goes_on_the_face_before_the_patch_test_is_read_clear()
    {
        var path = CaseBuilder.Basic().Own(CaseBuilder.Glycolic).Start("glycolic", Monday).Plan();

        Assert.Contains(path.Days[0].Evening.Steps, step => step.Action == Routine.StepAction.PatchTest);
        Assert.Equal(RuleBook.PatchFirst, path.Days[0].Evening.WhyNot("glycolic"));
        Assert.Equal(Monday.AddDays(3), path.DaysOf("glycolic")[0]);
    }

    [Fact]
    public void A_patch_test_read_before_48_hours_does_not_count()
    {
        var early = CaseBuilder
            .Basic()
            .Own(CaseBuilder.Glycolic)
            .Start("glycolic", Monday)
            .Patched("glycolic", Monday, readAfter: 1)
            .Now(Monday.AddDays(3))
            .Plan(1);
        var right = CaseBuilder
            .Basic()
            .Own(CaseBuilder.Glycolic)
            .Start("glycolic", Monday)
            .Patched("glycolic", Monday, readAfter: 2)
            .Now(Monday.AddDays(3))
            .Plan(1);

        Assert.Equal(RuleBook.PatchFirst, early.Days[0].Evening.WhyNot("glycolic"));
        Assert.True(right.Days[0].Evening.Has("glycolic"));
    }

    [Fact]
    public void A_patch_test_that_reacts_stops_the_active_and_asks()
    {
        var path = CaseBuilder
            .Basic()
            .Own(CaseBuilder.Glycolic)
            .Start("glycolic", Monday)
            .Patched("glycolic", Monday, clear: false)
            .Now(Monday.AddDays(3))
            .Plan();

        Assert.Empty(path.DaysOf("glycolic"));
        Assert.Contains(path.Questions, question => question.Kind == QuestionKind.PatchReaction);
    }

    [Fact]
    public void Two_evenings_are_Monday_and_Thursday_and_three_are_Monday_Wednesday_Friday()
    {
        var path = Walked(Monday, Monday.AddDays(21), (2, Monday.AddDays(21))).Plan(28, Monday);

        Assert.Equal(
            [DayOfWeek.Monday, DayOfWeek.Thursday],
            path.DaysOf("glycolic").Where(day => day < Monday.AddDays(21)).Select(day => day.DayOfWeek).Distinct()
        );
        Assert.Equal(
            [DayOfWeek.Monday, DayOfWeek.Wednesday, DayOfWeek.Friday],
            path.DaysOf("glycolic").Where(day => day >= Monday.AddDays(21)).Select(day => day.DayOfWeek)
        );
    }

    [Fact]
    public void A_steady_beginner_is_asked_for_every_other_evening_in_week_7_and_nightly_in_week_10()
    {
        (int, DateOnly)[] steps = [(2, Monday.AddDays(21)), (3, Monday.AddDays(42)), (4, Monday.AddDays(63))];
        for (var i = 0; i < steps.Length; i++)
        {
            var on = steps[i].Item2;
            var before = Walked(Monday, on.AddDays(-1), steps[..i]).Plan(1);
            var due = Walked(Monday, on, steps[..i]).Plan(1);

            Assert.DoesNotContain(before.Questions, question => question.Kind == QuestionKind.StepUp);
            Assert.Equal(i + 2, Assert.Single(due.Questions, question => question.Kind == QuestionKind.StepUp).Rung);
        }

        Assert.Equal(Frequency.EveryDay, Assert.Single(Walked(Monday, Monday.AddDays(63), steps).Plan(1).Ladders).Frequency);
    }

    [Fact]
    public void A_step_up_before_its_time_is_not_taken_and_says_so()
    {
        var path = Walked(Monday, Monday.AddDays(20), (2, Monday.AddDays(18))).Plan(1);

        Assert.Equal(1, Assert.Single(path.Ladders).Rung);
        Assert.Contains(path.Warnings, because => because.Rule == RuleBook.StepNotDue);
    }

    [Fact]
    public void The_committed_path_never_climbs_by_itself()
    {
        var path = Walked(Monday, Monday.AddDays(21)).Plan(84);

        Assert.All(path.Days.SelectMany(day => day.Evening.Steps).Where(step => step.Product == "glycolic"), step =>
            Assert.Equal(Frequency.TwiceAWeek, step.Frequency)
        );
        Assert.Equal([2, 3, 4], path.Ladders[0].Projected.Select(rung => rung.Rung));
    }

    [Fact]
    public void Sting_6_rests_the_acid_for_7_days_then_the_entry_rung_and_a_full_hold()
    {
        var used = Monday.AddDays(3);
        var path = Walked(Monday, used)
            .Use("glycolic", used)
            .Report(used, new SkinReport { Sting = 6, StingSeconds = 600 })
            .Now(used, 22)
            .Plan(70);

        Assert.Equal(Outcome.EaseOff, path.Reports[^1].Outcome);
        Assert.Equal(used.AddDays(8), path.DaysOf("glycolic")[0]);
        Assert.Equal(Frequency.OnceAWeek, path.Ladders[0].Frequency);
        Assert.Equal(used.AddDays(8 + 21), path.Ladders[0].NextDecision);
        Assert.True(path.Days[0].Evening.Repair && path.Days[1].Evening.Repair && !path.Days[2].Evening.Repair);
        Assert.Contains(path.Windows, window => window.Kind == WindowKind.EaseOff && window.Until == used.AddDays(7));
        Assert.Contains(path.Questions, question => question.Kind == QuestionKind.EasedOff);
    }

    [Fact]
    public void A_reaction_on_the_very_first_evening_costs_a_rung_too()
    {
        var path = CaseBuilder
            .Basic()
            .Own(CaseBuilder.Glycolic)
            .Start("glycolic", Monday.AddDays(-3))
            .Patched("glycolic", Monday.AddDays(-3))
            .Use("glycolic", Monday)
            .Report(Monday, new SkinReport { Sting = 6, StingSeconds = 600 })
            .Now(Monday, 22)
            .Plan();

        Assert.Equal(Monday.AddDays(8), path.DaysOf("glycolic")[0]);
        Assert.Equal((0, Frequency.OnceAWeek, Monday.AddDays(8)), (path.Ladders[0].Rung, path.Ladders[0].Frequency, path.Ladders[0].Since));
    }

    [Fact]
    public void A_strong_reaction_on_the_entry_rung_stops_the_active_and_asks()
    {
        var builder = CaseBuilder
            .Basic()
            .Own(CaseBuilder.Glycolic)
            .With(intake => intake with { Sensitivity = Sensitivity.Sensitive })
            .Start("glycolic", Monday.AddDays(-3))
            .Patched("glycolic", Monday.AddDays(-3))
            .Use("glycolic", Monday)
            .Report(Monday, new SkinReport { Sting = 5, StingSeconds = 300 })
            .Now(Monday, 22);

        var path = builder.Plan();

        Assert.Empty(path.DaysOf("glycolic"));
        Assert.Contains(path.Questions, question => question.Kind == QuestionKind.StoppedAtEntry);
    }

    [Fact]
    public void Two_strong_reactions_running_pause_everything_until_cleared_with_a_reason()
    {
        var first = Monday.AddDays(3);
        CaseBuilder Twice() =>
            Walked(Monday, first)
                .Use("glycolic", first)
                .Report(first, new SkinReport { Sting = 5, StingSeconds = 60 })
                .Use("glycolic", first.AddDays(2))
                .Report(first.AddDays(2), new SkinReport { Sting = 5, StingSeconds = 60 });

        var red = Twice().Now(first.AddDays(2), 22).Plan(40);
        Assert.Equal(Outcome.Stop, red.Reports[^1].Outcome);
        Assert.Empty(red.DaysOf("glycolic"));
        Assert.All(red.Days, day => Assert.True(day.Evening.Repair));
        Assert.Equal(QuestionKind.ClearRed, red.Questions[0].Kind);

        var cleared = Twice().Clear(first.AddDays(5)).Now(first.AddDays(6)).Plan(40);
        Assert.DoesNotContain(cleared.Questions, question => question.Kind == QuestionKind.ClearRed);
        Assert.False(cleared.Days[0].Evening.Repair);
    }

    [Fact]
    public void A_medical_sign_stops_the_active_for_good_until_it_is_started_again()
    {
        var builder = Walked(Monday, Monday.AddDays(3))
            .Use("glycolic", Monday.AddDays(3))
            .Report(Monday.AddDays(3), new SkinReport { Sting = 2, Signs = [Sign.Weals] })
            .Clear(Monday.AddDays(5))
            .Now(Monday.AddDays(6));

        Assert.Empty(builder.Plan().DaysOf("glycolic"));

        var again = builder.Start("glycolic", Monday.AddDays(6)).Plan();
        var patch = again.Days.First(day => day.Evening.Steps.Any(step => step.Action == Routine.StepAction.PatchTest)).Date;
        Assert.All(again.DaysOf("glycolic"), day => Assert.True(day >= patch.AddDays(3)));
    }

    [Theory]
    [InlineData(13, 2)]
    [InlineData(14, 1)]
    [InlineData(16, 1)]
    [InlineData(28, 1)]
    public void A_gap_costs_one_rung_after_14_days_and_goes_back_to_the_start_after_28(int days, int rung)
    {
        var last = Monday.AddDays(21);
        var path = Walked(Monday, last, (2, last)).Use("glycolic", last).Now(last.AddDays(days)).Plan(1);

        Assert.Equal(rung, path.Ladders[0].Rung);
    }

    [Fact]
    public void A_planned_suspension_is_not_a_gap()
    {
        var last = Monday.AddDays(21);
        var sun = Walked(Monday, last, (2, last))
            .Use("glycolic", last)
            .Flag(FlagKind.StrongSun, last.AddDays(8), last.AddDays(20))
            .Now(last.AddDays(22))
            .Plan(1);

        Assert.Equal(2, sun.Ladders[0].Rung);
    }

    [Fact]
    public void A_second_active_waits_14_days_and_they_never_share_an_evening_for_a_beginner()
    {
        var path = CaseBuilder
            .Basic()
            .Own(CaseBuilder.Glycolic, CaseBuilder.Retinol)
            .Start("glycolic", Monday)
            .Start("retinol", Monday)
            .Plan(84);
        var glycolic = path.DaysOf("glycolic");
        var retinol = path.DaysOf("retinol");

        Assert.Equal(14, Math.Abs(retinol[0].DayNumber - glycolic[0].DayNumber));
        Assert.Empty(glycolic.Intersect(retinol));
    }

    [Fact]
    public void A_start_that_was_parked_soon_after_still_keeps_the_next_one_14_days_away()
    {
        var path = CaseBuilder
            .Basic()
            .Park(CaseBuilder.Retinol)
            .Own(CaseBuilder.Glycolic)
            .Start("retinol", Monday)
            .Patched("retinol", Monday)
            .Use("retinol", Monday.AddDays(3))
            .Start("glycolic", Monday.AddDays(5))
            .Now(Monday.AddDays(5), 12)
            .Plan(30);

        Assert.Equal(Monday.AddDays(3 + 14), path.DaysOf("glycolic")[0]);
    }

    [Fact]
    public void What_was_used_of_a_parked_exfoliant_still_counts_in_the_budget()
    {
        var build = CaseBuilder.Basic().Park(CaseBuilder.Salicylic).Own(CaseBuilder.Glycolic).InUse("glycolic", Monday, 2).Now(Monday, 12);
        foreach (var ago in new[] { 1, 2, 4 })
        {
            build.Use("salicylic", Monday.AddDays(-ago));
        }

        var days = build.Plan(14).DaysOf("glycolic");
        Assert.DoesNotContain(Monday, days);
        Assert.Equal(Monday.AddDays(3), days[0]);
    }

    [Fact]
    public void Two_acids_of_a_beginner_never_follow_on_running_evenings()
    {
        var path = CaseBuilder
            .Basic()
            .Own(CaseBuilder.Glycolic, CaseBuilder.Salicylic)
            .Start("glycolic", Monday)
            .Start("salicylic", Monday)
            .Plan(84);
        var evenings = path.DaysOf("glycolic").Concat(path.DaysOf("salicylic")).Order().ToList();

        Assert.NotEmpty(path.DaysOf("salicylic"));
        Assert.All(evenings.Zip(evenings.Skip(1)), pair => Assert.True(pair.Second.DayNumber - pair.First.DayNumber >= 2));
    }

    [Fact]
    public void Azelaic_acid_moves_to_the_morning_while_an_acid_has_the_evening()
    {
        var alone = CaseBuilder.Basic().Own(CaseBuilder.Azelaic).Start("azelaic", Monday).Plan();
        var beside = CaseBuilder
            .Basic()
            .Own(CaseBuilder.Azelaic, CaseBuilder.Glycolic)
            .InUse("glycolic", Monday.AddDays(-40), 1)
            .Start("azelaic", Monday)
            .Plan();

        Assert.Contains(alone.Days, day => day.Evening.Has("azelaic"));
        Assert.DoesNotContain(beside.Days, day => day.Evening.Has("azelaic"));
        Assert.Contains(beside.Days, day => day.Morning.Has("azelaic"));
    }

    [Fact]
    public void A_peel_stops_actives_before_and_after_and_costs_one_rung_once()
    {
        var on = Monday.AddDays(45);
        var path = Walked(Monday, Monday.AddDays(22), (2, Monday.AddDays(21))).Treat(Care.TreatmentKind.SuperficialPeel, on).Plan(60);
        var days = path.DaysOf("glycolic");

        Assert.DoesNotContain(days, day => day >= on.AddDays(-7) && day <= on.AddDays(7));
        Assert.All(
            path.Days.Where(day => day.Date > on.AddDays(7)).SelectMany(day => day.Evening.Steps).Where(step => step.Product == "glycolic"),
            step => Assert.Equal(Frequency.TwiceAWeek, step.Frequency)
        );
    }

    [Fact]
    public void No_irritant_in_the_3_days_before_a_wedding()
    {
        var on = Monday.AddDays(40);
        var days = Walked(Monday, Monday.AddDays(10)).Celebrate("wedding", on).Plan(60).DaysOf("glycolic");

        Assert.DoesNotContain(days, day => day >= on.AddDays(-3) && day <= on);
        Assert.Contains(days, day => day > on);
    }

    [Fact]
    public void Strong_sun_pauses_an_acid_3_days_before_and_during()
    {
        var from = Monday.AddDays(12);
        var days = Walked(Monday, Monday.AddDays(5)).Flag(FlagKind.StrongSun, from, from.AddDays(4)).Plan(60).DaysOf("glycolic");

        Assert.DoesNotContain(days, day => day >= from.AddDays(-3) && day <= from.AddDays(4));
        Assert.Contains(days, day => day > from.AddDays(4));
    }

    [Fact]
    public void Facts_written_down_later_are_not_known_earlier()
    {
        var builder = Walked(Monday, Monday.AddDays(4));
        builder.Log(
            new CheckedIn
            {
                Id = "late",
                Day = Monday.AddDays(3),
                HappenedAt = CaseBuilder.At(Monday.AddDays(3), 22),
                RecordedAt = CaseBuilder.At(Monday.AddDays(6)),
                Report = new SkinReport { Sting = 6, StingSeconds = 60 },
            }
        );

        Assert.DoesNotContain(builder.Now(Monday.AddDays(5)).Plan(1).Reports, report => report.Id == "late");
        Assert.Contains(builder.Now(Monday.AddDays(7)).Plan(1).Reports, report => report.Id == "late");
    }

    [Fact]
    public void A_report_is_taken_back_only_by_a_practitioner_with_a_reason()
    {
        var builder = Walked(Monday, Monday.AddDays(4)).Use("glycolic", Monday.AddDays(3));
        builder.Log(
            new CheckedIn
            {
                Id = "oops",
                Day = Monday.AddDays(3),
                HappenedAt = CaseBuilder.At(Monday.AddDays(3), 22),
                Report = new SkinReport { Sting = 8 },
            }
        );
        builder.Log(
            new Retracted
            {
                Id = "back",
                Entry = "oops",
                HappenedAt = CaseBuilder.At(Monday.AddDays(3), 23),
                By = "client",
                Reason = "pressed by mistake",
            }
        );
        Assert.Equal(QuestionKind.ClearRed, builder.Now(Monday.AddDays(5)).Plan(1).Questions[0].Kind);

        builder.Log(
            new Retracted
            {
                Id = "again",
                Entry = "oops",
                HappenedAt = CaseBuilder.At(Monday.AddDays(4), 9),
                By = "Maren Holt",
            }
        );
        Assert.Contains(CaseCheck.Check(builder.Build()), problem => problem.Field.EndsWith("reason", StringComparison.Ordinal));
        Assert.Equal(QuestionKind.ClearRed, builder.Plan(1).Questions[0].Kind);

        builder.Log(
            new Retracted
            {
                Id = "seen",
                Entry = "oops",
                HappenedAt = CaseBuilder.At(Monday.AddDays(4), 9),
                By = "Maren Holt",
                Reason = "looked at it: the wrong client's phone",
            }
        );
        Assert.DoesNotContain(builder.Plan(1).Reports, report => report.Id == "oops");
        Assert.DoesNotContain(builder.Plan(1).Questions, question => question.Kind == QuestionKind.ClearRed);
    }

    [Fact]
    public void A_first_use_nobody_ticked_moves_the_start_along()
    {
        var path = CaseBuilder
            .Basic()
            .Own(CaseBuilder.Glycolic)
            .Start("glycolic", Monday)
            .Patched("glycolic", Monday)
            .Now(Monday.AddDays(10))
            .Plan(1);

        Assert.Equal(Monday.AddDays(10), path.Ladders[0].Since);
    }

    [Fact]
    public void A_start_that_moves_along_keeps_the_rung_it_lost_to_a_window()
    {
        // Used once before its time, then a window; the first day after it is planned and not ticked.
        var path = CaseBuilder
            .Basic()
            .Own(CaseBuilder.Glycolic)
            .Start("glycolic", Monday)
            .Use("glycolic", Monday.AddDays(1))
            .Patched("glycolic", Monday.AddDays(2))
            .Treat(Care.TreatmentKind.Waxing, Monday.AddDays(8))
            .Now(Monday.AddDays(20))
            .Plan(20);

        Assert.All(
            path.Days.SelectMany(day => day.Evening.Steps)
                .Where(step => step.Product == "glycolic" && step.Action == Routine.StepAction.Apply),
            step => Assert.Equal(Frequency.OnceAWeek, step.Frequency)
        );
        Assert.NotEmpty(path.DaysOf("glycolic"));
    }

    [Fact]
    public void A_clearing_at_the_very_moment_of_a_report_does_not_clear_it()
    {
        var path = CaseBuilder
            .Basic()
            .Own(CaseBuilder.Glycolic)
            .InUse("glycolic", Monday, 1)
            .Report(Monday, new SkinReport { Sting = 8 }, hour: 12, minute: 0)
            .Clear(Monday, 12)
            .Now(Monday.AddDays(2))
            .Plan(10);

        Assert.Empty(path.DaysOf("glycolic"));
    }

    [Fact]
    public void A_hold_that_begins_after_the_rest_days_is_not_shortened_by_a_pause_inside_them()
    {
        var used = Monday.AddDays(24);
        var path = Walked(Monday, used, (2, Monday.AddDays(21)))
            .Use("glycolic", used)
            .Report(used, new SkinReport { Sting = 7, StingSeconds = 60 })
            .Clear(used.AddDays(2))
            .Now(used.AddDays(3))
            .Plan(1);

        Assert.Equal(used.AddDays(8 + 21), path.Ladders[0].NextDecision);
    }

    [Fact]
    public void Uses_before_a_new_rung_began_are_no_evidence_for_it()
    {
        var used = Monday.AddDays(3);
        var path = Walked(Monday, used)
            .Use("glycolic", used)
            .Report(used, new SkinReport { Sting = 6, StingSeconds = 60 })
            .Now(used.AddDays(2))
            .Plan(1);

        Assert.Equal(0, path.Ladders[0].Uses);
    }
}
