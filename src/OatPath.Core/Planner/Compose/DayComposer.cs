using OatPath.Core.Case;
using OatPath.Core.House;
using OatPath.Core.Known;
using OatPath.Core.Plan;
using OatPath.Core.Planner.Climb;
using OatPath.Core.Planner.Days;
using OatPath.Core.Planner.Tracks;
using OatPath.Core.Routine;
using OatPath.Core.Shelf;
using OatPath.Core.Skin;
using OatPath.Core.Wording;

namespace OatPath.Core.Planner.Compose;

/// <summary>Joins the actives of the run and the everyday shelf into the two halves of a day.</summary>
internal sealed class DayComposer(KnownFacts facts, HouseRules rules, RuleSwitch rule, PlanRun run)
{
    private const decimal NeckAcidLimit = 10;

    private readonly Dictionary<Track, RoutineItem> shared = [];
    private readonly Dictionary<Product, RoutineItem> glides = [];
    private readonly IReadOnlyList<string> morningOrder = HandOrder(facts, Moment.Morning);
    private readonly IReadOnlyList<string> eveningOrder = HandOrder(facts, Moment.Evening);
    private readonly HalfFaces halves = new(facts);
    private readonly UsesOfDay uses = new(facts);
    private readonly PlacedMasks masks = new(facts);
    private readonly EverydayShelf everyday = new(facts, run, rule);
    private readonly ILookup<DateOnly, LogEntry> logByDay = facts
        .Log.Where(entry => entry is Applied or Skipped or CheckedIn)
        .ToLookup(entry =>
            entry switch
            {
                Applied applied => applied.Day,
                Skipped skipped => skipped.Day,
                CheckedIn checkedIn => checkedIn.Day,
                _ => default,
            }
        );

    /// <summary>Plans one day; builds its steps only when they are wanted.</summary>
    public DayPath? Compose(DateOnly day, bool wanted)
    {
        run.Patches.Schedule(day);
        var repair = run.Repair.Why(day);
        var morning = run.Place(day, Moment.Morning);
        var evening = run.Place(day, Moment.Evening);
        if (!wanted)
        {
            return null;
        }

        var load = run.Standing.Tracks.Sum(track => track.Load * uses.On(day, track, morning, evening));
        return new DayPath(
            day,
            Half(day, Moment.Morning, morning, repair),
            Half(day, Moment.Evening, evening, repair),
            Avoid(day, repair),
            Math.Round(load, 2),
            LogOf(day)
        );
    }

    /// <summary>Things the practitioner should see about the planned routine as a whole.</summary>
    public IEnumerable<Because> Warnings(IReadOnlyList<DayPath> days)
    {
        var busiest = days.Where(day => day.Date >= facts.Today)
            .SelectMany(day => new[] { (day.Morning, Moment.Morning), (day.Evening, Moment.Evening) })
            .Select(half => (half.Item2, Count: half.Item1.Tasks))
            .ToList();
        foreach (var moment in new[] { Moment.Morning, Moment.Evening })
        {
            var most = busiest.Where(half => half.Item1 == moment).Select(half => half.Count).DefaultIfEmpty().Max();
            if (most > RoutineBuilder.MostSteps)
            {
                yield return Because.Of(RuleBook.ManySteps, ("moment", moment.ToString().ToLowerInvariant()), ("count", most));
            }
        }

        foreach (var (order, moment) in new[] { (morningOrder, Moment.Morning), (eveningOrder, Moment.Evening) })
        {
            foreach (var (first, second) in RoutineBuilder.Impossible(Ordered(moment), order))
            {
                yield return Because.Of(
                    RuleBook.ByHandImpossible,
                    ("first", first.Product.Name),
                    ("second", second.Product.Name),
                    ("why", first.Slot == RoutineSlot.Sunscreen ? "sunscreen goes on last of all" : "rinsing would take it off again")
                );
            }
        }

        foreach (
            var pair in days.Where(day => day.Date == facts.Today)
                .SelectMany(day => RoutineBuilder.OutOfOrder(day.Morning.Steps).Concat(RoutineBuilder.OutOfOrder(day.Evening.Steps)))
        )
        {
            yield return Because.Of(RuleBook.ByHandOrder, ("first", NameOf(pair.Earlier)), ("second", NameOf(pair.Later)));
        }
    }

    /// <summary>Everything on the shelf that has a place in one moment's order.</summary>
    private List<RoutineItem> Ordered(Moment moment) =>
        [
            .. facts
                .File.Shelf.Where(item =>
                    item.State == ShelfState.InUse && item.Product.Traits.In(moment) && RoutineSlots.Of(item.Product.Kind) is not null
                )
                .Select(item => new RoutineItem(item.Product, RoutineSlots.Of(item.Product.Kind)!.Value, [])),
        ];

    private HalfDay Half(DateOnly day, Moment moment, Placed actives, Because? repair)
    {
        // An evening with a peel or needles is a repair evening but for those.
        var peel = actives.Tracks.Exists(track => track.Kit is not null || track.Product.IsNeedle());
        var open = run.Treatments.Closes(day, moment);
        var half = everyday.Choose(day, moment, repair is not null || peel, open, halves);
        var omitted = new List<Omission>(half.Omitted.Count + actives.Resting.Count);
        var serum = actives.Tracks.Exists(track => track.Product.IsNeedle()) ? run.NeedleSerum(day) : null;
        omitted.AddRange(serum is null ? half.Omitted : half.Omitted.Where(omission => omission.Product != serum.Id));
        foreach (var (track, because) in actives.Resting)
        {
            omitted.Add(new(track.Product.Id, because));
        }

        var steps =
            actives.Tracks.Count == 0
                ? half.Steps ??= Build(half.Items, moment, open ?? repair, day, open: open is not null)
                : Together(half, actives.Tracks, serum, day, moment);
        return new HalfDay(moment == Moment.Evening ? WithPatchSteps(day, steps) : steps, omitted, repair is not null);
    }

    /// <summary>The same company on another day is the same half day: it is put in order once.</summary>
    private IReadOnlyList<Step> Together(EverydayHalf half, List<Track> placed, Product? serum, DateOnly day, Moment moment)
    {
        var items = new RoutineItem[placed.Count + (serum is null ? 0 : 1)];
        for (var i = 0; i < placed.Count; i++)
        {
            items[i] = ActiveItem(placed[i], day, moment, placed[i].InFacial && placed.Count(track => track.InFacial) > 1);
        }

        if (serum is not null)
        {
            items[^1] = glides.TryGetValue(serum, out var glide)
                ? glide
                : glides[serum] = new(serum, RoutineSlot.Glide, [Because.Of(RuleBook.NeedleGlide, ("product", serum.Name))], neck: false);
        }

        foreach (var (known, built) in half.With)
        {
            if (known.AsSpan().SequenceEqual(items))
            {
                return built;
            }
        }

        var steps = Build(
            [.. half.Items, .. items],
            moment,
            null,
            day,
            placed.Exists(track => track.Acid),
            placed.Exists(track => track.Kit is not null)
        );
        if (!Array.Exists(items, item => item.LeaveOut.Count > 0))
        {
            // With zones left out an item is made for its day, and never met again.
            half.With.Add((items, steps));
        }

        return steps;
    }

    private List<Step> Build(
        IReadOnlyList<RoutineItem> items,
        Moment moment,
        Because? repair,
        DateOnly day,
        bool acid = false,
        bool peel = false,
        bool open = false
    ) =>
        RoutineBuilder.Build(
            new RoutineRequest(
                moment,
                items,
                WaterOnly: open || (moment == Moment.Morning && everyday.UsesWater(repair is not null)),
                CleanseTwice: moment == Moment.Evening && repair is null && (peel || !everyday.HasFirstCleanse(day, repair: false)),
                MoisturiserOptional: moment == Moment.Evening
                    && acid
                    && !peel
                    && !rules.MoisturiserAfterAcidAlways
                    && facts.File.Intake.SkinType == SkinType.Oily,
                moment == Moment.Morning ? morningOrder : eveningOrder,
                facts.File.Intake.ChestToo
            ),
            rules
        );

    private RoutineItem ActiveItem(Track track, DateOnly day, Moment moment, bool facial)
    {
        var product = track.Product;
        var slot = RoutineSlots.Of(product.Kind) ?? RoutineSlot.Treatment;
        if (slot == RoutineSlot.Mask && !rules.MaskBeforeToner)
        {
            slot = RoutineSlot.LateMask;
        }

        var place = masks.Of(product, day, facial);
        slot =
            place == MaskPlace.Spots && rules.ClayOnSpotsOvernight ? RoutineSlot.Treatment
            : slot == RoutineSlot.Steam && !rules.SteamBeforeCleanse ? RoutineSlot.LateSteam
            : slot;

        var neck = track.Active
            ? track.Kit is null
                && !product.Traits.ByHand
                && !(product.IsAcid() && product.Traits.LeaveOn && product.Actives.Any(active => active.Percent > NeckAcidLimit))
                && (!product.Has(Family.Retinoid) || run.Established.Is(Family.Retinoid, day))
            : product.Kind is not ProductKind.ClayMask;
        neck &= place is null;
        var side = rule.On(RuleBook.HalfFace) ? halves.Of(product, day, track.Placed.LastBefore(day) >= facts.Today) : null;
        if (!track.Active)
        {
            var spared = product.IsDevice() ? run.ZonesLeftOut.Of(product, day) : [];
            return
                spared.Count == 0
                && shared.TryGetValue(track, out var kept)
                && (kept.Side, kept.InFacial, kept.Place) == (side, facial, place)
                ? kept
                : shared[track] = new(
                    product,
                    slot,
                    [
                        Because.Of(facial ? RuleBook.HomeFacial : RuleBook.WeeklyExtra, ("product", product.Name)),
                        .. OneSide(product, side),
                        .. spared.Count > 0 ? new[] { LeftOut(spared, day) } : [],
                    ],
                    track.Frequency,
                    neck && (!product.IsDevice() || product.GoesOverNeck()),
                    spared,
                    side: side,
                    everyDays: track.Held.EveryDays,
                    facial: facial,
                    place: place
                );
        }

        var because = track.Words.RungOf(moment == Moment.Morning && !track.TwiceADay, day, facial);
        var leaveOut = run.ZonesLeftOut.Of(product, day);
        var every = track.Kit is null ? track.Held.EveryDays : run.Peels.EveryDays(track);
        if (
            leaveOut.Count == 0
            && shared.TryGetValue(track, out var same)
            && same.InFacial == facial
            && same.Because == because
            && same.EveryDays == every
            && same.Neck == neck
            && same.Place == place
            && same.Units == track.Held.Units
            && side is null
            && same.Side is null
        )
        {
            return same;
        }

        if (leaveOut.Count > 0)
        {
            because = [.. because, LeftOut(leaveOut, day)];
        }

        return shared[track] = new(
            product,
            slot,
            side is null ? because : [.. because, .. OneSide(product, side)],
            track.Frequency,
            neck,
            leaveOut,
            track.Held.Level,
            track.Held.Units,
            track.Held.ContactSeconds,
            track.Held.Layers,
            side,
            every,
            facial,
            place
        );
    }

    private static Because LeftOut(IReadOnlyList<FaceZone> zones, DateOnly day) =>
        Because.Of(RuleBook.ZoneLeftOut, ("zones", Said.Later(() => Words.List([.. zones.Select(FaceZones.TitleOf)]))), ("on", day));

    private static Because[] OneSide(Product product, FaceSide? side) =>
        side is { } one ? [Because.Of(RuleBook.HalfFace, ("product", product.Name), ("side", EnumName.Of(one)))] : [];

    /// <summary>Reading stands first, a new patch test last.</summary>
    private IReadOnlyList<Step> WithPatchSteps(DateOnly day, IReadOnlyList<Step> steps)
    {
        List<Step>? changed = null;
        foreach (var track in run.Standing.Tracks)
        {
            if (!track.NeedsPatch || track.Start is null || !rule.On(RuleBook.PatchFirst))
            {
                continue;
            }

            if (run.Patches.TestOn(track, day))
            {
                (changed ??= [.. steps]).Add(
                    PatchStep(track, "patch", StepAction.PatchTest, Because.Of(RuleBook.PatchFirst, ("product", track.Product.Name)))
                );
            }
            else if (run.Patches.ReadingOn(track, day))
            {
                (changed ??= [.. steps]).Insert(
                    0,
                    PatchStep(
                        track,
                        "read",
                        StepAction.ReadPatch,
                        Because.Of(RuleBook.PatchRead, ("product", track.Product.Name), ("on", track.Patch.On!.Value))
                    )
                );
            }
        }

        return changed ?? steps;
    }

    private static Step PatchStep(Track track, string word, StepAction action, Because because) =>
        new()
        {
            Key = $"{word}-{track.Product.Id}",
            Action = action,
            Product = track.Product.Id,
            Kind = track.Product.Kind,
            Because = [because],
        };

    private List<Because> Avoid(DateOnly day, Because? repair)
    {
        var avoid = new List<Because>();
        if (repair is not null)
        {
            if (run.Treatments.Closes(day, Moment.Evening) is { } open)
            {
                avoid.Add(open);
            }

            avoid.Add(repair);
        }

        foreach (var track in run.Standing.Tracks)
        {
            if (
                track.Active
                && track.Started
                && repair is null
                && (run.Calendar.Of(track, day) ?? run.PeelRest.Of(track, day)) is { } off
                && !avoid.Contains(off.Because)
            )
            {
                avoid.Add(off.Because);
            }
        }

        return avoid;
    }

    private static IReadOnlyList<string> HandOrder(KnownFacts facts, Moment moment) =>
        facts.Decisions.OfType<SetOrder>().LastOrDefault(order => order.Moment == moment)?.Products ?? [];

    private DayLog? LogOf(DateOnly day)
    {
        if (!logByDay.Contains(day))
        {
            return null;
        }

        var entries = logByDay[day];
        var applied = entries.OfType<Applied>().Select(entry => entry.Product).Distinct().ToList();
        var skipped = entries
            .OfType<Skipped>()
            .Select(entry => entry.Product ?? $"all-{entry.Moment.ToString().ToLowerInvariant()}")
            .Distinct()
            .ToList();
        var reports = entries.OfType<CheckedIn>().ToList();
        return new(
            applied,
            skipped,
            reports.Count == 0 ? null : reports.Max(entry => entry.Report.Sting),
            run.Reactions.Outcomes.TryGetValue(day, out var judged) ? judged.Outcome : null
        );
    }

    private string NameOf(Step step) => facts.File.Shelf.First(item => item.Product.Id == step.Product).Product.Name;
}
