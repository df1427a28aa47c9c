using OatPath.Core.House;
using OatPath.Core.Planner;
using OatPath.Core.Skin;

namespace OatPath.Core.Tests;

public class TimeTests
{
    private static readonly TimeZoneInfo Vienna = TimeZoneInfo.FindSystemTimeZoneById("Europe/Vienna");

    private static readonly HouseRules Rules = new()
    {
        Contacts = new ContactNumbers
        {
            Studio = "1",
            OutOfHours = "2",
            Emergency = "3",
        },
        Opening = [new(DayOfWeek.Monday, new(9, 0), new(18, 0)), new(DayOfWeek.Thursday, new(11, 0), new(20, 0))],
    };

    [Theory]
    [InlineData("2026-03-10T00:40:00+01:00", "2026-03-09")]
    [InlineData("2026-03-10T03:59:59+01:00", "2026-03-09")]
    [InlineData("2026-03-10T04:00:00+01:00", "2026-03-10")]
    [InlineData("2026-03-29T03:30:00+02:00", "2026-03-28")]
    [InlineData("2026-10-25T02:30:00+01:00", "2026-10-24")]
    [InlineData("2028-02-29T12:00:00+01:00", "2028-02-29")]
    public void A_care_day_runs_from_four_to_four_by_the_wall_clock(string instant, string day) =>
        Assert.Equal(DateOnly.Parse(day, null), CareDay.Of(DateTimeOffset.Parse(instant, null), Vienna));

    [Theory]
    [InlineData(4, Moment.Morning)]
    [InlineData(14, Moment.Morning)]
    [InlineData(15, Moment.Evening)]
    [InlineData(2, Moment.Evening)]
    public void Morning_is_until_three_in_the_afternoon(int hour, Moment moment) =>
        Assert.Equal(moment, CareDay.MomentOf(new DateTimeOffset(2026, 6, 1, hour, 0, 0, TimeSpan.FromHours(2)), Vienna));

    [Fact]
    public void Which_number_applies_follows_the_hours_and_the_danger()
    {
        var open = DateTimeOffset.Parse("2026-03-09T10:00:00+01:00", null);
        var night = DateTimeOffset.Parse("2026-03-09T22:00:00+01:00", null);

        Assert.Equal((ContactKind.Studio, "1", null), Parts(ContactNow.At(open, false, Rules, Vienna)));
        Assert.Equal(
            (ContactKind.OutOfHours, "2", DateTimeOffset.Parse("2026-03-12T11:00:00+01:00", null)),
            Parts(ContactNow.At(night, false, Rules, Vienna))
        );
        Assert.Equal(ContactKind.Emergency, ContactNow.At(open, true, Rules, Vienna).Kind);

        static (ContactKind, string, DateTimeOffset?) Parts(ContactNow now) => (now.Kind, now.Number, now.NextOpening);
    }

    [Fact]
    public void The_next_opening_is_right_across_a_change_of_clocks()
    {
        var saturday = DateTimeOffset.Parse("2026-03-28T12:00:00+01:00", null);

        Assert.Equal(DateTimeOffset.Parse("2026-03-30T09:00:00+02:00", null), ContactNow.At(saturday, false, Rules, Vienna).NextOpening);
    }

    [Theory]
    [InlineData("2008-03-10", "2026-03-09", 17)]
    [InlineData("2008-03-10", "2026-03-10", 18)]
    [InlineData("2008-02-29", "2026-02-28", 17)]
    [InlineData("2008-02-29", "2026-03-01", 18)]
    public void Age_counts_whole_years(string born, string day, int age) =>
        Assert.Equal(age, new Intake { BirthDate = DateOnly.Parse(born, null) }.AgeOn(DateOnly.Parse(day, null)));

    [Fact]
    public void Evenings_never_pass_the_rung_through_the_change_of_clocks_and_the_leap_day()
    {
        foreach (var start in new[] { new DateOnly(2026, 3, 20), new DateOnly(2026, 10, 15), new DateOnly(2028, 2, 20) })
        {
            var builder = CaseBuilder.Basic().Own(CaseBuilder.Glycolic).InUse("glycolic", start, 1).Now(start);
            var file = builder.Build() with { Zone = "Europe/Vienna" };
            var days = PathPlanner.Plan(file, CaseBuilder.Rules, days: 30).DaysOf("glycolic");

            Assert.All(days, day => Assert.True(days.Count(other => other > day.AddDays(-7) && other <= day) <= 2));
        }
    }
}
