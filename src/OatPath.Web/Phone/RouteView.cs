using OatPath.Core.Plan;
using OatPath.Core.Routes;
using OatPath.Core.Routine;
using OatPath.Core.Scripting;
using OatPath.Core.Shelf;
using OatPath.Web.Records;

namespace OatPath.Web.Phone;

/// <summary>A device's step led way by way, with the client's own gel for each programme.</summary>
public sealed record RouteView(DeviceGuide Guide, IReadOnlyDictionary<GelCharge, string> Gels)
{
    /// <summary>Null where the step is no device or tool that is led over the face.</summary>
    public static RouteView? Of(Step step, ClientRecord record) =>
        step is { Action: StepAction.Apply, Product: { } id }
        && record.Followed.Shelf.FirstOrDefault(item => item.Product.Id == id)?.Product is { } product
        && DeviceGuide.Of(product, step.Neck, step.LeaveOut, step.Level, record.PublishedRules.RazorOnDamp) is { } guide
            ? new(
                step.Side is { } side ? guide.On(side) : guide,
                DeviceScript.Gels(record.Followed, product, record.Today).ToDictionary(gel => gel.Charge, gel => gel.Name)
            )
            : null;
}
