using OatPath.Core.House;
using OatPath.Core.Peel;
using OatPath.Core.Routine;
using OatPath.Core.Shelf;
using OatPath.Core.Skin;

namespace OatPath.Core.Audit;

/// <summary>
/// Devices and needles: who may use them, how often, with what, and what rests around needles. Its numbers stand here by themselves.
/// </summary>
internal sealed class DeviceAudit(AuditRun run)
{
    private static readonly FlagKind[] AgainstNeedles =
    [
        FlagKind.KeloidTendency,
        FlagKind.ColdSoreActive,
        FlagKind.ColdSoreHistory,
        FlagKind.PhotosensitisingMedicine,
        FlagKind.BloodThinning,
        FlagKind.Diabetes,
        FlagKind.ImmuneSuppression,
        FlagKind.Pregnancy,
        FlagKind.SkinFlare,
    ];

    private readonly AuditFacts facts = run.Facts;
    private readonly DeviceSupplyAudit supplies = new(run);

    private IEnumerable<Product> Needles =>
        facts.Products.Values.Where(product => product.Kind is ProductKind.NeedleRoller or ProductKind.NanoTip);

    public void MayBeUsed(Product product, Step step, DateOnly date, Moment moment)
    {
        foreach (var (rule, detail) in Against(product, date))
        {
            run.Report(rule, date, moment, product, detail);
        }

        if (product.Kind is ProductKind.NeedleRoller or ProductKind.NanoTip)
        {
            NeedlesRest(product, date, moment);
        }

        AnswersAllow(product, date, moment);
        if (
            IsCurrentOrDevice(product)
            && facts.Intake.Flags.Any(flag =>
                flag.Kind is FlagKind.OpenSkin or FlagKind.EczemaProneZone
                && flag.Covers(date)
                && flag.Zones.Any(zone => !step.LeaveOut.Contains(zone))
            )
        )
        {
            run.Report(RuleBook.ZoneLeftOut, date, moment, product, "goes over a zone that is left out");
        }

        if (
            product.Kind == ProductKind.FacialSteamer
            && step.LeaveOut.Any(zone => zone is not (FaceZone.EyeArea or FaceZone.LeftEye or FaceZone.RightEye))
        )
        {
            run.Report(RuleBook.SteamWhole, date, moment, product, "reaches a zone that is left out");
        }

        Sheet(product, step, date, moment);
        if (Most(product) is { } most && run.UseDays(product.Id, date.AddDays(-6), date).Count > most)
        {
            run.Report(RuleBook.RungFrequency, date, moment, product, $"is used more than {most} times in 7 days");
        }

        if (
            product.Kind == ProductKind.GalvanicDevice
            && step.Side is null
            && run.UseDays(product.Id, date.AddYears(-2), date.AddDays(-1)).Count == 0
        )
        {
            run.Report(RuleBook.HalfFace, date, moment, product, "begins on the whole face");
        }

        if (
            product.Kind is ProductKind.NanoTip or ProductKind.NeedleRoller or ProductKind.GalvanicDevice or ProductKind.MicrocurrentDevice
            && supplies.UsedUp(product, date)
        )
        {
            run.Report(RuleBook.Empty, date, moment, product, "is planned with nothing left of what goes with it");
        }
    }

    /// <summary>
    /// Answers at the sink that no answer at Meet stands for: current and light until somebody clears them, needles as kits.
    /// </summary>
    private void AnswersAllow(Product product, DateOnly date, Moment moment)
    {
        var needles = product.Kind is ProductKind.NeedleRoller or ProductKind.NanoTip;
        var light = product.Kind == ProductKind.LightMask || (product.Kind == ProductKind.OtherDevice && product.Sheet?.Light != false);
        var current =
            product.Kind
                is ProductKind.GalvanicDevice
                    or ProductKind.MicrocurrentDevice
                    or ProductKind.IonCleanser
                    or ProductKind.RadioFrequencyDevice
                    or ProductKind.MuscleTool
            || (product.Kind == ProductKind.OtherDevice && product.Sheet?.Current != false);
        foreach (var answers in facts.Answers.Where(answers => answers.Day <= date))
        {
            var waits =
                needles
                && date <= answers.Day.AddDays(7)
                && answers.Yes.Any(question => question is DayQuestion.UsedElse or DayQuestion.Stings or DayQuestion.Changed);
            var open =
                ((light || current) && answers.Yes.Contains(DayQuestion.Current))
                || ((light || needles) && answers.Yes.Contains(DayQuestion.Light))
                || (needles && answers.Yes.Contains(DayQuestion.NewMedicine));
            if (waits || open)
            {
                run.Report(RuleBook.PeelScreened, date, moment, product, $"is planned against the answers of {answers.Day:yyyy-MM-dd}");
            }
        }
    }

    /// <summary>A plain serum stands before needles in the same half day, and a serum made for them nowhere else.</summary>
    public void NeedlesGlide(IReadOnlyList<Step> steps, DateOnly date, Moment moment)
    {
        var used = steps
            .Where(step => step.Action == StepAction.Apply && step.Product is not null && facts.Products.ContainsKey(step.Product))
            .Select(step => facts.Products[step.Product!])
            .ToList();
        var needles = used.FindIndex(product => product.Kind is ProductKind.NanoTip or ProductKind.NeedleRoller);
        foreach (var serum in used.Where(product => product.Kind == ProductKind.HydratingSerum && product.MadeFor is not null))
        {
            if (needles < 0 || used.IndexOf(serum) > needles)
            {
                run.Report(RuleBook.NeedleGlide, date, moment, serum, "is for needles, and none follow it");
            }
        }

        if (needles >= 0 && !facts.WasUsed(used[needles].Id, date) && !used.Take(needles).Any(IsPlainSerum))
        {
            run.Report(RuleBook.NeedleSerum, date, moment, used[needles], "has no plain serum under it");
        }
    }

    internal static bool IsPlainSerum(Product product) =>
        product.Kind == ProductKind.HydratingSerum
        && product.MadeFor is ProductKind.NanoTip or ProductKind.NeedleRoller
        && product.Actives.All(active => SubstanceTraits.Of(active.Substance).Family == Family.Supportive)
        && !product.Contains.Contains(Allergen.Fragrance)
        && !product.AlcoholNearTop
        && !product.HeavyOil;

    /// <summary>What rests before and after needles, also of the everyday shelf.</summary>
    public void RestsAroundNeedles(Product product, DateOnly date, Moment moment)
    {
        foreach (var roller in Needles.Where(roller => roller.Id != product.Id))
        {
            var fine = IsFine(roller);
            var shaved = product.Kind is ProductKind.Razor or ProductKind.UltrasonicBlade && roller.Kind == ProductKind.NanoTip;
            var (before, after) =
                shaved ? (2, 2)
                : product.Irritancy() != Degree.No || product.Kind == ProductKind.WashOffPeel || product.Has(Family.VitaminCDerivative)
                    ? fine ? (1, 2)
                        : (3, 3)
                : product.Spf is not null ? (-1, -1)
                : IsCurrentOrDevice(product) || product.Kind == ProductKind.ClayMask ? (0, 0)
                : !fine && (product.Kind is ProductKind.OcclusiveBalm or ProductKind.FaceOil || product.HeavyOil) ? (0, 2)
                : product.Contains.Contains(Allergen.Fragrance) || product.AlcoholNearTop || product.HeavyOil ? (0, 1)
                : (-1, -1);
            var together =
                shaved
                && product.Kind == ProductKind.Razor
                && facts.Rules.NanoAfterRazor
                && facts.Established(product, date)
                && facts.Established(roller, date);
            if (before >= 0 && run.UseDays(roller.Id, date.AddDays(-after), date.AddDays(before)).Any(day => !together || day != date))
            {
                run.Report(RuleBook.NeedleRest, date, moment, product, $"is used too near needles ({roller.Id})");
            }
        }
    }

    /// <summary>Everything that speaks against a device or needles on a day, by rule, whatever else is planned.</summary>
    public IEnumerable<(string Rule, string Detail)> Against(Product product, DateOnly date)
    {
        var sheet = product.Sheet;
        var goes =
            product.Kind is ProductKind.LightMask or ProductKind.RadioFrequencyDevice or ProductKind.MuscleTool or ProductKind.OtherDevice;
        if (
            goes && (sheet?.RestDays is null || (product.Kind == ProductKind.LightMask ? sheet.MostSeconds is null : sheet.Ways.Count == 0))
        )
        {
            yield return (RuleBook.DeviceSheet, "goes by a sheet that nobody has entered");
        }

        if (sheet is not null && sheet.NotWith.Any(flag => facts.Intake.Flags.Any(told => told.Kind == flag && told.Covers(date))))
        {
            yield return (RuleBook.SheetForbids, "is forbidden by its sheet");
        }

        foreach (var found in product.Kind is ProductKind.NeedleRoller or ProductKind.NanoTip ? AgainstNeedle(product, date) : [])
        {
            yield return found;
        }
    }

    private IEnumerable<(string, string)> AgainstNeedle(Product product, DateOnly date)
    {
        if (facts.Intake.BirthDate is not { } born || born.AddYears(18) > date)
        {
            yield return (RuleBook.NeedleAge, "is for grown-ups only");
        }

        if (
            facts.Intake.Flags.Any(flag =>
                flag.Covers(date)
                && (AgainstNeedles.Contains(flag.Kind) || (flag.Kind == FlagKind.ActiveBreakouts && flag.Zones.Count == 0))
            )
        )
        {
            yield return (RuleBook.NeedleFlag, "meets an answer that keeps needles away");
        }

        if (
            !facts.WasUsed(product.Id, date)
            && !facts.OnShelf.Any(serum =>
                IsPlainSerum(serum) && serum.UsableOn(date) && !serum.Allergens().Any(facts.Intake.Allergies.Contains)
            )
        )
        {
            yield return (RuleBook.NeedleSerum, "has no plain serum to glide on");
        }

        if (product.Kind != ProductKind.NeedleRoller)
        {
            yield break;
        }

        if (product.NeedleMm is null)
        {
            yield return (RuleBook.UnknownStrength, "has needles of unknown length");
        }

        if (product.NeedleMm > 0.5m)
        {
            yield return (RuleBook.NeedleLength, $"has needles of {product.NeedleMm} mm");
        }

        if (product.NeedleMm is > 0.3m and <= 0.5m && !facts.Rules.LongNeedlesSignedOff)
        {
            yield return (RuleBook.NeedleSchool, "is longer than this house allows at home");
        }

        if (facts.StartOf(product.Id, date) is not { Reason.Length: > 0 })
        {
            yield return (RuleBook.NeedleSignOff, "was not signed off with a reason");
        }
    }

    private void NeedlesRest(Product roller, DateOnly date, Moment moment)
    {
        var rest = IsFine(roller) ? 7 : 21;
        if (run.UseDays(roller.Id, date.AddDays(1 - rest), date.AddDays(-1)).Count > 0)
        {
            run.Report(RuleBook.DeviceInterval, date, moment, roller, $"is used again within {rest} days");
        }

        var sun = IsFine(roller) ? 2 : 7;
        if (facts.Suns.Exists(one => one.Ahead && !one.Burn && date <= one.Until && date.AddDays(sun) >= one.From))
        {
            run.Report(RuleBook.NeedleSun, date, moment, roller, "is too near strong sun");
        }
    }

    private static bool IsFine(Product needles) => needles.Kind == ProductKind.NanoTip || needles.NeedleMm <= 0.3m;

    private void Sheet(Product product, Step step, DateOnly date, Moment moment)
    {
        if (product.Sheet is not { } sheet)
        {
            return;
        }

        if (sheet.NotOn.Any(zone => !step.LeaveOut.Contains(zone)))
        {
            run.Report(RuleBook.ZoneLeftOut, date, moment, product, "goes where its sheet forbids it");
        }

        if (sheet.RestDays is { } rest && run.UseDays(product.Id, date.AddDays(1 - rest), date.AddDays(-1)).Count > 0)
        {
            run.Report(RuleBook.DeviceInterval, date, moment, product, $"is used again within {rest} days, which its sheet asks for");
        }
    }

    private static int? Most(Product product) =>
        product.Kind switch
        {
            ProductKind.GalvanicDevice
            or ProductKind.MicrocurrentDevice
            or ProductKind.LightMask
            or ProductKind.RadioFrequencyDevice
            or ProductKind.MuscleTool
            or ProductKind.OtherDevice => 3,
            ProductKind.IonCleanser
            or ProductKind.FacialSteamer
            or ProductKind.UltrasonicBlade
            or ProductKind.NanoTip
            or ProductKind.NeedleRoller
            or ProductKind.Razor => 1,
            _ => null,
        };

    private static bool IsCurrentOrDevice(Product product) =>
        product.Kind
            is ProductKind.GalvanicDevice
                or ProductKind.MicrocurrentDevice
                or ProductKind.IonCleanser
                or ProductKind.RadioFrequencyDevice
                or ProductKind.MuscleTool
                or ProductKind.WarmColdPlate
                or ProductKind.FacialSteamer
                or ProductKind.LightMask
                or ProductKind.UltrasonicBlade
                or ProductKind.CleansingBrush
                or ProductKind.NanoTip
                or ProductKind.OtherDevice;
}
