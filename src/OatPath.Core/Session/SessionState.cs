using OatPath.Core.Skin;

namespace OatPath.Core.Session;

public enum SessionPhase
{
    /// <summary>Things are laid out; no clock can start.</summary>
    Kit,
    Asking,

    /// <summary>Putting on, waiting, taking off.</summary>
    On,

    /// <summary>Everything is off; the ending of the label.</summary>
    Ending,
    Done,

    /// <summary>An answer of the day says no.</summary>
    Refused,

    /// <summary>Cool running water, no neutraliser.</summary>
    Water,
    Eye,
}

public enum SessionDo
{
    TickKit,
    Answer,

    /// <summary>Put it on this zone.</summary>
    Apply,

    /// <summary>Fan, wait.</summary>
    Wait,

    /// <summary>Take this zone off.</summary>
    Remove,

    /// <summary>Past its time, or stung too much: off with it, this zone first.</summary>
    RemoveNow,
    End,
    RunWater,
    RinseEye,
    Nothing,
}

public enum SessionOutcome { Open, Done, EndedForSting, Burned, Frosted, InEye, Refused }

/// <summary>How long one zone was on.</summary>
/// <param name="ContactMilliseconds">All contacts of it together, up to now where it still is.</param>
/// <param name="CueAt">When its removal is cued; null where it is not on.</param>
public sealed record ZoneState(FaceZone Zone, bool IsOn, long ContactMilliseconds, long? CueAt);

/// <summary>What a session shows at one moment.</summary>
/// <param name="Next">The zone, kit item or question that is meant.</param>
/// <param name="StingDueAt">When the sting is asked next; null while nothing is on.</param>
/// <param name="WaterUntil">When the water may stop; null where none runs.</param>
/// <param name="Warnings">What must be said and is recorded, each once.</param>
public sealed record SessionState(
    SessionPhase Phase, SessionDo Do, string? Next, IReadOnlyList<ZoneState> Zones, long? StingDueAt, int WorstSting, long? WaterUntil, SessionOutcome Outcome, IReadOnlyList<SessionWarning> Warnings);

public enum SessionWarning
{
    /// <summary>Put on before the kit was complete or everything was answered.</summary>
    BeganUnchecked,

    /// <summary>A zone that was to be left out was touched.</summary>
    TouchedLeftOut,

    /// <summary>A zone was put on again after it was off.</summary>
    TouchedAgain,

    /// <summary>A zone stayed on longer than its target.</summary>
    OverTarget,

    /// <summary>A zone stayed on longer than this class of kit ever may.</summary>
    OverLimit,
}
