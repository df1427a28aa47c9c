using OatPath.Core.Shelf;

namespace OatPath.Core.Case;

public enum ShelfState
{
    InUse,
    Parked,

    /// <summary>Gone; kept in the record with its reason.</summary>
    ThrownOut,
}

/// <summary>A product on the client's shelf and what was decided about it.</summary>
public sealed record ShelfItem
{
    public required Product Product { get; init; }
    public ShelfState State { get; init; } = ShelfState.InUse;
    public string Reason { get; init; } = "";

    /// <summary>What it was before, oldest first; empty where it never changed.</summary>
    public IReadOnlyList<FormerFormula> Was { get; init; } = [];
}
