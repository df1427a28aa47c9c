namespace OatPath.Core.Ramp;

/// <summary>What the estimate expected of one use before anything was told of it, and how the skin took it.</summary>
/// <param name="Product">Id of the product.</param>
/// <param name="On">The care day of the use.</param>
/// <param name="Chance">Of a strong reaction, 0 to 1.</param>
/// <param name="Felt">What was told of it; <see cref="Felt.Untold"/> where nobody said anything.</param>
public sealed record Foretold(string Product, DateOnly On, double Chance, Felt Felt);
