using OatPath.Core.House;
using OatPath.Core.Simulation;

namespace OatPath.Core.Tests;

/// <summary>Made-up skins and the trial that compares ways of raising an active on them.</summary>
public sealed class SimulationTests
{
    private static readonly TrialSettings Small = new() { Clients = 60, Seed = 11 };

    [Theory]
    [InlineData(Frequency.EveryDay, 0.26)]
    [InlineData(Frequency.EveryOther, 0.4)]
    [InlineData(Frequency.TwiceAWeek, 0.6)]
    public void The_steady_chance_of_a_barrier_is_what_living_with_it_shows(Frequency frequency, double wear)
    {
        var skin = new BarrierSkin(wear, 0.35, 0.08);
        var random = new Random(5);
        var (strong, uses, last) = (0, 0, -9);
        for (var day = 0; uses < 40_000; day++)
        {
            if (day - last >= frequency.MinGapDays() && (frequency != Frequency.TwiceAWeek || day % 7 is 0 or 3))
            {
                last = day;
                uses++;
                strong += skin.Use(Math.Clamp(random.NextDouble(), 1e-9, 1 - 1e-9)) >= 1 ? 1 : 0;
            }

            skin.Night();
        }

        Assert.Equal(skin.SteadyChance(frequency), strong / (double)uses, 0.005);
    }

    [Fact]
    public void A_sensitised_skin_reacts_to_what_it_bore_before_and_heals()
    {
        var skin = new SensitisingSkin(0.8, 0.25);
        Assert.True(skin.Use(0.5) < 1);
        Weeks(1);
        Assert.True(skin.Use(0.999) >= 1);
        Weeks(1);
        Assert.True(skin.Use(0.5) >= 1);
        Weeks(40);
        Assert.True(skin.Use(0.5) < 1);

        void Weeks(int weeks)
        {
            for (var night = 0; night < weeks * 7; night++)
            {
                skin.Night();
            }
        }
    }

    [Fact]
    public void A_skin_with_seasons_bears_less_in_winter_than_in_summer_and_their_mean_over_a_year()
    {
        var (winter, summer) = (Strong(1, 60), Strong(183, 60));
        Assert.True(winter > 2 * summer, $"{winter} in winter, {summer} in summer");
        Assert.Equal(new SeasonalSkin(0.4, 0.35, 0.08, 1).SteadyChance(Frequency.EveryDay), Strong(1, 365 * 100) / (365.0 * 100), 0.005);

        static int Strong(int dayOfYear, int days)
        {
            var skin = new SeasonalSkin(0.4, 0.35, 0.08, dayOfYear);
            var random = new Random(5);
            var strong = 0;
            for (var day = 0; day < days; day++)
            {
                strong += skin.Use(Math.Clamp(random.NextDouble(), 1e-9, 1 - 1e-9)) >= 1 ? 1 : 0;
                skin.Night();
            }

            return strong;
        }
    }

    [Fact]
    public void More_often_is_never_safer()
    {
        HiddenSkin[] skins = [new BarrierSkin(0.3, 0.3, 0.08), new SensitisingSkin(0.4, 0.25), new SeasonalSkin(0.3, 0.3, 0.08, 1)];
        foreach (var skin in skins)
        {
            var chances = Enum.GetValues<Frequency>().Select(skin.SteadyChance).ToList();
            Assert.Equal(chances.Order(), chances);
            var level = skin.OwnLevel(Enum.GetValues<Frequency>(), 0.02);
            Assert.True(level < 0 || chances[level] < 0.02);
            Assert.True(level == chances.Count - 1 || chances[level + 1] >= 0.02);
        }
    }

    [Fact]
    public void The_same_seed_gives_the_same_rows_and_another_gives_others()
    {
        var rows = Trial.Run(Small, new());

        Assert.Equal(rows, Trial.Run(Small, new()));
        Assert.NotEqual(rows, Trial.Run(Small with { Seed = 12 }, new()));
        Assert.Equal(9, rows.Select(row => (row.Model, row.Policy)).Distinct().Count());
    }

    [Fact]
    public void Tender_skins_react_more_and_a_calendar_most_of_all()
    {
        var usual = Trial.Run(Small, new());
        var tender = Trial.Run(Small with { Tenderness = 1.4 }, new());

        Assert.All(usual.Zip(tender), pair => Assert.True(pair.First.StrongPerClient <= pair.Second.StrongPerClient, $"{pair}"));
        foreach (var model in Enum.GetValues<SkinModel>())
        {
            var byPolicy = usual.Where(row => row.Model == model).ToDictionary(row => row.Policy, row => row.StrongPerClient);
            Assert.True(byPolicy[RaisingPolicy.Paper] < byPolicy[RaisingPolicy.Calendar] / 4);
            Assert.True(byPolicy[RaisingPolicy.OatPath] <= byPolicy[RaisingPolicy.Paper]);
        }
    }
}
