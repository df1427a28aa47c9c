using OatPath.Core.Case;
using OatPath.Core.House;
using OatPath.Core.Plan;
using OatPath.Core.Routine;
using OatPath.Core.Shelf;
using OatPath.Core.Skin;

namespace OatPath.Core.Audit;

/// <summary>One audit: the facts, the path, and what was found so far.</summary>
internal sealed class AuditRun(AuditFacts facts, CarePath path)
{
    private readonly List<Breach> breaches = [];

    public AuditFacts Facts => facts;
    public CarePath Path => path;
    public IReadOnlyList<Breach> Breaches => breaches;

    /// <summary>What was used inside a rest, read once.</summary>
    public TooSoonAudit TooSoon => tooSoon ??= new(this);

    private TooSoonAudit? tooSoon;

    /// <summary>Days from today on; what was before is not the path's to change.</summary>
    public IEnumerable<DayPath> Ahead => path.Days.Where(day => day.Date >= facts.Today);

    public void Add(Breach breach) => breaches.Add(breach);

    public void Report(string rule, DateOnly day, Moment? moment, Product? product, string detail) =>
        breaches.Add(new(rule, day, moment, product?.Id, detail));

    public bool IsPlanned(string product, DateOnly date) =>
        path.On(date) is { } day
        && day.Morning.Steps.Concat(day.Evening.Steps).Any(step => step.Product == product && step.Action == StepAction.Apply);

    /// <summary>Days a product is used: by the log before today, by log and path from today on.</summary>
    public List<DateOnly> UseDays(string product, DateOnly from, DateOnly until)
    {
        var days = new SortedSet<DateOnly>(
            facts.Entries<Applied>().Where(use => use.Product == product && use.Day >= from && use.Day <= until).Select(use => use.Day)
        );
        for (var date = from < facts.Today ? facts.Today : from; date <= until && date <= Last; date = date.AddDays(1))
        {
            if (IsPlanned(product, date))
            {
                days.Add(date);
            }
        }

        return [.. days];
    }

    /// <summary>The same, with what reports tell of its family.</summary>
    public List<DateOnly> FamilyDays(Product product, DateOnly from, DateOnly until)
    {
        var told = facts
            .Told.Where(told =>
                told.Day >= from
                && told.Day <= until
                && told.Product.Families()
                    .Any(family =>
                        family != Family.ByHand && FamilyTraits.Of(family).Irritant != Degree.No && product.Families().Contains(family)
                    )
            )
            .Select(told => told.Day);
        return [.. UseDays(product.Id, from, until).Concat(told).Distinct().Order()];
    }

    /// <summary>Uses between two days, those in it counted: a day with its morning and its evening has two.</summary>
    public int UsesCounted(string product, DateOnly from, DateOnly until) =>
        UseDays(product, from, until)
            .Sum(day =>
                Math.Max(
                    1,
                    new[] { Moment.Morning, Moment.Evening }.Count(moment =>
                        facts.Entries<Applied>().Any(use => use.Product == product && use.Day == day && use.Moment == moment)
                        || (
                            day >= facts.Today
                            && path.On(day) is { } planned
                            && planned[moment].Steps.Any(step => step.Product == product && step.Action == StepAction.Apply)
                        )
                    )
                )
            );

    private DateOnly Last => path.Days.Count == 0 ? DateOnly.MinValue : path.Days[^1].Date;
}
