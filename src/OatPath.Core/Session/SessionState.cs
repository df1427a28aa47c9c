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

    /// <summary>After the ending, until it stings no more.</summary>
    Calming,
    Done,

    /// <summary>An answer of the day says no.</summary>
    Refused,

    /// <summary>Cool running water, no neutraliser.</summary>
    Water,
    Eye,

    /// <summary>Something that only medical help looks at.</summary>
    Help,
}

public enum SessionDo
{
    TickKit,
    Answer,

    /// <summary>Put it on this zone.</summary>
    Apply,

    /// <summary>Put the next layer on this zone.</summary>
    Layer,

    /// <summary>Fan, wait.</summary>
    Wait,

    /// <summary>What was on is off: pat it fully dry before more goes on.</summary>
    Dry,

    /// <summary>Leave it to the air before more goes on.</summary>
    Air,

    /// <summary>Take this zone off.</summary>
    Remove,

    /// <summary>Past its time, or stung too much: off with it, this zone first.</summary>
    RemoveNow,

    /// <summary>Put this gel on.</summary>
    PutGel,

    /// <summary>The gel that is on does not fit: wipe it off, take the other.</summary>
    ChangeGel,

    /// <summary>Set the device.</summary>
    Set,
    ChangeSetting,

    /// <summary>Do what comes before this way.</summary>
    Prepare,

    /// <summary>Put the device on the skin.</summary>
    Touch,

    /// <summary>Lead it along this way.</summary>
    Lead,

    /// <summary>Contact was lost; the clock waits.</summary>
    Reach,
    SwitchOn,

    /// <summary>Two devices tell of themselves: one is switched off.</summary>
    OneDevice,
    End,

    /// <summary>Say whether it still stings.</summary>
    TellSting,

    /// <summary>It still stings: cool water once more.</summary>
    RinseAgain,
    RunWater,

    /// <summary>Say whether it still burns after the water.</summary>
    TellBurning,
    RinseEye,

    /// <summary>Medical help, now.</summary>
    GetHelp,
    Nothing,
}

public enum SessionOutcome
{
    Open,
    Done,
    EndedEarly,
    EndedForSting,
    StillStings,
    Burned,
    Frosted,
    InEye,
    Weals,
    Refused,
}

/// <summary>How long one zone was on.</summary>
/// <param name="ContactMilliseconds">From first touch, all times it was on together, up to now where it still is.</param>
/// <param name="LayerMilliseconds">The same for each layer; the first is the whole contact.</param>
/// <param name="CueAt">When its removal is cued; null where it is not on, or stays on.</param>
public sealed record ZoneState(FaceZone Zone, bool IsOn, long ContactMilliseconds, IReadOnlyList<long> LayerMilliseconds, long? CueAt);

/// <summary>What a session shows at one moment.</summary>
/// <param name="Next">The zone, kit item or question that is meant.</param>
/// <param name="StingDueAt">When the sting is asked next; null while nothing is on and nothing calms.</param>
/// <param name="WaterUntil">When the water may stop; null where none runs.</param>
/// <param name="Device">How far a device is; null where there is none.</param>
/// <param name="TogetherAt">When the group that is on was said to go on, with one press for all of it; null where each was pressed.</param>
/// <param name="AirUntil">When more may go on; null where nothing dries.</param>
/// <param name="Warnings">What must be said and is recorded, each once.</param>
public sealed record SessionState(
    SessionPhase Phase,
    SessionDo Do,
    string? Next,
    IReadOnlyList<ZoneState> Zones,
    long? StingDueAt,
    int WorstSting,
    int? Redness,
    long? WaterUntil,
    SessionOutcome Outcome,
    IReadOnlyList<SessionWarning> Warnings,
    DeviceState? Device = null,
    long? TogetherAt = null,
    long? AirUntil = null
);

public enum SessionWarning
{
    /// <summary>Put on before the kit was complete or everything was answered.</summary>
    BeganUnchecked,

    /// <summary>A zone that was to be left out was touched.</summary>
    TouchedLeftOut,

    /// <summary>A zone was put on again after it was off.</summary>
    TouchedAgain,

    /// <summary>More layers than planned.</summary>
    ExtraLayer,

    /// <summary>A zone stayed on longer than its target.</summary>
    OverTarget,

    /// <summary>A zone stayed on longer than this class of kit ever may.</summary>
    OverLimit,

    /// <summary>Nobody knows how long it was on.</summary>
    ClockLost,

    /// <summary>A gel was on that does not fit the programme.</summary>
    WrongGel,

    /// <summary>The device was set to another programme, or a higher level.</summary>
    WrongSetting,
    TwoDevices,

    /// <summary>The skin was nicked.</summary>
    Nicked,
}
