using OatPath.Core.Planner.Tracks;
using OatPath.Core.Ramp;

namespace OatPath.Core.Planner.Climb;

/// <summary>
/// Keeps what the estimate expects of each use before its day has begun, and says afterwards how it was taken. A report of the day may
/// ease a product off before its use is counted; what was said before must not know of it.
/// </summary>
internal sealed class Foretelling(ToleranceRecord tolerances)
{
    private readonly List<(Track Track, DateOnly Day, double Chance)> named = [];
    private readonly Dictionary<Track, Morning> expected = [];

    /// <summary>The rung that the day began with, and what is expected on any of the ladder.</summary>
    private readonly record struct Morning(DateOnly Day, int Rung, Func<int, double> ChanceOn);

    /// <summary>The day of a use begins: nothing of it was told or decided yet.</summary>
    public void Dawn(Track track, DateOnly day)
    {
        if (track.Load > 0)
        {
            expected[track] = new(day, RungOf(track), tolerances.Before(track, day));
        }
    }

    /// <summary>The use itself, before it is counted: a step up of the day counts, a step down after it does not.</summary>
    public void Name(Track track, DateOnly day)
    {
        if (track.Load > 0 && expected.TryGetValue(track, out var morning) && morning.Day == day)
        {
            named.Add((track, day, morning.ChanceOn(Math.Clamp(RungOf(track), morning.Rung, morning.Rung + 1))));
        }
    }

    /// <summary>All of them, each with how it was taken, in the order of the days.</summary>
    public IReadOnlyList<Foretold> All =>
        [
            .. named.Select(each => new Foretold(
                each.Track.Product.Id,
                each.Day,
                each.Chance,
                each.Track.Evidence.FeltOn.GetValueOrDefault(each.Day, Felt.Untold)
            )),
        ];

    /// <summary>The uses of each product of which one was foretold, with what they asked.</summary>
    /// <param name="since">The day on which a product's formula last changed; null where it never did.</param>
    public IReadOnlyList<(string Product, IReadOnlyList<AskedUse> Uses)> Asked(Func<string, DateOnly?> since) =>
        [
            .. named
                .Select(each => each.Track)
                .Distinct()
                .Select(track => (track.Product.Id, tolerances.Asked(track, since(track.Product.Id) ?? DateOnly.MinValue))),
        ];

    private static int RungOf(Track track) => track.Started ? track.Rung : track.FirstRung;
}
