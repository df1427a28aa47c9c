using System.Net;
using System.Text.Json;
using System.Text.Json.Nodes;
using Microsoft.Extensions.DependencyInjection;
using OatPath.Core.Case;
using OatPath.Core.Formats;
using OatPath.Core.House;
using OatPath.Core.Peel;
using OatPath.Core.Plan;
using OatPath.Core.Screening;
using OatPath.Core.Session;
using OatPath.Core.Skin;
using OatPath.Store;
using OatPath.Web.Phone;
using OatPath.Web.Records;

namespace OatPath.Web.Tests;

/// <summary>Questions of the day, grants, and logs that guides send.</summary>
public sealed class GuideTests : IDisposable
{
    private readonly TestStudio studio = new();

    /// <summary>The evening of Wilmot's peel.</summary>
    public GuideTests() => studio.Clock.Advance(TimeSpan.FromDays(3));

    private ClientRecord Record(string name = "Wilmot") => studio.Services.GetRequiredService<RecordRoom>().Derive(studio.ClientId(name))!;

    private Sessions Sessions => studio.Services.GetRequiredService<Sessions>();

    private SessionDesk Desk => studio.Services.GetRequiredService<SessionDesk>();

    private static async Task<Answer> Answer(
        Browser phone,
        bool agree = true,
        string? note = null,
        FaceZone? zone = null,
        params DayQuestion[] yes
    )
    {
        var page = await phone.Get("/my/peel?again=true");
        return await phone.Submit(
            page,
            "form[action*='handler=Answer']",
            [
                .. DayQuestionWords.All.Select(asked =>
                    (EnumName.Of(asked.Question), (string?)(yes.Contains(asked.Question) ? "yes" : "no"))
                ),
                ("agree", agree ? "true" : null),
                ("note", note),
                ("zones", zone?.ToString()),
            ]
        );
    }

    private static async Task<(string Id, JsonNode Guide)> Begin(Browser phone, string handler = "Begin")
    {
        var page = await phone.Submit(await phone.Get("/my/peel"), $"form[action*='handler={handler}']");
        Assert.Equal(HttpStatusCode.OK, page.Status);
        return (page.Address.Split('/')[^1], JsonNode.Parse(page.Page.QuerySelector("#guide")!.GetAttribute("data-guide")!)!);
    }

    private static string Log(JsonNode guide, string run, long elapsed, params SessionEvent[] events) =>
        JsonSerializer.Serialize(new SessionLog((string)guide["grant"]!, run, elapsed, events), CaseJson.Compact);

    private static SessionEvent[] Ready(JsonNode guide) =>
        [
            .. guide["script"]!["kit"]!
                .AsArray()
                .Select(item => new SessionEvent($"k-{item!["id"]}", 10, SessionEventKind.Ticked, (string)item["id"]!)),
            .. guide["script"]!["asks"]!
                .AsArray()
                .Select(ask => new SessionEvent($"a-{ask!["id"]}", 20, SessionEventKind.Answered, (string)ask["id"]!, Value: 0)),
        ];

    private static SessionEvent[] OnFor(int seconds) =>
        [
            new("t", 1000, SessionEventKind.Touched, Zone: FaceZone.Chin),
            new("s", 2000, SessionEventKind.Stung, Value: 1),
            new("o", 1000 + (seconds * 1000L), SessionEventKind.Off, Zone: FaceZone.Chin),
            new("n", 1500 + (seconds * 1000L), SessionEventKind.EndNow),
        ];

    private const string Run = "run-0001";

    [Fact]
    public async Task No_grant_without_answers_agreement_or_a_peel_tonight()
    {
        using var phone = await studio.Phone("Wilmot");
        var device = new Device(1, studio.ClientId("Wilmot"));
        Assert.Contains("Answer the questions", Desk.Begin(Record(), device, "kiln-peel").Why, StringComparison.Ordinal);

        var unagreed = await Answer(phone, agree: false);
        Assert.Contains("read them and tick that you agree", unagreed.Text, StringComparison.Ordinal);
        Assert.Contains("Nothing was kept yet", unagreed.Text, StringComparison.Ordinal);
        Assert.Null(SessionDesk.AnswersOf(Record(), "kiln-peel"));

        await Answer(phone);
        var answers = SessionDesk.AnswersOf(Record(), "kiln-peel")!;
        Assert.Equal((PeelConsent.Version, PeelConsent.Text), (answers.ConsentVersion, answers.ConsentText));
        Assert.NotNull(Desk.Begin(Record(), device, "kiln-peel").Grant);
        Assert.Null(Desk.Begin(Record("Jory"), device, "kiln-peel").Grant);
        var unpublished = studio.Services.GetRequiredService<Clients>().Add(Fact.NewId(), "Nele Ostrow", "", studio.Clock.GetUtcNow());
        Assert.Contains(
            "Nothing was published",
            Desk.Begin(studio.Services.GetRequiredService<RecordRoom>().Derive(unpublished.Id)!, device, "kiln-peel").Why,
            StringComparison.Ordinal
        );

        studio.Clock.Advance(TimeSpan.FromDays(1));
        Assert.Contains("Answer the questions", Desk.Begin(Record(), device, "kiln-peel").Why, StringComparison.Ordinal);
    }

    [Fact]
    public async Task Every_question_needs_an_answer_and_what_was_given_stays()
    {
        using var phone = await studio.Phone("Wilmot");
        var page = await phone.Get("/my/peel");
        var half = await phone.Submit(page, "form[action*='handler=Answer']", ("sunburn", "yes"), ("note", "a tablet"));

        Assert.Contains("choose no or yes", half.Text, StringComparison.Ordinal);
        Assert.NotNull(half.Page.QuerySelector("input[name=sunburn][value=yes][checked]"));
        Assert.Equal("a tablet", half.Page.QuerySelector("#note")!.GetAttribute("value"));
        Assert.Contains("tick the places", (await Answer(phone, true, null, null, DayQuestion.OpenSkin)).Text, StringComparison.Ordinal);
    }

    [Theory]
    [InlineData(DayQuestion.Sunburn, "Not tonight")]
    [InlineData(DayQuestion.ColdSore, "Ask a clinician first")]
    [InlineData(DayQuestion.NewMedicine, "Not tonight")]
    [InlineData(DayQuestion.UsedElse, "Not tonight")]
    [InlineData(DayQuestion.Pregnant, "Ask a clinician first")]
    [InlineData(DayQuestion.Ill, "Not tonight")]
    [InlineData(DayQuestion.Stings, "Not tonight")]
    public async Task A_yes_keeps_the_peel_off_reaches_the_desk_and_is_cleared_with_a_reason(DayQuestion question, string verdict)
    {
        using var phone = await studio.Phone("Wilmot");
        var page = await Answer(phone, false, "one tablet", null, question);

        Assert.True(page.Text.Contains(verdict, StringComparison.Ordinal), page.Text);
        Assert.Null(page.Page.QuerySelector("form[action*='handler=Begin']"));
        Assert.Null(Desk.Begin(Record(), new Device(1, studio.ClientId("Wilmot")), "kiln-peel").Grant);
        Assert.Contains(Record().ClientPath().Questions, asked => asked.Kind == QuestionKind.Screened);
        Assert.Empty(Core.Audit.PathAuditor.Audit(Record().Followed, Record().PublishedRules, Record().ClientPath()));

        using var browser = await studio.SignedIn();
        var station = await browser.Get($"/clients/{studio.ClientId("Wilmot")}/peel");
        Assert.Contains("one tablet", station.Text, StringComparison.Ordinal);
        Assert.Contains(
            "3 letters",
            (await browser.Submit(station, "form[action*='handler=Clear']", ("reason", "x"))).Text,
            StringComparison.Ordinal
        );
        await browser.Submit(
            await browser.Get($"/clients/{studio.ClientId("Wilmot")}/peel"),
            "form[action*='handler=Clear']",
            ("reason", "a vitamin, no matter")
        );
        Assert.DoesNotContain(Record().ClientPath().Questions, asked => asked.Kind == QuestionKind.Screened);
        Assert.Equal(Record().Today, Record().ClientPath().Ladders.Single(ladder => ladder.Product == "kiln-peel").NextOn);
    }

    [Fact]
    public async Task Open_skin_is_left_out_of_the_script()
    {
        using var phone = await studio.Phone("Wilmot");
        Assert.Contains(
            "Left out: chin",
            (await Answer(phone, true, null, FaceZone.Chin, DayQuestion.OpenSkin)).Text,
            StringComparison.Ordinal
        );
        var (_, guide) = await Begin(phone);

        Assert.DoesNotContain("\"zone\":\"chin\"", guide["script"]!["groups"]!.ToJsonString(), StringComparison.Ordinal);
        Assert.Equal(["changed", "stings"], guide["script"]!["asks"]!.AsArray().Select(ask => (string)ask!["id"]!));
    }

    [Fact]
    public async Task A_log_is_kept_once_however_often_and_in_whatever_order_it_comes()
    {
        using var phone = await studio.Phone("Wilmot");
        await Answer(phone);
        var (id, guide) = await Begin(phone);
        var events = Ready(guide).Concat(OnFor(300)).ToArray();

        Assert.Equal(
            HttpStatusCode.OK,
            (await phone.PostJson("/my/session", Log(guide, Run, 400_000, [.. events.Reverse().Take(4)]))).Status
        );
        Assert.Equal(HttpStatusCode.OK, (await phone.PostJson("/my/session", Log(guide, Run, 400_000, events))).Status);
        Assert.Equal(HttpStatusCode.OK, (await phone.PostJson("/my/session", Log(guide, Run, 400_000, events))).Status);
        Assert.Equal(events.Length, Sessions.Progress(id).Events.Count);
        var use = Record().ClientPath(1, 2).Days[^1];
        Assert.Contains("kiln-peel", use.Log!.Applied);
        Assert.Equal(300, HeldContact());

        // A second run of the same grant is a replay.
        Assert.Equal(HttpStatusCode.Conflict, (await phone.PostJson("/my/session", Log(guide, "run-0002", 400_000, events))).Status);
        Assert.Equal(events.Length, Sessions.Progress(id).Events.Count);
    }

    private int? HeldContact() => new Core.Known.KnownFacts(Record().Followed).ContactOf("kiln-peel", Record().Today);

    [Fact]
    public async Task A_grant_is_for_its_device_and_its_day_and_cannot_be_made_up()
    {
        using var phone = await studio.Phone("Wilmot");
        await Answer(phone);
        var (id, guide) = await Begin(phone);
        using var other = await studio.Phone("Jory");
        using var nobody = studio.Anyone();

        Assert.Equal(HttpStatusCode.NotFound, (await other.Get($"/my/guide/{id}")).Status);
        Assert.Equal(HttpStatusCode.Forbidden, (await other.PostJson("/my/session", Log(guide, Run, 100, OnFor(60)))).Status);
        Assert.Equal(HttpStatusCode.Forbidden, (await nobody.PostJson("/my/session", Log(guide, Run, 100, OnFor(60)))).Status);
        guide["grant"] = "CfDJ8made-up";
        Assert.Equal(HttpStatusCode.Forbidden, (await phone.PostJson("/my/session", Log(guide, Run, 100, OnFor(60)))).Status);
        foreach (
            var bad in new[]
            {
                "",
                "null",
                "{}",
                "{\"grant\":1}",
                "{\"grant\":\"a\",\"run\":\"short\",\"events\":[]}",
                "{\"grant\":\"a\",\"run\":\"run-0001\",\"events\":[{\"id\":\"x\",\"kind\":\"danced\"}]}",
            }
        )
        {
            Assert.Equal(HttpStatusCode.BadRequest, (await phone.PostJson("/my/session", bad)).Status);
        }

        Assert.Empty(Sessions.Progress(id).Events);
        studio.Clock.Advance(TimeSpan.FromDays(1));
        Assert.Equal("/my/peel", (await phone.Get($"/my/guide/{id}", follow: false)).Address);
    }

    [Fact]
    public async Task What_happened_is_recorded_after_the_link_was_closed_and_on_another_day()
    {
        using var phone = await studio.Phone("Wilmot");
        await Answer(phone);
        var (id, guide) = await Begin(phone);
        studio.Services.GetRequiredService<Links>().Revoke(studio.ClientId("Wilmot"), studio.Clock.GetUtcNow());
        studio.Clock.Advance(TimeSpan.FromHours(30));

        var answer = await phone.PostJson("/my/session", Log(guide, Run, 30 * 3_600_000L, [.. Ready(guide), .. OnFor(300)]));
        Assert.Equal(HttpStatusCode.OK, answer.Status);
        Assert.Equal(studio.Clock.GetUtcNow().AddHours(-30), Sessions.OpenedAt(id));
        Assert.Equal(new DateOnly(2026, 3, 12), Record().Sessions.Single().Day);
    }

    [Fact]
    public async Task A_session_of_a_plan_withdrawn_meanwhile_is_told_not_to_begin_and_one_begun_is_guided_to_its_end()
    {
        using var phone = await studio.Phone("Wilmot");
        await Answer(phone);
        var (_, guide) = await Begin(phone);
        Assert.Contains(
            "\"withdrawn\":false",
            (await phone.PostJson("/my/session", Log(guide, Run, 50, Ready(guide)[..1]))).Html,
            StringComparison.Ordinal
        );

        using var browser = await studio.SignedIn();
        await browser.Submit(await browser.Get($"/clients/{studio.ClientId("Wilmot")}/peel"), "form[action*='handler=Stop']");

        Assert.Contains(
            "\"withdrawn\":true",
            (await phone.PostJson("/my/session", Log(guide, Run, 50, Ready(guide)[1..2]))).Html,
            StringComparison.Ordinal
        );
        Assert.Contains(
            "\"withdrawn\":false",
            (await phone.PostJson("/my/session", Log(guide, Run, 400_000, OnFor(300)))).Html,
            StringComparison.Ordinal
        );
    }

    [Fact]
    public async Task A_wrong_yes_in_the_guide_does_not_withdraw_it_and_may_be_taken_back_there()
    {
        using var phone = await studio.Phone("Wilmot");
        await Answer(phone);
        var (_, guide) = await Begin(phone);
        var ask = (string)guide["script"]!["asks"]![0]!["id"]!;

        Assert.Contains(
            "\"withdrawn\":false",
            (
                await phone.PostJson(
                    "/my/session",
                    Log(guide, Run, 50, [.. Ready(guide)[..1], new("yes", 20, SessionEventKind.Answered, ask, Value: 1)])
                )
            ).Html,
            StringComparison.Ordinal
        );
        Assert.DoesNotContain(Record().ClientPath().Days[0].Evening.Steps, step =>
            step.Product == "kiln-peel" && step.ContactSeconds is not null
        );
        await phone.PostJson(
            "/my/session",
            Log(
                guide,
                Run,
                90,
                new SessionEvent("back", 30, SessionEventKind.TakenBack, "yes"),
                new SessionEvent("no", 40, SessionEventKind.Answered, ask, Value: 0)
            )
        );
        Assert.Contains(
            "\"withdrawn\":false",
            (await phone.PostJson("/my/session", Log(guide, Run, 95, Ready(guide)[1..2]))).Html,
            StringComparison.Ordinal
        );
        Assert.Contains(Record().ClientPath().Days[0].Evening.Steps, step =>
            step.Product == "kiln-peel" && step.ContactSeconds is not null
        );
    }

    [Fact]
    public async Task Answers_given_again_make_the_guide_that_was_open_say_so_and_give_another()
    {
        using var phone = await studio.Phone("Wilmot");
        await Answer(phone);
        var (first, guide) = await Begin(phone);
        Assert.Equal(first, (await Begin(phone)).Id);

        studio.Clock.Advance(TimeSpan.FromMinutes(5));
        await Answer(phone, true, null, FaceZone.Chin, DayQuestion.OpenSkin);
        Assert.Contains(
            "\"withdrawn\":true",
            (await phone.PostJson("/my/session", Log(guide, Run, 50, Ready(guide)[..1]))).Html,
            StringComparison.Ordinal
        );
    }

    [Fact]
    public async Task A_session_that_is_not_over_stands_on_the_phone_and_one_refused_on_the_desk()
    {
        using var phone = await studio.Phone("Wilmot");
        await Answer(phone);
        var (id, guide) = await Begin(phone);
        await phone.PostJson(
            "/my/session",
            Log(guide, Run, 90_000, [.. Ready(guide), new("t", 1000, SessionEventKind.Touched, Zone: FaceZone.Chin)])
        );
        Assert.NotNull((await phone.Get("/my")).Page.QuerySelector($"a[href='/my/guide/{id}']"));
        Assert.Contains("not ended yet", (await phone.Get("/my/peel")).Text, StringComparison.Ordinal);

        var refused = new SessionEvent[] { new("no", 500, SessionEventKind.Answered, "stings", Value: 1) };
        var held = new SessionHeld
        {
            Id = "r",
            Product = "kiln-peel",
            Day = Record().Today,
            HappenedAt = studio.Clock.GetUtcNow(),
            Script = Record().Sessions[0].Script,
            Events = refused,
        };
        var path = Core.Planner.PathPlanner.Plan(Record().Followed with { Log = [held] }, Record().PublishedRules, days: 1);
        Assert.Contains(
            "not begun",
            Words.Say(path.Questions.Single(question => question.Kind == QuestionKind.SessionFaults).Because),
            StringComparison.Ordinal
        );
    }

    [Fact]
    public async Task Of_two_devices_the_longest_contact_counts()
    {
        var links = studio.Services.GetRequiredService<Links>();
        var link = links.Create(studio.ClientId("Wilmot"), "test", studio.Clock.GetUtcNow());
        Assert.True(links.AllowOneMore(studio.ClientId("Wilmot")) && links.AllowOneMore(studio.ClientId("Wilmot")));
        var guides = new List<(Browser Phone, JsonNode Guide)>();
        foreach (var _ in new[] { 1, 2, 3 })
        {
            var phone = studio.Anyone();
            await phone.Submit(await phone.Get($"/go/{link}"), "main form");
            await Answer(phone);
            guides.Add((phone, (await Begin(phone)).Guide));
        }

        foreach (var ((phone, guide), seconds) in guides.Zip(new[] { 200, 420, 300 }))
        {
            await phone.PostJson("/my/session", Log(guide, Run, 500_000, [.. Ready(guide), .. OnFor(seconds)]));
            phone.Dispose();
        }

        Assert.Equal(420, HeldContact());
        Assert.Contains(
            "was used on",
            Desk.Begin(Record(), new Device(99, studio.ClientId("Wilmot")), "kiln-peel").Why,
            StringComparison.Ordinal
        );
        Assert.Empty(Core.Audit.PathAuditor.Audit(Record().Followed, Record().PublishedRules, Record().ClientPath()));
    }

    [Fact]
    public async Task A_log_without_kit_ticks_is_kept_and_flagged()
    {
        using var phone = await studio.Phone("Wilmot");
        await Answer(phone);
        var (_, guide) = await Begin(phone);
        await phone.PostJson("/my/session", Log(guide, Run, 400_000, OnFor(300)));
        using var browser = await studio.SignedIn();

        Assert.Contains("began before the kit was complete", (await browser.Get("/")).Text, StringComparison.Ordinal);
        Assert.Contains(
            "began before the kit was complete",
            (await browser.Get($"/clients/{studio.ClientId("Wilmot")}/peel")).Text,
            StringComparison.Ordinal
        );
    }

    [Theory]
    [InlineData(SessionEventKind.Burns, QuestionKind.ClearRed)]
    [InlineData(SessionEventKind.Frosted, QuestionKind.MedicalHelp)]
    [InlineData(SessionEventKind.InEye, QuestionKind.MedicalHelp)]
    public async Task A_burn_or_an_eye_reaches_the_desk_with_the_first_thing_sent(SessionEventKind kind, QuestionKind expected)
    {
        using var phone = await studio.Phone("Wilmot");
        await Answer(phone);
        var (_, guide) = await Begin(phone);
        await phone.PostJson(
            "/my/session",
            Log(
                guide,
                Run,
                90_000,
                [.. Ready(guide), new("t", 1000, SessionEventKind.Touched, Zone: FaceZone.Chin), new("b", 60_000, kind)]
            )
        );

        Assert.Equal(expected, DigestRow.Of(Record()).Need!.First.Kind);
        Assert.True(Record().ClientPath().Days[0].Evening.Repair || Record().ClientPath().Days[1].Evening.Repair);
    }

    [Fact]
    public async Task Done_pressed_by_a_slip_and_taken_back_opens_the_guide_again()
    {
        using var phone = await studio.Phone("Wilmot");
        await Answer(phone);
        var (room, client) = (studio.Services.GetRequiredService<RecordRoom>(), studio.ClientId("Wilmot"));
        var (device, at) = (new Device(1, client), studio.Clock.GetUtcNow());
        var tick = new Applied
        {
            Id = "slip",
            Product = "kiln-peel",
            Day = Record().Today,
            Moment = Moment.Evening,
            HappenedAt = at,
            By = "client",
        };
        room.Append(client, null, room.Make<LogEntry>(client, FactKind.Log, tick, "client", tick.Id));
        Assert.Null(Desk.Begin(Record(), device, "kiln-peel").Grant);

        var back = new Retracted { Id = "slip-back", HappenedAt = at, By = "client", Entry = tick.Id };
        room.Append(client, null, room.Make<LogEntry>(client, FactKind.Log, back, "client", back.Id));
        Assert.NotNull(Desk.Begin(Record(), device, "kiln-peel").Grant);
    }

    [Fact]
    public void A_peel_ticked_by_a_slip_and_taken_back_still_asks_for_its_practice_run()
    {
        var room = studio.Services.GetRequiredService<RecordRoom>();
        var (client, at) = (studio.ClientId("Orla"), studio.Clock.GetUtcNow());
        var tick = new Applied
        {
            Id = "slip",
            Product = "kiln-peel",
            Day = Record("Orla").Today,
            Moment = Moment.Evening,
            HappenedAt = at,
            By = "client",
        };
        room.Append(client, null, room.Make<LogEntry>(client, FactKind.Log, tick, "client", tick.Id));
        Assert.False(SessionDesk.AsksPractice(Record("Orla"), "kiln-peel"));

        var back = new Retracted { Id = "slip-back", HappenedAt = at, By = "client", Entry = tick.Id };
        room.Append(client, null, room.Make<LogEntry>(client, FactKind.Log, back, "client", back.Id));
        Assert.True(SessionDesk.AsksPractice(Record("Orla"), "kiln-peel"));
    }

    [Fact]
    public void The_first_real_session_asks_for_one_practice_run()
    {
        var record = Record("Orla");
        Assert.True(SessionDesk.AsksPractice(record, "kiln-peel"));
        Assert.False(SessionDesk.AsksPractice(Record(), "kiln-peel"));

        var script = Core.Scripting.PeelScript.Compile(Record().Followed, Record().PublishedRules, "kiln-peel", Record().Today).Script!;
        var grant = new SessionGrant(
            "practice-1",
            record.Client.Id,
            null,
            "kiln-peel",
            record.Today,
            true,
            script,
            studio.Clock.GetUtcNow(),
            "Maren Holt"
        );
        Sessions.Issue(grant);
        Sessions.Keep(
            grant.Id,
            Run,
            studio.Clock.GetUtcNow(),
            [.. OnFor(30), new("e", 40_000, SessionEventKind.Ended), new("c", 41_000, SessionEventKind.Stung, Value: 0)],
            studio.Clock.GetUtcNow()
        );

        Assert.False(SessionDesk.AsksPractice(Record("Orla"), "kiln-peel"));
        Assert.Null(new Core.Known.KnownFacts(Record("Orla").Followed).ContactOf("kiln-peel", record.Today));
    }

    public void Dispose() => studio.Dispose();
}
