using System.Diagnostics;
using System.Net;
using AngleSharp.Html.Dom;
using OatPath.Store;

namespace OatPath.Web.Tests;

/// <summary>
/// Every form as it is shown, sent as it stands: what it writes is one write, so that a conflict or a cut in the middle leaves all or
/// nothing.
/// </summary>
public sealed class OneWriteTests : IDisposable
{
    private readonly TestStudio studio = new();
    private readonly List<Activity> writes = [];
    private readonly ActivityListener listener;

    public OneWriteTests()
    {
        studio.Server.PreserveExecutionContext = true;
        listener = new()
        {
            ShouldListenTo = source => source.Name == Database.Activities,
            Sample = (ref ActivityCreationOptions<ActivityContext> _) => ActivitySamplingResult.AllData,
            ActivityStopped = Keep,
        };
        ActivitySource.AddActivityListener(listener);
    }

    public void Dispose()
    {
        listener.Dispose();
        studio.Dispose();
    }

    private void Keep(Activity write)
    {
        if (write.GetTagItem(Database.Changed) is long and > 0)
        {
            lock (writes)
            {
                writes.Add(write);
            }
        }
    }

    private async Task<int> WritesOf(Browser browser, string to, IReadOnlyList<KeyValuePair<string, string>> fields)
    {
        using var request = new Activity("request").Start();
        var answer = await browser.Post(to, fields, follow: false);
        Assert.NotEqual(HttpStatusCode.InternalServerError, answer.Status);
        lock (writes)
        {
            return writes.Count(write => write.TraceId == request.TraceId);
        }
    }

    private async Task<(int Sent, int Wrote, List<string> Many)> SendAll(Browser browser, IEnumerable<string> addresses)
    {
        var (sent, wrote, many, seen) = (0, 0, new List<string>(), new HashSet<string>());
        foreach (var address in addresses)
        {
            var page = await browser.Get(address);
            foreach (var form in page.Page.QuerySelectorAll("form").OfType<IHtmlFormElement>().Where(form => form.Method == "post"))
            {
                var to = form.GetAttribute("action") is { Length: > 0 } action ? action : address;
                var buttons = form.QuerySelectorAll("button")
                    .Select(button => (Name: button.GetAttribute("name"), Value: button.GetAttribute("value")));
                foreach (var button in buttons.DefaultIfEmpty())
                {
                    // Signing out would end the walk; an erasure is a write and a rewrite of the file.
                    if (to.Contains("sign-out", StringComparison.Ordinal) || !seen.Add($"{to} {button.Name} {button.Value}"))
                    {
                        continue;
                    }

                    sent++;
                    var fields = Fields(form).Where(field => field.Key != button.Name).ToList();
                    if (button.Name is { } name)
                    {
                        fields.Add(new(name, button.Value ?? ""));
                    }

                    var count = await WritesOf(browser, to, fields);
                    wrote += Math.Min(1, count);
                    if (count > 1)
                    {
                        many.Add($"{to} {button.Name}={button.Value}: {count} writes");
                    }
                }
            }
        }

        return (sent, wrote, many);
    }

    private static IEnumerable<KeyValuePair<string, string>> Fields(IHtmlFormElement form) =>
        form.QuerySelectorAll("input[name], select[name], textarea[name]")
            .Where(input => input is not IHtmlInputElement { Type: "checkbox" or "radio", IsChecked: false })
            .Select(input => new KeyValuePair<string, string>(
                input.GetAttribute("name")!,
                input switch
                {
                    IHtmlSelectElement select => select.Value ?? "",
                    IHtmlTextAreaElement area => area.Value,
                    IHtmlInputElement box => box.Value is { Length: > 0 } value ? value : Usual(box),
                    _ => "",
                }
            ));

    private static string Usual(IHtmlInputElement box) =>
        box.Type switch
        {
            "date" => "2026-03-20",
            "time" => "10:00",
            _ => box.GetAttribute("inputmode") == "numeric" ? "3"
            : box.IsRequired ? "as we agreed"
            : "",
        };

    [Fact]
    public async Task What_a_form_of_the_practitioners_pages_writes_is_one_write()
    {
        using var browser = await studio.SignedIn();
        string[] stations =
        [
            "meet",
            "shelf",
            "routine",
            "ramp",
            "peel",
            "care",
            "look-back",
            "start",
            "treatment",
            "publish",
            "link",
            "practice",
            "visit",
        ];
        var clients = new[] { "Wilmot", "Jory", "Perrin" }.Select(studio.ClientId).ToList();
        var addresses = clients
            .SelectMany(id => stations.Select(station => $"/clients/{id}/{station}"))
            .Concat(["/", "/clients/new", "/house", "/shelf/new", "/shelf/reed-water", "/treatments", "/templates", "/outbox"]);

        var (sent, wrote, many) = await SendAll(browser, addresses);

        Assert.Empty(many);
        Assert.InRange(wrote, 20, sent);
    }

    [Fact]
    public async Task What_a_form_of_the_phone_writes_is_one_write()
    {
        using var phone = await studio.Phone("Wilmot");

        var (sent, wrote, many) = await SendAll(phone, ["/my", "/my/report", "/my/normal", "/my/nick", "/my/calendar", "/my/peel", "/my"]);

        Assert.Empty(many);
        Assert.InRange(wrote, 4, sent);
    }
}
