using System.Text.Json.Serialization;
using OatPath.Core.House;
using OatPath.Core.Skin;

namespace OatPath.Core.Shelf;

/// <summary>A substance asked for, and how much of it.</summary>
/// <param name="Least">Percent from which on it is as strong as asked for; null where any is.</param>
/// <param name="Most">The strong end, percent; always there for what irritates.</param>
public sealed record ActiveRange(
    Substance Substance,
    [property: Between(0, 100, Above = true)] decimal? Least = null,
    [property: Between(0, 100, Above = true)] decimal? Most = null
);

/// <summary>What a base may be asked not to be.</summary>
public enum UnwantedBase
{
    StrongSulphate,

    /// <summary>Alcohol among the first ingredients.</summary>
    DryingAlcohol,
    HeavyOil,
}

/// <summary>
/// What is asked for before there is a bottle: the kind, how strong, and what it must not hold. Until a bottle is bound to it the product
/// stands at its strong end; from then on the product is that bottle.
/// </summary>
/// <remarks>Source: trade convention; the choice of fields is a house default.</remarks>
public sealed record Specification
{
    /// <summary>Days the plan leaves for finding the bottle of what may not begin without one.</summary>
    /// <remarks>House default.</remarks>
    public const int DaysToFind = 7;

    /// <summary>What it is called while there is no bottle; empty where the product's name says it.</summary>
    public string Title { get; init; } = "";

    public required ProductKind Kind { get; init; }

    /// <summary>Kinds that do as well.</summary>
    public IReadOnlyList<ProductKind> OrKinds { get; init; } = [];

    public IReadOnlyList<ActiveRange> Actives { get; init; } = [];

    /// <summary>The strong end of the pH asked for; null where none is asked for.</summary>
    [Between(0, 14)]
    public decimal? PhLeast { get; init; }

    /// <summary>The gentle end of the pH asked for; null where none is asked for.</summary>
    [Between(0, 14)]
    public decimal? PhMost { get; init; }

    /// <summary>The SPF it has at least; null for what is no sunscreen.</summary>
    [Between(2, 100)]
    public int? SpfLeast { get; init; }

    /// <summary>Whether it must cover UVA.</summary>
    public bool BroadSpectrum { get; init; }

    public IReadOnlyList<Allergen> Without { get; init; } = [];

    public IReadOnlyList<UnwantedBase> WithoutBase { get; init; } = [];

    /// <summary>
    /// Id of the bottle that was bound, as it stood on the shelf it came from; null while there is none. One that no longer lies
    /// inside counts as none.
    /// </summary>
    public string? Bottle { get; init; }

    /// <summary>The product as it stands before there is a bottle: at the strong end of everything asked for.</summary>
    public Product AtStrongEnd(Product product) =>
        product with
        {
            Name = Title.Length > 0 ? Title : product.Name,
            Kind = Kind,
            Actives = [.. Actives.Select(range => new Active(range.Substance, range.Most))],
            Ph = PhLeast,
            Spf = SpfLeast,
            BroadSpectrum = BroadSpectrum,
            StrongSulphate = false,
            AlcoholNearTop = false,
            HeavyOil = false,
            Contains = [],
            OpenedOn = null,
            MonthsGood = null,
            EmptyOn = null,
            Batch = "",
            Label = "",
            Spec = this with { Bottle = null },
        };

    /// <summary>Whether a product stands at the strong end, as it must while no bottle is bound.</summary>
    internal bool IsAtStrongEnd(Product product)
    {
        var strong = AtStrongEnd(product);
        return product.Kind == strong.Kind
            && product.Actives.SequenceEqual(strong.Actives)
            && (product.Ph, product.Spf, product.BroadSpectrum) == (strong.Ph, strong.Spf, strong.BroadSpectrum)
            && product is { StrongSulphate: false, AlcoholNearTop: false, HeavyOil: false, Contains.Count: 0 }
            && product is { OpenedOn: null, MonthsGood: null, EmptyOn: null, Batch: "", Label: "" };
    }

    /// <summary>Whether a kind can be asked for: nothing that is done in a session, by hand or with a device.</summary>
    public static bool CanAskFor(ProductKind kind) =>
        KindTraits.Of(kind) is { ByHand: false, Use: not KindUse.Session }
        && !DeviceKinds.IsDevice(kind)
        && kind is not (ProductKind.WashOffPeel or ProductKind.CottonPads or ProductKind.Gloves);

    [JsonIgnore]
    internal IEnumerable<ProductKind> Kinds => OrKinds.Prepend(Kind);

    // Lists are compared by what they hold: two that ask for the same are the same.
    public bool Equals(Specification? other) =>
        other is not null
        && (Title, Kind, PhLeast, PhMost, SpfLeast, BroadSpectrum, Bottle)
            == (other.Title, other.Kind, other.PhLeast, other.PhMost, other.SpfLeast, other.BroadSpectrum, other.Bottle)
        && OrKinds.SequenceEqual(other.OrKinds)
        && Actives.SequenceEqual(other.Actives)
        && Without.SequenceEqual(other.Without)
        && WithoutBase.SequenceEqual(other.WithoutBase);

    public override int GetHashCode() => HashCode.Combine(Title, Kind, PhLeast, PhMost, SpfLeast, BroadSpectrum, Bottle);
}
