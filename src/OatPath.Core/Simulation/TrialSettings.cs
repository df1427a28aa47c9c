namespace OatPath.Core.Simulation;

/// <summary>Which hidden skin the made-up clients have.</summary>
public enum SkinModel
{
    Barrier,
    Sensitising,
    Seasonal,
}

/// <summary>How an active is raised in a trial.</summary>
public enum RaisingPolicy
{
    Calendar,
    Paper,
    OatPath,
}

/// <summary>
/// What a trial is run with. Everything is drawn from <see cref="Seed"/>; the same settings give the same clients and evenings under every
/// policy.
/// </summary>
public sealed record TrialSettings
{
    public int Clients { get; init; } = 2000;
    public int Weeks { get; init; } = 16;
    public int Seed { get; init; } = 1;

    /// <summary>How tender the skins are beside the usual ones: 1 usual, more asks more of them.</summary>
    public double Tenderness { get; init; } = 1;

    /// <summary>How unevenly evenings turn out beside the usual: 1 usual.</summary>
    public double Unevenness { get; init; } = 1;

    /// <summary>Share of planned uses that are made, 0.3 to 1.</summary>
    public double Adherence { get; init; } = 0.9;

    /// <summary>Share of calm and mild uses that are reported, 0 to 1; strong ones always are.</summary>
    public double Reporting { get; init; } = 0.8;
}
