using System.Net;
using Microsoft.Extensions.DependencyInjection;
using OatPath.Core.Questionnaire;
using OatPath.Core.Routine;
using OatPath.Core.Skin;
using OatPath.Store;
using OatPath.Web.Doors;
using OatPath.Web.Records;

namespace OatPath.Web.Tests;

/// <summary>The questions before a visit: what is sent to them, by whom, and what Meet does with the answers.</summary>
public sealed class AnswersTests : IDisposable
{
    private readonly TestStudio studio = new();

    private AnswerLinks Links => studio.Services.GetRequiredService<AnswerLinks>();

    private DateTimeOffset Now => studio.Services.GetRequiredService<TimeProvider>().GetUtcNow();

    private ClientRecord Record(string name) => studio.Services.GetRequiredService<RecordRoom>().Derive(studio.ClientId(name))!;

    private async Task<Browser> Answering(string name, bool agrees = true)
    {
        var phone = studio.Anyone();
        var page = await phone.Get($"/answers/{Links.Create(studio.ClientId(name), "test", Now)}");
        page = await phone.Submit(page, "main form");
        if (agrees)
        {
            await phone.Submit(page, "main form", ("agree", "true"));
        }

        return phone;
    }

    private static bool IsUsed(Step step) => step.Action == StepAction.Apply && step.IsActive();

    private static async Task<Answer> Say(Browser phone, string screen, params (string, string?)[] fields) =>
        await phone.Submit(await phone.Get($"/answers/ask/{screen}"), "main form", fields);

    private MeetAnswers Draft(Browser phone) => Links.Known(phone.Cookies["oatpath_answers"], Now)!.Answers;

    [Fact]
    public async Task Before_a_yes_nothing_is_asked_and_nothing_kept()
    {
        using var phone = await Answering("Perrin", agrees: false);

        foreach (var page in new[] { "/answers/ask", "/answers/ask/body", "/answers/send" })
        {
            Assert.Equal("/answers/consent", (await phone.Get(page)).Address);
        }

        await phone.Submit(await phone.Get("/answers/consent"), "main form", ("agree", "true"), ("version", "0ld0ld00"));
        Assert.Null(Draft(phone).Consent);
        await phone.Submit(await phone.Get("/answers/consent"), "main form", ("agree", "true"));
        Assert.Equal(RecordConsent.Text, Draft(phone).Consent!.Text);
    }

    [Fact]
    public async Task A_guess_another_phone_and_a_used_link_learn_nothing_of_the_client()
    {
        var token = Links.Create(studio.ClientId("Perrin"), "test", Now);
        using var first = studio.Anyone();
        using var other = studio.Anyone();
        await first.Submit(await first.Get($"/answers/{token}"), "main form");

        var pages = new[]
        {
            await other.Get($"/answers/{token}"),
            await other.Submit(await other.Get($"/answers/{token}"), "main form"),
            await other.Get("/answers/guess"),
            await other.Get($"/answers/{new string('a', 300)}"),
            await other.Get("/answers/ask/body"),
        };
        Assert.All(pages, page => Assert.DoesNotContain("Perrin", page.Html, StringComparison.Ordinal));
        Assert.Equal(
            [HttpStatusCode.OK, HttpStatusCode.Gone, HttpStatusCode.Gone, HttpStatusCode.Gone],
            pages.Take(4).Select(page => page.Status)
        );
        Assert.Equal("/no-plan", pages[4].Address);

        // Its cookie opens nothing else.
        other.SetCookie("oatpath_device", first.Cookies["oatpath_answers"]);
        Assert.Equal("/no-plan", (await other.Get("/my")).Address);
    }

    public static TheoryData<string> Screens =>
        [
            .. MeetScreens
                .Of(
                    new MeetAnswers { BirthDate = new(2020, 1, 1) }
                        .With(MeetGroup.SunAndPlans, [FlagKind.Sunburn])
                        .With(MeetGroup.Today, [FlagKind.OpenSkin]),
                    new(2026, 3, 9)
                )
                .Select(screen => screen.Key),
        ];

    [Theory]
    [MemberData(nameof(Screens))]
    public async Task A_screen_answers_whatever_is_sent_and_what_was_kept_can_be_sent_and_read(string screen)
    {
        using var phone = await Answering("Perrin");
        await Say(phone, "sun-and-plans", ("value", "Sunburn"), ("go", "next"));
        await Say(phone, "today", ("value", "OpenSkin"), ("go", "next"));
        await Say(phone, "birth-date", ("value", "2012-03-09"));
        var token = (await phone.Get($"/answers/ask/{screen}"))
            .Page.QuerySelector("input[name=__RequestVerificationToken]")!
            .GetAttribute("value")!;
        foreach (var value in HostileValues.All)
        {
            foreach (var go in new[] { "next", "add", value })
            {
                var fields = new[] { "value", "from", "until", "zones", "name", "label", "take" }
                    .Select(field => new KeyValuePair<string, string>(field, field == "take" && go != value ? "" : value))
                    .Append(new("go", go))
                    .Append(new("__RequestVerificationToken", token));
                var answer = await phone.Post($"/answers/ask/{screen}", fields, follow: false);
                Assert.True((int)answer.Status is < 500 and not 429, $"{answer.Status} to {value}");
            }
        }

        await Say(phone, "sun-and-plans", ("go", "none"));
        await Say(phone, "birth-date", ("value", "1990-03-09"));
        await phone.Submit(await phone.Get("/answers/send"), "main form");
        Assert.Single(Record("Perrin").ToldAhead);
        using var staff = await studio.SignedIn();
        Assert.Equal(HttpStatusCode.OK, (await staff.Get($"/clients/{studio.ClientId("Perrin")}/meet")).Status);
    }

    [Fact]
    public async Task An_answer_that_cannot_be_read_names_the_remedy_and_stays_in_its_field()
    {
        using var phone = await Answering("Perrin");

        foreach (
            var (screen, fields) in new (string, (string, string?)[])[]
            {
                ("birth-date", [("value", "2030-01-01")]),
                ("birth-date", [("value", "1850-01-01")]),
                ("birth-date", [("value", "31.02.1990")]),
                ("skin-type", [("value", "Purple")]),
                ("today", [("go", "next")]),
                ("budget", [("value", "a lot")]),
                ("history", [("value", new string('x', 2_001))]),
                ("products", [("go", "add"), ("name", "")]),
                ("products", [("go", "add"), ("name", "\u202Eevil")]),
            }
        )
        {
            var page = await Say(phone, screen, fields);
            Assert.Equal($"/answers/ask/{screen}", page.Address);
            Assert.NotNull(page.Page.QuerySelector(".problem"));
        }

        Assert.Empty(Draft(phone).Done);
        Assert.Empty(Draft(phone).Products);
    }

    [Fact]
    public async Task What_was_told_tonight_is_on_the_desk_and_off_the_phone_before_Meet_is_opened()
    {
        var name = studio
            .Services.GetRequiredService<Clients>()
            .Search("")
            .Select(client => client.Name)
            .First(name => Record(name) is { Published: not null } record && record.ClientPath().Days[0].Evening.Steps.Any(IsUsed));
        using var phone = await Answering(name);
        Assert.Contains(Record(name).ClientPath().Days[0].Evening.Steps, IsUsed);

        await Say(phone, "medicines", ("value", "Isotretinoin"), ("go", "next"));
        await Say(phone, "medicines-isotretinoin");
        Assert.Contains(Record(name).ClientPath().Days[0].Evening.Steps, IsUsed);
        await phone.Submit(await phone.Get("/answers/send"), "main form");

        Assert.DoesNotContain(
            Record(name).ClientPath().Days.SelectMany(day => day.Morning.Steps.Concat(day.Evening.Steps)),
            IsUsed
        );
        var row = DeskRows.Of(Record(name)).Single(row => row.Kind == Core.Plan.QuestionKind.AnswersCame);
        Assert.Contains("isotretinoin", row.Reason, StringComparison.OrdinalIgnoreCase);
        using var staff = await studio.SignedIn();
        Assert.Contains("Look at the answers", (await staff.Get("/")).Text, StringComparison.Ordinal);
    }

    [Fact]
    public async Task An_assistant_takes_over_and_leaves_no_answer_that_acts()
    {
        using var phone = await Answering("Perrin");
        await Say(phone, "body", ("value", "Pregnancy"), ("go", "next"));
        await Say(phone, "minutes", ("value", "30"));
        await phone.Submit(await phone.Get("/answers/send"), "main form");
        var id = studio.ClientId("Perrin");
        var told = Record("Perrin").ToldAhead.Single().Told.Id;
        using var assistant = await studio.SignedIn("oskar");
        var token = (await assistant.Get($"/clients/{id}/meet"))
            .Page.QuerySelector("input[name=__RequestVerificationToken]")!
            .GetAttribute("value")!;
        Task<Answer> Press(string handler, string key) =>
            assistant.Post(
                $"/clients/{id}/meet?handler={handler}",
                [
                    new("answers", told),
                    new("key", key),
                    new("Version", $"{Record("Perrin").Client.Version}"),
                    new("__RequestVerificationToken", token),
                ]
            );

        Assert.Equal(HttpStatusCode.Forbidden, (await Press("Leave", "body.pregnancy")).Status);
        Assert.Equal(HttpStatusCode.NotFound, (await Press("Leave", "body.epilepsy")).Status);
        Assert.Equal(HttpStatusCode.OK, (await Press("Leave", "minutes")).Status);
        Assert.Equal(HttpStatusCode.OK, (await Press("Take", "body.pregnancy")).Status);
        Assert.Empty(Record("Perrin").ToldAhead);
        Assert.Contains(Record("Perrin").MetIntake.Flags, flag => flag.Kind == FlagKind.Pregnancy);
        Assert.NotEqual(30, Record("Perrin").MetIntake.MinutesADay);
    }

    [Fact]
    public async Task Two_who_settle_at_once_lose_nothing()
    {
        using var phone = await Answering("Perrin");
        await Say(phone, "skin-type", ("value", "Dry"));
        await Say(phone, "minutes", ("value", "30"));
        await phone.Submit(await phone.Get("/answers/send"), "main form");
        var address = $"/clients/{studio.ClientId("Perrin")}/meet";
        using var one = await studio.SignedIn();
        using var other = await studio.SignedIn("tilde");
        var (seen, stale) = (await one.Get(address), await other.Get(address));
        var told = Record("Perrin").ToldAhead.Single().Told.Id;
        Task<Answer> Take(Browser who, Answer page, string key)
        {
            string Of(string field) => page.Page.QuerySelector($".told input[name={field}]")!.GetAttribute("value")!;
            return who.Post(
                $"{address}?handler=Take",
                [
                    new("answers", told),
                    new("key", key),
                    new("Version", Of("Version")),
                    new("__RequestVerificationToken", Of("__RequestVerificationToken")),
                ]
            );
        }

        await Take(one, seen, "skin-type");
        var refused = await Take(other, stale, "minutes");

        Assert.Contains("was changed by", refused.Text, StringComparison.Ordinal);
        Assert.NotEqual(30, Record("Perrin").MetIntake.MinutesADay);
    }

    [Fact]
    public async Task A_language_of_clients_speaks_on_every_screen()
    {
        using var abroad = new TestStudio(language: Core.Wording.Language.PseudoId);
        var links = abroad.Services.GetRequiredService<AnswerLinks>();
        var now = abroad.Services.GetRequiredService<TimeProvider>().GetUtcNow();
        using var phone = abroad.Anyone();
        var page = await phone.Get($"/answers/{links.Create(abroad.ClientId("Perrin"), "test", now)}");
        var seen = new List<Answer> { page, await phone.Submit(page, "main form") };
        await phone.Submit(seen[^1], "main form", ("agree", "true"));
        var answers = FlagQuestions
            .All.GroupBy(row => MeetGroups.Of(row.Kind))
            .Aggregate(new MeetAnswers(), (told, group) => told.With(group.Key, [.. group.Select(row => row.Kind)]));
        links.Keep(phone.Cookies["oatpath_answers"], now, kept => answers with { Consent = kept.Consent });
        var screens = MeetScreens.Of(answers, DateOnly.FromDateTime(now.UtcDateTime));
        Assert.True(screens.Count > 30);
        foreach (var screen in screens)
        {
            seen.Add(await phone.Get($"/answers/ask/{screen.Key}"));
        }

        seen.Add(await phone.Get("/answers/send"));
        string[] alike = ["Lantern Row", "crowns"];
        var plain = seen.SelectMany(answer =>
                answer
                    .Page.Body!.QuerySelectorAll("h1, p, li, label, legend, button, dt, dd, summary, span, a")
                    .Where(part => part.Children.Length == 0)
                    .Select(part => part.TextContent.Trim())
            )
            .Where(text => text.Length > 3 && System.Text.RegularExpressions.Regex.IsMatch(text, "[a-z]{3}") && !alike.Any(text.Contains))
            .Distinct()
            .ToList();
        Assert.True(plain.Count == 0, string.Join('\n', plain));
    }

    public void Dispose() => studio.Dispose();
}
