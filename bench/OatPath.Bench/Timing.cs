using System.Diagnostics;

namespace OatPath.Bench;

/// <summary>Milliseconds of pages, and the middle of many.</summary>
internal static class Timing
{
    public static async Task<double> Took(Visitor visitor, string page)
    {
        var start = Stopwatch.GetTimestamp();
        await visitor.Get(page);
        return Stopwatch.GetElapsedTime(start).TotalMilliseconds;
    }

    public static double Median(IReadOnlyCollection<double> times) => times.Order().ElementAt(times.Count / 2);
}
