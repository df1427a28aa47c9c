using OatPath.Core.Care;
using OatPath.Core.Case;
using OatPath.Core.CheckIn;
using OatPath.Core.Formats;
using OatPath.Core.House;
using OatPath.Core.Known;
using OatPath.Core.LookBack;
using OatPath.Core.Plan;
using OatPath.Core.Shelf;
using OatPath.Core.Skin;
using static OatPath.Core.Tests.CaseBuilder;

namespace OatPath.Core.Tests;

/// <summary>What one skin said over months: counts that can be worked out by hand, and nothing made of silence.</summary>
public class LookBackTests
{
    private static readonly SkinReport Calm = new();
    private static readonly SkinReport Strong = new() { Sting = 6, StingSeconds = 300 };

    private static SkinHistory Of(CaseBuilder client, DateOnly? now = null) =>
        SkinHistory.Of(client.Now(now ?? Monday.AddDays(100)).Build(), Rules);

    private static (int Reactions, int Calm) Counted(SkinHistory history, CircumstanceKind kind, string? product = null) =>
        history.Precedents.Counts.FirstOrDefault(what => what.Kind == kind && what.Product == product) is { } found
            ? (found.WithReaction, found.WithCalm)
            : (0, 0);

    private static CaseBuilder User() => Basic().Own(Glycolic).InUse("glycolic", Monday, 1);

    [Fact]
    public void A_year_of_a_demo_client_counts_as_worked_out_by_hand()
    {
        var file = CaseJson.ReadCase(File.ReadAllText(Path.Combine(Repository.Root, "demo", "cases", "a-year.json"))).Case!;
        var history = SkinHistory.Of(file, Rules);

        Assert.Equal(
            (5, 80, 68, 0),
            (history.Precedents.Reactions, history.Precedents.Calm, history.Precedents.Untold, history.Precedents.WithoutUse)
        );
        Assert.Equal((2, 0), Counted(history, CircumstanceKind.Product, "willow-drops"));
        Assert.Equal((2, 11), Counted(history, CircumstanceKind.Product, "heron-drops"));
        Assert.Equal((2, 69), Counted(history, CircumstanceKind.Product, "reed-water"));
        Assert.Equal((1, 0), Counted(history, CircumstanceKind.Together));
        Assert.Equal((1, 17), Counted(history, CircumstanceKind.DayBefore));
        Assert.Equal((2, 39), Counted(history, CircumstanceKind.FullWeek));
        Assert.Equal((1, 4), Counted(history, CircumstanceKind.Sun));
        Assert.Equal((1, 10), Counted(history, CircumstanceKind.AfterTreatment));
        Assert.Equal("willow-drops", Assert.Single(history.Precedents.Counts, what => what.StandsOut).Product);
        Assert.Equal(
            [("reed-water", 127, 2, Bearing.Borne), ("willow-drops", 3, 2, Bearing.NotBorne), ("heron-drops", 24, 2, Bearing.Borne)],
            history.Products.Select(life => (life.Product.Id, life.Uses, life.Reactions, life.Bearing))
        );
    }

    [Fact]
    public void Of_silence_nothing_is_made()
    {
        var history = Of(User().Use("glycolic", Monday.AddDays(1)).Use("glycolic", Monday.AddDays(4)));

        Assert.Equal((0, 0, 2), (history.Precedents.Reactions, history.Precedents.Calm, history.Precedents.Untold));
        Assert.Empty(history.Precedents.Counts);
    }

    [Fact]
    public void A_reaction_told_days_later_belongs_to_the_use_before_it_and_calm_only_to_its_own_day()
    {
        var history = Of(User().Use("glycolic", Monday.AddDays(1)).Report(Monday.AddDays(4), Strong).Report(Monday.AddDays(3), Calm));

        Assert.Equal(Took.Reaction, Assert.Single(history.Uses).Took);
        Assert.Equal(0, history.Precedents.WithoutUse);
        Assert.Equal(Took.Untold, Assert.Single(Of(User().Use("glycolic", Monday.AddDays(1)).Report(Monday.AddDays(3), Calm)).Uses).Took);
    }

    [Fact]
    public void A_reaction_with_no_active_in_the_week_before_is_counted_by_itself()
    {
        var history = Of(User().Use("glycolic", Monday.AddDays(1)).Report(Monday.AddDays(9), Strong));

        Assert.Equal((0, 1), (history.Precedents.Reactions, history.Precedents.WithoutUse));
    }

    [Fact]
    public void An_answer_to_is_this_normal_is_no_word_of_calm()
    {
        var asked = new CheckedIn
        {
            Id = "asked",
            Day = Monday.AddDays(1),
            HappenedAt = At(Monday.AddDays(1), 22),
            Report = Calm,
            Asked = new(AskSign.Tight, AskDegree.Little, []),
        };

        Assert.Equal(Took.Untold, Assert.Single(Of(User().Use("glycolic", Monday.AddDays(1)).Log(asked)).Uses).Took);
    }

    [Fact]
    public void What_was_picked_is_no_reaction() =>
        Assert.Equal(
            Took.Untold,
            Assert
                .Single(Of(User().Use("glycolic", Monday.AddDays(1)).Report(Monday.AddDays(1), new() { Signs = [Sign.Picked] })).Uses)
                .Took
        );

    [Fact]
    public void Circumstances_reach_as_far_back_as_they_say()
    {
        var use = Monday.AddDays(20);
        CaseBuilder Client() => User().Use("glycolic", use).Report(use, Strong);
        bool Stood(CaseBuilder client, CircumstanceKind kind) => Counted(Of(client), kind).Reactions == 1;
        SkinReport sun = new() { StrongSun = true };

        Assert.True(Stood(Client().Treat(TreatmentKind.HydratingFacial, use.AddDays(-14)), CircumstanceKind.AfterTreatment));
        Assert.False(Stood(Client().Treat(TreatmentKind.HydratingFacial, use.AddDays(-15)), CircumstanceKind.AfterTreatment));
        Assert.False(Stood(Client().Treat(TreatmentKind.HydratingFacial, use), CircumstanceKind.AfterTreatment));
        Assert.True(Stood(Client().Report(use.AddDays(-2), sun), CircumstanceKind.Sun));
        Assert.False(Stood(Client().Report(use.AddDays(-3), sun), CircumstanceKind.Sun));
        Assert.True(Stood(Client().Use("glycolic", use.AddDays(-1)), CircumstanceKind.DayBefore));
        Assert.False(Stood(Client().Use("glycolic", use.AddDays(-2)), CircumstanceKind.DayBefore));
        Assert.True(Stood(Client().Own(Azelaic).InUse("azelaic", Monday, 1).Use("azelaic", use), CircumstanceKind.Together));
        Assert.True(Stood(User().Use("glycolic", use).Report(use, Strong with { AlsoUsed = "a scrub" }), CircumstanceKind.Besides));
        Assert.True(Stood(Client(), CircumstanceKind.NewRung));
    }

    [Theory]
    [InlineData(3, 8, 3, 12)]
    [InlineData(1, 2, 5, 10)]
    [InlineData(0, 4, 4, 9)]
    [InlineData(4, 4, 6, 12)]
    [InlineData(2, 7, 3, 8)]
    public void The_chance_is_that_of_drawing_days_at_random(int hits, int drawn, int marked, int all)
    {
        var draws = Enumerable.Range(0, 1 << all).Where(days => int.PopCount(days) == drawn).ToList();
        var asMany = draws.Count(days => int.PopCount(days & ((1 << marked) - 1)) >= hits);

        Assert.Equal((double)asMany / draws.Count, ExactTest.AtLeast(hits, drawn, marked, all), 12);
    }

    [Fact]
    public void Where_chance_alone_makes_days_of_reaction_hardly_any_client_has_something_that_stands_out()
    {
        var found = 0;
        const int Clients = 200;
        Parallel.For(0, Clients, seed =>
        {
            var random = new Random(seed);
            var client = User().Own(Azelaic).InUse("azelaic", Monday, 1);
            for (var i = 0; i < 60; i++)
            {
                var day = Monday.AddDays(1 + (i * 4) + random.Next(3));
                client.Use(random.Next(3) == 0 ? "azelaic" : "glycolic", day);
                client.Report(day, random.Next(8) == 0 ? Strong : new() { StrongSun = random.Next(5) == 0 });
            }

            if (Of(client, Monday.AddDays(260)).Precedents.Counts.Any(what => what.StandsOut))
            {
                Interlocked.Increment(ref found);
            }
        });

        Assert.InRange(found, 0, Clients / 12);
    }

    [Fact]
    public void In_any_log_each_day_with_an_active_is_counted_once_and_the_order_of_entries_says_nothing() =>
        RandomCase.Each(300, (file, seed) =>
        {
            var history = SkinHistory.Of(file, Rules);
            var raised = file.Shelf.Where(item => item.Product.IsRaised()).Select(item => item.Product.Id).ToHashSet();
            var ticks = LiveLog.Read(file).OfType<Applied>().Where(use => raised.Contains(use.Product)).ToList();

            Assert.Equal(
                ticks.Select(use => (use.Day, use.Product)).Distinct().Order(),
                history.Uses.SelectMany(day => day.Lived.Uses.Where(use => !use.Told).Select(use => (day.Date, use.Product.Id))).Order()
            );
            var counted = history.Precedents;
            Assert.Equal(history.Uses.Count, counted.Reactions + counted.Calm + counted.Untold);
            Assert.All(counted.Counts, what => Assert.True(what.WithReaction <= counted.Reactions && what.WithCalm <= counted.Calm));
            Assert.All(history.Products, life => Assert.True(life.Reactions <= life.Told && life.Told <= life.Uses));

            var log = file.Log.ToArray();
            new Random(seed).Shuffle(log);
            var shuffled = SkinHistory.Of(file with { Log = log }, Rules);
            Assert.Equal(counted.Counts, shuffled.Precedents.Counts);
            Assert.Equal(history.Changes, shuffled.Changes);

            var silent = SkinHistory.Of(file with { Log = [.. file.Log.Where(entry => entry is not (CheckedIn or SessionHeld))] }, Rules);
            // What is never used at home speaks for itself.
            Assert.All(silent.Reports, entry => Assert.Contains(Sign.NeverAtHome, entry.Report.Signs));
            Assert.Equal(0, silent.Precedents.Calm);
            Assert.InRange(silent.Precedents.Reactions, 0, silent.Reports.Count);
        });

    [Theory]
    [InlineData(2, null, ShelfState.InUse, Bearing.TooFew)]
    [InlineData(30, null, ShelfState.InUse, Bearing.Borne)]
    [InlineData(10, null, ShelfState.InUse, Bearing.Finding)]
    [InlineData(30, 27, ShelfState.InUse, Bearing.Finding)]
    [InlineData(30, null, ShelfState.Parked, Bearing.GivenUp)]
    [InlineData(30, 29, ShelfState.Parked, Bearing.NotBorne)]
    [InlineData(30, 20, ShelfState.Parked, Bearing.GivenUp)]
    public void How_a_product_is_borne_follows_its_last_weeks(int uses, int? strongAt, ShelfState state, Bearing expected)
    {
        var last = Monday.AddDays(120);
        var client = Basic();
        client = state == ShelfState.InUse ? client.Own(Glycolic) : client.Park(Glycolic);
        client.InUse("glycolic", Monday, 1);
        for (var i = 0; i < uses; i++)
        {
            var day = last.AddDays(-4 * (uses - i));
            client.Use("glycolic", day).Report(day, i == strongAt ? Strong : Calm);
        }

        Assert.Equal(expected, Assert.Single(Of(client, last).Products).Bearing);
    }

    [Fact]
    public void What_stung_long_ago_and_again_of_late_never_settled()
    {
        var last = Monday.AddDays(120);
        var client = User();
        for (var i = 0; i < 25; i++)
        {
            client.Use("glycolic", last.AddDays(-4 * (25 - i))).Report(last.AddDays(-4 * (25 - i)), i is 3 or 20 ? Strong : Calm);
        }

        Assert.Equal(Bearing.NeverSettled, Assert.Single(Of(client, last).Products).Bearing);
    }

    [Fact]
    public void A_patch_test_that_was_not_clear_is_a_product_not_borne_without_a_use()
    {
        var life = Assert.Single(Of(Basic().Own(Glycolic).Start("glycolic", Monday).Patched("glycolic", Monday, clear: false)).Products);

        Assert.Equal((0, Bearing.NotBorne, null), (life.Uses, life.Bearing, life.First));
    }

    [Fact]
    public void Days_before_and_after_a_change_end_where_nothing_is_known()
    {
        var history = Of(User().Use("glycolic", Monday.AddDays(1)).Report(Monday.AddDays(1), Strong), Monday.AddDays(9));

        Assert.Null(history.Before(Monday));
        var after = history.After(Monday)!;
        Assert.Equal((10, 1, 1, 6), (after.Days, after.Uses, after.Reactions, after.WorstSting));
        Assert.Equal(LoadIndex() / 10 * 7, after.LoadAWeek, 6);
        Assert.Null(history.After(Monday.AddDays(10)));

        static double LoadIndex() => Ramp.LoadIndex.Of(Glycolic);
    }

    [Fact]
    public void A_step_down_is_a_change_of_the_day_it_came_on()
    {
        var changes = Of(User().Use("glycolic", Monday.AddDays(1)).Report(Monday.AddDays(1), Strong)).Changes;

        Assert.Equal([ChangeKind.Started, ChangeKind.Down], changes.Select(change => change.Kind));
        Assert.Equal(0, changes[1].Rung);
    }

    [Fact]
    public void What_begins_again_after_it_stopped_is_a_start_and_no_step()
    {
        var client = Basic()
            .Own(Glycolic)
            .InUse("glycolic", Monday, 2)
            .Decide(
                new StopActive
                {
                    Id = "stop",
                    Product = "glycolic",
                    On = Monday.AddDays(5),
                }
            )
            .InUse("glycolic", Monday.AddDays(20), 0);

        Assert.Equal([ChangeKind.Started, ChangeKind.Stopped, ChangeKind.Started], Of(client).Changes.Select(change => change.Kind));
    }

    [Fact]
    public void Parking_what_stung_costs_nothing_else_a_rung()
    {
        CaseBuilder Client(Func<CaseBuilder, Product, CaseBuilder> owned) =>
            owned(Basic().Own(Glycolic), Azelaic)
                .InUse("glycolic", Monday, 1)
                .InUse("azelaic", Monday, 1)
                .Use("glycolic", Monday.AddDays(1))
                .Use("azelaic", Monday.AddDays(3))
                .Report(Monday.AddDays(3), Strong)
                .Now(Monday.AddDays(6));

        LadderStatus Acid(CaseBuilder client) => Assert.Single(client.Plan().Ladders, ladder => ladder.Product == "glycolic");

        var kept = Acid(Client((client, product) => client.Own(product)));
        var parked = Acid(Client((client, product) => client.Park(product)));
        Assert.Equal((kept.Rung, kept.State, kept.OffUntil), (parked.Rung, parked.State, parked.OffUntil));
        Assert.Equal((1, (DateOnly?)null), (parked.Rung, parked.OffUntil));
    }
}
