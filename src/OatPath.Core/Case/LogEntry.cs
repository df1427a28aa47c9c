using System.Text.Json.Serialization;
using OatPath.Core.CheckIn;
using OatPath.Core.House;
using OatPath.Core.Meter;
using OatPath.Core.Peel;
using OatPath.Core.Scores;
using OatPath.Core.Session;
using OatPath.Core.Skin;

namespace OatPath.Core.Case;

/// <summary>What happened, with both times: when it happened and when it was written down.</summary>
[JsonPolymorphic(TypeDiscriminatorPropertyName = "type")]
[JsonDerivedType(typeof(Applied), "applied")]
[JsonDerivedType(typeof(Skipped), "skipped")]
[JsonDerivedType(typeof(CheckedIn), "check-in")]
[JsonDerivedType(typeof(PatchApplied), "patch-applied")]
[JsonDerivedType(typeof(PatchRead), "patch-read")]
[JsonDerivedType(typeof(BottleSeen), "bottle-seen")]
[JsonDerivedType(typeof(BottleFound), "bottle-found")]
[JsonDerivedType(typeof(Screened), "screened")]
[JsonDerivedType(typeof(SessionHeld), "session")]
[JsonDerivedType(typeof(Nicked), "nicked")]
[JsonDerivedType(typeof(NickClosed), "nick-closed")]
[JsonDerivedType(typeof(Compared), "compared")]
[JsonDerivedType(typeof(JudgedBlind), "judged-blind")]
[JsonDerivedType(typeof(Scored), "scored")]
[JsonDerivedType(typeof(Metered), "metered")]
[JsonDerivedType(typeof(Retracted), "retracted")]
public abstract record LogEntry
{
    public required string Id { get; init; }
    public required DateTimeOffset HappenedAt { get; init; }
    public DateTimeOffset? RecordedAt { get; init; }
    public string By { get; init; } = "";
}

/// <summary>A step was done. <see cref="Day"/> names the cell of the path it belongs to.</summary>
public sealed record Applied : LogEntry
{
    /// <summary>Product id, or the key of a step without a product.</summary>
    public required string Product { get; init; }
    public required DateOnly Day { get; init; }
    public required Moment Moment { get; init; }

    /// <summary>How long a wash-off kit stayed on, seconds; null for everything else, and where nobody noted it.</summary>
    [Between(0, 86400)]
    public int? ContactSeconds { get; init; }
}

/// <summary>A product or a whole moment was left out, with the client's reason.</summary>
public sealed record Skipped : LogEntry
{
    /// <summary>The reason that empties the bottle.</summary>
    public const string RanOut = "it ran out";

    /// <summary>The reason that asks for a report.</summary>
    public const string FeelsSore = "my skin feels sore";

    /// <summary>The reasons a client chooses among; as kept, in English.</summary>
    public static IReadOnlyList<string> Usual { get; } = ["no time", RanOut, "I am away from home", FeelsSore];

    public string? Product { get; init; }
    public required DateOnly Day { get; init; }
    public required Moment Moment { get; init; }
    public string Reason { get; init; } = "";
}

/// <summary>How the skin took the applications of <see cref="Day"/>.</summary>
public sealed record CheckedIn : LogEntry
{
    public required DateOnly Day { get; init; }
    public required SkinReport Report { get; init; }

    /// <summary>
    /// The question it comes from, "is this normal?"; null for a report of how a use went. Such a report is never evidence of calm.
    /// </summary>
    public AskedSign? Asked { get; init; }

    /// <summary>The report this one was sent again for, with other answers; null for a report of its own. A stop stays a stop.</summary>
    public string? Replaces { get; init; }
}

public sealed record PatchApplied : LogEntry
{
    public required string Product { get; init; }
}

/// <summary>A patch test was read. Only a clear reading 48 h or more after it went on allows the active.</summary>
public sealed record PatchRead : LogEntry
{
    public required string Product { get; init; }
    public required bool Clear { get; init; }
    public string Note { get; init; } = "";
}

/// <summary>A look at a bottle: how much of a full one was there. Supply counts on from the latest.</summary>
public sealed record BottleSeen : LogEntry
{
    public required string Product { get; init; }

    /// <summary>0 (empty) to 1 (full).</summary>
    [Between(0, 1)]
    public required decimal Share { get; init; }

    /// <summary>A new package was opened.</summary>
    public bool Opened { get; init; }

    /// <summary>Batch of the new package, when it is known.</summary>
    public string Batch { get; init; } = "";
}

/// <summary>The questions before a peel were answered for one care day. An answer that speaks against it counts from that day on.</summary>
public sealed record Screened : LogEntry
{
    public required string Product { get; init; }
    public required DateOnly Day { get; init; }

    /// <summary>Questions answered with yes; every other that was asked was answered with no.</summary>
    public IReadOnlyList<DayQuestion> Yes { get; init; } = [];

    /// <summary>What was asked, where that were not the questions of a peel day; null for those.</summary>
    public IReadOnlyList<DayQuestion>? Asked { get; init; }

    /// <summary>Whether a question was put at all, so that silence is no answer.</summary>
    public bool Asks(DayQuestion question) => Asked?.Contains(question) ?? DayQuestionWords.All.Any(words => words.Question == question);

    /// <summary>Where the skin is open; these zones are left out.</summary>
    public IReadOnlyList<FaceZone> Zones { get; init; } = [];

    /// <summary>What was used or taken, in the client's words.</summary>
    public string Note { get; init; } = "";

    /// <summary>The version of the words agreed to, and the words themselves; empty where nothing was agreed to.</summary>
    public string ConsentVersion { get; init; } = "";
    public string ConsentText { get; init; } = "";
}

/// <summary>A guided session as the phone told it: the script and everything that happened, kept as it came.</summary>
public sealed record SessionHeld : LogEntry
{
    public required string Product { get; init; }
    public required DateOnly Day { get; init; }
    public required SessionScript Script { get; init; }
    public IReadOnlyList<SessionEvent> Events { get; init; } = [];

    /// <summary>With water, to learn it: nothing was used.</summary>
    public bool Practice { get; init; }

    /// <summary>
    /// What came from the phone after it was shut out. What may have hurt stands among the events too; that anything came off does not.
    /// </summary>
    public IReadOnlyList<SessionEvent> AfterShutOut { get; init; } = [];
}

/// <summary>The skin was nicked; these zones are left out of everything until it has closed.</summary>
public sealed record Nicked : LogEntry
{
    public required DateOnly Day { get; init; }
    public required IReadOnlyList<FaceZone> Zones { get; init; }
}

/// <summary>A nick has closed; from this day on its zones are treated again.</summary>
public sealed record NickClosed : LogEntry
{
    /// <summary>Id of the nick.</summary>
    public required string Nick { get; init; }
    public required DateOnly Day { get; init; }
}

/// <summary>The two sides compared after a use on one of them: feel first, then look, then touch.</summary>
public sealed record Compared : LogEntry
{
    public required string Product { get; init; }
    public required DateOnly Day { get; init; }

    /// <summary>The side that was treated.</summary>
    public required FaceSide Side { get; init; }

    /// <summary>Later on the same day, and not straight after.</summary>
    public bool Later { get; init; }
    public required BetterSide Feel { get; init; }
    public required BetterSide Look { get; init; }
    public required BetterSide Touch { get; init; }
}

/// <summary>The halves of one picture judged by somebody who was not told which side was treated.</summary>
public sealed record JudgedBlind : LogEntry
{
    /// <summary>Id of the decision to try something on one side.</summary>
    public required string Trial { get; init; }

    /// <summary>Id of the picture.</summary>
    public required string Picture { get; init; }
    public required BetterSide Better { get; init; }
}

/// <summary>Which side is the better one.</summary>
public enum BetterSide
{
    Same,
    Treated,
    Untreated,
}

/// <summary>
/// What one person saw of the skin, zone by zone; what is not named was not looked at. A record of how it looks, and no report of how a use
/// went: the plan does not go by it.
/// </summary>
public sealed record Scored : LogEntry
{
    public required DateOnly Day { get; init; }
    public required IReadOnlyList<ZoneScore> Scores { get; init; }
}

/// <summary>What a skin meter read. The plan does not go by it.</summary>
public sealed record Metered : LogEntry
{
    public required DateOnly Day { get; init; }

    /// <summary>Which meter, 1 to 64 characters.</summary>
    public required string Serial { get; init; }
    public required IReadOnlyList<MeterReading> Readings { get; init; }
}

/// <summary>Takes an earlier entry back; both stay in the record.</summary>
public sealed record Retracted : LogEntry
{
    public required string Entry { get; init; }

    /// <summary>Why. A report is taken back only by a practitioner and with a reason.</summary>
    public string Reason { get; init; } = "";
}

/// <summary>The client found a bottle of what was asked for by kind, and sent its label. Nothing is used for it.</summary>
public sealed record BottleFound : LogEntry
{
    /// <summary>Id of what was asked for.</summary>
    public required string Product { get; init; }

    /// <summary>The label as it was pasted; 1 to 8000 characters.</summary>
    public required string Label { get; init; }
}
