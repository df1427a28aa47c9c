using Microsoft.Extensions.DependencyInjection;
using OatPath.Core.Shelf;
using OatPath.Store;

namespace OatPath.Web.Tests;

/// <summary>
/// Many labels at once: each fault named, the rest kept, what stands already recognised, and all of it undone with one press.
/// </summary>
public sealed class PasteLabelsTests : IDisposable
{
    private const string Good = """
        Pine wash, gel cleanser, 200 mL, 14.00
        Pine toner, toner, glycolic 5, pH 3.9, 150 mL
        Pine fluid, sunscreen fluid, SPF 50 UVA, 100 mL
        """;

    private readonly TestStudio studio = new();

    public void Dispose() => studio.Dispose();

    private IReadOnlyList<Product> Shelf => studio.Services.GetRequiredService<StudioShelf>().All();

    private static async Task<Answer> Read(Browser browser, string text) =>
        await browser.Submit(await browser.Get("/shelf/paste"), "form[action*='handler=Read']", ("text", text));

    private static Task<Answer> Keep(Browser browser, Answer page, params (string, string?)[] changes) =>
        browser.Submit(page, "form[action*='handler=Keep']", changes);

    [Fact]
    public async Task Lines_are_read_looked_over_kept_and_taken_back()
    {
        using var browser = await studio.SignedIn();
        var before = Shelf.Count;
        var page = await Read(browser, Good);
        Assert.Equal(3, page.Page.QuerySelectorAll(".pasted-row").Length);
        Assert.Equal(before, Shelf.Count);

        var kept = await Keep(browser, page);
        Assert.Equal("/shelf", kept.Address);
        Assert.Equal(before + 3, Shelf.Count);
        var toner = Shelf.Single(product => product.Name == "Pine toner");
        Assert.Equal((ProductKind.ExfoliatingToner, 3.9m, 5m), (toner.Kind, toner.Ph, toner.Actives.Single().Percent));

        await browser.Submit(kept, "form[action*='handler=Undo']");
        Assert.Equal(before, Shelf.Count);
    }

    [Fact]
    public async Task What_is_wrong_is_named_in_its_place_and_the_rest_is_kept()
    {
        using var browser = await studio.SignedIn();
        var page = await Read(browser, Good);
        var half = await Keep(browser, page, ("r1.ph", "sour"), ("r2.actives", "moonpetal 3"));

        Assert.Contains(Shelf, product => product.Name == "Pine wash");
        Assert.DoesNotContain(Shelf, product => product.Name is "Pine toner" or "Pine fluid");
        Assert.Equal(2, half.Page.QuerySelectorAll(".pasted-row").Length);
        Assert.Contains("pH: write a number", half.Text, StringComparison.Ordinal);
        Assert.Contains("moonpetal is not known", half.Text, StringComparison.Ordinal);
        Assert.Equal("sour", half.Page.QuerySelector("[name='r0.ph']")!.GetAttribute("value"));

        var whole = await Keep(browser, half, ("r0.ph", "3.9"), ("r1.actives", ""));
        Assert.Equal("/shelf", whole.Address);
        Assert.Contains(Shelf, product => product.Name == "Pine fluid");
    }

    [Fact]
    public async Task What_holds_the_same_under_another_name_is_recognised_and_left_unless_it_is_ticked()
    {
        const string List = "Aqua, Glycerin, Lactic Acid 5%, Panthenol, Xanthan Gum, Phenoxyethanol";
        using var browser = await studio.SignedIn();
        await Keep(browser, await Read(browser, $"Alder night water\nIngredients: {List}"));
        var known = Shelf.Count;

        var page = await Read(
            browser,
            $"Alder evening water\nIngredients: {List.ToUpperInvariant()}\n\nAlder strong water\nIngredients: " + List.Replace("5%", "8%")
        );
        var rows = page.Page.QuerySelectorAll(".pasted-row");
        Assert.Contains("holds the same as Alder night water", rows[0].TextContent, StringComparison.Ordinal);
        Assert.DoesNotContain("holds the same", rows[1].TextContent, StringComparison.Ordinal);
        await Keep(browser, page);
        Assert.Equal(known + 1, Shelf.Count);
        await Keep(browser, page, ("r0.taken", "true"), ("r1.taken", null));
        Assert.Contains(Shelf, product => product.Name == "Alder evening water");
    }

    [Fact]
    public async Task What_stands_already_is_recognised_and_left_unless_it_is_ticked()
    {
        using var browser = await studio.SignedIn();
        var known = Shelf.First(product => product.Name == "Reed water");
        var page = await Read(browser, "reed WATER, toner, glycolic 9, pH 3.7\n" + Good);
        Assert.Contains("stands on the shelf already", page.Text, StringComparison.Ordinal);
        Assert.False(page.Page.QuerySelector("[name='r0.taken']")!.HasAttribute("checked"));

        await Keep(browser, page);
        Assert.Equal(
            known,
            Shelf.First(product => product.Id == known.Id) with
            {
                Actives = known.Actives,
                Contains = known.Contains,
                GelZones = known.GelZones,
            }
        );

        await Keep(browser, page, ("r0.taken", "true"), ("r1.taken", null), ("r2.taken", null), ("r3.taken", null));
        var now = Shelf.Single(product => product.Id == known.Id);
        Assert.Equal(9, now.Actives.Single().Percent);
        Assert.Equal(known.ContentMl, now.ContentMl);
    }

    [Fact]
    public async Task The_labels_of_a_whole_shelf_come_back_as_products_each_once()
    {
        var labels = Shelf.Where(product => product.Label.Contains("Ingredients", StringComparison.Ordinal)).ToList();
        using var empty = new TestStudio(demo: false);
        using var browser = empty.Anyone();
        await browser.Submit(
            await browser.Get("/first-run"),
            "main form",
            ("Code", empty.Services.GetRequiredService<People.FirstRunCode>().Code),
            ("Name", "Jonna Ask"),
            ("SignInName", "jonna"),
            ("Password", "a long password")
        );
        var page = await Read(browser, string.Join("\n\n", labels.Select(product => product.Label)));
        Assert.Equal(labels.Count, page.Page.QuerySelectorAll(".pasted-row").Length);

        var answer = await Keep(browser, page);
        Assert.True(answer.Address == "/shelf", answer.Text);
        var kept = empty.Services.GetRequiredService<StudioShelf>().All();
        Assert.Equal(labels.Count, kept.Count);
        var right = kept.Count(product => labels.Exists(known => known.Name == product.Name && known.Kind == product.Kind));
        Assert.True(right > labels.Count * 8 / 10, $"{right} of {labels.Count}");
        Assert.All(kept, product => Assert.NotEmpty(product.Label));
    }

    [Fact]
    public async Task Two_of_one_name_and_a_poem_are_answered_and_nothing_is_lost()
    {
        using var browser = await studio.SignedIn();
        var before = Shelf.Count;
        var page = await Read(browser, "Pine wash, gel cleanser\nPine wash, foam cleanser\n\nThe river went by\nand nobody asked it");
        Assert.Contains("no list of ingredients", page.Text, StringComparison.Ordinal);

        var half = await Keep(browser, page, ("r2.taken", null));
        Assert.Equal(before + 1, Shelf.Count);
        Assert.True(half.Text.Contains("Pine wash stands here twice", StringComparison.Ordinal), half.Text);
        Assert.Contains("The river went by", half.Html, StringComparison.Ordinal);
        Assert.Contains("paste labels", (await Read(browser, " ")).Text, StringComparison.Ordinal);
    }
}
