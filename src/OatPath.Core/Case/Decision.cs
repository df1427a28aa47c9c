using System.Text.Json.Serialization;
using OatPath.Core.House;
using OatPath.Core.Ramp;
using OatPath.Core.Shelf;
using OatPath.Core.Skin;

namespace OatPath.Core.Case;

/// <summary>What a practitioner decided, in force from a care day.</summary>
[JsonPolymorphic(TypeDiscriminatorPropertyName = "type")]
[JsonDerivedType(typeof(StartActive), "start-active")]
[JsonDerivedType(typeof(StopActive), "stop-active")]
[JsonDerivedType(typeof(StepUp), "step-up")]
[JsonDerivedType(typeof(StepDown), "step-down")]
[JsonDerivedType(typeof(WaitBeforeStep), "wait-before-step")]
[JsonDerivedType(typeof(KeepLevel), "keep-level")]
[JsonDerivedType(typeof(ReopenLevel), "reopen-level")]
[JsonDerivedType(typeof(ClearRed), "clear-red")]
[JsonDerivedType(typeof(ClearScreening), "clear-screening")]
[JsonDerivedType(typeof(NoteEstablished), "note-established")]
[JsonDerivedType(typeof(SetOrder), "set-order")]
[JsonDerivedType(typeof(ShapeWeek), "shape-week")]
[JsonDerivedType(typeof(ShapeLadder), "shape-ladder")]
[JsonDerivedType(typeof(TryHalf), "try-half")]
[JsonDerivedType(typeof(TieFacial), "tie-facial")]
[JsonDerivedType(typeof(PlaceMask), "place-mask")]
public abstract record Decision
{
    public required string Id { get; init; }

    /// <summary>Care day from which it is in force.</summary>
    public required DateOnly On { get; init; }

    /// <summary>When it was written down; null where that is not known, and then it counts as always known.</summary>
    public DateTimeOffset? RecordedAt { get; init; }

    public string By { get; init; } = "";
    public string Reason { get; init; } = "";
}

/// <summary>Begin an active: patch test first, then its ladder. Already in use needs a reason and skips the patch test.</summary>
public sealed record StartActive : Decision
{
    public required string Product { get; init; }
    public bool AlreadyInUse { get; init; }

    /// <summary>The usual serum whose place this stronger one takes for one evening a week; null for an active of its own.</summary>
    public string? BoosterFor { get; init; }

    /// <summary>Days from one peel evening to the next, for a kit only; null for the usual 14.</summary>
    [Between(7, 180)]
    public int? EveryDays { get; init; }

    /// <summary>The first peel evening wished, for a kit only; it is never sooner, and later where something stands in the way.</summary>
    public DateOnly? FirstOn { get; init; }

    /// <summary>Rung index held already; only with <see cref="AlreadyInUse"/>.</summary>
    [Between(0, 5)]
    public int? Rung { get; init; }
}

public sealed record StopActive : Decision
{
    public required string Product { get; init; }
}

/// <summary>Approve one step up; it takes effect only while the evidence asks for it.</summary>
public sealed record StepUp : Decision
{
    public required string Product { get; init; }

    [Between(0, 5)]
    public required int Rung { get; init; }

    /// <summary>Goes up although the estimate would wait, or a wait was chosen; needs a reason. Nothing else is overruled by it.</summary>
    public bool DespiteEstimate { get; init; }
}

/// <summary>
/// Goes down to a lower rung at once, by the practitioner's choice; the hold begins anew. It raises nothing: where the rung is as low
/// already, nothing happens.
/// </summary>
public sealed record StepDown : Decision
{
    public required string Product { get; init; }

    /// <summary>The rung to go to.</summary>
    [Between(0, 5)]
    public required int Rung { get; init; }
}

/// <summary>
/// The next step of an active, up or down, is not asked until a day: the practitioner waits, or asks the client first.
/// </summary>
public sealed record WaitBeforeStep : Decision
{
    public required string Product { get; init; }

    /// <summary>First day on which the step may be asked again.</summary>
    public required DateOnly Until { get; init; }

    /// <summary>The client is asked how the last uses felt; the answer ends the wait.</summary>
    public bool AsksClient { get; init; }
}

/// <summary>"This is your level": no further step is asked until reopened.</summary>
public sealed record KeepLevel : Decision
{
    public required string Product { get; init; }
}

public sealed record ReopenLevel : Decision
{
    public required string Product { get; init; }
}

/// <summary>Answers given before a peel no longer count: the practitioner has looked at them, and says why.</summary>
public sealed record ClearScreening : Decision
{
    /// <summary>Id of the answers.</summary>
    public required string Screening { get; init; }
}

/// <summary>Clear a stop or a medical outcome, with a reason. Actives may return from the next care day.</summary>
public sealed record ClearRed : Decision
{
    public required DateTimeOffset At { get; init; }
}

/// <summary>The practitioner's noted word that a family is established.</summary>
public sealed record NoteEstablished : Decision
{
    public required Family Family { get; init; }
}

/// <summary>An order set by hand for one moment.</summary>
public sealed record SetOrder : Decision
{
    public required Moment Moment { get; init; }
    public required IReadOnlyList<string> Products { get; init; }
}

/// <summary>The client's week: evenings that always rest, and days a product is never used on. The latest counts whole.</summary>
public sealed record ShapeWeek : Decision
{
    public IReadOnlyList<DayOfWeek> RestEvenings { get; init; } = [];
    public IReadOnlyList<NeverOn> Never { get; init; } = [];
}

/// <summary>One client's ladder: where it starts, where it ends, and how long a rung is held. The latest counts whole.</summary>
public sealed record ShapeLadder : Decision
{
    public required string Product { get; init; }

    /// <summary>Index of the rung a start takes; null for the usual one.</summary>
    [Between(0, 5)]
    public int? Start { get; init; }

    /// <summary>Index of the last rung; null for the whole ladder.</summary>
    [Between(0, 5)]
    public int? Top { get; init; }

    /// <summary>Days at a rung, longer than usual; null for the usual ones.</summary>
    [Between(14, 180)]
    public int? HoldDays { get; init; }

    /// <summary>In the morning in place of the evening; for a leave-on acid only, never with the booster.</summary>
    public bool Morning { get; init; }
}

/// <summary>A product is used on one side of the face for some days, to compare.</summary>
public sealed record TryHalf : Decision
{
    public required string Product { get; init; }
    public required FaceSide Side { get; init; }

    /// <summary>Whether the side was drawn by lot, and not chosen.</summary>
    public bool ByLot { get; init; }

    /// <summary>Days from <see cref="Decision.On"/> on, 1 to 28.</summary>
    [Between(1, 28)]
    public required int Days { get; init; }
}

/// <summary>A mask goes on a part of the face only, or on all of it again. The latest counts.</summary>
public sealed record PlaceMask : Decision
{
    public required string Product { get; init; }
    public required MaskPlace Place { get; init; }
}

/// <summary>Weekly extras that are used together, on one evening: a home facial. The latest counts whole; no products untie it.</summary>
public sealed record TieFacial : Decision
{
    public required IReadOnlyList<string> Products { get; init; }

    /// <summary>Days from one facial to the next.</summary>
    [Between(HomeFacial.LeastDays, HomeFacial.MostDays)]
    public int EveryDays { get; init; } = HomeFacial.LeastDays;
}

/// <summary>Weekdays on which a product is not used.</summary>
public sealed record NeverOn(string Product, IReadOnlyList<DayOfWeek> Days);
