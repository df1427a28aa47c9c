using OatPath.Core.Case;
using OatPath.Core.House;
using OatPath.Core.Shelf;

namespace OatPath.Core.Known;

/// <summary>After a peel at home the client is asked on day 1, 3 and 7 how the skin is.</summary>
/// <remarks>Source: trade convention, by the course of a light peel.</remarks>
public static class PeelCheckIns
{
    private static readonly int[] Days = [1, 3, 7];
    private const int AskedUntil = 10;

    /// <summary>The last peel and the day of its course that is asked about on a day: the latest of the three that has come and was not answered on it or after it.</summary>
    public static (DateOnly Peel, int Day)? Due(CaseFile file, DateOnly today)
    {
        var facts = new KnownFacts(file);
        var kits = facts.File.Shelf.Where(item => item.Product.IsKit()).Select(item => item.Product.Id).ToHashSet();
        var last = facts.Log.OfType<Applied>().Where(use => kits.Contains(use.Product) && use.Day < today).Select(use => (DateOnly?)use.Day).Max();
        if (last is not { } peel || today > peel.AddDays(AskedUntil) || Days.Where(day => peel.AddDays(day) <= today).Select(day => (int?)day).Max() is not { } asked)
        {
            return null;
        }

        return facts.Reports.Any(report => facts.DayOf(report.HappenedAt) >= peel.AddDays(asked)) ? null : (peel, asked);
    }
}
