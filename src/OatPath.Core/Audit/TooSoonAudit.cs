using OatPath.Core.Care;
using OatPath.Core.Case;
using OatPath.Core.House;
using OatPath.Core.Peel;
using OatPath.Core.Plan;
using OatPath.Core.Shelf;
using OatPath.Core.Skin;

namespace OatPath.Core.Audit;

/// <summary>
/// What was used inside a rest: after treatments, peels, needles and reactions. It has to be asked about, and its kind of thing rests
/// again. Its own walk over the uses.
/// </summary>
internal sealed class TooSoonAudit
{
    private readonly AuditRun run;
    private readonly AuditFacts facts;
    private readonly Dictionary<(string Opened, DateOnly On, RestrictionKind Kind), DateOnly> ends = [];
    private readonly List<(RestrictionKind Kind, DateOnly From, DateOnly Until)> again = [];
    private readonly List<(string Product, DateOnly On, DateOnly Until)> uses = [];

    public TooSoonAudit(AuditRun run)
    {
        (this.run, facts) = (run, run.Facts);
        foreach (
            var (product, day) in facts
                .Entries<Applied>()
                .Where(use => facts.Products.ContainsKey(use.Product) && use.Day <= facts.Today)
                .Select(use => (facts.Products[use.Product], use.Day))
                .Concat(facts.Told.Select(told => (told.Product, told.Day)))
                .DistinctBy(use => (use.Item1.Id, use.Item2))
                .OrderBy(use => use.Item2)
        )
        {
            Take(product, day);
        }
    }

    /// <summary>Uses inside a rest of one product, each with the last day of the rest it began again.</summary>
    public IEnumerable<(DateOnly On, DateOnly Until)> Of(string product) =>
        uses.Where(use => use.Product == product).Select(use => (use.On, use.Until));

    /// <summary>Nothing is planned in a rest that began again.</summary>
    public void IsKept(Product product, DateOnly date, Moment moment)
    {
        if (again.Exists(rest => date > rest.From && date <= rest.Until && Falls(product, rest.Kind)) && !facts.WasUsed(product.Id, date))
        {
            run.Report(RuleBook.RestAgain, date, moment, product, "is planned in a rest that began again");
        }
    }

    /// <summary>Each of the last days is asked about.</summary>
    public void IsAnswered()
    {
        foreach (var (product, on, _) in uses.Where(use => use.On >= facts.Today.AddDays(-7)))
        {
            if (
                !run.Path.Questions.Any(question =>
                    question.Kind == QuestionKind.TooSoon && question.Product == product && question.Since == on
                )
            )
            {
                run.Report(
                    RuleBook.TooSoon,
                    on,
                    null,
                    facts.Products.GetValueOrDefault(product),
                    "was used inside a rest and nobody is told"
                );
            }
        }
    }

    private void Take(Product product, DateOnly day)
    {
        DateOnly? until = null;
        foreach (var (opened, start, length, kind) in Rests(product, day))
        {
            var end = ends.TryGetValue((opened, start, kind), out var later) ? later : start.AddDays(length);
            if (day <= start || day > end)
            {
                continue;
            }

            var lengthened = Earliest(day.AddDays(length), start.AddDays(2 * length));
            if (lengthened > end)
            {
                ends[(opened, start, kind)] = lengthened;
                again.Add((kind, day, lengthened));
                end = lengthened;
            }

            until = until > end ? until : end;
        }

        if (until is { } last)
        {
            uses.Add((product.Id, day, last));
        }
    }

    private IEnumerable<(string Opened, DateOnly Start, int Length, RestrictionKind Kind)> Rests(Product product, DateOnly day)
    {
        if (KindOf(product) is not { } kind)
        {
            yield break;
        }

        foreach (
            var treatment in facts.Treatments.Where(treatment =>
                treatment.On < day && AuditCare.After(treatment, RestrictionKind.Irritants) >= 0
            )
        )
        {
            var days = AuditCare.After(treatment, kind);
            yield return (treatment.Id, treatment.On, days, kind);
        }

        foreach (
            var (kit, on) in facts
                .Entries<Applied>()
                .Where(use =>
                    use.Product != product.Id
                    && use.Day < day
                    && facts.Products.TryGetValue(use.Product, out var kit)
                    && kit.Kind == ProductKind.WashOffPeel
                    && facts.InUse(use.Product)
                )
                .Select(use => (facts.Products[use.Product], use.Day))
                .Distinct()
        )
        {
            if (PeelStop.Of(AuditAtHome.WasWeak(facts, kit, on) ? KitStrength.Weak : KitStrength.Strong, product) is { After: > 0 } stop)
            {
                yield return (kit.Id, on, stop.After, kind);
            }
        }
    }

    /// <summary>By hand, device, enzyme, or whatever irritates; null for what rests after nothing.</summary>
    private static RestrictionKind? KindOf(Product product) =>
        product.Families().Contains(Family.ByHand) || product.Kind is ProductKind.ClayMask or ProductKind.ScrubMask ? RestrictionKind.ByHand
        : product.IsDevice() ? RestrictionKind.Devices
        : product.Families().Contains(Family.Enzyme) ? RestrictionKind.Enzyme
        : product.IsRaised() ? RestrictionKind.Irritants
        : null;

    private static bool Falls(Product product, RestrictionKind kind) =>
        kind switch
        {
            RestrictionKind.Irritants => product.IsRaised(),
            RestrictionKind.ByHand => product.Families().Contains(Family.ByHand)
                || product.Kind is ProductKind.ClayMask or ProductKind.ScrubMask,
            RestrictionKind.Devices => product.IsDevice(),
            _ => product.Families().Contains(Family.Enzyme),
        };

    private static DateOnly Earliest(DateOnly a, DateOnly b) => a < b ? a : b;
}
