using OatPath.Core.House;
using OatPath.Core.Planner.Tracks;

namespace OatPath.Core.Planner.KeptOff;

/// <summary>The days of rest that a device's own sheet asks for between two sessions.</summary>
internal sealed class SheetInterval(RuleSwitch rule) : IKeepsOff
{
    public Off? Of(Track track, DateOnly day) =>
        track.Product.Sheet?.RestDays is { } days
        && track.Placed.LastBefore(day) is { } last
        && day < last.AddDays(days)
        && rule.On(RuleBook.DeviceInterval)
            ? Off.Through(
                last.AddDays(days - 1),
                Because.Of(RuleBook.DeviceInterval, ("product", track.Product.Name), ("on", last), ("days", days))
            )
            : null;
}
