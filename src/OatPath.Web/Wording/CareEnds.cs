using System.Globalization;
using OatPath.Core.Care;
using OatPath.Core.House;
using OatPath.Core.Plan;
using OatPath.Core.Wording;

namespace OatPath.Web.Wording;

/// <summary>Restrictions around treatments and their ends in words, the same on every page.</summary>
public static class CareEnds
{
    /// <summary>Restrictions that hold today, in the order of their ends.</summary>
    public static IEnumerable<PathWindow> Open(CarePath path) =>
        path
            .Windows.Where(window => window.Restriction is not null && window.From <= path.Today && window.Until >= path.Today)
            .OrderBy(window => window.Until)
            .ThenBy(window => window.Restriction);

    /// <summary>
    /// What needles ask for around their next or last evening, by roller and evening, from some days ahead until it is over.
    /// </summary>
    public static IEnumerable<(string Product, DateOnly On, IReadOnlyList<PathWindow> Rests)> AroundNeedles(CarePath path, int daysAhead) =>
        path
            .Windows.Where(window =>
                window.Because.Rule == RuleBook.NeedleSun && window.From <= path.Today.AddDays(daysAhead) && window.Until >= path.Today
            )
            .GroupBy(window => (window.Product!, On: window.Because.Day("on")))
            .OrderBy(group => group.Key.On)
            .Select(group => (group.Key.Item1, group.Key.On, (IReadOnlyList<PathWindow>)[.. group.OrderBy(window => window.Until)]));

    /// <summary>"until Fri 27 November is over", "until Thu 26 November, 14:00".</summary>
    public static string Of(PathWindow window) =>
        window switch
        {
            { EndsAt: { } at, EndsOn: { } on } => Said.Of($"until {Words.Day(on)}, {at.ToString("HH:mm", CultureInfo.InvariantCulture)}"),
            { Until: { } until } => Said.Of($"until {Words.Day(until)} is over"),
            _ => Said.Of("until cleared"),
        };

    /// <summary>The first day or moment free of it: "Sat 28 November", "Thu 26 November, 14:00".</summary>
    public static string FreeFrom(PathWindow window) =>
        window switch
        {
            { EndsAt: { } at, EndsOn: { } on } => $"{Words.Day(on)}, {at.ToString("HH:mm", CultureInfo.InvariantCulture)}",
            { Until: { } until } => Words.Day(until.AddDays(1)),
            _ => Said.Of("when cleared"),
        };

    /// <summary>"back Sat 28 November"; sun is not something that comes back.</summary>
    public static string Back(PathWindow window) =>
        $"{(window.Restriction == RestrictionKind.Sun ? Said.Of("free from") : "back")} {FreeFrom(window)}";
}
