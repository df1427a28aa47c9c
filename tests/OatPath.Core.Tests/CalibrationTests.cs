using OatPath.Core.Calibration;
using OatPath.Core.Case;
using OatPath.Core.House;
using OatPath.Core.Planner;
using OatPath.Core.Ramp;
using OatPath.Core.Skin;

namespace OatPath.Core.Tests;

/// <summary>What was said of a use is held against what followed, and nothing of what followed was known when it was said.</summary>
public class CalibrationTests
{
    private static readonly DateOnly Day = new(2026, 3, 2);

    /// <summary>Made-up clients whose skins react with a true chance, of which another is said.</summary>
    private static List<ClientForetold> Clients(int count, int uses, Random random, Func<double> said, Func<double, double> trueChance) =>
        [
            .. Enumerable
                .Range(0, count)
                .Select(client => new ClientForetold(
                    $"client {client}",
                    Sensitivity.Average,
                    [
                        .. Enumerable
                            .Range(0, uses)
                            .Select(use =>
                            {
                                var chance = said();
                                var felt =
                                    random.NextDouble() < trueChance(chance) ? Felt.Strong
                                    : use % 3 == 0 ? Felt.Untold
                                    : Felt.Calm;
                                return new Foretold("acid", Day.AddDays(use), chance, felt);
                            }),
                    ]
                )),
        ];

    private static Account Count(IReadOnlyList<ClientForetold> clients) => Account.Of(clients, _ => true);

    [Fact]
    public void The_parts_of_the_score_add_up_to_it()
    {
        foreach (var seed in Enumerable.Range(1, 50))
        {
            var random = new Random(seed);
            var account = Count(Clients(random.Next(1, 30), random.Next(1, 60), random, () => random.NextDouble() * 0.5, chance => chance));
            var score = account.Score;

            Assert.Equal(score.Brier, score.Reliability - score.Resolution + score.Uncertainty + score.Within, 12);
            Assert.InRange(score.Brier, 0, 1);
            Assert.True(score.Reliability >= 0 && score.Resolution >= 0);
            Assert.Equal(account.All.Uses, account.Bands.Sum(band => band.Held.Uses));
            Assert.Equal(account.All.Strong, account.Bands.Sum(band => band.Held.Strong));
        }
    }

    [Fact]
    public void What_was_said_rightly_is_seldom_called_wrong()
    {
        var wrong = 0;
        var tries = 0;
        foreach (var seed in Enumerable.Range(1, 200))
        {
            var random = new Random(seed);
            var chances = new[] { 0.005, 0.02, 0.04, 0.1, 0.3 };
            var account = Count(Clients(40, 60, random, () => chances[random.Next(chances.Length)], chance => chance));
            tries += account.Bands.Count;
            wrong += account.Bands.Count(band => band.Held.Fits is Fits.MoreThanSaid or Fits.FewerThanSaid);
        }

        Assert.True(tries >= 900);
        Assert.InRange((double)wrong / tries, 0, 0.06);
    }

    [Theory]
    [InlineData(2.5, Fits.MoreThanSaid)]
    [InlineData(0.3, Fits.FewerThanSaid)]
    public void What_strays_is_found(double times, Fits expected)
    {
        foreach (var seed in Enumerable.Range(1, 20))
        {
            var random = new Random(seed);
            var account = Count(Clients(60, 80, random, () => 0.1, chance => chance * times));

            Assert.Equal(expected, Assert.Single(account.Bands).Held.Fits);
            Assert.Equal(expected, account.All.Fits);
        }
    }

    [Fact]
    public void Uses_of_one_client_are_alike_and_the_band_knows_it()
    {
        // Half of the clients react to every use, the others to none: forty clients, not two thousand uses.
        IReadOnlyList<ClientForetold> clients =
        [
            .. Enumerable
                .Range(0, 40)
                .Select(client => new ClientForetold(
                    $"client {client}",
                    Sensitivity.Sensitive,
                    [
                        .. Enumerable
                            .Range(0, 50)
                            .Select(use => new Foretold("a", Day.AddDays(use), 0.4, client % 2 == 0 ? Felt.Strong : Felt.Calm)),
                    ]
                )),
        ];

        var held = Count(clients).All;

        Assert.Equal(0.5, held.Share, 12);
        Assert.InRange(held.High - held.Low, 0.3, 0.35);
        Assert.Equal(Fits.Yes, held.Fits);
    }

    [Fact]
    public void Nothing_is_said_or_shown_of_few_clients_or_few_uses()
    {
        var random = new Random(1);
        var four = Count(Clients(4, 500, random, () => 0.01, _ => 0.9)).All;
        Assert.False(four.MayBeShown);
        Assert.Equal(Fits.TooFew, four.Fits);

        var fewUses = Count(Clients(7, 4, random, () => 0.01, _ => 0.9)).All;
        Assert.True(fewUses.MayBeShown);
        Assert.Equal(Fits.TooFew, fewUses.Fits);

        var none = Count([]);
        Assert.Equal(0, none.All.Uses);
        Assert.Empty(none.Bands);
    }

    [Fact]
    public void A_use_that_nobody_told_of_counts_as_not_strong_and_is_counted()
    {
        var held = Count([new("a", Sensitivity.Average, [new("p", Day, 0.1, Felt.Untold), new("p", Day.AddDays(2), 0.1, Felt.Mild)])]).All;

        Assert.Equal((2, 1, 1, 0), (held.Uses, held.Told, held.Mild, held.Strong));
    }

    [Fact]
    public void A_product_that_only_one_client_has_is_in_no_row_of_products()
    {
        var clients = Clients(6, 10, new Random(1), () => 0.1, chance => chance);
        Assert.Empty(Account.Of(clients, _ => false).Products);
        Assert.Equal(6, Assert.Single(Count(clients).Products).Held.Clients);
    }

    /// <summary>Looked at every week for two years: what is said rightly does not make the estimate hold more back.</summary>
    [Fact]
    public void What_was_said_rightly_is_hardly_ever_acted_on_however_often_one_looks()
    {
        var acted = Enumerable
            .Range(1, 100)
            .Count(seed =>
            {
                var random = new Random(seed);
                var all = Clients(20, 104, random, () => random.NextDouble() * 0.2, chance => chance);
                return Enumerable
                    .Range(1, 26)
                    .Any(month => Count([.. all.Select(client => client with { Uses = [.. client.Uses.Take(month * 4)] })]).IsSurelyMore);
            });

        Assert.InRange(acted, 0, 8);
    }

    [Theory]
    [InlineData(1, 100, true)]
    [InlineData(1.45, 150, true)]
    [InlineData(4, 200, false)]
    public void The_margin_grows_just_as_far_as_what_happened_asks_for(double times, int percent, bool holds)
    {
        Account Under(int margin)
        {
            var random = new Random(7);
            return Count([
                .. Clients(60, 60, random, () => 0.02 + (random.NextDouble() * 0.1), chance => chance * times)
                    .Select(client =>
                        client with
                        {
                            Uses = [.. client.Uses.Select(use => use with { Chance = use.Chance * margin / 100 })],
                        }
                    ),
            ]);
        }

        Assert.Equal(times > 1, Under(100).IsSurelyMore);
        var needed = MarginNeeded.Of(100, Under);
        Assert.InRange(needed, percent == 150 ? 125 : percent, percent);
        Assert.Equal(holds, !Under(needed).IsSurelyMore);
        Assert.All(HouseChoices.Margins.Where(margin => margin < needed), margin => Assert.True(Under(margin).IsSurelyMore));
        Assert.Equal(200, MarginNeeded.Of(200, Under));
    }

    [Fact]
    public void Few_uses_or_clients_never_widen_the_margin()
    {
        var random = new Random(3);
        Assert.False(Count(Clients(4, 200, random, () => 0.02, _ => 0.9)).IsSurelyMore);
        Assert.False(Count(Clients(9, 11, random, () => 0.02, _ => 0.9)).IsSurelyMore);
        Assert.True(Count(Clients(10, 10, random, () => 0.02, _ => 0.9)).IsSurelyMore);
    }

    [Fact]
    public void A_margin_counts_from_its_day_on_and_the_earlier_ones_are_kept()
    {
        var rules = new HouseRules();
        Assert.Same(rules, rules.WithMarginFrom(Day));
        Assert.Equal(1.25, (rules with { EstimateMarginPercent = 125 }).MarginOn(Day));

        var once = (rules with { EstimateMarginPercent = 125 }).WithMarginFrom(Day);
        var twice = (once with { EstimateMarginPercent = 200 }).WithMarginFrom(Day.AddDays(9));
        var back = (twice with { EstimateMarginPercent = 100 }).WithMarginFrom(Day.AddDays(20));
        Assert.Equal([1, 1.25, 1.25, 2, 2, 1], new[] { -1, 0, 8, 9, 19, 20 }.Select(days => back.MarginOn(Day.AddDays(days))));
        Assert.Same(back, back.WithMarginFrom(Day.AddDays(30)));
        Assert.Equal([150], (once with { EstimateMarginPercent = 150 }).WithMarginFrom(Day).EstimateMargins.Select(since => since.Percent));
    }

    /// <summary>From the day it is taken on: what is planned stays, no step is asked that was not, and no chance is smaller.</summary>
    [Theory]
    [InlineData(0, 0)]
    [InlineData(3, 0)]
    public void Margins_of_a_file_that_do_not_stand_by_day_are_refused_by_name(int first, int second)
    {
        HouseRules Of(int one, int other) =>
            CaseBuilder.Rules with
            {
                EstimateMargins = [new(Day.AddDays(one), 125), new(Day.AddDays(other), 150)],
                EstimateMarginPercent = 150,
            };

        Assert.Equal("estimateMargins", Assert.Single(HouseRulesCheck.Check(Of(first, second))).Field);
        Assert.Empty(HouseRulesCheck.Check(Of(0, 3)));
    }

    [Fact]
    public void A_margin_only_holds_steps_back_and_takes_none_away() => RandomCase.Each(600, (file, seed) =>
        {
            var margin = HouseChoices.Margins[1 + (seed % 4)];
            var today = PathPlanner.Plan(file, CaseBuilder.Rules, days: 1).Today;
            file = file with { Decisions = [.. file.Decisions.Where(decision => decision is not StepUp || decision.On < today)] };
            var plain = PathPlanner.Plan(file, CaseBuilder.Rules, days: 42);
            var wide = PathPlanner.Plan(file, (CaseBuilder.Rules with { EstimateMarginPercent = margin }).WithMarginFrom(today), days: 42);

            Assert.Equal(plain.Ladders.Select(ladder => ladder.Rung), wide.Ladders.Select(ladder => ladder.Rung));
            Assert.All(plain.Ladders.Zip(wide.Ladders), pair =>
                Assert.True(pair.Second.ChanceNext >= pair.First.ChanceNext || pair.First.ChanceNext is null)
            );
            Assert.Empty(StepsOf(wide).Except(StepsOf(plain)));
            Assert.Equal(
                plain.Days.SelectMany(day => day.Evening.Steps.Select(step => (day.Date, step.Product))),
                wide.Days.SelectMany(day => day.Evening.Steps.Select(step => (day.Date, step.Product)))
            );
        });

    [Fact]
    public void What_a_product_is_reckoned_with_counts_from_its_day_on_and_the_earlier_is_kept()
    {
        var rules = new HouseRules();
        var none = new Dictionary<string, int>();
        Assert.Same(rules, rules.WithBitesFrom(Day, none));

        var once = rules.WithBitesFrom(Day, new Dictionary<string, int> { ["dew"] = 125 });
        var twice = once.WithBitesFrom(Day.AddDays(9), new Dictionary<string, int> { ["dew"] = 150, ["ash"] = 110 });
        var off = (twice with { BitesHold = false }).ChosenOn(Day.AddDays(20));
        Assert.Equal(
            [0, 125, 125, 150, 150, 100],
            new[] { -1, 0, 8, 9, 19, 20 }.Select(days => off.BiteOn("dew", Day.AddDays(days))?.Percent ?? 0)
        );
        Assert.Equal(["ash", "dew"], twice.BitesInForce().Keys.Order());
        Assert.Empty(off.BitesInForce());
        Assert.Same(off, off.ChosenOn(Day.AddDays(30)));
        Assert.Equal(200, once.WithBitesFrom(Day, new Dictionary<string, int> { ["dew"] = 200 }).ProductBites.Single().Percent);
        Assert.Empty(HouseRulesCheck.Check(off));
    }

    [Theory]
    [InlineData("dew", 0)]
    [InlineData("", 3)]
    public void Bites_of_a_file_without_a_product_or_out_of_order_are_refused_by_name(string product, int second)
    {
        var rules = CaseBuilder.Rules with { ProductBites = [new(Day, product, 125), new(Day.AddDays(second), product, 150)] };
        Assert.Equal("productBites", Assert.Single(HouseRulesCheck.Check(rules)).Field);
    }

    [Theory]
    [InlineData(1.6, 1.2, 100, 150)]
    [InlineData(1.6, 0.99, 100, 100)]
    [InlineData(1.05, 1.01, 100, 100)]
    [InlineData(2.6, 2.1, 100, 200)]
    [InlineData(1.4, 1.1, 150, 150)]
    [InlineData(1.3, 1.1, 150, 125)]
    [InlineData(0.7, 0.5, 150, 100)]
    public void A_product_is_reckoned_with_as_far_as_its_middle_reaches_and_not_to_and_fro(
        double times,
        double low,
        int inForce,
        int percent
    )
    {
        var before = new Dictionary<string, int> { ["dew"] = inForce };
        Assert.Equal(percent, Of(5));
        Assert.Equal(100, Of(4));

        int Of(int clients) =>
            BiteReckoned.Of([new("dew", clients, 90, 9, 9, times, low, times * 1.4)], before).GetValueOrDefault("dew", 100);
    }

    [Fact]
    public void What_a_product_is_reckoned_with_only_holds_steps_back_and_takes_none_away() => RandomCase.Each(600, (file, seed) =>
        {
            var today = PathPlanner.Plan(file, CaseBuilder.Rules, days: 1).Today;
            file = file with { Decisions = [.. file.Decisions.Where(decision => decision is not StepUp || decision.On < today)] };
            var all = file.Shelf.ToDictionary(item => item.Product.Id, _ => HouseChoices.Margins[1 + (seed % 4)]);
            var bitten = CaseBuilder.Rules.WithBitesFrom(today, all);
            var (plain, wide) = (PathPlanner.Plan(file, CaseBuilder.Rules, days: 42), PathPlanner.Plan(file, bitten, days: 42));

            Assert.Equal(plain.Ladders.Select(ladder => ladder.Rung), wide.Ladders.Select(ladder => ladder.Rung));
            Assert.All(plain.Ladders.Zip(wide.Ladders), pair =>
                Assert.True(pair.Second.ChanceNext >= pair.First.ChanceNext || pair.First.ChanceNext is null)
            );
            Assert.Empty(StepsOf(wide).Except(StepsOf(plain)));
            Assert.Equal(
                plain.Days.SelectMany(day => day.Evening.Steps.Select(step => (day.Date, step.Product))),
                wide.Days.SelectMany(day => day.Evening.Steps.Select(step => (day.Date, step.Product)))
            );
            Assert.Equal(Audit.PathAuditor.Audit(file, CaseBuilder.Rules, plain), Audit.PathAuditor.Audit(file, bitten, wide));
        });

    /// <summary>A client some days on, who told of every use so far.</summary>
    /// <param name="stings">In turn.</param>
    private static CaseFile OnGlycolic(decimal percent, int days, int[] stings)
    {
        var (due, uses) = (CaseBuilder.Monday.AddDays(days), 0);
        var client = new CaseBuilder()
            .Own(
                CaseBuilder.Cleanser,
                CaseBuilder.Moisturiser,
                CaseBuilder.Sunscreen,
                CaseBuilder.Glycolic with
                {
                    Actives = [new(Substance.Glycolic, percent)],
                }
            )
            .Start("glycolic", CaseBuilder.Monday.AddDays(-3))
            .Patched("glycolic", CaseBuilder.Monday.AddDays(-3));
        for (var day = CaseBuilder.Monday; day < due; day = day.AddDays(1))
        {
            if (client.Now(day).Plan(1).DaysOf("glycolic").Contains(day))
            {
                var sting = stings[uses++ % stings.Length];
                client.Use("glycolic", day).Report(day, new CheckIn.SkinReport { Sting = sting, StingSeconds = 30 * sting });
            }
        }

        return client.Now(due).Build();
    }

    [Fact]
    public void A_step_waits_for_a_product_that_bites_unless_its_formula_is_another_since()
    {
        var twice = new Dictionary<string, int> { ["glycolic"] = 200 };
        HouseRules Since(int days) => CaseBuilder.Rules.WithBitesFrom(CaseBuilder.Monday.AddDays(days), twice);
        Assert.All(new decimal[] { 7, 9 }, percent =>
        {
            // Whoever feels a little of it waits, whoever told of nothing bears it, and before it is known nobody waits.
            var tingling = OnGlycolic(percent, 30, [1, 2]);
            Assert.True(Asks(tingling, CaseBuilder.Rules));
            Assert.False(Asks(tingling, Since(0)));
            Assert.True(Asks(tingling, Since(60)));
            Assert.True(Asks(OnGlycolic(percent, 30, [0]), Since(0)));
        });

        var file = OnGlycolic(7, 21, [1]);
        // Another formula since the day it was known: as its label says.
        var glycolic = file.Shelf.Single(item => item.Product.Id == "glycolic");
        var former = FormerFormula.Of(glycolic.Product with { Ph = 3.1m }, CaseBuilder.At(CaseBuilder.Monday.AddDays(-5)));
        var changed = file with { Shelf = [.. file.Shelf.Where(item => item != glycolic), glycolic with { Was = [former] }] };
        Assert.NotNull(Chance(changed, CaseBuilder.Rules));
        Assert.Equal(Chance(changed, CaseBuilder.Rules), Chance(changed, Since(-9)));
        Assert.True(Chance(changed, CaseBuilder.Rules) < Chance(changed, Since(0)));

        static bool Asks(CaseFile file, HouseRules rules) => StepsOf(PathPlanner.Plan(file, rules, days: 7)).Contains("glycolic");
        static double? Chance(CaseFile file, HouseRules rules) =>
            PathPlanner.Plan(file, rules, days: 7).Ladders.Single(ladder => ladder.Product == "glycolic").ChanceNext;
    }

    private static IEnumerable<string?> StepsOf(Plan.CarePath path) =>
        path.Questions.Where(question => question.Kind == Plan.QuestionKind.StepUp).Select(question => question.Product);

    public static TheoryData<string> Demo =>
        [.. Directory.EnumerateFiles(Path.Combine(Repository.Root, "demo", "cases")).Select(file => Path.GetFileName(file)!)];

    [Theory]
    [MemberData(nameof(Demo))]
    public void What_was_said_of_a_use_knows_nothing_of_what_came_after_it(string name)
    {
        var file = Read(name);
        var all = PathPlanner.Foretold(file, new()).Expected;
        Assert.All(all, said => Assert.InRange(said.Chance, 0, 1));

        foreach (var cut in all.Select(said => said.On).Distinct().Order().Take(8))
        {
            // The case as it stood at the end of that day's uses, before anything was told of them.
            var before = file with
            {
                Log = [.. file.Log.Where(entry => entry is Applied use ? use.Day <= cut : DayOf(file, entry) < cut)],
            };
            var then = PathPlanner.Foretold(before, new()).Expected.Where(said => said.On == cut);
            Assert.All(then, said =>
                Assert.Equal(all.Single(each => each.On == cut && each.Product == said.Product).Chance, said.Chance, 12)
            );
        }
    }

    [Theory]
    [MemberData(nameof(Demo))]
    public void Keeping_what_was_said_changes_no_plan(string name)
    {
        var file = Read(name);
        var before = Formats.CaseJson.Write(PathPlanner.Plan(file, new()));
        _ = PathPlanner.Foretold(file, new());
        Assert.Equal(before, Formats.CaseJson.Write(PathPlanner.Plan(file, new())));
    }

    [Fact]
    public void Every_use_of_an_active_is_held_to_account()
    {
        var file = Read("two-acids.json");
        var uses = file.Log.OfType<Applied>().Count(use => use.Day <= PathPlanner.Plan(file, new(), days: 1).Today);
        var said = PathPlanner.Foretold(file, new()).Expected;

        Assert.NotEmpty(said);
        Assert.True(said.Count <= uses);
        Assert.Equal(said.Count, said.Select(each => (each.Product, each.On)).Distinct().Count());
        Assert.Contains(said, each => each.Felt != Felt.Untold);
    }

    private static DateOnly DayOf(CaseFile file, LogEntry entry) => CareDay.Of(entry.HappenedAt, CareDay.ZoneOf(file.Zone));

    private static CaseFile Read(string name) =>
        Formats.CaseJson.ReadCase(File.ReadAllText(Path.Combine(Repository.Root, "demo", "cases", name))).Case!;
}
