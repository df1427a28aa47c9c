using System.Net;
using Microsoft.Extensions.DependencyInjection;
using OatPath.Core.House;
using OatPath.Store;

namespace OatPath.Web.Tests;

/// <summary>What is typed is seen, and locks nobody out.</summary>
public sealed class TypedTests : IDisposable
{
    private readonly TestStudio studio = new();

    public void Dispose() => studio.Dispose();

    [Theory]
    [InlineData("Jory Pellan", true)]
    [InlineData("Ødegård-Núñez", true)]
    [InlineData("山田 花子", true)]
    [InlineData("می\u200cخواهم", true)]
    [InlineData("O'Brien 2nd", true)]
    [InlineData("", false)]
    [InlineData("   ", false)]
    [InlineData("\u200b\u200b", false)]
    [InlineData("...", false)]
    [InlineData("Anna\u202elleP", false)]
    [InlineData("Anna\u2066x\u2069", false)]
    [InlineData("Anna\nPell", false)]
    [InlineData("\ufeffAnna", false)]
    [InlineData("\U000E0041nna", false)]
    public void A_name_has_something_to_be_seen_and_turns_nothing_around(string name, bool taken) =>
        Assert.Equal(taken, TypedName.Problem(name) is null);

    [Fact]
    public async Task A_client_a_person_and_a_product_are_not_named_by_what_cannot_be_seen()
    {
        using var staff = await studio.SignedIn();
        var form = await staff.Get("/clients/new");
        Assert.Contains(
            "cannot be seen",
            (await staff.Submit(form, "main form", ("Name", "Anna\u202elleP"))).Text,
            StringComparison.Ordinal
        );
        Assert.Contains("can be seen", (await staff.Submit(form, "main form", ("Name", "\u200b"))).Text, StringComparison.Ordinal);
        var house = await staff.Get("/house");
        Assert.Contains(
            "cannot be seen",
            (
                await staff.Submit(
                    house,
                    "form[action$='Person']",
                    ("name", "Anna\u2066"),
                    ("signIn", "anna"),
                    ("role", "owner"),
                    ("password", "three quiet oat fields")
                )
            ).Text,
            StringComparison.Ordinal
        );
        Assert.Equal(13, studio.Services.GetRequiredService<Clients>().Count());
    }

    [Fact]
    public async Task A_browser_that_carries_too_much_is_relieved_of_it_and_nothing_typed_grows_that_large()
    {
        using var staff = await studio.SignedIn();
        for (var i = 0; i < 6; i++)
        {
            staff.SetCookie($"grown-{i}", new string('x', 5_000));
        }

        var answer = await staff.Get("/");
        Assert.Equal((HttpStatusCode.OK, "/"), (answer.Status, answer.Address));
        Assert.Equal(
            6,
            staff.SetCookies.Count(cookie =>
                cookie.StartsWith("grown-", StringComparison.Ordinal)
                && cookie.Contains("expires=Thu, 01 Jan 1970", StringComparison.Ordinal)
                && cookie.EndsWith("path=/", StringComparison.Ordinal)
            )
        );

        using var other = await studio.SignedIn();
        var token = (await other.Get("/clients/new")).Page.QuerySelector("input[name=__RequestVerificationToken]")!.GetAttribute("value")!;
        foreach (var at in new[] { "/?handler=StepUp", "/?handler=Wait" })
        {
            await other.Post(
                at,
                [
                    new("client", studio.ClientId("Jory")),
                    new("product", new string('p', 30_000)),
                    new("rung", "2"),
                    new("version", "1"),
                    new("__RequestVerificationToken", token),
                ],
                follow: false
            );
        }

        Assert.All(other.SetCookies, cookie => Assert.InRange(cookie.Length, 1, 4_000));
        Assert.InRange((await other.Get("/")).Page.QuerySelector("#done")!.TextContent.Trim().Length, 300, 500);
    }

    [Fact]
    public async Task A_shelf_file_that_nobody_looked_over_for_a_day_is_gone()
    {
        using var staff = await studio.SignedIn();
        var imports = studio.Services.GetRequiredService<ShelfImports>();
        var id = imports.Keep("a.csv", "name,kind\nReed,scrub\n", studio.Clock.GetUtcNow(), "test");
        studio.Clock.Advance(TimeSpan.FromHours(23));
        Assert.NotNull(imports.Find(id, studio.Clock.GetUtcNow()));
        studio.Clock.Advance(TimeSpan.FromHours(2));
        Assert.Null(imports.Find(id, studio.Clock.GetUtcNow()));
        using var again = await studio.SignedIn();
        Assert.Equal(HttpStatusCode.NotFound, (await again.Get($"/shelf/import/{id}")).Status);
    }
}
