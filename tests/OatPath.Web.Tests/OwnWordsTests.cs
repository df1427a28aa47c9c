using System.Net;
using System.Text.Json;
using System.Text.Json.Nodes;
using Microsoft.Extensions.DependencyInjection;
using OatPath.Core.Case;
using OatPath.Core.Formats;
using OatPath.Core.House;
using OatPath.Core.Known;
using OatPath.Core.Peel;
using OatPath.Core.Plan;
using OatPath.Core.Session;
using OatPath.Core.Skin;
using OatPath.Store;
using OatPath.Web.Phone;
using OatPath.Web.Records;

namespace OatPath.Web.Tests;

/// <summary>
/// Nobody's words in another's record: what is told under one link is taken under no other, and a phone that was shut out says nothing off.
/// </summary>
public sealed class OwnWordsTests : IDisposable
{
    private readonly TestStudio studio = new();

    /// <summary>The evening of Wilmot's peel.</summary>
    public OwnWordsTests() => studio.Clock.Advance(TimeSpan.FromDays(3));

    public void Dispose() => studio.Dispose();

    private ClientRecord Record(string name) => studio.Services.GetRequiredService<RecordRoom>().Derive(studio.ClientId(name))!;

    private Sessions Sessions => studio.Services.GetRequiredService<Sessions>();

    private static async Task<Answer> Fill(Browser phone, Answer page, params (string, string?)[] more) =>
        await phone.Submit(page, "form[data-keeps]", [("sting", "0"), ("redness", "0"), .. more]);

    [Fact]
    public async Task A_report_filled_in_under_one_link_is_taken_under_no_other()
    {
        using var phone = await studio.Phone("Jory");
        var page = await phone.Get("/my/report");

        // The same phone opens another client's link, in another tab; then the first page is sent.
        var other = studio.Services.GetRequiredService<Links>().Create(studio.ClientId("Perrin"), "test", studio.Clock.GetUtcNow());
        await phone.Submit(await phone.Get($"/go/{other}"), "main form");
        var before = (Record("Jory").Facts.Count, Record("Perrin").Facts.Count);
        var sent = await Fill(phone, page);

        Assert.Contains("belonged to another link", sent.Text, StringComparison.Ordinal);
        Assert.Equal(HttpStatusCode.Conflict, (await Fill(phone, page, ("told", "1"))).Status);
        Assert.Equal(before, (Record("Jory").Facts.Count, Record("Perrin").Facts.Count));

        await Fill(phone, await phone.Get("/my/report"));
        Assert.Equal(before.Item2 + 1, Record("Perrin").Facts.Count);
    }

    [Fact]
    public async Task A_form_that_names_no_link_is_not_taken()
    {
        using var phone = await studio.Phone("Jory");
        var before = Record("Jory").Facts.Count;
        await Fill(phone, await phone.Get("/my/report"), ("phone", null));

        Assert.Equal(before, Record("Jory").Facts.Count);
    }

    private async Task<(Browser Phone, JsonNode Guide)> Begin()
    {
        var phone = await studio.Phone("Wilmot");
        var page = await phone.Get("/my/peel?again=true");
        await phone.Submit(
            page,
            "form[action*='handler=Answer']",
            [.. DayQuestionWords.All.Select(asked => (EnumName.Of(asked.Question), (string?)"no")), ("agree", "true")]
        );
        var guide = await phone.Submit(await phone.Get("/my/peel"), "form[action*='handler=Begin']");
        return (phone, JsonNode.Parse(guide.Page.QuerySelector("#guide")!.GetAttribute("data-guide")!)!);
    }

    private static Task<Answer> Send(Browser phone, JsonNode guide, params IEnumerable<SessionEvent> events) =>
        phone.PostJson(
            "/my/session",
            JsonSerializer.Serialize(new SessionLog((string)guide["grant"]!, "run-0001", 400_000, [.. events]), CaseJson.Compact)
        );

    private static SessionEvent On => new("t", 1000, SessionEventKind.Touched, Zone: FaceZone.Chin);

    [Fact]
    public async Task What_a_phone_sends_after_it_was_shut_out_is_kept_named_and_never_taken_for_off()
    {
        var (phone, guide) = await Begin();
        using var _ = phone;
        await Send(phone, guide, On);
        studio.Services.GetRequiredService<Links>().Revoke(studio.ClientId("Wilmot"), studio.Clock.GetUtcNow());
        var late = await Send(
            phone,
            guide,
            new SessionEvent("b", 200_000, SessionEventKind.Stung, Value: 4),
            new("o", 210_000, SessionEventKind.AllOff),
            new("e", 300_000, SessionEventKind.Ended)
        );

        Assert.Equal(HttpStatusCode.OK, late.Status);
        var held = Record("Wilmot").Sessions.Single(session => !session.Practice);
        Assert.Equal(["b", "o", "e"], held.AfterShutOut.Select(happened => happened.Id));
        var state = SessionReading.Of(held.Script, held.Events).Last;
        Assert.True(state.Zones.Single(zone => zone.Zone == FaceZone.Chin).IsOn);
        Assert.Equal(4, state.WorstSting);
        Assert.Contains(Record("Wilmot").ClientPath().Questions, question =>
            question.Kind == QuestionKind.SessionFaults
            && Words.Say(question.Because).Contains("after the phone was shut out", StringComparison.Ordinal)
        );
        Assert.Equal(
            held,
            CaseJson
                .ReadCase(CaseJson.Write(Record("Wilmot").Draft))
                .Case!.Log.OfType<SessionHeld>()
                .Single(session => session.Id == held.Id),
            Same
        );
    }

    private static bool Same(SessionHeld one, SessionHeld other) => CaseJson.Write(one) == CaseJson.Write(other);

    [Theory]
    [InlineData(71, HttpStatusCode.OK)]
    [InlineData(73, HttpStatusCode.Forbidden)]
    public async Task A_grant_ends_after_three_days(int hours, HttpStatusCode expected)
    {
        var (phone, guide) = await Begin();
        using var _ = phone;
        studio.Clock.Advance(TimeSpan.FromHours(hours));

        Assert.Equal(expected, (await Send(phone, guide, On)).Status);
    }

    [Fact]
    public async Task A_grant_takes_so_many_events_and_no_more()
    {
        var (phone, guide) = await Begin();
        using var _ = phone;
        var grant = (string)guide["id"]!;
        IEnumerable<SessionEvent> Many(int from, int count) =>
            Enumerable.Range(from, count).Select(i => new SessionEvent($"e{i}", i, SessionEventKind.Stung, Value: 0));
        for (var i = 0; i < Sessions.MostEvents - 1000; i += 1900)
        {
            Sessions.Keep(
                grant,
                "run-0001",
                studio.Clock.GetUtcNow(),
                [.. Many(i, Math.Min(1900, Sessions.MostEvents - 1000 - i))],
                studio.Clock.GetUtcNow()
            );
        }

        Assert.Equal(HttpStatusCode.OK, (await Send(phone, guide, Many(30_000, 1000))).Status);
        Assert.Equal(HttpStatusCode.OK, (await Send(phone, guide, Many(30_000, 1000))).Status);
        Assert.Equal(HttpStatusCode.RequestEntityTooLarge, (await Send(phone, guide, On)).Status);
        Assert.Equal(
            SessionTaking.Full,
            Sessions
                .Keep(
                    "practice",
                    "run-0001",
                    studio.Clock.GetUtcNow(),
                    [.. Many(0, Sessions.MostPractised + 1)],
                    studio.Clock.GetUtcNow(),
                    Sessions.MostPractised
                )
                .Taking
        );
    }
}
