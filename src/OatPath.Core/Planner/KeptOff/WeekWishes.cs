using OatPath.Core.Case;
using OatPath.Core.House;
using OatPath.Core.Planner.Climb;
using OatPath.Core.Planner.Tracks;
using OatPath.Core.Ramp;

namespace OatPath.Core.Planner.KeptOff;

/// <summary>What the client's week leaves free for a product.</summary>
internal static class WeekWishes
{
    /// <summary>Why a product rests on a day by the week that was agreed, or null.</summary>
    public static Because? Of(ShapeWeek? week, Track track, DateOnly day, Moment moment)
    {
        if (week is null)
        {
            return null;
        }

        if (moment == Moment.Evening && (track.Active || track.Exfoliates) && week.RestEvenings.Contains(day.DayOfWeek))
        {
            return Because.Of(RuleBook.RestEvening, ("weekday", day.DayOfWeek));
        }

        return Never(week, track.Product.Id).Contains(day.DayOfWeek)
            ? Because.Of(RuleBook.NeverOnDay, ("product", track.Product.Name), ("weekday", day.DayOfWeek))
            : null;
    }

    /// <summary>Says where the wishes leave fewer uses than the rung allows, and which day to free first.</summary>
    public static Because? Cost(ShapeWeek? week, Track track, Moment moment)
    {
        if (week is null || !Counts(track))
        {
            return null;
        }

        var uses = WeekRoom.UsesAWeek(track.Frequency, Free);
        return uses + WeekSearch.Slack < WeekRoom.UsesAWeek(track.Frequency, _ => true)
            ? Because.Of(
                RuleBook.WishShort,
                ("product", track.Product),
                ("frequency", track.Held.HowOften(moment == Moment.Morning)),
                ("uses", Math.Round(uses, 1)),
                ("weekday", WeekRoom.BestToFree(track.Frequency, Free)?.ToString() ?? "another day")
            )
            : null;

        bool Free(DayOfWeek day) =>
            !Never(week, track.Product.Id).Contains(day)
            && !(moment == Moment.Evening && (track.Active || track.Exfoliates) && week.RestEvenings.Contains(day));
    }

    /// <summary>
    /// The fewest wishes to give up so that all products have their rung, where that is more than one wish or more than one product.
    /// </summary>
    public static Because? Together(ShapeWeek? week, IEnumerable<Track> tracks, Func<Track, Moment> momentOf) =>
        week is null
            ? null
            : WeekSearch.Nearest(
                week,
                [
                    .. tracks
                        .Where(Counts)
                        .Select(track => new WeekSearch.Wisher(
                            track.Product.Id,
                            track.Product.Name,
                            track.Frequency,
                            momentOf(track) == Moment.Evening && (track.Active || track.Exfoliates)
                        )),
                ]
            );

    /// <summary>Kits have their own evenings, and what nobody started has no rung to miss.</summary>
    private static bool Counts(Track track) => track.Kit is null && (track.Start is not null || !track.Active);

    private static IReadOnlyList<DayOfWeek> Never(ShapeWeek week, string product) =>
        week.Never.FirstOrDefault(never => never.Product == product)?.Days ?? [];
}
