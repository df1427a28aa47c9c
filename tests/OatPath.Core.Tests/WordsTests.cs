using OatPath.Core.Case;
using OatPath.Core.CheckIn;
using OatPath.Core.House;
using OatPath.Core.Plan;
using OatPath.Core.Planner;
using OatPath.Core.Routine;
using OatPath.Core.Shelf;
using OatPath.Core.Skin;

namespace OatPath.Core.Tests;

public class WordsTests
{
    [Fact]
    public void A_reason_is_a_sentence_with_its_values()
    {
        var because = Because.Of(
            RuleBook.Skip7,
            ("product", "Reed water"),
            ("since", new DateOnly(2026, 3, 9)),
            ("until", new DateOnly(2026, 3, 16))
        );

        Assert.Equal("Reed water rests until Mon 16 March, after the reaction on Mon 9 March.", Words.Say(because));
    }

    [Fact]
    public void An_unknown_rule_shows_its_id_instead_of_nothing() => Assert.Equal("Some.rule", Words.Say(Because.Of("some.rule")));

    [Fact]
    public void Every_reason_in_random_paths_is_worded_without_gaps()
    {
        for (var seed = 0; seed < 120; seed++)
        {
            var path = PathPlanner.Plan(RandomCase.Build(new Random(seed)), CaseBuilder.Rules, days: 30);
            var reasons = path
                .Days.SelectMany(day =>
                    day.Morning.Steps.Concat(day.Evening.Steps)
                        .SelectMany(step => step.Because)
                        .Concat(day.Morning.Omitted.Concat(day.Evening.Omitted).Select(omission => omission.Because))
                        .Concat(day.Avoid)
                )
                .Concat(path.Questions.Select(question => question.Because))
                .Concat(path.Warnings)
                .Concat(path.Windows.Select(window => window.Because))
                .Concat(path.Reports.Select(report => report.Because));
            foreach (var because in reasons)
            {
                var sentence = Words.Say(because);
                Assert.DoesNotContain("{", sentence, StringComparison.Ordinal);
                Assert.DoesNotContain("  ", sentence, StringComparison.Ordinal);
                Assert.DoesNotContain(" .", sentence, StringComparison.Ordinal);
                Assert.EndsWith(".", sentence, StringComparison.Ordinal);
            }
        }
    }

    [Fact]
    public void No_wording_shouts_blames_or_promises()
    {
        string[] never = ["!", "missed", "failed", "detox", "toxins", "opens pores", "guarantee", "watching you"];
        foreach (var rule in RuleBook.All)
        {
            Assert.DoesNotContain(never, word => rule.Template.Contains(word, StringComparison.OrdinalIgnoreCase));
        }
    }

    [Theory]
    [InlineData(45, "45 s")]
    [InlineData(60, "1 min")]
    [InlineData(150, "2 min 30 s")]
    public void Durations_carry_their_units(int seconds, string words) => Assert.Equal(words, Words.Duration(seconds));

    [Fact]
    public void Every_sign_has_its_own_words() =>
        Assert.Equal(Enum.GetValues<Sign>().Length, Enum.GetValues<Sign>().Select(sign => SignTable.Of(sign).Title).Distinct().Count());

    [Fact]
    public void A_step_of_every_kind_can_be_told()
    {
        foreach (var kind in Enum.GetValues<ProductKind>())
        {
            var step = CaseBuilder.StepOf(kind) with { Neck = true, LeaveOut = [FaceZone.LeftCheek] };

            var how = StepWords.How(step);
            Assert.All(how, line => Assert.EndsWith(".", line, StringComparison.Ordinal));
            Assert.Contains(how, line => line.Contains("left cheek", StringComparison.Ordinal));
        }
    }

    [Fact]
    public void Names_in_the_formats_are_kebab_case_and_unique()
    {
        Assert.Equal("once-a-week", EnumName.Of(Frequency.OnceAWeek));
        Assert.Equal("l-ascorbic", EnumName.Of(Substance.LAscorbic));
        Assert.Equal("III", EnumName.Of(Phototype.III));
        Assert.Equal("moisturiser-with-spf", EnumName.Of(ProductKind.MoisturiserWithSpf));
        foreach (
            var names in new[]
            {
                Enum.GetValues<Substance>().Select(EnumName.Of),
                Enum.GetValues<ProductKind>().Select(EnumName.Of),
                Enum.GetValues<FlagKind>().Select(EnumName.Of),
            }
        )
        {
            Assert.Equal(names.Count(), names.Distinct().Count());
        }
    }

    [Fact]
    public void A_diff_says_what_comes_in_what_goes_and_what_moves()
    {
        var before = CaseBuilder.Basic().Plan(2);
        var serum = new Product
        {
            Id = "hydra",
            Name = "Dew",
            Kind = ProductKind.HydratingSerum,
        };
        var more = CaseBuilder.Basic().Own(serum).Plan(2);
        var moved = CaseBuilder
            .Basic()
            .Own(serum)
            .Decide(
                new SetOrder
                {
                    Id = "o",
                    On = CaseBuilder.Monday,
                    Moment = Moment.Evening,
                    Products = ["cream", "hydra"],
                }
            )
            .Plan(2);

        Assert.Empty(PathDiff.Between(before, before));
        Assert.All(PathDiff.Between(before, more), change => Assert.Equal(["hydra"], change.Added));
        Assert.All(PathDiff.Between(more, before), change => Assert.Equal(["hydra"], change.Removed));
        Assert.All(PathDiff.Between(more, moved), change =>
            Assert.True(change is { Moment: Moment.Evening, Reordered: true, Added.Count: 0 })
        );
    }
}
