using OatPath.Core.House;

namespace OatPath.Core.Supply;

/// <summary>How long a package lasts on the committed path.</summary>
/// <param name="MillilitresLeft">Left today, after what was ticked as used; zero for counted goods.</param>
/// <param name="RunsOutOn">Day of the last full use, or null when it lasts past the planned days.</param>
/// <param name="ReorderOn">Run-out less the lead days of the house.</param>
/// <param name="PiecesLeft">Left today of counted goods; null for what is poured.</param>
public sealed record SupplyLine(
    string Product,
    [property: Between(0, 5000)] decimal MillilitresLeft,
    DateOnly? RunsOutOn,
    DateOnly? ReorderOn,
    [property: Between(0, 1000)] int? PiecesLeft = null
);
