using System.Net;
using Microsoft.AspNetCore.TestHost;
using Microsoft.Extensions.DependencyInjection;
using OatPath.Store;
using OatPath.Web.Demo;

namespace OatPath.Web.Tests;

/// <summary>
/// Links lead to the address that was configured, and open as often as was allowed; behind TLS nothing travels outside of it.
/// </summary>
public sealed class DoorTests : IDisposable
{
    private const string Address = "https://plan.oats.example";
    private readonly TestStudio studio = new();
    private readonly TestStudio served = new(publicUrl: Address);

    public void Dispose()
    {
        studio.Dispose();
        served.Dispose();
    }

    private static string AddressOn(Answer page) => page.Page.QuerySelector("#address")!.GetAttribute("value")!;

    [Fact]
    public async Task A_forged_host_gets_nothing_and_no_link_is_made_of_it()
    {
        foreach (var (at, origin) in new[] { (studio, "http://127.0.0.1:5999"), (served, Address) })
        {
            using var staff = await at.SignedIn();
            var page = await staff.Get($"/clients/{at.ClientId("Jory")}/link");
            Assert.StartsWith(origin + "/go/", AddressOn(await staff.Submit(page, "form[action$='New']")), StringComparison.Ordinal);

            using var http = new HttpClient(at.Handler);
            var past = await http.GetAsync("http://localhost/clients?q=a");
            Assert.Equal(
                at == served ? $"{Address}/clients?q=a" : "/sign-in?ReturnUrl=%2Fclients%3Fq%3Da",
                past.Headers.Location!.IsAbsoluteUri
                    ? past.Headers.Location.ToString().Replace("http://localhost", "", StringComparison.Ordinal)
                    : past.Headers.Location.ToString()
            );
            foreach (var host in new[] { "evil.example", "plan.oats.example.evil.example", "127.0.0.1.evil.example" })
            {
                using var request = new HttpRequestMessage(HttpMethod.Get, "http://localhost/sign-in") { Headers = { Host = host } };
                Assert.Equal(HttpStatusCode.BadRequest, (await http.SendAsync(request)).StatusCode);
            }
        }
    }

    [Fact]
    public async Task Behind_tls_every_cookie_is_secure_and_the_browser_is_told_to_stay()
    {
        using var staff = await served.SignedIn();
        var client = served.ClientId("Jory");
        await staff.Submit(await staff.Get($"/clients/{client}/link"), "form[action$='Messages']");
        using var phone = await served.Phone("Jory");
        var answer = await phone.Get("/my");

        Assert.Equal("max-age=31536000", string.Join(",", answer.Raw.Headers.GetValues("Strict-Transport-Security")));
        Assert.True(staff.SetCookies.Select(cookie => cookie.Split('=')[0]).Distinct().Count() >= 4);
        Assert.All(staff.SetCookies.Concat(phone.SetCookies), cookie =>
        {
            Assert.Contains("; secure", cookie, StringComparison.OrdinalIgnoreCase);
            Assert.Contains("; httponly", cookie, StringComparison.OrdinalIgnoreCase);
            Assert.Contains("; samesite=", cookie, StringComparison.OrdinalIgnoreCase);
        });
        using var plain = await studio.SignedIn();
        Assert.False((await plain.Get("/")).Raw.Headers.Contains("Strict-Transport-Security"));
    }

    [Theory]
    [InlineData("127.0.0.1", "203.0.113.9", true)]
    [InlineData("198.51.100.7", "203.0.113.9", false)]
    public async Task A_forwarded_address_is_believed_from_this_machine_only(string from, string forwarded, bool isBelieved)
    {
        // Whoever is counted by that address has too many attempts behind them already.
        var attempts = served.Services.GetRequiredService<People.SignInAttempts>();
        for (var i = 0; i < 5; i++)
        {
            attempts.Failed($"address {forwarded} name MAREN", People.SignInAttempts.FreeForOne);
        }

        async Task<(HttpStatusCode, string, IEnumerable<string>)> Send(string method, string cookie, string body)
        {
            var context = await served.Server.SendAsync(http =>
            {
                http.Connection.RemoteIpAddress = IPAddress.Parse(from);
                (http.Request.Method, http.Request.Path, http.Request.Host) = (
                    method,
                    "/sign-in",
                    new Microsoft.AspNetCore.Http.HostString("plan.oats.example")
                );
                http.Request.Headers["X-Forwarded-For"] = forwarded;
                http.Request.Headers["X-Forwarded-Proto"] = "https";
                http.Request.Headers.Cookie = cookie;
                http.Request.ContentType = "application/x-www-form-urlencoded";
                http.Request.Body = new MemoryStream(System.Text.Encoding.UTF8.GetBytes(body));
                http.Request.ContentLength = body.Length;
            });
            using var reader = new StreamReader(context.Response.Body);
            return (
                (HttpStatusCode)context.Response.StatusCode,
                await reader.ReadToEndAsync(),
                [.. context.Response.Headers.SetCookie.Select(set => set!.Split(';')[0])]
            );
        }

        var (status, form, cookies) = await Send("GET", "", "");
        if (!isBelieved)
        {
            // Its word on TLS is not believed either.
            Assert.Equal(HttpStatusCode.Redirect, status);
            return;
        }

        var token = System
            .Text.RegularExpressions.Regex.Match(form, "__RequestVerificationToken\" type=\"hidden\" value=\"([^\"]+)")
            .Groups[1]
            .Value;
        var (_, said, _) = await Send(
            "POST",
            string.Join("; ", cookies),
            $"Name=maren&Password={DemoLoader.Password}&__RequestVerificationToken={Uri.EscapeDataString(token)}"
        );
        Assert.Contains("Too many attempts", said, StringComparison.Ordinal);
    }

    [Fact]
    public async Task The_link_page_lists_phones_lets_in_one_more_and_shuts_one_out()
    {
        using var staff = await studio.SignedIn();
        var at = $"/clients/{studio.ClientId("Jory")}/link";
        var address = new Uri(AddressOn(await staff.Submit(await staff.Get(at), "form[action$='New']"))).PathAndQuery;
        Assert.Contains("ends by itself", (await staff.Get(at)).Text, StringComparison.Ordinal);

        using var first = studio.Anyone();
        await first.Submit(await first.Get(address), "main form");
        Assert.Equal("/my", (await first.Get("/my")).Address);
        using var second = studio.Anyone();
        var refused = await second.Submit(await second.Get(address), "main form");
        Assert.Equal(
            (HttpStatusCode.Gone, true),
            (refused.Status, refused.Text.Contains("in use on another phone", StringComparison.Ordinal))
        );

        // The same phone that presses again stays one phone.
        Assert.Equal("/my", (await first.Submit(await first.Get(address), "main form")).Address);
        await staff.Submit(await staff.Get(at), "form[action$='OneMore']");
        Assert.Equal("/my", (await second.Submit(await second.Get(address), "main form")).Address);

        studio.Clock.Advance(TimeSpan.FromMinutes(40));
        await second.Get("/my");
        var page = await staff.Get(at);
        Assert.Equal(2, page.Page.QuerySelectorAll("#phones li").Length);
        Assert.Contains("last seen", page.Page.QuerySelectorAll("#phones li")[1].TextContent, StringComparison.Ordinal);
        await staff.Submit(page, "#phones li:first-child form");
        Assert.Equal("/no-plan", (await first.Get("/my")).Address);
        Assert.Equal("/my", (await second.Get("/my")).Address);
    }

    [Theory]
    [InlineData("--public-url", "https://plan.oats.example/", true)]
    [InlineData("--public-url", "http://10.0.0.9:8080", true)]
    [InlineData("--public-url", "plan.oats.example", false)]
    [InlineData("--public-url", "https://plan.oats.example/sub", false)]
    [InlineData("--public-url", "ftp://plan.oats.example", false)]
    [InlineData("--public-url", "", false)]
    public void An_address_is_taken_as_an_address_or_refused(string option, string value, bool taken) =>
        Assert.Equal(taken, ServeOptions.Parse(["--data", "x", option, value])?.PublicUrl == value.TrimEnd('/') && value.Length > 0);

    [Fact]
    public void Behind_tls_the_address_must_be_told() => Assert.Null(ServeOptions.Parse(["--data", "x", "--behind-tls"]));
}
