using System.Net;
using AngleSharp.Dom;
using AngleSharp.Html.Dom;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.AspNetCore.Routing;
using Microsoft.Extensions.DependencyInjection;
using OatPath.Store;

namespace OatPath.Web.Tests;

/// <summary>
/// Every form of every page as it is shown, with a hostile value in one field and the others as they stand: an answer, never an accident.
/// OATPATH_FUZZ=N tries N values a field instead of a few.
/// </summary>
public sealed class FormFuzzTests : IDisposable
{
    private static readonly int ValuesEach = int.TryParse(Environment.GetEnvironmentVariable("OATPATH_FUZZ"), out var many) ? many : 4;
    private readonly TestStudio studio = new();
    private readonly Random random = new(7);
    private readonly HashSet<string> seen = [];
    private readonly List<string> accidents = [];
    private int requests;

    public void Dispose() => studio.Dispose();

    private sealed record Field(string Name, string Value, bool IsDay, bool IsSent);

    private IEnumerable<string> Pages() =>
        studio
            .Services.GetRequiredService<EndpointDataSource>()
            .Endpoints.OfType<RouteEndpoint>()
            .Where(endpoint => endpoint.Metadata.GetMetadata<PageActionDescriptor>() is not null)
            .Select(endpoint => "/" + endpoint.RoutePattern.RawText!.TrimStart('/'))
            .Distinct();

    private async Task Fuzz(Browser browser, string address)
    {
        var page = await browser.Get(address);
        Assert.DoesNotContain("/sign-in", page.Address, StringComparison.Ordinal);
        if (page.Status != HttpStatusCode.OK)
        {
            return;
        }

        foreach (var form in page.Page.QuerySelectorAll("form").OfType<IHtmlFormElement>())
        {
            var fields = FieldsOf(form);
            var buttons = form.QuerySelectorAll("button[formaction]")
                .Select(button => button.GetAttribute("formaction")!)
                .Prepend(form.GetAttribute("action") is { Length: > 0 } action ? action : address);
            foreach (
                var to in buttons.Where(to =>
                    !to.Contains("sign-out", StringComparison.Ordinal)
                    && seen.Add(form.Method + Shape(to) + string.Join(",", fields.Select(field => field.Name).Distinct()))
                )
            )
            {
                foreach (var field in fields.Where(field => field.Name != "__RequestVerificationToken"))
                {
                    await Try(browser, form.Method == "post", to, fields, field);
                }

                Mend();
            }
        }
    }

    /// <summary>Puts back what would keep the others from being reached.</summary>
    private void Mend()
    {
        var settings = studio.Services.GetRequiredService<ProgramSettings>();
        var (choices, version) = settings.Current();
        if (choices.SecondFactor)
        {
            settings.Save(choices with { SecondFactor = false }, version);
        }
    }

    private async Task Try(Browser browser, bool posts, string to, List<Field> fields, Field field)
    {
        foreach (var value in Values(field))
        {
            requests++;
            browser.From = $"10.{requests >> 16 & 255}.{requests >> 8 & 255}.{requests & 255}";
            var sent = fields
                .Where(other => other.IsSent || ReferenceEquals(other, field))
                .Select(other => new KeyValuePair<string, string>(other.Name, ReferenceEquals(other, field) ? value : other.Value))
                .ToList();
            var answer = posts
                ? await browser.Post(to, sent, follow: false)
                : await browser.Get(
                    to
                        + (to.Contains('?', StringComparison.Ordinal) ? "&" : "?")
                        + string.Join("&", sent.Select(pair => $"{Uri.EscapeDataString(pair.Key)}={Uri.EscapeDataString(pair.Value)}")),
                    follow: false
                );
            if ((int)answer.Status >= 500)
            {
                accidents.Add($"{to} answered {answer.Status} to {field.Name}={(value.Length > 60 ? value[..60] : value)}");
            }
        }
    }

    private IEnumerable<string> Values(Field field) =>
        field.IsDay ? HostileValues.Days : random.GetItems(HostileValues.All, ValuesEach).Append("").Distinct();

    /// <summary>An address without the ids in it: the same form for another client or product is the same form.</summary>
    private static string Shape(string to) =>
        string.Join("/", to.Split('?')[0].Split('/').Take(2)) + string.Concat(to.Split('/', '?').Skip(3));

    private static List<Field> FieldsOf(IHtmlFormElement form) =>
        [
            .. form.QuerySelectorAll("input[name], select[name], textarea[name]")
                .Select(input => new Field(
                    input.GetAttribute("name")!,
                    input switch
                    {
                        IHtmlSelectElement select => select.Value ?? "",
                        IHtmlTextAreaElement area => area.Value,
                        IHtmlInputElement box => box.Value,
                        _ => "",
                    },
                    input.GetAttribute("type") == "date",
                    input is not IHtmlInputElement { Type: "checkbox" or "radio", IsChecked: false }
                ))
                .GroupBy(field => field.Name)
                .Select(group => group.First()),
        ];

    [Fact]
    public async Task Every_form_of_the_practitioners_pages_answers()
    {
        using var browser = await studio.SignedIn();
        foreach (var name in new[] { "Perrin", "Jory", "Wilmot" })
        {
            var id = studio.ClientId(name);
            foreach (
                var route in Pages()
                    .Where(route =>
                        !route.StartsWith("/my", StringComparison.Ordinal)
                        && !route.StartsWith("/go", StringComparison.Ordinal)
                        && route is not ("/went-wrong" or "/first-run" or "/sign-in")
                    )
            )
            {
                var address = route
                    .Replace("/clients/{id}", $"/clients/{id}", StringComparison.Ordinal)
                    .Replace("/shelf/{id}", "/shelf/reed-water", StringComparison.Ordinal)
                    .Replace("{product}", "sedge-serum", StringComparison.Ordinal);
                if (!address.Contains('{', StringComparison.Ordinal))
                {
                    await Fuzz(browser, address);
                }
            }
        }

        Assert.True(accidents.Count == 0, string.Join("\n", accidents.Take(30)));
        Assert.True(requests > 2000 && seen.Count > 60, $"only {requests} tried in {seen.Count} forms");
        Assert.Contains("Who needs you", (await browser.Get("/")).Text, StringComparison.Ordinal);
    }

    [Fact]
    public async Task What_if_answers_at_both_ends_of_the_calendar_whatever_is_supposed()
    {
        using var browser = await studio.SignedIn();
        var ramp = $"/clients/{studio.ClientId("Perrin")}/ramp";
        foreach (var what in new[] { "sting", "missed", "start", "sun", "", " ", "none" })
        {
            foreach (var day in HostileValues.Days)
            {
                foreach (var (until, days) in new[] { ("", "14"), ("9999-12-31", "2147483647"), ("0001-01-01", "-1"), (day, "0") })
                {
                    var answer = await browser.Get(
                        $"{ramp}?If.What={Uri.EscapeDataString(what)}&If.Day={day}&If.Until={until}&If.Days={days}&If.Sting=11&If.Product="
                    );
                    Assert.True((int)answer.Status < 500, $"{what} {day} {until} {days} answered {answer.Status}");
                }
            }
        }
    }
}
