using Microsoft.Extensions.DependencyInjection;
using OatPath.Core.Case;
using OatPath.Core.CheckIn;
using OatPath.Core.House;
using OatPath.Core.Plan;
using OatPath.Web.Records;

namespace OatPath.Web.Tests;

/// <summary>What a client can say on the phone, and what is answered at once.</summary>
public sealed class ToldOnThePhoneTests : IDisposable
{
    private readonly TestStudio studio = new();

    private ClientRecord Record(string name) => studio.Services.GetRequiredService<RecordRoom>().Derive(studio.ClientId(name))!;

    private static async Task<Answer> Report(Browser phone, params (string, string?)[] answers) =>
        await phone.Submit(await phone.Get("/my/report"), "form.ask", [("sting", "0"), ("redness", "0"), .. answers]);

    /// <summary>Written down and read again, a sting that has not gone is still there: told a day later it stops everything.</summary>
    [Fact]
    public async Task A_strong_sting_that_still_lasts_the_next_day_stops_everything()
    {
        using var phone = await studio.Phone("Jory");
        var about = Record("Jory").Today.AddDays(-1).ToString("yyyy-MM-dd", System.Globalization.CultureInfo.InvariantCulture);
        var answer = await phone.Submit(
            await phone.Get("/my/report"),
            "form.ask",
            ("about", about),
            ("sting", "5"),
            ("length", "-1"),
            ("redness", "0")
        );

        Assert.Null(Record("Jory").Followed.Log.OfType<CheckedIn>().OrderBy(entry => entry.HappenedAt).Last().Report.StingSeconds);
        Assert.Contains("Stop, call the studio", answer.Text, StringComparison.Ordinal);
    }

    public static TheoryData<Sign> Signs => [.. Enum.GetValues<Sign>().Where(sign => sign is not (Sign.OutsideCourse or Sign.NeverAtHome))];

    [Theory]
    [MemberData(nameof(Signs))]
    public async Task Every_sign_of_the_table_can_be_told_and_is_answered_by_it(Sign sign)
    {
        using var phone = await studio.Phone("Jory");
        var form = await phone.Get("/my/report");
        Assert.Contains(SignTable.Of(sign).Title, form.Text, StringComparison.OrdinalIgnoreCase);
        var answer = await Report(phone, ("signs", sign.ToString()));
        var judged = OutcomeTable.Judge(new SkinReport { Signs = [sign] }, new());

        Assert.Contains(
            judged.Outcome switch
            {
                Outcome.MedicalHelp => "Medical help now",
                Outcome.Stop => "Stop, call the studio",
                _ => "Ease off",
            },
            answer.Text,
            StringComparison.Ordinal
        );
        Assert.Contains(SignTable.Of(sign).Title, answer.Text, StringComparison.OrdinalIgnoreCase);
        if (OutcomeTable.IsMedical(sign) && sign != Sign.EyeExposure)
        {
            Assert.Contains(SignTable.Of(sign).Title, (await phone.Get("/my/cautions")).Text, StringComparison.OrdinalIgnoreCase);
        }
    }

    [Theory]
    [InlineData("7", "Carry on")]
    [InlineData("8", "Medical help now")]
    public async Task Pain_can_be_told_and_eight_needs_help(string pain, string title) =>
        Assert.Contains(title, (await Report(await studio.Phone("Jory"), ("pain", pain))).Text, StringComparison.Ordinal);

    [Fact]
    public async Task Water_is_told_in_the_minutes_of_one_table()
    {
        using var phone = await studio.Phone("Jory");
        var medical = (await Report(phone, ("signs", nameof(Sign.WhiteOrGreyBurn)))).Text;
        var cautions = (await phone.Get("/my/cautions")).Text;

        Assert.All(new[] { medical, cautions }, text =>
        {
            Assert.Contains(FirstAid.Burn, text, StringComparison.Ordinal);
            Assert.Contains(FirstAid.Eye, text, StringComparison.Ordinal);
        });
    }

    [Fact]
    public async Task A_report_sent_again_with_other_answers_takes_the_place_of_the_first()
    {
        using var phone = await studio.Phone("Jory");
        var form = await phone.Get("/my/report");
        Task<Answer> Send(string sting) => phone.Submit(form, "form.ask", ("sting", sting), ("length", "45"), ("redness", "0"));
        var first = await Send("6");
        var same = await Send("6");
        var other = await Send("1");
        var third = await Send("2");

        Assert.Equal(first.Address, same.Address);
        Assert.NotEqual(first.Address, other.Address);
        Assert.Contains("in the place of what you sent before", other.Text, StringComparison.Ordinal);
        Assert.Equal(
            [2],
            Record("Jory").ClientPath().Reports.Where(report => report.Day == Record("Jory").Today).Select(report => report.Sting)
        );
        Assert.Contains("Carry on", third.Text, StringComparison.Ordinal);
    }

    [Fact]
    public async Task The_Desk_quotes_the_report_that_raised_its_line()
    {
        using var phone = await studio.Phone("Jory");
        await Report(phone, ("signs", nameof(Sign.Blisters)));
        studio.Clock.Advance(TimeSpan.FromMinutes(70));
        await Report(phone);
        using var browser = await studio.SignedIn();
        var line = (await browser.Get("/")).Page.QuerySelector($"li[data-client='{studio.ClientId("Jory")}']")!.TextContent;

        Assert.Contains("Blisters. Reported Mon 19:30", line, StringComparison.Ordinal);
    }

    [Fact]
    public async Task More_than_planned_and_something_else_are_answered_at_once_and_named_on_the_Desk()
    {
        using var phone = await studio.Phone("Jory");
        var answer = await Report(phone, ("used", "sedge-serum"), ("also", "my sister's retinol"));
        Assert.Contains("Something with retinoid was used besides the plan", answer.Text, StringComparison.Ordinal);
        Assert.Contains("Tell your studio", answer.Text, StringComparison.Ordinal);
        Assert.Contains(Record("Jory").Followed.Log, entry =>
            entry is Applied { Product: "sedge-serum" } use && use.Day == Record("Jory").Today
        );

        using var browser = await studio.SignedIn();
        var desk = await browser.Get("/");
        var line = $"li[data-client='{studio.ClientId("Jory")}']";
        Assert.Contains(
            "Something with retinoid was used besides the plan",
            desk.Page.QuerySelector(line)!.TextContent,
            StringComparison.Ordinal
        );
        var after = await browser.Submit(desk, $"{line} .act form[action*='Seen']");
        Assert.DoesNotContain("Something with retinoid", after.Page.QuerySelector(line)?.TextContent ?? "", StringComparison.Ordinal);
    }

    [Fact]
    public async Task Sunscreen_left_out_twice_is_asked_and_answered_on_the_phone()
    {
        using var phone = await studio.Phone("Jory");
        studio.Clock.Advance(TimeSpan.FromHours(12));
        for (var day = 0; day < 2; day++)
        {
            var page = await phone.Get("/my");
            await phone.Submit(page, "details form", ("reason", "no time"), ("what", "all"));
            studio.Clock.Advance(TimeSpan.FromHours(24));
        }

        var asked = await phone.Get("/my");
        Assert.Contains("Is something wrong with the sunscreen?", asked.Text, StringComparison.Ordinal);
        Assert.DoesNotContain(Record("Jory").ClientPath().Questions, question => question.Kind == QuestionKind.StepUp);

        var answered = await phone.Submit(asked, "form[action*='handler=Sunscreen']", ("answer", "on"));
        Assert.DoesNotContain("Is something wrong with the sunscreen?", answered.Text, StringComparison.Ordinal);
        Assert.DoesNotContain(Record("Jory").ClientPath().Questions, question => question.Kind == QuestionKind.SunscreenSkipped);
    }

    public void Dispose() => studio.Dispose();
}
