using System.Net;
using AngleSharp;
using AngleSharp.Dom;
using AngleSharp.Html.Dom;
using Microsoft.AspNetCore.Builder;
using Microsoft.AspNetCore.TestHost;
using Microsoft.Extensions.DependencyInjection;
using Microsoft.Extensions.Time.Testing;
using OatPath.Store;
using OatPath.Web.Demo;

namespace OatPath.Web.Tests;

/// <summary>The whole app with demo data in memory's own folder, at a moment that the test winds.</summary>
public sealed class TestStudio : IDisposable
{
    private static readonly DateTimeOffset MondayEvening = new(2026, 3, 9, 18, 30, 0, TimeSpan.Zero);

    /// <summary>The demo as it stands right after its first start; every studio of that evening begins with a copy.</summary>
    private static readonly Lazy<string> Filled = new(Fill);

    private readonly string folder;
    private readonly WebApplication app;
    private readonly string? publicUrl;
    private bool isOver;

    /// <param name="plan">A planner to publish with instead of the real one.</param>
    /// <param name="publicUrl">The address behind a proxy that speaks TLS; null where there is none.</param>
    /// <param name="at">When it starts; null for a Monday evening after the studio has closed.</param>
    /// <param name="folder">Data that is there already; null for a new studio.</param>
    public TestStudio(
        bool demo = true,
        Records.PlanPath? plan = null,
        string? publicUrl = null,
        DateTimeOffset? at = null,
        string? folder = null,
        string? language = null,
        Messages.MailManners? manners = null,
        int? watchPort = null
    )
    {
        this.publicUrl = publicUrl;
        this.folder = folder ?? Directory.CreateTempSubdirectory("oatpath").FullName;
        if (demo && folder is null && plan is null && at is null && language is null)
        {
            CopyTo(this.folder);
        }

        Clock = new(at ?? MondayEvening);
        app = OatPathApp.Build(
            new ServeOptions(this.folder, 5999, demo, publicUrl is not null, publicUrl, Language: language, WatchPort: watchPort),
            Clock,
            builder =>
            {
                builder.WebHost.UseTestServer();
                builder.Services.AddSingleton<Microsoft.AspNetCore.Hosting.IStartupFilter, FromAddress>();
                if (manners is not null)
                {
                    builder.Services.AddSingleton(manners);
                }

                if (plan is not null)
                {
                    builder.Services.AddSingleton(plan);
                }
            }
        );
        app.StartAsync().GetAwaiter().GetResult();
    }

    private static string Fill()
    {
        var folder = Directory.CreateTempSubdirectory("oatpath-filled").FullName;
        AppDomain.CurrentDomain.ProcessExit += (_, _) => Directory.Delete(folder, recursive: true);
        new TestStudio(at: MondayEvening, folder: folder).End();
        return folder;
    }

    private static void CopyTo(string folder)
    {
        foreach (var file in Directory.EnumerateFiles(Filled.Value, "*", SearchOption.AllDirectories))
        {
            var copy = Path.Combine(folder, Path.GetRelativePath(Filled.Value, file));
            Directory.CreateDirectory(Path.GetDirectoryName(copy)!);
            File.Copy(file, copy, overwrite: true);
        }
    }

    public TestClock Clock { get; }

    public string Folder => folder;

    public IServiceProvider Services => app.Services;

    public string ClientId(string name) => Services.GetRequiredService<Clients>().Search(name).Single().Id;

    public HttpMessageHandler Handler => app.GetTestServer().CreateHandler();

    public Microsoft.AspNetCore.TestHost.TestServer Server => app.GetTestServer();

    public Browser Anyone() => new(Handler, publicUrl ?? "http://localhost");

    /// <summary>The machine's clock jumps to another time, and an owner has said that it is right.</summary>
    public void JumpTo(DateTimeOffset to)
    {
        Clock.Jump(to);
        Services.GetRequiredService<Clock.ClockRounds>().Confirm("Maren Holt");
    }

    public async Task<Browser> SignedIn(string name = DemoLoader.SignIn)
    {
        var browser = Anyone();
        var page = await browser.Get("/sign-in");
        await browser.Submit(page, "main form", ("Name", name), ("Password", DemoLoader.Password));
        return browser;
    }

    public async Task<Browser> Phone(string clientName)
    {
        var token = Services
            .GetRequiredService<Links>()
            .Create(ClientId(clientName), "test", Services.GetRequiredService<TimeProvider>().GetUtcNow());
        var phone = Anyone();
        var page = await phone.Get($"/go/{token}");
        await phone.Submit(page, "main form");
        return phone;
    }

    /// <summary>Ends this one, and begins another on the same data at a time of the machine's.</summary>
    /// <param name="between">What happens to the data while no program uses it.</param>
    public TestStudio Restarted(DateTimeOffset at, Action? between = null)
    {
        End();
        between?.Invoke();
        return new(publicUrl: publicUrl, at: at, folder: folder);
    }

    public void Dispose()
    {
        End();
        if (Directory.Exists(folder))
        {
            Directory.Delete(folder, recursive: true);
        }
    }

    private void End()
    {
        if (!isOver)
        {
            isOver = true;
            app.StopAsync().GetAwaiter().GetResult();
            ((IDisposable)app).Dispose();
            Microsoft.Data.Sqlite.SqliteConnection.ClearAllPools();
        }
    }
}

/// <summary>A machine whose wall clock can be set, while its steady clock runs on.</summary>
public sealed class TestClock(DateTimeOffset at) : FakeTimeProvider(at)
{
    private long set;

    public override long GetTimestamp() => base.GetTimestamp() - set;

    /// <summary>Sets the wall clock.</summary>
    public void Jump(DateTimeOffset to)
    {
        set += (to - GetUtcNow()).Ticks;
        AdjustTime(to);
    }
}

/// <summary>Lets a test come from many addresses, by a header that only tests know.</summary>
internal sealed class FromAddress : Microsoft.AspNetCore.Hosting.IStartupFilter
{
    public const string Header = "X-Test-From";

    public Action<IApplicationBuilder> Configure(Action<IApplicationBuilder> next) =>
        app =>
        {
            app.Use(
                (http, following) =>
                {
                    if (http.Request.Headers.TryGetValue(Header, out var from))
                    {
                        http.Connection.RemoteIpAddress = IPAddress.Parse(from.ToString());
                    }

                    return following(http);
                }
            );
            next(app);
        };
}

/// <summary>A page as answered.</summary>
public sealed record Answer(HttpStatusCode Status, string Address, string Html, IDocument Page, HttpResponseMessage Raw)
{
    /// <summary>The words of the page as they are read: how its markup is broken into lines shows to nobody.</summary>
    public string Text => Read(Page.Body);

    public static string Read(INode? part) =>
        string.Join(' ', (part?.TextContent ?? "").Split((char[]?)null, StringSplitOptions.RemoveEmptyEntries));
}

/// <summary>Keeps cookies, follows redirects, fills forms: no more.</summary>
public sealed class Browser(HttpMessageHandler handler, string origin = "http://localhost") : IDisposable
{
    private static readonly IBrowsingContext Parser = BrowsingContext.New(Configuration.Default);
    private readonly HttpMessageInvoker invoker = new(handler);
    private readonly Dictionary<string, string> cookies = [];

    public IReadOnlyDictionary<string, string> Cookies => cookies;

    public void SetCookie(string name, string value) => cookies[name] = value;

    /// <summary>The address that requests come from, or null for none.</summary>
    public string? From { get; set; }

    /// <summary>The Set-Cookie lines of every answer so far.</summary>
    public List<string> SetCookies { get; } = [];

    public Task<Answer> Get(string address, bool follow = true) => Send(HttpMethod.Get, address, null, follow);

    public Task<Answer> Post(string address, IEnumerable<KeyValuePair<string, string>> fields, bool follow = true) =>
        Send(HttpMethod.Post, address, fields, follow);

    public Task<Answer> PostJson(string address, string json) =>
        Send(HttpMethod.Post, address, null, false, new StringContent(json, System.Text.Encoding.UTF8, "application/json"));

    /// <summary>Submits a form of a page with its hidden and checked fields, changed as given; a null value leaves a field out.</summary>
    public Task<Answer> Submit(Answer page, string form, params (string Name, string? Value)[] changes)
    {
        var element =
            page.Page.QuerySelector(form) as IHtmlFormElement
            ?? throw new InvalidOperationException($"No form {form} on {page.Address}:\n{page.Text}");
        var fields = new List<KeyValuePair<string, string>>();
        foreach (var input in element.QuerySelectorAll("input, select, textarea"))
        {
            var name = input.GetAttribute("name");
            switch (input)
            {
                case IHtmlInputElement { Type: "checkbox" or "radio", IsChecked: false }:
                case null:
                    break;
                case IHtmlInputElement box when name is not null:
                    fields.Add(new(name, box.Value));
                    break;
                case IHtmlSelectElement { IsMultiple: false } select when name is not null:
                    fields.Add(new(name, select.Value ?? ""));
                    break;
                case IHtmlTextAreaElement area when name is not null:
                    fields.Add(new(name, area.Value));
                    break;
            }
        }

        foreach (var (name, _) in changes)
        {
            fields.RemoveAll(field => field.Key == name);
        }

        fields.AddRange(
            changes.Where(change => change.Value is not null).Select(change => new KeyValuePair<string, string>(change.Name, change.Value!))
        );
        return Post(element.GetAttribute("action") is { Length: > 0 } action ? action : page.Address, fields);
    }

    public void Dispose() => invoker.Dispose();

    /// <summary>Sends one file with the form's token, as a browser does.</summary>
    /// <param name="more">Further fields of the form.</param>
    public Task<Answer> Upload(
        string address,
        string token,
        string fileName,
        byte[] content,
        string field = "file",
        params (string Name, string Value)[] more
    )
    {
        var body = new MultipartFormDataContent
        {
            { new StringContent(token), "__RequestVerificationToken" },
            { new ByteArrayContent(content), field, fileName },
        };
        foreach (var (name, value) in more)
        {
            body.Add(new StringContent(value), name);
        }

        return Send(HttpMethod.Post, address, null, true, body);
    }

    private async Task<Answer> Send(
        HttpMethod method,
        string address,
        IEnumerable<KeyValuePair<string, string>>? fields,
        bool follow,
        HttpContent? body = null
    )
    {
        for (var hop = 0; hop < 8; hop++)
        {
            using var request = new HttpRequestMessage(method, new Uri(new Uri(origin), address));
            request.Content = body ?? (fields is null ? null : new FormUrlEncodedContent(fields));
            if (From is not null)
            {
                request.Headers.Add(FromAddress.Header, From);
            }

            if (cookies.Count > 0)
            {
                request.Headers.Add("Cookie", string.Join("; ", cookies.Select(pair => $"{pair.Key}={pair.Value}")));
            }

            var response = await invoker.SendAsync(request, CancellationToken.None);
            foreach (var cookie in response.Headers.TryGetValues("Set-Cookie", out var set) ? set : [])
            {
                SetCookies.Add(cookie);
                var pair = cookie.Split(';')[0].Split('=', 2);
                cookies[pair[0]] = pair[1];
            }

            if (follow && (int)response.StatusCode is >= 300 and < 400)
            {
                (method, fields, body, address) = (HttpMethod.Get, null, null, response.Headers.Location!.ToString());
                continue;
            }

            var html = await response.Content.ReadAsStringAsync();
            return new(
                response.StatusCode,
                response.Headers.Location?.ToString() ?? address,
                html,
                await Parser.OpenAsync(request => request.Content(html)),
                response
            );
        }

        throw new InvalidOperationException($"Too many redirects from {address}");
    }
}
