using System.Globalization;
using System.Text;
using OatPath.Core.CheckIn;
using OatPath.Core.LookBack;
using OatPath.Core.Plan;

namespace OatPath.Web.Drawing;

/// <summary>A month's place on the axis.</summary>
/// <param name="Word">Its name where there is room, January with the year; else empty.</param>
public sealed record MonthMark(double X, string Word);

/// <summary>A change of the care on the axis; several that stand close lie under each other.</summary>
/// <param name="Number">Its place in the list of changes, from 1.</param>
public sealed record ChangeMark(PlanChange Change, int Number, double X, int Row);

/// <summary>One product's lane: the rung it stood on, rests, and uses.</summary>
/// <param name="Rungs">The outline of its rungs where it was not resting.</param>
/// <param name="Rests">The same where it was.</param>
/// <param name="Uses">A stroke for each use.</param>
public sealed record ProductLane(ProductLife Life, double Y, string Rungs, string Rests, string Uses);

/// <summary>What was told of a day.</summary>
public sealed record ToldMark(double X, double Y, Outcome Outcome, string Title);

/// <summary>Months of one skin on one axis: changes, products with their rungs and uses, load by week, stings, redness.</summary>
public sealed class MonthsDrawing
{
    public const double Width = 1180;
    public const double Left = 132;
    public const double LaneHeight = 34;
    public const double LoadHeight = 42;
    public const double StingHeight = 72;
    public const double RednessHeight = 34;
    private const double Right = Width - 8;
    private const double Head = 26;
    private const double ChangeRow = 17;
    private const double Gap = 12;
    private const int MostRows = 4;
    private const double RungsHeight = 20;
    public const double LookHeight = 30;
    private const double LookGap = 8;
    private const double UseHeight = 6;
    private const int MostName = 19;

    private readonly DateOnly from;
    private readonly double column;

    /// <param name="from">First day shown.</param>
    /// <param name="titleOf">What a report says in words.</param>
    public MonthsDrawing(SkinHistory history, Looks looks, DateOnly from, Func<ReportOutcome, string> titleOf)
    {
        (this.from, Until) = (from, history.Today);
        column = (Right - Left) / (Until.DayNumber - from.DayNumber + 1);
        Months = MonthMarks();
        Changes = Place(history.Changes);
        var top = Head + 8 + (Changes.Select(change => change.Row + 1).DefaultIfEmpty().Max() * ChangeRow);
        Lanes = [.. history.Products.Where(life => life.Last >= from).Select((life, at) => Lane(history, life, top + (at * LaneHeight)))];
        LoadTop = top + (Lanes.Count * LaneHeight) + Gap;
        (Load, FullestWeek) = Weeks(history);
        Stings =
        [
            .. history
                .Past.Reports.Where(report => report.Day >= from)
                .Select(report => new ToldMark(Middle(report.Day), Y(report.Sting), report.Outcome, titleOf(report))),
        ];
        Redness = Red(history);
        Looked = LookLane.Of(looks, from);
    }

    public DateOnly Until { get; }
    public IReadOnlyList<MonthMark> Months { get; }
    public IReadOnlyList<ChangeMark> Changes { get; }
    public double ChangesTop => Head + 4;
    public IReadOnlyList<ProductLane> Lanes { get; }
    public double LoadTop { get; }

    /// <summary>Bars of what each week asked, the fullest week as high as its lane.</summary>
    public string Load { get; }
    public double FullestWeek { get; }
    public double StingTop => LoadTop + LoadHeight + Gap;
    public double StingFloor => StingTop + StingHeight;
    public IReadOnlyList<ToldMark> Stings { get; }
    public double RednessTop => StingFloor + Gap;
    public double RednessFloor => RednessTop + RednessHeight;
    public string Redness { get; }

    /// <summary>What was scored, metered and read from pictures, below everything else.</summary>
    public IReadOnlyList<LookLane> Looked { get; }
    public double Height => RednessFloor + 8 + (Looked.Count * (LookHeight + LookGap));

    /// <summary>The floor of one of these lanes.</summary>
    public double LookFloor(int lane) => RednessFloor + ((lane + 1) * (LookHeight + LookGap));

    public double Y(int sting) => StingFloor - (sting / 10.0 * (StingHeight - 6));

    public static double RowY(double top, int row) => top + (row * ChangeRow) + (ChangeRow / 2);

    public double Middle(DateOnly day) => X(day) + (column / 2);

    public double X(DateOnly day) => Left + ((day.DayNumber - from.DayNumber) * column);

    /// <summary>As much of a name as has room beside its lane.</summary>
    public static string Cut(string name) => name.Length <= MostName ? name : name[..(MostName - 1)].TrimEnd() + "…";

    /// <summary>The mark of a change around a point.</summary>
    public static string Shape(ChangeKind kind, double x, double y) =>
        kind switch
        {
            ChangeKind.Treatment => $"M{N(x)} {N(y - 6)}l6 6l-6 6l-6-6Z",
            ChangeKind.Up => $"M{N(x)} {N(y - 5)}l6 10h-12Z",
            ChangeKind.Down => $"M{N(x)} {N(y + 5)}l6-10h-12Z",
            ChangeKind.Stopped => $"M{N(x - 5)} {N(y - 5)}h10v10h-10Z",
            ChangeKind.Started => $"M{N(x - 4)} {N(y - 6)}l10 6l-10 6Z",
            _ => $"M{N(x - 5)} {N(y)}a5 5 0 1 0 10 0a5 5 0 1 0-10 0Z",
        };

    /// <summary>The mark of a report around a point.</summary>
    public static string Shape(Outcome outcome, double x, double y) =>
        outcome switch
        {
            Outcome.CarryOn => $"M{N(x - 2)} {N(y)}a2 2 0 1 0 4 0a2 2 0 1 0-4 0Z",
            Outcome.EaseOff => $"M{N(x)} {N(y - 5)}l5 5l-5 5l-5-5Z",
            _ => $"M{N(x - 5)} {N(y - 5)}h10v10h-10Z",
        };

    private static string N(double value) => StripDrawing.N(value);

    private List<MonthMark> MonthMarks()
    {
        var marks = new List<MonthMark>();
        for (var month = new DateOnly(from.Year, from.Month, 1); month <= Until; month = month.AddMonths(1))
        {
            var x = Math.Max(Left, X(month));
            var room = Math.Min(Right, X(month.AddMonths(1))) - x;
            var name = month.ToString("MMM", CultureInfo.InvariantCulture);
            var word = month.Month == 1 || marks.Count == 0 ? $"{name} {month.Year}" : name;
            marks.Add(
                new(
                    x,
                    room > word.Length * 7 ? word
                        : room > name.Length * 7 ? name
                        : ""
                )
            );
        }

        return marks;
    }

    /// <summary>Each in the first row in which nothing stands close before it; the last row takes the rest.</summary>
    private List<ChangeMark> Place(IReadOnlyList<PlanChange> changes)
    {
        var ends = new double[MostRows];
        var placed = new List<ChangeMark>();
        for (var i = 0; i < changes.Count; i++)
        {
            if (changes[i].On < from)
            {
                continue;
            }

            var x = Middle(changes[i].On);
            var row = Array.FindIndex(ends, end => end <= x - 18);
            row = row < 0 ? MostRows - 1 : row;
            ends[row] = x;
            placed.Add(new(changes[i], i + 1, x, row));
        }

        return placed;
    }

    private ProductLane Lane(SkinHistory history, ProductLife life, double y)
    {
        var (rungs, rests, uses) = (new StringBuilder(), new StringBuilder(), new StringBuilder());
        var floor = y + RungsHeight;
        LivedRung? open = null;
        var since = from;
        void Close(DateOnly until)
        {
            if (open is { } rung)
            {
                var height = RungsHeight * (rung.Rung + 1) / (rung.Top + 1);
                (rung.Rests ? rests : rungs).Append(
                    CultureInfo.InvariantCulture,
                    $"M{N(X(since))} {N(floor)}V{N(floor - height)}H{N(X(until))}V{N(floor)}Z"
                );
            }
        }

        foreach (var day in history.Past.Days.Where(day => day.Date >= from))
        {
            var rung = day.Rungs.FirstOrDefault(rung => rung.Product == life.Product.Id);
            if (rung != open)
            {
                Close(day.Date);
                (open, since) = (rung, day.Date);
            }

            if (day.Uses.Any(use => use.Product.Id == life.Product.Id))
            {
                uses.Append(CultureInfo.InvariantCulture, $"M{N(Middle(day.Date))} {N(floor + 2)}v{N(UseHeight)}");
            }
        }

        Close(Until.AddDays(1));
        return new(life, y, rungs.ToString(), rests.ToString(), uses.ToString());
    }

    /// <summary>One bar for seven days, counted back from today so that the last week is a whole one.</summary>
    private (string Path, double Fullest) Weeks(SkinHistory history)
    {
        var weeks = history
            .Past.Days.Where(day => day.Date >= from)
            .GroupBy(day => (Until.DayNumber - day.Date.DayNumber) / 7)
            .Select(week => (Ends: Until.AddDays(-7 * week.Key), Load: week.Sum(day => day.Load)))
            .ToList();
        var fullest = weeks.Select(week => week.Load).DefaultIfEmpty().Max();
        var floor = LoadTop + LoadHeight;
        var path = new StringBuilder();
        foreach (var (ends, load) in weeks.Where(week => week.Load > 0))
        {
            var x = Math.Max(Left, X(ends.AddDays(-6)) + 0.5);
            path.Append(
                CultureInfo.InvariantCulture,
                $"M{N(x)} {N(floor)}V{N(floor - (load / fullest * LoadHeight))}H{N(X(ends.AddDays(1)) - 0.5)}V{N(floor)}Z"
            );
        }

        return (path.ToString(), fullest);
    }

    /// <summary>A bar for each day that redness was told of.</summary>
    private string Red(SkinHistory history)
    {
        var path = new StringBuilder();
        foreach (var day in history.Reports.Where(entry => entry.Day >= from && entry.Report.Redness > 0).GroupBy(entry => entry.Day))
        {
            var height = RednessHeight * day.Max(entry => entry.Report.Redness) / 4;
            path.Append(CultureInfo.InvariantCulture, $"M{N(Middle(day.Key))} {N(RednessFloor)}V{N(RednessFloor - height)}");
        }

        return path.ToString();
    }
}
