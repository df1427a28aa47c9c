using OatPath.Core.Case;
using OatPath.Core.House;
using OatPath.Core.Peel;
using OatPath.Core.Shelf;
using OatPath.Core.Skin;

namespace OatPath.Core.Audit;

/// <summary>What the client told, and what the shelf is short of.</summary>
internal sealed class ToldAudit(AuditRun run)
{
    private readonly AuditFacts facts = run.Facts;

    public void MayBeUsed(Product product, DateOnly date, Moment moment)
    {
        var strong = product.IsRaised() && product.Irritancy() == Degree.Yes;
        if (strong && facts.Told.Exists(told => told.Day == date))
        {
            run.Report(RuleBook.UsedElse, date, moment, product, "goes on top of something else that was used");
        }

        if (
            strong
            && facts.Answers.Exists(answers =>
                answers.Day == date
                && answers.Yes.Any(question =>
                    question is DayQuestion.UsedElse or DayQuestion.Stings or DayQuestion.NewMedicine or DayQuestion.Changed
                )
            )
        )
        {
            run.Report(RuleBook.PeelScreened, date, moment, product, "is used on a day whose answers speak against it");
        }

        if (product.IsRaised() && product.LightSensitising() != Degree.No && facts.SunscreenLeftOut(date) >= facts.Rules.SunscreenSkipsWait)
        {
            run.Report(RuleBook.SunscreenSkipped, date, moment, product, "is used although sunscreen is left out");
        }

        var prescribed = product.Actives.Any(active => active.Substance == Substance.PrescriptionRetinoid);
        if (
            strong
            && !prescribed
            && facts.Intake.Flags.Any(flag => flag.Kind == FlagKind.PrescriptionRetinoid && flag.Covers(date))
            && !facts.OnShelf.Any(other =>
                other.Actives.Any(active => active.Substance == Substance.PrescriptionRetinoid) && facts.InPlan(other.Id, date)
            )
        )
        {
            run.Report(
                RuleBook.PrescriptionUnknown,
                date,
                moment,
                product,
                "is planned around a prescription retinoid whose evenings nobody knows"
            );
        }

        if (
            strong
            && !product.Traits.ByHand
            && !(
                Has(date, ProductKind.GelCleanser, ProductKind.FoamCleanser, ProductKind.CreamCleanser)
                && Has(date, ProductKind.Moisturiser, ProductKind.OcclusiveBalm)
            )
        )
        {
            run.Report(
                RuleBook.EssentialsFirst,
                date,
                moment,
                product,
                "is used without a cleanser and a moisturiser that suit and are not empty"
            );
        }

        // What was ticked happened; a piece that is not there cannot be planned.
        if (!facts.WasUsed(product.Id, date) && (!product.UsableOn(date) || NoPieceLeft(product, date)))
        {
            run.Report(RuleBook.Empty, date, moment, product, "is empty, past its time or used up");
        }
    }

    /// <summary>Something mild of these kinds, good on the day, with nothing in it that the client is allergic to.</summary>
    private bool Has(DateOnly date, params ProductKind[] kinds) =>
        facts.OnShelf.Any(product =>
            kinds.Contains(product.Kind)
            && product.Irritancy() == Degree.No
            && product.UsableOn(date)
            && !product.Allergens().Any(facts.Intake.Allergies.Contains)
        );

    private bool NoPieceLeft(Product product, DateOnly date)
    {
        var full =
            product.Kind == ProductKind.NeedleRoller
                ? Math.Min(product.Pieces ?? 15, 15)
                : product.Pieces ?? (product.Kind == ProductKind.Razor && product.Dispenser == Dispenser.SingleUse ? 1 : (int?)null);
        if (full is not { } pieces || !(product.IsRaised() || product.Traits.Use == KindUse.Extra))
        {
            return false;
        }

        var look = facts.Entries<BottleSeen>().Where(seen => seen.Product == product.Id).MaxBy(seen => seen.HappenedAt);
        var used = facts
            .Entries<Applied>()
            .Where(use =>
                use.Product == product.Id
                && (look is null ? product.OpenedOn is null || use.Day >= product.OpenedOn : use.HappenedAt > look.HappenedAt)
            )
            .Select(use => (use.Day, use.Moment))
            .Distinct()
            .Count();
        var planned = run.Ahead.Count(day =>
            day.Date <= date && run.IsPlanned(product.Id, day.Date) && !facts.WasUsed(product.Id, day.Date)
        );
        return used + planned > Math.Floor((look?.Share ?? 1) * pieces);
    }
}
