using OatPath.Core.Case;
using OatPath.Core.CheckIn;
using OatPath.Core.House;
using OatPath.Core.Labels;
using static OatPath.Core.Tests.CaseBuilder;

namespace OatPath.Core.Tests;

/// <summary>The first and the last value on each side of a rule's edge, where a change by one would be noticed by nothing else.</summary>
public class EdgeTests
{
    /// <summary>Whether the hold of an acid, three weeks from its start, begins again with one report of its second week.</summary>
    private static bool BeginsAgain(SkinReport told)
    {
        var (due, reported) = (Monday.AddDays(21), Monday.AddDays(10));
        var builder = Basic().Own(Glycolic).Start("glycolic", Monday.AddDays(-3)).Patched("glycolic", Monday.AddDays(-3));
        foreach (var day in new[] { 0, 3, 7, 10, 14, 17 }.Select(Monday.AddDays))
        {
            builder.Use("glycolic", day).Report(day, day == reported ? told : new SkinReport { Sting = 1, StingSeconds = 20 });
        }

        var hold = builder.Now(due.AddDays(-1)).Plan(1).Ladders[0].Missing.First(missing => missing.Rule == RuleBook.Hold);
        return hold.Values["until"] != $"{due:yyyy-MM-dd}";
    }

    [Theory]
    [InlineData(3, 60, false)]
    [InlineData(3, 61, true)]
    [InlineData(2, 600, false)]
    [InlineData(4, 10, true)]
    public void A_hold_begins_again_at_a_sting_of_4_or_one_of_3_that_lasts_past_a_minute(int sting, int seconds, bool again) =>
        Assert.Equal(again, BeginsAgain(new SkinReport { Sting = sting, StingSeconds = seconds }));

    [Theory]
    [InlineData(true, true)]
    [InlineData(false, false)]
    public void A_hold_begins_again_at_redness_past_a_day_only(bool past, bool again) =>
        Assert.Equal(
            again,
            BeginsAgain(
                new SkinReport
                {
                    Sting = 1,
                    StingSeconds = 20,
                    Redness = 1,
                    RednessPast24h = past,
                }
            )
        );

    [Theory]
    [InlineData(0, true)]
    [InlineData(10, true)]
    [InlineData(11, false)]
    [InlineData(600, false)]
    public void An_entry_of_a_clock_that_runs_ahead_counts_for_ten_minutes(int ahead, bool counts)
    {
        var file = Basic().Own(Glycolic).InUse("glycolic", Monday.AddDays(-30), 1).Now(Monday, hour: 20).Build();
        var report = new CheckedIn
        {
            Id = "r",
            Day = Monday,
            HappenedAt = file.AsOf.AddMinutes(ahead),
            Report = new SkinReport { Sting = 8, StingSeconds = 60 },
        };

        Assert.Equal(counts, Planner.PathPlanner.Plan(file with { Log = [report] }, Rules, null, 1).Reports.Count == 1);
    }

    [Fact]
    public void The_line_of_one_per_cent_begins_at_what_is_hardly_ever_above_it_and_nowhere_else()
    {
        var reading = LabelReader.Read("Aqua, Glycerin, Propanediol, Phenoxyethanol, Niacinamide, Ethylhexylglycerin").Reading!;
        Assert.Equal(reading.Ingredients.Single(item => item.Name == "Phenoxyethanol").Position, reading.OnePercentFrom);
        Assert.Null(LabelReader.Read("Aqua, Glycerin, Propanediol, Niacinamide").Reading!.OnePercentFrom);
    }
}
