using OatPath.Core.House;

namespace OatPath.Core.Path;

/// <summary>What was used beyond the rung, or together although the plan kept it apart. Read off the uses alone, so that a fact told late blames nobody.</summary>
internal sealed class Overuse(KnownFacts facts, Clashes clashes)
{
    public List<(DateOnly Day, string Product, Because Because)> Found { get; } = [];

    /// <summary>Looks over the uses of one day.</summary>
    /// <returns>Whether anything on it was more than planned, so that none of it is evidence of calm.</returns>
    /// <param name="used">Everything with a ladder that was used on the day, before what was not planned is counted in.</param>
    public bool Take(DateOnly day, IReadOnlyList<Track> used)
    {
        var before = Found.Count;
        for (var i = 0; i < used.Count; i++)
        {
            var track = used[i];
            if (track.Active && track.Start is null)
            {
                Add(day, track, "nobody has started it");
            }
            else if (track.OffUntil >= day && track.EasedTold < day)
            {
                Add(day, track, "it rests after a reaction");
            }
            else if (track.Kit is null && !track.PlacedOn(day) && track.UsedIn7(day) is var uses && uses > MostOf(track))
            {
                Add(day, track, $"use {uses} in 7 days, where {MostOf(track)} {(MostOf(track) == 1 ? "is" : "are")} planned at most");
            }

            for (var j = 0; j < i; j++)
            {
                if (clashes.Pair(track, used[j], day) is { } apart && apart.Rule != RuleBook.OneExtra && SameHalf(track, used[j], day))
                {
                    Add(day, track, $"together with {used[j].Product.Name}, which the plan keeps apart");
                }
            }
        }

        return Found.Count > before;
    }

    private static int MostOf(Track track) => Math.Max(track.AtDawn.MaxPer7Days(), track.Frequency.MaxPer7Days());

    private bool SameHalf(Track track, Track other, DateOnly day) => Array.Exists([Moment.Morning, Moment.Evening],
        moment => facts.WasApplied(track.Product.Id, day, moment) && facts.WasApplied(other.Product.Id, day, moment));

    private void Add(DateOnly day, Track track, string what) =>
        Found.Add((day, track.Product.Id, Because.Of(RuleBook.Overuse, ("product", track.Product.Name), ("on", day), ("what", what))));
}
