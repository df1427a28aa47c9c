using OatPath.Core.Calibration;
using OatPath.Core.Planner;
using OatPath.Core.Ramp;
using OatPath.Core.Shelf;
using OatPath.Core.Skin;

namespace OatPath.Core.Tests;

/// <summary>How a product bites is told from how much each of its users bears.</summary>
public class BiteTests
{
    private static readonly DateOnly Day = new(2026, 3, 2);
    private static readonly Product Acid = CaseBuilder.Glycolic;

    private static double Normal(Random random) =>
        Math.Sqrt(-2 * Math.Log(1 - random.NextDouble())) * Math.Cos(2 * Math.PI * random.NextDouble());

    private static double Chance(double over, double slope) => 1 / (1 + Math.Exp(-over / slope));

    /// <summary>A skin as the estimate takes skins to be, and what it tells of a product with a true factor.</summary>
    private static List<AskedUse> Client(Random random, int uses, double times)
    {
        var tolerance = Math.Log(56) + Normal(random);
        var slope = new[] { 0.06, 0.12, 0.2 }[random.Next(3)];
        var usual = Math.Exp(Math.Log(20) + (0.6 * Normal(random)));
        return
        [
            .. Enumerable
                .Range(0, uses)
                .Select(i =>
                {
                    var demand = usual * (0.7 + (0.6 * random.NextDouble()));
                    var over = Math.Log(demand * times) - tolerance;
                    var drawn = random.NextDouble();
                    var felt =
                        drawn < Chance(over, slope) ? Felt.Strong
                        : drawn < Chance(over + 0.2, slope) ? Felt.Mild
                        : drawn < Chance(over + 0.4, slope) ? Felt.Tingle
                        : drawn < Chance(over + 0.7, slope) ? Felt.Calm
                        : Felt.Nothing;
                    return new AskedUse(Day.AddDays(i * 3), demand, felt < Felt.Strong && random.Next(4) == 0 ? Felt.Untold : felt);
                }),
        ];
    }

    private static ProductEvidence Evidence(List<AskedUse> uses, int product = 0)
    {
        var bottle = Acid with { Id = $"{Acid.Id}-{product}" };
        return ProductEvidence.Of(Sensitivity.Average, new([], [(bottle.Id, uses)]), _ => bottle)[0];
    }

    private static BiteShown Shown(IEnumerable<List<AskedUse>> clients) =>
        BiteShown.Of(clients.Select(uses => new[] { Evidence(uses) }), _ => true)[0];

    /// <summary>A house whose products truly ask so many times their label, each of clients of its own.</summary>
    private static IReadOnlyList<BiteShown> House(Random random, int clients, int uses, IEnumerable<double> truly) =>
        BiteShown.Of(
            truly.SelectMany(
                (times, product) => Enumerable.Range(0, clients).Select(_ => new[] { Evidence(Client(random, uses, times), product) })
            ),
            _ => true
        );

    [Fact]
    public void The_band_of_80_percent_holds_a_products_own_part_in_80_of_100()
    {
        var held = 0;
        Parallel.For(0, 200, seed =>
        {
            var random = new Random(seed);
            var shared = BiteShown.Spread * Normal(random);
            var own = Enumerable.Range(0, 4).Select(_ => BiteShown.Spread * Normal(random)).ToList();
            var shown = House(random, 6, 12, own.Select(part => Math.Exp(shared + part)));
            Interlocked.Add(ref held, shown.Zip(own).Count(pair => Holds(pair.First, Math.Exp(pair.Second))));
        });

        Assert.InRange(held, 608, 672);

        static bool Holds(BiteShown shown, double truly) => shown.Low <= truly && truly <= shown.High;
    }

    [Theory]
    [InlineData(0.6, -1, 1)]
    [InlineData(1.8, 1, 1)]
    [InlineData(1.8, 1, 0.6)]
    [InlineData(0.6, -1, 1.6)]
    public void Of_many_clients_a_product_that_strays_from_the_rest_is_found(double times, int strays, double rest)
    {
        var shown = House(new Random(16), 60, 12, Enumerable.Repeat(rest, 6).Prepend(times * rest));

        Assert.Equal(strays, shown[0].Strays);
        Assert.InRange(shown[0].Times, times * 0.7, times * 1.4);
    }

    /// <summary>Skins that react more than the estimate expects of anybody are no product's doing.</summary>
    [Theory]
    [InlineData(1.5)]
    [InlineData(0.7)]
    public void What_all_products_of_a_house_share_is_laid_at_no_products_door(double shared)
    {
        var shown = House(new Random(3), 20, 15, Enumerable.Repeat(shared, 8));

        Assert.InRange(shown.Average(bite => Math.Log(bite.Times)), -0.1, 0.1);
        Assert.True(shown.Count(bite => bite.Strays != 0) <= 3);
    }

    [Fact]
    public void Of_one_product_alone_nobody_knows_whether_it_is_the_product_or_the_house()
    {
        var random = new Random(11);
        var alone = Shown(Enumerable.Range(0, 60).Select(_ => Client(random, 25, 1.8)));

        Assert.InRange(alone.Times, 1.1, 1.5);
        Assert.Equal(0, alone.Strays);
    }

    [Fact]
    public void With_nothing_told_it_is_as_labelled_and_known_for_little()
    {
        var silent = Enumerable.Range(0, 5).Select(i => new AskedUse(Day.AddDays(i), 0.5, Felt.Untold)).ToList();
        var shown = Shown([silent]);

        Assert.InRange(shown.Times, 0.97, 1.03);
        Assert.InRange(shown.Low, 0.6, 0.68);
        Assert.InRange(shown.High, 1.48, 1.64);
        Assert.Equal((0, false), (shown.Strays, shown.MayBeShown));
    }

    [Fact]
    public void One_client_with_thousands_of_uses_does_not_speak_for_the_house()
    {
        var random = new Random(5);
        var others = Enumerable.Range(0, 20).Select(_ => Client(random, 30, 1)).ToList();
        var one = Enumerable.Range(0, 3000).Select(i => new AskedUse(Day.AddDays(i), 12, Felt.Strong)).ToList();
        var (without, with) = (Shown(others), Shown([.. others, one]));

        Assert.InRange(with.Times, without.Times, without.Times * 1.5);
        Assert.Equal(without.Uses + 3000, with.Uses);
    }

    /// <summary>Worse reports of the same uses do not make a product look milder, but for the coarseness of what is tried.</summary>
    [Fact]
    public void Worse_reports_of_calm_skins_make_it_bite_more()
    {
        List<AskedUse> All(Felt felt) =>
            [.. Enumerable.Range(0, 12).Select(i => new AskedUse(Day.AddDays(i * 3), 20, i % 4 == 3 ? felt : Felt.Calm))];
        var by = new[] { Felt.Calm, Felt.Mild, Felt.Strong }.Select(felt => Shown(Enumerable.Repeat(All(felt), 8)).Times).ToList();

        Assert.All(by.Skip(1), worse => Assert.True(worse > by[0] * 1.1));
        Assert.True(by[2] > by[1] * 0.95);
    }

    [Fact]
    public void Bottles_that_are_not_what_the_studio_has_are_not_counted()
    {
        var random = new Random(2);
        Assert.Empty(
            BiteShown.Of(
                [
                    [Evidence(Client(random, 5, 1))],
                ],
                _ => false
            )
        );
    }

    [Fact]
    public void Uses_before_the_formula_changed_are_of_another_product()
    {
        var builder = CaseBuilder.Basic().Own(Acid).InUse(Acid.Id, CaseBuilder.Monday.AddDays(-60), 1);
        for (var day = CaseBuilder.Monday.AddDays(-40); day < CaseBuilder.Monday; day = day.AddDays(4))
        {
            builder.Use(Acid.Id, day);
        }

        var file = builder.Now(CaseBuilder.Monday).Build();
        var changed = CaseBuilder.Monday.AddDays(-15);
        var former = new Case.FormerFormula(CaseBuilder.At(changed, 12), Acid.Kind, [new(Acid.Actives[0].Substance, 3)], Acid.Ph);
        var after = file with { Shelf = [.. file.Shelf.Select(item => item.Product.Id == Acid.Id ? item with { Was = [former] } : item)] };

        Assert.Contains(Uses(file), use => use.On < changed);
        Assert.All(Uses(after), use => Assert.True(use.On >= changed));

        static IReadOnlyList<AskedUse> Uses(Case.CaseFile file) =>
            PathPlanner
                .Foretold(file, CaseBuilder.Rules)
                .Asked.Where(asked => asked.Product == Acid.Id)
                .SelectMany(asked => asked.Uses)
                .ToList();
    }
}
