using System.Text.Json;
using Microsoft.AspNetCore.TestHost;
using Microsoft.Extensions.DependencyInjection;
using Microsoft.Extensions.Logging;
using Microsoft.Extensions.Logging.Abstractions;
using OatPath.Store;
using OatPath.Web.Watch;

namespace OatPath.Web.Tests;

/// <summary>Whoever watches over the program reads figures, and nothing of anybody in them.</summary>
public sealed class WatchTests : IDisposable
{
    private const int Port = 5998;
    private readonly TestStudio studio = new(watchPort: Port);

    public void Dispose() => studio.Dispose();

    private async Task<(int Status, string Text)> Ask(string path, int port = Port, string method = "GET", string host = "localhost")
    {
        var answer = await studio.Server.SendAsync(http =>
        {
            http.Connection.LocalPort = port;
            http.Request.Method = method;
            http.Request.Path = path;
            http.Request.Host = new(host);
        });
        return (answer.Response.StatusCode, await new StreamReader(answer.Response.Body).ReadToEndAsync());
    }

    [Fact]
    public async Task It_is_alive_and_ready_until_the_database_is_gone()
    {
        Assert.Equal((200, "alive\n"), await Ask("/health/alive"));
        Assert.Equal((200, "ready\n"), await Ask("/health"));

        File.Move(Path.Combine(studio.Folder, DataFolder.DatabaseName), Path.Combine(studio.Folder, "oatpath.db-away"));

        Assert.Equal((503, "not ready\n"), await Ask("/health"));
        Assert.Equal((503, "not ready\n"), await Ask("/health/ready"));
        Assert.Equal((200, "alive\n"), await Ask("/health/alive"));
        Assert.Contains("oatpath_ready 0", (await Ask("/metrics")).Text, StringComparison.Ordinal);
    }

    [Theory]
    [InlineData("/")]
    [InlineData("/sign-in")]
    [InlineData("/clients")]
    [InlineData("/my")]
    [InlineData("/css/site.css")]
    public async Task Nothing_else_is_answered_there(string path)
    {
        Assert.Equal(404, (await Ask(path)).Status);
        Assert.Equal(404, (await Ask("/metrics", method: "POST")).Status);
    }

    [Fact]
    public async Task A_page_of_another_name_that_leads_to_this_machine_reads_nothing() =>
        Assert.Equal(400, (await Ask("/metrics", host: "elsewhere.example")).Status);

    [Theory]
    [InlineData("/metrics")]
    [InlineData("/health")]
    [InlineData("/health/alive")]
    public async Task And_none_of_it_where_people_come_in(string path)
    {
        var (status, text) = await Ask(path, port: 5999);

        Assert.NotEqual(200, status);
        Assert.DoesNotContain("oatpath_", text, StringComparison.Ordinal);
        Assert.DoesNotContain("ready", text, StringComparison.Ordinal);
    }

    [Fact]
    public async Task Figures_go_by_page_and_name_nobody()
    {
        using var maren = await studio.SignedIn();
        var id = studio.ClientId("Orla");
        await maren.Get($"/clients/{id}/ramp");
        using var nobody = studio.Anyone();
        await nobody.Get("/go/a-key-that-nobody-should-read");
        await maren.Get("/clients/Orla Finch/nothing");
        Digests.BringUpToDate();

        var figures = (await Ask("/metrics")).Text;

        Assert.Contains("oatpath_request_seconds_count{page=\"/clients/{id}/ramp\",answered=\"2xx\"} 1", figures, StringComparison.Ordinal);
        Assert.Contains("page=\"/go/{token}\",answered=\"4xx\"", figures, StringComparison.Ordinal);
        Assert.Contains("page=\"no page\",answered=\"4xx\"", figures, StringComparison.Ordinal);
        Assert.DoesNotContain("went-wrong", figures, StringComparison.Ordinal);
        Assert.Contains("oatpath_digest_rows_behind 0", figures, StringComparison.Ordinal);
        Assert.Contains("oatpath_messages{state=\"waiting\"}", figures, StringComparison.Ordinal);
        Assert.DoesNotContain("a-key-that", figures, StringComparison.Ordinal);
        Assert.DoesNotContain("Orla", figures, StringComparison.Ordinal);
        Assert.DoesNotContain(id, figures, StringComparison.Ordinal);
    }

    [Fact]
    public async Task What_was_told_and_has_no_row_yet_is_counted_as_lag()
    {
        var id = studio.ClientId("Orla");
        Digests.BringUpToDate();
        studio.Services.GetRequiredService<Facts>().Append(id, null, Told(id));

        var behind = (await Ask("/metrics")).Text;
        Assert.Contains("oatpath_digest_rows_behind 1", behind, StringComparison.Ordinal);
        Assert.DoesNotContain("oatpath_digest_lag_seconds 0\n", behind, StringComparison.Ordinal);

        Digests.Settle();
        Assert.Contains("oatpath_digest_lag_seconds 0\n", (await Ask("/metrics")).Text, StringComparison.Ordinal);
    }

    private Records.ClientDigests Digests => studio.Services.GetRequiredService<Records.ClientDigests>();

    private Fact Told(string client)
    {
        var now = studio.Clock.GetUtcNow();
        return new(Fact.NewId(), client, FactKind.Note, now, now, "test", null, CaseAssembly.Write("seen"));
    }

    [Fact]
    public async Task The_owner_reads_the_same_in_words_and_nobody_else_does()
    {
        using var maren = await studio.SignedIn();
        await maren.Get("/clients");
        Digests.BringUpToDate();
        var page = await maren.Get("/house/watch");

        Assert.Contains("Every client's row is of now.", page.Text, StringComparison.Ordinal);
        Assert.Contains("/clients", page.Page.QuerySelector("table")!.TextContent, StringComparison.Ordinal);
        Assert.Contains($"http://127.0.0.1:{Port}/metrics", page.Text, StringComparison.Ordinal);
        Assert.Contains("Oat Path 1.", page.Page.QuerySelector("#watch-program")!.TextContent, StringComparison.Ordinal);
    }

    [Fact]
    public void A_line_of_the_log_is_one_object_and_says_nothing_that_was_typed()
    {
        var line = new StringWriter();
        var fault = new InvalidOperationException(
            "Jory Pellan, /go/SECRET",
            new StoreException(StoreFault.Full, new FormatException("Jory Pellan"))
        );
        var entry = new LogEntry<string>(LogLevel.Error, "Room", new(7, "Went"), "A round failed.", fault, (state, _) => state);

        new LogLine(studio.Clock).Write(entry, null, line);

        var text = line.ToString();
        Assert.Equal(text.Length - Environment.NewLine.Length, text.IndexOf(Environment.NewLine, StringComparison.Ordinal));
        using var json = JsonDocument.Parse(text);
        Assert.Equal("A round failed.", json.RootElement.GetProperty("words").GetString());
        Assert.Equal("Went", json.RootElement.GetProperty("event").GetString());
        var faults = json.RootElement.GetProperty("fault").EnumerateArray().ToList();
        Assert.Equal(3, faults.Count);
        Assert.Equal("The disk is full.", faults[1].GetProperty("says").GetString());
        Assert.DoesNotContain("Jory", text, StringComparison.Ordinal);
        Assert.DoesNotContain("SECRET", text, StringComparison.Ordinal);
    }

    [Theory]
    [InlineData("--data x --port 5080 --watch-port 5080")]
    [InlineData("--data x --watch-port 80")]
    [InlineData("--data x --watch-port")]
    [InlineData("--data x --log xml")]
    public void A_port_twice_or_an_unknown_form_of_log_is_refused(string words) => Assert.Null(ServeOptions.Parse(words.Split(' ')));

    [Fact]
    public void Options_for_watching_are_read()
    {
        var options = ServeOptions.Parse("--data x --watch-port 5081 --log json".Split(' '));
        Assert.Equal((5081, true), (options!.WatchPort, options.LogsJson));
    }
}
