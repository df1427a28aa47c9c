using System.Collections.Concurrent;
using System.Text.RegularExpressions;
using OatPath.Core.Audit;
using OatPath.Core.Case;
using OatPath.Core.House;
using OatPath.Core.Plan;
using OatPath.Core.Planner;
using OatPath.Core.Routine;
using OatPath.Core.Shelf;

namespace OatPath.Core.Tests;

/// <summary>How often is said from the interval that holds, and the planned days are what the words say.</summary>
public partial class HowOftenTests
{
    private static readonly DateOnly Monday = CaseBuilder.Monday;
    private static readonly HouseRules Long = new() { LongNeedlesSignedOff = true, HomePeels = HomePeels.StrongSignedOff };

    [Theory]
    [InlineData(1, "every evening")]
    [InlineData(2, "every other evening")]
    [InlineData(7, "1 evening a week")]
    [InlineData(10, "every 10 days")]
    [InlineData(14, "every 14 days")]
    [InlineData(21, "every 3 weeks")]
    [InlineData(28, "every 4 weeks")]
    public void An_interval_in_words(int days, string words) => Assert.Equal(words, FrequencyTraits.Every(days));

    [Fact]
    public void A_long_roller_is_every_3_weeks_wherever_it_is_said()
    {
        var built = CaseBuilder
            .Basic()
            .Own(
                CaseBuilder.Glide,
                new Product
                {
                    Id = "roller",
                    Name = "Long burr",
                    Kind = ProductKind.NeedleRoller,
                    NeedleMm = 0.5m,
                }
            )
            .Decide(
                new StartActive
                {
                    Id = "s",
                    Product = "roller",
                    On = Monday,
                    Reason = "shown in the salon",
                }
            );
        var path = PathPlanner.Plan(built.Build(), Long, days: 84);
        var step = path.Days.SelectMany(day => day.Evening.Steps).First(step => step.Product == "roller");

        Assert.Equal("every 3 weeks", path.Ladders.Single().HowOften);
        Assert.Equal("every 3 weeks", StepWords.HowOften(step, false));
        Assert.Contains("every 3 weeks", Words.Say(step.Because[0]), StringComparison.Ordinal);
    }

    [Theory]
    [InlineData(null, "every 14 days")]
    [InlineData(7, "every 14 days")]
    [InlineData(28, "every 4 weeks")]
    public void A_kit_is_said_by_its_interval_longer_while_the_skin_is_new_to_it(int? every, string words)
    {
        var built = CaseBuilder
            .Basic()
            .Own(CaseBuilder.WeakKit)
            .Decide(
                new StartActive
                {
                    Id = "k",
                    Product = "kit",
                    On = Monday.AddDays(-60),
                    EveryDays = every,
                    Reason = "wishes it",
                }
            )
            .Patched("kit", Monday.AddDays(-60));

        Assert.Equal(words, built.Plan(1).Ladders.Single().HowOften);
    }

    [Fact]
    public void Uses_closer_than_the_interval_are_named_and_two_boosters_as_what_they_are()
    {
        var roller = CaseBuilder
            .Basic()
            .Own(
                CaseBuilder.Glide,
                new Product
                {
                    Id = "roller",
                    Name = "Long burr",
                    Kind = ProductKind.NeedleRoller,
                    NeedleMm = 0.5m,
                }
            )
            .Decide(
                new StartActive
                {
                    Id = "s",
                    Product = "roller",
                    On = Monday.AddDays(-40),
                    Reason = "shown",
                }
            )
            .Use("roller", Monday.AddDays(-10))
            .Use("roller", Monday.AddDays(-1));
        Assert.Contains(
            "9 days after the last, where it is planned every 3 weeks",
            Words.Say(
                PathPlanner.Plan(roller.Build(), Long, days: 1).Questions.First(question => question.Kind == QuestionKind.Overuse).Because
            ),
            StringComparison.Ordinal
        );

        var mandelic = RandomCase.Mandelic;
        var booster = CaseBuilder
            .Basic()
            .Own(mandelic[0], mandelic[1])
            .InUse("mandelic8", Monday.AddDays(-90), 2)
            .Follow("mandelic8", Monday.AddDays(-90), Monday.AddDays(-20))
            .Decide(
                new StartActive
                {
                    Id = "b",
                    Product = "mandelic11",
                    On = Monday.AddDays(-20),
                    BoosterFor = "mandelic8",
                }
            )
            .Patched("mandelic11", Monday.AddDays(-20))
            .Use("mandelic11", Monday.AddDays(-3))
            .Use("mandelic11", Monday.AddDays(-2));
        Assert.Contains(
            "a booster on two evenings",
            Words.Say(
                booster
                    .Plan(1)
                    .Questions.First(question => question.Kind == QuestionKind.Overuse && question.Product == "mandelic11")
                    .Because
            ),
            StringComparison.Ordinal
        );
    }

    /// <summary>Of every product with a rung, in every span of days: never sooner than the words say, never more in a week.</summary>
    [Fact]
    public void The_planned_days_are_what_the_words_say()
    {
        var found = new ConcurrentBag<string>();
        RandomCase.Seeds(700, seed =>
        {
            var rules = seed % 2 == 0 ? CaseBuilder.Rules : Long;
            var file = RandomCase.Build(new Random(seed), rules);
            var path = PathPlanner.Plan(file, rules, days: 70);
            foreach (var product in file.Shelf.Select(item => item.Product.Id))
            {
                var uses = path
                    .Days.Where(day => day.Date >= path.Today)
                    .SelectMany(day =>
                        day.Morning.Steps.Concat(day.Evening.Steps)
                            .Where(step => step.Product == product && step.Action == StepAction.Apply && step.Frequency is not null)
                            .Select(step => (day.Date, Words: StepWords.HowOften(step, false)!))
                    )
                    .ToList();
                for (var i = 0; i < uses.Count; i++)
                {
                    var (gap, most) = Says(uses[i].Words);
                    if (i > 0 && uses[i].Date.DayNumber - uses[i - 1].Date.DayNumber is var apart && apart < gap)
                    {
                        found.Add($"seed {seed}: {product} {apart} days apart, called {uses[i].Words}");
                    }

                    if (uses.Count(use => use.Date > uses[i].Date.AddDays(-7) && use.Date <= uses[i].Date) > most)
                    {
                        found.Add($"seed {seed}: {product} too often in 7 days, called {uses[i].Words}");
                    }
                }
            }
        });
        Assert.True(found.IsEmpty, string.Join('\n', found.Take(20)));
    }

    /// <summary>Days apart at least, and uses in 7 days at most, read off the words alone.</summary>
    private static (int Apart, int Most) Says(string words)
    {
        words = words.Replace("peel evening ", "", StringComparison.Ordinal).Split(", at most")[0];
        return words switch
        {
            "every evening" => (1, 7),
            "every other evening" => (2, 4),
            "morning and evening" => (0, 14),
            _ when Days().Match(words) is { Success: true } days => (
                int.Parse(days.Groups[1].Value, System.Globalization.CultureInfo.InvariantCulture),
                1 + (6 / int.Parse(days.Groups[1].Value, System.Globalization.CultureInfo.InvariantCulture))
            ),
            _ when Weeks().Match(words) is { Success: true } weeks => (
                7 * int.Parse(weeks.Groups[1].Value, System.Globalization.CultureInfo.InvariantCulture),
                1
            ),
            _ when Evenings().Match(words) is { Success: true } evenings
                    && int.Parse(evenings.Groups[1].Value, System.Globalization.CultureInfo.InvariantCulture) is var count => (
                count == 1 ? 7 : 1,
                count
            ),
            _ => throw new ArgumentException(words),
        };
    }

    [GeneratedRegex("^every ([0-9]+) days$")]
    private static partial Regex Days();

    [GeneratedRegex("^every ([0-9]+) weeks$")]
    private static partial Regex Weeks();

    [GeneratedRegex("^([0-9]+) evenings? a week$")]
    private static partial Regex Evenings();
}
