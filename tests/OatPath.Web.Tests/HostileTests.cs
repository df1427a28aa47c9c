using System.Net;
using Microsoft.AspNetCore.Http;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.AspNetCore.Mvc.RazorPages.Infrastructure;
using Microsoft.AspNetCore.Routing;
using Microsoft.Extensions.DependencyInjection;
using OatPath.Store;
using OatPath.Web.Doors;
using OatPath.Web.Records;

namespace OatPath.Web.Tests;

/// <summary>
/// Every handler of every page with hostile values in every field, and handlers that are not there: an answer, never an accident.
/// OATPATH_FUZZ=N in the environment tries all of them in each field by itself, else every other one.
/// </summary>
public sealed class HostileTests : IDisposable
{
    private static readonly bool Everything = Environment.GetEnvironmentVariable("OATPATH_FUZZ") is not null;
    private readonly TestStudio studio = new();
    private readonly List<string> accidents = [];
    private int requests;
    private string tag = "";
    private string last = "";

    private readonly string jory;

    public HostileTests()
    {
        jory = studio.ClientId("Jory");
        AppDomain.CurrentDomain.FirstChanceException += (_, thrown) =>
        {
            if (thrown.Exception.StackTrace?.Contains("OatPath", StringComparison.Ordinal) == true)
            {
                last =
                    $"{thrown.Exception.GetType().Name} {thrown.Exception.Message} "
                        + string.Join(
                            " < ",
                            thrown
                                .Exception.StackTrace.Split('\n')
                                .Where(line => line.Contains("OatPath", StringComparison.Ordinal))
                                .Take(4)
                                .Select(line => line.Trim())
                        );
            }
        };
    }

    public void Dispose() => studio.Dispose();

    private sealed record Handler(string Route, string Method, string Name, IReadOnlyList<string> Fields)
    {
        public override string ToString() => $"{Method} {Route} {Name}";
    }

    private async Task<List<Handler>> Handlers()
    {
        var loader = studio.Services.GetRequiredService<PageLoader>();
        var handlers = new List<Handler>();
        foreach (var endpoint in studio.Services.GetRequiredService<EndpointDataSource>().Endpoints.OfType<RouteEndpoint>())
        {
            if (endpoint.Metadata.GetMetadata<PageActionDescriptor>() is { } page && page.RelativePath != "/Pages/SignIn/Out.cshtml")
            {
                var compiled = await loader.LoadAsync(page, EndpointMetadataCollection.Empty);
                var bound = compiled.BoundProperties.SelectMany(property => Fields(property.Name, property.ParameterType)).ToList();
                handlers.AddRange(
                    compiled.HandlerMethods.Select(method => new Handler(
                        "/" + endpoint.RoutePattern.RawText!.TrimStart('/'),
                        method.HttpMethod.ToUpperInvariant(),
                        method.Name ?? "",
                        [
                            .. method
                                .Parameters.SelectMany(parameter => Fields(parameter.Name, parameter.ParameterType))
                                .Concat(bound)
                                .Where(name => !name.Equals("id", StringComparison.OrdinalIgnoreCase))
                                .Distinct(StringComparer.OrdinalIgnoreCase),
                        ]
                    ))
                );
            }
        }

        return handlers;
    }

    /// <summary>The fields that a property is bound from: itself, or each of its own properties.</summary>
    private static IEnumerable<string> Fields(string name, Type type)
    {
        var plain = Nullable.GetUnderlyingType(type) ?? (type.IsArray ? type.GetElementType()! : type);
        return plain.IsPrimitive || plain.IsEnum || plain.Namespace?.StartsWith("System", StringComparison.Ordinal) == true
            ? [name]
            : plain
                .GetProperties()
                .Where(property => property.CanWrite)
                .SelectMany(property => Fields($"{name}.{property.Name}", property.PropertyType))
                .Prepend(name);
    }

    private static bool ForPhones(string route) => route.StartsWith("/my", StringComparison.Ordinal);

    private async Task Attack(
        Browser browser,
        Handler handler,
        string address,
        string token,
        IEnumerable<(string Field, string Value)> fields
    )
    {
        // From another address each time, so that no limit stands in the way.
        requests++;
        if (ForPhones(handler.Route))
        {
            // A phone is counted by itself: a new one comes before it has sent too much, and its forms say that they are its own.
            if (requests % 25 == 0)
            {
                Renew(browser);
            }

            fields = fields.Where(field => field.Field != "phone").Append(("phone", tag));
        }

        browser.From = $"10.{requests >> 16 & 255}.{requests >> 8 & 255}.{requests & 255}";
        var sent = fields.Select(field => new KeyValuePair<string, string>(field.Field, field.Value)).ToList();
        var query = handler.Name.Length > 0 ? $"?handler={handler.Name}" : "?";
        var answer =
            handler.Method == "GET"
                ? await browser.Get(
                    address
                        + query
                        + string.Concat(sent.Select(field => $"&{Uri.EscapeDataString(field.Key)}={Uri.EscapeDataString(field.Value)}")),
                    follow: false
                )
                : await browser.Post(address + query, [.. sent, new("__RequestVerificationToken", token)], follow: false);
        if ((int)answer.Status >= 500)
        {
            accidents.Add(
                $"{handler} answered {answer.Status} to "
                    + string.Join(", ", sent.Select(field => $"{field.Key}={(field.Value.Length > 60 ? field.Value[..60] : field.Value)}"))
                    + $": {last}"
            );
        }

        Assert.DoesNotContain("   at OatPath", answer.Html, StringComparison.Ordinal);
        Assert.NotEqual(HttpStatusCode.TooManyRequests, answer.Status);
    }

    private void Renew(Browser phone)
    {
        var links = studio.Services.GetRequiredService<Links>();
        var cookie = links.Admit(links.Create(jory, "test", studio.Clock.GetUtcNow()), null, studio.Clock.GetUtcNow()).Cookie!;
        phone.SetCookie(Doors.PhoneDoor.CookieName, cookie);
        var http = new DefaultHttpContext();
        http.Request.Headers.Cookie = $"{Doors.PhoneDoor.CookieName}={cookie}";
        tag = Doors.PhoneDoor.TagOf(http)!;
    }

    private async Task Walk(Browser browser, IEnumerable<Handler> handlers, Func<string, string> fill, string tokenFrom, Action mend)
    {
        foreach (var handler in handlers)
        {
            var token = (await browser.Get(tokenFrom)).Page.QuerySelector("input[name=__RequestVerificationToken]")!.GetAttribute("value")!;
            var address = fill(handler.Route);
            await Attack(browser, handler, address, token, []);
            foreach (var value in HostileValues.All)
            {
                await Attack(browser, handler, address, token, handler.Fields.Select(field => (field, value)));
            }

            foreach (var (at, field) in handler.Fields.Index())
            {
                // The other fields hold something that a form might send.
                foreach (var value in HostileValues.All.Where((_, i) => Everything || (i + at) % 2 == 0))
                {
                    await Attack(
                        browser,
                        handler,
                        address,
                        token,
                        handler.Fields.Select(other => (other, other == field ? value : Usual(other)))
                    );
                }
            }

            mend();
        }

        Assert.True(
            accidents.Count == 0,
            string.Join(
                "\n",
                accidents.GroupBy(accident => accident.Split(' ')[2] + accident.Split(": ")[^1]).Select(group => group.First()).Take(25)
            )
        );
    }

    private string Usual(string field) =>
        field.Split('.')[^1].ToLowerInvariant() switch
        {
            "phone" => tag,
            "what" => "missed",
            "product" or "of" or "first" => "sedge-serum",
            "moment" => "Evening",
            "version" => $"{studio.Services.GetRequiredService<Clients>().Find(jory)!.Version}",
            "on" or "day" or "from" or "until" or "about" or "birth" or "date" => "2026-03-09",
            "at" or "time" => "18:30",
            "rung" or "sting" or "redness" or "days" or "units" or "count" or "weeks" => "1",
            "length" => "45",
            "kind" => "light-peel",
            "client" => jory,
            "key" => Guid.NewGuid().ToString("n"),
            _ => "oat",
        };

    private ShelfImports Imports => studio.Services.GetRequiredService<ShelfImports>();

    private string Fill(string route) =>
        route
            .Replace("/clients/{id}", $"/clients/{jory}", StringComparison.Ordinal)
            .Replace(
                "/shelf/import/{id}",
                $"/shelf/import/{Imports.Keep("a.csv", "name,kind\nReed,scrub\n", studio.Clock.GetUtcNow(), "test")}",
                StringComparison.Ordinal
            )
            .Replace("/shelf/{id}", "/shelf/reed-water", StringComparison.Ordinal)
            .Replace("{product}", "sedge-serum", StringComparison.Ordinal)
            .Replace("{fact}", "nothing", StringComparison.Ordinal)
            .Replace("{token}", "guess", StringComparison.Ordinal)
            .Replace("{id}", Guid.NewGuid().ToString("n"), StringComparison.Ordinal);

    /// <summary>Puts back what a wild form may have changed for whoever goes on attacking.</summary>
    private void Mend()
    {
        var settings = studio.Services.GetRequiredService<ProgramSettings>();
        var (choices, version) = settings.Current();
        if (choices.SecondFactor)
        {
            settings.Save(choices with { SecondFactor = false }, version);
        }
    }

    [Theory]
    [InlineData(0)]
    [InlineData(1)]
    public async Task Practitioner_pages_answer_whatever_is_sent(int half)
    {
        using var browser = await studio.SignedIn();
        var everybody = studio.Services.GetRequiredService<Clients>().Search("").Select(client => client.Id).ToList();
        var handlers = (await Handlers())
            .Where(handler =>
                !ForPhones(handler.Route) && handler.Route is not ("/go/{token}" or "/sign-in" or "/first-run" or "/went-wrong")
            )
            .Where((_, i) => i % 2 == half)
            .ToList();
        Assert.True(handlers.Count > 30);
        await Walk(browser, handlers, Fill, "/clients/new", Mend);
        var desk = await browser.Get("/");
        Assert.True(desk.Text.Contains("Who needs you", StringComparison.Ordinal), last);
        Assert.Empty(everybody.Except(studio.Services.GetRequiredService<Clients>().Search("").Select(client => client.Id)));
    }

    [Fact]
    public async Task Phone_pages_and_doors_answer_whatever_is_sent()
    {
        using var phone = await studio.Phone("Jory");
        Renew(phone);
        var handlers = (await Handlers()).Where(handler => ForPhones(handler.Route)).ToList();
        Assert.True(handlers.Count > 15);
        await Walk(phone, handlers, Fill, "/my/report", () => { });
        using var nobody = studio.Anyone();
        await Walk(
            nobody,
            (await Handlers()).Where(handler => handler.Route is "/sign-in" or "/first-run" or "/go/{token}" or "/went-wrong"),
            Fill,
            "/sign-in",
            () => { }
        );
    }

    [Fact]
    public async Task Handlers_that_are_not_there_and_bodies_that_are_none_are_refused()
    {
        using var browser = await studio.SignedIn();
        var token = (await browser.Get("/clients/new"))
            .Page.QuerySelector("input[name=__RequestVerificationToken]")!
            .GetAttribute("value")!;
        foreach (
            var address in new[]
            {
                "/",
                "/clients/new",
                "/house",
                "/shelf",
                "/shelf/new",
                $"/clients/{jory}/ramp",
                "/treatments/edit",
                "/my/report",
                "/my/session",
                "/sign-in",
            }
        )
        {
            foreach (var handler in new[] { "", "?handler=Nothing", "?handler=%00", "?handler=" + new string('x', 500) })
            {
                Look(
                    await browser.Post(address + handler, [new("__RequestVerificationToken", token)], follow: false),
                    $"{address} {handler}"
                );
                Look(await browser.PostJson(address + handler, "{\"broken\":"), $"{address} {handler} json");
                Look(await browser.Upload(address + handler, token, "a.bin", [0, 1, 2, 255]), $"{address} {handler} file");
            }

            // Too many fields, a field too long, a form too large.
            Look(
                await browser.Post(
                    address,
                    [
                        .. Enumerable.Range(0, 3000).Select(i => new KeyValuePair<string, string>($"f{i}", "x")),
                        new("__RequestVerificationToken", token),
                    ],
                    follow: false
                ),
                address
            );
            Look(
                await browser.Post(
                    address,
                    [new("__RequestVerificationToken", token), new("a", new string('x', 1_900_000))],
                    follow: false
                ),
                address
            );
            Look(
                await browser.Post(address, [new("__RequestVerificationToken", token), new(new string('k', 100_000), "x")], follow: false),
                address
            );
        }
    }

    private static void Look(Answer answer, string what) => Assert.True((int)answer.Status < 500, $"{what} answered {answer.Status}");
}
