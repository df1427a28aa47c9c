using System.Security.Cryptography;

namespace OatPath.Web.People;

/// <summary>Random codes that are read off and typed: no letter is taken for another.</summary>
internal static class ReadableCode
{
    private const string Letters = "ABCDEFGHJKLMNPQRSTUVWXYZ23456789";

    public static string New(int groups, int lettersEach) =>
        string.Join('-', Enumerable.Range(0, groups).Select(_ => RandomNumberGenerator.GetString(Letters, lettersEach)));
}
