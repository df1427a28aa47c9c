using System.Net;
using System.Text;
using AngleSharp.Html.Dom;
using Microsoft.Extensions.DependencyInjection;
using OatPath.Core.Case;
using OatPath.Core.Known;
using OatPath.Core.Plan;
using OatPath.Core.Shelf;
using OatPath.Core.Skin;
using OatPath.Store;
using OatPath.Web.Records;

namespace OatPath.Web.Tests;

public sealed class ShelfPageTests : IDisposable
{
    private const string AcidWash =
        "Harbour morning wash\nAqua, Glycerin, Cocamidopropyl Betaine, Glycolic Acid 4 %, Sodium Hydroxide, Phenoxyethanol, "
        + "Ethylhexylglycerin, pH 3.9";
    private readonly TestStudio studio = new();

    private Store.StudioShelf Shelf => studio.Services.GetRequiredService<Store.StudioShelf>();
    private Stock Stock => studio.Services.GetRequiredService<Stock>();

    private ClientRecord Record(string name) => studio.Services.GetRequiredService<RecordRoom>().Derive(studio.ClientId(name))!;

    private static string? Value(Answer page, string selector) =>
        page.Page.QuerySelector(selector) switch
        {
            IHtmlInputElement input => input.Value,
            IHtmlSelectElement select => select.Value,
            var other => other?.TextContent,
        };

    [Theory]
    [InlineData("?kind=scrub", "Sand scrub", "Reed water")]
    [InlineData("?role=retinoid", "Heron night drops", "Reed water")]
    [InlineData("?role=not-for-home", "Spire salon liquid", "Reed water")]
    [InlineData("?active=azelaic", "Chalk cream", "Reed water")]
    [InlineData("?q=ferrymead+glycolic", "Reed water", "Chalk cream")]
    [InlineData("?archived=true", "Nothing was taken off", "Chalk cream")]
    public async Task The_shelf_is_searched_and_filtered(string query, string found, string absent)
    {
        using var browser = await studio.SignedIn();
        foreach (var address in new[] { $"/shelf{query}", $"/shelf{query}&handler=List" })
        {
            var list = (await browser.Get(address)).Page.QuerySelector("#list, ul.lines, p.soft")!.ParentElement!.TextContent;
            Assert.Contains(found, list, StringComparison.Ordinal);
            Assert.DoesNotContain(absent, list, StringComparison.Ordinal);
        }
    }

    [Fact]
    public async Task A_pasted_label_fills_the_form_and_keeps_what_was_typed()
    {
        using var browser = await studio.SignedIn();
        var form = await browser.Get("/shelf/new");
        var fields = Fields(form, "#product");
        fields["label"] = AcidWash;
        fields["line"] = "Own line";
        fields["price"] = "12";
        var read = await browser.Post("/shelf/new?handler=Read", fields);

        Assert.Equal("Harbour morning wash", Value(read, "#p-name"));
        Assert.Equal(nameof(ProductKind.ExfoliatingCleanser), Value(read, "#p-kind"));
        Assert.Equal(("3.9", "Own line", "12"), (Value(read, "#p-ph"), Value(read, "#p-line"), Value(read, "#p-price")));
        Assert.Equal(nameof(Substance.Glycolic), Value(read, "select[name=activeSubstance]"));
        Assert.Equal("4", Value(read, "input[name=activePercent]"));
        Assert.DoesNotContain(Shelf.All(), product => product.Name == "Harbour morning wash");

        var kept = Fields(read, "#product");
        kept["kind"] = nameof(ProductKind.GelCleanser);
        Assert.Equal(nameof(ProductKind.GelCleanser), Value(await browser.Post("/shelf/new?handler=Read", kept), "#p-kind"));

        await browser.Post("/shelf/new", Fields(read, "#product"));
        Assert.Equal(AcidWash, Shelf.All().Single(product => product.Name == "Harbour morning wash").Label);
    }

    [Fact]
    public async Task Settings_are_named_as_the_maker_does_and_only_those_a_device_has_are_asked()
    {
        using var browser = await studio.SignedIn();
        var form = await browser.Get("/shelf/ripple-plate");
        Assert.NotNull(form.Page.QuerySelector("#p-set-negative"));
        Assert.Null(form.Page.QuerySelector("#p-set-warm"));
        var fields = Fields(form, "#product");
        (fields["set-negative"], fields["set-positive"]) = ("1 press", "1 press");
        Assert.Contains("two names", (await browser.Post("/shelf/ripple-plate", fields)).Text, StringComparison.Ordinal);

        fields["set-positive"] = "2 presses";
        await browser.Post("/shelf/ripple-plate", fields);
        Assert.Equal(
            [new SheetSetting("negative", "1 press"), new SheetSetting("positive", "2 presses")],
            Shelf.All().Single(product => product.Id == "ripple-plate").Sheet!.Settings
        );
        Assert.Equal("2 presses", Value(await browser.Get("/shelf/ripple-plate"), "#p-set-positive"));
    }

    [Fact]
    public async Task A_paste_of_five_megabytes_or_of_no_text_is_answered_in_place_with_the_form_kept()
    {
        using var browser = await studio.SignedIn();
        var fields = Fields(await browser.Get("/shelf/new"), "#product");
        fields["name"] = "Keep me";
        foreach (
            var (label, remedy) in new[]
            {
                (new string('a', 5_000_000), "at most 20,000"),
                ("\u0001\u0002\u0003\u0004 x", "no text"),
                ("  ", "paste the list"),
            }
        )
        {
            fields["label"] = label;
            var answer = await browser.Post("/shelf/new?handler=Read", fields);
            Assert.Equal(HttpStatusCode.OK, answer.Status);
            Assert.Contains(remedy, answer.Text, StringComparison.Ordinal);
            Assert.Equal("Keep me", Value(answer, "#p-name"));
        }
    }

    [Fact]
    public async Task A_client_learns_which_of_three_bottles_is_parked_why_and_what_to_use_instead()
    {
        using var browser = await studio.SignedIn();
        await browser.Submit(await browser.Get("/clients/new"), "main form", ("Name", "Pia Rook"), ("Phone", ""));
        var address = $"/clients/{studio.ClientId("Pia")}/shelf";
        Answer page = null!;
        foreach (
            var label in new[]
            {
                "Reed clear water\nToner, 7 % glycolic acid, pH 3.6\nAqua, Glycolic Acid, Propanediol, Phenoxyethanol",
                AcidWash,
                "Plain lotion\nAqua, Glycerin, Caprylic/Capric Triglyceride, Cetearyl Alcohol, Glyceryl Stearate, Phenoxyethanol",
            }
        )
        {
            var fields = Fields(await browser.Get(address), "#own-form");
            fields["label"] = label;
            var read = await browser.Post($"{address}?handler=Read", fields);
            Assert.Contains(
                label == AcidWash ? "For this client: park it" : "For this client: keep it",
                read.Text,
                StringComparison.Ordinal
            );
            page = await browser.Post($"{address}?handler=Own", Fields(read, "#own-form"));
        }

        var parked = Assert.Single(Record("Pia").Draft.Shelf, item => item.State == ShelfState.Parked);
        Assert.Equal("Harbour morning wash", parked.Product.Name);
        Assert.Contains("Reed clear water is an acid too", page.Text, StringComparison.Ordinal);

        var use = page.Page.QuerySelector("button[name=with]")!;
        var replace = Fields(page, $"form:has(button[value='{use.GetAttribute("value")}'])");
        replace["with"] = use.GetAttribute("value")!;
        var done = await browser.Post($"{address}?handler=Replace", replace);
        Assert.Equal(ShelfState.InUse, Record("Pia").Draft.Shelf.Single(item => item.Product.Id == replace["with"]).State);

        await browser.Submit(done, ".done form");
        Assert.DoesNotContain(Record("Pia").Draft.Shelf, item => item.Product.Id == replace["with"]);
    }

    [Fact]
    public async Task A_bottle_from_the_cupboard_brings_its_batch_and_an_undo_puts_it_back()
    {
        using var browser = await studio.SignedIn();
        var address = $"/clients/{studio.ClientId("Jory")}/shelf";
        var page = await browser.Get(address);
        var fields = Fields(page, "form:has(input[value=chalk-cream]):has(button[name=dispense])");
        fields["dispense"] = "true";
        var done = await browser.Post($"{address}?handler=Bring", fields);

        Assert.Equal("CC-0560", Record("Jory").Draft.Shelf.Single(item => item.Product.Id == "chalk-cream").Product.Batch);
        Assert.Equal(1, Stock.Levels()["chalk-cream"].Units);

        await browser.Submit(done, ".done form");
        Assert.Equal(2, Stock.Levels()["chalk-cream"].Units);
        Assert.DoesNotContain(Record("Jory").Draft.Shelf, item => item.Product.Id == "chalk-cream");
    }

    [Fact]
    public async Task Units_are_taken_in_counted_marked_and_dispensed_on_the_product_page()
    {
        using var browser = await studio.SignedIn();
        Task<Answer> Do(string handler, params (string, string?)[] changes) => Submit(handler, changes);
        async Task<Answer> Submit(string handler, (string, string?)[] changes) =>
            await browser.Submit(await browser.Get("/shelf/sedge-serum"), $"form[action*='{handler}']", changes);

        await Do("TakeIn", ("units", "5"), ("batch", "SS-2"));
        Assert.Equal(8, Stock.Levels()["sedge-serum"].Units);
        Assert.Contains("give a whole number", (await Do("TakeIn", ("units", "-5"))).Text, StringComparison.Ordinal);
        await Do("Count", ("batch", "SS-2"), ("units", "4"));
        await Do("Mark", ("low", "9"));
        Assert.True(Stock.Levels()["sedge-serum"].IsLow);
        await Do("Dispense", ("client", studio.ClientId("Jory")), ("batch", "SS-2"));

        Assert.Equal(6, Stock.Levels()["sedge-serum"].Units);
        Assert.Equal("SS-2", BottleReading.Of(Record("Jory").Followed)["sedge-serum"].Batch);
    }

    [Fact]
    public async Task A_file_is_looked_over_put_in_place_and_taken_back()
    {
        using var browser = await studio.SignedIn();
        var before = (await browser.Get("/shelf?handler=Export")).Html;
        var look = await Upload(
            browser,
            before.Replace(",Reed water,", ",Reed water two,", StringComparison.Ordinal) + "pool-gel,Pool gel,,gel-cleanser\r\n"
        );
        Assert.Contains("1 new, 1 change, 0 come back, 80 stay the same", look.Text, StringComparison.Ordinal);

        var done = await browser.Submit(look, "main form");
        Assert.Equal(82, Shelf.All().Count);
        await browser.Submit(done, ".done form");
        Assert.Equal(before, (await browser.Get("/shelf?handler=Export")).Html);
    }

    [Fact]
    public async Task A_file_with_a_broken_row_changes_nothing_and_names_it()
    {
        using var browser = await studio.SignedIn();
        var rows = string.Concat(
            Enumerable.Range(0, 10_000).Select(i => $"p{i};Gel {i};{(i % 1000 == 7 ? "soup" : "gel-cleanser")};{(i == 5 ? "15" : "5,5")}\n")
        );
        var look = await Upload(browser, "id;name;kind;ph\n" + rows);

        Assert.Contains("11 places have to be put right first", look.Text, StringComparison.Ordinal);
        Assert.Contains("Line 7, ph: give a pH from 0 to 14", look.Text, StringComparison.Ordinal);
        Assert.Null(look.Page.QuerySelector("main form"));
        Assert.Equal(81, Shelf.All().Count);
    }

    [Theory]
    [InlineData("\u0000\u0001binary")]
    [InlineData("")]
    public async Task A_file_that_is_no_text_is_refused(string content)
    {
        using var browser = await studio.SignedIn();
        var answer = await Upload(browser, content);

        Assert.Equal("/shelf/import", answer.Address);
        Assert.Contains("File", answer.Page.QuerySelector("#problems")!.TextContent, StringComparison.Ordinal);
    }

    [Fact]
    public async Task The_scales_weigh_a_product_against_an_acid_typed_in()
    {
        using var browser = await studio.SignedIn();
        var page = await browser.Get("/scales?a=reed-water&b=by-hand&bAcid=glycolic&bPercent=30&bPh=3.0");

        Assert.Contains("26.13 % free of 30 % labelled", page.Text, StringComparison.Ordinal);
        Assert.Contains("holds 5.9 times the free acid of Reed water", page.Text, StringComparison.Ordinal);
        Assert.Equal(2, page.Page.QuerySelectorAll("svg.curve polyline").Length);
        Assert.Equal(8, page.Page.QuerySelectorAll(".scale-table tbody tr").Length);

        var assumed = await browser.Get("/scales?a=by-hand&aAcid=glycolic&aPercent=8");
        Assert.Contains("assumed: it clears no limit", assumed.Text, StringComparison.Ordinal);
        Assert.Contains(
            "give a number from 0 to 14",
            (await browser.Get("/scales?a=by-hand&aAcid=glycolic&aPercent=8&aPh=15")).Text,
            StringComparison.Ordinal
        );
        Assert.Contains("Choose a product", (await browser.Get("/scales?a=nothing")).Text, StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_phone_says_that_the_sunscreen_ran_out_and_tells_when_there_is_a_new_one()
    {
        using var phone = await studio.Phone("Jory");
        studio.Clock.SetUtcNow(studio.Clock.GetUtcNow().Date.AddDays(1).AddHours(6.5));
        Answer page;
        do
        {
            page = await phone.Get("/my");
            if (
                page.Text.Contains("Towpath matt", StringComparison.Ordinal)
                && page.Page.QuerySelector("h2")!.TextContent.Contains("Towpath matt", StringComparison.Ordinal)
            )
            {
                break;
            }

            await phone.Submit(page, "form[action*='Done']");
        } while (true);
        var gone = await phone.Submit(page, "form[action*='Skip']", ("reason", Skipped.RanOut), ("what", "step"));

        Assert.Contains("Sunscreen is missing", gone.Text, StringComparison.Ordinal);
        Assert.Contains(Record("Jory").ClientPath().Questions, question => question.Kind == QuestionKind.NoSunscreen);
        studio.Clock.Advance(TimeSpan.FromMinutes(1));
        var opened = await phone.Submit(gone, "form[action*='Opened']");
        Assert.DoesNotContain("Sunscreen is missing", opened.Text, StringComparison.Ordinal);
        Assert.DoesNotContain(Record("Jory").ClientPath().Questions, question => question.Kind == QuestionKind.NoSunscreen);
    }

    [Fact]
    public async Task A_product_is_thrown_out_with_its_reason_and_can_come_back_parked()
    {
        using var browser = await studio.SignedIn();
        var address = $"/clients/{studio.ClientId("Jory")}/shelf";
        var fields = Fields(await browser.Get(address), "form:has(#why-harbour-n)");
        fields["reason"] = "smells off";
        var page = await browser.Post($"{address}?handler=ThrowOut", fields);

        Assert.Contains("smells off", page.Text, StringComparison.Ordinal);
        Assert.DoesNotContain(Record("Jory").DraftPath().Days, day => day.Morning.Steps.Any(step => step.Product == "harbour-n"));
        await browser.Submit(page, "form:has(button[aria-label*='back, parked'])");
        Assert.Equal(ShelfState.Parked, Record("Jory").Draft.Shelf.Single(item => item.Product.Id == "harbour-n").State);
    }

    private static async Task<Answer> Upload(Browser browser, string content)
    {
        var page = await browser.Get("/shelf/import");
        var token = Value(page, "form[enctype] input[name=__RequestVerificationToken]")!;
        return await browser.Upload("/shelf/import", token, "shelf.csv", Encoding.UTF8.GetBytes(content));
    }

    private static Dictionary<string, string> Fields(Answer page, string form)
    {
        var fields = new Dictionary<string, string>();
        foreach (var input in page.Page.QuerySelector(form)!.QuerySelectorAll("input, select, textarea"))
        {
            var name = input.GetAttribute("name");
            if (name is not null && input is not IHtmlInputElement { Type: "checkbox", IsChecked: false } && !fields.ContainsKey(name))
            {
                fields[name] = input switch
                {
                    IHtmlInputElement box => box.Value,
                    IHtmlSelectElement select => select.Value ?? "",
                    IHtmlTextAreaElement area => area.Value,
                    _ => "",
                };
            }
        }

        return fields;
    }

    public void Dispose() => studio.Dispose();
}
