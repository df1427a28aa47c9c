namespace OatPath.Core.House;

/// <summary>How many times what its label lets expect a product is taken to ask, from a day on, as the house's clients show it.</summary>
/// <param name="From">The first day.</param>
/// <param name="Product">Id of the product of the studio shelf.</param>
/// <param name="Percent">Of what is reckoned; 100 takes it as its label says again.</param>
public sealed record BiteSince(DateOnly From, string Product, [property: Between(100, 200)] int Percent);
