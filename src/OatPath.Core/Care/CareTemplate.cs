using OatPath.Core.CheckIn;
using OatPath.Core.House;

namespace OatPath.Core.Care;

/// <summary>
/// A treatment as the house does it: what stops before, what rests after, what to expect, when to ask. Each is founded on a kind, whose own
/// lengths it may only lengthen.
/// </summary>
public sealed record CareTemplate
{
    public required string Id { get; init; }

    /// <summary>As practitioner and client read it, in the middle of a sentence: "superficial peel".</summary>
    public required string Title { get; init; }
    public required TreatmentKind Kind { get; init; }
    public IReadOnlyList<Restriction> Before { get; init; } = [];
    public IReadOnlyList<Restriction> After { get; init; } = [];
    public IReadOnlyList<CourseLine> Course { get; init; } = [];

    /// <summary>Days after it on which the client is asked how the skin is.</summary>
    [Between(1, 60)]
    public IReadOnlyList<int> CheckIns { get; init; } = [];

    /// <summary>Days until the same may be done again; null where a clinician says.</summary>
    [Between(0, 730)]
    public int? AgainDays { get; init; }

    /// <summary>Days after it without a peel at home.</summary>
    [Between(0, 365)]
    public int HomePeelDays { get; init; }

    /// <summary>Minutes a numbing cream is left on before it; null for none.</summary>
    [Between(1, 120)]
    public int? NumbingMinutes { get; init; }

    /// <summary>Sentences for the client on what to do before it; empty for those that ship with its kind.</summary>
    public IReadOnlyList<string> Preparation { get; init; } = [];

    /// <summary>Sentences for the client, for every day of the window.</summary>
    public IReadOnlyList<string> Aftercare { get; init; } = [];

    /// <summary>When to look for the result; a sentence, or empty.</summary>
    public string Result { get; init; } = "";

    /// <summary>The last day on which tightness and flaking are expected; 0 where none is.</summary>
    [System.Text.Json.Serialization.JsonIgnore]
    public int CourseDays =>
        Course
            .Where(line => line.Usual.Contains(CourseSign.Flaking) || line.Usual.Contains(CourseSign.Tight))
            .Select(line => line.UntilDay)
            .DefaultIfEmpty()
            .Max();

    public bool Equals(CareTemplate? other) =>
        other is not null
        && (Id, Title, Kind, AgainDays, HomePeelDays, NumbingMinutes, Result)
            == (other.Id, other.Title, other.Kind, other.AgainDays, other.HomePeelDays, other.NumbingMinutes, other.Result)
        && Before.SequenceEqual(other.Before)
        && After.SequenceEqual(other.After)
        && Course.SequenceEqual(other.Course)
        && CheckIns.SequenceEqual(other.CheckIns)
        && Aftercare.SequenceEqual(other.Aftercare)
        && Preparation.SequenceEqual(other.Preparation);

    public override int GetHashCode() => HashCode.Combine(Id, Title, Kind);
}
