namespace OatPath.Web.Watch;

/// <summary>How often a page was asked for since the start, and how long it took.</summary>
/// <param name="Page">The way it is found by, such as /clients/{id}/ramp.</param>
/// <param name="Failed">How often it ended with a fault of the program.</param>
public sealed record PageTimes(string Page, long Asked, long Failed, double AverageSeconds)
{
    private const string Fault = "5xx";

    /// <summary>All pages that were asked for, the most often first.</summary>
    public static IReadOnlyList<PageTimes> Of(Figures figures) =>
        [
            .. figures
                .Requests.GetAllLabelValues()
                .Select(labels => (Page: labels[0], Answered: labels[1], Times: figures.Requests.WithLabels(labels)))
                .GroupBy(each => each.Page)
                .Select(page => new PageTimes(
                    page.Key,
                    page.Sum(each => each.Times.Count),
                    page.Where(each => each.Answered == Fault).Sum(each => each.Times.Count),
                    page.Sum(each => each.Times.Sum) / Math.Max(1, page.Sum(each => each.Times.Count))
                ))
                .OrderByDescending(page => page.Asked)
                .ThenBy(page => page.Page, StringComparer.Ordinal),
        ];
}
