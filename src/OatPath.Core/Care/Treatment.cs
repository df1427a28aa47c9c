using OatPath.Core.House;
using OatPath.Core.Skin;

namespace OatPath.Core.Care;

public enum TreatmentKind
{
    SuperficialPeel,
    MediumPeel,
    Dermaplaning,
    NeedlingShallow,
    NeedlingDeep,
    RadioFrequencyNeedling,
    AblativeLaser,
    HydratingFacial,
    Waxing,
    GalvanicFacial,
}

/// <summary>What a kind of treatment is, for the rules that ask.</summary>
public static class TreatmentKinds
{
    public static bool IsPeel(this TreatmentKind kind) => kind is TreatmentKind.SuperficialPeel or TreatmentKind.MediumPeel;

    public static bool IsNeedling(this TreatmentKind kind) =>
        kind is TreatmentKind.NeedlingShallow or TreatmentKind.NeedlingDeep or TreatmentKind.RadioFrequencyNeedling;

    /// <summary>Whether current goes through the skin.</summary>
    public static bool IsElectrical(this TreatmentKind kind) =>
        kind is TreatmentKind.RadioFrequencyNeedling or TreatmentKind.GalvanicFacial;

    /// <summary>Whether it asks anything of the skin; two such are never on one day.</summary>
    public static bool Irritates(this TreatmentKind kind) => kind is not (TreatmentKind.HydratingFacial or TreatmentKind.GalvanicFacial);
}

/// <summary>A salon treatment that was done or is booked.</summary>
public sealed record Treatment
{
    /// <summary>Needling deeper than this is needling over 1.0 mm, whatever it was called.</summary>
    /// <remarks>Source: trade convention.</remarks>
    public const decimal DeepMm = 1.0m;

    public required string Id { get; init; }
    public required TreatmentKind Kind { get; init; }
    public required DateOnly On { get; init; }

    /// <summary>Wall-clock time at the studio; null where only the day is known, and then hours count as whole days.</summary>
    public TimeOnly? At { get; init; }
    public string Note { get; init; } = "";

    /// <summary>Names the booking it shares with others of the same day and hour; null where it stands alone.</summary>
    public string? Sitting { get; init; }

    /// <summary>The house's own way of doing it, as it was when this was written down; null for the one that ships.</summary>
    public CareTemplate? Template { get; init; }

    /// <summary>A clinician's sheet for this treatment; what it names wins.</summary>
    public ClinicianSheet? Sheet { get; init; }

    /// <summary>Needle depth, mm.</summary>
    [Between(0, 3, Above = true)]
    public decimal? DepthMm { get; init; }

    /// <summary>Products and machine settings, as the practitioner writes them.</summary>
    public string Products { get; init; } = "";
    public string Settings { get; init; } = "";
    public string Batch { get; init; } = "";
    public string By { get; init; } = "";
    public IReadOnlyList<FaceZone> Zones { get; init; } = [];

    /// <summary>Minutes a numbing cream was on before it; null for none.</summary>
    [Between(1, 120)]
    public int? NumbingMinutes { get; init; }

    /// <summary>Layers, times and zones, for a peel that was done; null where nobody wrote them down.</summary>
    public SalonPeel? Peel { get; init; }

    /// <summary>It does not take place; the record keeps that it was planned.</summary>
    public bool CalledOff { get; init; }

    /// <summary>A clinician's word that was asked for, whose and when; it lifts what asks for one and nothing else.</summary>
    public string ClinicianWord { get; init; } = "";

    /// <summary>Why it is booked although the screening advised against it; never clears a hard limit.</summary>
    public string Despite { get; init; } = "";

    /// <summary>When it was written down; null where that is not known, and then it counts as always known.</summary>
    public DateTimeOffset? RecordedAt { get; init; }

    /// <summary>Not done in the salon: what a use at home asks for as if it had been. It asks for nothing before.</summary>
    internal bool AtHome { get; init; }

    /// <summary>The kind whose lengths hold: depth decides where it is known.</summary>
    [System.Text.Json.Serialization.JsonIgnore]
    public TreatmentKind Counts => Kind == TreatmentKind.NeedlingShallow && DepthMm > DeepMm ? TreatmentKind.NeedlingDeep : Kind;
}

/// <summary>An occasion before which the skin is left in peace.</summary>
public sealed record Occasion
{
    public required string Id { get; init; }
    public required DateOnly On { get; init; }
    public string Title { get; init; } = "";

    /// <summary>When it was written down; null where that is not known, and then it counts as always known.</summary>
    public DateTimeOffset? RecordedAt { get; init; }
    public bool CalledOff { get; init; }
}
