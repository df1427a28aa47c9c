using OatPath.Core.House;
using OatPath.Core.Routine;
using OatPath.Core.Shelf;
using OatPath.Core.Skin;

namespace OatPath.Core.Audit;

/// <summary>What shares a half day: pairs that clash, exfoliants of an evening and of seven days, acid evenings running.</summary>
internal sealed class CompanyAudit(AuditRun run)
{
    private readonly AuditFacts facts = run.Facts;

    public void Fits(List<Product> products, DateOnly date, Moment moment)
    {
        Pairs(products, date, moment);
        Facial(products, date, moment);
        if (moment == Moment.Evening)
        {
            OnceADay(products, date);
        }
        Exfoliation(products, date, moment);
    }

    private void Pairs(List<Product> products, DateOnly date, Moment moment)
    {
        var actives = products.Where(product => product.IsRaised()).ToList();
        for (var i = 0; i < actives.Count; i++)
        {
            for (var j = i + 1; j < actives.Count; j++)
            {
                Pair(actives[i], actives[j], date, moment);
            }
        }

        if (
            products.Exists(product => product.Kind is ProductKind.ClayMask or ProductKind.SoothingMask or ProductKind.HydratingMask)
            && actives.Find(product => product.IsAcid() && product.Traits.LeaveOn && !facts.Established(product, date)) is { } acid
        )
        {
            run.Report(RuleBook.MaskWithAcid, date, moment, acid, "is on a mask evening");
        }

        var tied = facts.FacialOn(date)?.Products ?? [];
        var extras = products
            .Where(product =>
                !(tied.Contains(product.Id) && products.Count(other => tied.Contains(other.Id)) > 1)
                && !product.IsRaised()
                && (product.IsDevice() || product.Kind is ProductKind.ClayMask or ProductKind.SoothingMask or ProductKind.HydratingMask)
            )
            .ToList();
        // A gentle mask may close a device's evening.
        if (
            extras.Count(product => product.Kind is not (ProductKind.SoothingMask or ProductKind.HydratingMask)) > 1
            || extras.Count > 2
            || (extras.Count == 2 && !extras.Exists(product => product.IsDevice()))
        )
        {
            run.Report(RuleBook.OneExtra, date, moment, extras[0], $"shares an evening with {extras[1].Id}");
        }
    }

    /// <summary>What irritates is of no family that was in the morning.</summary>
    private void OnceADay(List<Product> products, DateOnly date)
    {
        static IEnumerable<Family> Irritants(Product product) =>
            product.Families().Where(family => FamilyTraits.Of(family).Irritant != Degree.No);
        var earlier = run
            .Path.On(date)!
            .Morning.Steps.Where(step => step is { Action: StepAction.Apply, Product: not null })
            .Select(step => facts.Products.GetValueOrDefault(step.Product!))
            .OfType<Product>()
            .Where(product => product.IsRaised())
            .ToList();
        foreach (var product in products.Where(product => product.IsRaised()))
        {
            if (earlier.Exists(other => other.Id != product.Id && Irritants(other).Any(Irritants(product).Contains)))
            {
                run.Report(RuleBook.FamilyOnceADay, date, Moment.Evening, product, "is of a family that was in the morning");
            }
        }
    }

    /// <summary>A home facial holds one exfoliant at most, comes no sooner than agreed, and has no other extra beside it.</summary>
    private void Facial(List<Product> products, DateOnly date, Moment moment)
    {
        if (facts.FacialOn(date) is not { } facial)
        {
            return;
        }

        var parts = products.Where(product => facial.Products.Contains(product.Id)).ToList();
        if (parts.Count(product => product.Exfoliates()) > 1)
        {
            run.Report(RuleBook.HomeFacial, date, moment, parts[0], "is in a home facial with two exfoliants");
        }

        var waits = run
            .Path.On(date)![moment]
            .Omitted.Where(omission => omission.Because.Rule == RuleBook.RungFrequency && facial.Products.Contains(omission.Product))
            .Select(omission => omission.Product)
            .FirstOrDefault();
        foreach (var part in parts)
        {
            if (waits is not null)
            {
                run.Report(RuleBook.FacialTogether, date, moment, part, $"comes without {waits}, which is still to come");
            }

            // What was used before it was tied keeps only its own distance.
            var since = date.AddDays(1 - facial.EveryDays);
            if (run.UseDays(part.Id, since > facial.On ? since : facial.On, date.AddDays(-1)).Count > 0)
            {
                run.Report(RuleBook.HomeFacial, date, moment, part, $"is used again within {facial.EveryDays} days");
            }
        }

        var active = products.Find(product =>
            !parts.Contains(product)
            && product.IsRaised()
            && product.Irritancy() != Degree.No
            && product.Actives.All(one => one.Substance != Substance.PrescriptionRetinoid)
        );
        if (parts.Count > 0 && active is not null)
        {
            run.Report(RuleBook.FacialAlone, date, moment, active, "stands beside a home facial");
        }

        var beside = products.Find(product =>
            !parts.Contains(product)
            && !product.IsRaised()
            && (product.IsDevice() || product.Kind is ProductKind.ClayMask or ProductKind.SoothingMask or ProductKind.HydratingMask)
        );
        if (parts.Count > 1 && beside is not null)
        {
            run.Report(RuleBook.OneExtra, date, moment, beside, "stands beside a home facial");
        }
    }

    private void Pair(Product a, Product b, DateOnly date, Moment moment)
    {
        bool Either(Func<Product, bool> one, Func<Product, bool> two) => (one(a) && two(b)) || (one(b) && two(a));
        bool LeaveOnAcid(Product product) => product.IsAcid() && product.Traits.LeaveOn;
        var both = facts.Established(a, date) && facts.Established(b, date);
        if (!both)
        {
            run.Report(RuleBook.TwoActives, date, moment, a, $"shares the {moment} with {b.Id}, and not both are established");
        }

        if (Either(product => product.Has(Family.BenzoylPeroxide), product => product.Has(Family.Retinoid)))
        {
            run.Report(RuleBook.PeroxideWithRetinoid, date, moment, a, $"meets {b.Id}");
        }

        if (Either(product => product.Has(Family.BenzoylPeroxide), LeaveOnAcid))
        {
            run.Report(RuleBook.OverAcid, date, moment, a, $"meets {b.Id}");
        }

        if (Either(IsAcidWash, LeaveOnAcid))
        {
            run.Report(RuleBook.AcidCleanserWithAcid, date, moment, a, $"meets {b.Id}");
        }

        var mildAfterBlade =
            both
            && (a.Kind == ProductKind.UltrasonicBlade) != (b.Kind == ProductKind.UltrasonicBlade)
            && !(a.Traits.ByHand && b.Traits.ByHand)
            && !a.Has(Family.Retinoid)
            && !b.Has(Family.Retinoid);
        var nanoAfterRazor =
            both
            && facts.Rules.NanoAfterRazor
            && Either(product => product.Kind == ProductKind.Razor, product => product.Kind == ProductKind.NanoTip);
        if (
            !mildAfterBlade
            && !nanoAfterRazor
            && Either(
                product => product.Traits.ByHand,
                product => product.IsAcid() || product.Has(Family.Retinoid) || product.Traits.ByHand
            )
        )
        {
            run.Report(RuleBook.ByHandAlone, date, moment, a, $"meets {b.Id}");
        }
    }

    private void Exfoliation(List<Product> products, DateOnly date, Moment moment)
    {
        var exfoliants = products.Where(product => product.Exfoliates()).ToList();
        if (exfoliants.Count > 2 || exfoliants.Count(product => product.Irritancy() == Degree.Yes) > 1)
        {
            run.Report(RuleBook.TwoExfoliants, date, moment, exfoliants[0], "is one exfoliant too many");
        }

        foreach (var product in exfoliants)
        {
            var established = facts.Established(product, date);
            var step = run.Path.On(date)![moment].Steps.First(step => step.Product == product.Id && step.Action == StepAction.Apply);
            if (product.IsAcid() && !established && step.Frequency < Frequency.EveryOther && AcidOn(date.AddDays(-1)))
            {
                run.Report(RuleBook.NoTwoAcidEvenings, date, moment, product, "is the second acid evening running");
            }

            // A rung of every other or every evening that somebody approved is itself the yes to its uses.
            var claimed = exfoliants
                .Concat(facts.Products.Values.Where(other => other.Exfoliates()))
                .Distinct()
                .Select(other => HighestClaim(other, date))
                .Max();
            var allowance =
                claimed == Frequency.TwiceADay ? Math.Max(facts.Rules.EstablishedExfoliationsPer7Days, 14)
                : established ? facts.Rules.EstablishedExfoliationsPer7Days
                : claimed >= Frequency.EveryOther ? Math.Max(facts.Rules.BeginnerExfoliationsPer7Days, claimed.MaxPer7Days())
                : facts.Rules.BeginnerExfoliationsPer7Days;
            // A patch on one spot is no exfoliation of the face; it only keeps its distance from a peel.
            var count =
                facts
                    .Products.Values.Where(other => other.Exfoliates() && other.Traits.Use != KindUse.OnHand)
                    .Sum(other => run.UsesCounted(other.Id, date.AddDays(-6), date))
                + facts.Told.Count(told => told.Product.Exfoliates() && told.Day > date.AddDays(-7) && told.Day <= date);
            if (count > allowance)
            {
                run.Report(RuleBook.ExfoliationBudget, date, moment, product, $"makes {count} exfoliating uses in 7 days");
            }

            foreach (var (name, plays, most) in RoleLimits.Where(role => role.Plays(product)))
            {
                var inRole = facts.Products.Values.Where(plays).Sum(other => run.UseDays(other.Id, date.AddDays(-6), date).Count);
                if (inRole > most(facts.Intake))
                {
                    run.Report(RuleBook.ExfoliationBudget, date, moment, product, $"makes {inRole} uses as {name} in 7 days");
                }
            }
        }
    }

    private static bool IsAcidWash(Product product) =>
        product.Kind == ProductKind.ExfoliatingCleanser
        || (
            product.IsAcid()
            && product.Kind
                is ProductKind.GelCleanser
                    or ProductKind.FoamCleanser
                    or ProductKind.CreamCleanser
                    or ProductKind.OilCleanser
                    or ProductKind.BalmCleanser
                    or ProductKind.MicellarWater
                    or ProductKind.EyeMakeUpRemover
        );

    private static readonly (string Name, Func<Product, bool> Plays, Func<Intake, int> Most)[] RoleLimits =
    [
        ("scrub", product => product.Kind is ProductKind.Scrub or ProductKind.Mitt or ProductKind.ScrubMask, _ => 2),
        ("scrub mask", product => product.Kind == ProductKind.ScrubMask, _ => 1),
        ("razor", product => product.Kind == ProductKind.Razor, _ => 1),
        ("ultrasonic blade", product => product.Kind == ProductKind.UltrasonicBlade, _ => 1),
        ("peel pad", product => product.Kind == ProductKind.PeelPad, _ => 3),
        ("enzyme", product => product.Kind == ProductKind.Enzyme || product.Families().Contains(Family.Enzyme), _ => 2),
        ("acid cleanser", IsAcidWash, intake =>
            intake.SkinType == SkinType.Dry || intake.Sensitivity is Sensitivity.Sensitive or Sensitivity.Reactive ? 2 : 7
        ),
    ];

    /// <summary>The rung the path itself claims for a product near a day; whether it may claim it is looked at elsewhere.</summary>
    private Frequency HighestClaim(Product product, DateOnly date) =>
        run
            .Path.Days.Where(day => day.Date > date.AddDays(-7) && day.Date <= date.AddDays(14))
            .SelectMany(day => day.Morning.Steps.Concat(day.Evening.Steps))
            .Where(step => step.Product == product.Id && step.Action == StepAction.Apply)
            .Select(step => step.Frequency ?? Frequency.OnceAWeek)
            .Append(
                run.Path.Ladders.FirstOrDefault(ladder => ladder.Product == product.Id && ladder.Since is not null)?.Frequency
                    ?? Frequency.OnceAWeek
            )
            .Max();

    private bool AcidOn(DateOnly date) =>
        facts.Products.Values.Any(product =>
            product.IsAcid()
            && (
                date < facts.Today
                    ? facts.Uses.Exists(use => use.Product == product.Id && use.Day == date)
                    : run.Path.On(date) is { } day
                        && day.Morning.Steps.Concat(day.Evening.Steps)
                            .Any(step => step.Product == product.Id && step.Action == StepAction.Apply)
            )
        ) || facts.Told.Exists(told => told.Day == date && told.Product.IsAcid());
}
