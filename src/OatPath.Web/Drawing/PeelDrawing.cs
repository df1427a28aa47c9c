using OatPath.Core.House;
using OatPath.Core.Plan;
using OatPath.Core.Screening;

namespace OatPath.Web.Drawing;

/// <summary>A product's ribbons: stopped before the evening, back after it.</summary>
public sealed record PeelRow(string Name, double Y, double StopX, double BackX, string Last, string Back);

/// <summary>Something that stands in the way of an earlier evening, over the days it covers.</summary>
public sealed record PeelObstacle(double X, double Width, double Y, string Word, bool Open);

/// <summary>
/// The evening of a peel in the middle, what stops before it and returns after it as ribbons to both sides, and above them what stands in
/// the way, where it stands.
/// </summary>
public sealed class PeelDrawing
{
    public const double Width = 900;
    public const double Left = 176;
    public const double Right = 12;
    public const double RowHeight = 24;
    public const double Head = 34;
    private const int Least = 9;
    private const int Most = 42;

    public required double Column { get; init; }
    public required IReadOnlyList<(double X, DateOnly Date, bool Today)> Days { get; init; }
    public required double EveningX { get; init; }
    public required DateOnly Evening { get; init; }
    public required IReadOnlyList<PeelObstacle> InTheWay { get; init; }
    public required IReadOnlyList<PeelRow> Rows { get; init; }
    public required double RowsTop { get; init; }
    public required string Summary { get; init; }

    public double Height => RowsTop + (Rows.Count * RowHeight) + 30;

    /// <param name="against">What speaks against a peel tonight, each with its last day where it is known.</param>
    public static PeelDrawing Of(DateOnly today, DateOnly evening, IReadOnlyList<PeelStopLine> stops, IReadOnlyList<InTheWay> against)
    {
        var before = Math.Max(Least, stops.Select(line => evening.DayNumber - line.LastBefore.DayNumber).DefaultIfEmpty().Max() + 1);
        var from = evening.AddDays(-before) < today ? evening.AddDays(-before) : today;
        from = evening.DayNumber - from.DayNumber > Most ? evening.AddDays(-Most) : from;
        var until = evening.AddDays(
            Math.Max(Least, stops.Select(line => line.BackOn.DayNumber - evening.DayNumber).DefaultIfEmpty().Max() + 1)
        );
        var count = until.DayNumber - from.DayNumber + 1;
        var column = (Width - Left - Right) / count;
        double X(DateOnly day) => Left + (column * Math.Clamp(day.DayNumber - from.DayNumber, 0, count));
        var hinders = against
            .Where(off => off.Until is null || off.Until >= from)
            .Take(5)
            .Select(
                (off, i) =>
                {
                    var x = X(today < from ? from : today);
                    var end = off.Until is { } last && last < evening ? X(last.AddDays(1)) : X(evening);
                    return new PeelObstacle(x, Math.Max(3, end - x), Head + 4 + (i * RowHeight), Words.Say(off.Because), off.Until is null);
                }
            )
            .ToList();
        var top = Head + 6 + (hinders.Count * RowHeight);
        return new PeelDrawing
        {
            Column = column,
            Days = [.. Enumerable.Range(0, count).Select(i => (Left + (i * column), from.AddDays(i), from.AddDays(i) == today))],
            EveningX = X(evening),
            Evening = evening,
            InTheWay = hinders,
            Rows =
            [
                .. stops.Select(
                    (line, i) =>
                        new PeelRow(
                            line.Product.Name,
                            top + (i * RowHeight),
                            X(line.LastBefore.AddDays(1)),
                            X(line.BackOn),
                            Words.Day(line.LastBefore),
                            Words.Day(line.BackOn)
                        )
                ),
            ],
            RowsTop = top,
            Summary =
                $"Peel on {Words.Day(evening)}. "
                    + string.Join(
                        " ",
                        stops.Select(line =>
                            $"{line.Product.Name}: last on {Words.Day(line.LastBefore)}, back from {Words.Day(line.BackOn)}."
                        )
                    )
                    + $" {string.Join(" ", against.Select(off => Words.Say(off.Because)))}",
        };
    }
}
