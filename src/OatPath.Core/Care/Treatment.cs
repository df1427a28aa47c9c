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
}

/// <summary>A salon treatment that was done or is booked.</summary>
public sealed record Treatment
{
    public required string Id { get; init; }
    public required TreatmentKind Kind { get; init; }
    public required DateOnly On { get; init; }
    public string Note { get; init; } = "";

    /// <summary>Layers, times and zones, for a peel that was done; null where nobody wrote them down.</summary>
    public SalonPeel? Peel { get; init; }
}

/// <summary>An occasion before which the skin is left in peace.</summary>
public sealed record Occasion
{
    public required string Id { get; init; }
    public required DateOnly On { get; init; }
    public string Title { get; init; } = "";
}

/// <summary>Days irritants stop before and stay off after a treatment, and days of flaking and tightness that belong to its course.</summary>
/// <param name="BeforeDays">The strictest of acids, retinoid and vitamin C.</param>
/// <param name="AfterDays">Irritants of every kind.</param>
/// <param name="CourseDays">Until when tightness and flaking are expected; 0 where none is.</param>
/// <param name="SunDays">Days after it with SPF 50 and no sun.</param>
/// <param name="HomePeelDays">Days after it without a peel at home: a salon peel's own interval, else the later of irritants and sun.</param>
/// <remarks>Source: trade convention, strictest end; the clinician's sheet wins.</remarks>
public sealed record TreatmentTimes(string Title, int BeforeDays, int AfterDays, int CourseDays, int SunDays, int HomePeelDays)
{
    /// <summary>Days without another peel after two layers of high strength over each other.</summary>
    /// <remarks>Source: trade convention.</remarks>
    private const int StackedDays = 180;

    /// <summary>The times of a treatment as it was done.</summary>
    public static TreatmentTimes Of(Treatment treatment) => Of(treatment.Kind) is var times && treatment.Peel is { Stacked: true } ? times with { HomePeelDays = Math.Max(StackedDays, times.HomePeelDays) } : times;

    public static TreatmentTimes Of(TreatmentKind kind) => kind switch
    {
        TreatmentKind.SuperficialPeel => new("superficial peel", 7, 7, 7, 14, 28),
        TreatmentKind.MediumPeel => new("medium peel", 7, 14, 10, 28, 90),
        TreatmentKind.Dermaplaning => new("dermaplaning", 3, 3, 0, 3, 3),
        TreatmentKind.NeedlingShallow => new("needling up to 1.0 mm", 3, 3, 3, 7, 7),
        TreatmentKind.NeedlingDeep => new("needling over 1.0 mm", 7, 7, 3, 14, 14),
        TreatmentKind.RadioFrequencyNeedling => new("radio-frequency needling", 7, 5, 5, 14, 14),
        TreatmentKind.AblativeLaser => new("ablative laser", 7, 28, 10, 28, 28),
        TreatmentKind.HydratingFacial => new("hydrating facial", 0, 0, 0, 0, 0),
        TreatmentKind.Waxing => new("waxing", 3, 3, 0, 0, 7),
        _ => throw new ArgumentOutOfRangeException(nameof(kind)),
    };
}
