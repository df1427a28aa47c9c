using OatPath.Core.Case;
using OatPath.Core.Plan;
using OatPath.Core.Routes;
using OatPath.Core.Routine;
using OatPath.Core.Shelf;
using OatPath.Web.Records;

namespace OatPath.Web.Phone;

/// <summary>A device's step led way by way, with the client's own gel for each programme.</summary>
public sealed record RouteView(DeviceGuide Guide, IReadOnlyDictionary<GelCharge, string> Gels)
{
    /// <summary>Null where the step is no device or tool that is led over the face.</summary>
    public static RouteView? Of(Step step, ClientRecord record) =>
        step is { Action: StepAction.Apply, Kind: { } kind } && DeviceGuide.Of(kind, step.Neck, step.LeaveOut) is { } guide ? new(guide, GelsOf(kind, record)) : null;

    /// <summary>The gel on the shelf that was made for the device, by its charge.</summary>
    private static Dictionary<GelCharge, string> GelsOf(ProductKind device, ClientRecord record) => record.Followed.Shelf
        .Where(item => item.State == ShelfState.InUse && item.Product.MadeFor == device && item.Product.Kind is ProductKind.ConductiveGel or ProductKind.HydratingMist)
        .GroupBy(item => item.Product.Charge ?? GelCharge.None).ToDictionary(group => group.Key, group => group.First().Product.Name);
}
