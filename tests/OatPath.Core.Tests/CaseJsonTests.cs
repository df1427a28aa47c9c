using OatPath.Core.CheckIn;
using OatPath.Core.Formats;
using OatPath.Core.House;
using OatPath.Core.Planner;

namespace OatPath.Core.Tests;

public class CaseJsonTests
{
    private const string Head =
        "\"format\":\"oatpath/case\",\"version\":1,\"asOf\":\"2026-03-09T18:00:00+01:00\",\"zone\":\"Europe/Vienna\"";

    private static IReadOnlyList<Problem> Problems(string rest) =>
        CaseJson.ReadCase("{" + Head + (rest.Length > 0 ? "," + rest : "") + "}").Problems;

    [Fact]
    public void A_case_comes_back_as_it_was_written()
    {
        var file = RandomCase.Build(new Random(7));
        var text = CaseJson.Write(file);

        Assert.Equal(text, CaseJson.Write(CaseJson.ReadCase(text).Case!));
    }

    /// <summary>A sting without an end is still there; written down and read again it must not become one of no seconds.</summary>
    [Fact]
    public void A_sting_that_has_not_gone_is_still_there_after_reading()
    {
        var text = CaseJson.Write(new SkinReport { Sting = 5, StingSeconds = null });

        Assert.Contains("\"stingSeconds\": null", text, StringComparison.Ordinal);
        Assert.Null(CaseJson.ReadStored<SkinReport>(text).StingSeconds);
        Assert.Null(CaseJson.ReadStored<SkinReport>("{\"sting\":5,\"redness\":0}").StingSeconds);
        Assert.Equal(0, CaseJson.ReadStored<SkinReport>("{\"sting\":1,\"stingSeconds\":0}").StingSeconds);
    }

    [Theory]
    [InlineData("")]
    [InlineData("{")]
    [InlineData("null")]
    [InlineData("[]")]
    [InlineData("{\"format\":1}")]
    public void What_is_no_case_is_refused_with_a_message(string text)
    {
        var (read, problems) = CaseJson.ReadCase(text);

        Assert.Null(read);
        Assert.NotEmpty(problems);
    }

    [Theory]
    [InlineData("\"shelf\":[{\"product\":{\"id\":\"a\",\"name\":\"A\",\"kind\":\"potion\"}}]", "shelf[0].product.kind", "use one of")]
    [InlineData("\"shelf\":[{\"product\":{\"id\":\"a\",\"name\":\"A\"}}]", "shelf[0].product", "'kind' is missing")]
    [InlineData(
        "\"shelf\":[{\"product\":{\"id\":\"a\",\"name\":\"A\",\"kind\":\"scrub\",\"actives\":[{\"substance\":\"lactic\","
            + "\"percent\":101}]}}]",
        "shelf[0].product.actives[0].percent",
        "at most 100"
    )]
    [InlineData("\"shelf\":[{\"product\":{\"id\":\"a\",\"name\":\"A\",\"kind\":\"scrub\",\"ph\":15}}]", "shelf[0].product.ph", "0 to 14")]
    [InlineData(
        "\"shelf\":[{\"product\":{\"id\":\"a\",\"name\":\"A\",\"kind\":\"scrub\",\"contentMl\":-3}}]",
        "shelf[0].product.contentMl",
        "more than 0"
    )]
    [InlineData(
        "\"shelf\":[{\"product\":{\"id\":\"a\",\"name\":\"A\",\"kind\":\"scrub\"}},{\"product\":{\"id\":\"a\",\"name\":\"B\","
            + "\"kind\":\"scrub\"}}]",
        "shelf[1].product.id",
        "used twice"
    )]
    [InlineData("\"shelf\":[null]", "shelf[0]", "is empty")]
    [InlineData("\"shelf\":[{\"product\":{\"id\":\"../x\",\"name\":\"A\",\"kind\":\"scrub\"}}]", "shelf[0].product.id", "letters, digits")]
    [InlineData("\"intake\":{\"birthDate\":\"1790-01-01\"}", "intake.birthDate", "120 years")]
    [InlineData("\"intake\":{\"birthDate\":\"2027-01-01\"}", "intake.birthDate", "120 years")]
    [InlineData("\"intake\":{\"flags\":[{\"kind\":\"sunburn\"}]}", "intake.flags[0].from", "give the day")]
    [InlineData(
        "\"intake\":{\"flags\":[{\"kind\":\"melasma\",\"from\":\"2026-03-02\",\"until\":\"2026-03-01\"}]}",
        "intake.flags[0].until",
        "not be before"
    )]
    [InlineData("\"intake\":{\"skin\":\"oily\"}", "intake.skin", "not part of the format")]
    [InlineData("\"decisions\":[{\"type\":\"wish\",\"id\":\"a\",\"on\":\"2026-03-09\"}]", "decisions[0]", "type")]
    [InlineData(
        "\"decisions\":[{\"type\":\"start-active\",\"id\":\"a\",\"on\":\"2026-03-09\",\"product\":\"none\"}]",
        "decisions[0].product",
        "no product on the shelf"
    )]
    [InlineData(
        "\"decisions\":[{\"type\":\"clear-red\",\"id\":\"a\",\"on\":\"2026-03-09\",\"at\":\"2026-03-09T12:00:00+01:00\"}]",
        "decisions[0].reason",
        "needs a reason"
    )]
    [InlineData(
        "\"log\":[{\"type\":\"patch-applied\",\"id\":\"a\",\"product\":\"p\",\"happenedAt\":\"2026-03-09T23:00:00+01:00\"}]",
        "log[0].happenedAt",
        "future"
    )]
    [InlineData(
        "\"log\":[{\"type\":\"check-in\",\"id\":\"a\",\"day\":\"2026-03-08\",\"happenedAt\":\"2026-03-09T08:00:00+01:00\","
            + "\"report\":{\"sting\":11}}]",
        "log[0].report.sting",
        "0 to 10"
    )]
    [InlineData(
        "\"log\":[{\"type\":\"applied\",\"id\":\"a\",\"product\":\"p\",\"day\":\"2026-03-12\",\"moment\":\"evening\","
            + "\"happenedAt\":\"2026-03-09T08:00:00+01:00\"}]",
        "log[0].day",
        "after today"
    )]
    [InlineData("\"treatments\":[{\"id\":\"t\",\"kind\":\"waxing\",\"on\":\"1066-10-14\"}]", "treatments[0].on", "1900")]
    public void A_problem_names_its_field_and_the_remedy(string rest, string field, string remedy) =>
        Assert.Contains(Problems(rest), problem =>
            problem.Field.Contains(field, StringComparison.Ordinal) && problem.Remedy.Contains(remedy, StringComparison.Ordinal)
        );

    [Fact]
    public void Endless_text_and_deep_nesting_are_refused()
    {
        Assert.NotEmpty(CaseJson.ReadCase(new string(' ', CaseJson.MaxLength + 1)).Problems);
        Assert.NotEmpty(Problems("\"shelf\":" + new string('[', 5000)));
    }

    [Fact]
    public void Random_damage_is_answered_with_a_message_and_never_with_a_crash()
    {
        var text = CaseJson.Write(RandomCase.Build(new Random(11)));
        for (var seed = 0; seed < 400; seed++)
        {
            var random = new Random(seed);
            var damaged = text.ToCharArray();
            for (var hit = 0; hit < 3; hit++)
            {
                damaged[random.Next(damaged.Length)] = (char)random.Next(32, 126);
            }

            var (read, problems) = CaseJson.ReadCase(new string(damaged));
            Assert.True(read is not null ^ problems.Count > 0);
        }
    }

    [Theory]
    [InlineData("{\"acidHoldDays\":7}", "acidHoldDays")]
    [InlineData("{\"windowSpf\":15}", "windowSpf")]
    [InlineData("{\"beginnerExfoliationsPer7Days\":9}", "beginnerExfoliationsPer7Days")]
    [InlineData("{\"zone\":\"Moon/Base\"}", "zone")]
    public void House_rules_cannot_be_set_looser_than_the_limits(string text, string field) =>
        Assert.Contains(CaseJson.ReadRules(text).Problems, problem => problem.Field == field);

    [Fact]
    public void The_same_facts_give_the_same_path_to_the_letter()
    {
        for (var seed = 0; seed < 40; seed++)
        {
            var file = RandomCase.Build(new Random(seed));
            Assert.Equal(
                CaseJson.Write(PathPlanner.Plan(file, CaseBuilder.Rules)),
                CaseJson.Write(PathPlanner.Plan(file, CaseBuilder.Rules))
            );
        }
    }
}
