using OatPath.Core.Audit;
using OatPath.Core.Booking;
using OatPath.Core.Calendar;
using OatPath.Core.Care;
using OatPath.Core.Case;
using OatPath.Core.House;
using OatPath.Core.Planner;
using OatPath.Core.Screening;
using OatPath.Core.Skin;

namespace OatPath.Core.Tests;

/// <summary>Treatments that share a sitting are one booking; when the next may be is one date.</summary>
public class SittingTests
{
    private static readonly DateOnly Today = CaseBuilder.Monday;
    private static readonly DateOnly On = Today.AddDays(40);

    private static Treatment Part(TreatmentKind kind, string? sitting = "s", DateOnly? on = null) =>
        new()
        {
            Id = $"{kind}",
            Kind = kind,
            On = on ?? On,
            At = new(10, 0),
            Sitting = sitting,
        };

    private static CaseBuilder Both(string? sitting = "s", DateOnly? on = null) =>
        CaseBuilder
            .Basic()
            .Own(CaseBuilder.Glycolic)
            .InUse("glycolic", Today.AddDays(-60), 4)
            .Treat(TreatmentKind.AblativeLaser, on ?? On, _ => Part(TreatmentKind.AblativeLaser, sitting, on))
            .Treat(TreatmentKind.RadioFrequencyNeedling, on ?? On, _ => Part(TreatmentKind.RadioFrequencyNeedling, sitting, on));

    [Fact]
    public void Radio_frequency_needling_and_a_laser_may_share_a_sitting_and_else_never_a_day()
    {
        var file = CaseBuilder.Basic().Build();
        BookingAnswer Ask(TreatmentKind one, TreatmentKind other, string? sitting) =>
            BookingScreening.Of(file, CaseBuilder.Rules, Part(one, sitting), Part(other, sitting));

        Assert.True(Ask(TreatmentKind.RadioFrequencyNeedling, TreatmentKind.AblativeLaser, "s").Outcome < BookingOutcome.Refused);
        Assert.Equal(BookingOutcome.Refused, Ask(TreatmentKind.RadioFrequencyNeedling, TreatmentKind.AblativeLaser, null).Outcome);
        foreach (var other in Enum.GetValues<TreatmentKind>().Where(kind => kind != TreatmentKind.MediumPeel && kind.Irritates()))
        {
            var answer = Ask(TreatmentKind.MediumPeel, other, "s");
            Assert.Contains(answer.Reasons, reason => reason.Because.Rule == RuleBook.BookSameDay);
            Assert.Empty(answer.Nearest);
        }
    }

    [Fact]
    public void What_stands_against_one_part_stands_against_the_sitting()
    {
        var file = CaseBuilder.Basic().Flag(FlagKind.ImplantedElectronics).Build();

        Assert.False(BookingScreening.Of(file, CaseBuilder.Rules, Part(TreatmentKind.AblativeLaser)).IsHard);
        Assert.True(
            BookingScreening
                .Of(file, CaseBuilder.Rules, Part(TreatmentKind.AblativeLaser), Part(TreatmentKind.RadioFrequencyNeedling))
                .IsHard
        );
    }

    [Fact]
    public void The_strictest_of_both_holds_and_costs_one_rung_once()
    {
        var file = Both().Build();
        var path = PathPlanner.Plan(file, CaseBuilder.Rules, days: 90);
        foreach (var kind in new[] { RestrictionKind.Irritants, RestrictionKind.Sun, RestrictionKind.Sport })
        {
            var longest = new[] { TreatmentKind.AblativeLaser, TreatmentKind.RadioFrequencyNeedling }.Max(one =>
                CareTemplates.Of(one).After.First(rest => rest.Kind == kind).WholeDays
            );
            Assert.Equal(
                On.AddDays(longest),
                path.Windows.Where(window => window.Restriction == kind && window.From <= On && window.Until >= On)
                    .Max(window => window.Until)
            );
        }

        // No lower than after the laser alone.
        var laser = PathPlanner.Plan(
            file with
            {
                Treatments = [.. file.Treatments.Where(part => part.Kind == TreatmentKind.AblativeLaser)],
            },
            CaseBuilder.Rules,
            days: 90
        );
        Assert.Equal(Back(laser), Back(path));
        Assert.Empty(PathAuditor.Audit(file, CaseBuilder.Rules, path));
    }

    private static Frequency? Back(Plan.CarePath path) =>
        path.Days.SelectMany(day => day.Evening.Steps).Last(step => step.Product == "glycolic").Frequency;

    [Fact]
    public void The_client_is_asked_once_on_each_day_and_the_calendar_has_one_entry()
    {
        var file = Both(on: Today).Now(Today.AddDays(1)).Build();
        Assert.Equal([1, 3, 4, 5, 10], PathPlanner.Plan(file, CaseBuilder.Rules, days: 20).CheckIns.Select(due => due.Day));

        var ahead = Both().Build();
        var entries = CalendarEntries.Of(ahead, PathPlanner.Plan(ahead, CaseBuilder.Rules, days: 90), named: true);
        var entry = Assert.Single(entries, entry => entry.Title.EndsWith("at the studio", StringComparison.Ordinal));
        Assert.Equal(new TimeOnly(10, 0), entry.At);
        Assert.All(new[] { "45 minutes", "drive you home", "no make-up", "cleaned off" }, words =>
            Assert.Contains(words, entry.Details, StringComparison.Ordinal)
        );
        Assert.Equal(5, entries.Count(one => one.Title.StartsWith("Day ", StringComparison.Ordinal)));
    }

    [Fact]
    public void Parts_of_a_sitting_have_one_day_and_hour()
    {
        var file = Both().Build();
        var moved = file with { Treatments = [file.Treatments[0], file.Treatments[1] with { At = new(11, 0) }] };

        Assert.Empty(CaseCheck.Check(file));
        Assert.Contains(CaseCheck.Check(moved), problem => problem.Field == "treatments[0].sitting");
    }

    [Fact]
    public void Days_offered_are_days_on_which_the_studio_is_open_at_that_hour()
    {
        var rules = CaseBuilder.Rules with
        {
            Opening = [new(DayOfWeek.Tuesday, new(9, 0), new(17, 0)), new(DayOfWeek.Saturday, new(9, 0), new(12, 0))],
        };
        var file = CaseBuilder.Basic().Treat(TreatmentKind.Waxing, Today.AddDays(30)).Build();
        var asked = Part(TreatmentKind.SuperficialPeel, null, Today.AddDays(30)) with { At = new(14, 0) };

        var refused = BookingScreening.Of(file, rules, asked);
        Assert.NotEmpty(refused.Nearest);
        Assert.All(refused.Nearest, day => Assert.Equal(DayOfWeek.Tuesday, day.DayOfWeek));
        Assert.Contains(BookingScreening.Of(file, rules, asked with { At = new(10, 0) }).Nearest, day =>
            day.DayOfWeek == DayOfWeek.Saturday
        );

        // A closed day that fits is said, with the open ones.
        var closed = BookingScreening.Of(CaseBuilder.Basic().Build(), rules, asked);
        Assert.Equal(BookingOutcome.Warned, closed.Outcome);
        Assert.Contains(closed.Reasons, reason => reason.Because.Rule == RuleBook.BookClosed);
        Assert.NotEmpty(closed.Nearest);
    }

    private static SalonPeel Stacked => new([new("mandelic", 40, 2, 0, null), new("pyruvic", 40, 1.8m, 60, null)], 300, [], "");

    [Theory]
    [InlineData(false, Phototype.II, 90)]
    [InlineData(true, Phototype.II, 180)]
    public void The_next_peel_is_after_the_strictest_of_kind_and_layers(bool stacked, Phototype type, int days)
    {
        var done = new Treatment
        {
            Id = "t",
            Kind = TreatmentKind.MediumPeel,
            On = Today.AddDays(-5),
            Peel = stacked ? Stacked : null,
        };
        var file = CaseBuilder.Basic().With(intake => intake with { Phototype = type }).Treat(done.Kind, done.On, _ => done).Build();
        var next = NextDate.Of(file, done);

        Assert.Equal(done.On.AddDays(days), next);
        Assert.Equal(
            done.On.AddDays(days),
            NextDate.Of(
                file,
                new Treatment
                {
                    Id = "light",
                    Kind = TreatmentKind.SuperficialPeel,
                    On = Today.AddDays(1),
                }
            )
        );

        // The screening says the same.
        Assert.Equal(
            BookingOutcome.Refused,
            BookingScreening.Of(file, CaseBuilder.Rules, done with { Id = "next", Peel = null, On = next!.Value.AddDays(-1) }).Outcome
        );
        Assert.DoesNotContain(
            BookingScreening.Of(file, CaseBuilder.Rules, done with { Id = "next", Peel = null, On = next.Value }).Reasons,
            reason => reason.Because.Rule == RuleBook.BookInterval
        );
    }

    [Fact]
    public void Skin_that_marks_easily_waits_for_its_pigment_inhibitor_too()
    {
        var done = new Treatment
        {
            Id = "t",
            Kind = TreatmentKind.SuperficialPeel,
            On = Today.AddDays(-20),
        };
        CaseFile Of(Phototype type) =>
            CaseBuilder.Basic().With(intake => intake with { Phototype = type }).Treat(done.Kind, done.On, _ => done).Build();

        Assert.Equal(done.On.AddDays(28), NextDate.Of(Of(Phototype.II), done));
        Assert.Equal(Today.AddDays(28), NextDate.Of(Of(Phototype.V), done));
        Assert.Null(NextDate.Of(Of(Phototype.II), Part(TreatmentKind.AblativeLaser)));
    }
}
