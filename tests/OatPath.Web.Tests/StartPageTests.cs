using System.Net;
using Microsoft.Extensions.DependencyInjection;
using OatPath.Core.Audit;
using OatPath.Core.Case;
using OatPath.Core.Skin;
using OatPath.Web.Records;

namespace OatPath.Web.Tests;

public sealed class StartPageTests : IDisposable
{
    private readonly TestStudio studio = new();

    private ClientRecord Record(string name) => studio.Services.GetRequiredService<RecordRoom>().Derive(studio.ClientId(name))!;

    private async Task<Browser> WithNewClient(params (string, string?)[] answers)
    {
        var browser = await studio.SignedIn();
        await browser.Submit(await browser.Get("/clients/new"), "main form", ("Name", "Pia Rook"), ("Phone", ""));
        if (answers.Length > 0)
        {
            await browser.Submit(await browser.Get($"/clients/{studio.ClientId("Pia")}/meet"), "main form", answers);
        }

        studio.Clock.Advance(TimeSpan.FromMinutes(1));
        return browser;
    }

    private string Address(string more = "") => $"/clients/{studio.ClientId("Pia")}/start{more}";

    [Fact]
    public async Task A_proposal_in_three_sizes_says_why_and_one_press_puts_it_on_the_bench_with_undo()
    {
        using var browser = await WithNewClient(("skinType", "Oily"), ("concern", "Breakouts"));
        var page = await browser.Get(Address());
        Assert.Equal(["Essential", "Standard", "Full"], page.Page.QuerySelectorAll(".size h2").Select(title => title.TextContent));
        Assert.Contains(
            "For breakouts: salicylic acid, the first that fits this skin.",
            page.Page.QuerySelector(".size")!.TextContent,
            StringComparison.Ordinal
        );

        var bench = await browser.Submit(page, ".size:first-child form");
        Assert.Contains("The essential routine is on the Bench as a draft.", bench.Text, StringComparison.Ordinal);
        Assert.Empty(PathAuditor.Audit(Record("Pia").Draft, Record("Pia").Rules, Record("Pia").DraftPath()));
        Assert.Single(Record("Pia").Draft.Decisions.OfType<StartActive>());
        Assert.Null(Record("Pia").Published);

        studio.Clock.Advance(TimeSpan.FromMinutes(1));
        await browser.Submit(bench, ".done form");
        Assert.Empty(Record("Pia").Draft.Shelf);
        Assert.Empty(Record("Pia").Draft.Decisions);
    }

    [Fact]
    public async Task Before_anything_is_asked_the_page_says_so()
    {
        using var browser = await WithNewClient();
        Assert.Contains("Nothing is asked yet", (await browser.Get(Address())).Text, StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_routine_copied_from_another_client_is_fitted_to_allergies_and_tells_what_differs()
    {
        using var browser = await WithNewClient(("allergy", nameof(Allergen.Salicylates)));
        var other = studio.ClientId("Sunniva");
        var bench = await browser.Get($"/clients/{other}/shelf?q=willow");
        await browser.Submit(bench, "#offers form:has(input[value='willow-drops'])", ("product", "willow-drops"));
        var page = await browser.Get(Address($"?from={other}"));

        var line = page
            .Page.QuerySelectorAll(".fit li")
            .Single(line => line.TextContent.Contains("Willow drops", StringComparison.Ordinal))
            .TextContent;
        Assert.Contains("salicylates", line, StringComparison.Ordinal);
        Assert.DoesNotContain("as it is", line, StringComparison.Ordinal);
        await browser.Submit(page, "main form");
        Assert.DoesNotContain(Record("Pia").Draft.Shelf, item => item.Product.Has(Family.Bha));
        Assert.Contains(Record("Pia").Draft.Shelf, item => item.Product.Id == "reed-water");
        Assert.Empty(Record("Pia").Draft.Log);
        Assert.Contains(studio.Services.GetRequiredService<Store.ViewLog>().Reads(other), read => read.Page == "Copied from");
    }

    [Fact]
    public async Task A_template_holds_order_and_week_and_nothing_of_the_client()
    {
        using var browser = await WithNewClient();
        var orla = $"/clients/{studio.ClientId("Orla")}/routine";
        var page = await browser.Submit(
            await browser.Get(orla),
            "#place-form",
            ("moment", "Evening"),
            ("product", "dew-serum"),
            ("before", "reed-water")
        );
        studio.Clock.Advance(TimeSpan.FromMinutes(1));
        page = await browser.Submit(page, ".week-shape", ("rest", "Sunday"));
        Assert.Contains(
            "give a name of 1 to 80 characters",
            (await browser.Submit(page, ".keep-template", ("name", "  "))).Text,
            StringComparison.Ordinal
        );
        var kept = await browser.Submit(page, ".keep-template", ("name", "Glycolic, gently"));
        Assert.Contains("kept as a template", kept.Text, StringComparison.Ordinal);
        Assert.Contains(
            "is taken; choose another",
            (await browser.Submit(page, ".keep-template", ("name", "glycolic, GENTLY"))).Text,
            StringComparison.Ordinal
        );

        var template = studio.Services.GetRequiredService<Store.Templates>().All().Single();
        Assert.DoesNotContain("Orla", System.Text.Json.JsonSerializer.Serialize(template), StringComparison.Ordinal);
        var start = await browser.Get(Address());
        var fitted = await browser.Get(start.Page.QuerySelector("a[href*='template=']")!.GetAttribute("href")!);
        await browser.Submit(fitted, "main form");
        var draft = Record("Pia").Draft;
        Assert.Equal([DayOfWeek.Sunday], draft.Decisions.OfType<ShapeWeek>().Single().RestEvenings);
        Assert.True(
            draft.Decisions.OfType<SetOrder>().Single().Products.ToList() is var order
                && order.IndexOf("dew-serum") < order.IndexOf("reed-water")
        );
        Assert.Empty(PathAuditor.Audit(draft, Record("Pia").Rules, Record("Pia").DraftPath()));
    }

    [Fact]
    public async Task A_template_is_taken_off_the_list_and_put_back()
    {
        using var browser = await studio.SignedIn();
        await browser.Submit(await browser.Get($"/clients/{studio.ClientId("Orla")}/routine"), ".keep-template", ("name", "Plain"));
        var list = await browser.Submit(await browser.Get("/templates"), "main .lines form");
        Assert.Contains("None is kept yet", list.Text, StringComparison.Ordinal);
        Assert.Contains("Plain", (await browser.Submit(list, ".done form")).Text, StringComparison.Ordinal);
    }

    [Fact]
    public async Task Assistants_look_but_do_not_decide_and_a_guess_is_not_found()
    {
        using var owner = await WithNewClient(("skinType", "Oily"));
        using var assistant = await studio.SignedIn("oskar");
        var page = await assistant.Get(Address());
        Assert.Null(page.Page.QuerySelector(".size form"));
        var owned = await owner.Get(Address());
        var token = (await assistant.Get("/clients/new"))
            .Page.QuerySelector("input[name=__RequestVerificationToken]")!
            .GetAttribute("value")!;
        var refused = await assistant.Post(
            Address("?handler=Propose"),
            [new("size", "Full"), new("Version", "1"), new("__RequestVerificationToken", token)],
            follow: false
        );
        Assert.True(refused.Status is HttpStatusCode.Forbidden or HttpStatusCode.Redirect);
        Assert.Empty(Record("Pia").Draft.Shelf);
        Assert.Equal(HttpStatusCode.NotFound, (await owner.Get(Address("?template=nothing"))).Status);
    }

    public void Dispose() => studio.Dispose();
}
