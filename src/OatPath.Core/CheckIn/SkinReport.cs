using System.Text.Json.Serialization;
using OatPath.Core.House;
using OatPath.Core.Skin;

namespace OatPath.Core.CheckIn;

/// <summary>Signs that need an answer beyond the scales. The first group needs medical help, the second is a broken barrier.</summary>
public enum Sign
{
    Weals,
    SwellingEyesOrLips,
    TroubleBreathing,
    Blisters,
    WeepingOrPus,
    Fever,
    SpreadingHotRedness,
    PainWakes,
    EyeExposure,
    ColdSoreAfterPeel,
    WhiteOrGreyBurn,
    BurnsAfterWater,
    MoisturiserStings,
    Raw,
    Shiny,
    DryCracks,
    DarkOrPalePatch,
    StingsAfterPeel,
    Bleeding,

    /// <summary>Swelling, crusts, marks or itching that belong to no course of these days, or more of them than usual.</summary>
    OutsideCourse,

    /// <summary>A flake or a spot was picked: open skin there.</summary>
    Picked,

    /// <summary>Something was used that is never used at home. Read off what was used; nobody ticks it.</summary>
    NeverAtHome,
}

/// <summary>How the skin took it, in the client's own numbers.</summary>
public sealed record SkinReport
{
    /// <summary>0 (nothing) to 10 (the worst pain).</summary>
    [Between(0, 10)]
    public int Sting { get; init; }

    /// <summary>
    /// Seconds until the sting had gone, or null while it still stings. Always written; what a file or a stored fact leaves out is null
    /// too, the graver reading.
    /// </summary>
    [JsonIgnore(Condition = JsonIgnoreCondition.Never)]
    [Between(0, 86400)]
    public int? StingSeconds { get; init; } = 0;

    /// <summary>0 none, 1 pink, 2 red, 3 very red, 4 dark or burning red.</summary>
    [Between(0, 4)]
    public int Redness { get; init; }

    /// <summary>Whether redness was still there 24 h after the application.</summary>
    public bool RednessPast24h { get; init; }

    public bool TightOrDry { get; init; }
    public bool Flaking { get; init; }
    public bool Itch { get; init; }
    public bool NewSpots { get; init; }
    public bool StrongSun { get; init; }

    /// <summary>0 to 10; null when there is none to speak of.</summary>
    [Between(0, 10)]
    public int? Pain { get; init; }

    /// <summary>Where, as on the face map; empty where nobody said.</summary>
    public IReadOnlyList<FaceZone> Where { get; init; } = [];

    public IReadOnlyList<Sign> Signs { get; init; } = [];

    /// <summary>Anything else used, in the client's words.</summary>
    public string AlsoUsed { get; init; } = "";

    /// <summary>Minutes that it was on before it came off, 0 to 1440; null where it stays on, or nobody said.</summary>
    [Between(0, 1440)]
    public int? AlsoUsedMinutes { get; init; }
}
