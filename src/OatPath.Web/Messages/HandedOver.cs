using MailKit;

namespace OatPath.Web.Messages;

/// <summary>
/// Listens to one conversation with a mail server and knows whether the whole text was handed over: past the line with a point alone
/// (RFC 5321, section 4.1.1.4) the server may have taken it, whatever happens then.
/// </summary>
internal sealed class HandedOver : IProtocolLogger
{
    private static readonly byte[] End = "\r\n.\r\n"u8.ToArray();
    private readonly Queue<byte> last = new();
    private bool isText;

    public bool Whole { get; private set; }

    public IAuthenticationSecretDetector? AuthenticationSecretDetector { get; set; }

    public void LogConnect(Uri uri) { }

    public void LogClient(byte[] buffer, int offset, int count)
    {
        foreach (var letter in buffer.AsSpan(offset, count))
        {
            last.Enqueue(letter);
            if (last.Count > End.Length)
            {
                last.Dequeue();
            }

            Whole |= isText && last.SequenceEqual(End);
        }
    }

    /// <summary>354: the server waits for the text.</summary>
    public void LogServer(byte[] buffer, int offset, int count) => isText |= buffer.AsSpan(offset, count).StartsWith("354"u8);

    public void Dispose() { }
}
