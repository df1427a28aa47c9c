using OatPath.Core.House;
using OatPath.Core.Skin;

namespace OatPath.Core.Shelf;

/// <summary>One way of a device that is described: where, how, how long.</summary>
/// <param name="Seconds">5 to 1800.</param>
public sealed record SheetWay(string Title, string Words, IReadOnlyList<FaceZone> Zones, [property: Between(5, 1800)] int Seconds)
{
    public bool Equals(SheetWay? other) =>
        other is not null && (Title, Words, Seconds) == (other.Title, other.Words, other.Seconds) && Zones.SequenceEqual(other.Zones);

    public override int GetHashCode() => HashCode.Combine(Title, Words, Seconds);
}

/// <summary>What the maker calls a setting, or how it is reached: "N", "2 presses".</summary>
/// <param name="Setting">The setting as the guide names it: "negative", "level 2".</param>
/// <param name="Name">1 to 40 characters.</param>
public sealed record SheetSetting(string Setting, string Name);

/// <summary>
/// What the sheet of a device says. Of a kind that is known here it may shorten, space out and forbid, never allow more; of any other it is
/// all there is.
/// </summary>
/// <remarks>Source: the device's own label or sheet, typed in by the practitioner.</remarks>
public sealed record DeviceSheet
{
    /// <summary>The longest session, seconds, 10 to 3600; null where it says nothing.</summary>
    [Between(10, 3600)]
    public int? MostSeconds { get; init; }

    /// <summary>Days from one session to the next, at least, 1 to 180; null where it says nothing.</summary>
    [Between(1, 180)]
    public int? RestDays { get; init; }

    /// <summary>Zones it must not be used on.</summary>
    public IReadOnlyList<FaceZone> NotOn { get; init; } = [];

    /// <summary>Answers at Meet with which it must not be used.</summary>
    public IReadOnlyList<FlagKind> NotWith { get; init; } = [];

    /// <summary>
    /// Whether a current goes through the skin, it warms, it shines; null while nobody has looked, which counts as yes. Only for a kind
    /// nobody listed.
    /// </summary>
    public bool? Current { get; init; }
    public bool? Heat { get; init; }
    public bool? Light { get; init; }

    /// <summary>Whether it needs a gel made for it; null counts as yes under a current. Only for a kind nobody listed.</summary>
    public bool? Gel { get; init; }

    /// <summary>Its ways over the face, for kinds without ways of their own here.</summary>
    public IReadOnlyList<SheetWay> Ways { get; init; } = [];

    /// <summary>Its settings as the maker calls them; one that is not named keeps the guide's word.</summary>
    public IReadOnlyList<SheetSetting> Settings { get; init; } = [];

    public bool Equals(DeviceSheet? other) =>
        other is not null
        && (MostSeconds, RestDays, Current, Heat, Light, Gel)
            == (other.MostSeconds, other.RestDays, other.Current, other.Heat, other.Light, other.Gel)
        && NotOn.SequenceEqual(other.NotOn)
        && NotWith.SequenceEqual(other.NotWith)
        && Ways.SequenceEqual(other.Ways)
        && Settings.SequenceEqual(other.Settings);

    public override int GetHashCode() => HashCode.Combine(MostSeconds, RestDays, Current, Heat, Light, Gel, Ways.Count);

    /// <summary>
    /// What is still to be looked up before a device that goes by its sheet may be planned, in words; null when nothing is.
    /// </summary>
    public static string? Lacks(Product product)
    {
        if (!product.GoesByItsSheet())
        {
            return null;
        }

        var sheet = product.Sheet ?? new();
        string?[] missing =
        [
            sheet.RestDays is null ? "how often" : null,
            product.Kind == ProductKind.LightMask
                ? sheet.MostSeconds is null
                    ? "how long"
                    : null
                : sheet.Ways.Count == 0
                    ? "where and how long"
                    : null,
        ];
        var lacks = missing.OfType<string>().ToList();
        return lacks.Count == 0 ? null : string.Join(" and ", lacks);
    }
}
