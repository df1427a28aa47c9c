using System.Globalization;
using System.Reflection;

namespace OatPath.Core.House;

/// <summary>One answer that a choice takes.</summary>
/// <param name="Value">As written in a form, invariant.</param>
/// <param name="Word">As shown: "weak kits".</param>
public sealed record HouseOption(string Value, string Word);

/// <summary>One thing a house decides for itself: where it is kept, what it takes, how it is asked and said.</summary>
/// <param name="Property">The property of <see cref="HouseRules"/> that holds it; its range is the property's own.</param>
/// <param name="Title">As asked: "Hold before a step up, days".</param>
/// <param name="Remedy">What would be accepted: "choose 21 to 84 days".</param>
/// <param name="Options">The answers to choose among; empty for a whole number that is typed.</param>
/// <param name="Note">Beside the field; null for none.</param>
/// <param name="Rules">Ids of the rules that follow it.</param>
/// <param name="Says">The value in words, where those rules are shown; null for one that another choice says with its own.</param>
public sealed record HouseChoice(
    string Property,
    string Title,
    string Remedy,
    IReadOnlyList<HouseOption> Options,
    string? Note,
    IReadOnlyList<string> Rules,
    Func<HouseRules, string>? Says
)
{
    private readonly PropertyInfo property = typeof(HouseRules).GetProperty(Property)
        ?? throw new ArgumentException(Property, nameof(Property));

    /// <summary>The name in the open format and in the form.</summary>
    public string Key { get; } = char.ToLowerInvariant(Property[0]) + Property[1..];

    /// <summary>The value of a house as a form writes it.</summary>
    public string Of(HouseRules rules) =>
        property.GetValue(rules) switch
        {
            bool yes => yes ? "yes" : "no",
            HomePeels peels => EnumName.Of(peels),
            WinterHold hold => EnumName.Of(hold),
            var value => Convert.ToString(value, CultureInfo.InvariantCulture)!,
        };

    /// <summary>
    /// The house with this value, or null where the text is no value of it. A number out of range is left to <see cref="IsTaken"/>.
    /// </summary>
    public HouseRules? With(HouseRules rules, string text)
    {
        if (Parse(text) is not { } value)
        {
            return null;
        }

        var changed = rules with { };
        property.SetValue(changed, value);
        return changed;
    }

    /// <summary>Whether the value that a house has is one of those it may have.</summary>
    public bool IsTaken(HouseRules rules) =>
        property.GetValue(rules) is int number
            ? property.GetCustomAttribute<BetweenAttribute>() is not { } range
                || range.Holds(number) && (Options.Count == 0 || Has(Of(rules)))
            : Has(Of(rules));

    private bool Has(string value) => Options.Any(option => option.Value == value);

    private object? Parse(string text)
    {
        if (property.PropertyType == typeof(int))
        {
            return Field.Whole(text);
        }

        return !Has(text) ? null
            : property.PropertyType == typeof(bool) ? text == "yes"
            : property.PropertyType == typeof(HomePeels) ? EnumName.Find<HomePeels>(text)
            : EnumName.Find<WinterHold>(text);
    }
}
