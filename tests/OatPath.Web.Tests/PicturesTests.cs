using System.Net;
using Microsoft.Extensions.DependencyInjection;
using OatPath.Core.Pictures;
using OatPath.Pictures;
using OatPath.Pictures.Drawn;
using OatPath.Store;
using OatPath.Web.Wording;

namespace OatPath.Web.Tests;

/// <summary>Pictures from consent to comparison, and who sees them when.</summary>
public sealed class PicturesTests : IDisposable
{
    private readonly TestStudio studio = new();

    private PictureStore Store => studio.Services.GetRequiredService<PictureStore>();

    private string Client => studio.ClientId("Jory");

    private string At(string page = "") => $"/clients/{Client}/pictures{page}";

    private IReadOnlyList<Picture> Kept => [.. Store.Of(Client).Where(picture => picture.KeptAt is not null)];

    private async Task<Answer> Upload(Browser browser, byte[] file, string view = "front") =>
        await browser.Upload(At("/new"), TokenOf(await browser.Get(At())), "a.jpg", file, view);

    private static string TokenOf(Answer page) => page.Page.QuerySelector("input[name=__RequestVerificationToken]")!.GetAttribute("value")!;

    private async Task Agree(Browser browser, string use = "care", bool given = true) =>
        await browser.Submit(await browser.Get(At()), $"#consent form:has(input[value={use}])", ("given", given ? "true" : "false"));

    [Fact]
    public async Task A_picture_is_agreed_to_looked_over_kept_measured_and_shown()
    {
        using var maren = await studio.SignedIn();
        await Agree(maren);
        var look = await Upload(maren, OnePicture.WithCard);
        Assert.EndsWith("/pictures/look-over", look.Address, StringComparison.Ordinal);
        Assert.Contains("Card read, sharp, evenly lit", look.Text, StringComparison.Ordinal);
        Assert.Empty(Kept);

        var eyes = await maren.Submit(look, "form:has(.look-row)", ("picture", Store.Of(Client)[0].Id));
        Assert.EndsWith("/eyes", eyes.Address, StringComparison.Ordinal);
        var face = OnePicture.Face().Face();
        Assert.NotEmpty(Kept);
        var done = await maren.Post(
            eyes.Address,
            [
                new("__RequestVerificationToken", TokenOf(eyes)),
                .. new[] { face.RightEye, face.LeftEye, face.Mouth }.SelectMany(point =>
                    new[] { point.X, point.Y }.Select(share => new KeyValuePair<string, string>(
                        "places",
                        Math.Round(1000 * share).ToString(System.Globalization.CultureInfo.InvariantCulture)
                    ))
                ),
            ]
        );

        Assert.EndsWith("/pictures", done.Address, StringComparison.Ordinal);
        Assert.Equal(7, Kept[0].Numbers.Count);
        Assert.All(Kept[0].Numbers, zone => Assert.InRange(zone.Redness, 10.5, 13.5));
        var file = await maren.Get(At($"/{Kept[0].Id}/small"));
        Assert.Equal("image/jpeg", file.Raw.Content.Headers.ContentType?.MediaType);
        Assert.True(file.Raw.Headers.CacheControl?.NoStore);
        Assert.DoesNotContain("Exif", System.Text.Encoding.Latin1.GetString(Store.Folder.Read(Kept[0].File, PictureSize.Whole)!));
    }

    [Fact]
    public async Task Without_consent_nothing_is_taken()
    {
        using var maren = await studio.SignedIn();
        var refused = await Upload(maren, OnePicture.WithCard);
        Assert.Contains("does not agree", refused.Text, StringComparison.Ordinal);
        Assert.Null(
            Store.Add(Client, new(PictureView.Front, default, 600, 800, new(null), [1], [2], [3]), "Maren Holt", studio.Clock.GetUtcNow())
        );
        Assert.False(Directory.Exists(Store.Folder.Path) && Directory.EnumerateFiles(Store.Folder.Path).Any(IsNotOfTheDemo));
        Assert.DoesNotContain("Take pictures", (await maren.Get(At())).Text, StringComparison.Ordinal);
    }

    [Fact]
    public async Task Consent_taken_back_on_the_phone_hides_all_at_once_and_erases_after_its_days()
    {
        var id = OnePicture.Of(studio, Client);
        using var maren = await studio.SignedIn();
        using var phone = await studio.Phone("Jory");
        Assert.Contains("/my/pictures", (await phone.Get("/my/path")).Html, StringComparison.Ordinal);
        var back = await phone.Submit(await phone.Get("/my/pictures"), "#use-care form", ("given", "false"));
        Assert.Contains("You took this back", back.Text, StringComparison.Ordinal);

        foreach (var page in new[] { "whole", "shown", "small", "eyes" })
        {
            Assert.Equal(HttpStatusCode.NotFound, (await maren.Get(At($"/{id}/{page}"))).Status);
        }

        foreach (var page in new[] { "", "/new", "/look-over", "/compare", "/days" })
        {
            Assert.DoesNotContain(id, (await maren.Get(At(page))).Html, StringComparison.Ordinal);
        }

        Assert.Contains("by the client, on the phone", (await maren.Get(At())).Text, StringComparison.Ordinal);

        // Given again in time, it is there again.
        await phone.Submit(back, "#use-care form", ("given", "true"));
        Assert.Equal(HttpStatusCode.OK, (await maren.Get(At($"/{id}/whole"))).Status);

        await phone.Submit(await phone.Get("/my/pictures"), "#use-care form", ("given", "false"));
        Assert.Equal(0, Store.EraseGone(studio.Clock.GetUtcNow().AddDays(-30), studio.Clock.GetUtcNow()));
        studio.Clock.Advance(TimeSpan.FromDays(31));
        Assert.Equal(1, Store.EraseGone(studio.Clock.GetUtcNow().AddDays(-30), studio.Clock.GetUtcNow()));
        Assert.DoesNotContain(Directory.EnumerateFiles(Store.Folder.Path), IsNotOfTheDemo);
    }

    [Fact]
    public async Task On_the_phone_nothing_is_agreed_to_that_the_studio_never_asked()
    {
        using var phone = await studio.Phone("Jory");
        var page = await phone.Get("/my/pictures");
        Assert.Contains("Nobody asked you", page.Text, StringComparison.Ordinal);
        OnePicture.Of(studio, Client);
        var fields = (await phone.Get("/my/pictures")).Page.QuerySelectorAll("form input").OfType<AngleSharp.Html.Dom.IHtmlInputElement>();
        await phone.Post(
            "/my/pictures",
            [
                .. fields.Where(field => field.Name != "use").Select(field => new KeyValuePair<string, string>(field.Name!, field.Value)),
                new("use", "showing"),
                new("given", "true"),
            ]
        );
        Assert.False(studio.Services.GetRequiredService<PictureConsents>().Given(Client, PictureUse.Showing));
    }

    [Fact]
    public async Task A_picture_taken_away_is_on_no_page_and_undo_puts_it_back()
    {
        var id = OnePicture.Of(studio, Client);
        using var maren = await studio.SignedIn();
        var gone = await maren.Submit(await maren.Get(At()), $"form:has(input[value='{id}'])");
        Assert.Equal(HttpStatusCode.NotFound, (await maren.Get(At($"/{id}/small"))).Status);
        await maren.Submit(gone, "#done form");
        Assert.Equal(HttpStatusCode.OK, (await maren.Get(At($"/{id}/small"))).Status);
    }

    [Fact]
    public async Task Signed_out_a_cookie_copied_before_opens_no_picture_and_none_of_its_pages()
    {
        var id = OnePicture.Of(studio, Client);
        string[] pages = ["", "/new", "/look-over", "/compare", "/days", $"/{id}/eyes", $"/{id}/whole", $"/{id}/shown", $"/{id}/small"];
        using var maren = await studio.SignedIn();
        using var copy = studio.Anyone();
        foreach (var (name, value) in maren.Cookies)
        {
            copy.SetCookie(name, value);
        }

        foreach (var page in pages)
        {
            Assert.Equal(HttpStatusCode.OK, (await copy.Get(At(page))).Status);
        }

        await maren.Submit(await maren.Get("/"), "form[action='/sign-out']");
        foreach (var page in pages)
        {
            Assert.Contains("/sign-in", (await copy.Get(At(page))).Address, StringComparison.Ordinal);
        }
    }

    [Fact]
    public async Task The_days_of_a_treatment_stand_in_a_row_from_before_it_on_and_lead_to_a_comparison()
    {
        var bettina = studio.ClientId("Bettina");
        string to = $"/clients/{bettina}/pictures/days";
        using var maren = await studio.SignedIn();
        var record = studio.Services.GetRequiredService<Records.RecordRoom>().Derive(bettina)!;
        var done = record.Followed.Treatments.Where(treatment => treatment.On < record.Today).MaxBy(treatment => treatment.On)!;
        studio
            .Services.GetRequiredService<PictureConsents>()
            .Say(bettina, PictureUse.Care, true, 1, "Maren Holt", studio.Clock.GetUtcNow());
        string Take(PictureView view, int day) =>
            Store.Add(
                bettina,
                new(view, done.On.AddDays(day), 600, 800, new(null, PictureFault.NoCard), [1], [2], [3]),
                "Maren Holt",
                studio.Clock.GetUtcNow(),
                kept: true
            )!;

        var before = Take(PictureView.Front, -2);
        Assert.Contains("No picture was taken on a day of a treatment", (await maren.Get(to)).Text, StringComparison.Ordinal);
        var (third, side) = (Take(PictureView.Front, 1), Take(PictureView.Left, 1));
        Take(PictureView.Front, -5);

        var row = await maren.Get(to);
        Assert.Equal(
            ["View", "2 days before", "Day 1"],
            row.Page.QuerySelectorAll("thead th").Select(head => (head.QuerySelector("b") ?? head).TextContent)
        );
        Assert.Equal(
            [before, third, "none", side],
            row.Page.QuerySelectorAll("tbody td")
                .Select(cell => cell.QuerySelector("img")?.GetAttribute("src")!.Split('/')[^2] ?? cell.TextContent.Trim())
        );
        Assert.Equal(
            $"/clients/{bettina}/pictures/compare?view=front&earlier={before}&later={third}",
            row.Page.QuerySelectorAll("figcaption a").Single().GetAttribute("href")
        );

        // What is asked for by an id that is none is answered by the latest.
        Assert.Equal(
            row.Page.QuerySelector("caption")!.TextContent,
            (await maren.Get($"{to}?sitting=no")).Page.QuerySelector("caption")!.TextContent
        );
        Assert.Contains("No picture", (await maren.Get(At("/days"))).Text, StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_picture_opens_under_its_own_client_only()
    {
        var id = OnePicture.Of(studio, Client);
        var other = studio.ClientId("Orla");
        studio.Services.GetRequiredService<PictureConsents>().Say(other, PictureUse.Care, true, 1, "Maren Holt", studio.Clock.GetUtcNow());
        using var maren = await studio.SignedIn();
        Assert.Equal(HttpStatusCode.NotFound, (await maren.Get($"/clients/{other}/pictures/{id}/whole")).Status);
        Assert.Equal(HttpStatusCode.NotFound, (await maren.Get($"/clients/{other}/pictures/{id}/eyes")).Status);
        Assert.Equal(HttpStatusCode.NotFound, (await maren.Get(At($"/{id}/..%2f..%2foatpath.db"))).Status);
    }

    public static TheoryData<string, byte[]> Bad
    {
        get
        {
            var cut = OnePicture.WithCard[..(OnePicture.WithCard.Length / 3)];
            // A head that claims 60,000 by 60,000 pixels, and nothing after it.
            var bomb = Convert.FromBase64String("iVBORw0KGgoAAAANSUhEUgAA6mAAAOpgCAIAAAAPsOIVAAAADElEQVR4nGNgGB4AAADIAAGtQHYi");
            return new()
            {
                { "choose a JPEG, PNG or WebP picture", "no picture"u8.ToArray() },
                { "choose a JPEG, PNG or WebP picture", "GIF89a"u8.ToArray() },
                { "ends too early", cut },
                { "at most 100 megapixels", bomb },
                { "at least 480 pixels", PictureFile.Jpeg(new(100, 100, new byte[30_000]), 100, 80) },
            };
        }
    }

    [Theory, MemberData(nameof(Bad))]
    public async Task A_file_that_is_no_good_picture_is_refused_by_name(string remedy, byte[] file)
    {
        using var maren = await studio.SignedIn();
        await Agree(maren);
        var refused = await Upload(maren, file);
        Assert.Contains("Front", refused.Page.QuerySelector("#problems")!.TextContent, StringComparison.Ordinal);
        Assert.Contains(remedy, refused.Text, StringComparison.Ordinal);
        Assert.Empty(Store.Of(Client));
    }

    [Fact]
    public async Task Two_pictures_are_compared_by_number_only_where_they_may_be()
    {
        using var maren = await studio.SignedIn();
        studio.Services.GetRequiredService<PictureConsents>().Say(Client, PictureUse.Care, true, 1, "Maren Holt", studio.Clock.GetUtcNow());
        var day = DateOnly.FromDateTime(studio.Clock.GetUtcNow().UtcDateTime);
        void Take(double redder, int daysAgo, double blur = 0)
        {
            var face = OnePicture.Face(redder, daysAgo);
            var pixels = face.Taken(DrawnLight.All[daysAgo % 6], 0.72, blur: blur);
            var made = Records.PictureIntake.Make(new(pixels, null), PictureView.Front, day.AddDays(-daysAgo));
            var marks = face.Face();
            var numbers = made.Found.Reading is { } reading ? ZoneNumbers.Of(pixels, reading, marks, PictureView.Front) : [];
            Store.Add(Client, made with { Marks = marks, Numbers = numbers }, "Maren Holt", studio.Clock.GetUtcNow(), kept: true);
        }

        Take(0, 90);
        Take(7, 30);
        var told = await maren.Get(At("/compare"));
        Assert.Contains("Left cheek: redder", told.Page.QuerySelector("#told")!.TextContent, StringComparison.Ordinal);
        Assert.Single(told.Page.QuerySelectorAll("#told li"));
        Assert.All(told.Page.QuerySelectorAll(".numbers tbody tr td:last-child .small"), marks =>
            Assert.Matches("^(none|[0-9]+ and [0-9]+ of them, by [0-9.]+ and [0-9.]+ L\\* darker)$", marks.TextContent)
        );
        Assert.Equal(
            ("marks cover more", "marks cover less"),
            (
                PictureWords.Change(new(Core.Skin.FaceZone.Nose, PictureNumber.Marks, 2, 9, 1)),
                PictureWords.Change(new(Core.Skin.FaceZone.Nose, PictureNumber.Marks, 9, 2, 1))
            )
        );

        Take(7, 3);
        var all = Store.Of(Client).Reverse().ToList();
        var same = await maren.Get(At($"/compare?view=front&earlier={all[1].Id}&later={all[2].Id}"));
        Assert.NotNull(same.Page.QuerySelector("#nothing-told"));

        Take(0, 1, blur: 3);
        var last = Store.Of(Client)[0];
        var not = await maren.Get(At($"/compare?view=front&earlier={all[1].Id}&later={last.Id}"));
        Assert.Contains("No number is compared", not.Page.QuerySelector("#not-comparable")!.TextContent, StringComparison.Ordinal);
        Assert.Null(not.Page.QuerySelector(".numbers"));
    }

    [Fact]
    public async Task A_face_turned_otherwise_than_before_is_told_as_soon_as_its_eyes_are_set()
    {
        using var maren = await studio.SignedIn();
        studio.Services.GetRequiredService<PictureConsents>().Say(Client, PictureUse.Care, true, 1, "Maren Holt", studio.Clock.GetUtcNow());
        var today = DateOnly.FromDateTime(studio.Clock.GetUtcNow().UtcDateTime);
        var face = OnePicture.Face();
        string Take(int daysAgo, FaceMarks? marks)
        {
            var made = Records.PictureIntake.Make(
                new(face.Taken(DrawnLight.All[0], 0.72), null),
                PictureView.Front,
                today.AddDays(-daysAgo)
            );
            return Store.Add(Client, made with { Marks = marks }, "Maren Holt", studio.Clock.GetUtcNow(), kept: true)!;
        }

        Take(30, face.Face());
        async Task<string> Set(string id, double aside)
        {
            var eyes = await maren.Get(At($"/{id}/eyes"));
            var points = new[] { face.Face().RightEye, face.Face().LeftEye, face.Face().Mouth with { X = face.Face().Mouth.X + aside } };
            var done = await maren.Post(
                eyes.Address,
                [
                    new("__RequestVerificationToken", TokenOf(eyes)),
                    .. points
                        .SelectMany(point => new[] { point.X, point.Y })
                        .Select(share => new KeyValuePair<string, string>(
                            "places",
                            Math.Round(1000 * share).ToString(System.Globalization.CultureInfo.InvariantCulture)
                        )),
                ]
            );
            return done.Page.QuerySelector("#done")!.TextContent;
        }

        Assert.DoesNotContain("No number can be held", await Set(Take(2, null), 0), StringComparison.Ordinal);
        Assert.Contains("turned differently", await Set(Take(1, null), 0.03), StringComparison.Ordinal);
    }

    [Fact]
    public async Task The_owner_notes_the_house_s_own_error_and_a_wrong_number_is_named()
    {
        using var maren = await studio.SignedIn();
        var page = await maren.Get("/house/pictures");
        var wrong = await maren.Submit(page, "form:has([name=redness])", ("redness", "40"), ("erased", "3.5"));
        Assert.Contains("Redness, a*: give a number from 0.5 to 5", wrong.Text, StringComparison.Ordinal);
        Assert.Contains("give a whole number from 1 to 90", wrong.Text, StringComparison.Ordinal);
        Assert.Equal("40", wrong.Page.QuerySelector("#redness")!.GetAttribute("value"));

        await maren.Submit(page, "form:has([name=redness])", ("redness", "2,5"));
        Assert.Equal(2.5m, studio.Services.GetRequiredService<ProgramSettings>().Current().Choices.Pictures.RepeatRedness);

        // From an older page: named, and nothing of it saved.
        var stale = await maren.Submit(page, "form:has([name=redness])", ("redness", "1"));
        Assert.Contains("changed by somebody else", stale.Text, StringComparison.Ordinal);
        Assert.Equal(2.5m, studio.Services.GetRequiredService<ProgramSettings>().Current().Choices.Pictures.RepeatRedness);
    }

    [Fact]
    public void Other_words_of_consent_are_another_version()
    {
        var words = string.Join("\n", Enum.GetValues<PictureUse>().Select(PictureWords.Consent));
        var hash = Convert.ToHexStringLower(System.Security.Cryptography.SHA256.HashData(System.Text.Encoding.UTF8.GetBytes(words)));
        Assert.Equal((1, "f45aed355169cff2"), (PictureWords.ConsentVersion, hash[..16]));
    }

    private bool IsNotOfTheDemo(string file) =>
        !Store.Of(studio.ClientId("Petra")).Any(picture => Path.GetFileName(file).StartsWith(picture.File, StringComparison.Ordinal));

    public void Dispose() => studio.Dispose();
}
