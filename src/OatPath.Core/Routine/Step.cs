using OatPath.Core.House;
using OatPath.Core.Shelf;
using OatPath.Core.Skin;

namespace OatPath.Core.Routine;

public enum StepAction
{
    WashHands,
    Water,
    Apply,
    Dry,
    PatchTest,
    ReadPatch,
}

/// <summary>One thing to do. Product, amount and zones are empty for steps without a product.</summary>
public sealed record Step
{
    /// <summary>Names the step within its half day, for ticking: the product id, or a word.</summary>
    public required string Key { get; init; }
    public required StepAction Action { get; init; }
    public string? Product { get; init; }
    public ProductKind? Kind { get; init; }
    public RoutineSlot? Slot { get; init; }
    public IReadOnlyList<Family> Roles { get; init; } = [];
    public Amount? Amount { get; init; }
    public SkinState SkinState { get; init; } = SkinState.Any;

    [Between(0, 86400)]
    public int HoldSeconds { get; init; }

    [Between(0, 86400)]
    public int WaitSeconds { get; init; }
    public Removal Removal { get; init; } = Removal.None;
    public bool Neck { get; init; }

    /// <summary>Down to the chest as well.</summary>
    public bool Chest { get; init; }

    public bool Optional { get; init; }

    /// <summary>Part of the evening's home facial, with others.</summary>
    public bool InFacial { get; init; }

    /// <summary>Whether it is shaken before, and put back into the cold after.</summary>
    public bool ShakeFirst { get; init; }
    public bool KeepCold { get; init; }

    /// <summary>Only on this side, to compare; null for the whole face.</summary>
    public FaceSide? Side { get; init; }
    public IReadOnlyList<FaceZone> LeaveOut { get; init; } = [];

    /// <summary>Where a mask goes, where that is not the whole face.</summary>
    public MaskPlace? Place { get; init; }

    /// <summary>Whether clay stays on a few spots until the morning.</summary>
    [System.Text.Json.Serialization.JsonIgnore]
    public bool IsOvernight => Place == MaskPlace.Spots && Removal == Removal.None;

    /// <summary>How often its rung allows it, for actives only.</summary>
    public Frequency? Frequency { get; init; }

    /// <summary>Days from one use to the next, where these hold and not the frequency: kits, needles, devices by their sheet.</summary>
    [Between(1, 366)]
    public int? EveryDays { get; init; }

    /// <summary>Longest contact of a wash-off kit, seconds from first touch, and its layers.</summary>
    [Between(0, 86400)]
    public int? ContactSeconds { get; init; }

    [Between(1, 4)]
    public int Layers { get; init; } = 1;

    /// <summary>Level of a brush, 1 to 3.</summary>
    [Between(1, 3)]
    public int? Level { get; init; }

    /// <summary>Whether needles are of the fine family, which says what goes on after them; null for what has none.</summary>
    public bool? FineNeedles { get; init; }

    public IReadOnlyList<Because> Because { get; init; } = [];
}

/// <summary>A product on the shelf that is not used in this half day, and why.</summary>
public sealed record Omission(string Product, Because Because);
