namespace OatPath.Core.LookBack;

/// <summary>What may be said of a day with an active, and counted.</summary>
/// <remarks>House default, all of them: what practitioners ask for when a skin has reacted.</remarks>
public enum CircumstanceKind
{
    /// <summary>One product was used.</summary>
    Product,

    /// <summary>Two actives or more on one day.</summary>
    Together,

    /// <summary>An active the day before too.</summary>
    DayBefore,

    /// <summary>One of the first uses at a rung.</summary>
    NewRung,

    /// <summary>The seven days up to it asked more than they did at the middle one of all told uses.</summary>
    FullWeek,

    /// <summary>Something besides the plan was told of.</summary>
    Besides,

    /// <summary>Strong sun was told of for that day or the two before.</summary>
    Sun,

    /// <summary>Sunscreen was left out on that morning or on one of the two before.</summary>
    NoSunscreen,

    /// <summary>A treatment at the studio in the two weeks before.</summary>
    AfterTreatment,

    /// <summary>A peel at home in the two weeks before.</summary>
    AfterPeel,
}

/// <summary>How often a circumstance stood before a reaction, and before none.</summary>
/// <param name="Product">Id of the product, where the circumstance is one; else null.</param>
/// <param name="WithReaction">Days with it that were reacted to.</param>
/// <param name="WithCalm">Days with it that were told to be calm.</param>
public sealed record Circumstance(CircumstanceKind Kind, string? Product, int WithReaction, int WithCalm)
{
    /// <summary>
    /// Whether it stood before reactions more often than chance would have it in 1 of 20 clients looked at in this way.
    /// </summary>
    public bool StandsOut { get; init; }
}
