using System.Text.Json.Serialization;
using OatPath.Core.House;
using OatPath.Core.Shelf;
using OatPath.Core.Skin;
using OatPath.Core.Wording;

namespace OatPath.Core.Care;

/// <summary>What a treatment keeps the client from, each with its own length.</summary>
public enum RestrictionKind
{
    /// <summary>Acids, vitamin C, benzoyl peroxide and everything else that irritates.</summary>
    Irritants,
    Retinoid,

    /// <summary>Scrub, mitt, razor, brush, blade, clay and scrub masks.</summary>
    ByHand,
    Enzyme,
    Devices,
    MakeUp,
    Sport,

    /// <summary>Hot baths, sauna, steam.</summary>
    Heat,

    /// <summary>No strong sun; shade, hat and SPF 50.</summary>
    Sun,
    Swimming,

    /// <summary>Waxing, threading, hair-removal cream.</summary>
    Waxing,

    /// <summary>The skin is open: plain water and plain ointment, nothing else.</summary>
    Cleansing,

    /// <summary>Anything with fragrance, alcohol or heavy oil.</summary>
    Perfumed,

    /// <summary>Balms and oils that seal the pores.</summary>
    PoreBlocking,
}

public enum LengthUnit
{
    Days,
    Hours,
}

/// <summary>How long something rests: whole care days on either side of the treatment's own, or hours from its end.</summary>
public sealed record Restriction(RestrictionKind Kind, [property: Between(0, 8760)] int Length, LengthUnit Unit = LengthUnit.Days)
{
    /// <summary>Whole days that hold at least as long; 24 h are one day, and the day itself is always in.</summary>
    [JsonIgnore]
    public int WholeDays => Unit == LengthUnit.Days ? Length : (Length + 23) / 24;

    /// <summary>To compare lengths of both units.</summary>
    [JsonIgnore]
    public int Hours => Unit == LengthUnit.Hours ? Length : Length * 24;

    [JsonIgnore]
    public string InWords => Unit == LengthUnit.Hours ? Said.Of($"{Length} h") : Said.Count(Length, "{0} day", "{0} days");
}

/// <summary>Restrictions in words, and which of them a product falls under.</summary>
public static class Restrictions
{
    public static string TitleOf(RestrictionKind kind) =>
        kind switch
        {
            RestrictionKind.Irritants => Said.Of("Acids and actives"),
            RestrictionKind.Retinoid => Said.Of("Retinoid"),
            RestrictionKind.ByHand => Said.Of("Scrub, razor, brush"),
            RestrictionKind.Enzyme => Said.Of("Enzyme"),
            RestrictionKind.Devices => Said.Of("Devices"),
            RestrictionKind.MakeUp => Said.Of("Make-up"),
            RestrictionKind.Sport => Said.Of("Sport and sweat"),
            RestrictionKind.Heat => Said.Of("Sauna, hot bath, steam"),
            RestrictionKind.Sun => Said.Of("Strong sun"),
            RestrictionKind.Swimming => Said.Of("Swimming"),
            RestrictionKind.Waxing => Said.Of("Waxing, threading"),
            RestrictionKind.Cleansing => Said.Of("Anything but plain water and ointment"),
            RestrictionKind.Perfumed => Said.Of("Fragrance, alcohol, heavy oil"),
            RestrictionKind.PoreBlocking => Said.Of("Balms and oils that seal the pores"),
            _ => throw new ArgumentOutOfRangeException(nameof(kind)),
        };

    /// <summary>Every restriction that keeps a product off.</summary>
    public static IReadOnlyList<RestrictionKind> On(Product product)
    {
        var kinds = new List<RestrictionKind>();
        if (product.IsRaised())
        {
            kinds.Add(RestrictionKind.Irritants);
        }

        if (product.Has(Family.Retinoid))
        {
            kinds.Add(RestrictionKind.Retinoid);
        }

        if (product.Traits.ByHand || product.Kind is ProductKind.ClayMask or ProductKind.ScrubMask)
        {
            kinds.Add(RestrictionKind.ByHand);
        }

        if (product.Has(Family.Enzyme))
        {
            kinds.Add(RestrictionKind.Enzyme);
        }

        if (product.IsDevice())
        {
            kinds.Add(RestrictionKind.Devices);
        }

        return kinds;
    }
}
