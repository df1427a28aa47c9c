using System.Net.Security;
using System.Net.Sockets;
using MailKit;
using MailKit.Net.Smtp;
using MailKit.Security;
using MimeKit;
using OatPath.Core.Wording;
using OatPath.Store;

namespace OatPath.Web.Messages;

/// <summary>How a mail server is talked to, where that is not as usual.</summary>
/// <param name="Certificate">Judges the server's certificate; null for the machine's own trust.</param>
/// <param name="Patience">How long a server may keep silent; null for the house default.</param>
public sealed record MailManners(RemoteCertificateValidationCallback? Certificate = null, TimeSpan? Patience = null);

/// <summary>
/// Sends by the studio's mail server. A mail says nothing of skin: the studio's name, that there is something on the plan, and the plain
/// address of the phone's page.
/// </summary>
public sealed class MailGateway(ProgramSettings settings, MailSecret secret, Studio studio, ServeOptions options, MailManners manners)
    : IMessageGateway
{
    /// <remarks>House default.</remarks>
    private static readonly TimeSpan Patience = TimeSpan.FromSeconds(20);

    public string Name => settings.Current().Choices.Mail is { } mail ? $"by mail, through {mail.Host}" : "no mail server is set";

    public bool IsSet => settings.Current().Choices.Mail is not null;

    public Attempt Send(Message message) =>
        settings.Current().Choices.Mail is not { } mail ? new(Fate.Down, "no mail server is set")
        : message.Mail is not { } address ? new(Fate.NoAddress, "no address on record that takes mail")
        : Send(mail, Compose(mail, address, $"{message.Id}.{message.WrittenAt.ToUnixTimeSeconds()}"));

    /// <summary>The same mail, to whoever tries it out.</summary>
    public Attempt Try(MailServer mail, string address) => Send(mail, Compose(mail, address, $"try.{Guid.NewGuid():n}"));

    /// <summary>Whether a text is one address and nothing else.</summary>
    public static bool IsAddress(string text) =>
        text.Length <= MailAddresses.Longest
        && !text.Any(sign => char.IsWhiteSpace(sign) || char.IsControl(sign))
        && MailboxAddress.TryParse(text, out var box)
        && box.Address == text
        && box.Domain.Length > 0;

    private MimeMessage Compose(MailServer mail, string address, string id)
    {
        using var spoken = Language.Speak(options.ClientLanguage);
        var name = studio.Current().Rules.StudioName is { Length: > 0 } known ? known : Said.Of("Your studio");
        var page = $"{options.Origin}/my";
        var told = Said.Of($"There is something on your plan. Please open your page on your phone: {page}");
        var end = Said.Of("You get this because you agreed to it. To end it, say so on your page under “Calendar and messages”.");
        return new MimeMessage(
            [new MailboxAddress(name, mail.Sender)],
            [new MailboxAddress("", address)],
            Said.Of($"{name}: there is something on your plan"),
            new TextPart("plain") { Text = $"{name}\n\n{told}\n\n{end}\n" }
        )
        {
            // The same however often it is tried, so that servers on the way can tell.
            MessageId = $"{id}@{new Uri(options.Origin).Host}",
        };
    }

    private Attempt Send(MailServer mail, MimeMessage message)
    {
        using var heard = new HandedOver();
        using var client = new SmtpClient(heard)
        {
            Timeout = (int)(manners.Patience ?? Patience).TotalMilliseconds,
            ServerCertificateValidationCallback = manners.Certificate,
        };
        if (Open(client, mail) is { } closed)
        {
            return closed;
        }

        try
        {
            client.Send(message);
        }
        catch (SmtpCommandException refused)
        {
            return Of(refused, mail);
        }
        catch (Exception broken) when (IsBroken(broken))
        {
            return heard.Whole
                ? new(Fate.Unsure, "handed over, and no answer came: it may have arrived")
                : new(Fate.Busy, "the line broke off");
        }

        try
        {
            client.Disconnect(true);
        }
        catch (Exception broken) when (IsBroken(broken) || broken is SmtpCommandException)
        {
            // It was taken; how the conversation ends changes nothing.
        }

        return new(Fate.Delivered);
    }

    /// <summary>Connects and signs in.</summary>
    /// <returns>Why the way is closed, or null.</returns>
    private Attempt? Open(SmtpClient client, MailServer mail)
    {
        try
        {
            client.Connect(
                mail.Host,
                mail.Port,
                mail.Tls switch
                {
                    MailTls.Implicit => SecureSocketOptions.SslOnConnect,
                    MailTls.StartTls => SecureSocketOptions.StartTls,
                    _ => SecureSocketOptions.None,
                }
            );

            // Sent in chunks, nobody could tell whether the whole of it was handed over.
            client.Capabilities &= ~SmtpCapabilities.Chunking;
            if (mail.User.Length > 0)
            {
                client.Authenticate(mail.User, secret.Read());
            }

            return null;
        }
        catch (AuthenticationException)
        {
            return new(Fate.Down, "the mail server refuses the sign-in: look at the name and the secret");
        }
        catch (SslHandshakeException)
        {
            return new(Fate.Down, "the mail server's certificate is not trusted, or it speaks no TLS at this port");
        }
        catch (NotSupportedException)
        {
            return new(Fate.Down, "the mail server offers no TLS, or no sign-in, at this port");
        }
        catch (Exception broken) when (IsBroken(broken) || broken is SmtpCommandException)
        {
            return new(Fate.Down, "the mail server cannot be reached, or does not answer");
        }
    }

    private static Attempt Of(SmtpCommandException refused, MailServer mail)
    {
        var isFinal = (int)refused.StatusCode >= 500;
        var words = $"{(int)refused.StatusCode} {Plain(refused.Message)}";
        return refused.ErrorCode switch
        {
            _ when !isFinal => new(Fate.Busy, words),
            SmtpErrorCode.RecipientNotAccepted => new(Fate.AddressRefused, words),
            SmtpErrorCode.SenderNotAccepted => new(Fate.Down, $"the mail server takes nothing from {mail.Sender}: {words}"),
            _ => new(Fate.Refused, words),
        };
    }

    /// <summary>What a server says, on one line and short.</summary>
    private static string Plain(string words)
    {
        var line = new string([.. words.Select(sign => char.IsControl(sign) ? ' ' : sign)]).Trim();
        return line.Length <= LongestReason ? line : line[..LongestReason] + "…";
    }

    private const int LongestReason = 160;

    private static bool IsBroken(Exception fault) =>
        fault
            is IOException
                or SocketException
                or TimeoutException
                or OperationCanceledException
                or ProtocolException
                or ServiceNotConnectedException;
}
