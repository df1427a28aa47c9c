using System.Globalization;
using OatPath.Core.House;
using OatPath.Core.Plan;
using OatPath.Core.Routine;

namespace OatPath.Web.Drawing;

/// <summary>One half day of the change strip: what it was behind, what it will be in front; neither where nothing changes.</summary>
public sealed record ChangeCell(Mark? Before, Mark? After);

/// <summary>One column of the change strip.</summary>
public sealed record ChangeDay(DateOnly Date, double X, ChangeCell Morning, ChangeCell Evening, bool Today, bool WeekStart);

/// <summary>The Strip with only what changes marked: the mark of before behind, the mark of after in front.</summary>
public sealed class ChangeStrip
{
    public const double Width = 800;
    public const double Left = 66;
    public const double Top = 34;
    public const double RowHeight = 30;

    public required IReadOnlyList<ChangeDay> Days { get; init; }
    public required double Column { get; init; }
    public required string Summary { get; init; }

    /// <summary>Whether any mark stands in front of another.</summary>
    public bool Replaces => Days.Any(day => day.Morning.Before is not null || day.Evening.Before is not null);

    public static double Height => Top + (2 * RowHeight) + 2;

    /// <param name="before">May hold no days.</param>
    public static ChangeStrip Of(CarePath before, CarePath after)
    {
        var column = (Width - Left) / after.Days.Count;
        ChangeCell Cell(DayPath day, Moment moment)
        {
            var old = before.On(day.Date);
            var (was, will) = (Actives(old, moment), Actives(day, moment));
            return was.SequenceEqual(will)
                ? new(null, null)
                : new(old is null || was.Count == 0 ? null : Grains.Of(old, moment, after.Today), Grains.Of(day, moment, after.Today));
        }

        List<ChangeDay> days =
        [
            .. after.Days.Select(
                (day, i) =>
                    new ChangeDay(
                        day.Date,
                        Left + (i * column),
                        Cell(day, Moment.Morning),
                        Cell(day, Moment.Evening),
                        day.Date == after.Today,
                        day.Date.DayOfWeek == DayOfWeek.Monday
                    )
            ),
        ];
        var changed = days.Count(day => day.Morning.After is not null || day.Evening.After is not null);
        return new()
        {
            Days = days,
            Column = column,
            Summary =
                changed == 0
                    ? "No active moves in these weeks."
                    : $"Actives differ on {changed} of {days.Count} days, first on "
                        + $"{Words.Day(days.First(day => day.Morning.After is not null || day.Evening.After is not null).Date)}.",
        };
    }

    /// <summary>What a mark stands for, so that the same mark for another active counts as a change.</summary>
    private static List<string> Actives(DayPath? day, Moment moment) =>
        day is null
            ? []
            : [.. day[moment].Steps.Where(step => step.IsActive() || step.Action == StepAction.PatchTest).Select(step => step.Key)];

    public static string N(double value) => value.ToString("0.##", CultureInfo.InvariantCulture);
}
