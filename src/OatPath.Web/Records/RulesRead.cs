using OatPath.Core.Formats;
using OatPath.Core.House;

namespace OatPath.Web.Records;

/// <summary>House rules as published, read once for each text: most clients of a house have the same.</summary>
public static class RulesRead
{
    private const int MostKept = 8;
    private static IReadOnlyList<(string Text, HouseRules Rules)> kept = [];

    public static HouseRules Of(string text)
    {
        foreach (var (known, rules) in kept)
        {
            if (known == text)
            {
                return rules;
            }
        }

        var read = CaseJson.ReadStored<HouseRules>(text);
        kept = [(text, read), .. kept.Take(MostKept - 1)];
        return read;
    }
}
