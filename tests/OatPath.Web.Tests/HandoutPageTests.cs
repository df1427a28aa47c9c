using Microsoft.Extensions.DependencyInjection;
using OatPath.Web.Records;
using OatPath.Web.Wording;

namespace OatPath.Web.Tests;

public sealed class HandoutPageTests : IDisposable
{
    private readonly TestStudio studio = new();

    private string Address(string client) => $"/clients/{studio.ClientId(client)}/handout";

    [Fact]
    public async Task Two_sheets_carry_the_published_plan_its_cautions_and_the_numbers()
    {
        using var browser = await studio.SignedIn();
        var page = await browser.Get(Address("Orla"));
        var sheets = page.Page.QuerySelectorAll(".sheet");

        Assert.Equal(2, sheets.Length);
        Assert.Contains("Towpath fluid", sheets[0].TextContent, StringComparison.Ordinal);
        Assert.DoesNotContain("Towpath fluid", sheets[1].TextContent, StringComparison.Ordinal);
        Assert.Contains("Only 3 evenings a week: ", sheets[1].TextContent, StringComparison.Ordinal);
        var contacts = studio.Services.GetRequiredService<RecordRoom>().Derive(studio.ClientId("Orla"))!.Rules.Contacts;
        Assert.All(sheets, sheet =>
        {
            Assert.All(new[] { contacts.Studio, contacts.OutOfHours, contacts.Emergency, "Medical help now", Cautions.Last }, text =>
                Assert.Contains(text, sheet.TextContent, StringComparison.Ordinal)
            );
            Assert.Empty(sheet.QuerySelectorAll(".square"));
        });
    }

    [Fact]
    public async Task What_waits_in_the_draft_does_not_reach_the_paper()
    {
        using var browser = await studio.SignedIn();
        var shelf = $"/clients/{studio.ClientId("Orla")}/shelf";
        await browser.Submit(await browser.Get(shelf), "#offers form:has(input[value='rain-toner'])", ("product", "rain-toner"));

        Assert.Contains("Rain toner", (await browser.Get($"/clients/{studio.ClientId("Orla")}/routine")).Text, StringComparison.Ordinal);
        Assert.DoesNotContain("Rain toner", (await browser.Get(Address("Orla"))).Text, StringComparison.Ordinal);
    }

    [Fact]
    public async Task Before_anything_is_published_there_is_no_paper()
    {
        using var browser = await studio.SignedIn();
        await browser.Submit(await browser.Get("/clients/new"), "main form", ("Name", "Pia Rook"), ("Phone", ""));
        var page = await browser.Get(Address("Pia Rook"));

        Assert.EndsWith("/publish", page.Address, StringComparison.Ordinal);
        Assert.Contains("only what was published goes on paper", page.Text, StringComparison.Ordinal);
    }

    [Fact]
    public async Task The_square_code_is_a_new_link_and_the_old_phone_is_shut_out()
    {
        using var browser = await studio.SignedIn();
        using var phone = await studio.Phone("Orla");
        Assert.Contains("/my", (await phone.Get("/my")).Address, StringComparison.Ordinal);
        Assert.Contains("Reed water", (await phone.Get("/my/path")).Html, StringComparison.Ordinal);

        var sheet = await browser.Submit(await browser.Get(Address("Orla")), "header form");

        Assert.Equal(2, sheet.Page.QuerySelectorAll(".sheet .square svg").Length);
        Assert.DoesNotContain("Reed water", (await phone.Get("/my/path")).Html, StringComparison.Ordinal);
    }

    public void Dispose() => studio.Dispose();
}
