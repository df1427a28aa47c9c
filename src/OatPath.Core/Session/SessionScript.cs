using OatPath.Core.House;
using OatPath.Core.Shelf;
using OatPath.Core.Skin;

namespace OatPath.Core.Session;

/// <summary>What kind of session a script guides.</summary>
public enum SessionKind
{
    /// <summary>A kit that is washed off.</summary>
    Peel,

    /// <summary>A stronger leave-on evening in the place of the usual serum.</summary>
    Booster,

    /// <summary>A device or a tool, led way by way.</summary>
    Device,
}

/// <summary>
/// One session, compiled: what has to be at hand, what is asked, which zones in which order, how long, and how it ends. A player only
/// follows it.
/// </summary>
public sealed record SessionScript
{
    public const string FormatName = "oatpath/session";

    public string Format { get; init; } = FormatName;

    [Between(1, 1)]
    public int Version { get; init; } = 1;
    public required SessionKind Kind { get; init; }
    public required string Product { get; init; }
    public required string Name { get; init; }

    /// <summary>This bottle's batch; empty where it is not known.</summary>
    public string Batch { get; init; } = "";

    /// <summary>The care day it is for.</summary>
    public required DateOnly On { get; init; }

    /// <summary>How strong a kit it is; null where it is none.</summary>
    public KitStrength? Strength { get; init; }

    /// <summary>The ways of a device; null for what is put on and comes off.</summary>
    public DeviceWork? Device { get; init; }

    /// <summary>Contact of each zone from first touch, seconds: the rung held.</summary>
    [Between(1, 86400)]
    public required int TargetSeconds { get; init; }

    /// <summary>
    /// Whether it stays on: then the target is the wait before what follows, and it is washed off only when it stings too much.
    /// </summary>
    public bool StaysOn { get; init; }

    /// <summary>
    /// Layers, each put on while the one before is still on; contact counts from the first touch of the first, and all come off together.
    /// </summary>
    [Between(1, 4)]
    public int Layers { get; init; } = 1;

    /// <summary>From first touch to the next layer, seconds; 0 with one layer.</summary>
    [Between(0, 86400)]
    public int LayerAfterSeconds { get; init; }

    /// <summary>The longest contact of this class of kit, seconds; nothing is ever cued past it.</summary>
    [Between(1, 86400)]
    public required int LimitSeconds { get; init; }

    /// <summary>How often the sting is asked while anything is on, seconds.</summary>
    [Between(1, 3600)]
    public required int StingEverySeconds { get; init; }

    /// <summary>The sting, 0 to 10, that ends it.</summary>
    [Between(0, 10)]
    public required int StingEnds { get; init; }

    /// <summary>
    /// The most it may still sting for the skin to be called calm afterwards, and after how many seconds it is rinsed again, and called a
    /// stop.
    /// </summary>
    [Between(0, 10)]
    public required int StingCalm { get; init; }

    [Between(1, 86400)]
    public required int CalmSeconds { get; init; }

    [Between(1, 86400)]
    public required int StopSeconds { get; init; }

    /// <summary>The sting, 0 to 10, that is a stop at once when it is told after the ending.</summary>
    [Between(0, 10)]
    public int StingStops { get; init; } = House.FirstAid.StopSting;

    /// <summary>The slowest hands, seconds a zone: another zone is only asked for while even these would be in time.</summary>
    [Between(1, 3600)]
    public required int SlowestSeconds { get; init; }

    /// <summary>
    /// Once everything that was on is off and patted dry, seconds of air before more goes on; 0 where nothing has to dry.
    /// </summary>
    [Between(0, 3600)]
    public int AirSeconds { get; init; }

    /// <summary>Seconds from zone to zone where one press stands for a group and the next zone is only called out.</summary>
    [Between(1, 60)]
    public int PaceSeconds { get; init; } = HandPace.Usual;

    public required IReadOnlyList<KitItem> Kit { get; init; }
    public required IReadOnlyList<SessionAsk> Asks { get; init; }

    /// <summary>Zones that are put on, timed and taken off together; one group after the other.</summary>
    public required IReadOnlyList<ZoneGroup> Groups { get; init; }
    public IReadOnlyList<FaceZone> LeaveOut { get; init; } = [];
    public required SessionEnding Ending { get; init; }

    /// <summary>Seconds of cool water on burning skin, of longer water where it still burns, and of water for an eye.</summary>
    [Between(1, 86400)]
    public required int WaterSeconds { get; init; }

    [Between(1, 86400)]
    public required int LongWaterSeconds { get; init; }

    [Between(1, 86400)]
    public required int EyeSeconds { get; init; }
    public required IReadOnlyList<string> BurnWords { get; init; }
    public required IReadOnlyList<string> After { get; init; }
}

/// <summary>What a thing of the kit is for, in the order in which it is laid out.</summary>
public enum KitPart
{
    /// <summary>What takes it off or stops it: each is ticked by itself, before anything else.</summary>
    Ends,

    /// <summary>What goes on the skin or over it: each is ticked by itself.</summary>
    GoesOn,

    /// <summary>Everything else: one list, one press.</summary>
    Rest,
}

/// <summary>Something that has to be at hand before any clock can start; a script lists them by part.</summary>
public sealed record KitItem(string Id, string Title, string Why, KitPart Part = KitPart.Ends);

/// <summary>A question of the day; one answer lets the session go on.</summary>
/// <param name="GoesOn">The answer with which it goes on.</param>
/// <param name="Else">What the other answer means, in words for the client.</param>
public sealed record SessionAsk(string Id, string Text, bool GoesOn, string Else);

/// <summary>One zone in the order it is put on.</summary>
/// <param name="ApplySeconds">How long putting it on usually takes.</param>
/// <param name="RemoveSeconds">How long taking it off usually takes; removal is cued so long before the end.</param>
public sealed record ZoneStep(FaceZone Zone, [property: Between(1, 3600)] int ApplySeconds, [property: Between(1, 3600)] int RemoveSeconds);

/// <param name="Together">Whether the contact leaves time for the whole group to count from one first touch.</param>
public sealed record ZoneGroup(IReadOnlyList<ZoneStep> Zones, bool Together = false);

/// <summary>The normal ending.</summary>
/// <param name="Kind">By the label of a kit; null where there is none.</param>
public sealed record SessionEnding(PeelEnding? Kind, IReadOnlyList<string> Lines);
