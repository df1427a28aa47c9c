namespace OatPath.Core.Shelf;

/// <summary>One acid in several strengths.</summary>
public static class Strength
{
    /// <summary>Whether both are leave-on products of the same single acid, and one has a higher labelled percent.</summary>
    /// <remarks>Source: trade convention; a blend is not a strength of its parts, and an unknown percent is no strength.</remarks>
    public static bool IsStronger(Product one, Product other) =>
        one.Id != other.Id
        && one.IsAcid()
        && one.Traits.LeaveOn
        && other.Traits.LeaveOn
        && one.Traits.Use == KindUse.Daily
        && other.Traits.Use == KindUse.Daily
        && one.Actives is [{ Percent: { } more } a]
        && other.Actives is [{ Percent: { } less } b]
        && a.Substance == b.Substance
        && more > less;
}
