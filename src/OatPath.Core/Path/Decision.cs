using System.Text.Json.Serialization;
using OatPath.Core.House;
using OatPath.Core.Skin;

namespace OatPath.Core.Path;

/// <summary>What a practitioner decided, in force from a care day.</summary>
[JsonPolymorphic(TypeDiscriminatorPropertyName = "type")]
[JsonDerivedType(typeof(StartActive), "start-active")]
[JsonDerivedType(typeof(StopActive), "stop-active")]
[JsonDerivedType(typeof(StepUp), "step-up")]
[JsonDerivedType(typeof(KeepLevel), "keep-level")]
[JsonDerivedType(typeof(ReopenLevel), "reopen-level")]
[JsonDerivedType(typeof(ClearRed), "clear-red")]
[JsonDerivedType(typeof(NoteEstablished), "note-established")]
[JsonDerivedType(typeof(SetOrder), "set-order")]
[JsonDerivedType(typeof(ShapeWeek), "shape-week")]
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

    /// <summary>Rung index held already; only with <see cref="AlreadyInUse"/>.</summary>
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
    public required int Rung { get; init; }

    /// <summary>Goes up although the estimate would wait; needs a reason. Nothing else is overruled by it.</summary>
    public bool DespiteEstimate { get; init; }
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

/// <summary>Weekdays on which a product is not used.</summary>
public sealed record NeverOn(string Product, IReadOnlyList<DayOfWeek> Days);
