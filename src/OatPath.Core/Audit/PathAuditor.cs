using OatPath.Core.Case;
using OatPath.Core.House;
using OatPath.Core.Plan;
using OatPath.Core.Routine;
using OatPath.Core.Shelf;

namespace OatPath.Core.Audit;

/// <summary>
/// Checks a path against the safety rules and against uselessness, from today on. Written apart from the planner: an error in one is caught
/// by the other.
/// </summary>
public static class PathAuditor
{
    /// <summary>What is looked at, in words for whoever relies on it.</summary>
    public static IReadOnlyList<string> Concerns { get; } =
    [
        "what is in each bottle, that there is one, age, allergies, medicines",
        "patch tests, rungs, one change at a time",
        "what shares an evening and a week",
        "days of rest, treatments, peels",
        "what was told, and what was used inside a rest",
        "devices and needles",
        "how much, how often in a day, how it comes off",
        "order, sunscreen, a reason for everything",
        "that what was asked for begins",
    ];

    /// <summary>All breaches, by date; empty when the path is sound.</summary>
    public static IReadOnlyList<Breach> Audit(CaseFile file, HouseRules rules, CarePath path)
    {
        var run = new AuditRun(new AuditFacts(file, rules), path);
        var client = new ClientAudit(run);
        var windows = new WindowAudit(run);
        var care = new CareAudit(run);
        var ramp = new RampAudit(run);
        var company = new CompanyAudit(run);
        var routine = new RoutineAudit(run);
        var told = new ToldAudit(run);
        var devices = new DeviceAudit(run);
        var dose = new DoseAudit(run);
        var bottles = new BottleAudit(run);
        var tooSoon = run.TooSoon;
        foreach (var day in run.Ahead)
        {
            foreach (var moment in new[] { Moment.Morning, Moment.Evening })
            {
                var products = new List<Product>();
                foreach (var step in day[moment].Steps.Where(step => step.Action == StepAction.Apply))
                {
                    if (step.Product is null || !run.Facts.Products.TryGetValue(step.Product, out var product))
                    {
                        run.Add(new("path.unknown-product", day.Date, moment, step.Product, "is not on the shelf"));
                        continue;
                    }

                    products.Add(product);
                    client.MayBeUsed(product, day.Date, moment);
                    routine.WeekIsKept(product, day.Date, moment);
                    told.MayBeUsed(product, day.Date, moment);
                    tooSoon.IsKept(product, day.Date, moment);
                    care.IsKept(product, day.Date, moment);
                    devices.MayBeUsed(product, step, day.Date, moment);
                    devices.RestsAroundNeedles(product, day.Date, moment);
                    dose.MayBeUsed(product, step, day.Date, moment);
                    if (product.IsRaised())
                    {
                        ramp.MayBeUsed(product, step, day.Date, moment);
                        windows.AreKept(product, step, day.Date, moment);
                    }
                }

                routine.IsInOrder(day[moment].Steps, day.Date, moment);
                routine.SealsOnlyWhereItSuits(day[moment], day.Date, moment);
                devices.NeedlesGlide(day[moment].Steps, day.Date, moment);
                company.Fits(products, day.Date, moment);
                client.DevicesAreSafe(products, day.Date, moment);
            }

            bottles.IsKnown(day);
            routine.SunscreenIsOn(day);
            routine.NothingLacks(day);
            routine.NothingUnexplained(day);
            dose.IsOnceADay(day);
        }

        new PeelAudit(run).Look();
        tooSoon.IsAnswered();
        care.EndsAreSaid();
        care.IsAskedAbout();
        ramp.OneChangeAtATime();
        new LiveAudit(run, client, devices).Look();
        return [.. run.Breaches.Distinct().OrderBy(breach => breach.Date).ThenBy(breach => breach.Rule, StringComparer.Ordinal)];
    }
}
