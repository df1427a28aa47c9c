using OatPath.Core.House;

namespace OatPath.Core.Shelf;

public enum Severity
{
    Caution,
    Block,

    /// <summary>A hard limit: nobody may overrule it.</summary>
    HardLimit,
}

/// <summary>What is said of a product for one client, and the rule behind it.</summary>
public sealed record Verdict(Severity Severity, Because Because)
{
    /// <summary>Whether it keeps the product out, rather than only asking for care.</summary>
    public bool Refuses => Severity != Severity.Caution;
}
