using OatPath.Core.Case;
using OatPath.Core.House;
using OatPath.Core.Meter;
using OatPath.Core.Scores;

namespace OatPath.Core.LookBack;

/// <summary>How a skin looked on a day, in one number.</summary>
public abstract record Look(DateOnly Day, double Value)
{
    /// <summary>What it can stand beside: the same, seen in the same way on another day.</summary>
    internal abstract object Of { get; }
}

/// <summary>The highest score of a scale over all zones, of one side of the desk.</summary>
/// <param name="Zones">How many were looked at.</param>
public sealed record ScoredLook(SkinScale Scale, bool ByClient, DateOnly Day, double Value, int Zones) : Look(Day, Value)
{
    internal override object Of => (Scale, ByClient);
}

/// <summary>The mean of one meter over the zones it read on all its days.</summary>
public sealed record MeteredLook(MeterQuantity Quantity, string Serial, DateOnly Day, double Value) : Look(Day, Value)
{
    internal override object Of => (Quantity, Serial);
}

/// <summary>Mean redness (a*) of a picture from the front.</summary>
public sealed record PicturedLook(DateOnly Day, double Value) : Look(Day, Value)
{
    internal override object Of => typeof(PicturedLook);
}

/// <summary>One quantity before something and after it.</summary>
/// <param name="Before">The latest of the days before; null where nobody looked.</param>
/// <param name="After">The latest of the days from then on; null likewise.</param>
public sealed record LookPair(Look? Before, Look? After)
{
    /// <summary>
    /// Whether both lie further apart than twice what the same differs by where nothing changed; false where nothing can be said.
    /// Scores are what a person saw: every step of one is told.
    /// </summary>
    /// <param name="picturesRepeat">By how much a* differs in two pictures of this house taken one after the other.</param>
    public bool IsTold(double picturesRepeat)
    {
        var apart = Before is null || After is null ? 0 : Math.Abs(After.Value - Before.Value);
        return After switch
        {
            MeteredLook => apart > 2 * ZoneMean.Repeat,
            PicturedLook => apart > 2 * picturesRepeat,
            _ => apart > 0,
        };
    }
}

/// <summary>How a skin looked over all the time that is known of it.</summary>
/// <param name="All">Scores first, then meters, then pictures; of each quantity by day.</param>
public sealed record Looks(IReadOnlyList<Look> All)
{
    /// <summary>Whether by the client: the studio first.</summary>
    private static readonly bool[] Sides = [false, true];

    /// <summary>What was scored and metered.</summary>
    /// <param name="log">Entries that stand, in the order in which they were written down.</param>
    public static Looks Of(IReadOnlyList<LogEntry> log) =>
        new(
            [
                .. ScoredDay.Of(log).SelectMany(Scored).OrderBy(look => look.Scale).ThenBy(look => look.ByClient),
                .. Metered(MeteredDay.Of(log)),
            ]
        );

    /// <summary>With what was read from pictures that may be held against each other.</summary>
    public Looks With(IEnumerable<PicturedLook> pictures) => new([.. All, .. pictures.OrderBy(picture => picture.Day)]);

    /// <summary>The first day of any; null where there is none.</summary>
    public DateOnly? Begins => All.Count == 0 ? null : All.Min(look => look.Day);

    /// <summary>What was seen within days of a change: of each quantity the last look before it and the last from then on.</summary>
    /// <remarks>The last, and not the first: what a change does is seen late. The days are those of <see cref="Stretch"/>.</remarks>
    public IReadOnlyList<LookPair> Around(DateOnly change)
    {
        var (first, last) = (change.AddDays(-Stretch.Span), change.AddDays(Stretch.Span - 1));
        return
        [
            .. All.Where(look => look.Day >= first && look.Day <= last)
                .GroupBy(look => look.Of)
                .Select(quantity => new LookPair(
                    quantity.LastOrDefault(look => look.Day < change),
                    quantity.LastOrDefault(look => look.Day >= change)
                )),
        ];
    }

    private static IEnumerable<ScoredLook> Scored(ScoredDay day) =>
        from scale in day.Places.GroupBy(place => place.Scale)
        from byClient in Sides
        let scores = scale.Select(place => place.MostBy(byClient)).OfType<int>().ToList()
        where scores.Count > 0
        select new ScoredLook(scale.Key, byClient, day.Day, scores.Max(), scores.Count);

    private static IEnumerable<Look> Metered(IReadOnlyList<MeteredDay> days) =>
        from quantity in Enum.GetValues<MeterQuantity>()
        from meter in days.GroupBy(day => day.Serial)
        from read in MeteredDay.Over(meter, quantity)
        select new MeteredLook(quantity, meter.Key, read.Day, read.Mean);
}
