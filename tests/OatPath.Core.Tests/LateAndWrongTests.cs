using OatPath.Core.Case;
using OatPath.Core.CheckIn;
using OatPath.Core.Formats;
using OatPath.Core.Planner;
using static OatPath.Core.Tests.CaseBuilder;

namespace OatPath.Core.Tests;

/// <summary>Entries that come late, twice, in any order, or from a wrong clock.</summary>
public sealed class LateAndWrongTests
{
    private static readonly SkinReport Stung = new() { Sting = 6, StingSeconds = 600 };

    private static string Days(CaseFile file) => CaseJson.Write(PathPlanner.Plan(file, Rules, days: 40).Days);

    [Fact]
    public void The_order_of_the_log_does_not_matter() => RandomCase.Each(300, (file, seed) =>
        {
            var random = new Random(seed);
            Assert.Equal(
                Days(file),
                Days(
                    file with
                    {
                        Log = [.. file.Log.OrderBy(_ => random.Next())],
                        Decisions = [.. file.Decisions.OrderBy(_ => random.Next())],
                    }
                )
            );
        });

    [Fact]
    public void A_report_or_a_use_sent_twice_changes_nothing() => RandomCase.Each(300, (file, _) =>
        {
            var again = file
                .Log.OfType<CheckedIn>()
                .Select(entry => (LogEntry)(entry with { Id = entry.Id + "-again" }))
                .Concat(file.Log.OfType<Applied>().Select(entry => entry with { Id = entry.Id + "-again" }));
            Assert.Equal(Days(file), Days(file with { Log = [.. file.Log, .. again] }));
        });

    [Fact]
    public void A_report_from_the_future_is_refused_by_name_and_counts_for_nothing()
    {
        var builder = Basic().Own(Glycolic).InUse("glycolic", Monday, 1).Use("glycolic", Monday).Now(Monday.AddDays(1));
        var plain = Days(builder.Build());
        var file = builder.Report(Monday.AddDays(4), Stung).Build();

        Assert.Contains(CaseCheck.Check(file), problem => problem.Field == "log[1].happenedAt");
        Assert.Contains(CaseCheck.Check(file), problem => problem.Field == "log[1].day");
        Assert.Equal(plain, Days(file));
    }

    [Fact]
    public void A_phone_that_syncs_late_is_believed_from_then_on_and_the_record_shows_what_was_known_when()
    {
        var builder = Basic().Own(Glycolic).InUse("glycolic", Monday, 2).Use("glycolic", Monday);
        var late = new CheckedIn
        {
            Id = "late",
            Day = Monday,
            HappenedAt = At(Monday, 22),
            RecordedAt = At(Monday.AddDays(3), 9),
            Report = Stung,
        };
        var before = builder.Now(Monday.AddDays(3), 8).Log(late).Plan(20);
        var after = builder.Now(Monday.AddDays(3), 10).Plan(20);

        Assert.Empty(before.Reports);
        Assert.Contains(Monday.AddDays(4), before.DaysOf("glycolic"));
        Assert.Equal(Monday.AddDays(8), after.DaysOf("glycolic")[0]);
        Assert.Equal(before.Days[0].Date, after.Days[0].Date);
    }

    [Fact]
    public void A_correction_of_the_past_counts_from_when_it_was_written_down()
    {
        var wrong = new CheckedIn
        {
            Id = "wrong",
            Day = Monday,
            HappenedAt = At(Monday, 22),
            RecordedAt = At(Monday, 22),
            Report = Stung,
        };
        var right = wrong with
        {
            Id = "right",
            RecordedAt = At(Monday.AddDays(2), 9),
            Report = new SkinReport { Sting = 1, StingSeconds = 10 },
        };
        var taken = new Retracted
        {
            Id = "back",
            Entry = "wrong",
            HappenedAt = At(Monday.AddDays(2), 9),
            RecordedAt = At(Monday.AddDays(2), 9),
            By = "Maren Holt",
            Reason = "noted for the wrong evening",
        };
        var builder = Basic().Own(Glycolic).InUse("glycolic", Monday, 1).Use("glycolic", Monday).Log(wrong).Log(right).Log(taken);

        Assert.Equal(Outcome.EaseOff, Assert.Single(builder.Now(Monday.AddDays(1)).Plan(20).Reports).Outcome);
        var after = builder.Now(Monday.AddDays(2)).Plan(20);
        Assert.Equal(Outcome.CarryOn, Assert.Single(after.Reports).Outcome);
        Assert.Equal(Monday.AddDays(3), after.DaysOf("glycolic")[0]);
    }
}
