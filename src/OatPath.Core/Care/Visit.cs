namespace OatPath.Core.Care;

/// <summary>A time the client comes to the studio: agreed on, or held with its notes. It plans nothing by itself.</summary>
public sealed record Visit
{
    public required string Id { get; init; }
    public required DateOnly On { get; init; }

    /// <summary>Wall-clock time at the studio; null where only the day is agreed.</summary>
    public TimeOnly? At { get; init; }

    /// <summary>Whether the client was there; the notes are of that time.</summary>
    public bool Held { get; init; }
    public string Note { get; init; } = "";
    public bool CalledOff { get; init; }
}
