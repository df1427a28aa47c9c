using OatPath.Core.Case;
using OatPath.Core.House;
using OatPath.Core.Plan;
using OatPath.Core.Ramp;
using OatPath.Core.Routine;
using OatPath.Core.Scripting;
using OatPath.Core.Shelf;
using OatPath.Core.Skin;

namespace OatPath.Web.Records;

/// <summary>A device, a tool or a weekly extra on the Bench.</summary>
/// <param name="IsLed">Whether a guide leads it on the phone.</param>
/// <param name="Next">Its next evening within five weeks, or null with <paramref name="WhyNot"/>.</param>
/// <param name="Often">How often it may be used, by the index of its rung; empty where nothing is to be chosen.</param>
/// <param name="Chosen">The rung in force.</param>
/// <param name="Places">Where a mask may go; empty for what is none.</param>
/// <param name="Place">Where it goes.</param>
public sealed record BenchDevice(
    Product Product,
    bool IsLed,
    DateOnly? Next,
    FaceSide? Half,
    string? WhyNot,
    IReadOnlyList<(int Rung, string Words)> Often,
    int Chosen,
    IReadOnlyList<MaskPlace> Places,
    MaskPlace Place
);

/// <summary>Devices, tools and weekly extras of which something can be chosen, and what is tried on one side.</summary>
public sealed record BenchDevices(
    IReadOnlyList<BenchDevice> Devices,
    IReadOnlyList<(string Name, TryHalf Trial)> Trials,
    IReadOnlyList<Product> MayBeTried
)
{
    public static BenchDevices Of(ClientRecord record, CarePath path)
    {
        var inUse = record.Draft.Shelf.Where(item => item.State == ShelfState.InUse).Select(item => item.Product).ToList();
        var trials = record
            .Draft.Decisions.OfType<TryHalf>()
            .Where(trial => trial.On.AddDays(trial.Days) > record.Today)
            .Select(trial => (record.NameOf(trial.Product), trial))
            .ToList();
        return new(
            [
                .. inUse
                    .Where(product => product.Traits.Use == KindUse.Extra)
                    .Select(product => Read(record, path, product))
                    .Where(device => device.IsLed || device.Often.Count > 1 || device.Places.Count > 0),
            ],
            trials,
            [.. inUse.Where(product => product.Spf is null && !product.IsKit() && product.Traits.Use is KindUse.Daily or KindUse.Extra)]
        );
    }

    /// <summary>The rungs a client may choose among: on sensitive skin never more than usual.</summary>
    public static IReadOnlyList<(int Rung, string Words)> Choices(Ladder ladder, Intake intake)
    {
        var most = intake.Sensitivity >= Sensitivity.Sensitive ? ladder.StartRung : ladder.Top;
        return ladder.Climbs || ladder.Top == 0 ? [] : [.. ladder.Rungs.Take(most + 1).Select((rung, i) => (i, rung.InWords()))];
    }

    public static string TitleOf(MaskPlace place) =>
        place switch
        {
            MaskPlace.TZone => "T-zone only",
            MaskPlace.Spots => "a few spots only",
            _ => "whole face",
        };

    /// <summary>Whether a product is used in the home facial, and so as often as that.</summary>
    private static bool IsTied(ClientRecord record, Product product) =>
        record.Draft.Decisions.OfType<TieFacial>().LastOrDefault()?.Products.Contains(product.Id) == true;

    private static BenchDevice Read(ClientRecord record, CarePath path, Product product)
    {
        var next = path.NextUse(product.Id);
        var ladder = Ladder.For(product, record.Draft.Intake, record.Rules);
        var shaped = record.Draft.Decisions.OfType<ShapeLadder>().LastOrDefault(shape => shape.Product == product.Id)?.Start;
        var why = next is null
            ? path.On(path.Today)!.Evening.Omitted.FirstOrDefault(omission => omission.Product == product.Id)?.Because
            : null;
        return new(
            product,
            DeviceScript.Leads(product),
            next?.On,
            next?.Step.Side,
            why is null ? null : Words.Say(why),
            ladder is null || product.IsRaised() || IsTied(record, product) ? [] : Choices(ladder, record.Draft.Intake),
            shaped ?? ladder?.StartRung ?? 0,
            MaskPlaces.Of(product),
            record.Draft.Decisions.OfType<PlaceMask>().LastOrDefault(mask => mask.Product == product.Id)?.Place ?? MaskPlace.WholeFace
        );
    }
}
