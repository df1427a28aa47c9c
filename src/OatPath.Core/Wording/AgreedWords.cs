using System.Security.Cryptography;
using System.Text;

namespace OatPath.Core.Wording;

/// <summary>Words that somebody agrees to: kept as they were read, under a version that is what they say.</summary>
public static class AgreedWords
{
    /// <summary>What is kept.</summary>
    public static string TextOf(IEnumerable<string> lines) => string.Join("\n", lines);

    /// <summary>Changes with every letter of the words.</summary>
    public static string VersionOf(string text) => Convert.ToHexStringLower(SHA256.HashData(Encoding.UTF8.GetBytes(text)))[..8];
}
