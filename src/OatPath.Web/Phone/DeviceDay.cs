using OatPath.Core.Case;
using OatPath.Core.Known;
using OatPath.Core.Routine;
using OatPath.Core.Skin;

namespace OatPath.Web.Phone;

/// <summary>What a care day knows of a device besides its step: nicks that are open, and sides still to be compared.</summary>
public sealed class DeviceDay(PhoneView view)
{
    /// <summary>Hours after the first comparison from which the sides are compared once more on the same day.</summary>
    /// <remarks>House default for "later in the day".</remarks>
    private const int LaterHours = 2;

    private readonly IReadOnlyList<LogEntry> log = view.Record.Lived;

    /// <summary>Nicks of which nobody has said that they closed.</summary>
    public IReadOnlyList<Nick> OpenNicks => [.. Nicks.Of(view.Record.Followed).Where(nick => nick.ClosedOn is null)];

    /// <summary>The last word on a nick that was told today and may be taken back.</summary>
    public LogEntry? LastNickWord =>
        view
            .Record.Followed.Log.Where(entry => entry is Nicked or NickClosed && log.Contains(entry) && Of(entry) == view.Day)
            .OrderBy(entry => entry.HappenedAt)
            .LastOrDefault();

    public LogEntry? LastComparison(string product) =>
        log.OfType<Compared>()
            .Where(entry => entry.Product == product && entry.Day == view.Day)
            .OrderBy(entry => entry.HappenedAt)
            .LastOrDefault();

    /// <summary>What was used on one side today and is to be compared now, for the first time or once more.</summary>
    public IEnumerable<(string Product, FaceSide Side, bool Later)> ToCompare()
    {
        foreach (var (product, side) in Halves())
        {
            var compared = log.OfType<Compared>().Where(entry => entry.Product == product && entry.Day == view.Day).ToList();
            if (
                compared.Count == 0
                || (!compared.Exists(entry => entry.Later) && view.Now >= compared.Min(entry => entry.HappenedAt).AddHours(LaterHours))
            )
            {
                yield return (product, side, compared.Count > 0);
            }
        }
    }

    /// <summary>What was used on one side today.</summary>
    private IEnumerable<(string Product, FaceSide Side)> Halves() =>
        log.OfType<Applied>()
            .Where(use => use.Day == view.Day)
            .Select(use => use.Product)
            .Distinct()
            .Select(product => (product, Side: SideOf(product)))
            .Where(pair => pair.Side is not null)
            .Select(pair => (pair.product, pair.Side!.Value));

    private FaceSide? SideOf(string product) =>
        view.Record.Sessions.LastOrDefault(held => !held.Practice && held.Day == view.Day && held.Product == product)?.Script.Device?.Half
        ?? view.Today.Evening.Steps.Concat(view.Today.Morning.Steps)
            .FirstOrDefault(step => step.Product == product && step.Action == StepAction.Apply)
            ?.Side;

    private DateOnly Of(LogEntry entry) => Core.House.CareDay.Of(entry.HappenedAt, view.Record.Zone);
}
