namespace OatPath.Core.Ramp;

/// <summary>What one client's uses of the actives were expected to do, and what they asked.</summary>
/// <param name="Expected">Every use with the chance it had beforehand, in the order of the days.</param>
/// <param name="Asked">The uses of each product since its formula last changed, in the order of their days.</param>
public sealed record LivedUses(IReadOnlyList<Foretold> Expected, IReadOnlyList<(string Product, IReadOnlyList<AskedUse> Uses)> Asked);
