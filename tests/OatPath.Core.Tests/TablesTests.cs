using System.Reflection;
using OatPath.Core.CheckIn;
using OatPath.Core.House;
using OatPath.Core.Plan;

namespace OatPath.Core.Tests;

/// <summary>What stands in one row each is all there, and no row contradicts another.</summary>
public class TablesTests
{
    private static readonly HouseRules House = new();

    public static TheoryData<string> Choices => [.. HouseChoices.All.Select(choice => choice.Key)];

    [Fact]
    public void Every_sign_of_a_report_of_a_question_and_of_a_course_has_one_row()
    {
        Assert.Equal(Enum.GetValues<Sign>().Order(), SignTable.Rows.Select(row => row.Report).OfType<Sign>().Order());
        Assert.Equal(Enum.GetValues<AskSign>().Order(), SignTable.Rows.Select(row => row.Ask).OfType<AskSign>().Order());
        Assert.Equal(Enum.GetValues<CourseSign>().Order(), SignTable.Rows.Select(row => row.Course).OfType<CourseSign>().Order());
        Assert.Equal(SignTable.Rows.Count, SignTable.Rows.Select(row => row.Title).Distinct().Count());
    }

    [Fact]
    public void A_sign_that_is_grave_by_itself_is_asked_in_one_press_and_only_such_a_one_is()
    {
        Assert.All(SignTable.Rows.Where(row => row.Ask is not null), row =>
            Assert.Equal(row.Gravity == Gravity.ByDegree, row.Among == AskedAmong.Usual)
        );
        Assert.All(SignTable.Rows, row => Assert.Equal(row.Ask is null, row.Among == AskedAmong.Nothing));
        Assert.All(SignTable.Rows.Where(row => row.Gravity == Gravity.MedicalHelp && row.Ask is not null), row =>
            Assert.Equal(AskedAmong.GraveFirst, row.Among)
        );
    }

    [Fact]
    public void A_grave_sign_asked_about_is_judged_as_gravely_as_the_same_sign_reported()
    {
        Assert.All(SignTable.Rows.Where(row => row is { Ask: not null, Report: not null }), row =>
        {
            var asked = new AskedSign(row.Ask!.Value, AskDegree.Clearly, []).AsReport(pastADay: false, usual: true);

            Assert.Equal(OutcomeTable.Judge(new() { Signs = [row.Report!.Value] }, new()), OutcomeTable.Judge(asked, new()));
        });
    }

    [Fact]
    public void Every_kind_of_question_has_one_row_and_its_own_place_in_the_order()
    {
        Assert.Equal(Enum.GetValues<QuestionKind>().Order(), QuestionTable.Rows.Select(row => row.Kind).Order());
        Assert.Equal(QuestionTable.Rows.Count, QuestionTable.Rows.Select(row => row.Urgency).Distinct().Count());
        Assert.True(
            QuestionTable.Rows.Where(row => row.Asks == QuestionAsks.Call).Max(row => row.Urgency)
                < QuestionTable.Rows.Where(row => row.Asks != QuestionAsks.Call).Min(row => row.Urgency)
        );
    }

    [Fact]
    public void Every_choice_of_the_house_stands_in_the_table()
    {
        string[] other = [nameof(HouseRules.Version), nameof(HouseRules.WindowSpf), nameof(HouseRules.EyeBeforeSunscreen)];
        var chosen = typeof(HouseRules)
            .GetProperties(BindingFlags.Public | BindingFlags.Instance)
            .Where(property =>
                property.PropertyType == typeof(int) || property.PropertyType == typeof(bool) || property.PropertyType.IsEnum
            )
            .Select(property => property.Name);

        Assert.Equal(chosen.Except(other).Order(), HouseChoices.All.Select(choice => choice.Property).Order());
    }

    [Theory]
    [MemberData(nameof(Choices))]
    public void A_choice_is_read_as_it_is_written_and_taken_as_it_is_by_default(string key)
    {
        var choice = HouseChoices.All.Single(choice => choice.Key == key);

        Assert.True(choice.IsTaken(House));
        Assert.Equal(House, choice.With(House, choice.Of(House)));
        Assert.All(choice.Options, option =>
        {
            var changed = choice.With(House, option.Value)!;
            Assert.Equal(option.Value, choice.Of(changed));
            Assert.True(choice.IsTaken(changed));
        });
        Assert.Null(choice.With(House, "as you like"));
    }

    [Theory]
    [MemberData(nameof(Choices))]
    public void A_number_past_either_end_of_its_range_is_refused_by_its_name(string key)
    {
        var choice = HouseChoices.All.Single(choice => choice.Key == key);
        if (typeof(HouseRules).GetProperty(choice.Property)!.GetCustomAttribute<BetweenAttribute>() is not { } range)
        {
            Assert.NotEmpty(choice.Options);
            return;
        }

        foreach (var outside in new[] { range.Least - 1, range.Most + 1 }.Where(number => number >= 0))
        {
            var problems = HouseRulesCheck.Check(choice.With(House, $"{outside}")!);

            Assert.Contains(problems, problem => problem.Field == key && problem.Remedy == choice.Remedy);
        }
    }

    [Fact]
    public void A_rule_is_said_with_every_choice_that_it_follows()
    {
        Assert.Equal("acids 21 days, sensitive skin 28 days, retinoids 14 days, brush 14 days", HouseChoices.Said(RuleBook.Hold, House));
        Assert.Equal("dry and sensitive skin, month 11 to 3", HouseChoices.Said(RuleBook.WinterHold, House));
        Assert.Equal(
            "a leave-on acid starts at 1 evening a week, on sensitive skin at 1",
            HouseChoices.Said(RuleBook.Rung, House with { AcidStartEvenings = 1 })
        );
        Assert.Null(HouseChoices.Said(RuleBook.NeverAtHome, House));
        Assert.All(HouseChoices.All.SelectMany(choice => choice.Rules), rule => Assert.Contains(RuleBook.All, known => known.Id == rule));
    }
}
