using OatPath.Core.Case;
using OatPath.Core.Formats;
using OatPath.Core.House;
using OatPath.Core.Plan;
using OatPath.Core.Planner;
using OatPath.Core.Upgrade;
using OatPath.Store;

namespace OatPath.Web.Records;

/// <summary>
/// What the engine of today would raise in a plan that an older one published. Both sides never change, so each publication is compared
/// once.
/// </summary>
public static class EngineChanges
{
    private const int MostKept = 20_000;
    private static readonly Remembered<(string Hash, string Engine), IReadOnlyList<EngineRaise>> Compared = new(MostKept);

    public static IReadOnlyList<EngineRaise> Of(Publication? published) =>
        published is null || published.Engine == EngineVersion.Current
            ? []
            : Compared.Of((published.Hash, EngineVersion.Current), _ => Compare(published));

    private static IReadOnlyList<EngineRaise> Compare(Publication published)
    {
        var path = CaseJson.ReadStored<CarePath>(published.Path);
        var inputs = CaseJson.ReadStored<CaseFile>(published.Inputs) with { AsOf = path.AsOf };
        return EngineUpgrade.Raises(
            path,
            PathPlanner.Plan(
                inputs,
                CaseJson.ReadStored<HouseRules>(published.Rules),
                path.Days.Count > 0 ? path.Days[0].Date : null,
                Math.Max(1, path.Days.Count)
            )
        );
    }
}
