namespace OatPath.Core.House;

/// <summary>A margin of the estimate that counts from a day on.</summary>
/// <param name="From">The first day.</param>
/// <param name="Percent">Of what a use is reckoned to ask.</param>
/// <param name="ByItself">Whether it grew because more happened than was said; else somebody chose it.</param>
public sealed record MarginSince(DateOnly From, [property: Between(100, 200)] int Percent, bool ByItself = false);
