using OatPath.Core.Case;
using OatPath.Core.House;
using OatPath.Core.Ramp;
using OatPath.Core.Shelf;

namespace OatPath.Core.Planner.Climb;

/// <summary>One product's walk along its ladder. Belongs to a single planning run and never leaves it.</summary>
internal sealed class Track(Product product, Ladder usual, int index)
{
    private readonly List<DateOnly> placed = [];
    private Because? resting;
    private (Rung, bool) restingAt;
    private List<Because>? held;
    private (Rung, bool, DateOnly?, Because?) heldAt;

    public Product Product { get; } = product;
    /// <summary>The ladder in force: the usual one, as shaped for this client.</summary>
    public Ladder Ladder { get; set; } = usual;
    public Ladder Usual { get; } = usual;
    public int Index { get; } = index;
    public bool Active { get; } = product.IsRaised();
    public bool Acid { get; } = product.IsAcid();
    public bool Exfoliates { get; } = product.Exfoliates();
    public IReadOnlyList<ExfoliantRole> Roles { get; } = ExfoliantRoles.Of(product);
    public bool LightSensitising { get; } = product.LightSensitising() != Skin.Degree.No;
    public Skin.Degree Irritancy { get; } = product.Irritancy();
    public bool Prescription { get; } = product.Actives.Any(active => active.Substance == Skin.Substance.PrescriptionRetinoid);
    public bool NeedsEssentials { get; } = product.NeedsEssentials();

    /// <summary>Pieces left today of what is used once and thrown away; null for everything else.</summary>
    public int? PiecesLeft { get; set; }

    /// <summary>What the rung was before the day's reports: a use is measured by the plan it was made under.</summary>
    public Frequency AtDawn { get; set; }

    /// <summary>Why "already in use" is doubted, or null.</summary>
    public Because? Doubt { get; set; }

    /// <summary>A patch test put on before this day is not of this start.</summary>
    public DateOnly? PatchFrom { get; set; }
    public bool AcidCleanser { get; } = product.IsAcidCleanser();
    public bool Electrical { get; } = product.IsElectrical();

    /// <summary>Families whose irritation this skin may or may not be established in.</summary>
    public IReadOnlyList<Skin.Family> Irritants { get; } = [.. product.Families().Where(family => Skin.FamilyTraits.Of(family).Irritant != Skin.Degree.No)];

    private readonly double[] loads = [.. usual.Rungs.Select(rung => LoadIndex.Of(product, rung))];

    /// <summary>How strong a kit it is, or null for what is no kit.</summary>
    public KitStrength? Kit { get; } = KitClass.Of(product)?.Strength;

    /// <summary>A kit's next evening, why it is not sooner, and the days from one evening to the next.</summary>
    public DateOnly? NextOn { get; set; }
    public Because? NotSooner { get; set; }
    public int EveryDays { get; set; }

    /// <summary>When no evening was to be found for long, the day on which it is looked for again.</summary>
    public DateOnly? LookAgainOn { get; set; }

    /// <summary>The latest day of use of which was told on a later day how the skin took it.</summary>
    public DateOnly? ToldOn { get; set; }

    /// <summary>A use of a kit that stayed on longer than its rung allowed, seconds.</summary>
    public (DateOnly Day, int Seconds, int Limit)? Overrun { get; set; }

    /// <summary>Load index of a use at the rung held.</summary>
    public double Load => LoadAt(Started ? Rung : FirstRung);
    public bool NeedsPatch { get; } = product.NeedsPatchTest();

    public StartActive? Start { get; set; }

    /// <summary>Other strengths of the same acid on the shelf.</summary>
    public List<Track> Stronger { get; } = [];
    public List<Track> Milder { get; } = [];

    /// <summary>How this client's ladder differs from the usual one.</summary>
    public ShapeLadder? Shape { get; set; }

    /// <summary>The serum whose place this one takes for an evening, or null.</summary>
    public string? BoosterFor => Start?.BoosterFor;
    public int Rung { get; set; }
    public DateOnly? Since { get; set; }
    public DateOnly? PatchOn { get; set; }
    public bool PatchDone { get; set; }
    public DateOnly? ReadyFrom { get; set; }
    public DateOnly? OffUntil { get; set; }
    public Because? Off { get; set; }
    public DateOnly? EasedOn { get; set; }

    /// <summary>The day on which the reaction was told of.</summary>
    public DateOnly? EasedTold { get; set; }
    public string? EasedBy { get; set; }
    public Because? Stopped { get; set; }
    public DateOnly StoppedOn { get; set; }
    public DateOnly? LastDownFor { get; set; }
    public bool Level { get; set; }
    public bool DropDue { get; set; }
    public int IdleDays { get; set; }

    /// <summary>Why the rung held is lower than the one before, or null.</summary>
    public Because? Lowered { get; private set; }

    public DateOnly? HoldFrom { get; set; }
    public DateOnly? CalmFrom { get; set; }
    public int Uses { get; set; }
    public int Planned { get; set; }
    public int WorstSting { get; set; }

    /// <summary>Days of use in order, and how the skin took those that were told of.</summary>
    public List<DateOnly> UsedOn { get; } = [];
    public Dictionary<DateOnly, Felt> FeltOn { get; } = [];

    /// <summary>A booster's worst sting told of each use, and the use after which its units last rose.</summary>
    public Dictionary<DateOnly, int> StingOn { get; } = [];
    public DateOnly? RaisedFor { get; set; }

    /// <summary>Rungs lost to strong reactions before the ladder had begun, from uses nobody planned.</summary>
    public int LostBeforeStart { get; set; }

    public bool UsedBeforeStart { get; set; }

    /// <summary>Load index of a use at a rung.</summary>
    public double LoadAt(int rung) => loads[Math.Min(rung, loads.Length - 1)];

    public int FirstRung => Math.Max(0, Ladder.StartRung - LostBeforeStart - (DropDue ? 1 : 0));
    public bool Started => Since is not null;
    public Rung Held => Ladder.Rungs[Math.Min(Started ? Rung : FirstRung, Ladder.Top)];
    public Frequency Frequency => Held.Frequency;
    public DateOnly? LastPlaced => placed.Count == 0 ? null : placed[^1];

    public DateOnly? LastPlacedBefore(DateOnly day)
    {
        for (var i = placed.Count - 1; i >= 0; i--)
        {
            if (placed[i] < day)
            {
                return placed[i];
            }
        }

        return null;
    }

    /// <summary>The first day it was used, or the first it is planned on from today.</summary>
    public DateOnly? InUseSince(DateOnly today) => UsedOn.Count > 0 ? UsedOn[0] : placed.Exists(day => day >= today) ? placed.Find(day => day >= today) : null;

    /// <summary>Placed uses from a day on, that day included.</summary>
    public int PlacedFrom(DateOnly day)
    {
        var count = 0;
        for (var i = placed.Count - 1; i >= 0 && placed[i] >= day; i--)
        {
            count++;
        }

        return count;
    }

    public int PlacedIn7(DateOnly day)
    {
        var count = 0;
        for (var i = placed.Count - 1; i >= 0 && placed[i] > day.AddDays(-7); i--)
        {
            count += placed[i] <= day ? 1 : 0;
        }

        return count;
    }

    public bool PlacedOn(DateOnly day)
    {
        for (var i = placed.Count - 1; i >= 0 && placed[i] >= day; i--)
        {
            if (placed[i] == day)
            {
                return true;
            }
        }

        return false;
    }

    public void Place(DateOnly day)
    {
        if (!PlacedOn(day))
        {
            placed.Add(day);
        }
    }

    public void Unbegin()
    {
        Since = null;
        HoldFrom = null;
        CalmFrom = null;
    }

    /// <summary>Why the track rests between two uses; the same sentence for as long as it keeps its rung.</summary>
    public Because RestOf(bool morning)
    {
        if (resting is null || restingAt != (Held, morning))
        {
            restingAt = (Held, morning);
            resting = Because.Of(RuleBook.RungFrequency, ("product", Product.Name), ("frequency", Held.InWords(morning)), ("most", Frequency.MaxPer7Days()));
        }

        return resting;
    }

    /// <summary>The rung held and why, for as long as it is held.</summary>
    public List<Because> RungOf(bool morning, DateOnly day)
    {
        if (held is null || heldAt != (Held, morning, Since, Lowered))
        {
            heldAt = (Held, morning, Since, Lowered);
            held = [Because.Of(RuleBook.Rung, ("product", Product.Name), ("frequency", Held.InWords(morning)), ("since", Since ?? day))];
            if (Lowered is not null)
            {
                held.Add(Lowered);
            }
        }

        return held;
    }

    /// <summary>Begins a rung: evidence counts anew.</summary>
    /// <param name="because">Why it went down, or null on the way up.</param>
    public void EnterRung(int rung, DateOnly day, Because? because = null)
    {
        Rung = rung;
        Lowered = because;
        Since = day;
        CalmFrom = day;
        HoldFrom = null;
        RestartHold(day);
    }

    /// <summary>Counts the hold and its evidence anew from a day, or from the later one it already waits for.</summary>
    public void RestartHold(DateOnly day)
    {
        HoldFrom = HoldFrom > day ? HoldFrom : day;
        Uses = 0;
        Planned = 0;
        WorstSting = 0;
    }
}
