using OatPath.Core.Case;
using OatPath.Core.Ramp;
using OatPath.Core.Shelf;
using OatPath.Core.Skin;

namespace OatPath.Core.Audit;

/// <content>What was started, stopped, shaped and bottled anew.</content>
internal sealed partial class AuditFacts
{
    /// <summary>The start in force, as it may be planned: one that contradicts Meet is a new start, or begins at the first rung.</summary>
    public StartActive? StartOf(string product, DateOnly day)
    {
        var start = Latest<StartActive>(day, start => start.Product == product);
        if (start is not { AlreadyInUse: true } || !Products.TryGetValue(product, out var bottle) || SpokenFor(bottle))
        {
            return start;
        }

        if (bottle.IsAcid() && Intake.Flags.Any(flag => flag.Kind == FlagKind.NeverUsedAcid && flag.Covers(start.On)))
        {
            return start with { AlreadyInUse = false, Rung = null };
        }

        return Intake.Sensitivity is Sensitivity.Sensitive or Sensitivity.Reactive && Ladder.For(bottle, Intake, Rules) is { } ladder
            ? start with
            {
                Rung = Math.Min(start.Rung ?? ladder.StartRung, ladder.StartRung),
            }
            : start;
    }

    /// <summary>Somebody noted every irritant family of it as established.</summary>
    private bool SpokenFor(Product product) =>
        product.Families().Where(family => FamilyTraits.Of(family).Irritant != Degree.No).ToList() is { Count: > 0 } families
        && families.TrueForAll(family => Decisions.OfType<NoteEstablished>().Any(note => note.Family == family));

    public bool InUse(string product) => file.Shelf.Any(item => item.Product.Id == product && item.State == ShelfState.InUse);

    public IEnumerable<Product> OnShelf =>
        file.Shelf.Where(item => item.State == ShelfState.InUse).Select(item => Products[item.Product.Id]);

    /// <summary>Whether a product was started, not stopped since, and is in use on the shelf.</summary>
    public bool InPlan(string product, DateOnly day) => StartOf(product, day) is { } start && InUse(product) && !IsStopped(start, day);

    /// <summary>Whether a stop came after a start, in the order in which they came into force, were written down and are named.</summary>
    public bool IsStopped(StartActive start, DateOnly day) =>
        Decisions
            .OfType<StopActive>()
            .Any(stop =>
                stop.Product == start.Product
                && stop.On <= day
                && (stop.On, stop.RecordedAt ?? DateTimeOffset.MinValue).CompareTo((start.On, start.RecordedAt ?? DateTimeOffset.MinValue))
                    is var order
                && (order > 0 || (order == 0 && string.CompareOrdinal(stop.Id, start.Id) > 0))
            );

    /// <summary>The ladder a product is on: the usual one as the client's decisions shape it, or the booster's.</summary>
    public Ladder? LadderOf(Product product, DateOnly day)
    {
        if (StartOf(product.Id, day)?.BoosterFor is not null)
        {
            return Ladder.Booster;
        }

        if (FacialOn(day) is { } facial && facial.Products.Contains(product.Id))
        {
            return HomeFacial.LadderOf(facial.EveryDays, product.Sheet?.RestDays ?? 0);
        }

        var shape = Latest<ShapeLadder>(day, decision => decision.Product == product.Id);
        var usual = Ladder.For(product, Intake, Rules);
        return shape is null ? usual : usual?.Shaped(shape.Start, shape.Top, shape.HoldDays, Intake.Sensitivity >= Sensitivity.Sensitive);
    }

    /// <summary>Where a mask goes on a day, as it was agreed last; null where nothing was.</summary>
    public MaskPlace? PlaceOn(string product, DateOnly day) => Latest<PlaceMask>(day, mask => mask.Product == product)?.Place;

    /// <summary>What is tied into a home facial on a day, or null; products that do not go together are not.</summary>
    public TieFacial? FacialOn(DateOnly day) =>
        Latest<TieFacial>(day, _ => true) is { } facial
        && HomeFacial.Wrong([.. OnShelf.Where(product => facial.Products.Contains(product.Id))]) is null
            ? facial
            : null;

    /// <summary>The decision of a kind in force on a day: the last that came into force, was written down, and by its id.</summary>
    private T? Latest<T>(DateOnly day, Func<T, bool> counts)
        where T : Decision =>
        Decisions
            .OfType<T>()
            .Where(decision => decision.On <= day && counts(decision))
            .OrderBy(decision => decision.On)
            .ThenBy(decision => decision.RecordedAt ?? DateTimeOffset.MinValue)
            .ThenBy(decision => decision.Id, StringComparer.Ordinal)
            .LastOrDefault();

    /// <summary>A product whose make changed under the same id begins anew on that day.</summary>
    private List<StartActive> NewFormulas()
    {
        var anew = new List<StartActive>();
        foreach (var item in file.Shelf)
        {
            for (var i = 0; i < item.Was.Count; i++)
            {
                var (was, at) = (item.Was[i], item.Was[i].Until);
                var (kind, actives, ph, unbound) =
                    i + 1 < item.Was.Count
                        ? (item.Was[i + 1].Kind, item.Was[i + 1].Actives, item.Was[i + 1].Ph, item.Was[i + 1].Unbound)
                        : (item.Product.Kind, item.Product.Actives, item.Product.Ph, BottleAudit.HasNone(item.Product));
                var same = was.Kind == kind && was.Ph == ph && was.Unbound == unbound && was.Actives.SequenceEqual(actives);
                var changed = at <= file.AsOf && !same;
                if (
                    changed
                    && Decisions
                        .OfType<StartActive>()
                        .Where(start => start.Product == item.Product.Id && start.On <= DayOf(at) && !(start.RecordedAt > at))
                        .MaxBy(start => start.On)
                        is { } before
                )
                {
                    anew.Add(
                        new()
                        {
                            Id = $"anew-{item.Product.Id}-{i}",
                            Product = item.Product.Id,
                            On = DayOf(at),
                            RecordedAt = at,
                            BoosterFor = before.BoosterFor,
                            EveryDays = before.EveryDays,
                            Reason = item.Product.Kind == ProductKind.WashOffPeel ? "" : "changed",
                        }
                    );
                }
            }
        }

        return anew;
    }

    /// <summary>The latest day on which a product's make changed, or null.</summary>
    public DateOnly? ChangedOn(string product) =>
        Decisions
            .OfType<StartActive>()
            .Where(start => start.Product == product && !file.Decisions.Contains(start))
            .Select(start => (DateOnly?)start.On)
            .Max();

    /// <summary>What the last look at a bottle says of today and later: empty since its day, or opened anew.</summary>
    private Product WithBottle(Product product)
    {
        var looks = file
            .Log.Where(entry =>
                Known(entry)
                && !takenBack.Contains(entry.Id)
                && (
                    entry is BottleSeen seen
                        ? seen.Product == product.Id
                        : entry is Skipped skip && skip.Product == product.Id && skip.Reason == Skipped.RanOut
                )
            )
            .ToList();
        if (looks.Count == 0)
        {
            return product;
        }

        var newest = looks.OrderBy(entry => entry.HappenedAt).ThenBy(entry => entry.Id, StringComparer.Ordinal).Last();
        var opened = looks.OfType<BottleSeen>().Where(seen => seen.Opened).MaxBy(seen => seen.HappenedAt);
        product = opened is null ? product : product with { OpenedOn = DayOf(opened.HappenedAt) };
        return newest is BottleSeen { Share: > 0 }
            ? product with
            {
                EmptyOn = null,
            }
            : product with
            {
                EmptyOn =
                    product.EmptyOn is { } before
                    && looks.TrueForAll(look => look is not BottleSeen { Share: > 0 })
                    && before < DayOf(newest.HappenedAt)
                        ? before
                        : DayOf(newest.HappenedAt),
            };
    }
}
