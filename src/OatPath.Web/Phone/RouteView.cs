using OatPath.Core.Plan;
using OatPath.Core.Routes;
using OatPath.Core.Routine;
using OatPath.Core.Scripting;
using OatPath.Core.Session;
using OatPath.Core.Shelf;
using OatPath.Web.Records;

namespace OatPath.Web.Phone;

/// <summary>A device's step led way by way, with the client's own gel for each programme.</summary>
public sealed record RouteView(DeviceGuide Guide, IReadOnlyList<DeviceGel> Gels, bool IsWhole = true)
{
    /// <summary>The name of the gel that goes under a programme; null where none does, or the client has none.</summary>
    public string? GelOf(DevicePass pass) => pass.GelName ?? Gels.FirstOrDefault(gel => gel.Charge == pass.Gel)?.Name;

    /// <summary>Null where the step is no device or tool that is led over the face.</summary>
    public static RouteView? Of(Step step, ClientRecord record) =>
        step is { Action: StepAction.Apply, Product: { } id }
        && record.Followed.Shelf.FirstOrDefault(item => item.Product.Id == id)?.Product is { } product
        && DeviceGuide.Of(product, step.Neck, step.LeaveOut, step.Level, record.PublishedRules.RazorOnDamp) is { } guide
            ? new(
                PlateGels.On(step.Side is { } side ? guide.On(side) : guide, DeviceScript.Made(record.Followed, product, record.Today)),
                DeviceScript.Gels(record.Followed, product, record.Today),
                step.Side is null
            )
            : null;
}
