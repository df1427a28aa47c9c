using OatPath.Core.House;
using OatPath.Core.Skin;

namespace OatPath.Core.Shelf;

/// <summary>One active substance in a product.</summary>
/// <param name="Percent">As labelled, above 0 to 100; null when the label does not say.</param>
public sealed record Active(Substance Substance, [property: Between(0, 100, Above = true)] decimal? Percent = null)
{
    public Family Family => SubstanceTraits.Of(Substance).Family;
}

/// <summary>A bottle, jar, pad or tool as it stands on a shelf.</summary>
public sealed record Product : INamed
{
    /// <summary>Stable id within one case: letters, digits, dashes; at most 64.</summary>
    public required string Id { get; init; }

    public required string Name { get; init; }
    public required ProductKind Kind { get; init; }
    public string Line { get; init; } = "";

    /// <summary>Working substances. What only adjusts the pH is not listed here.</summary>
    public IReadOnlyList<Active> Actives { get; init; } = [];

    /// <summary>
    /// pH as measured or labelled, 0 to 14; null when not known. An assumed pH never clears a limit, so none is written here.
    /// </summary>
    [Between(0, 14)]
    public decimal? Ph { get; init; }

    public Dispenser Dispenser { get; init; } = Dispenser.Tube;

    /// <summary>Content of the unopened package, mL; null for counted goods.</summary>
    [Between(0, 5000, Above = true)]
    public decimal? ContentMl { get; init; }

    /// <summary>Pieces in the unopened package for counted goods (pads, patches, razors, tips), 1 to 1000.</summary>
    [Between(1, 1000)]
    public int? Pieces { get; init; }

    /// <summary>Millilitres one drop, pump or other unit of this dispenser gives, where it differs from the usual; above 0 to 20.</summary>
    [Between(0, 20, Above = true)]
    public decimal? UnitMl { get; init; }

    [Between(2, 100)]
    public int? Spf { get; init; }
    public bool BroadSpectrum { get; init; }
    public bool Matt { get; init; }

    /// <summary>Strong sulphate cleanser base.</summary>
    public bool StrongSulphate { get; init; }

    /// <summary>Materials a client may be allergic to, beyond what the actives already tell.</summary>
    public IReadOnlyList<Allergen> Contains { get; init; } = [];

    /// <summary>For a gel or mist under a device: the kind of device it was made for; null when that is not known.</summary>
    public ProductKind? MadeFor { get; init; }

    /// <summary>The charge of a conductive gel; null when that is not known.</summary>
    public GelCharge? Charge { get; init; }

    /// <summary>For a gel of a plate: the zones it is for; none stands for all that no other gel is for.</summary>
    public IReadOnlyList<FaceZone> GelZones { get; init; } = [];

    /// <summary>How a wash-off peel is ended by its label; null while nobody has looked, and then no session is guided.</summary>
    public PeelEnding? Ending { get; init; }

    /// <summary>Length of a roller's needles, mm, above 0 to 3; null when it is not known, and then it is not used at home.</summary>
    [Between(0, 3, Above = true)]
    public decimal? NeedleMm { get; init; }

    /// <summary>What the sheet of a device says; null while nobody has looked.</summary>
    public DeviceSheet? Sheet { get; init; }

    public bool AlcoholNearTop { get; init; }
    public bool HeavyOil { get; init; }
    public bool ShakeFirst { get; init; }

    /// <summary>Its label allows it morning and evening.</summary>
    public bool TwiceADay { get; init; }

    /// <summary>1 (water) to 5 (balm); null takes the kind's usual value.</summary>
    [Between(1, 5)]
    public int? Runniness { get; init; }

    /// <summary>Amount for face and neck where the label differs from the guide.</summary>
    public Amount? Amount { get; init; }

    public DateOnly? OpenedOn { get; init; }

    /// <summary>Months good after opening, 1 to 60.</summary>
    [Between(1, 60)]
    public int? MonthsGood { get; init; }

    /// <summary>The day the bottle was found empty.</summary>
    public DateOnly? EmptyOn { get; init; }

    /// <summary>Earlier days without it: from the day it was empty to the day a new one was opened, which no longer counts.</summary>
    internal IReadOnlyList<(DateOnly From, DateOnly Until)> EmptySpans { get; init; } = [];

    public string Batch { get; init; } = "";

    public bool KeepCold { get; init; }

    /// <summary>Price of a package in the studio's currency, 0 to 100000; null when not known.</summary>
    [Between(0, 100000)]
    public decimal? Price { get; init; }

    public string Supplier { get; init; } = "";

    /// <summary>What was asked for, where it came onto the shelf by its kind; null for a bottle that nobody asked for.</summary>
    public Specification? Spec { get; init; }

    /// <summary>Whether it was asked for by kind and there is no bottle of it that lies inside.</summary>
    [System.Text.Json.Serialization.JsonIgnore]
    public bool IsUnbound => Spec is { } spec && !(spec.Bottle is not null && BottleFit.Of(spec, this).Binds);

    /// <summary>The label's text as it was pasted; at most 8000 characters.</summary>
    public string Label { get; init; } = "";

    [System.Text.Json.Serialization.JsonIgnore]
    public KindTraits Traits => KindTraits.Of(Kind);

    [System.Text.Json.Serialization.JsonIgnore]
    public int Flow => Runniness ?? Traits.Runniness;

    /// <summary>Whether it works in a family: by a typed active, or by its kind where none was typed.</summary>
    public bool Has(Family family)
    {
        foreach (var active in Actives)
        {
            if (active.Family == family)
            {
                return true;
            }
        }

        return Implied == family;
    }

    /// <summary>
    /// The family it holds by its kind although no such active was typed; its strength is unknown. Null where nothing is missing.
    /// </summary>
    [System.Text.Json.Serialization.JsonIgnore]
    public Family? Implied => ImpliedFamily.Of(this);

    /// <summary>Last day the contents are good, or null when nothing limits it.</summary>
    public DateOnly? GoodUntil() => OpenedOn is { } opened && MonthsGood is { } months ? opened.AddMonths(months) : null;

    /// <summary>Whether there is anything usable in it on a day.</summary>
    public bool UsableOn(DateOnly day)
    {
        return (EmptyOn is null || day < EmptyOn)
            && (GoodUntil() is not { } good || day <= good)
            && (EmptySpans.Count == 0 || !EmptySpans.Any(span => day >= span.From && day < span.Until));
    }
}
