using System.Net;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.AspNetCore.Routing;
using Microsoft.Extensions.DependencyInjection;

namespace OatPath.Web.Tests;

/// <summary>Walks every route as nobody, as a client's device, as another client's device and as each role.</summary>
public sealed class RouteWalkTests : IDisposable
{
    private static readonly HashSet<string> Open = ["/sign-in", "/first-run", "/went-wrong", "/no-plan", "/stand-in", "/stand-in/meter"];
    private readonly TestStudio studio = new();
    private string? waiting;
    private string? picture;
    private string? trial;

    private List<string> Routes() =>
        [
            .. studio
                .Services.GetRequiredService<EndpointDataSource>()
                .Endpoints.OfType<RouteEndpoint>()
                .Where(endpoint => endpoint.Metadata.GetMetadata<PageActionDescriptor>() is not null)
                .Select(endpoint => "/" + endpoint.RoutePattern.RawText!.TrimStart('/'))
                .Distinct()
                .Order(StringComparer.Ordinal),
        ];

    private Store.ShelfImports Imports => studio.Services.GetRequiredService<Store.ShelfImports>();

    private string Picture => picture ??= OnePicture.Of(studio, studio.ClientId("Jory"));

    private string Trial => trial ??= Begun().GetAwaiter().GetResult();

    private async Task<string> Begun()
    {
        using var maren = await studio.SignedIn();
        return (await HalfFaceTest.Begin(studio, maren, studio.ClientId("Jory"))).Id;
    }

    private string Fill(string route) =>
        route
            .Replace("/clients/{id}", $"/clients/{studio.ClientId("Jory")}", StringComparison.Ordinal)
            .Replace(
                "/shelf/import/{id}",
                $"/shelf/import/{waiting ??= Imports.Keep("a.csv", "name,kind\nReed,scrub\n", studio.Clock.GetUtcNow(), "test")}",
                StringComparison.Ordinal
            )
            .Replace("/shelf/kind/{id}", "/shelf/kind/new", StringComparison.Ordinal)
            .Replace("/shelf/{id}", "/shelf/reed-water", StringComparison.Ordinal)
            .Replace("{product}", "nothing", StringComparison.Ordinal)
            .Replace("{size}", "small", StringComparison.Ordinal)
            .Replace("{picture}", route.Contains("{picture}", StringComparison.Ordinal) ? Picture : "", StringComparison.Ordinal)
            .Replace("{trial}", route.Contains("{trial}", StringComparison.Ordinal) ? Trial : "", StringComparison.Ordinal)
            .Replace("{fact}", "nothing", StringComparison.Ordinal)
            .Replace("{token}", "guess", StringComparison.Ordinal)
            .Replace("{screen?}", "body", StringComparison.Ordinal)
            .Replace("{id}", Guid.NewGuid().ToString("n"), StringComparison.Ordinal);

    private static bool ForPhones(string route) =>
        route.StartsWith("/my", StringComparison.Ordinal) || IsForAnswers(route) || IsKnock(route);

    /// <summary>The questions before a visit have a cookie of their own; a client's phone is nobody there.</summary>
    private static bool IsForAnswers(string route) => route.StartsWith("/answers/", StringComparison.Ordinal) && !IsKnock(route);

    private static bool IsKnock(string route) => route is "/go/{token}" or "/my/go/{token}" or "/answers/{token}";

    private static readonly HashSet<string> ForOwner =
    [
        "/treatments/edit",
        "/clients/{id}/record",
        "/retention",
        "/house/clock",
        "/house/mail",
        "/house/pictures",
        "/house/watch",
    ];

    private static readonly HashSet<string> ForDeciders =
    [
        "/clients/{id}/publish",
        "/clients/{id}/link",
        "/clients/{id}/handout",
        "/clients/{id}/summary",
        "/clients/{id}/half-face/{trial}",
        "/clients/{id}/pictures",
        "/clients/{id}/pictures/new",
        "/clients/{id}/pictures/look-over",
        "/clients/{id}/pictures/compare",
        "/clients/{id}/pictures/days",
        "/clients/{id}/pictures/{picture}/eyes",
        "/clients/{id}/pictures/{picture}/{size}",
    ];

    [Fact]
    public async Task Nobody_sees_only_the_doors()
    {
        using var nobody = studio.Anyone();
        Assert.True(Routes().Count > 20);
        foreach (var route in Routes())
        {
            var answer = await nobody.Get(Fill(route), follow: false);
            if (IsKnock(route))
            {
                Assert.Equal(HttpStatusCode.Gone, answer.Status);
            }
            else if (ForPhones(route))
            {
                Assert.Equal("/no-plan", answer.Address);
            }
            else if (!Open.Contains(route))
            {
                Assert.True(
                    answer.Status == HttpStatusCode.Redirect && answer.Address.Contains("/sign-in", StringComparison.Ordinal),
                    $"{route} answered {answer.Status} {answer.Address}"
                );
            }
        }
    }

    [Fact]
    public async Task Every_view_says_in_its_title_where_and_for_whom()
    {
        static string Of(Answer page) => page.Page.Title?.Trim() ?? "";
        using var staff = await studio.SignedIn();
        using var phone = await studio.Phone("Perrin");
        var titles = new Dictionary<string, string>();
        foreach (var route in Routes().Where(route => !IsKnock(route)))
        {
            var page = await (ForPhones(route) ? phone : staff).Get(Fill(route));
            if (
                page.Status == HttpStatusCode.OK
                && page.Raw.Content.Headers.ContentType?.MediaType == "text/html"
                && page.Address.Split('?')[0] == Fill(route)
            )
            {
                titles[route] = Of(page);
            }
        }

        Assert.True(titles.Count > 40, $"only {titles.Count} views were seen");
        Assert.All(titles, view => Assert.DoesNotMatch("^(Oat Path)?[ ·:,]*(Oat Path)?$", view.Value));
        Assert.All(titles.Where(view => view.Key.StartsWith("/clients/{id}/", StringComparison.Ordinal)), view =>
            Assert.Contains("Jory", view.Value, StringComparison.Ordinal)
        );
        Assert.All(titles.Where(view => ForPhones(view.Key)), view => Assert.Matches(".+ · .+", view.Value));
    }

    [Fact]
    public async Task Nobody_can_post_anywhere()
    {
        using var nobody = studio.Anyone();
        foreach (var route in Routes().Where(route => route != "/went-wrong").Append("/demo/clock"))
        {
            var answer = await nobody.Post(Fill(route), [new("a", "b")], follow: false);
            Assert.True(
                answer.Status is HttpStatusCode.BadRequest
                    || (
                        answer.Status == HttpStatusCode.Redirect
                        && (answer.Address.Contains("/sign-in", StringComparison.Ordinal) || answer.Address == "/no-plan")
                    ),
                $"{route} answered {answer.Status}"
            );
        }
    }

    [Fact]
    public async Task A_client_device_sees_its_own_phone_pages_and_no_practitioner_page()
    {
        using var phone = await studio.Phone("Perrin");
        foreach (var route in Routes().Where(route => !Open.Contains(route) && !IsKnock(route)))
        {
            var answer = await phone.Get(Fill(route), follow: false);
            if (IsForAnswers(route))
            {
                Assert.Equal("/no-plan", answer.Address);
            }
            else if (ForPhones(route))
            {
                Assert.Equal(
                    route.Contains("{id}", StringComparison.Ordinal) || route.Contains("{product}", StringComparison.Ordinal)
                        ? HttpStatusCode.NotFound
                        : HttpStatusCode.OK,
                    answer.Status
                );
                Assert.DoesNotContain("Jory", answer.Html, StringComparison.Ordinal);
            }
            else
            {
                Assert.Contains("/sign-in", answer.Address, StringComparison.Ordinal);
            }
        }
    }

    [Fact]
    public async Task Another_clients_report_cannot_be_read()
    {
        using var mine = await studio.Phone("Jory");
        using var other = await studio.Phone("Perrin");
        var report = studio.Services.GetRequiredService<Records.RecordRoom>().Derive(studio.ClientId("Jory"))!.ClientPath().Reports[^1];

        Assert.Equal(HttpStatusCode.OK, (await mine.Get($"/my/answer/{report.Id}")).Status);
        Assert.Equal(HttpStatusCode.NotFound, (await other.Get($"/my/answer/{report.Id}")).Status);
    }

    [Theory]
    [InlineData("maren", true)]
    [InlineData("tilde", true)]
    [InlineData("oskar", false)]
    public async Task Each_role_sees_what_it_may(string who, bool decides)
    {
        using var browser = await studio.SignedIn(who);
        foreach (var route in Routes().Where(route => !ForPhones(route) && !Open.Contains(route) && route != "/sign-out"))
        {
            var answer = await browser.Get(Fill(route));
            var expected =
                route == "/not-yours"
                || (who != Demo.DemoLoader.SignIn && ForOwner.Contains(route))
                || (!decides && ForDeciders.Contains(route))
                    ? HttpStatusCode.Forbidden
                    : HttpStatusCode.OK;
            Assert.True(expected == answer.Status, $"{route} answered {answer.Status} to {who}");
        }
    }

    [Fact]
    public async Task A_client_that_is_not_there_is_not_found()
    {
        using var browser = await studio.SignedIn();

        Assert.Equal(HttpStatusCode.NotFound, (await browser.Get("/clients/nobody/ramp")).Status);
        Assert.Equal(HttpStatusCode.NotFound, (await browser.Get("/shelf/nothing")).Status);
    }

    [Fact]
    public async Task Every_answer_carries_the_strict_headers_and_no_inline_code()
    {
        using var browser = await studio.SignedIn();
        using var phone = await studio.Phone("Orla");
        foreach (
            var (who, address) in new[]
            {
                (browser, "/"),
                (browser, $"/clients/{studio.ClientId("Orla")}/routine"),
                (browser, $"/clients/{studio.ClientId("Orla")}/ramp"),
                (phone, "/my"),
                (phone, "/my/report"),
                (browser, "/nowhere"),
            }
        )
        {
            var answer = await who.Get(address);
            var policy = answer.Raw.Headers.GetValues("Content-Security-Policy").Single();
            Assert.DoesNotContain("unsafe", policy, StringComparison.Ordinal);
            Assert.Contains("default-src 'none'", policy, StringComparison.Ordinal);
            Assert.Equal("DENY", answer.Raw.Headers.GetValues("X-Frame-Options").Single());
            Assert.Equal("no-referrer", answer.Raw.Headers.GetValues("Referrer-Policy").Single());
            Assert.Empty(answer.Page.QuerySelectorAll("[style], script:not([src]), style, [onclick]"));
        }
    }

    public void Dispose() => studio.Dispose();
}
