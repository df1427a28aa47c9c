using OatPath.Core.Calibration;
using OatPath.Core.Simulation;

namespace OatPath.Core.Tests;

/// <summary>Whole made-up studios that learn from their clients.</summary>
public sealed class StudioTrialTests
{
    private static readonly StudioTrialSettings Small = new()
    {
        Clients = 10,
        Studios = 2,
        Each = new() { Weeks = 8, Seed = 11 },
    };

    /// <summary>Enough clients that something is known of every product.</summary>
    private static readonly StudioTrialSettings Usual = new() { Clients = 60, Each = new() { Seed = 21 } };

    [Fact]
    public void The_same_seed_gives_the_same_rows_and_another_gives_others()
    {
        var rows = Told(Small);

        Assert.Equal(rows, Told(Small));
        Assert.NotEqual(rows, Told(Small with { Each = Small.Each with { Seed = 12 } }));
        Assert.NotEqual(rows, Told(Small with { LabelsAreRight = true }));

        static List<string> Told(StudioTrialSettings settings) =>
            [.. StudioTrial.Run(settings, new()).Select(row => OatPath.Core.Formats.CaseJson.Write(row))];
    }

    [Fact]
    public void Only_the_house_learns_and_only_of_five_clients()
    {
        foreach (var row in StudioTrial.Run(Small, new()))
        {
            Assert.Equal(StudioTrialSettings.Weeks / 4, row.Months.Count);
            Assert.Equal(row.StrongPerClient * Small.Clients * Small.Studios, row.Months.Sum(month => month.Strong), 0.1);
            Assert.All(row.Learned, bite => Assert.True(bite.Low <= bite.Times && bite.Times <= bite.High, $"{bite}"));
            Assert.True(row.Learned.Count <= Small.Studios * Small.Clients / HeldToAccount.FewestClients);
            if (row.Policy != StudioPolicy.House)
            {
                Assert.Empty(row.Learned);
                Assert.All(row.Months, month => Assert.True(month is { Off: null, Reckoned: 0 }, $"{month}"));
            }
        }
    }

    [Fact]
    public void A_house_learns_of_every_product_and_in_this_studio_no_skin_pays_for_it()
    {
        var rows = StudioTrial.Run(Usual, new()).ToDictionary(row => (row.Model, row.Policy));
        foreach (var model in Enum.GetValues<SkinModel>())
        {
            var alone = rows[(model, StudioPolicy.Alone)];
            var house = rows[(model, StudioPolicy.House)];
            Assert.True(alone.StrongPerClient < rows[(model, StudioPolicy.Paper)].StrongPerClient, $"{alone}");
            Assert.True(house.StrongPerClient <= alone.StrongPerClient, $"{house}");
            Assert.Equal(4, house.Learned.Count);
        }
    }
}
