using Microsoft.Extensions.DependencyInjection;
using OatPath.Core.Calibration;
using OatPath.Core.Case;
using OatPath.Core.CheckIn;
using OatPath.Core.Formats;
using OatPath.Core.House;
using OatPath.Store;
using OatPath.Web.Demo;
using OatPath.Web.Records;

namespace OatPath.Web.Tests;

/// <summary>The page that holds every chance to account, and what it keeps to itself.</summary>
public sealed class ChancesTests : IDisposable
{
    private readonly TestStudio studio = new();

    public void Dispose() => studio.Dispose();

    private ChancesKept Chances => studio.Services.GetRequiredService<ChancesKept>();

    [Fact]
    public async Task Before_it_is_counted_the_page_says_so_and_then_it_shows_what_was_said_and_what_followed()
    {
        using var maren = await studio.SignedIn();
        Assert.Contains("being counted", (await maren.Get("/scales/chances")).Text, StringComparison.Ordinal);
        Assert.Equal(404, (int)(await maren.Get("/scales/chances?handler=Csv")).Status);

        Chances.Count();
        var (account, _) = Chances.Latest!.Value;
        Assert.True(account.All.Clients >= HeldToAccount.FewestClients, $"{account.All.Clients}");

        var page = await maren.Get("/scales/chances");
        Assert.Contains($"of {account.All.Clients} clients", page.Text, StringComparison.Ordinal);
        Assert.NotNull(page.Page.QuerySelector("svg.curve .as-said"));
        Assert.All(studio.Services.GetRequiredService<Store.Clients>().Search(""), client =>
            Assert.DoesNotContain(client.Name, page.Text, StringComparison.Ordinal)
        );
        var csv = (await maren.Get("/scales/chances?handler=Csv")).Text;
        Assert.StartsWith(
            "product,name,clients,uses,told,mild_or_worse,strong,expected_strong,bite,bite_low,bite_high",
            csv,
            StringComparison.Ordinal
        );
    }

    [Fact]
    public void Counted_anew_it_is_the_same_and_whoever_left_is_not_in_it()
    {
        Chances.Count();
        var first = Chances.Latest!.Value.Account;
        Chances.Count();
        Assert.Equal(first.All, Chances.Latest!.Value.Account.All);
        Assert.Equal(first.Score, Chances.Latest!.Value.Account.Score);

        var counted = studio.Services.GetRequiredService<Store.Clients>().Search("").Count;
        var erasure = studio.Services.GetRequiredService<Store.Erasure>();
        foreach (var client in studio.Services.GetRequiredService<Store.Clients>().Search(""))
        {
            Assert.True(erasure.Erase(client.Id, client.Version, studio.Clock.GetUtcNow(), "Maren Holt"));
        }

        Chances.Count();
        Assert.True(counted > 0);
        Assert.Equal(0, Chances.Latest!.Value.Account.All.Uses);
    }

    private static readonly Lazy<CaseFile> Beginner = new(() =>
        CaseJson.ReadCase(File.ReadAllText(Path.Combine(AppContext.BaseDirectory, "demo", "cases", "beginner.json"))).Case!
    );

    /// <summary>Clients like one of the demo, of whom every second one was stung badly by each use.</summary>
    private void Stung(int clients)
    {
        var loader = studio.Services.GetRequiredService<DemoLoader>();
        var zone = studio.Services.GetRequiredService<Studio>().Current().Rules.Zone;
        var file = DemoShift.ToToday(Beginner.Value, studio.Clock.GetUtcNow(), CareDay.ZoneOf(zone));
        for (var i = 0; i < clients; i++)
        {
            var stung = new SkinReport { Sting = i % 2 == 0 ? 7 : 1, StingSeconds = 60 };
            loader.Load(
                file with
                {
                    Log = [.. file.Log.Select(entry => entry is CheckedIn told ? told with { Report = stung } : entry)],
                },
                new($"Made up {i}", "")
            );
        }
    }

    [Fact]
    public async Task Where_more_happened_than_was_said_the_margin_grows_by_itself_and_the_owner_is_told()
    {
        Stung(60);
        var house = studio.Services.GetRequiredService<Studio>();
        Assert.Equal(100, house.Current().Rules.EstimateMarginPercent);
        var id = studio.ClientId("Perrin");
        var before = Ladders(id);

        Chances.Count();
        var rules = house.Current().Rules;
        Assert.True(rules.EstimateMarginPercent > 100);
        Assert.Equal([house.Today(studio.Clock.GetUtcNow())], rules.EstimateMargins.Select(since => since.From));
        Assert.Equal("Oat Path", house.History()[^1].By);
        Assert.Equal(before, Ladders(id));

        // Counted with it, it is not taken again, and nothing waits to be published because of it.
        var written = house.History().Count;
        Chances.Count();
        Assert.Equal(written, house.History().Count);
        Assert.False(studio.Services.GetRequiredService<RecordRoom>().Derive(id)!.RulesWait);

        using var owner = await studio.SignedIn();
        Assert.Contains(
            "times what is reckoned",
            (await owner.Get("/")).Page.QuerySelector("#widened")!.TextContent,
            StringComparison.Ordinal
        );
        var page = (await owner.Get("/scales/chances")).Page;
        Assert.Contains("more strong reactions happened", page.QuerySelector("#margin")!.TextContent, StringComparison.Ordinal);
        Assert.Equal(Chances.Latest!.Value.Account.IsSurelyMore, page.QuerySelector("#past-margin") is not null);
        Assert.Contains(
            "times what is reckoned",
            (await owner.Get("/house/watch")).Page.QuerySelector("#watch-chances")!.TextContent,
            StringComparison.Ordinal
        );
        using var assistant = await studio.SignedIn("oskar");
        Assert.Null((await assistant.Get("/")).Page.QuerySelector("#widened"));

        // Two weeks later it is no news any more.
        studio.JumpTo(studio.Clock.GetUtcNow().AddDays(15));
        using var later = await studio.SignedIn();
        Assert.Null((await later.Get("/")).Page.QuerySelector("#widened"));
    }

    [Fact]
    public async Task What_the_house_has_seen_of_a_product_stands_where_it_is_chosen()
    {
        Stung(20);
        using var maren = await studio.SignedIn();
        Assert.Null((await maren.Get("/shelf/sedge-serum")).Page.QuerySelector("#bite"));
        Chances.Count();

        var bite = Assert.Single(Chances.Bites, bite => bite.Product == "sedge-serum");
        Assert.True(bite is { MayBeShown: true, Strays: 1 }, $"{bite}");
        Assert.Contains(
            "times its label",
            (await maren.Get("/shelf/sedge-serum")).Page.QuerySelector("#bite")!.TextContent,
            StringComparison.Ordinal
        );
        Assert.Contains(
            "bites more",
            (await maren.Get("/scales/chances")).Page.QuerySelector("#bites")!.TextContent,
            StringComparison.Ordinal
        );
        Assert.Contains("sedge-serum", (await maren.Get("/scales/chances?handler=Csv")).Text, StringComparison.Ordinal);
        var ramp = await maren.Get($"/clients/{studio.ClientId("Jory")}/ramp");
        Assert.Contains("The estimate reckons with", ramp.Text, StringComparison.Ordinal);

        // Another strength under the same name is another product: nothing is known of it.
        var shelf = studio.Services.GetRequiredService<StudioShelf>();
        var row = shelf.Find("sedge-serum")!.Value;
        shelf.Save(row.Product with { Ph = 3.1m }, row.Version);
        Chances.Count();
        Assert.DoesNotContain(Chances.Bites, each => each.Product == "sedge-serum");
        Assert.Null((await maren.Get("/shelf/sedge-serum")).Page.QuerySelector("#bite"));
        Assert.Empty(studio.Services.GetRequiredService<Studio>().Current().Rules.BitesInForce());
    }

    [Fact]
    public async Task What_the_house_has_seen_holds_from_its_day_on_changes_no_rung_and_is_off_by_one_choice()
    {
        Stung(20);
        var house = studio.Services.GetRequiredService<Studio>();
        var jory = studio.ClientId("Jory");
        var before = Ladders(jory);
        Chances.Count();

        var since = Assert.Single(house.Current().Rules.ProductBites, since => since.Product == "sedge-serum");
        Assert.True(since.Percent > 100);
        Assert.Equal(house.Today(studio.Clock.GetUtcNow()), since.From);
        Assert.Equal("Oat Path", house.History()[^1].By);
        Assert.Equal(before, Ladders(jory));
        Assert.False(studio.Services.GetRequiredService<RecordRoom>().Derive(jory)!.RulesWait);

        // Counted again it is not written again.
        var written = house.History().Count;
        Chances.Count();
        Assert.Equal(written, house.History().Count);

        using var owner = await studio.SignedIn();
        Assert.Contains(
            "times its label since",
            (await owner.Get("/scales/chances")).Page.QuerySelector("#bites")!.TextContent,
            StringComparison.Ordinal
        );
        await owner.Submit(await owner.Get("/house"), "main form", ("bitesHold", "no"));
        Assert.Empty(house.Current().Rules.BitesInForce());
        Assert.NotEmpty(house.Current().Rules.ProductBites);
        Chances.Count();
        Assert.Empty(house.Current().Rules.BitesInForce());
        Assert.Contains("be slower with it", (await owner.Get($"/clients/{jory}/ramp")).Text, StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_house_that_wants_it_told_only_is_told_only()
    {
        Stung(60);
        using var owner = await studio.SignedIn();
        await owner.Submit(await owner.Get("/house"), "main form", ("marginGrows", "no"));
        Chances.Count();

        Assert.Equal(100, studio.Services.GetRequiredService<Studio>().Current().Rules.EstimateMarginPercent);
        Assert.NotNull((await owner.Get("/scales/chances")).Page.QuerySelector("#past-margin"));
        Assert.Contains(
            "Look:",
            (await owner.Get("/house/watch")).Page.QuerySelector("#watch-chances")!.TextContent,
            StringComparison.Ordinal
        );
    }

    private List<(string, int, Core.Plan.LadderState)> Ladders(string id) =>
        [
            .. studio
                .Services.GetRequiredService<RecordRoom>()
                .Derive(id)!
                .ClientPath()
                .Ladders.Select(ladder => (ladder.Product, ladder.Rung, ladder.State)),
        ];
}
