using OatPath.Core.Case;
using OatPath.Core.CheckIn;
using OatPath.Core.Course;
using OatPath.Core.Known;
using OatPath.Core.Shelf;
using static OatPath.Core.Tests.CaseBuilder;

namespace OatPath.Core.Tests;

/// <summary>What stands of a log, and that everything goes by the same reading.</summary>
public class LiveLogTests
{
    private static readonly DateOnly Today = Monday.AddDays(9);

    private static Applied Use(string id, DateTimeOffset? recorded = null) =>
        new()
        {
            Id = id,
            Product = "glycolic",
            Day = Today,
            Moment = House.Moment.Evening,
            HappenedAt = At(Today, 20),
            RecordedAt = recorded,
        };

    private static Retracted Back(string entry, string by, string reason = "") =>
        new()
        {
            Id = $"{entry}-back",
            Entry = entry,
            By = by,
            Reason = reason,
            HappenedAt = At(Today, 21),
        };

    private static CaseFile With(params LogEntry[] log) =>
        Basic().Own(Glycolic).InUse("glycolic", Monday, 1).Now(Today, 22).Build() with { Log = log };

    private static CheckedIn Report(string id, Sign? sign = null) =>
        new()
        {
            Id = id,
            Day = Today,
            HappenedAt = At(Today, 20, 30),
            By = "client",
            Report = new() { Signs = sign is { } told ? [told] : [] },
        };

    [Fact]
    public void A_tick_taken_back_is_none() => Assert.Empty(LiveLog.Of(With(Use("tick"), Back("tick", "client"))));

    [Theory]
    [InlineData("client", "", true)]
    [InlineData("client", "it was a slip, sorry", true)]
    [InlineData("Maren Holt", "", true)]
    [InlineData("Maren Holt", "told about somebody else", false)]
    public void A_report_is_taken_back_only_by_a_practitioner_with_a_reason(string by, string reason, bool stands)
    {
        var file = With(Report("blisters", Sign.Blisters), Back("blisters", by, reason));

        Assert.Equal(stands, LiveLog.Of(file).Any());
        Assert.Equal(stands, Planner.PathPlanner.Plan(file, Rules, days: 1).Reports.Any(report => report.Outcome == Outcome.MedicalHelp));
    }

    [Fact]
    public void What_is_written_down_later_or_of_the_future_does_not_stand_yet()
    {
        var later = Use("later", recorded: At(Today, 23));
        var ahead = Use("ahead") with { HappenedAt = At(Today, 22, 11) };
        var phone = Use("phone") with { HappenedAt = At(Today, 22, 9) };

        Assert.Equal(["phone"], LiveLog.Of(With(later, ahead, phone)).Select(entry => entry.Id));
    }

    [Fact]
    public void A_taking_back_written_down_later_does_not_act_yet() =>
        Assert.Single(LiveLog.Of(With(Use("tick"), Back("tick", "client") with { RecordedAt = At(Today, 23) })));

    [Theory]
    [InlineData(false, false)]
    [InlineData(true, true)]
    public void Pink_skin_is_no_longer_than_a_day_only_where_a_use_that_stands_explains_it(bool takenBack, bool pastADay)
    {
        var file = With(takenBack ? [Use("tick"), Back("tick", "client")] : [Use("tick")]);

        var entry = IsThisNormal.Entry(file, new(AskSign.Pink, AskDegree.Little, []), "asked", At(Today, 22), Today);

        Assert.Equal(pastADay, entry.Report.RednessPast24h);
    }
}
