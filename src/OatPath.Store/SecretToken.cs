using System.Security.Cryptography;
using System.Text;

namespace OatPath.Store;

/// <summary>What opens a link, a device or a calendar: 256 random bits, shown once and stored only as a hash.</summary>
internal static class SecretToken
{
    public static string New() =>
        Convert.ToBase64String(RandomNumberGenerator.GetBytes(32)).Replace('+', '-').Replace('/', '_').TrimEnd('=');

    public static string Hash(string token) => Convert.ToHexStringLower(SHA256.HashData(Encoding.UTF8.GetBytes(token)));
}
