using System.Net;
using System.Net.Sockets;
using System.Text.RegularExpressions;
using OatPath.Web.Demo;

namespace OatPath.Bench;

/// <summary>A browser without a face: cookies, forms, redirects.</summary>
internal sealed partial class Visitor : IDisposable
{
    private readonly CookieContainer cookies;
    private readonly string origin;
    private readonly HttpClient http;

    public Visitor(string origin)
        : this(origin, new CookieContainer(), IPAddress.Loopback)
    {
    }

    private Visitor(string origin, CookieContainer cookies, IPAddress from)
    {
        (this.origin, this.cookies) = (origin, cookies);
        http = new(new SocketsHttpHandler
        {
            CookieContainer = cookies,
            ConnectCallback = async (context, stop) =>
            {
                var socket = new Socket(AddressFamily.InterNetwork, SocketType.Stream, ProtocolType.Tcp) { NoDelay = true };
                socket.Bind(new IPEndPoint(from, 0));
                await socket.ConnectAsync(context.DnsEndPoint, stop);
                return new NetworkStream(socket, ownsSocket: true);
            },
        })
        { BaseAddress = new Uri(origin) };
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
        using var form = new FormUrlEncodedContent([.. fields.Select(field => new KeyValuePair<string, string>(field.Name, field.Value)), new("__RequestVerificationToken", token)]);
        using var answer = await http.PostAsync(address, form);
        answer.EnsureSuccessStatusCode();
        return await answer.Content.ReadAsStringAsync();
    }

    public Task SignIn() => Post("/sign-in", "/sign-in", ("Name", DemoLoader.SignIn), ("Password", DemoLoader.Password));

    public async Task<string> IdOf(string name) => Id().Match(await Get($"/clients?q={name}")).Groups[1].Value;

    public void Dispose() => http.Dispose();

    [GeneratedRegex("__RequestVerificationToken\" type=\"hidden\" value=\"([^\"]+)")]
    private static partial Regex Token();

    [GeneratedRegex("/clients/([^/\"?]+)/ramp")]
    private static partial Regex Id();
}
