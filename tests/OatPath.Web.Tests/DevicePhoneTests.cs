using System.Net;
using System.Text.Json;
using System.Text.Json.Nodes;
using Microsoft.Extensions.DependencyInjection;
using OatPath.Core.Case;
using OatPath.Core.Formats;
using OatPath.Core.House;
using OatPath.Core.Session;
using OatPath.Core.Shelf;
using OatPath.Core.Skin;
using OatPath.Store;
using OatPath.Web.Phone;
using OatPath.Web.Records;

namespace OatPath.Web.Tests;

/// <summary>
/// Devices on the phone and on the Bench: led around what is left out, granted only where the plan has them, compared by side.
/// </summary>
public sealed class DevicePhoneTests : IDisposable
{
    private const string Owner = "Marlo";
    private readonly TestStudio studio = new();

    public void Dispose() => studio.Dispose();

    private RecordRoom Room => studio.Services.GetRequiredService<RecordRoom>();

    private ClientRecord Record => Room.Derive(studio.ClientId(Owner))!;

    private static JsonNode GuideOf(Answer page) => JsonNode.Parse(page.Page.QuerySelector("#guide")!.GetAttribute("data-guide")!)!;

    private static async Task<JsonNode> Begin(Browser phone, string product) =>
        GuideOf(await phone.Submit(await phone.Get($"/my/device/{product}"), "form[action*='handler=Begin']"));

    [Fact]
    public async Task An_evening_with_a_device_is_seen_coming_on_the_path()
    {
        using var phone = await studio.Phone(Owner);
        var path = Record.ClientPath(0, 14);
        var days = (await phone.Get("/my/path")).Page.QuerySelectorAll(".days > li");
        var devices = path
            .Days.Select(
                (day, at) => (at, Step: day.Evening.Steps.FirstOrDefault(step => step.Kind is { } kind && DeviceKinds.IsDevice(kind)))
            )
            .Where(each => each.Step is not null)
            .ToList();

        Assert.NotEmpty(devices);
        Assert.All(devices, each =>
            Assert.Contains(Record.NameOf(each.Step!.Product), Web.Tests.Answer.Read(days[each.at]), StringComparison.Ordinal)
        );
    }

    private static Task<Answer> Send(Browser phone, JsonNode guide, params SessionEvent[] events) =>
        phone.PostJson(
            "/my/session",
            JsonSerializer.Serialize(
                new SessionLog((string)guide["grant"]!, "run-0001", 600_000, [.. Ready(guide), .. events]),
                CaseJson.Compact
            )
        );

    private static IEnumerable<SessionEvent> Ready(JsonNode guide) =>
        [
            .. guide["script"]!["kit"]!
                .AsArray()
                .Select(item => new SessionEvent($"k-{item!["id"]}", 10, SessionEventKind.Ticked, (string)item["id"]!)),
            .. guide["script"]!["asks"]!
                .AsArray()
                .Select(ask => new SessionEvent($"a-{ask!["id"]}", 20, SessionEventKind.Answered, (string)ask["id"]!, Value: 0)),
        ];

    private static SessionEvent[] Led =>
        [
            new("g", 1000, SessionEventKind.GelOn, "negative"),
            new("s", 2000, SessionEventKind.SetTo, "negative"),
            new("c", 3000, SessionEventKind.Contact),
            new("l", 33_000, SessionEventKind.ContactLost),
            new("n", 34_000, SessionEventKind.EndNow),
            new("e", 40_000, SessionEventKind.Ended),
            new("f", 41_000, SessionEventKind.Stung, Value: 1),
        ];

    [Fact]
    public async Task The_ways_stand_in_words_around_what_is_left_out_and_half_a_face_is_said()
    {
        using var phone = await studio.Phone(Owner);
        var page = await phone.Get("/my/device/ripple-plate");
        var ways = page.Page.QuerySelectorAll(".ways li").Select(way => way.TextContent).ToList();

        Assert.Contains(ways, way =>
            way.Contains("Left cheek", StringComparison.Ordinal) && way.Contains("set to negative", StringComparison.Ordinal)
        );
        Assert.DoesNotContain(ways, way =>
            way.Contains("Right", StringComparison.Ordinal) || way.StartsWith("Left jaw", StringComparison.Ordinal)
        );
        Assert.Contains("left jaw", page.Page.QuerySelector(".route")!.TextContent, StringComparison.OrdinalIgnoreCase);
        Assert.Contains("only on your left side", page.Text.Replace("\n", " ", StringComparison.Ordinal), StringComparison.Ordinal);
        Assert.Equal(HttpStatusCode.NotFound, (await phone.Get("/my/device/towpath-fluid")).Status);
    }

    [Fact]
    public async Task What_is_told_after_the_plan_stood_withdraws_a_guide_and_gives_no_other()
    {
        using var phone = await studio.Phone(Owner);
        var guide = await Begin(phone, "ripple-plate");
        Room.Append(
            Record.Client.Id,
            null,
            Room.Make(
                Record.Client.Id,
                FactKind.Intake,
                Record.Draft.Intake with
                {
                    Flags = [.. Record.Draft.Intake.Flags, new Flag { Kind = FlagKind.ImplantedElectronics }],
                },
                "test"
            )
        );

        Assert.Contains("\"withdrawn\":true", (await Send(phone, guide)).Html, StringComparison.Ordinal);
        var page = await phone.Get("/my/device/ripple-plate");
        Assert.Null(page.Page.QuerySelector("form[action*='handler=Begin']"));
        Assert.Contains("is never used", page.Text, StringComparison.Ordinal);
        Assert.Contains(
            "guide/",
            (await phone.Submit(await phone.Get("/my/device/frost-plate"), "form[action*='handler=Practise']")).Address,
            StringComparison.Ordinal
        );
    }

    [Fact]
    public async Task A_session_is_kept_once_looked_back_on_and_compared_by_side()
    {
        using var phone = await studio.Phone(Owner);
        using var browser = await studio.SignedIn();
        var guide = await Begin(phone, "ripple-plate");
        studio.Clock.Advance(TimeSpan.FromMinutes(10));
        await Send(phone, guide, Led);
        await Send(phone, guide, Led);

        Assert.Single(Record.Sessions);
        Assert.Contains("Compare the two sides", (await phone.Get("/my")).Text, StringComparison.Ordinal);
        var page = await phone.Get("/my/device/ripple-plate");
        var half = await phone.Submit(page, "form[action*='Compare']", ("feel", "Treated"));
        Assert.Contains("How it looks: choose the better side", half.Text, StringComparison.Ordinal);
        var kept = await phone.Submit(half, "form[action*='Compare']", ("feel", "Treated"), ("look", "Same"), ("touch", "Untreated"));
        Assert.Contains("better on the untreated side", kept.Text, StringComparison.Ordinal);
        Assert.DoesNotContain("Compare once more", (await phone.Get("/my")).Text, StringComparison.Ordinal);
        studio.Clock.Advance(TimeSpan.FromHours(3));
        Assert.Contains("Compare once more", (await phone.Get("/my")).Text, StringComparison.Ordinal);

        var look = (await browser.Get($"/clients/{Record.Client.Id}/look-back")).Page.QuerySelector("#devices")!.TextContent;
        Assert.Contains("0:30", look, StringComparison.Ordinal);
        Assert.Contains(
            "feels better on the treated side; looks no different; to touch better on the untreated side",
            look,
            StringComparison.Ordinal
        );
        await phone.Submit(await phone.Get("/my/device/ripple-plate"), "form[action*='Undo']");
        Assert.DoesNotContain("feels better", (await browser.Get($"/clients/{Record.Client.Id}/look-back")).Text, StringComparison.Ordinal);
        Assert.Contains(
            "session was used",
            studio.Services.GetRequiredService<SessionDesk>().Begin(Record, new Store.Device(1, Record.Client.Id), "ripple-plate").Why,
            StringComparison.Ordinal
        );
    }

    [Fact]
    public async Task A_nick_needs_its_place_and_closing_it_can_be_taken_back()
    {
        using var phone = await studio.Phone(Owner);
        Assert.Contains("tick the place", (await phone.Submit(await phone.Get("/my/nick"), "form.ask")).Text, StringComparison.Ordinal);
        var told = await phone.Submit(await phone.Get("/my/nick"), "form.ask", ("zones", "Chin"));
        Assert.Contains("Chin, since", told.Text.Replace("\n", "", StringComparison.Ordinal), StringComparison.Ordinal);
        Assert.Contains(Record.ClientPath().On(Record.Today)!.Evening.Steps, step => step.LeaveOut.Contains(FaceZone.Chin));

        var closed = await phone.Submit(await phone.Get("/my/nick"), "form[action*='Closed']");
        await phone.Submit(closed, "form[action*='Undo']");
        Assert.Contains(new DeviceDayOf(Record, studio.Clock.GetUtcNow()).Open, nick =>
            nick.Zones.Contains(FaceZone.Chin) || nick.Zones.Contains(FaceZone.LeftJaw)
        );
    }

    private sealed class DeviceDayOf(ClientRecord record, DateTimeOffset now)
    {
        public IReadOnlyList<Core.Known.Nick> Open =>
            new DeviceDay(
                new PhoneView
                {
                    Record = record,
                    Path = record.ClientPath(0, 14),
                    Moment = Moment.Evening,
                    Preview = false,
                    Now = now,
                }
            ).OpenNicks;
    }

    [Fact]
    public async Task A_mask_goes_where_it_was_put_on_the_Bench_with_undo_and_not_by_an_assistant()
    {
        using var browser = await studio.SignedIn();
        using var assistant = await studio.SignedIn("oskar");
        var bench = $"/clients/{studio.ClientId("Ilse")}/routine";
        Assert.Null((await assistant.Get(bench)).Page.QuerySelector("form[action*='Mask']"));
        ClientRecord Ilse() => studio.Services.GetRequiredService<RecordRoom>().Derive(studio.ClientId("Ilse"))!;
        IEnumerable<Core.Shelf.MaskPlace?> Places() =>
            Ilse()
                .DraftPath(0, 21)
                .Days.SelectMany(day => day.Evening.Steps)
                .Where(step => step.Product == "calm-mask")
                .Select(step => step.Place);

        var kept = await browser.Submit(await browser.Get(bench), "form:has(#mask-calm-mask)", ("place", "TZone"));
        Assert.Contains("Still water mask: T-zone only", kept.Text, StringComparison.Ordinal);
        Assert.All(Places(), place => Assert.Equal(Core.Shelf.MaskPlace.TZone, place));
        Assert.NotEmpty(Places());

        foreach (var wrong in new[] { "Spots", "everywhere" })
        {
            var refused = await browser.Submit(await browser.Get(bench), "form:has(#mask-calm-mask)", ("place", wrong));
            Assert.Contains("choose one of the places", refused.Text, StringComparison.Ordinal);
        }

        await browser.Submit(kept, ".done form");
        Assert.All(Places(), Assert.Null);
    }

    [Fact]
    public async Task How_often_and_one_side_are_decided_on_the_Bench_with_undo_and_not_by_an_assistant()
    {
        using var browser = await studio.SignedIn();
        using var assistant = await studio.SignedIn("oskar");
        var bench = $"/clients/{Record.Client.Id}/routine";
        Assert.Null((await assistant.Get(bench)).Page.QuerySelector("form[action*='Often']"));

        var kept = await browser.Submit(await browser.Get(bench), "form:has(#often-ripple-plate)", ("rung", "2"));
        Assert.Contains("Ripple plate: 3 evenings a week", kept.Text, StringComparison.Ordinal);
        var path = Record.DraftPath(0, 28);
        Assert.Contains(path.Days, day =>
            path.Days.Count(other =>
                other.Date > day.Date.AddDays(-7)
                && other.Date <= day.Date
                && other.Evening.Steps.Any(step => step.Product == "ripple-plate")
            ) == 3
        );
        Assert.Contains(
            "choose one of the spacings",
            (await browser.Submit(await browser.Get(bench), "form:has(#often-ripple-plate)", ("rung", "4"))).Text,
            StringComparison.Ordinal
        );
        await browser.Submit(kept, ".done form");
        Assert.DoesNotContain(Record.Draft.Decisions, decision => decision is ShapeLadder);

        var wrong = await browser.Submit(await browser.Get(bench), "form:has(#half-product)", ("product", "dew-serum"), ("days", "90"));
        Assert.Contains("give 1 to 28 days", wrong.Text, StringComparison.Ordinal);
        Assert.Equal("90", wrong.Page.QuerySelector("#half-days")!.GetAttribute("value"));
        await browser.Submit(wrong, "form:has(#half-product)", ("product", "dew-serum"), ("side", "right"), ("days", "10"));
        Assert.Equal(FaceSide.Right, Record.DraftPath().On(Record.Today)!.Evening.Steps.Single(step => step.Product == "dew-serum").Side);
        Assert.Contains(
            "on the right side for 10 days",
            (await browser.Get($"/clients/{Record.Client.Id}/publish")).Text,
            StringComparison.Ordinal
        );
        Assert.Null(Record.ClientPath().On(Record.Today)!.Evening.Steps.Single(step => step.Product == "dew-serum").Side);
    }

    /// <summary>A roller is signed off with a reason at Ramp; then the phone and the paper say what rests around its evening.</summary>
    [Fact]
    public async Task Needles_are_signed_off_and_what_rests_around_them_is_said()
    {
        using var browser = await studio.SignedIn();
        var id = Record.Client.Id;
        foreach (
            var product in studio
                .Services.GetRequiredService<Store.StudioShelf>()
                .All()
                .Where(product => product.Id is "burr-roller" or "still-serum")
        )
        {
            Room.Append(id, null, Room.Make(id, FactKind.Shelf, new ShelfItem { Product = product }, "test"));
        }

        var ramp = $"/clients/{id}/ramp";
        Assert.Contains(
            "needles are signed off for one client",
            (await browser.Submit(await browser.Get(ramp), "form:has(#sign-burr-roller)", ("what", "start"), ("reason", ""))).Text,
            StringComparison.Ordinal
        );
        await browser.Submit(await browser.Get(ramp), "form:has(#sign-burr-roller)", ("what", "start"), ("reason", "shown at the visit"));
        Assert.Equal(
            "shown at the visit",
            Record.Draft.Decisions.OfType<StartActive>().Single(start => start.Product == "burr-roller").Reason
        );
        Room.Publish(Record, "test", Record.Client.Version);

        DateOnly On() => Record.ClientPath(0, 28).Days.First(day => day.Evening.Steps.Any(step => step.Product == "burr-roller")).Date;
        studio.Clock.Advance(TimeSpan.FromDays(On().DayNumber - Record.Today.DayNumber));
        using var phone = await studio.Phone(Owner);
        var card = (await phone.Get("/my")).Page.QuerySelector(".needles")!.TextContent;
        Assert.Contains("Acids and actives", card, StringComparison.Ordinal);
        Assert.Contains($"until {Words.Day(On().AddDays(2))} is over", card, StringComparison.Ordinal);
        var paper = (await browser.Get($"/clients/{id}/handout")).Text;
        Assert.Contains("What rests around it", paper, StringComparison.Ordinal);

        // What goes on afterwards reads the same on the card, on paper and in the guide.
        Assert.All(Core.Care.NeedleCare.After(fine: true), line =>
            Assert.All(new[] { card, paper }, text => Assert.Contains(line, text, StringComparison.Ordinal))
        );
        Assert.Contains("Still serum", paper, StringComparison.Ordinal);
    }

    [Fact]
    public async Task What_a_sheet_says_is_typed_named_where_it_is_wrong_and_kept()
    {
        using var browser = await studio.SignedIn();
        (string, string?)[] typed =
        [
            ("name", "Purr wand"),
            ("kind", "OtherDevice"),
            ("sheetRest", "3"),
            ("sheetCurrent", "no"),
            ("wayTitle", "Left cheek"),
            ("waySeconds", "40"),
            ("wayZones", "left check"),
        ];
        var wrong = await browser.Submit(await browser.Get("/shelf/new"), "main form:has(#p-rest)", typed);
        Assert.Contains("\"left check\" is no zone of the face map", wrong.Text, StringComparison.Ordinal);
        Assert.Equal("left check", wrong.Page.QuerySelector("input[name=wayZones]")!.GetAttribute("value"));

        await browser.Submit(wrong, "main form:has(#p-rest)", ("wayZones", "left cheek, left jaw"));
        var kept = studio.Services.GetRequiredService<Store.StudioShelf>().All().Single(product => product.Name == "Purr wand");
        Assert.Equal([FaceZone.LeftCheek, FaceZone.LeftJaw], kept.Sheet!.Ways.Single().Zones);
        Assert.Equal((3, false, 40), (kept.Sheet.RestDays!.Value, kept.Sheet.Current!.Value, kept.Sheet.Ways[0].Seconds));
    }
}
