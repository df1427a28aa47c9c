namespace OatPath.Store;

/// <summary>How the connection to a mail server is guarded.</summary>
public enum MailTls
{
    /// <summary>TLS from the first byte, usually at port 465.</summary>
    Implicit,

    /// <summary>STARTTLS, and nothing without it; usually at port 587.</summary>
    StartTls,

    /// <summary>None: to a mail server on this machine only.</summary>
    None,
}

/// <summary>The mail server of the studio. Its secret is kept elsewhere.</summary>
/// <param name="Sender">The address that mail comes from.</param>
/// <param name="User">The name to sign in by; empty where none is asked for.</param>
public sealed record MailServer(string Host, int Port, MailTls Tls, string Sender, string User)
{
    public const int LongestHost = 253;
    public const int LongestUser = 200;

    /// <summary>Whether the server is this machine.</summary>
    public bool IsHere => Host is "localhost" or "127.0.0.1" or "::1";
}
