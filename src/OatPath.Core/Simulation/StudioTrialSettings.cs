namespace OatPath.Core.Simulation;

/// <summary>How the clients of a made-up studio are raised.</summary>
public enum StudioPolicy
{
    /// <summary>By the rules without the estimate.</summary>
    Paper,

    /// <summary>By the estimate of each client alone.</summary>
    Alone,

    /// <summary>By the estimate and what the house has seen of its products.</summary>
    House,
}

/// <summary>What a trial of whole studios is run with; the same settings give the same clients and evenings under every policy.</summary>
public sealed record StudioTrialSettings
{
    /// <summary>Clients of one studio, who come evenly over its two years.</summary>
    public int Clients { get; init; } = 200;
    public int Studios { get; init; } = 1;

    /// <summary>Whether what the labels say is right; else each product truly asks <see cref="LeastBite"/> to
    /// <see cref="MostBite"/> times that.</summary>
    public bool LabelsAreRight { get; init; }

    /// <summary>What each client is drawn with; how many, and from which seed on, is said here.</summary>
    public TrialSettings Each { get; init; } = new();

    public const double LeastBite = 0.6;

    /// <inheritdoc cref="LeastBite"/>
    public const double MostBite = 1.8;

    /// <summary>Weeks that a studio is looked at: two years.</summary>
    public const int Weeks = 104;
}
