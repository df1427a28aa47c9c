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
public sealed record ScoredLook(SkinScale Scale, bool ByClient, DateOnly Day, double Value) : Look(Day, Value)
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

/// <summary>How a skin looked: what was scored, metered and read from pictures.</summary>
/// <param name="Pictures">Of pictures that may be held against each other.</param>
public sealed record Looks(IReadOnlyList<ScoredDay> Scores, IReadOnlyList<MeteredDay> Meters, IReadOnlyList<PicturedLook> Pictures)
{
    /// <summary>Whether by the client: the studio first.</summary>
    private static readonly bool[] Sides = [false, true];

    private IReadOnlyList<Look>? all;

    /// <summary>The first day of any; null where there is none.</summary>
    public DateOnly? Begins =>
        Scores
            .Select(day => day.Day)
            .Concat(Meters.Select(day => day.Day))
            .Concat(Pictures.Select(picture => picture.Day))
            .Select(day => (DateOnly?)day)
            .Min();

    /// <summary>Each that is a number of one day: scores first, then the meters, then pictures; of each quantity by day.</summary>
    public IReadOnlyList<Look> All => all ??= [.. Scored().Concat(Metered()).Concat(Pictures.OrderBy(picture => picture.Day))];

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

    private IEnumerable<Look> Scored() =>
        from scale in SkinScales.All
        from byClient in Sides
        from day in Scores
        let most = day.Most(scale, byClient)
        where most is not null
        select new ScoredLook(scale, byClient, day.Day, most.Value);

    private IEnumerable<Look> Metered() =>
        from quantity in Enum.GetValues<MeterQuantity>()
        from meter in Meters.GroupBy(day => day.Serial)
        from read in MeteredDay.Over(meter, quantity)
        select new MeteredLook(quantity, meter.Key, read.Day, read.Mean);
}
