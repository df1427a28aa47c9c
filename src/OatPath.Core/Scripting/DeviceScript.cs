using OatPath.Core.Case;
using OatPath.Core.House;
using OatPath.Core.Plan;
using OatPath.Core.Planner;
using OatPath.Core.Routes;
using OatPath.Core.Routine;
using OatPath.Core.Session;
using OatPath.Core.Shelf;
using OatPath.Core.Wording;

namespace OatPath.Core.Scripting;

/// <summary>Compiles the planned use of a device or tool into the script that guides it.</summary>
public static class DeviceScript
{
    /// <summary>Steady beeps of a galvanic device, and the seconds after a programme that a hand may take to lift it.</summary>
    private const int SteadySeconds = 10;
    private const int LastSeconds = 30;
    private const int LastSteadySeconds = 5;
    private const int GraceSeconds = 10;

    /// <summary>Whether a kind of product is led by a device script at all.</summary>
    public static bool Leads(Product product) => DeviceGuide.Of(product, false, []) is not null || product.IsDevice();

    /// <summary>The script, or why there is none: a session is only guided where the plan has it on that day.</summary>
    /// <param name="product">A device or tool on the client's shelf.</param>
    /// <param name="on">The care day; today or later.</param>
    public static (SessionScript? Script, IReadOnlyList<Because> Reasons) Compile(
        CaseFile file,
        HouseRules rules,
        string product,
        DateOnly on
    )
    {
        if (file.Shelf.FirstOrDefault(item => item.Product.Id == product)?.Product is not { } device || !Leads(device))
        {
            return (null, [Because.Of(RuleBook.SessionNoDevice, ("product", product))]);
        }

        var path = PathPlanner.Plan(file, rules, on, 1);
        var half = path.Days[0];
        var step = half
            .Evening.Steps.Concat(half.Morning.Steps)
            .FirstOrDefault(step => step.Product == product && step.Action == StepAction.Apply);
        if (on < path.Today || step is null)
        {
            var omitted = half.Evening.Omitted.Where(omission => omission.Product == product).Select(omission => omission.Because).ToList();
            return (
                null,
                omitted.Count > 0 && on >= path.Today
                    ? omitted
                    : [Because.Of(RuleBook.SessionNotPlanned, ("product", device.Name), ("on", on))]
            );
        }

        if (SessionHeldOn.Refusal(file, device, on) is { } held)
        {
            return (null, [held]);
        }

        if (DeviceGuide.Of(device, step.Neck, step.LeaveOut, step.Level, rules.RazorOnDamp) is not { } guide)
        {
            return (null, [Because.Of(RuleBook.DeviceSheet, ("product", device.Name), ("what", "where and how long"))]);
        }

        guide = PlateGels.On(step.Side is { } side ? guide.On(side) : guide, Made(file, device, on));
        if (guide.Passes.Count == 0)
        {
            return (null, [Because.Of(RuleBook.SessionNoZone, ("product", device.Name))]);
        }

        return (Script(file, device, step, half.Evening, guide, on), []);
    }

    private static SessionScript Script(CaseFile file, Product device, Step step, HalfDay evening, DeviceGuide guide, DateOnly on)
    {
        var steady = device.Kind == ProductKind.GalvanicDevice;
        var gels = Gels(file, device, on);
        return new()
        {
            Kind = SessionKind.Device,
            Product = device.Id,
            Name = device.Name,
            Batch = device.Batch,
            On = on,
            Device = new()
            {
                Guide = guide,
                Gels = gels,
                Half = step.Side,
                SteadySeconds = steady ? SteadySeconds : 0,
                LastSteadySeconds = steady ? LastSteadySeconds : 0,
                LastSeconds = steady ? LastSeconds : 0,
                Sharp = device.Kind is ProductKind.Razor or ProductKind.NeedleRoller or ProductKind.NanoTip or ProductKind.UltrasonicBlade,
                StopsAtPink = device.IsNeedle() || device.IsElectrical(),
                GraceSeconds = GraceSeconds,
            },
            TargetSeconds = Math.Max(1, guide.Seconds),
            LimitSeconds = Math.Max(1, guide.Seconds),
            StingEverySeconds = 60,
            StingEnds = FirstAid.StrongSting,
            StingCalm = FirstAid.CalmSting,
            CalmSeconds = FirstAid.FadesMinutes * 60,
            StopSeconds = FirstAid.StopMinutes * 60,
            SlowestSeconds = ZoneGroups.SlowestSeconds,
            Kit = [.. DeviceKit.Of(device, guide, gels, device.IsNeedle() ? Serum(evening, file) : null)],
            Asks = [.. DeviceKit.Asks(device)],
            Groups = [],
            LeaveOut = step.LeaveOut,
            Ending = new(
                null,
                [
                    .. guide.Passes.Select(pass => pass.After).Where(line => line.Length > 0).TakeLast(1),
                    .. step.Side is null
                        ? Array.Empty<string>()
                        : [Said.Of("Wait a moment before anything follows: compare the two sides first.")],
                ]
            ),
            WaterSeconds = FirstAid.WaterMinutes * 60,
            LongWaterSeconds = FirstAid.LongWaterMinutes * 60,
            EyeSeconds = FirstAid.EyeMinutes * 60,
            BurnWords = [FirstAid.Burn, FirstAid.StillBurning, FirstAid.Eye],
            After = [.. DeviceKit.After(device)],
        };
    }

    /// <summary>The serum of the same evening, as much of it as the plan says.</summary>
    private static (string Name, Amount Amount)? Serum(HalfDay evening, CaseFile file) =>
        evening.Steps.FirstOrDefault(step => step.Slot == RoutineSlot.Glide) is { Product: { } id, Amount: { } amount }
            ? (file.Shelf.First(item => item.Product.Id == id).Product.Name, amount)
            : null;

    /// <summary>
    /// The client's own gels and mists made for the device, the one in use of each charge, and each that is for some zones.
    /// </summary>
    public static IReadOnlyList<DeviceGel> Gels(CaseFile file, Product device, DateOnly on)
    {
        var made = Made(file, device, on);
        return made.Any(gel => gel.GelZones.Count > 0)
            ? [.. made.Select(gel => new DeviceGel(gel.Charge ?? GelCharge.None, gel.Name, made.Count > 1 ? gel.Id : null))]
            :
            [
                .. made.GroupBy(gel => gel.Charge ?? GelCharge.None)
                    .OrderBy(group => group.Key)
                    .Select(group => new DeviceGel(group.Key, group.First().Name)),
            ];
    }

    /// <summary>The same, all of them.</summary>
    public static IReadOnlyList<Product> Made(CaseFile file, Product device, DateOnly on) =>
        [
            .. file
                .Shelf.Where(item =>
                    item.State == ShelfState.InUse
                    && item.Product.MadeFor == device.Kind
                    && item.Product.Kind is ProductKind.ConductiveGel or ProductKind.HydratingMist
                    && item.Product.UsableOn(on)
                )
                .Select(item => item.Product),
        ];
}
