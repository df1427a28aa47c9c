using OatPath.Core.House;
using OatPath.Core.Shelf;
using OatPath.Core.Skin;

namespace OatPath.Core.Ramp;

/// <summary>The rungs an active is raised by, one at a time.</summary>
/// <param name="Id">Names the ladder in data and in docs/method.md.</param>
/// <param name="Rungs">Mildest first.</param>
/// <param name="StartRung">Index of the rung a start or a restart takes.</param>
/// <param name="HoldDays">Days at a rung before the next may be asked; 0 where there is nothing to climb, or where each use is weighed by
/// itself.</param>
public sealed record Ladder(string Id, string Title, IReadOnlyList<Rung> Rungs, int StartRung, int HoldDays)
{
    public Frequency this[int rung] => Rungs[rung].Frequency;

    public int Top => Rungs.Count - 1;

    /// <summary>Each use is weighed by itself: the contact ladder of a kit.</summary>
    public bool PerUse => Rungs[0].ContactSeconds is not null;

    /// <summary>Whether its actives have a place in the morning as well.</summary>
    public bool InTheMorning { get; init; }

    /// <summary>Whether a next rung is ever asked for.</summary>
    public bool Climbs => Top > 0 && (HoldDays > 0 || PerUse);

    /// <summary>The ladder a product climbs for this client, or null when it is not planned by a ladder.</summary>
    /// <remarks>
    /// Source: trade convention, start and hold by house rules; sensitive and reactive skin starts at the entry rung and holds longer.
    /// </remarks>
    public static Ladder? For(Product product, Intake intake, HouseRules rules)
    {
        var gentle = intake.Sensitivity >= Sensitivity.Sensitive;
        var acidStart = gentle ? 0 : rules.AcidStartEvenings - 1;
        int Hold(int days) => gentle ? Math.Max(days, rules.SensitiveHoldDays) : days;

        return product.Kind switch
        {
            ProductKind.WashOffPeel => Kit(product, intake, rules),
            ProductKind.CleansingBrush => new(
                "brush",
                "cleansing brush",
                Brush(gentle ? Frequency.OnceAWeek : Frequency.TwiceAWeek, gentle ? 1 : 3),
                0,
                rules.BrushHoldDays
            ),
            ProductKind.NeedleRoller or ProductKind.NanoTip => new(
                "needles",
                "needles at home",
                [
                    new(
                        Frequency.OnceAWeek,
                        EveryDays: Apart(Frequency.OnceAWeek, Math.Max(NeedleTimes.Of(product).IntervalDays, product.Sheet?.RestDays ?? 0))
                    ),
                ],
                0,
                0
            ),
            ProductKind.ScrubMask or ProductKind.Razor or ProductKind.UltrasonicBlade => Extra(Frequency.OnceAWeek),
            ProductKind.Scrub or ProductKind.Mitt => Extra(
                intake.SkinType == SkinType.Oily ? Frequency.TwiceAWeek : Frequency.OnceAWeek,
                Hold(rules.AcidHoldDays)
            ),
            ProductKind.ClayMask or ProductKind.SoothingMask or ProductKind.HydratingMask => Extra(Frequency.ThreeAWeek),
            ProductKind.Enzyme => Extra(Frequency.TwiceAWeek, Hold(rules.AcidHoldDays)),
            _ when product.IsDevice() => Device(product, rules),
            _ when product.IsAcidCleanser() => new(
                "exfoliating-cleanser",
                "exfoliating cleanser",
                IsTenderToWashes(intake) ? Evenings(Frequency.OnceAWeek, Frequency.TwiceAWeek) : AllRungs,
                IsTenderToWashes(intake) ? 0 : 1,
                Hold(rules.AcidHoldDays)
            ),
            _ when !product.IsActive() => null,
            ProductKind.PeelPad => new(
                "peel-pad",
                "peel pad",
                Evenings(Frequency.OnceAWeek, Frequency.TwiceAWeek, Frequency.ThreeAWeek),
                0,
                Hold(rules.AcidHoldDays)
            ),
            _ when product.Actives.Any(active => active.Substance == Substance.PrescriptionRetinoid) => new(
                "prescription-retinoid",
                "prescription retinoid",
                AllRungs,
                0,
                0
            ),
            _ when product.Has(Family.Retinoid) => new("retinoid", "retinoid", AllRungs, 0, Hold(rules.RetinoidHoldDays)),
            _ when product.IsAcid() => new(
                "leave-on-acid",
                "leave-on acid",
                Twice(AllRungs, !gentle && product.MayGoTwiceADay()),
                acidStart,
                Hold(rules.AcidHoldDays)
            ),
            _ when product.Has(Family.BenzoylPeroxide) => new(
                "benzoyl-peroxide",
                "benzoyl peroxide",
                AllRungs,
                acidStart,
                Hold(rules.AcidHoldDays)
            ),
            _ when product.Has(Family.Azelaic) => new(
                "azelaic",
                "azelaic acid",
                Twice(
                    Evenings(Frequency.OnceAWeek, Frequency.ThreeAWeek, Frequency.EveryOther, Frequency.EveryDay),
                    !gentle && product.MayGoTwiceADay()
                ),
                gentle ? 0 : 1,
                Hold(rules.AcidHoldDays)
            ),
            _ => new(
                "daily-active",
                "daily active",
                Twice(Evenings(Frequency.EveryOther, Frequency.EveryDay), product.MayGoTwiceADay()),
                gentle ? 0 : 1,
                Hold(rules.AcidHoldDays)
            )
            {
                InTheMorning = true,
            },
        };
    }

    /// <summary>
    /// The ladder as shaped for one client. A hold is only ever longer; a start above the usual one is for skin that is not sensitive,
    /// never above three evenings a week, and never with a kit.
    /// </summary>
    /// <param name="start">Index of the rung a start takes, or null for the usual one.</param>
    /// <param name="top">Index of the last rung, or null for the whole ladder.</param>
    /// <param name="holdDays">Days at a rung, or null for the usual ones.</param>
    public Ladder Shaped(int? start, int? top, int? holdDays, bool sensitive)
    {
        var last = Math.Clamp(top ?? Top, 0, Top);
        var highest =
            sensitive || PerUse ? StartRung : Math.Max(StartRung, Rungs.Count(rung => rung.Frequency <= Frequency.ThreeAWeek) - 1);
        return this with
        {
            Rungs = last == Top ? Rungs : [.. Rungs.Take(last + 1)],
            StartRung = Math.Clamp(start ?? StartRung, 0, Math.Min(highest, last)),
            HoldDays = HoldDays == 0 ? 0 : Math.Max(HoldDays, holdDays ?? 0),
        };
    }

    /// <summary>
    /// One evening a week in place of the usual serum: 4 units the first time, one more up to 5 after a use that stung under 2, one less
    /// after a strong reaction, never under 2.
    /// </summary>
    /// <remarks>Source: trade convention; that a use nobody told of raises nothing: house default.</remarks>
    public static Ladder Booster { get; } =
        new("booster", "booster evening", [.. Enumerable.Range(2, 4).Select(units => new Rung(Frequency.OnceAWeek, Units: units))], 2, 0);

    /// <summary>
    /// Contact with a wash-off kit. Skin that marks easily does without the last rung; two layers are for houses that sign strong kits off.
    /// </summary>
    /// <remarks>
    /// Source: trade convention; shorter contact on skin that marks easily: trade convention, by one rung: house default. Two layers within
    /// the same ten minutes: house default.
    /// </remarks>
    private static Ladder Kit(Product product, Intake intake, HouseRules rules)
    {
        var weak = KitClass.Of(product) is { Strength: KitStrength.Weak };
        var rungs = (weak ? WeakContact : StrongContact).Select(seconds => new Rung(Frequency.OnceAWeek, ContactSeconds: seconds)).ToList();
        if (intake.EverMarksEasily)
        {
            rungs.RemoveAt(rungs.Count - 1);
        }
        else if (weak && rules.HomePeels == HomePeels.StrongSignedOff)
        {
            rungs.Add(new(Frequency.OnceAWeek, ContactSeconds: WeakContact[^1], Layers: 2));
        }

        return weak ? new("weak-kit", "weak wash-off kit", rungs, 0, 0) : new("strong-kit", "strong wash-off kit", rungs, 0, 0);
    }

    private static readonly int[] WeakContact = [300, 480, 600];
    private static readonly int[] StrongContact = [30, 60, 90, 120, 150, 180];

    /// <summary>Once a week, and where it is agreed more often, up to the most of its kind.</summary>
    /// <remarks>
    /// Source: trade convention, mask 1 to 3, scrub and mitt 1, 2 on oily skin, enzyme 1 to 2 a week; the second evening of what irritates
    /// is asked for like that of an acid: house default.
    /// </remarks>
    private static Ladder Extra(Frequency most, int holdDays = 0) =>
        new(
            "weekly-extra",
            "weekly extra",
            [.. AllRungs.Where(rung => rung.Frequency <= most)],
            0,
            most == Frequency.OnceAWeek ? 0 : holdDays
        );

    /// <summary>How often a device is used: nothing to climb, only what is agreed, and never more often than the last rung.</summary>
    /// <remarks>
    /// Source: trade convention, galvanic 2 a week and at most 3, never daily; microcurrent 3; ion cleansing 1; plate daily possible. House
    /// default: plate 3, steam 1, and what goes by its sheet at most 3 a week.
    /// The days of rest of a device's own sheet come on top.
    /// </remarks>
    private static Ladder Device(Product product, HouseRules rules)
    {
        var (most, usual) = product.Kind switch
        {
            ProductKind.WarmColdPlate => (Frequency.EveryDay, Frequency.ThreeAWeek),
            ProductKind.MicrocurrentDevice => (Frequency.ThreeAWeek, Frequency.ThreeAWeek),
            ProductKind.GalvanicDevice => (Frequency.ThreeAWeek, AllRungs[rules.GalvanicAWeek - 1].Frequency),
            _ when product.GoesByItsSheet() => (
                Frequency.ThreeAWeek,
                product.Sheet?.RestDays switch
                {
                    <= 2 => Frequency.ThreeAWeek,
                    <= 4 => Frequency.TwiceAWeek,
                    _ => Frequency.OnceAWeek,
                }
            ),
            _ => (Frequency.OnceAWeek, Frequency.OnceAWeek),
        };
        return new(
            "device",
            "device",
            [
                .. AllRungs
                    .Where(rung => rung.Frequency <= most)
                    .Select(rung => rung with { EveryDays = Apart(rung.Frequency, product.Sheet?.RestDays ?? 0) }),
            ],
            Array.FindIndex(AllRungs, rung => rung.Frequency == usual),
            0
        );
    }

    /// <summary>Whether an acid wash stays at 2 a week however well it is borne.</summary>
    /// <remarks>Source: trade convention, daily on established skin, 2 a week on dry or sensitive skin.</remarks>
    public static bool IsTenderToWashes(Intake intake) => intake.Sensitivity >= Sensitivity.Sensitive || intake.SkinType == SkinType.Dry;

    /// <summary>The days of rest where they are more than the frequency asks for; null where it says it all.</summary>
    private static int? Apart(Frequency frequency, int days) => days > frequency.MinGapDays() ? days : null;

    private static Rung[] Evenings(params Frequency[] frequencies) => [.. frequencies.Select(frequency => new Rung(frequency))];

    /// <summary>A last rung, morning and evening, above every evening.</summary>
    /// <remarks>Source: trade convention; not for an acid on sensitive skin: house default.</remarks>
    private static Rung[] Twice(Rung[] rungs, bool allowed) => allowed ? [.. rungs, new(Frequency.TwiceADay)] : rungs;

    private static Rung[] Brush(Frequency frequency, int levels) =>
        [.. Enumerable.Range(1, levels).Select(level => new Rung(frequency, Level: level))];

    private static readonly Rung[] AllRungs = Evenings(
        Frequency.OnceAWeek,
        Frequency.TwiceAWeek,
        Frequency.ThreeAWeek,
        Frequency.EveryOther,
        Frequency.EveryDay
    );
}
