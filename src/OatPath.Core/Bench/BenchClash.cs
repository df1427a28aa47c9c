using OatPath.Core.House;

namespace OatPath.Core.Bench;

public enum ClashSeverity
{
    /// <summary>It works, with care.</summary>
    Caution,

    /// <summary>The plan keeps the two apart, on separate evenings.</summary>
    Move,

    /// <summary>It is not planned at all.</summary>
    Block,
}

public enum MendKind
{
    /// <summary>Use another product for the same work.</summary>
    Swap,

    /// <summary>Back to the usual amount.</summary>
    UsualAmount,

    /// <summary>Leave a product out.</summary>
    Park,

    /// <summary>Leave two products out, where one is not enough.</summary>
    ParkTwo,
}

/// <summary>A way out that was tried: it clears its clash and makes no new one.</summary>
/// <param name="With">Studio product to bring in, for a swap; the second product to park.</param>
public sealed record Mend(MendKind Kind, string Product, string? With = null);

/// <summary>Something about the shelf that does not go together, its reason, and the ways out, best first.</summary>
/// <param name="Product">The product that gives way.</param>
/// <param name="Other">What it clashes with, or null where it clashes with the client alone.</param>
/// <param name="Evenings">Half days of the next 14 on which it was kept apart.</param>
public sealed record BenchClash(
    ClashSeverity Severity,
    string Product,
    string? Other,
    Because Because,
    int Evenings,
    IReadOnlyList<Mend> Mends
)
{
    /// <summary>Names the clash whatever else changes.</summary>
    public string Key => $"{Because.Rule}:{Product}:{Other}";
}
