using System.Net;
using Microsoft.Extensions.DependencyInjection;
using OatPath.Core.Shelf;
using OatPath.Store;
using OatPath.Web.People;

namespace OatPath.Web.Tests;

/// <summary>The way of a new studio from an empty book to a plan on a phone: ticked by what stands there, gone once it is walked.</summary>
public sealed class FirstPathTests : IDisposable
{
    private readonly TestStudio studio = new(demo: false);

    public void Dispose() => studio.Dispose();

    private async Task<Browser> Owner()
    {
        var browser = studio.Anyone();
        await browser.Submit(
            await browser.Get("/first-run"),
            "main form",
            ("Code", studio.Services.GetRequiredService<FirstRunCode>().Code),
            ("Name", "Jonna Ask"),
            ("SignInName", "jonna"),
            ("Password", "a long password")
        );
        return browser;
    }

    private static string[] Open(Answer desk) =>
        [.. desk.Page.QuerySelectorAll(".first-path li:not(.is-done)").Select(line => line.QuerySelector("a, b")!.TextContent.Trim())];

    private static string? Now(Answer desk) => desk.Page.QuerySelector(".first-path li.is-now a")?.GetAttribute("href");

    [Fact]
    public async Task It_leads_from_the_numbers_to_a_plan_on_a_phone_and_goes_away()
    {
        using var owner = await Owner();
        var desk = await owner.Get("/");
        Assert.Equal(5, Open(desk).Length);
        Assert.Equal("/house", Now(desk));

        // Three fields, and back on the Desk.
        desk = await owner.Submit(
            await owner.Get("/house"),
            "main form",
            ("studio", "0555 100 200"),
            ("outOfHours", "0555 100 201"),
            ("emergency", "0555 112")
        );
        Assert.Equal("/", desk.Address);
        Assert.Equal("/shelf", Now(desk));
        Assert.Contains("a gentle cleanser, a moisturiser and a sunscreen of SPF 30 or more", desk.Text, StringComparison.Ordinal);

        var shelf = studio.Services.GetRequiredService<StudioShelf>();
        foreach (var product in Basics)
        {
            shelf.Save(product, 0);
        }

        Assert.Equal("/clients/new", Now(await owner.Get("/")));
        await owner.Submit(await owner.Get("/clients/new"), "main form", ("Name", "Ronja Fels"));
        var id = studio.ClientId("Ronja Fels");
        Assert.Equal($"/clients/{id}/start", Now(await owner.Get("/")));

        foreach (var product in Basics)
        {
            var page = await owner.Get($"/clients/{id}/shelf?q={product.Name}");
            await owner.Submit(page, $"form[action*='Bring']:has(input[value='{product.Id}'])");
        }

        await owner.Submit(await owner.Get($"/clients/{id}/publish"), "main form");
        desk = await owner.Get("/");
        Assert.Equal($"/clients/{id}/link", Now(desk));
        Assert.Single(Open(desk));

        using var phone = await studio.Phone("Ronja Fels");
        await phone.Get("/my");
        studio.Services.GetRequiredService<ViewLog>().Flush();
        Assert.Null((await owner.Get("/")).Page.QuerySelector(".first-path"));
    }

    [Fact]
    public async Task What_is_missing_on_the_house_page_stands_alone_until_it_is_there()
    {
        using var owner = await Owner();
        Assert.False((await owner.Get("/house")).Page.QuerySelector("details.house-rest")!.HasAttribute("open"));
        await owner.Submit(await owner.Get("/house"), "main form", ("studio", "0555 1"), ("outOfHours", "0555 2"), ("emergency", "0555 3"));
        Assert.True((await owner.Get("/house")).Page.QuerySelector("details.house-rest")!.HasAttribute("open"));
    }

    [Fact]
    public async Task It_can_be_put_away_and_had_back_and_other_choices_do_not_bring_it_back()
    {
        using var owner = await Owner();
        var away = await owner.Submit(await owner.Get("/"), ".first-path form");
        Assert.Null(away.Page.QuerySelector(".first-path"));
        Assert.Contains("needs the numbers clients are told", away.Text, StringComparison.Ordinal);

        await owner.Submit(await owner.Get("/house"), "form[action*='handler=Program']", ("backupsKept", "20"));
        Assert.Null((await owner.Get("/")).Page.QuerySelector(".first-path"));

        var back = await owner.Submit(await owner.Get("/house"), "form[action*='PutAway']", ("back", "true"));
        Assert.NotNull(back.Page.QuerySelector(".first-path"));
    }

    [Fact]
    public async Task Who_does_not_keep_the_house_cannot_put_it_away()
    {
        using var owner = await Owner();
        await owner.Submit(
            await owner.Get("/house"),
            "form[action*='handler=Person']",
            ("name", "Ida Ro"),
            ("signIn", "ida"),
            ("role", "practitioner"),
            ("password", "another long one")
        );
        using var ida = studio.Anyone();
        await ida.Submit(await ida.Get("/sign-in"), "main form", ("Name", "ida"), ("Password", "another long one"));
        var desk = await ida.Get("/");

        Assert.NotNull(desk.Page.QuerySelector(".first-path"));
        Assert.Null(desk.Page.QuerySelector(".first-path form"));
    }

    private static readonly Product[] Basics =
    [
        new()
        {
            Id = "wash",
            Name = "Brook gel",
            Kind = ProductKind.GelCleanser,
        },
        new()
        {
            Id = "cream",
            Name = "Ferry cream",
            Kind = ProductKind.Moisturiser,
        },
        new()
        {
            Id = "sun",
            Name = "Towpath fluid",
            Kind = ProductKind.SunscreenFluid,
            Spf = 50,
            BroadSpectrum = true,
        },
    ];
}
