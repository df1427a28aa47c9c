using OatPath.Core.House;
using OatPath.Core.Skin;

namespace OatPath.Core.Session;

public enum SessionEventKind
{
    /// <summary>A thing of the kit is at hand.</summary>
    Ticked,

    /// <summary>A question was answered, 1 yes or 0 no.</summary>
    Answered,

    /// <summary>The product first touched a zone, also one it was not meant for.</summary>
    Touched,

    /// <summary>
    /// The first touch of the group that the zone is in, said once for all of it: every zone that goes on in it counts from here, so
    /// that none is counted short.
    /// </summary>
    TouchedTogether,

    /// <summary>Another layer first touched a zone that is on.</summary>
    Layered,

    /// <summary>A zone is off.</summary>
    Off,

    /// <summary>Every zone is off.</summary>
    AllOff,

    /// <summary>How much it stings, 0 to 10.</summary>
    Stung,

    /// <summary>How red it is, 0 to 4.</summary>
    Reddened,

    /// <summary>White that wipes off with a wet finger.</summary>
    Crystals,

    /// <summary>White, grey or blistered skin that does not.</summary>
    Frosted,

    /// <summary>It burns, end now.</summary>
    Burns,

    /// <summary>It still burns after the water.</summary>
    StillBurns,

    /// <summary>It burns no longer after the water.</summary>
    Cooled,

    /// <summary>Product in an eye.</summary>
    InEye,

    /// <summary>Taken off early for a reason of the client's own.</summary>
    EndNow,

    /// <summary>The clock went back while the guide was closed: nobody knows how long anything was on.</summary>
    ClockLost,

    /// <summary>The ending was done to its last line.</summary>
    Ended,

    /// <summary>A device was switched on, or tells of itself; its serial is the item.</summary>
    DeviceOn,

    /// <summary>A device was switched off, or its battery is empty.</summary>
    DeviceOff,

    /// <summary>Charge of its battery, percent.</summary>
    Battery,

    /// <summary>A gel is on, its charge is the item.</summary>
    GelOn,

    /// <summary>The device was set to the item.</summary>
    SetTo,

    /// <summary>
    /// What comes first was done: before a way of a device, whose id is the item; before the next group of a peel, that the skin is dry.
    /// </summary>
    Readied,

    /// <summary>The device is on the skin.</summary>
    Contact,

    /// <summary>It is not, or not well.</summary>
    ContactLost,

    /// <summary>The way named by its id is done.</summary>
    Passed,

    /// <summary>The skin was nicked or bleeds in a zone.</summary>
    Nicked,

    /// <summary>Itchy weals.</summary>
    Weals,

    /// <summary>The event named by its id was pressed by mistake. What may hurt cannot be taken back.</summary>
    TakenBack,
}

/// <summary>Something that happened in a session.</summary>
/// <param name="Id">The same id twice is the same event.</param>
/// <param name="AtMilliseconds">Since the session was opened: the longer of what the two clocks say, never less than before.</param>
/// <param name="Item">Kit item or question; for what is taken back, the event's id.</param>
/// <param name="Value">Sting, redness, or 1 for yes.</param>
/// <param name="WallMilliseconds">The device's clock, since 1970; kept as it was read.</param>
/// <param name="SteadyMilliseconds">The device's steady clock, since the page was loaded; kept as it was read.</param>
public sealed record SessionEvent(
    string Id,
    [property: Between(0, SessionEventCheck.MostMilliseconds)] long AtMilliseconds,
    SessionEventKind Kind,
    string? Item = null,
    FaceZone? Zone = null,
    [property: Between(0, 100)] int? Value = null,
    [property: Between(-8640000000000000, 8640000000000000)] long? WallMilliseconds = null,
    [property: Between(0, 8640000000000000)] long? SteadyMilliseconds = null
)
{
    /// <summary>Whether it says that something came off, or that it is over.</summary>
    [System.Text.Json.Serialization.JsonIgnore]
    public bool SaysOff =>
        Kind
            is SessionEventKind.Off
                or SessionEventKind.AllOff
                or SessionEventKind.Ended
                or SessionEventKind.Cooled
                or SessionEventKind.EndNow
                or SessionEventKind.DeviceOff
                or SessionEventKind.ContactLost
                or SessionEventKind.Passed;
}
