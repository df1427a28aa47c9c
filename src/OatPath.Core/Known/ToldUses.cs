using OatPath.Core.Case;
using OatPath.Core.Labels;
using OatPath.Core.Shelf;

namespace OatPath.Core.Known;

/// <summary>What a report says was used besides the plan: one use of each family on the day it is about.</summary>
internal static class ToldUses
{
    /// <summary>The products told of and the days they were used on.</summary>
    public static IReadOnlyList<(Product Product, CheckedIn Report)> Of(IEnumerable<CheckedIn> reports) =>
        [
            .. reports
                .Where(entry => entry.Report.AlsoUsed.Length > 0)
                .SelectMany(entry => AlsoUsed.Read(entry.Report.AlsoUsed).Select(product => (product, entry))),
        ];
}
