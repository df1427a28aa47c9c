using OatPath.Core.Calendar;
using OatPath.Core.Care;
using OatPath.Core.Known;
using OatPath.Core.Planner;
using OatPath.Core.Skin;
using static OatPath.Core.Tests.CaseBuilder;

namespace OatPath.Core.Tests;

/// <summary>Nothing is judged before its time, and the time runs only while something is used.</summary>
public class HonestWaitTests
{
    private static CaseBuilder For(params Concern[] concerns) =>
        Basic().Own(Glycolic, Azelaic).With(intake => intake with { Concerns = concerns });

    private static CaseBuilder Use(CaseBuilder client, string product, int from, int until, int every = 3)
    {
        for (var day = from; day <= until; day += every)
        {
            client.Use(product, Monday.AddDays(day));
        }

        return client;
    }

    [Fact]
    public void Tone_takes_4_to_8_weeks_of_use_and_marks_months()
    {
        var client = Use(Use(For(Concern.Marks, Concern.UnevenTone), "glycolic", 0, 20), "azelaic", 5, 20).Now(Monday.AddDays(21));

        var waits = HonestWait.Of(client.Build());

        Assert.Equal([Concern.UnevenTone, Concern.Marks], waits.Select(wait => wait.Concern!.Value));
        Assert.Equal((Monday, Monday.AddDays(28), Monday.AddDays(56)), (waits[0].Since, waits[0].From, waits[0].Until));
        Assert.Equal((Monday.AddDays(5), Monday.AddDays(5 + 84)), (waits[1].Since, waits[1].From));
        Assert.True(waits[0].IsEarly(Monday.AddDays(27)));
        Assert.False(waits[0].IsEarly(Monday.AddDays(28)));
    }

    [Theory]
    [InlineData(28, 0)]
    [InlineData(29, 29)]
    public void A_pause_of_more_than_four_weeks_begins_the_waiting_anew(int again, int since)
    {
        var client = Use(For(Concern.UnevenTone).Use("glycolic", Monday), "glycolic", again, again + 9).Now(Monday.AddDays(again + 10));

        Assert.Equal(Monday.AddDays(since), Assert.Single(HonestWait.Of(client.Build())).Since);
    }

    [Fact]
    public void What_is_not_used_any_more_is_not_waited_for()
    {
        var client = Use(For(Concern.UnevenTone), "glycolic", 0, 9);

        Assert.Single(HonestWait.Of(client.Now(Monday.AddDays(9 + 28)).Build()));
        Assert.Empty(HonestWait.Of(client.Now(Monday.AddDays(9 + 29)).Build()));
        Assert.Empty(HonestWait.Of(For(Concern.UnevenTone).Now(Monday.AddDays(9)).Build()));
    }

    [Fact]
    public void What_helps_something_else_is_nothing_to_wait_for() =>
        Assert.Empty(HonestWait.Of(Use(For(Concern.Puffiness, Concern.Scars), "glycolic", 0, 9).Now(Monday.AddDays(10)).Build()));

    [Fact]
    public void A_needling_is_judged_after_12_weeks_and_the_last_of_a_series_counts()
    {
        var client = For()
            .Treat(TreatmentKind.NeedlingShallow, Monday)
            .Treat(TreatmentKind.NeedlingShallow, Monday.AddDays(42))
            .Treat(TreatmentKind.HydratingFacial, Monday.AddDays(50))
            .Treat(TreatmentKind.NeedlingShallow, Monday.AddDays(90));

        var wait = Assert.Single(HonestWait.Of(client.Now(Monday.AddDays(60)).Build()));
        Assert.Equal((Monday.AddDays(42), Monday.AddDays(42 + 84)), (wait.Since, wait.From));
        Assert.Equal(Monday.AddDays(90), Assert.Single(HonestWait.Of(client.Now(Monday.AddDays(95)).Build())).Since);
        Assert.Empty(HonestWait.Of(client.Now(Monday.AddDays(90 + 84 + 57)).Build()));
    }

    [Fact]
    public void The_client_has_the_day_in_the_calendar_and_without_names_it_says_nothing()
    {
        var file = Use(For(Concern.UnevenTone), "glycolic", 0, 9).Now(Monday.AddDays(10)).Build();
        var path = PathPlanner.Plan(file, Rules);

        Assert.Contains(CalendarEntries.Of(file, path, named: true), entry =>
            entry.On == Monday.AddDays(28) && entry.Title == "Look again at uneven tone"
        );
        Assert.Contains(CalendarEntries.Of(file, path, named: false), entry =>
            entry.On == Monday.AddDays(28) && entry.Title == "Skin plan: look at something"
        );
    }

    [Fact]
    public void In_any_log_the_days_are_in_order_and_a_use_more_never_brings_the_look_later() => RandomCase.Each(200, (file, seed) =>
        {
            var waits = HonestWait.Of(file);

            Assert.All(waits, wait => Assert.True(wait.Since < wait.From && wait.From <= wait.Until));
            var today = House.CareDay.Of(file.AsOf, TimeZoneInfo.FindSystemTimeZoneById(file.Zone));
            foreach (var item in file.Shelf)
            {
                var more = HonestWait.Of(
                    file with
                    {
                        Log =
                        [
                            .. file.Log,
                            new Case.Applied
                            {
                                Id = "one-more",
                                Product = item.Product.Id,
                                Day = today,
                                Moment = House.Moment.Evening,
                                HappenedAt = file.AsOf,
                            },
                        ],
                    }
                );
                Assert.All(waits.Where(wait => wait.Concern is not null), wait =>
                    Assert.True(more.Single(other => other.Concern == wait.Concern).From <= wait.From)
                );
            }
        });
}
