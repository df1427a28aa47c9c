using System.Buffers;
using System.Collections.Concurrent;
using System.Net;
using System.Net.Security;
using System.Net.Sockets;
using System.Security.Cryptography;
using System.Security.Cryptography.X509Certificates;
using MimeKit;
using SmtpServer;
using SmtpServer.Authentication;
using SmtpServer.Mail;
using SmtpServer.Protocol;
using SmtpServer.Storage;

namespace OatPath.Web.Tests.Mail;

/// <summary>A mail server of the test's own: real SMTP, with TLS and a sign-in where wanted, and as unwilling as the test says.</summary>
internal sealed class MailHouse : IDisposable
{
    public const string User = "studio";
    public const string Secret = "ferry and oats";

    private readonly CancellationTokenSource over = new();
    private readonly Task serving;
    private readonly X509Certificate2? certificate;

    public MailHouse(bool guarded)
    {
        Port = FreePort();
        certificate = guarded ? Certificate() : null;
        var services = new SmtpServer.ComponentModel.ServiceProvider();
        var desk = new Desk(this);
        services.Add((IMessageStore)desk);
        services.Add((IMailboxFilter)desk);
        services.Add((IUserAuthenticator)desk);
        var options = new SmtpServerOptionsBuilder().ServerName("localhost").Endpoint(at =>
        {
            at.Endpoint(new IPEndPoint(IPAddress.Loopback, Port));
            if (certificate is not null)
            {
                at.IsSecure(true).Certificate(certificate).AuthenticationRequired();
            }
        });
        serving = new SmtpServer.SmtpServer(options.Build(), services).StartAsync(over.Token);
    }

    public int Port { get; }

    /// <summary>Everything that was taken.</summary>
    public ConcurrentBag<MimeMessage> Taken { get; } = [];

    /// <summary>How often somebody came to the door with a recipient.</summary>
    public int Asked;

    /// <summary>The answer to a recipient; null takes it.</summary>
    public Func<string, SmtpResponse?> OnRecipient { get; set; } = _ => null;

    /// <summary>The answer to a text; null takes it.</summary>
    public Func<MimeMessage, SmtpResponse?> OnText { get; set; } = _ => null;

    /// <summary>Trusts this server's certificate and no other.</summary>
    public RemoteCertificateValidationCallback Trust =>
        (_, shown, _, _) => shown is not null && certificate is not null && shown.GetCertHashString() == certificate.GetCertHashString();

    public void Dispose()
    {
        over.Cancel();
        try
        {
            serving.Wait(TimeSpan.FromSeconds(5));
        }
        catch (AggregateException)
        {
            // It was told to stop.
        }

        certificate?.Dispose();
        over.Dispose();
    }

    public static int FreePort()
    {
        using var listener = new TcpListener(IPAddress.Loopback, 0);
        listener.Start();
        return ((IPEndPoint)listener.LocalEndpoint).Port;
    }

    private static X509Certificate2 Certificate()
    {
        using var key = RSA.Create(2048);
        var request = new CertificateRequest("CN=localhost", key, HashAlgorithmName.SHA256, RSASignaturePadding.Pkcs1);
        using var made = request.CreateSelfSigned(DateTimeOffset.UtcNow.AddDays(-1), DateTimeOffset.UtcNow.AddDays(1));
        return X509CertificateLoader.LoadPkcs12(made.Export(X509ContentType.Pkcs12), null);
    }

    /// <summary>What each conversation meets. The server disposes of what it is given, so it is not the house itself.</summary>
    private sealed class Desk(MailHouse house) : IMessageStore, IMailboxFilter, IUserAuthenticator
    {
        public async Task<SmtpResponse> SaveAsync(
            ISessionContext context,
            IMessageTransaction transaction,
            ReadOnlySequence<byte> buffer,
            CancellationToken cancellationToken
        )
        {
            using var text = new MemoryStream(buffer.ToArray());
            var message = await MimeMessage.LoadAsync(text, cancellationToken);
            if (house.OnText(message) is { } refused)
            {
                return refused;
            }

            house.Taken.Add(message);
            return SmtpResponse.Ok;
        }

        public Task<bool> CanAcceptFromAsync(ISessionContext context, IMailbox from, int size, CancellationToken cancellationToken) =>
            Task.FromResult(true);

        public Task<bool> CanDeliverToAsync(ISessionContext context, IMailbox to, IMailbox from, CancellationToken cancellationToken)
        {
            Interlocked.Increment(ref house.Asked);
            return house.OnRecipient($"{to.User}@{to.Host}") is { } refused
                ? throw new SmtpResponseException(refused)
                : Task.FromResult(true);
        }

        public Task<bool> AuthenticateAsync(ISessionContext context, string user, string password, CancellationToken cancellationToken) =>
            Task.FromResult(user == User && password == Secret);
    }
}
