using System.Globalization;
using System.Text.Json.Serialization;
using OatPath.Core.Wording;

namespace OatPath.Core.House;

/// <summary>
/// Why a line of the path is as it is: a rule and the values it was applied with. The wording lives in <see cref="Words"/>.
/// </summary>
/// <param name="Rule">A stable rule id from <see cref="RuleBook"/>.</param>
/// <param name="Values">Named values; dates as yyyy-MM-dd, numbers in invariant form.</param>
public sealed record Because(string Rule, IReadOnlyDictionary<string, string> Values)
{
    private const string DayFormat = "yyyy-MM-dd";

    private static readonly Dictionary<string, string> None = [];

    /// <summary>Ids of what values name, under the same names. Known where it was planned, and no part of the open format: a path that was
    /// read from a file has none.</summary>
    [JsonIgnore]
    public IReadOnlyDictionary<string, string> Ids { get; init; } = None;

    public static Because Of(string rule) => new(rule, None);

    public static Because Of(string rule, params ReadOnlySpan<(string Name, object Value)> values)
    {
        var map = new Dictionary<string, string>(values.Length);
        Dictionary<string, string>? ids = null;
        Dictionary<string, SaidLater>? later = null;
        foreach (var (name, value) in values)
        {
            map[name] = value switch
            {
                INamed named => named.Name,
                DateOnly date => date.ToString(DayFormat, CultureInfo.InvariantCulture),
                IFormattable formattable => formattable.ToString(null, CultureInfo.InvariantCulture),
                _ => value.ToString() ?? "",
            };
            if (value is INamed known)
            {
                (ids ??= [])[name] = known.Id;
            }
            else if (value is SaidLater said)
            {
                (later ??= [])[name] = said;
            }
        }

        return new(rule, map) { Ids = ids ?? None, later = later };
    }

    private Dictionary<string, SaidLater>? later;

    /// <summary>A value in the language spoken now; empty where there is none of the name.</summary>
    public string InWords(string name) =>
        later?.TryGetValue(name, out var said) == true ? said.InWords() : Said.Of(Values.GetValueOrDefault(name, ""));

    /// <summary>A value that is a day.</summary>
    /// <exception cref="KeyNotFoundException">There is no such value.</exception>
    public DateOnly Day(string name) => DateOnly.ParseExact(Values[name], DayFormat, CultureInfo.InvariantCulture);

    /// <summary>A value that is a whole number.</summary>
    /// <exception cref="KeyNotFoundException">There is no such value.</exception>
    public int Number(string name) => int.Parse(Values[name], CultureInfo.InvariantCulture);

    public bool Equals(Because? other) =>
        other is not null
        && Rule == other.Rule
        && Values.Count == other.Values.Count
        && Values.All(pair => other.Values.TryGetValue(pair.Key, out var value) && value == pair.Value);

    public override int GetHashCode() => HashCode.Combine(Rule, Values.Count);
}
