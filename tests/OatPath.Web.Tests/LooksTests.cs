using System.Net;
using System.Text;
using Microsoft.Extensions.DependencyInjection;
using OatPath.Core.Case;
using OatPath.Core.Pictures;
using OatPath.Core.Skin;
using OatPath.Store;
using OatPath.Web.Records;

namespace OatPath.Web.Tests;

/// <summary>Scores, the meter and half-face tests on their pages: written, refused, taken back, shown to whom it belongs.</summary>
public sealed class LooksTests : IDisposable
{
    private readonly TestStudio studio = new();

    private string Client => studio.ClientId("Jory");

    private string At(string page) => $"/clients/{Client}/{page}";

    private ClientRecord Record => studio.Services.GetRequiredService<RecordRoom>().Derive(Client)!;

    private IReadOnlyList<T> Told<T>()
        where T : LogEntry => [.. Record.Lived.OfType<T>()];

    private static string Problems(Answer page) => page.Page.QuerySelector("#problems, .problem")!.TextContent;

    [Fact]
    public async Task Scores_are_written_by_place_and_taken_back_with_one_press()
    {
        using var maren = await studio.SignedIn();
        var sheet = await maren.Get(At("scores"));
        Assert.Contains("Nobody scored yet", sheet.Text, StringComparison.Ordinal);

        var done = await maren.Submit(sheet, "form:has(.score-sheet)", ("redness.left-cheek", "3"), ("oil.nose", " 0 "));
        Assert.Equal(2, Told<Scored>().Single().Scores.Count);
        Assert.Contains("left cheek 3", done.Page.QuerySelector("#earlier")!.TextContent, StringComparison.Ordinal);
        Assert.Equal("3", done.Page.QuerySelector("input[name='redness.left-cheek']")!.GetAttribute("placeholder"));

        await maren.Submit(done, "#done form");
        Assert.Empty(Told<Scored>());
    }

    [Theory]
    [InlineData("5")]
    [InlineData("-1")]
    [InlineData("x")]
    [InlineData("1.5")]
    public async Task A_score_that_is_none_is_named_and_nothing_typed_is_lost(string typed)
    {
        using var maren = await studio.SignedIn();
        var refused = await maren.Submit(
            await maren.Get(At("scores")),
            "form:has(.score-sheet)",
            ("redness.left-cheek", typed),
            ("oil.nose", "2")
        );

        Assert.Contains("Redness, left cheek", Problems(refused), StringComparison.Ordinal);
        Assert.Equal("2", refused.Page.QuerySelector("input[name='oil.nose']")!.GetAttribute("value"));
        Assert.Empty(Told<Scored>());
        Assert.Contains(
            "write at least one",
            Problems(await maren.Submit(await maren.Get(At("scores")), "form:has(.score-sheet)")),
            StringComparison.Ordinal
        );
    }

    [Fact]
    public async Task A_client_scores_three_scales_on_the_phone_and_both_stand_beside_each_other()
    {
        using var phone = await studio.Phone("Jory");
        var sheet = await phone.Get("/my/skin");
        Assert.Null(sheet.Page.QuerySelector("input[name^='oil']"));
        var done = await phone.Submit(sheet, "form.sheet", ("redness.left-cheek", "1"), ("oil.nose", "4"));
        Assert.Equal("left cheek", FaceZones.TitleOf(Told<Scored>().Single().Scores.Single().Zone));
        Assert.DoesNotContain("That is a lot", done.Text, StringComparison.Ordinal);

        // Sent twice it is kept once.
        await phone.Submit(sheet, "form.sheet", ("redness.left-cheek", "1"));
        Assert.Single(Told<Scored>());

        using var maren = await studio.SignedIn();
        var both = await maren.Submit(await maren.Get(At("scores")), "form:has(.score-sheet)", ("redness.left-cheek", "3"));
        var earlier = both.Page.QuerySelector("#earlier")!.TextContent;
        Assert.Contains("client 1", earlier, StringComparison.Ordinal);
        Assert.Contains("Maren Holt 3", earlier, StringComparison.Ordinal);
        Assert.Contains("2 apart", earlier, StringComparison.Ordinal);

        Assert.Contains(
            "Scored once on the phone, on Mon 9 March at most redness 1",
            (await maren.Get(At("visit"))).Text,
            StringComparison.Ordinal
        );

        await phone.Submit(done, "form[action*=Undo]");
        Assert.DoesNotContain(Told<Scored>(), entry => entry.By == "client");
    }

    [Fact]
    public async Task Much_redness_on_the_phone_leads_to_a_report_and_no_practitioner_takes_it_back()
    {
        using var phone = await studio.Phone("Jory");
        var much = await phone.Submit(await phone.Get("/my/skin"), "form.sheet", ("redness.left-cheek", "3"));
        Assert.NotNull(much.Page.QuerySelector("main a[href='/my/report']"));

        using var maren = await studio.SignedIn();
        var token = (await maren.Get(At("scores"))).Page.QuerySelector("input[name=__RequestVerificationToken]")!.GetAttribute("value")!;
        var answer = await maren.Post(At($"undo/{Told<Scored>().Single().Id}"), [new("__RequestVerificationToken", token)]);
        Assert.Equal(HttpStatusCode.NotFound, answer.Status);
        Assert.Single(Told<Scored>());
    }

    [Fact]
    public async Task A_meter_is_written_by_hand_and_refused_by_place()
    {
        using var maren = await studio.SignedIn();
        var page = await maren.Get(At("meter"));
        var refused = await maren.Submit(page, "form[data-meter]", ("serial", ""), ("oil.nose", "40 x 42"), ("redness.chin", "120"));
        foreach (var field in new[] { "Nose, oil", "Chin, redness", "Serial" })
        {
            Assert.Contains(field, Problems(refused), StringComparison.Ordinal);
        }

        Assert.Equal("40 x 42", refused.Page.QuerySelector("input[name='oil.nose']")!.GetAttribute("value"));
        Assert.Empty(Told<Metered>());

        var done = await maren.Submit(page, "form[data-meter]", ("serial", "MB-1"), ("oil.nose", "40 42,5  44"), ("oil.chin", "30"));
        Assert.Equal(4, Told<Metered>().Single().Readings.Count);
        var earlier = done.Page.QuerySelector("#earlier")!.TextContent;
        Assert.Contains("nose 42.2 ± 2.0", earlier, StringComparison.Ordinal);
        Assert.Contains("chin: 1 reading, no mean", earlier, StringComparison.Ordinal);
        await maren.Submit(done, "#done form");
        Assert.Empty(Told<Metered>());
    }

    [Fact]
    public async Task A_file_of_readings_comes_in_once_comes_out_again_and_comes_in_after_undo()
    {
        using var maren = await studio.SignedIn();
        var token = (await maren.Get(At("meter"))).Page.QuerySelector("input[name=__RequestVerificationToken]")!.GetAttribute("value")!;
        var file = Encoding.UTF8.GetBytes(
            "day,serial,zone,quantity,value\n2026-03-01,MB-1,nose,oil,40\n2026-03-01,MB-1,nose,oil,41.5\n2026-03-02,MB-1,nose,oil,41\n"
        );
        Task<Answer> Send(byte[] content) => maren.Upload(At("meter?handler=File"), token, "a.csv", content);

        var done = await Send(file);
        Assert.Equal([2, 1], Told<Metered>().Select(entry => entry.Readings.Count));
        Assert.Contains("there already", (await Send(file)).Text, StringComparison.Ordinal);
        Assert.Equal(2, Told<Metered>().Count);
        var back = await maren.Get(At("meter?handler=File"));
        Assert.Equal("text/csv", back.Raw.Content.Headers.ContentType?.MediaType);
        Assert.Equal(Encoding.UTF8.GetString(file), back.Html.Replace("\r", "", StringComparison.Ordinal));

        await maren.Submit(done, "#done form");
        Assert.Empty(Told<Metered>());
        await Send(file);
        Assert.Equal(2, Told<Metered>().Count);

        Assert.Contains("Line 2, day", Problems(await Send("day,serial,zone,quantity,value\nx,MB-1,nose,oil,40\n"u8.ToArray())));
        Assert.Equal(2, Told<Metered>().Count);
    }

    [Fact]
    public async Task A_half_face_test_is_judged_without_being_told_the_side()
    {
        using var maren = await studio.SignedIn();
        var trial = await HalfFaceTest.Begin(studio, maren, Client);
        Assert.True(trial.ByLot);
        studio.Clock.Advance(TimeSpan.FromDays(2));
        var picture = Kept();

        var page = await maren.Get(At($"half-face/{trial.Id}"));
        Assert.DoesNotContain($"{trial.Side} side", page.Text, StringComparison.OrdinalIgnoreCase);
        Assert.DoesNotContain("What came of it: ", page.Text, StringComparison.Ordinal);
        Assert.Equal(2, page.Page.QuerySelectorAll(".halves svg image").Length);

        var none = await maren.Submit(page, "#judge form");
        Assert.Contains("choose one of the three", Problems(none), StringComparison.Ordinal);

        var judged = await maren.Submit(page, "#judge form", ("better", "0"));
        var first = Drawing.HalfFacePair.LeftFirst(trial.Id, picture) ? FaceSide.Left : FaceSide.Right;
        var entry = Told<JudgedBlind>().Single();
        Assert.Equal(first == trial.Side ? BetterSide.Treated : BetterSide.Untreated, entry.Better);
        Assert.Contains($"{trial.Side} side", judged.Text, StringComparison.OrdinalIgnoreCase);
        Assert.Contains("not compared yet", judged.Text, StringComparison.Ordinal);

        await maren.Submit(judged, "#done form");
        Assert.Empty(Told<JudgedBlind>());
        Assert.Contains("half-face", (await maren.Get(At("look-back"))).Html, StringComparison.Ordinal);
        Assert.Equal(HttpStatusCode.NotFound, (await maren.Get(At("half-face/other"))).Status);
    }

    [Fact]
    public async Task What_is_no_device_is_compared_on_the_phone_too()
    {
        using var maren = await studio.SignedIn();
        var trial = await HalfFaceTest.Begin(studio, maren, Client);
        using var phone = await studio.Phone("Jory");
        Assert.Equal(HttpStatusCode.NotFound, (await phone.Get($"/my/device/{trial.Product}")).Status);
        var page = await phone.Get("/my");
        for (var i = 0; i < 12 && page.Page.QuerySelector($"a[href='/my/device/{trial.Product}']") is null; i++)
        {
            page = await phone.Submit(page, "form[action*=Done]");
        }

        var sheet = await phone.Get($"/my/device/{trial.Product}");
        Assert.Null(sheet.Page.QuerySelector("form[action*=Practise], form[action*=Begin]"));
        var kept = await phone.Submit(sheet, "form[action*=Compare]", ("feel", "Treated"), ("look", "Same"), ("touch", "Treated"));
        Assert.Contains("better on the treated side", kept.Text, StringComparison.Ordinal);
        Assert.Contains("treated better 1", (await maren.Get(At("look-back"))).Page.QuerySelector("#halves")!.TextContent);

        await phone.Submit(kept, "form[action*=Undo]");
        Assert.Empty(Told<Compared>());
    }

    [Fact]
    public async Task A_client_sends_a_picture_that_is_looked_over_first_and_never_shown_by_the_link()
    {
        using var phone = await studio.Phone("Jory");
        Assert.Null((await phone.Get("/my/pictures/new")).Page.QuerySelector("input[type=file]"));
        var consents = studio.Services.GetRequiredService<PictureConsents>();
        consents.Say(Client, PictureUse.Care, given: true, 1, "Maren Holt", studio.Clock.GetUtcNow());
        var store = studio.Services.GetRequiredService<PictureStore>();

        var page = await phone.Get("/my/pictures/new");
        Task<Answer> Send(byte[] file, string view = "front") =>
            phone.Upload(
                "/my/pictures/new",
                page.Page.QuerySelector("input[name=__RequestVerificationToken]")!.GetAttribute("value")!,
                "a.jpg",
                file,
                "picture",
                ("view", view),
                ("phone", page.Page.QuerySelector("input[name=phone]")!.GetAttribute("value")!)
            );

        Assert.Contains("choose a JPEG", (await Send("no picture"u8.ToArray())).Text, StringComparison.Ordinal);
        Assert.Contains("choose what it shows", (await Send(OnePicture.WithCard, "back")).Text, StringComparison.Ordinal);
        Assert.Empty(store.Of(Client));

        var look = await Send(OnePicture.WithCard);
        Assert.Contains("Card read, sharp, evenly lit", look.Text, StringComparison.Ordinal);
        var one = store.Of(Client).Single();
        Assert.True(one.IsStillTheirs);
        using var maren = await studio.SignedIn();
        Assert.Equal(HttpStatusCode.NotFound, (await maren.Get(At($"pictures/{one.Id}/small"))).Status);
        Assert.EndsWith("/pictures", (await maren.Get(At("pictures/look-over"))).Address, StringComparison.Ordinal);
        Assert.DoesNotContain("<img", look.Html, StringComparison.Ordinal);
        Assert.NotEqual(HttpStatusCode.OK, (await phone.Get($"/clients/{Client}/pictures/{one.Id}/small", follow: false)).Status);

        await phone.Submit(look, "form[action*=Keep]");
        Assert.True(store.Of(Client).Single().IsShown);
        Assert.Contains("taken by the client", (await maren.Get(At("pictures"))).Text, StringComparison.Ordinal);
        Assert.Contains("1 picture from the client", (await maren.Get(At("visit"))).Text, StringComparison.Ordinal);
        using var oskar = await studio.SignedIn("oskar");
        Assert.DoesNotContain("from the client", (await oskar.Get(At("visit"))).Text, StringComparison.Ordinal);

        // What the studio looked over is not the client's to keep or let go.
        var own = store.Add(Client, NewPicture(), "Maren Holt", studio.Clock.GetUtcNow())!;
        Assert.Empty((await phone.Get("/my/pictures/new")).Page.QuerySelectorAll("form[action*=Keep]"));
        await phone.Post(
            "/my/pictures/new?handler=LetGo",
            [
                .. page
                    .Page.QuerySelectorAll("form input[type=hidden]")
                    .Select(field => new KeyValuePair<string, string>(field.GetAttribute("name")!, field.GetAttribute("value")!)),
                new("one", own),
            ]
        );
        Assert.NotNull(store.Find(Client, own));
    }

    [Fact]
    public async Task The_sheet_to_print_tells_what_was_scored_and_metered_and_months_draw_it()
    {
        using var maren = await studio.SignedIn();
        var petra = studio.ClientId("Petra");
        var from = studio.Clock.GetUtcNow().AddDays(-170).ToString("yyyy-MM-dd", System.Globalization.CultureInfo.InvariantCulture);
        var changed = (await maren.Get($"/clients/{petra}/summary?from={from}")).Page.QuerySelector("#what-changed")!.TextContent;
        Assert.Contains(
            "Redness as scored, the most anywhere: 3 to 1 at the studio, 2 to 3 by the client",
            changed,
            StringComparison.Ordinal
        );
        Assert.Contains("Left cheek, hydration by meter: up 13", changed, StringComparison.Ordinal);
        Assert.DoesNotContain("oil by meter", changed, StringComparison.Ordinal);

        var months = await maren.Get($"/clients/{petra}/look-back/months?span=12");
        var titles = months.Page.QuerySelectorAll("circle title").Select(title => title.TextContent).ToList();
        Assert.Contains(titles, title => title.EndsWith(": 3 at most, of 2 places looked at, by the client", StringComparison.Ordinal));
        Assert.Contains(titles, title => title.Contains("a* ", StringComparison.Ordinal));
        Assert.Equal(3, titles.Count(title => title.EndsWith(", MB-1", StringComparison.Ordinal)) / 3);

        // Who may not see pictures is told no number of them either.
        using var oskar = await studio.SignedIn("oskar");
        var his = (await oskar.Get($"/clients/{petra}/look-back/months?span=12")).Page.QuerySelectorAll("circle title");
        Assert.DoesNotContain(his, title => title.TextContent.Contains("a* ", StringComparison.Ordinal));
    }

    [Fact]
    public async Task A_picture_is_asked_for_only_of_who_agreed_and_until_one_is_there()
    {
        var (asked, room) = (studio.Services.GetRequiredService<PicturesAsked>(), studio.Services.GetRequiredService<RecordRoom>());
        var consents = studio.Services.GetRequiredService<PictureConsents>();
        bool IsAsked(Client client) => asked.Of(room.Derive(client.Id)!) is not null;
        var clients = studio.Services.GetRequiredService<Clients>().Search("").Where(client => !client.IsPractice).ToList();
        Assert.DoesNotContain(clients.Where(client => client.Name != "Petra Windle"), IsAsked);
        clients.ForEach(client => consents.Say(client.Id, PictureUse.Care, given: true, 1, "Maren Holt", studio.Clock.GetUtcNow()));
        for (var day = 0; day < 30 && !clients.Exists(IsAsked); day++)
        {
            studio.Clock.Advance(TimeSpan.FromDays(1));
        }

        var who = clients.First(IsAsked);
        using var phone = await studio.Phone(who.Name);
        Assert.NotNull((await phone.Get("/my")).Page.QuerySelector("#picture-asked a"));
        Assert.Contains("studio asks", (await phone.Get("/my/pictures/new")).Text, StringComparison.Ordinal);
        Kept(who.Name);
        Assert.Null((await phone.Get("/my")).Page.QuerySelector("#picture-asked"));
    }

    private static NewPicture NewPicture() => new(PictureView.Front, default, 600, 800, new(null, PictureFault.NoCard), [1], [2], [3]);

    /// <summary>A kept picture of today with eyes and mouth set.</summary>
    private string Kept(string name = "Jory")
    {
        var (client, now) = (studio.ClientId(name), studio.Clock.GetUtcNow());
        studio.Services.GetRequiredService<PictureConsents>().Say(client, PictureUse.Care, given: true, 1, "Maren Holt", now);
        return studio
            .Services.GetRequiredService<PictureStore>()
            .Add(
                client,
                NewPicture() with
                {
                    TakenOn = DateOnly.FromDateTime(now.UtcDateTime),
                    Marks = new(new(0.4, 0.35), new(0.6, 0.35), new(0.5, 0.52)),
                },
                "Maren Holt",
                now,
                kept: true
            )!;
    }

    public void Dispose() => studio.Dispose();
}
