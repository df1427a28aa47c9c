using OatPath.Core.House;
using OatPath.Core.Known;
using OatPath.Core.Planner.Climb;
using OatPath.Core.Planner.KeptOff;
using OatPath.Core.Planner.Peels;
using OatPath.Core.Planner.Tracks;

namespace OatPath.Core.Planner.Days;

/// <summary>What one half day holds of everything with a ladder, and why each other rests.</summary>
internal sealed record Placed(List<Track> Tracks, List<(Track Track, Because Because)> Resting);

/// <summary>Places everything with a ladder, greedy under its rung: whoever has waited longest goes first.</summary>
/// <param name="mornings">What else keeps something off a morning: the week, the rung, boosters.</param>
/// <param name="evenings">The same of an evening.</param>
internal sealed class Placement(
    KnownFacts facts,
    RuleSwitch rule,
    Standing standing,
    PeelDays peels,
    Beginnings beginnings,
    Company company,
    RepairRest repair,
    IKeepsOff obstacles,
    IKeepsOff ready,
    IKeepsOff mornings,
    IKeepsOff evenings
)
{
    public Placed Place(DateOnly day, Moment moment)
    {
        var placed = new List<Track>();
        var resting = new List<(Track, Because)>();
        var candidates = Candidates(day, moment, placed, resting);
        company.Begin(moment, placed);
        var facial = SideBySide(candidates);
        var waiting = new Dictionary<Track, Because>();
        foreach (var track in candidates)
        {
            if (track.InFacial && rule.On(RuleBook.FacialTogether) && waiting.Count == 0 && !placed.Exists(facial.Contains))
            {
                waiting = Waiting(facial, day, moment);
            }

            if (waiting.GetValueOrDefault(track) is { } alone)
            {
                resting.Add((track, alone));
                continue;
            }

            if (KeptOff(track, day, moment) is { } because)
            {
                resting.Add((track, because));
                continue;
            }

            beginnings.Begin(track, day);
            placed.Add(track);
            company.Join(track);
            Take(track, day, moment);
            if (track.Kit is not null && day >= facts.Today)
            {
                peels.Note(track, day);
            }
        }

        return new(placed, resting);
    }

    /// <summary>Begins the ladders first used on a day, so that a report of the same evening finds them begun.</summary>
    public void BeginUsed(DateOnly day)
    {
        foreach (var track in standing.Tracks)
        {
            if (!track.Started && facts.WasApplied(track.Product.Id, day) && repair.On(day) is null && obstacles.Of(track, day) is null)
            {
                beginnings.Begin(track, day);
                Take(track, day, standing.MomentOf(track));
            }
        }
    }

    private void Take(Track track, DateOnly day, Moment moment)
    {
        track.Placed.Add(day);
        company.Count(track, day, moment);
    }

    private List<Track> Candidates(DateOnly day, Moment moment, List<Track> placed, List<(Track, Because)> resting)
    {
        var candidates = new List<Track>();
        var wholeSkin = repair.On(day);
        foreach (var track in standing.Tracks)
        {
            if (!standing.IsIn(track, moment))
            {
                continue;
            }

            if ((wholeSkin ?? obstacles.Of(track, day)) is { } off)
            {
                resting.Add((track, off.Because));
            }
            else if (track.Placed.On(day) && !(track.TwiceADay && moment == Moment.Evening))
            {
                placed.Add(track);
            }
            else
            {
                candidates.Add(track);
            }
        }

        candidates.Sort(LongestWait);
        return candidates;
    }

    /// <summary>
    /// What a clinician prescribed keeps its evenings, the others plan around it; then whoever has waited longest, so that no active
    /// starves another.
    /// </summary>
    private static int LongestWait(Track a, Track b)
    {
        if (a.Prescription != b.Prescription)
        {
            return a.Prescription ? -1 : 1;
        }

        var wait = (a.Placed.Last ?? DateOnly.MinValue).CompareTo(b.Placed.Last ?? DateOnly.MinValue);
        return wait != 0 ? wait : a.Index.CompareTo(b.Index);
    }

    /// <summary>
    /// The parts of a home facial follow one another, from where the first of them stands, so that nothing comes between them.
    /// </summary>
    /// <returns>Those parts.</returns>
    private static List<Track> SideBySide(List<Track> candidates)
    {
        var first = candidates.FindIndex(track => track.InFacial);
        var facial = candidates.FindAll(track => track.InFacial);
        if (facial.Count > 1)
        {
            candidates.RemoveAll(track => track.InFacial);
            candidates.InsertRange(first, facial);
        }

        return facial;
    }

    /// <summary>
    /// Why the parts of a home facial wait, each: all of those that may be used come on one evening, or none of them does.
    /// </summary>
    private Dictionary<Track, Because> Waiting(List<Track> facial, DateOnly day, Moment moment)
    {
        var kept = facial
            .Select(track => (Track: track, Because: KeptOff(track, day, moment)))
            .Where(found => found.Because is not null)
            .ToDictionary(found => found.Track, found => found.Because!);
        if (kept.Count == 0)
        {
            return kept;
        }

        var first = facial.Find(kept.ContainsKey)!;
        return facial.ToDictionary(
            track => track,
            track =>
                kept.GetValueOrDefault(track) ?? Because.Of(RuleBook.FacialTogether, ("product", track.Product), ("other", first.Product))
        );
    }

    private Because? KeptOff(Track track, DateOnly day, Moment moment)
    {
        // Another may have begun a moment ago, on this very evening.
        if (track is { Active: true, Started: false } && standing.LastChange == day && ready.Of(track, day) is { } waits)
        {
            return waits.Because;
        }

        return (
            track.Kit is null ? (moment == Moment.Morning ? mornings : evenings).Of(track, day)?.Because : PeelEvenings.Tonight(track, day)
        ) ?? company.Of(track, day)?.Because;
    }
}
