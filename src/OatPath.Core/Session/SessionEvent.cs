using OatPath.Core.Skin;

namespace OatPath.Core.Session;

public enum SessionEventKind
{
    /// <summary>A thing of the kit is at hand.</summary>
    Ticked,

    /// <summary>A question was answered, 1 yes or 0 no.</summary>
    Answered,

    /// <summary>The product first touched a zone.</summary>
    Touched,

    /// <summary>A zone is off.</summary>
    Off,

    /// <summary>How much it stings, 0 to 10.</summary>
    Stung,

    /// <summary>White that wipes off with a wet finger.</summary>
    Crystals,

    /// <summary>White, grey or blistered skin that does not.</summary>
    Frosted,

    /// <summary>It burns, end now.</summary>
    Burns,

    /// <summary>Product in an eye.</summary>
    InEye,

    /// <summary>The ending was done to its last line.</summary>
    Ended,
}

/// <summary>Something that happened in a session.</summary>
/// <param name="Id">The same id twice is the same event.</param>
/// <param name="AtMilliseconds">Since the session was opened, by a clock that never stops.</param>
/// <param name="Item">Kit item or question.</param>
/// <param name="Value">Sting, or 1 for yes.</param>
public sealed record SessionEvent(string Id, long AtMilliseconds, SessionEventKind Kind, string? Item = null, FaceZone? Zone = null, int? Value = null);
