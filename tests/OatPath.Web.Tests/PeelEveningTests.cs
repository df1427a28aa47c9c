using System.Text.Json;
using System.Text.Json.Nodes;
using OatPath.Core.Formats;
using OatPath.Core.House;
using OatPath.Core.Peel;
using OatPath.Core.Session;
using OatPath.Core.Skin;
using OatPath.Web.Phone;

namespace OatPath.Web.Tests;

/// <summary>The evening of Wilmot's peel as Tonight leads through it: questions, then the guide; and leaving the guide again.</summary>
public sealed class PeelEveningTests : IDisposable
{
    private readonly TestStudio studio = new();

    private const string Questions = "a[href='/my/peel'].big-go";
    private const string Guide = "form[action='/my/peel?handler=Begin'] button";

    /// <summary>Winds to an hour of the evening's day, 12 March, by the studio's clock.</summary>
    private void WindTo(int hour, int minute = 0)
    {
        var zone = CareDay.ZoneOf("Europe/Berlin");
        var wall = new DateTime(2026, 3, 12, hour, minute, 0, DateTimeKind.Unspecified);
        studio.Clock.Advance(new DateTimeOffset(wall, zone.GetUtcOffset(wall)) - studio.Clock.GetUtcNow());
    }

    private static Task<Answer> Answer(Answer page, Browser phone, params DayQuestion[] yes) =>
        phone.Submit(
            page,
            "form[action*='handler=Answer']",
            [
                .. DayQuestionWords.All.Select(asked =>
                    (EnumName.Of(asked.Question), (string?)(yes.Contains(asked.Question) ? "yes" : "no"))
                ),
                ("agree", "true"),
            ]
        );

    private static async Task<Answer> ToTheKit(Browser phone)
    {
        var page = await phone.Get("/my");
        for (var i = 0; i < 10 && page.Page.QuerySelector("#contact") is null; i++)
        {
            page = await phone.Submit(page, "form[action*='handler=Done']");
        }

        return page;
    }

    [Theory]
    [InlineData(11, false)]
    [InlineData(12, true)]
    [InlineData(21, true)]
    public async Task From_noon_on_the_questions_come_before_anything_is_washed(int hour, bool asked)
    {
        WindTo(hour);
        using var phone = await studio.Phone("Wilmot");

        Assert.Equal(asked, (await phone.Get("/my")).Page.QuerySelector($".sheet {Questions}") is not null);
    }

    [Fact]
    public async Task Once_they_are_answered_the_guide_is_the_one_big_press_at_its_step()
    {
        WindTo(20);
        using var phone = await studio.Phone("Wilmot");
        Assert.NotNull((await ToTheKit(phone)).Page.QuerySelector($"#step {Questions}"));

        await Answer(await phone.Get("/my/peel"), phone);
        var tonight = await phone.Get("/my");

        Assert.Null(tonight.Page.QuerySelector(Questions));
        Assert.NotNull(tonight.Page.QuerySelector(Guide));
        var opened = await phone.Submit(tonight, "form[action='/my/peel?handler=Begin']");
        Assert.StartsWith("/my/guide/", opened.Address, StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_refused_evening_becomes_at_once_the_evening_that_fits()
    {
        WindTo(20);
        using var phone = await studio.Phone("Wilmot");
        await Answer(await phone.Get("/my/peel"), phone, DayQuestion.Sunburn);
        var tonight = await phone.Get("/my");

        Assert.Null(tonight.Page.QuerySelector(Questions));
        Assert.DoesNotContain("A peel evening", tonight.Text, StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_guide_that_was_only_opened_is_left_without_a_word_and_goes_on_where_it_was()
    {
        WindTo(20);
        using var phone = await studio.Phone("Wilmot");
        await Answer(await phone.Get("/my/peel"), phone);
        var opened = await phone.Submit(await phone.Get("/my/peel"), "form[action*='handler=Begin']");
        await Send(phone, opened, new SessionEvent("k", 500, SessionEventKind.Ticked, "ending"));

        Assert.DoesNotContain("guide is not ended", (await phone.Get("/my")).Text, StringComparison.Ordinal);
        var again = await phone.Submit(await phone.Get("/my/peel"), "form[action*='handler=Begin']");
        Assert.Equal(opened.Address, again.Address);
        Assert.Contains("\"ending\"", again.Page.QuerySelector("#guide")!.GetAttribute("data-guide")!, StringComparison.Ordinal);
    }

    [Theory]
    [InlineData(SessionEventKind.Touched)]
    [InlineData(SessionEventKind.Burns)]
    [InlineData(SessionEventKind.InEye)]
    public async Task A_guide_in_which_anything_happened_to_the_skin_stays_in_sight(SessionEventKind kind)
    {
        WindTo(20);
        using var phone = await studio.Phone("Wilmot");
        await Answer(await phone.Get("/my/peel"), phone);
        var opened = await phone.Submit(await phone.Get("/my/peel"), "form[action*='handler=Begin']");
        await Send(phone, opened, new SessionEvent("x", 500, kind, Zone: kind == SessionEventKind.Touched ? FaceZone.Chin : null));

        Assert.NotNull((await phone.Get("/my")).Page.QuerySelector($"a[href='{opened.Address}']"));
        Assert.Contains("not ended yet", (await phone.Get("/my/peel")).Text, StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_kit_is_laid_out_in_at_most_six_presses_what_ends_it_first()
    {
        WindTo(20);
        using var phone = await studio.Phone("Wilmot");
        await Answer(await phone.Get("/my/peel"), phone);
        var opened = await phone.Submit(await phone.Get("/my/peel"), "form[action*='handler=Begin']");
        var parts = Script(opened)["kit"]!.AsArray().Select(item => EnumName.Find<KitPart>((string)item!["part"]!)!.Value).ToList();

        Assert.Equal(parts.Order(), parts);
        Assert.Equal(KitPart.Ends, parts[0]);
        Assert.Contains(KitPart.GoesOn, parts);
        Assert.InRange(parts.Count(part => part != KitPart.Rest) + 1, 3, 6);
    }

    private static JsonNode Data(Answer opened) => JsonNode.Parse(opened.Page.QuerySelector("#guide")!.GetAttribute("data-guide")!)!;

    private static JsonNode Script(Answer opened) => Data(opened)["script"]!;

    private static Task<Answer> Send(Browser phone, Answer opened, params SessionEvent[] events) =>
        phone.PostJson(
            "/my/session",
            JsonSerializer.Serialize(new SessionLog((string)Data(opened)["grant"]!, "run-0001", 90_000, events), CaseJson.Compact)
        );

    public void Dispose() => studio.Dispose();
}
