using OatPath.Core.House;
using OatPath.Core.Planner.Tracks;
using OatPath.Core.Ramp;
using OatPath.Core.Skin;

namespace OatPath.Core.Planner.Climb;

/// <summary>What the estimate expects of one use.</summary>
/// <param name="Chance">Of a strong reaction, 0 to 1.</param>
/// <param name="SureOver">How sure it is that the chance is over the house's limit, 0 to 1.</param>
internal readonly record struct Expected(double Chance, double SureOver);

/// <summary>What each day asked of the skin, and what that lets expect of the next rung.</summary>
/// <param name="margin">How much a use of a day is taken to ask, as a factor of what is reckoned, 1 or more.</param>
/// <param name="bite">How many times that a product is known to ask on a day, 1 or more.</param>
internal sealed class ToleranceRecord(Sensitivity sensitivity, Func<DateOnly, double> margin, Func<string, DateOnly, double> bite)
{
    private readonly Dictionary<DateOnly, double> loadOf = [];
    private readonly HashSet<DateOnly> silent = [];

    /// <param name="proves">Whether silence after it says anything: of a use inside a rest it does not.</param>
    public void Note(Track track, DateOnly day, bool proves = true)
    {
        if (!proves)
        {
            silent.Add(day);
        }

        if (track.Load > 0)
        {
            loadOf[day] = loadOf.GetValueOrDefault(day) + track.Load;
            track.Evidence.UsedOn.Add(day);
        }
    }

    /// <summary>What is expected of a use on a rung; null for what asks nothing of the skin.</summary>
    /// <param name="day">The day it is asked on; what was used before counts.</param>
    /// <param name="limit">The chance of a strong reaction one wants to be under, 0 to 1.</param>
    public Expected? At(Track track, int rung, DateOnly day, double limit)
    {
        if (track.Load <= 0)
        {
            return null;
        }

        // A report of this evening comes before its use is counted.
        var demand = DemandOf(track, rung, day);
        var plain = Of(1);
        return bite(track.Product.Id, day) is > 1 and var times && Of(times) is var bitten
            ? new(Math.Max(plain.Chance, bitten.Chance), Math.Max(plain.SureOver, bitten.SureOver))
            : plain;

        Expected Of(double times)
        {
            var tolerance = Seen(track, day, told: day, times);
            return new(tolerance.ChanceOfStrong(times * demand), tolerance.SureOver(times * demand, limit));
        }
    }

    /// <summary>
    /// The chance of a strong reaction, 0 to 1, at a use on a rung of the ladder, by what was used and told before its day.
    /// </summary>
    public Func<int, double> Before(Track track, DateOnly day)
    {
        var plain = Seen(track, day, told: day.AddDays(-1));
        if (bite(track.Product.Id, day) is not (> 1 and var times))
        {
            return rung => plain.ChanceOfStrong(DemandOf(track, rung, day));
        }

        var bitten = Seen(track, day, told: day.AddDays(-1), times);
        return rung =>
            Math.Max(plain.ChanceOfStrong(DemandOf(track, rung, day)), bitten.ChanceOfStrong(times * DemandOf(track, rung, day)));
    }

    /// <summary>Every use that says something, with what it asked, in the order of the days.</summary>
    /// <param name="since">The first day that counts.</param>
    public IReadOnlyList<AskedUse> Asked(Track track, DateOnly since) =>
        [
            .. track
                .Evidence.UsedOn.Where(used => used >= since && !IsMute(track, used))
                .Distinct()
                .Select(used => new AskedUse(
                    used,
                    Tolerance.DemandOf(loadOf[used], Week(used)),
                    track.Evidence.FeltOn.GetValueOrDefault(used, Felt.Untold)
                )),
        ];

    /// <summary>Whether it is a use inside a rest of which nobody told how it was taken.</summary>
    private bool IsMute(Track track, DateOnly used) =>
        silent.Contains(used) && track.Evidence.FeltOn.GetValueOrDefault(used, Felt.Untold) <= Felt.Untold;

    /// <summary>What every use before a day has shown.</summary>
    /// <param name="told">The last day whose reports count by themselves.</param>
    /// <param name="times">How many times what is reckoned each of them is taken to have asked: what the client bore of a product that
    /// bites speaks for the client.</param>
    private Tolerance Seen(Track track, DateOnly day, DateOnly told, double times = 1)
    {
        var tolerance = new Tolerance(sensitivity);
        foreach (var used in track.Evidence.UsedOn)
        {
            if (used < day && !IsMute(track, used))
            {
                tolerance.See(
                    times * Tolerance.DemandOf(loadOf[used], Week(used)),
                    track.Evidence.FeltOn.GetValueOrDefault(used, Felt.Untold),
                    day.DayNumber - used.DayNumber
                );
            }
        }

        foreach (var (on, felt) in track.Evidence.FeltOn)
        {
            if (on <= told && !track.Evidence.UsedOn.Contains(on))
            {
                tolerance.See(times * Tolerance.DemandOf(track.Load, Week(on) + track.Load), felt, day.DayNumber - on.DayNumber);
            }
        }

        return tolerance;
    }

    /// <summary>What a use on a rung would ask of the skin, with the house's margin.</summary>
    private double DemandOf(Track track, int rung, DateOnly day)
    {
        // The other actives go on as in the last 7 days.
        var yesterday = day.AddDays(-1);
        var others = Math.Max(
            0,
            Week(yesterday) - (track.Evidence.UsedOn.Count(used => used < day && used > yesterday.AddDays(-7)) * track.Load)
        );
        return margin(day) * Tolerance.DemandOf(track.LoadAt(rung), others + (track.LoadAt(rung) * track.Ladder[rung].UsesAWeek()));
    }

    private double Week(DateOnly last)
    {
        var sum = 0.0;
        for (var day = last.AddDays(-6); day <= last; day = day.AddDays(1))
        {
            sum += loadOf.GetValueOrDefault(day);
        }

        return sum;
    }
}
