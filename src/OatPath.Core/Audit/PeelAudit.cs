using OatPath.Core.Care;
using OatPath.Core.Case;
using OatPath.Core.House;
using OatPath.Core.Peel;
using OatPath.Core.Plan;
using OatPath.Core.Routine;
using OatPath.Core.Shelf;
using OatPath.Core.Skin;

namespace OatPath.Core.Audit;

/// <summary>The auditor's look at peels at home: the evening itself, and everything that keeps its distance from one.</summary>
internal sealed class PeelAudit(AuditRun run)
{
    private readonly AuditFacts facts = run.Facts;
    private readonly CarePath path = run.Path;

    public void Look()
    {
        var kits = facts.Products.Values.Where(product => product.Kind == ProductKind.WashOffPeel).ToList();
        var peels = kits.SelectMany(kit => DaysOf(kit.Id).Where(day => !WasLeftOut(kit.Id, day)).Select(day => (Kit: kit, On: day)))
            .Concat(
                facts.Told.Where(told => told.Product.Kind == ProductKind.WashOffPeel).Select(told => (Kit: told.Product, On: told.Day))
            )
            .OrderBy(peel => peel.On)
            .ToList();
        foreach (var (kit, on) in peels.Where(peel => peel.On >= facts.Today && run.IsPlanned(peel.Kit.Id, peel.On)))
        {
            PeelMayBe(kit, on);
            KeepsItsInterval(kit, on, peels);
            IsClearOfSunAndDates(kit, on);
            IsForThisClient(kit, on);
            NothingAnsweredAgainstIt(kit, on);
        }

        foreach (var (kit, on) in peels)
        {
            OthersKeepOff(kit, on);
        }
    }

    /// <summary>Planned, but somebody said that it was not done: no peel for whatever comes after.</summary>
    private bool WasLeftOut(string kit, DateOnly day) =>
        !facts.WasUsed(kit, day)
        && facts
            .Entries<Skipped>()
            .Any(skip => skip.Day == day && skip.Moment == Moment.Evening && (skip.Product is null || skip.Product == kit));

    private void Report(string rule, DateOnly day, Product product, string detail) =>
        run.Report(rule, day, Moment.Evening, product, detail);

    private void NothingAnsweredAgainstIt(Product kit, DateOnly on)
    {
        foreach (var answers in facts.Answers.Where(answers => answers.Day <= on))
        {
            var waits =
                answers.Yes.Any(question => question is DayQuestion.UsedElse or DayQuestion.Stings or DayQuestion.Changed)
                && on <= answers.Day.AddDays(7);
            if (waits || answers.Yes.Contains(DayQuestion.NewMedicine) || answers.Yes.Contains(DayQuestion.Light))
            {
                Report(RuleBook.PeelScreened, on, kit, $"is planned against the answers of {answers.Day:yyyy-MM-dd}");
            }
        }
    }

    private void PeelMayBe(Product kit, DateOnly on)
    {
        var weak = AuditFacts.IsWeakKit(kit);
        var start = facts.StartOf(kit.Id, on);
        if (
            facts.Rules.HomePeels == HomePeels.SalonOnly
            || (!weak && (facts.Rules.HomePeels != HomePeels.StrongSignedOff || string.IsNullOrWhiteSpace(start?.Reason)))
        )
        {
            Report(RuleBook.PeelSchool, on, kit, "is not a peel this house plans at home");
        }

        if (
            facts
                .Decisions.OfType<StartActive>()
                .Any(other =>
                    other.Product != kit.Id
                    && start is not null
                    && other.On > start.On
                    && other.On <= on
                    && facts.InPlan(other.Product, on)
                    && facts.Products[other.Product].Kind == ProductKind.WashOffPeel
                )
        )
        {
            Report(RuleBook.Replaced, on, kit, "is used although another kit was started after it");
        }

        var step = path.On(on)!.Evening.Steps.FirstOrDefault(step => step.Product == kit.Id && step.Action == StepAction.Apply);
        if (step is null)
        {
            Report("peel.evening", on, kit, "is used in the morning");
        }
        else if (step.SkinState != SkinState.Dry || step.ContactSeconds is not > 0 || step.Neck)
        {
            Report("peel.step", on, kit, "has no contact time, is not on dry skin, or goes to the neck");
        }

        var first = DaysOf(kit.Id).TrueForAll(day => day >= on || day < start?.On);
        var begun = facts
            .Products.Values.Where(other =>
                other.Id != kit.Id && other.IsRaised() && facts.StartOf(other.Id, on) is { AlreadyInUse: false }
            )
            .Select(other =>
                DaysOf(other.Id).Where(day => day >= facts.StartOf(other.Id, on)!.On).Select(day => (DateOnly?)day).FirstOrDefault()
            )
            .Where(day => day is not null && day < on && day > on.AddDays(-KitTimes.SteadyDays));
        if (first && start is { AlreadyInUse: false } && begun.Any())
        {
            Report(RuleBook.PeelSteady, on, kit, "is the first peel less than 4 weeks after another start");
        }
    }

    private void KeepsItsInterval(Product kit, DateOnly on, List<(Product Kit, DateOnly On)> peels)
    {
        var start = facts.StartOf(kit.Id, on);
        var before = peels.Where(peel => peel.On < on).Select(peel => (DateOnly?)peel.On).LastOrDefault();
        var done = peels.Count(peel => peel.Kit == kit && peel.On < on);
        var days = Math.Max(start?.EveryDays ?? 14, AuditFacts.IsWeakKit(kit) && (done >= 3 || start?.AlreadyInUse == true) ? 7 : 14);
        if (before is { } last && on.DayNumber - last.DayNumber < days)
        {
            Report(RuleBook.PeelInterval, on, kit, $"comes {on.DayNumber - last.DayNumber} days after the peel before it");
        }
    }

    private void IsClearOfSunAndDates(Product kit, DateOnly on)
    {
        var weak = AuditFacts.IsWeakKit(kit);
        var course = weak ? 7 : 10;
        if (facts.Suns.Exists(sun => on >= sun.Before(weak ? 7 : 14) && on <= sun.Until.AddDays(7)))
        {
            Report(RuleBook.PeelSun, on, kit, "is too near strong sun");
        }

        if (
            facts.Intake.Flags.Any(flag =>
                flag is { Kind: FlagKind.HairRemoval, From: { } from }
                && on.AddDays(weak ? 3 : 7) >= from
                && on <= (flag.Until ?? from).AddDays(weak ? 3 : 7)
            )
        )
        {
            Report(RuleBook.PeelWax, on, kit, "is too near hair removal");
        }

        if (kit.LightSensitising() != Degree.No && facts.SunscreenLeftOut(on) >= facts.Rules.SunscreenSkipsAsk)
        {
            Report(RuleBook.SunscreenSkipped, on, kit, "is a peel although sunscreen is left out");
        }

        if (
            facts.File.Occasions.Any(occasion => occasion.On >= on && occasion.On <= on.AddDays(course))
            || facts.Treatments.Any(treatment => treatment.On >= on && treatment.On <= on.AddDays(course))
        )
        {
            Report(RuleBook.PeelCourse, on, kit, "flakes into an occasion or a treatment");
        }

        if (facts.Treatments.Any(treatment => on >= treatment.On && on <= treatment.On.AddDays(AuditCare.HomePeel(treatment))))
        {
            Report(RuleBook.PeelNear, on, kit, "follows a treatment too soon");
        }
    }

    private void IsForThisClient(Product kit, DateOnly on)
    {
        bool Has(params FlagKind[] kinds) => facts.Intake.Flags.Any(flag => kinds.Contains(flag.Kind) && flag.Covers(on));
        var weak = AuditFacts.IsWeakKit(kit);
        if (facts.Intake.BirthDate is not { } born || born.AddYears(18) > on)
        {
            Report(RuleBook.PeelUnder18, on, kit, "is a peel under 18");
        }

        if (
            facts.Intake.Flags.Any(flag =>
                flag.Kind == FlagKind.Isotretinoin && (flag.From ?? on) <= on && (flag.Until is null || flag.Until.Value.AddMonths(6) > on)
            )
        )
        {
            Report(RuleBook.PeelIsotretinoin, on, kit, "is a peel with isotretinoin");
        }

        if (
            Has(
                FlagKind.Pregnancy,
                FlagKind.Breastfeeding,
                FlagKind.PrescriptionRetinoid,
                FlagKind.ColdSoreHistory,
                FlagKind.ColdSoreActive,
                FlagKind.Rosacea,
                FlagKind.SkinFlare,
                FlagKind.PhotosensitisingMedicine,
                FlagKind.BloodThinning,
                FlagKind.Diabetes,
                FlagKind.ImmuneSuppression
            )
            || facts.Intake.Sensitivity == Sensitivity.Reactive
            || (!weak && (facts.Intake.Sensitivity == Sensitivity.Sensitive || Has(FlagKind.KeloidTendency)))
        )
        {
            Report(RuleBook.PeelFlag, on, kit, "is a peel that an answer at Meet keeps from home");
        }

        var marks = facts.Intake.Phototype >= Phototype.IV || Has(FlagKind.Melasma, FlagKind.DarkOrPalePatch);
        if (
            marks
            && !weak
            && !facts.Products.Values.Any(other =>
                other.Actives.Any(active => active.Family == Family.PigmentInhibitor)
                && facts.StartOf(other.Id, on) is { } start
                && start.On <= on.AddDays(-28)
                && facts.InPlan(other.Id, on)
            )
        )
        {
            Report(RuleBook.PeelPigment, on, kit, "is a strong kit without a pigment inhibitor before it");
        }

        if (!facts.File.Shelf.Any(item => item.State == ShelfState.InUse && facts.Products[item.Product.Id].IsUsableSunscreen(50, on)))
        {
            Report(RuleBook.SunscreenRequired, on, kit, "is a peel without SPF 50 on the shelf");
        }
    }

    /// <summary>
    /// Nothing that stops is used in the days before a planned peel, on its evening, or in the days after one that was done or is planned.
    /// </summary>
    private void OthersKeepOff(Product kit, DateOnly on)
    {
        foreach (var (day, told) in facts.Told.Where(_ => run.IsPlanned(kit.Id, on) && !facts.WasUsed(kit.Id, on)))
        {
            if (
                PeelStop.Of(AuditFacts.IsWeakKit(kit) ? KitStrength.Weak : KitStrength.Strong, told) is { } stop
                && day <= on
                && day >= on.AddDays(-stop.Before)
            )
            {
                Report(RuleBook.PeelStops, on, kit, $"follows something else that was used on {day:yyyy-MM-dd}");
            }
        }

        foreach (var other in facts.Products.Values.Where(other => other.Id != kit.Id && other.Kind != ProductKind.WashOffPeel))
        {
            if (PeelStop.Of(AuditAtHome.WasWeak(facts, kit, on) ? KitStrength.Weak : KitStrength.Strong, other) is not { } stop)
            {
                continue;
            }

            foreach (var day in DaysOf(other.Id))
            {
                // What happened is not the path's fault; what is planned beside it is.
                if (
                    run.IsPlanned(kit.Id, on)
                    && on >= facts.Today
                    && !facts.WasUsed(kit.Id, on)
                    && stop.Before > 0
                    && day <= on
                    && day >= on.AddDays(-stop.Before)
                )
                {
                    Report(RuleBook.PeelStops, on, other, $"is used on {day:yyyy-MM-dd}, too near before the peel");
                }

                if (day >= facts.Today && day >= on && day <= on.AddDays(stop.After) && !facts.WasUsed(other.Id, day))
                {
                    Report(RuleBook.PeelOff, day, other, $"is used too near after the peel of {on:yyyy-MM-dd}");
                }
            }
        }
    }

    /// <summary>Days a product is used: by the log, and by the path from today on.</summary>
    private List<DateOnly> DaysOf(string product) =>
        [
            .. facts
                .Entries<Applied>()
                .Where(use => use.Product == product)
                .Select(use => use.Day)
                .Concat(
                    path.Days.Where(day =>
                            day.Date >= facts.Today
                            && day.Morning.Steps.Concat(day.Evening.Steps)
                                .Any(step => step.Product == product && step.Action == StepAction.Apply)
                        )
                        .Select(day => day.Date)
                )
                .Distinct()
                .Order(),
        ];
}
