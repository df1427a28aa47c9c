using System.Collections.Frozen;
using System.Globalization;
using System.Numerics;
using System.Reflection;
using OatPath.Core.House;
using OatPath.Core.Skin;

namespace OatPath.Core.Labels;

/// <summary>The ingredient knowledge, found by any of the ways a name is written.</summary>
/// <remarks>
/// Source: names follow the international nomenclature of cosmetic ingredients; families, cautions and markers are trade convention; pKa
/// and mass are textbook values.
/// The file and its columns are described in docs/method.md.
/// </remarks>
public sealed class IngredientTable
{
    private const int ShortestGuess = 6;
    private static readonly Lazy<IngredientTable> Loaded = new(Load);

    private readonly FrozenDictionary<string, Ingredient> byKey;
    private readonly (string Key, ulong Mask, Ingredient Ingredient)[] keys;

    private IngredientTable(IReadOnlyList<Ingredient> all)
    {
        All = all;
        var found = new Dictionary<string, Ingredient>();
        foreach (var ingredient in all)
        {
            foreach (var name in ingredient.Also.Prepend(ingredient.Name))
            {
                var key = IngredientName.Key(name);
                if (!found.TryAdd(key, ingredient) && found[key] != ingredient)
                {
                    throw new InvalidOperationException($"{name} stands for both {found[key].Name} and {ingredient.Name}.");
                }
            }
        }

        byKey = found.ToFrozenDictionary();
        keys =
        [
            .. found
                .Where(pair => pair.Key.Length >= ShortestGuess - 1)
                .Select(pair => (pair.Key, IngredientName.Mask(pair.Key), pair.Value)),
        ];
    }

    public static IngredientTable Known => Loaded.Value;

    public IReadOnlyList<Ingredient> All { get; }

    /// <summary>The ingredient written exactly so, but for case, accents, spaces and dashes; null when there is none.</summary>
    public Ingredient? Find(ReadOnlySpan<char> name) => byKey.GetValueOrDefault(IngredientName.Key(name));

    /// <summary>
    /// The nearest name within one slip of the pen, two in names of ten letters or more; null when nothing is near.
    /// Where two are equally near, the one that asks more of the skin is taken: the stricter reading.
    /// </summary>
    public Ingredient? Guess(string name)
    {
        var key = IngredientName.Key(name);
        if (key.Length is < ShortestGuess or > 80)
        {
            return null;
        }

        var most = key.Length >= 10 ? 2 : 1;
        var mask = IngredientName.Mask(key);
        Ingredient? best = null;
        var least = most + 1;
        foreach (var (candidate, candidateMask, ingredient) in keys)
        {
            if (Math.Abs(candidate.Length - key.Length) > most || BitOperations.PopCount(mask ^ candidateMask) > 2 * most)
            {
                continue;
            }

            var distance = IngredientName.Distance(key, candidate, most);
            if (distance < least || (distance == least && distance <= most && ingredient.IsIrritant && best is { IsIrritant: false }))
            {
                (least, best) = (distance, ingredient);
            }
        }

        return best;
    }

    private static IngredientTable Load()
    {
        using var stream = Assembly.GetExecutingAssembly().GetManifestResourceStream("OatPath.Core.Labels.ingredients.txt")!;
        using var reader = new StreamReader(stream);
        var all = new List<Ingredient>();
        while (reader.ReadLine() is { } line)
        {
            if (line.Length > 0 && line[0] != '#')
            {
                all.Add(Read(line));
            }
        }

        return new(all);
    }

    private static Ingredient Read(string line)
    {
        var fields = line.Split('|', StringSplitOptions.TrimEntries);
        if (fields.Length != 8)
        {
            throw new InvalidOperationException($"The ingredient line \"{line}\" needs 8 fields.");
        }

        var substance = EnumName.Find<Substance>(fields[1]);
        var family = substance is { } known ? SubstanceTraits.Of(known).Family : EnumName.Find<Family>(fields[1]);
        return new(
            fields[0],
            family,
            substance,
            EnumName.Find<IngredientFunction>(fields[2])
                ?? throw new InvalidOperationException($"{fields[0]}: unknown function {fields[2]}."),
            Number(fields[3]),
            Number(fields[4]),
            [
                .. Each(fields[5])
                    .Select(name =>
                        EnumName.Find<Allergen>(name) ?? throw new InvalidOperationException($"{fields[0]}: unknown allergen {name}.")
                    ),
            ],
            [
                .. Each(fields[6])
                    .Select(name =>
                        EnumName.Find<IngredientCaution>(name)
                        ?? throw new InvalidOperationException($"{fields[0]}: unknown caution {name}.")
                    ),
            ],
            [.. fields[7].Split(';', StringSplitOptions.TrimEntries | StringSplitOptions.RemoveEmptyEntries)]
        );
    }

    private static string[] Each(string field) => field.Split(',', StringSplitOptions.TrimEntries | StringSplitOptions.RemoveEmptyEntries);

    private static double? Number(string field) =>
        field.Length == 0 ? null : double.Parse(field, NumberStyles.AllowDecimalPoint, CultureInfo.InvariantCulture);
}
