using OatPath.Core.House;
using OatPath.Store;

namespace OatPath.Web.Records;

/// <summary>The latest change of the margin with which the estimate looks ahead.</summary>
/// <param name="From">Percent before.</param>
/// <param name="To">Percent since.</param>
/// <param name="On">The first day it counts.</param>
/// <param name="By">Who changed it.</param>
public sealed record MarginChange(int From, int To, DateOnly On, string By)
{
    /// <summary>Whether more happened than was said, and nobody chose it.</summary>
    public bool ByItself => By == ChancesKept.ByItself;

    /// <summary>Null where the margin was never changed.</summary>
    public static MarginChange? Latest(Studio studio)
    {
        var history = studio.History();
        for (var at = history.Count - 1; at >= 0; at--)
        {
            var before = at > 0 ? history[at - 1].Rules.EstimateMarginPercent : 100;
            if (history[at].Rules is { EstimateMargins.Count: > 0 } rules && rules.EstimateMarginPercent != before)
            {
                return new(before, rules.EstimateMarginPercent, rules.EstimateMargins[^1].From, history[at].By);
            }
        }

        return null;
    }
}
