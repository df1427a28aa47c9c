namespace OatPath.Core.House;

/// <summary>
/// The range of a number in an open format, or of each number of a list: the schema says it, and a file outside it is refused.
/// </summary>
/// <param name="least">The least that is taken.</param>
/// <param name="most">The most that is taken.</param>
[AttributeUsage(AttributeTargets.Property)]
public sealed class BetweenAttribute(double least, double most) : Attribute
{
    public double Least { get; } = least;
    public double Most { get; } = most;

    /// <summary>Whether the least itself is not taken.</summary>
    public bool Above { get; init; }

    public bool Holds(double value) => value <= Most && (Above ? value > Least : value >= Least);

    /// <summary>"give 0 to 10", "give more than 0 and at most 14".</summary>
    public string Remedy =>
        FormattableString.Invariant(
            Above ? $"give more than {Least:0.###} and at most {Most:0.###}" : (FormattableString)$"give {Least:0.###} to {Most:0.###}"
        );
}
