using System.Net;
using System.Net.Sockets;
using System.Text.RegularExpressions;
using OatPath.Web.Demo;
using OatPath.Web.Doors;

namespace OatPath.Bench;

/// <summary>A browser without a face: cookies, forms, redirects.</summary>
internal sealed partial class Visitor : IDisposable
{
    private readonly CookieContainer cookies;
    private readonly string origin;
    private readonly HttpClient http;

    public Visitor(string origin)
        : this(origin, new CookieContainer(), IPAddress.Loopback) { }

    private Visitor(string origin, CookieContainer cookies, IPAddress from)
    {
        (this.origin, this.cookies) = (origin, cookies);
        http = new(
            new SocketsHttpHandler
            {
                CookieContainer = cookies,
                ConnectCallback = async (context, stop) =>
                {
                    var socket = new Socket(AddressFamily.InterNetwork, SocketType.Stream, ProtocolType.Tcp) { NoDelay = true };
                    socket.Bind(new IPEndPoint(from, 0));
                    await socket.ConnectAsync(context.DnsEndPoint, stop);
                    return new NetworkStream(socket, ownsSocket: true);
                },
            }
        )
        {
            BaseAddress = new Uri(origin),
        };
    }

    /// <summary>The phone of a client, by the cookie that its link gave it.</summary>
    public static Visitor Phone(string origin, string cookie)
    {
        var cookies = new CookieContainer();
        cookies.Add(new Uri(origin), new Cookie(OatPath.Web.Doors.PhoneDoor.CookieName, cookie, "/my"));
        return new(origin, cookies, IPAddress.Loopback);
    }

    /// <summary>The same visitor from another address of this machine, so that no limit of requests is met.</summary>
    public Visitor From(int address) => new(origin, cookies, new IPAddress([127, 1, (byte)(address / 250), (byte)(1 + (address % 250))]));

    public async Task<string> Get(string page)
    {
        using var answer = await http.GetAsync(page);
        answer.EnsureSuccessStatusCode();
        return await answer.Content.ReadAsStringAsync();
    }

    public async Task<string> Post(string page, string address, params (string Name, string Value)[] fields)
    {
        var token = Token().Match(await Get(page)).Groups[1].Value;
        return await Send(address, [.. fields, ("__RequestVerificationToken", token)]);
    }

    /// <summary>Sends a form whose token is known.</summary>
    public async Task<string> Send(string address, params (string Name, string Value)[] fields)
    {
        using var form = new FormUrlEncodedContent(fields.Select(field => new KeyValuePair<string, string>(field.Name, field.Value)));
        using var answer = await http.PostAsync(address, form);
        answer.EnsureSuccessStatusCode();
        return await answer.Content.ReadAsStringAsync();
    }

    /// <summary>Sends one file with the form's token.</summary>
    /// <returns>The page that answers, and its address.</returns>
    public Task<(string Page, string Address)> Upload(string address, string token, string text) =>
        Upload(address, token, System.Text.Encoding.UTF8.GetBytes(text), "file", "shelf.csv");

    /// <inheritdoc cref="Upload(string, string, string)"/>
    public async Task<(string Page, string Address)> Upload(string address, string token, byte[] file, string field, string name)
    {
        using var form = new MultipartFormDataContent
        {
            { new StringContent(token), "__RequestVerificationToken" },
            { new ByteArrayContent(file), field, name },
        };
        using var answer = await http.PostAsync(address, form);
        answer.EnsureSuccessStatusCode();
        return (await answer.Content.ReadAsStringAsync(), answer.RequestMessage!.RequestUri!.PathAndQuery);
    }

    public async Task<string> SendJson(string address, string json)
    {
        using var answer = await http.PostAsync(address, new StringContent(json, System.Text.Encoding.UTF8, "application/json"));
        answer.EnsureSuccessStatusCode();
        return await answer.Content.ReadAsStringAsync();
    }

    /// <summary>The value of a hidden or given field in a page.</summary>
    public static string Field(string page, string name) => Regex.Match(page, $"name=\"{name}\"[^>]*value=\"([^\"]*)\"").Groups[1].Value;

    public Task SignIn() => Post("/sign-in", "/sign-in", ("Name", DemoLoader.SignIn), ("Password", DemoLoader.Password));

    public async Task<string> IdOf(string name) => Id().Match(await Get($"/clients?q={name}")).Groups[1].Value;

    public void Dispose() => http.Dispose();

    [GeneratedRegex("__RequestVerificationToken\" type=\"hidden\" value=\"([^\"]+)")]
    private static partial Regex Token();

    [GeneratedRegex("/clients/([^/\"?]+)/ramp")]
    private static partial Regex Id();
}
