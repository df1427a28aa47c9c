using System.Security.Cryptography;
using System.Text;

namespace OatPath.Web.People;

/// <summary>The one-time code printed on the console when nobody can sign in yet. Whoever sees the console is the owner.</summary>
public sealed class FirstRunCode
{
    private const string Letters = "ABCDEFGHJKLMNPQRSTUVWXYZ23456789";

    public string Code { get; } = string.Join('-', Enumerable.Range(0, 3).Select(_ => RandomNumberGenerator.GetString(Letters, 4)));

    public bool Matches(string? given) =>
        CryptographicOperations.FixedTimeEquals(Encoding.UTF8.GetBytes((given ?? "").Trim().ToUpperInvariant()), Encoding.UTF8.GetBytes(Code));
}
