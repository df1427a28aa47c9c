using System.Net;
using Microsoft.Extensions.DependencyInjection;
using OatPath.Store;
using OatPath.Web.Demo;
using OatPath.Web.People;
using OtpNet;

namespace OatPath.Web.Tests;

/// <summary>Guessing is slow, nobody is locked out by a stranger, signing out is final, a second factor is asked where it is set.</summary>
public sealed class SignInTests : IDisposable
{
    private readonly TestStudio studio = new();

    public void Dispose() => studio.Dispose();

    private Store.People People => studio.Services.GetRequiredService<Store.People>();

    private static async Task<Answer> Try(Browser browser, string name, string password, string path = "/sign-in")
    {
        var page = await browser.Get("/sign-in");
        return await browser.Post(
            path,
            [
                new("Name", name),
                new("Password", password),
                new(
                    "__RequestVerificationToken",
                    page.Page.QuerySelector("input[name=__RequestVerificationToken]")!.GetAttribute("value")!
                ),
            ]
        );
    }

    [Fact]
    public async Task A_stranger_who_guesses_waits_ever_longer_and_locks_nobody_out_who_signed_in_from_here_before()
    {
        using var owner = await studio.SignedIn();
        await owner.Submit(await owner.Get("/"), "form[action='/sign-out']");
        using var stranger = studio.Anyone();
        for (var i = 0; i < 5; i++)
        {
            Assert.Contains("not right", (await Try(stranger, "maren", "wrong")).Text, StringComparison.Ordinal);
        }

        Assert.Contains("Wait 15 seconds", (await Try(stranger, "maren", DemoLoader.Password)).Text, StringComparison.Ordinal);
        Assert.Equal("/", (await Try(owner, "maren", DemoLoader.Password)).Address);

        // Each further failure doubles the wait, to a quarter of an hour at most.
        foreach (
            var (passed, next) in new[]
            {
                (16, "Wait 30 seconds"),
                (31, "Wait 60 seconds"),
                (61, "Wait 2 minutes"),
                (121, "Wait 4 minutes"),
                (241, "Wait 8 minutes"),
                (481, "Wait 15 minutes"),
                (901, "Wait 15 minutes"),
            }
        )
        {
            studio.Clock.Advance(TimeSpan.FromSeconds(passed));
            Assert.Contains("not right", (await Try(stranger, "maren", "wrong")).Text, StringComparison.Ordinal);
            Assert.Contains(next, (await Try(stranger, "maren", DemoLoader.Password)).Text, StringComparison.Ordinal);
        }

        studio.Clock.Advance(TimeSpan.FromMinutes(16));
        Assert.Equal("/", (await Try(stranger, "maren", DemoLoader.Password)).Address);
    }

    [Theory]
    [InlineData("/Sign-in")]
    [InlineData("/SIGN-IN/")]
    [InlineData("/sign-in?x=1")]
    public async Task However_the_path_is_spelled_the_limits_are_the_same(string path)
    {
        using var stranger = studio.Anyone();
        for (var i = 0; i < 5; i++)
        {
            await Try(stranger, "maren", "wrong", i % 2 == 0 ? path : "/sign-in");
        }

        Assert.Contains("Too many attempts", (await Try(stranger, " MAREN ", "wrong", path)).Text, StringComparison.Ordinal);

        // A request limit by address counts every spelling together too.
        using var other = studio.Anyone();
        var statuses = new List<HttpStatusCode>();
        for (var n = 0; n < 40; n++)
        {
            statuses.Add((await other.Post(n % 2 == 0 ? path : "/sign-in", [])).Status);
        }

        Assert.Contains(HttpStatusCode.TooManyRequests, statuses);
    }

    [Fact]
    public async Task Names_are_not_told_apart_by_answer_or_wait()
    {
        using var stranger = studio.Anyone();
        var answers = new List<(string, string)>();
        for (var i = 0; i < 7; i++)
        {
            static string Said(Answer answer) => answer.Page.QuerySelector("[role=alert]")!.TextContent;
            answers.Add((Said(await Try(stranger, "maren", "wrong")), Said(await Try(stranger, "nobody", "wrong"))));
        }

        Assert.All(answers, pair => Assert.Equal(pair.Item1, pair.Item2));
    }

    [Fact]
    public async Task A_known_browser_is_slowed_down_too_when_it_guesses()
    {
        using var owner = await studio.SignedIn();
        await owner.Submit(await owner.Get("/"), "form[action='/sign-out']");
        for (var i = 0; i < 5; i++)
        {
            await Try(owner, "maren", "wrong");
        }

        Assert.Contains("Too many attempts", (await Try(owner, "maren", DemoLoader.Password)).Text, StringComparison.Ordinal);
        People.ClearAttempts(People.Find("maren")!.Id, studio.Clock.GetUtcNow());
        Assert.Equal("/", (await Try(owner, "maren", DemoLoader.Password)).Address);
    }

    [Fact]
    public async Task A_cookie_copied_before_signing_out_opens_nothing()
    {
        using var owner = await studio.SignedIn();
        using var copy = studio.Anyone();
        foreach (var (name, value) in owner.Cookies)
        {
            copy.SetCookie(name, value);
        }

        Assert.Equal("/", (await copy.Get("/")).Address);
        await owner.Submit(await owner.Get("/"), "form[action='/sign-out']");
        Assert.Contains("/sign-in", (await copy.Get("/")).Address, StringComparison.Ordinal);
    }

    [Fact]
    public async Task Sign_ins_elsewhere_end_by_a_press_and_with_a_new_password()
    {
        using var here = await studio.SignedIn();
        using var there = await studio.SignedIn();
        var me = People.Find("maren")!.Id;
        Assert.Contains("Sign out elsewhere (1)", (await here.Get("/house")).Text, StringComparison.Ordinal);
        await here.Submit(await here.Get("/house"), $"form[action$='End']:has(input[value='{me}'])");
        Assert.Contains("/sign-in", (await there.Get("/")).Address, StringComparison.Ordinal);
        Assert.Equal("/", (await here.Get("/")).Address);

        using var again = await studio.SignedIn();
        var changed = await here.Submit(
            await here.Get("/house"),
            "form[action$='Password']",
            ("current", DemoLoader.Password),
            ("next", "three quiet oat fields")
        );
        Assert.Contains("Your password is changed", changed.Text, StringComparison.Ordinal);
        Assert.Contains("/sign-in", (await again.Get("/")).Address, StringComparison.Ordinal);
        Assert.Equal("/", (await here.Get("/")).Address);
    }

    [Theory]
    [InlineData("short")]
    [InlineData("password2026")]
    [InlineData("Passwort1234!")]
    [InlineData("qwertyuiop")]
    [InlineData("0123456789")]
    [InlineData("9876543210ab")]
    [InlineData("aaaaaaaaaaaa")]
    [InlineData("abababababab")]
    [InlineData("marenholt1")]
    public void Usual_passwords_are_refused(string password) => Assert.NotNull(PasswordRules.Problem(password, "Maren Holt", "marenholt"));

    [Theory]
    [InlineData("three quiet oat fields")]
    [InlineData("Ünfreundliche Gänse im Nebel")]
    [InlineData("kX9#vQ2m!Lp4")]
    [InlineData("my password is a long walk home")]
    public void Others_are_taken_whatever_kinds_of_characters_they_have(string password) =>
        Assert.Null(PasswordRules.Problem(password, "Maren Holt", "marenholt"));

    private async Task<(string Secret, IReadOnlyList<string> Codes)> SetFactor(Browser browser)
    {
        var page = await browser.Get("/second-factor");
        var secret = page.Page.QuerySelector("input[name=secret]")!.GetAttribute("value")!;
        Assert.Contains("does not fit", (await browser.Submit(page, "main form", ("code", "000000"))).Text, StringComparison.Ordinal);
        var set = await browser.Submit(page, "main form", ("code", Code(secret)));
        return (secret, [.. set.Page.QuerySelectorAll("#codes li").Select(item => item.TextContent)]);
    }

    private string Code(string secret) => new Totp(Base32Encoding.ToBytes(secret)).ComputeTotp(studio.Clock.GetUtcNow().UtcDateTime);

    [Fact]
    public async Task With_a_second_factor_the_password_alone_opens_nothing_and_each_code_opens_once()
    {
        using var owner = await studio.SignedIn();
        var (secret, codes) = await SetFactor(owner);
        Assert.Equal(10, codes.Distinct().Count());
        studio.Clock.Advance(TimeSpan.FromMinutes(1));

        using var other = studio.Anyone();
        var asked = await Try(other, "maren", DemoLoader.Password);
        Assert.Contains("authenticator app", asked.Text, StringComparison.Ordinal);
        Assert.Contains("/sign-in", (await other.Get("/")).Address, StringComparison.Ordinal);
        var code = Code(secret);
        Assert.Equal("/", (await other.Submit(asked, "main form", ("code", code))).Address);

        using var replay = studio.Anyone();
        Assert.Contains(
            "used before",
            (await replay.Submit(await Try(replay, "maren", DemoLoader.Password), "main form", ("code", code))).Text,
            StringComparison.Ordinal
        );
        Assert.Equal(
            "/",
            (
                await replay.Submit(await Try(replay, "maren", DemoLoader.Password), "main form", ("code", codes[0].ToLowerInvariant()))
            ).Address
        );
        using var twice = studio.Anyone();
        Assert.Contains(
            "not right",
            (await twice.Submit(await Try(twice, "maren", DemoLoader.Password), "main form", ("code", codes[0]))).Text,
            StringComparison.Ordinal
        );
    }

    [Fact]
    public async Task Codes_cannot_be_guessed_and_the_ticket_ends()
    {
        using var owner = await studio.SignedIn();
        var (secret, _) = await SetFactor(owner);
        studio.Clock.Advance(TimeSpan.FromMinutes(1));
        using var other = studio.Anyone();
        var asked = await Try(other, "maren", DemoLoader.Password);
        for (var i = 0; i < 5; i++)
        {
            await other.Submit(asked, "main form", ("code", $"00000{i}"));
        }

        Assert.Contains(
            "Too many attempts",
            (await other.Submit(asked, "main form", ("code", Code(secret)))).Text,
            StringComparison.Ordinal
        );
        Assert.Contains(
            "longer than five minutes",
            (await other.Submit(asked, "main form", ("ticket", "forged"), ("code", Code(secret)))).Text,
            StringComparison.Ordinal
        );
    }

    [Fact]
    public async Task Codes_guessed_elsewhere_stand_in_nobodys_way_and_unlock_lifts_every_wait()
    {
        using var owner = await studio.SignedIn();
        var (secret, _) = await SetFactor(owner);
        await owner.Submit(await owner.Get("/"), "form[action='/sign-out']");
        studio.Clock.Advance(TimeSpan.FromMinutes(1));

        // Somebody who has the password guesses from many places.
        for (var place = 0; place < 12; place++)
        {
            using var stranger = studio.Anyone();
            stranger.From = $"2001:db8:0:{place}::1";
            var code = await Try(stranger, "maren", DemoLoader.Password);
            for (var i = 0; i < 6; i++)
            {
                await stranger.Submit(code, "main form", ("code", $"00000{i}"));
            }
        }

        using var elsewhere = studio.Anyone();
        elsewhere.From = "2001:db8:1::1";
        Assert.Equal(
            "/",
            (await elsewhere.Submit(await Try(elsewhere, "maren", DemoLoader.Password), "main form", ("code", Code(secret)))).Address
        );
        studio.Clock.Advance(TimeSpan.FromMinutes(1));
        owner.From = "2001:db8:0:3::1";
        Assert.Equal(
            "/",
            (await owner.Submit(await Try(owner, "maren", DemoLoader.Password), "main form", ("code", Code(secret)))).Address
        );

        // All of one network are one: another address of it waits too.
        using var neighbour = studio.Anyone();
        neighbour.From = "2001:db8:0:3:aaaa::7";
        studio.Clock.Advance(TimeSpan.FromMinutes(1));
        var asked = await Try(neighbour, "maren", DemoLoader.Password);
        for (var i = 0; i < 6; i++)
        {
            await neighbour.Submit(asked, "main form", ("code", $"10000{i}"));
        }

        using var sameHouse = studio.Anyone();
        sameHouse.From = "2001:db8:0:3:bbbb::8";
        asked = await Try(sameHouse, "maren", DemoLoader.Password);
        Assert.Contains(
            "Too many attempts",
            (await sameHouse.Submit(asked, "main form", ("code", Code(secret)))).Text,
            StringComparison.Ordinal
        );
        People.ClearAttempts(People.Find("maren")!.Id, studio.Clock.GetUtcNow());
        Assert.Equal("/", (await sameHouse.Submit(asked, "main form", ("code", Code(secret)))).Address);
    }

    [Fact]
    public async Task Unlocking_somebody_lifts_the_wait_of_their_address_too_and_later_failures_begin_anew()
    {
        // As from one office behind one address, with many names, over some minutes.
        for (var i = 0; i < 40; i++)
        {
            studio.Services.GetRequiredService<SignInAttempts>().Failed("address 192.0.2.9", SignInAttempts.FreeForAddress);
            studio.Clock.Advance(TimeSpan.FromSeconds(1));
        }

        using var owner = studio.Anyone();
        owner.From = "192.0.2.9";
        Assert.Contains("Too many", (await Try(owner, "maren", DemoLoader.Password)).Text, StringComparison.Ordinal);
        People.ClearAttempts(People.Find("maren")!.Id, studio.Clock.GetUtcNow());
        Assert.Contains("not right", (await Try(owner, "maren", "wrong")).Text, StringComparison.Ordinal);
        People.ClearAttempts(People.Find("maren")!.Id, studio.Clock.GetUtcNow());
        Assert.Equal("/", (await Try(owner, "maren", DemoLoader.Password)).Address);
    }

    [Fact]
    public async Task Where_the_house_asks_for_it_owner_and_practitioners_get_no_further_without()
    {
        using var owner = await studio.SignedIn();
        await SetFactor(owner);
        await owner.Submit(await owner.Get("/house"), "form[action$='Program']", ("secondFactor", "true"));

        using var tilde = await studio.SignedIn("tilde");
        using var oskar = await studio.SignedIn("oskar");
        Assert.Equal("/second-factor", (await tilde.Get("/clients")).Address);
        Assert.Equal("/clients", (await oskar.Get("/clients")).Address);
        Assert.Equal("/second-factor", (await tilde.Post("/clients/new", [new("Name", "Nobody")])).Address);
        await SetFactor(tilde);
        Assert.Equal("/clients", (await tilde.Get("/clients")).Address);
    }

    [Fact]
    public async Task A_second_factor_is_taken_away_by_the_password_only()
    {
        using var owner = await studio.SignedIn();
        await SetFactor(owner);
        Assert.Contains(
            "not right",
            (await owner.Submit(await owner.Get("/second-factor"), "form[action$='Remove']", ("password", "wrong"))).Text,
            StringComparison.Ordinal
        );
        await owner.Submit(await owner.Get("/second-factor"), "form[action$='Remove']", ("password", DemoLoader.Password));
        Assert.Null(People.Find("maren")!.Factor);
    }
}
