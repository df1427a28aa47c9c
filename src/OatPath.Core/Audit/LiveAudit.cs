using OatPath.Core.Case;
using OatPath.Core.House;
using OatPath.Core.Shelf;
using OatPath.Core.Skin;

namespace OatPath.Core.Audit;

/// <summary>"No breach" is also true of an empty plan: what was asked for begins where nothing speaks against it.</summary>
internal sealed class LiveAudit(AuditRun run, ClientAudit client, DeviceAudit devices)
{
    private const int PatchDays = 3;
    private const int SteadyDays = 28;
    private const int Grace = 7;
    private readonly AuditFacts facts = run.Facts;

    /// <summary>
    /// In an unflagged case a single requested active reaches its first use within its patch test plus 7 days, a weak kit within the 4
    /// steady weeks plus 7.
    /// </summary>
    public void Look()
    {
        var path = run.Path;
        var plain =
            facts.Intake.Flags.Count == 0
            && facts.File.Log.Count == 0
            && facts.File.Treatments.Count == 0
            && facts.File.Occasions.Count == 0
            && path.Days.Count > 0;
        var requested = facts.Decisions.OfType<StartActive>().ToList();

        // A booster goes on with its serum, and here nobody asked for that.
        if (!plain || requested is not [{ BoosterFor: null }] || facts.Decisions.Exists(decision => decision is StopActive))
        {
            return;
        }

        var product = facts.Products[requested[0].Product];
        var from = requested[0].On > facts.Today ? requested[0].On : facts.Today;
        var kit = product.Kind == ProductKind.WashOffPeel;
        var until = from.AddDays((kit ? SteadyDays : PatchDays) + Grace);
        if (
            path.Days[0].Date > facts.Today
            || path.Days[^1].Date < until
            || WishedAway(product, until)
            || !MayBegin(product, from, until)
            || (kit && !KitMayBegin(product, requested[0], from, until))
        )
        {
            return;
        }

        if (run.UseDays(product.Id, from, until).Count == 0)
        {
            run.Report("live.first-rung", until, null, product, "was asked for and does not begin");
        }
    }

    private bool MayBegin(Product product, DateOnly from, DateOnly until)
    {
        var days = Enumerable.Range(0, until.DayNumber - from.DayNumber + 1).Select(from.AddDays).ToList();
        bool Throughout(Func<Product, DateOnly, bool> has) =>
            days.TrueForAll(day => facts.OnShelf.Any(other => has(other, day) && !client.Against(other, day).Any()));
        return !(product.Traits.Use is KindUse.Session or KindUse.OnHand && product.Kind != ProductKind.WashOffPeel)
            && !BottleAudit.HasNone(product)
            && days.TrueForAll(day => product.UsableOn(day) && !client.Against(product, day).Any() && !devices.Against(product, day).Any())
            && Throughout((other, day) => other.IsUsableSunscreen(facts.Rules.EverydaySpf, day) && !BottleAudit.HasNone(other))
            && Throughout((other, day) => other.IsGentleCleanser() && other.UsableOn(day))
            && Throughout((other, day) => other.IsNightMoisturiser() && other.UsableOn(day));
    }

    private bool KitMayBegin(Product kit, StartActive start, DateOnly from, DateOnly until) =>
        facts.Rules.HomePeels != HomePeels.SalonOnly
        && AuditFacts.IsWeakKit(kit)
        && facts.Intake.Sensitivity != Sensitivity.Reactive
        && start.FirstOn is null
        && !client.Minor(from)
        && !client.OnIsotretinoin(from)
        && facts.OnShelf.Any(other => other.IsUsableSunscreen(50, until.AddDays(1)) && !BottleAudit.HasNone(other));

    /// <summary>The client's own wishes leave a product no day of the week.</summary>
    private bool WishedAway(Product product, DateOnly day) =>
        facts
            .Decisions.OfType<ShapeWeek>()
            .Where(shape => shape.On <= day)
            .OrderBy(shape => shape.On)
            .ThenBy(shape => shape.RecordedAt ?? DateTimeOffset.MinValue)
            .LastOrDefault()
            is { } week
        && Enum.GetValues<DayOfWeek>()
            .All(weekday =>
                week.RestEvenings.Contains(weekday) || week.Never.Any(never => never.Product == product.Id && never.Days.Contains(weekday))
            );
}
