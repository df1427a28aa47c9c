using OatPath.Core.Case;
using OatPath.Core.House;
using OatPath.Core.Peel;
using OatPath.Core.Ramp;
using OatPath.Core.Shelf;
using OatPath.Core.Skin;

namespace OatPath.Core.Planner.Tracks;

/// <summary>One product on its way along its ladder. Belongs to a single planning run and never leaves it.</summary>
internal sealed class Track
{
    private readonly double[] loads;
    private readonly Ladder usual;
    private ShapeLadder? shape;
    private Ladder? facial;
    private DateOnly tiedOn;

    public Track(Product product, Ladder usual, int index, int? piecesLeft = null)
    {
        (Product, Ladder, Index, PiecesLeft) = (product, usual, index, piecesLeft);
        this.usual = usual;
        loads = [.. usual.Rungs.Select(rung => LoadIndex.Of(product, rung))];
        Active = product.IsRaised();
        Acid = product.IsAcid();
        Exfoliates = product.Exfoliates();
        Roles = ExfoliantRoles.Of(product);
        LightSensitising = product.LightSensitising() != Degree.No;
        Irritancy = product.Irritancy();
        Prescription = product.Actives.Any(active => active.Substance == Substance.PrescriptionRetinoid);
        NeedsEssentials = product.NeedsEssentials();
        NeedsPatch = product.NeedsPatchTest();
        AcidCleanser = product.IsAcidCleanser();
        Electrical = product.IsElectrical();
        Irritants = [.. product.Families().Where(family => FamilyTraits.Of(family).Irritant != Degree.No)];
        Kit = KitClass.Of(product)?.Strength;
        Words = new(this);
    }

    public Product Product { get; }

    /// <summary>The ladder in force: the usual one, as shaped for this client.</summary>
    public Ladder Ladder { get; private set; }
    public int Index { get; }
    public bool Active { get; }
    public bool Acid { get; }
    public bool Exfoliates { get; }
    public IReadOnlyList<ExfoliantRole> Roles { get; }
    public bool LightSensitising { get; }
    public Degree Irritancy { get; }
    public bool Prescription { get; }
    public bool NeedsEssentials { get; }
    public bool NeedsPatch { get; }
    public bool AcidCleanser { get; }
    public bool Electrical { get; }

    /// <summary>Families whose irritation this skin may or may not be established in.</summary>
    public IReadOnlyList<Family> Irritants { get; }

    /// <summary>How strong a kit it is, or null for what is no kit.</summary>
    public KitStrength? Kit { get; }

    /// <summary>Pieces left today of what is used once and thrown away; null for everything else.</summary>
    public int? PiecesLeft { get; }

    /// <summary>Other strengths of the same acid on the shelf.</summary>
    public List<Track> Stronger { get; } = [];
    public List<Track> Milder { get; } = [];

    public Placements Placed { get; } = new();
    public PatchState Patch { get; } = new();
    public KitState Peels { get; } = new();
    public Easing Easing { get; } = new();
    public Evidence Evidence { get; } = new();
    public TrackWords Words { get; }

    public StartActive? Start { get; private set; }

    /// <summary>Why "already in use" is doubted, or null.</summary>
    public Because? Doubt { get; private set; }

    /// <summary>The serum whose place this one takes for an evening, or null.</summary>
    public string? BoosterFor => Start?.BoosterFor;
    public int Rung { get; private set; }
    public DateOnly? Since { get; private set; }

    /// <summary>Why the rung held is lower than the one before, or null.</summary>
    public Because? Lowered { get; private set; }
    public Because? Stopped { get; private set; }
    public DateOnly StoppedOn { get; private set; }

    /// <summary>"This is your level": no further step is asked.</summary>
    public bool Level { get; private set; }

    /// <summary>A rung is still to be lost once it may be used again.</summary>
    public bool DropDue { get; private set; }
    public int IdleDays { get; private set; }

    /// <summary>What the rung was before the day's reports: a use is measured by the plan it was made under.</summary>
    public Frequency AtDawn { get; private set; }

    /// <summary>Rungs lost to strong reactions before the ladder had begun, from uses nobody planned.</summary>
    public int LostBeforeStart { get; private set; }
    public bool UsedBeforeStart { get; private set; }

    public int FirstRung => Math.Max(0, Ladder.StartRung - LostBeforeStart - (DropDue ? 1 : 0));
    public bool Started => Since is not null;
    public Rung Held => Ladder.Rungs[Math.Min(Started ? Rung : FirstRung, Ladder.Top)];
    public Frequency Frequency => Held.Frequency;

    /// <summary>Morning and evening, by the rung held.</summary>
    public bool TwiceADay => Started && Frequency == Frequency.TwiceADay;

    /// <summary>Days that lie between two uses by plan, which no gap counts; 0 where its frequency says it all.</summary>
    public int DaysByPlan => InFacial ? Held.EveryDays!.Value : Peels.EveryDays;

    /// <summary>Load index of a use at the rung held.</summary>
    public double Load => LoadAt(Started ? Rung : FirstRung);

    /// <summary>Load index of a use at a rung.</summary>
    public double LoadAt(int rung) => loads[Math.Min(rung, loads.Length - 1)];

    /// <summary>The first day it was used, or the first it is planned on from today.</summary>
    public DateOnly? InUseSince(DateOnly today) => Evidence.UsedOn.Count > 0 ? Evidence.UsedOn[0] : Placed.FirstFrom(today);

    /// <summary>Starts it, or starts it over: all that was learnt on the way before counts no more.</summary>
    /// <param name="patchReadyFrom">The day from which no patch test is asked for, or null where one is.</param>
    /// <param name="tender">Whether the skin is sensitive, where ladders are shaped with more care.</param>
    public void Begin(StartActive start, Because? doubt, DateOnly patchCountsFrom, DateOnly? patchReadyFrom, bool tender, DateOnly day)
    {
        Start = start;
        Doubt = doubt;
        Peels.Restart(Kit is null ? 0 : start.EveryDays ?? KitTimes.NewIntervalDays);
        Reshape(tender);
        Stopped = null;
        Since = null;
        Evidence.Forget();
        Patch.Restart(patchCountsFrom, start.AlreadyInUse ? start.On : patchReadyFrom);
        DropDue = false;
        LostBeforeStart = 0;
        UsedBeforeStart = false;
        if (start.AlreadyInUse)
        {
            Enter(Math.Clamp(start.Rung ?? Ladder.StartRung, 0, Ladder.Top), day);
        }
    }

    /// <summary>A lower end of the ladder acts at once; a new start counts from the next start.</summary>
    public void ShapeLadder(ShapeLadder wanted, bool tender, DateOnly day)
    {
        shape = wanted;
        Reshape(tender);
        if (!Active && !Ladder.Climbs)
        {
            // What nobody climbs is used as often as was agreed, from that day on.
            Rung = Ladder.StartRung;
        }
        else if (Started && Rung > Ladder.Top)
        {
            Enter(
                Ladder.Top,
                day,
                Because.Of(RuleBook.LadderShaped, ("product", Product.Name), ("frequency", Ladder.Rungs[Ladder.Top].SaidLater()))
            );
        }
    }

    /// <summary>Whether it is used with others in a home facial, and only there.</summary>
    public bool InFacial => facial is not null;

    /// <summary>
    /// Days from a use to the next in the home facial; null where it is in none. What was used before it was tied keeps only the distance
    /// it had by itself.
    /// </summary>
    public int? FacialDays(DateOnly last) =>
        facial is null ? null
        : last < tiedOn ? Math.Max(Frequency.MinGapDays(), usual.Rungs[0].EveryDays ?? 0)
        : Held.EveryDays;

    /// <summary>Ties it into a home facial, or with null unties it. What climbs begins at its first rung again once it is untied.</summary>
    public void Tie(int? everyDays, DateOnly on, bool tender)
    {
        if (facial is null && everyDays is null)
        {
            return;
        }

        tiedOn = on;
        facial = everyDays is { } days ? HomeFacial.LadderOf(days, usual.Rungs[0].EveryDays ?? 0) : null;
        Reshape(tender);
        if (Started && Rung > 0)
        {
            Enter(0, on);
        }

        Rung = Active ? 0 : Ladder.StartRung;
    }

    public void Stop(Because because, DateOnly on)
    {
        Stopped = because;
        StoppedOn = on;
    }

    /// <summary>The practitioner put it in the morning; only a leave-on acid may be.</summary>
    public bool MorningChosen => shape?.Morning == true && BoosterFor is null && Product.MayGoInTheMorning();

    /// <summary>The next step waits by the practitioner's word; the latest counts.</summary>
    public WaitBeforeStep? Waits { get; private set; }

    public void WaitBefore(WaitBeforeStep wait) => Waits = wait;

    public void KeepLevel() => Level = true;

    public void ReopenLevel() => Level = false;

    /// <summary>Begins a rung: evidence counts anew.</summary>
    /// <param name="because">Why it went down, or null on the way up.</param>
    public void Enter(int rung, DateOnly day, Because? because = null)
    {
        Rung = rung;
        Lowered = because;
        Since = day;
        Evidence.CountFrom(day);
    }

    /// <summary>Takes its first rung, what was lost before it taken off.</summary>
    public void EnterFirst(DateOnly day)
    {
        Enter(FirstRung, day);
        DropDue = false;
        IdleDays = 0;
    }

    /// <summary>The first use was never made, so the ladder has not begun.</summary>
    public void Unbegin(bool dropDue)
    {
        Since = null;
        Evidence.Forget();
        DropDue = dropDue;
    }

    public void Dawn() => AtDawn = Frequency;

    public void OweARung() => DropDue = true;

    /// <summary>Loses the rung that a suspension cost, once.</summary>
    public void PayTheRung(DateOnly day, Because because)
    {
        DropDue = false;
        Enter(Math.Max(0, Rung - 1), day, because);
    }

    public void LoseBeforeStart() => LostBeforeStart++;

    /// <summary>Goes down to a rung by choice; where it has not begun, it begins no higher.</summary>
    public void LowerTo(int rung, DateOnly day, Because because)
    {
        if (Started && Rung > rung)
        {
            Enter(rung, day, because);
        }
        else if (!Started && FirstRung > rung)
        {
            LostBeforeStart += FirstRung - rung;
        }
    }

    public void Idle() => IdleDays++;

    public void Used() => IdleDays = 0;

    /// <summary>Used before it was started.</summary>
    public void UsedEarly() => UsedBeforeStart = true;

    private void Reshape(bool tender) =>
        Ladder =
            BoosterFor is not null ? Ladder.Booster
            : facial is not null ? facial
            : shape is null ? usual
            : usual.Shaped(shape.Start, shape.Top, shape.HoldDays, tender);
}
