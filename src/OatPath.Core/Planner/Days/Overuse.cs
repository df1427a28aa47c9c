using OatPath.Core.House;
using OatPath.Core.Known;
using OatPath.Core.Planner.KeptOff;
using OatPath.Core.Planner.Tracks;
using OatPath.Core.Wording;

namespace OatPath.Core.Planner.Days;

/// <summary>
/// What was used beyond the rung, or together although the plan kept it apart. Read off the uses alone, so that a fact told late blames
/// nobody.
/// </summary>
internal sealed class Overuse(KnownFacts facts, Clashes clashes)
{
    /// <summary>What is told of is of the last days; before that it only is no evidence.</summary>
    public const int ToldDays = 7;

    public List<(DateOnly Day, string Product, Because Because)> Found { get; } = [];

    /// <summary>Every day on which a product was used otherwise than planned.</summary>
    private readonly List<(DateOnly Day, string Product)> all = [];

    /// <summary>The latest such day of a product in the days up to one, or null.</summary>
    public DateOnly? Latest(string product, DateOnly from, DateOnly until) =>
        all.Where(over => over.Product == product && over.Day >= from && over.Day <= until).Select(over => (DateOnly?)over.Day).Max();

    /// <summary>Looks over the uses of one day.</summary>
    /// <returns>Whether anything on it was more than planned, so that none of it is evidence of calm.</returns>
    /// <param name="used">Everything with a ladder that was used on the day, before what was not planned is counted in.</param>
    public bool Take(DateOnly day, IReadOnlyList<Track> used)
    {
        var any = false;
        for (var i = 0; i < used.Count; i++)
        {
            var track = used[i];
            if (track.Active && track.Start is null)
            {
                Add(track, () => "nobody has started it");
            }
            else if (Between(track, day) is { } days && Every(track, day.AddDays(-days)) is var every && days < every)
            {
                Add(track, () => Said.Of($"{Words.Count(days, "day")} after the last, where it is planned {FrequencyTraits.Every(every)}"));
            }
            else if (track.BoosterFor is not null && Between(track, day) is { } apart and < 7)
            {
                Add(track, () =>
                    Said.Of(
                        $"a booster on two evenings, {Words.Day(day.AddDays(-apart))} and {Words.Day(day)}, where one a week is planned "
                            + $"at most"
                    )
                );
            }
            else if (track.Kit is null && !track.Placed.On(day) && UsesIn7(track, day) is var uses && uses > MostOf(track))
            {
                var most = MostOf(track);
                Add(track, () => Said.Of($"use {uses} in 7 days, where {Said.Count(most, "{0} is", "{0} are")} planned at most"));
            }

            if (IsTwice(track, day))
            {
                Add(track, () => Said.Of("morning and evening, where once a day is planned at most"));
            }

            for (var j = 0; j < i; j++)
            {
                var other = used[j];
                if (SameHalf(track, other, day) && clashes.Pair(track, other, day) is { } apart && apart.Rule != RuleBook.OneExtra)
                {
                    Add(track, () => $"together with {other.Product.Name}, which the plan keeps apart");
                }
            }
        }

        return any;

        void Add(Track track, Func<string> what)
        {
            any = true;
            all.Add((day, track.Product.Id));
            if (day >= facts.Today.AddDays(-ToldDays))
            {
                Found.Add(
                    (
                        day,
                        track.Product.Id,
                        Because.Of(RuleBook.Overuse, ("product", track.Product.Name), ("on", day), ("what", Said.Later(what)))
                    )
                );
            }
        }
    }

    /// <summary>Days that are planned after a use.</summary>
    private static int Every(Track track, DateOnly last) => track.FacialDays(last) ?? track.Held.EveryDays ?? track.Peels.EveryDays;

    /// <summary>Days since the use before, within half a year; null where there was none.</summary>
    private int? Between(Track track, DateOnly day) =>
        track.Evidence.UsedOn.Where(used => used < day).Select(used => (int?)(day.DayNumber - used.DayNumber)).Min()
        ?? (
            track.Active
                ? null
                : Enumerable
                    .Range(1, MostApart)
                    .Where(back => facts.WasApplied(track.Product.Id, day.AddDays(-back)))
                    .Select(back => (int?)back)
                    .FirstOrDefault()
        );

    private const int MostApart = 180;

    private int UsesIn7(Track track, DateOnly day) =>
        Enumerable.Range(0, 7).Count(back => facts.WasApplied(track.Product.Id, day.AddDays(-back)));

    private bool IsTwice(Track track, DateOnly day) =>
        track.Active
        && track.AtDawn.MaxPerDay() < 2
        && track.Frequency.MaxPerDay() < 2
        && facts.WasApplied(track.Product.Id, day, Moment.Morning)
        && facts.WasApplied(track.Product.Id, day, Moment.Evening);

    private static int MostOf(Track track) => Math.Max(track.AtDawn.MaxPer7Days(), track.Frequency.MaxPer7Days());

    private bool SameHalf(Track track, Track other, DateOnly day) =>
        Both(track, other, day, Moment.Morning) || Both(track, other, day, Moment.Evening);

    private bool Both(Track track, Track other, DateOnly day, Moment moment) =>
        facts.WasApplied(track.Product.Id, day, moment) && facts.WasApplied(other.Product.Id, day, moment);
}
