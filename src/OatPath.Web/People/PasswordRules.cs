namespace OatPath.Web.People;

/// <summary>
/// What a password must be: long, not among the usual ones, not a run of keys, not one's own name. No rules of kinds of characters; after
/// NIST SP 800-63B, section 5.1.1.2.
/// </summary>
public static class PasswordRules
{
    public const int Fewest = 10;
    public const int Most = 256;
    private const int FewestDifferent = 5;
    private const int LongestRun = 6;

    private static readonly string[] Rows =
    [
        "abcdefghijklmnopqrstuvwxyz",
        "01234567890123456789",
        "qwertyuiop",
        "asdfghjkl",
        "zxcvbnm",
        "qwertzuiop",
        "azertyuiop",
        "1q2w3e4r5t6y7u8i9o0p",
        "1qaz2wsx3edc4rfv5tgb6yhn",
    ];

    // Words that stand in every list of passwords that were broken; a password made of them and digits is one of the usual ones.
    private static readonly string[] Usual =
    [
        "password",
        "passwort",
        "passw0rd",
        "p@ssw0rd",
        "welcome",
        "willkommen",
        "letmein",
        "iloveyou",
        "ichliebedich",
        "princess",
        "sunshine",
        "football",
        "fussball",
        "baseball",
        "superman",
        "batman",
        "dragon",
        "monkey",
        "master",
        "shadow",
        "trustno1",
        "whatever",
        "starwars",
        "computer",
        "internet",
        "secret",
        "geheim",
        "hallo",
        "hello",
        "admin",
        "administrator",
        "default",
        "changeme",
        "login",
        "access",
        "michael",
        "jessica",
        "charlie",
        "jordan",
        "summer",
        "winter",
        "spring",
        "autumn",
        "sommer",
        "beauty",
        "skincare",
        "oatpath",
        "studio",
    ];

    /// <summary>Why a password is not taken, as a remedy; null where it is.</summary>
    public static string? Problem(string? password, params IReadOnlyList<string> own)
    {
        if (password is null || password.Length is < Fewest or > Most)
        {
            return $"give at least {Fewest} and at most {Most} characters";
        }

        var plain = password.ToLowerInvariant();
        if (plain.Distinct().Count() < FewestDifferent)
        {
            return "repeats a few characters; use several words";
        }

        if (Rows.Any(row => HoldsRun(plain, row)))
        {
            return "holds a run of neighbouring keys; use several words";
        }

        var letters = new string([.. plain.Where(char.IsLetter)]);
        if (
            Usual.Any(word =>
                letters == word
                || letters == word + word
                || plain.Replace(word, "", StringComparison.Ordinal).All(c => !char.IsLetter(c))
                    && plain.Contains(word, StringComparison.Ordinal)
            )
        )
        {
            return "is one of the usual ones; use several words that only you would put together";
        }

        return own.Any(name =>
            name.Length >= 3 && plain.Contains(name, StringComparison.OrdinalIgnoreCase) && plain.Length - name.Length < Fewest - 2
        )
            ? "is mostly your own name; use other words"
            : null;
    }

    private static bool HoldsRun(string text, string row)
    {
        var backwards = new string([.. row.Reverse()]);
        for (var i = 0; i + LongestRun <= text.Length; i++)
        {
            var run = text.Substring(i, LongestRun);
            if (
                (row.Contains(run, StringComparison.Ordinal) || backwards.Contains(run, StringComparison.Ordinal))
                && text.Length < LongestRun * 3
            )
            {
                return true;
            }
        }

        return false;
    }
}
