using System.Net;
using Microsoft.Extensions.DependencyInjection;
using OatPath.Web.People;

namespace OatPath.Web.Tests;

public sealed class PeopleTests : IDisposable
{
    private readonly TestStudio empty = new(demo: false);
    private readonly TestStudio studio = new();

    [Fact]
    public async Task The_first_run_needs_the_code_from_the_console_and_then_is_over()
    {
        using var browser = empty.Anyone();
        var page = await browser.Get("/sign-in");
        Assert.Equal("/first-run", page.Address);

        var refused = await browser.Submit(
            page,
            "main form",
            ("Code", "AAAA-BBBB-CCCC"),
            ("Name", "Maren Holt"),
            ("SignInName", "maren"),
            ("Password", "a long password")
        );
        Assert.Contains("One-time code", refused.Text, StringComparison.Ordinal);

        var code = empty.Services.GetRequiredService<FirstRunCode>().Code;
        var owner = await browser.Submit(refused, "main form", ("Code", code.ToLowerInvariant()), ("Password", "a long password"));
        Assert.Equal("/house", owner.Address);

        using var second = empty.Anyone();
        Assert.Equal("/sign-in", (await second.Get("/first-run")).Address);
        Assert.Contains("Nobody is in the book yet", (await browser.Get("/")).Text, StringComparison.Ordinal);
    }

    [Theory]
    [InlineData("client", true)]
    [InlineData(" CLIENT ", true)]
    [InlineData("Clienta", false)]
    public void Nobody_of_the_studio_is_called_as_clients_are_in_the_record(string name, bool refused) =>
        Assert.Equal(refused, PersonForm.Check(name, "maren", "a long password").Exists(problem => problem.Field == "Name"));

    [Fact]
    public async Task An_unknown_name_is_answered_like_a_wrong_password()
    {
        using var browser = studio.Anyone();
        var page = await browser.Get("/sign-in");

        Assert.Contains(
            "Name or password is not right",
            (await browser.Submit(page, "main form", ("Name", "nobody"), ("Password", "x"))).Text,
            StringComparison.Ordinal
        );
    }

    [Fact]
    public async Task Shutting_somebody_out_ends_the_session()
    {
        using var owner = await studio.SignedIn();
        using var tilde = await studio.SignedIn("tilde");
        Assert.Equal("/", (await tilde.Get("/")).Address);

        var people = studio.Services.GetRequiredService<Store.People>();
        people.SetActive(people.Find("tilde")!.Id, false);

        Assert.Contains("/sign-in", (await tilde.Get("/")).Address, StringComparison.Ordinal);
    }

    [Fact]
    public async Task An_assistant_prepares_but_neither_decides_nor_keeps_the_house()
    {
        using var oskar = await studio.SignedIn("oskar");
        var jory = studio.ClientId("Jory");
        var desk = await oskar.Get("/");
        var token = desk.Page.QuerySelector("input[name=__RequestVerificationToken]")!.GetAttribute("value")!;
        KeyValuePair<string, string> form = new("__RequestVerificationToken", token);

        Assert.DoesNotContain("Yes, step up", desk.Text, StringComparison.Ordinal);
        foreach (
            var (address, fields) in new (string, KeyValuePair<string, string>[])[]
            {
                ("/?handler=StepUp", [form, new("client", jory), new("product", "sedge-serum"), new("rung", "2"), new("version", "1")]),
                ($"/clients/{jory}/publish", [form]),
                ($"/clients/{jory}/link?handler=New", [form]),
                ($"/clients/{jory}/ramp?handler=Clear", [form, new("reason", "because")]),
                ($"/clients/{jory}/ramp?handler=Decide", [form, new("product", "sedge-serum"), new("what", "stop")]),
                ("/house", [form, new("studioName", "Mine")]),
                (
                    "/house?handler=Person",
                    [form, new("name", "X"), new("signIn", "xyz"), new("role", "owner"), new("password", "a long password")]
                ),
            }
        )
        {
            Assert.Equal(HttpStatusCode.Forbidden, (await oskar.Post(address, fields)).Status);
        }
    }

    [Fact]
    public async Task A_form_without_its_token_is_refused()
    {
        using var browser = await studio.SignedIn();

        Assert.Equal(HttpStatusCode.BadRequest, (await browser.Post("/clients/new", [new("Name", "Nobody")])).Status);
    }

    [Fact]
    public async Task Reading_a_record_is_logged()
    {
        using var browser = await studio.SignedIn("tilde");
        await browser.Get($"/clients/{studio.ClientId("Jory")}/ramp");

        Assert.Contains(studio.Services.GetRequiredService<Store.ViewLog>().Reads(studio.ClientId("Jory")), read =>
            read.Person == "Tilde Renn" && read.Page == "Ramp"
        );
    }

    public void Dispose()
    {
        empty.Dispose();
        studio.Dispose();
    }
}
