using OatPath.Core.House;
using OatPath.Core.Skin;

namespace OatPath.Core.Labels;

/// <summary>An ingredient found behind a name on the label.</summary>
internal sealed record FoundName(
    string Written,
    Ingredient Ingredient,
    int Position,
    LabelSection Section,
    double Certainty,
    decimal? Percent
);

/// <summary>Finds the ingredients behind the names as written: brackets, slashes, slips of the pen, claims on the front.</summary>
internal static class NameFinder
{
    private const double Slip = 0.75;
    private const double Stem = 0.4;
    private static readonly string[] Decorations =
    [
        "organic",
        "certified",
        "pure",
        "natural",
        "usp",
        "ph eur",
        "nano",
        "bio",
        "fair trade",
        "from",
        "of",
        "solution",
        "powder",
        "anhydrous",
        "extract of",
    ];

    /// <summary>Parts of names that only belong to families nobody should overlook.</summary>
    private static readonly (string Part, Substance Substance)[] Stems =
    [
        ("retinoate", Substance.RetinylEster),
        ("retinyl", Substance.RetinylEster),
        ("retinol", Substance.Retinol),
        ("retinal", Substance.Retinal),
        ("tretinoin", Substance.PrescriptionRetinoid),
        ("salicyl", Substance.Salicylic),
        ("glycolic", Substance.Glycolic),
        ("glykol", Substance.Glycolic),
        ("mandelic", Substance.Mandelic),
        ("lacticacid", Substance.Lactic),
        ("hydroxyacid", Substance.OtherAha),
        ("azelaic", Substance.Azelaic),
        ("hydroquinon", Substance.Hydroquinone),
        ("benzoylperox", Substance.BenzoylPeroxide),
        ("resorcinol", Substance.OtherPigmentInhibitor),
        ("trichloroacetic", Substance.Trichloroacetic),
        ("papain", Substance.Papain),
        ("bromelain", Substance.Bromelain),
        ("protease", Substance.OtherEnzyme),
    ];

    public static (List<FoundName> Found, List<string> Unknown) FindAll(LabelText label)
    {
        var found = new List<FoundName>();
        var unknown = new List<string>();
        var position = 0;
        foreach (var item in label.Items)
        {
            position++;
            var here = new List<(Ingredient Ingredient, double Certainty)>();
            Find(item.Text, here);
            if (here.Count == 0 && ByStem(item.Text) is { } stem)
            {
                here.Add((stem, Stem));
                unknown.Add(item.Text);
            }
            else if (here.Count == 0 && !IsFootnote(item.Text))
            {
                unknown.Add(item.Text);
            }

            foreach (var (ingredient, certainty) in here)
            {
                found.Add(new(item.Text, ingredient, position, item.Section, certainty, here.Count == 1 ? item.Percent : null));
            }
        }

        Claims(label, found);
        return (found, unknown);
    }

    private static void Find(string written, List<(Ingredient, double)> found)
    {
        var table = IngredientTable.Known;
        if (table.Find(written) is { } exact)
        {
            found.Add((exact, 1));
            return;
        }

        var (outside, inside) = Unbracket(written);
        if (inside.Count > 0)
        {
            if (table.Find(outside) is { } named)
            {
                found.Add((named, 1));
                // "Complex (glycolic acid, salicylic acid)" hides what it holds behind a harmless name.
                foreach (var part in inside.SelectMany(Parts))
                {
                    if (table.Find(part) is { IsIrritant: true } hidden && hidden != named)
                    {
                        found.Add((hidden, 0.9));
                    }
                }

                return;
            }

            foreach (var part in inside.SelectMany(Parts))
            {
                if (table.Find(part) is { } bracketed && !found.Exists(item => item.Item1 == bracketed))
                {
                    found.Add((bracketed, 0.95));
                }
            }

            if (found.Count > 0)
            {
                return;
            }
        }

        FindParts(outside.Length > 0 ? outside : written, found);
        if (found.Count > 0)
        {
            return;
        }

        var plain = Undecorate(outside.Length > 0 ? outside : written);
        if (table.Find(plain) is { } undecorated)
        {
            found.Add((undecorated, 0.95));
        }
        else if (table.Guess(plain) is { } guess)
        {
            found.Add((guess, Slip));
        }
    }

    /// <summary>
    /// "Aqua/Water/Eau" is one thing, "Glycolic acid / Lactic acid" two, "Caprylic/Capric Triglyceride" was found whole before.
    /// </summary>
    private static void FindParts(string text, List<(Ingredient, double)> found)
    {
        var parts = text.Split(['/', '&', '+'], StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries)
            .SelectMany(part => part.Split(" and ", StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries))
            .ToList();
        if (parts.Count < 2)
        {
            return;
        }

        foreach (var part in parts)
        {
            var ingredient = IngredientTable.Known.Find(part) ?? IngredientTable.Known.Guess(part);
            if (ingredient is not null && !found.Exists(item => item.Item1 == ingredient))
            {
                found.Add((ingredient, 0.95));
            }
        }
    }

    private static string[] Parts(string text) =>
        text.Split([',', ';', '/', '&', '+'], StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries);

    private static (string Outside, List<string> Inside) Unbracket(string text)
    {
        var inside = new List<string>();
        if (text.AsSpan().IndexOfAny('(', '[', '{') < 0)
        {
            return (text, inside);
        }

        var outside = new System.Text.StringBuilder();
        var current = new System.Text.StringBuilder();
        var depth = 0;
        foreach (var c in text)
        {
            if (c is '(' or '[' or '{')
            {
                depth++;
            }
            else if (c is ')' or ']' or '}' && depth > 0)
            {
                depth--;
                if (depth == 0)
                {
                    inside.Add(current.ToString());
                    current.Clear();
                }
            }
            else
            {
                (depth > 0 ? current : outside).Append(c);
            }
        }

        if (current.Length > 0)
        {
            inside.Add(current.ToString());
        }

        return (outside.ToString().Trim(), inside);
    }

    private static string Undecorate(string text)
    {
        var words = text.Split(' ', StringSplitOptions.RemoveEmptyEntries)
            .Where(word => !Decorations.Contains(word.ToLowerInvariant().Trim('.', '*')));
        var plain = string.Join(' ', words);
        return plain.TrimStart('0', '1', '2', '3', '4', '5', '6', '7', '8', '9', '.', ')', ' ') is { Length: > 2 } bare ? bare : plain;
    }

    private static Ingredient? ByStem(string text)
    {
        var key = IngredientName.Key(text);
        foreach (var (part, substance) in Stems)
        {
            if (key.Contains(part, StringComparison.Ordinal))
            {
                return IngredientTable.Known.All.First(ingredient => ingredient.Substance == substance);
            }
        }

        return null;
    }

    /// <summary>"*from organic farming" explains a mark; it names nothing.</summary>
    private static bool IsFootnote(string text) =>
        text.Contains("organic farming", StringComparison.OrdinalIgnoreCase)
        || text.Contains("organically grown", StringComparison.OrdinalIgnoreCase)
        || text.Contains("kontrolliert biologisch", StringComparison.OrdinalIgnoreCase)
        || text.Contains("agriculture biologique", StringComparison.OrdinalIgnoreCase);

    /// <summary>A percent claimed on the front belongs to the substance named beside it.</summary>
    private static void Claims(LabelText label, List<FoundName> found)
    {
        foreach (System.Text.RegularExpressions.Match match in LabelText.PercentPattern().Matches(label.Before))
        {
            if (Field.Number(match.Groups["n"].Value) is not { } percent || percent is <= 0 or > 100)
            {
                continue;
            }

            var after = label.Before[(match.Index + match.Length)..].Split('\n')[0];
            var before = label.Before[..match.Index].Split('\n')[^1];
            if ((Leading(after) ?? Trailing(before)) is not { Family: not null } named)
            {
                continue;
            }

            var index = found.FindIndex(item =>
                item.Ingredient == named || (named.Substance is not null && item.Ingredient.Substance == named.Substance)
            );
            if (index < 0)
            {
                found.Insert(0, new(named.Name, named, 0, LabelSection.Ingredients, 0.9, percent));
            }
            else if (found[index].Percent is null)
            {
                found[index] = found[index] with { Percent = percent };
            }
        }
    }

    private static Ingredient? Leading(string text)
    {
        var words = text.Split([' ', ',', '+', '&', '('], StringSplitOptions.RemoveEmptyEntries);
        for (var take = Math.Min(4, words.Length); take > 0; take--)
        {
            if (IngredientTable.Known.Find(string.Join(' ', words[..take])) is { } found)
            {
                return found;
            }
        }

        return null;
    }

    private static Ingredient? Trailing(string text)
    {
        var words = text.Split([' ', ',', '+', '&', ')', ':'], StringSplitOptions.RemoveEmptyEntries);
        for (var take = Math.Min(4, words.Length); take > 0; take--)
        {
            if (IngredientTable.Known.Find(string.Join(' ', words[^take..])) is { } found)
            {
                return found;
            }
        }

        return null;
    }
}
