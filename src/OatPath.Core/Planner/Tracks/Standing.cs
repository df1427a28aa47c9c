using OatPath.Core.Case;
using OatPath.Core.House;
using OatPath.Core.Known;
using OatPath.Core.Planner.Stock;
using OatPath.Core.Ramp;
using OatPath.Core.Shelf;
using OatPath.Core.Supply;

namespace OatPath.Core.Planner.Tracks;

/// <summary>
/// Where everything with a ladder stands on the day the run has reached, the week agreed with the client, and the latest change.
/// </summary>
internal sealed class Standing
{
    private readonly Dictionary<string, Track> byId = [];

    public Standing(KnownFacts facts, HouseRules rules)
    {
        var intake = facts.File.Intake;
        var index = 0;
        foreach (
            var item in facts
                .File.Shelf.Where(item => item.State == ShelfState.InUse)
                .OrderBy(item => LoadIndex.Of(item.Product))
                .ThenBy(item => item.Product, ProductOrder.ByContent)
        )
        {
            if (
                (item.Product.IsKit() || item.Product.Traits.Use is not (KindUse.Session or KindUse.OnHand))
                && Ladder.For(item.Product, intake, rules) is { } ladder
            )
            {
                Tracks.Add(new Track(item.Product, ladder, index++, PiecesLeft(facts, item.Product)));
            }
        }

        foreach (var item in facts.File.Shelf.Where(item => item.State != ShelfState.InUse && item.Product.Exfoliates()))
        {
            if (Ladder.For(item.Product, intake, rules) is { } ladder)
            {
                Gone.Add(new Track(item.Product, ladder, index++));
            }
        }

        foreach (var told in facts.Told.Select(told => told.Product).DistinctBy(product => product.Id))
        {
            Gone.Add(new Track(told, Ladder.For(told, intake, rules)!, index++));
        }

        foreach (var track in Tracks)
        {
            byId.TryAdd(track.Product.Id, track);
            track.Stronger.AddRange(Tracks.Where(other => Strength.IsStronger(other.Product, track.Product)));
            track.Milder.AddRange(Tracks.Where(other => Strength.IsStronger(track.Product, other.Product)));
        }

        All = [.. Tracks, .. Gone];
        Kits = Tracks.FindAll(track => track.Kit is not null);
    }

    /// <summary>Everything in use that has a ladder, in the order it is planned in.</summary>
    public List<Track> Tracks { get; } = [];

    /// <summary>
    /// Exfoliants that left the plan, and what was told of besides it: what was used of them still counts in the days after.
    /// </summary>
    public List<Track> Gone { get; } = [];
    public IReadOnlyList<Track> All { get; }

    /// <summary>Those of them that are wash-off kits.</summary>
    public List<Track> Kits { get; }

    /// <summary>The week agreed with the client, or null.</summary>
    public ShapeWeek? Week { get; private set; }

    /// <summary>The latest start or step up over all actives, or null.</summary>
    public DateOnly? LastChange { get; private set; }

    public Track? Find(string product) => byId.GetValueOrDefault(product);

    public void Agree(ShapeWeek week) => Week = week;

    /// <summary>Why what was tied into a home facial stands by itself again, or null.</summary>
    public Because? FacialUndone { get; private set; }

    /// <summary>Ties a home facial in place of the one before. What no longer goes together stands by itself, which is said.</summary>
    public void Tie(TieFacial facial, bool tender)
    {
        var tied = Tracks.FindAll(track => facial.Products.Contains(track.Product.Id));
        var undone = facial.Products.Count > 0 && HomeFacial.Wrong([.. tied.Select(track => track.Product)]) is not null;
        FacialUndone = undone ? Because.Of(RuleBook.FacialUndone) : null;
        foreach (var track in Tracks)
        {
            track.Tie(!undone && tied.Contains(track) ? facial.EveryDays : null, facial.On, tender);
        }
    }

    public void Changed(DateOnly? on) => LastChange = on;

    /// <summary>A change that nobody planned: the next one keeps its distance from it too.</summary>
    public void ChangedToo(DateOnly on) => LastChange = LastChange > on ? LastChange : on;

    /// <summary>Whether it has a place in a half of the day: its own, or both where its rung says so.</summary>
    public bool IsIn(Track track, Moment moment) => track.TwiceADay || MomentOf(track) == moment;

    /// <summary>Azelaic acid and daily actives go to the morning while an acid or retinoid has the evening.</summary>
    public Moment MomentOf(Track track)
    {
        if (track.MorningChosen || track.Product.Kind == ProductKind.AntioxidantSerum)
        {
            return Moment.Morning;
        }

        if (!track.Product.Traits.Morning || track.LightSensitising || track.Exfoliates)
        {
            return Moment.Evening;
        }

        foreach (var other in Tracks)
        {
            if (
                other != track
                && other.Active
                && other.Started
                && other.Stopped is null
                && !other.Product.Traits.Morning
                && other.Product.Traits.LeaveOn
            )
            {
                return Moment.Morning;
            }
        }

        return track.Ladder.InTheMorning ? Moment.Morning : Moment.Evening;
    }

    /// <summary>
    /// Uses that its own pieces and what goes with it are still good for, whichever ends first; null where nothing limits them.
    /// </summary>
    private static int? PiecesLeft(KnownFacts facts, Product product)
    {
        var sessions = product.IsDevice() ? Consumables.SessionsLeft(facts, product) : null;
        var counted = product.IsDevice()
            ? product.Kind == ProductKind.NeedleRoller
            : product.Pieces is not null || product.Kind == ProductKind.Razor;
        int? own = counted && Package.Of(product) is { IsCounted: true } package ? (int)SupplyCount.Left(facts, product, package) : null;
        return own is { } pieces && sessions is { } others ? Math.Min(pieces, others) : own ?? sessions;
    }
}
