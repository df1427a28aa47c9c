using OatPath.Core.House;
using OatPath.Core.Planner.KeptOff;
using OatPath.Core.Planner.Tracks;
using OatPath.Core.Wording;

namespace OatPath.Core.Planner.Peels;

/// <summary>What the practitioner should see of kits: one left on too long, and a rhythm that leaves the others no room.</summary>
internal static class PeelWarnings
{
    /// <summary>Fewer evenings than this between two peels leave an active no steady use.</summary>
    /// <remarks>House default.</remarks>
    private const int LeastFreeEvenings = 3;

    public static IEnumerable<Because> Of(Standing standing, PeelRest rest)
    {
        foreach (var kit in standing.Kits)
        {
            if (kit.Evidence.UsedOn is [.., var last] && kit.Peels.Overrun is { } over && over.Day == last)
            {
                yield return Because.Of(
                    RuleBook.PeelOverrun,
                    ("product", kit.Product.Name),
                    ("on", last),
                    ("time", Said.Later(() => Words.Duration(over.Seconds))),
                    ("limit", Said.Later(() => Words.Duration(over.Limit)))
                );
            }

            if (kit.Start is not null && kit.Stopped is null && Crowded(standing, kit, rest) is { } crowded)
            {
                yield return crowded;
            }
        }
    }

    private static Because? Crowded(Standing standing, Track kit, PeelRest rest)
    {
        foreach (var other in standing.Tracks)
        {
            if (
                other != kit
                && other.Active
                && other is { Start: not null, Stopped: null }
                && rest.StopOf(kit, other.Product) is { } stop
                && kit.Peels.EveryDays - 1 - stop.Before - stop.After is var free and < LeastFreeEvenings
            )
            {
                return Because.Of(
                    RuleBook.PeelWeekly,
                    ("product", kit.Product.Name),
                    ("days", kit.Peels.EveryDays),
                    ("other", other.Product.Name),
                    ("free", Math.Max(0, free))
                );
            }
        }

        return null;
    }
}
