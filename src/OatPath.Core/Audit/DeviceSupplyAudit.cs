using OatPath.Core.Case;
using OatPath.Core.Shelf;

namespace OatPath.Core.Audit;

/// <summary>Whether what a device uses up is enough for the sessions that are planned.</summary>
internal sealed class DeviceSupplyAudit(AuditRun run)
{
    private readonly AuditFacts facts = run.Facts;

    /// <summary>Counts the sessions of a device since each package was opened, and those planned, against what the packages hold.</summary>
    public bool UsedUp(Product device, DateOnly date)
    {
        bool[] lacks = device.Kind switch
        {
            ProductKind.NanoTip => [Short(device, date, product => product.Kind == ProductKind.DeviceTip, 1), SerumShort(device, date)],
            ProductKind.NeedleRoller => [SerumShort(device, date)],
            ProductKind.GalvanicDevice =>
            [
                Short(device, date, product => product.Charge == GelCharge.Negative, 4),
                Short(device, date, product => product.Charge == GelCharge.Positive, 4),
            ],
            _ => [Short(device, date, product => product.Charge == GelCharge.None && product.Kind == ProductKind.ConductiveGel, 4)],
        };
        return lacks.Contains(true);
    }

    /// <summary>Counts the serum's own ticks, as it is a step of its own; unknown contents end nothing.</summary>
    private bool SerumShort(Product device, DateOnly date)
    {
        var packs = facts.OnShelf.Where(DeviceAudit.IsPlainSerum).ToList();
        decimal sessions = 0;
        foreach (var pack in packs)
        {
            var each = AmountGuide.Millilitres(pack, AmountGuide.For(pack));
            if (pack.ContentMl is not { } content || each == 0)
            {
                return false;
            }

            sessions +=
                pack.EmptyOn <= facts.Today
                    ? 0
                    : Math.Floor(Math.Max(0, (content * (LookAt(pack)?.Share ?? 1)) - (each * TicksSince(pack, pack.Id))) / each);
        }

        var planned = run.Ahead.Count(day => day.Date <= date && run.IsPlanned(device.Id, day.Date) && !facts.WasUsed(device.Id, day.Date));
        return packs.Count > 0 && !facts.WasUsed(device.Id, date) && planned > sessions;
    }

    private BottleSeen? LookAt(Product pack) =>
        facts.Entries<BottleSeen>().Where(seen => seen.Product == pack.Id).MaxBy(seen => seen.HappenedAt);

    /// <summary>Uses of products since a package was opened or last looked at, one for each half day.</summary>
    private int TicksSince(Product pack, params IEnumerable<string> products)
    {
        var look = LookAt(pack);
        return facts
            .Entries<Applied>()
            .Where(use =>
                products.Contains(use.Product)
                && (look is null ? pack.OpenedOn is null || use.Day >= pack.OpenedOn : use.HappenedAt > look.HappenedAt)
            )
            .Select(use => (use.Product, use.Day, use.Moment))
            .Distinct()
            .Count();
    }

    private bool Short(Product device, DateOnly date, Func<Product, bool> goes, decimal each)
    {
        var packs = facts.OnShelf.Where(product => product.MadeFor == device.Kind && goes(product)).ToList();
        if (
            packs.Exists(pack => pack.Pieces is null && (pack.ContentMl is null || pack.Amount is not null || pack.UnitMl is not null))
            || (packs.Count == 0 && device.Kind != ProductKind.NanoTip)
        )
        {
            return false;
        }

        var devices = facts.Products.Values.Where(product => product.Kind == device.Kind).Select(product => product.Id).ToHashSet();
        decimal sessions = 0;
        var open = packs
            .OrderByDescending(pack => pack.OpenedOn ?? DateOnly.MinValue)
            .ThenBy(pack => pack.Id, StringComparer.Ordinal)
            .FirstOrDefault();
        foreach (var pack in packs.Where(pack => pack.EmptyOn is null || pack.EmptyOn > facts.Today))
        {
            var full = (pack.Pieces ?? pack.ContentMl!.Value) * (LookAt(pack)?.Share ?? 1);
            var used = pack != open ? 0 : TicksSince(pack, devices);
            sessions += Math.Floor(Math.Max(0, full - (used * (pack.Pieces is null ? each : 1))) / (pack.Pieces is null ? each : 1));
        }

        var planned = run.Ahead.Count(day => day.Date <= date && run.IsPlanned(device.Id, day.Date) && !facts.WasUsed(device.Id, day.Date));
        return !facts.WasUsed(device.Id, date) && planned > sessions;
    }
}
