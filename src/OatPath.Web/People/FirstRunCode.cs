using System.Security.Cryptography;
using System.Text;

namespace OatPath.Web.People;

/// <summary>The one-time code printed on the console when nobody can sign in yet. Whoever sees the console is the owner.</summary>
public sealed class FirstRunCode
{
    public string Code { get; } = ReadableCode.New(3, 4);

    public bool Matches(string? given) =>
        CryptographicOperations.FixedTimeEquals(
            Encoding.UTF8.GetBytes((given ?? "").Trim().ToUpperInvariant()),
            Encoding.UTF8.GetBytes(Code)
        );
}
