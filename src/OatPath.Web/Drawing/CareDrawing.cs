using OatPath.Core.Care;
using OatPath.Core.CheckIn;
using OatPath.Core.House;
using OatPath.Core.Plan;
using OatPath.Web.Wording;

namespace OatPath.Web.Drawing;

/// <summary>One restriction's row: a ribbon for each time it holds, paler before the treatment.</summary>
public sealed record CareRow(string Title, double Y, IReadOnlyList<CareRibbon> Ribbons);

/// <param name="Word">Its end in words, set beside it.</param>
public sealed record CareRibbon(double X, double Width, bool Before, bool Past, string Word, double WordX, string Anchor);

/// <summary>A time the client is asked, with its mark and word.</summary>
public sealed record CareAsk(double X, string Symbol, string Word, string Title);

/// <summary>The Strip of the days around treatments with one ribbon for each thing that rests, and check-ins below.</summary>
public sealed class CareDrawing
{
    public const double Width = 900;
    public const double Left = 176;
    public const double Right = 10;
    public const double RowHeight = 23;
    public const double MorningTop = 40;
    public const double MorningHeight = 18;
    public const double EveningHeight = 24;
    private const int Before = 8;
    private const int Least = 24;
    private const int Most = 46;
    private const double LetterWidth = 7;

    public required DateOnly First { get; init; }
    public required double Column { get; init; }
    public required IReadOnlyList<StripDay> Days { get; init; }
    public required IReadOnlyList<CareRow> Rows { get; init; }
    public required IReadOnlyList<(double X, string Title)> Treatments { get; init; }
    public required IReadOnlyList<CareAsk> Asks { get; init; }
    public required string Summary { get; init; }

    public static double RowsTop => MorningTop + MorningHeight + EveningHeight + 12;
    public double AsksTop => RowsTop + (Rows.Count * RowHeight) + 4;
    public double Height => AsksTop + 26;

    /// <summary>First day to plan from so that the whole of it can be drawn, and how many days.</summary>
    public static (int DaysBefore, int Days) Span(DateOnly today, IReadOnlyList<Treatment> treatments)
    {
        var near = treatments.Where(treatment => Shown(treatment, today)).ToList();
        var from = near.Select(treatment => treatment.On.AddDays(-Before)).Append(today.AddDays(-3)).Min();
        from = from < today.AddDays(-20) ? today.AddDays(-20) : from;
        var until = near.Select(treatment =>
                treatment.On.AddDays(treatment.Kind.Irritates() ? TreatmentTimes.Of(treatment).SunDays + 2 : 3)
            )
            .Append(from.AddDays(Least))
            .Max();
        return (today.DayNumber - from.DayNumber, Math.Clamp(until.DayNumber - from.DayNumber + 1, Least, Most));
    }

    /// <summary>Whether a treatment is near enough to be drawn: ahead of today by a month, or in its window.</summary>
    public static bool Shown(Treatment treatment, DateOnly today)
    {
        var times = TreatmentTimes.Of(treatment);
        return treatment.On <= today.AddDays(35) && today <= treatment.On.AddDays(Math.Max(Math.Max(times.SunDays, times.AfterDays), 3));
    }

    /// <param name="path">Planned over <see cref="Span"/>.</param>
    public static CareDrawing Of(CarePath path, IReadOnlyList<Treatment> treatments)
    {
        var first = path.Days[0].Date;
        var last = path.Days[^1].Date;
        var column = (Width - Left - Right) / path.Days.Count;
        double X(DateOnly day) => Left + (column * Math.Clamp(day.DayNumber - first.DayNumber, 0, path.Days.Count));
        var shown = treatments
            .Where(treatment => Shown(treatment, path.Today) && treatment.On >= first && treatment.On <= last)
            .OrderBy(treatment => treatment.On)
            .ToList();
        var rows = path
            .Windows.Where(window => window.Restriction is not null && window.Until >= first && window.From <= last)
            .GroupBy(window => window.Restriction!.Value)
            .OrderBy(group => Order(group.Key))
            .ToList();
        return new()
        {
            First = first,
            Column = column,
            Days =
            [
                .. path.Days.Select(day => new StripDay(
                    day.Date,
                    X(day.Date),
                    Grains.Of(day, Moment.Morning, path.Today),
                    Grains.Of(day, Moment.Evening, path.Today),
                    Words.Day(day.Date),
                    day.Date > path.Today,
                    day.Date == path.Today,
                    day.Date.DayOfWeek == DayOfWeek.Monday
                )),
            ],
            Rows =
            [
                .. rows.Select(
                    (row, i) =>
                        new CareRow(
                            Restrictions.TitleOf(row.Key),
                            RowsTop + (i * RowHeight),
                            [.. row.OrderBy(window => window.From).Select(window => Ribbon(window, path.Today, X, column))]
                        )
                ),
            ],
            Treatments = [.. shown.Select(treatment => (X(treatment.On), TreatmentTimes.Of(treatment).Title))],
            Asks =
            [
                .. path
                    .CheckIns.Where(due => due.Of != CheckInOf.Rung && due.Due >= first && due.Due <= last)
                    .Select(due => Ask(due, X(due.Due) + (column / 2))),
                .. shown
                    .Where(treatment => treatment.On > path.Today)
                    .SelectMany(treatment =>
                        TreatmentTimes
                            .Of(treatment)
                            .Template.CheckIns.Select(day => treatment.On.AddDays(day))
                            .Where(day => day <= last)
                            .Select(day => new CareAsk(X(day) + (column / 2), "husk", "to come", $"asked on {Words.Day(day)}"))
                    ),
            ],
            Summary = string.Join(
                " ",
                shown
                    .Select(treatment => $"{TreatmentTimes.Of(treatment).Title} on {Words.Day(treatment.On)}.")
                    .Concat(
                        rows.SelectMany(row => row)
                            .Select(window =>
                                $"{Restrictions.TitleOf(window.Restriction!.Value)} from {Words.Day(window.From)} {CareEnds.Of(window)}."
                            )
                    )
            ),
        };
    }

    private static CareRibbon Ribbon(PathWindow window, DateOnly today, Func<DateOnly, double> x, double column)
    {
        var start = x(window.From);
        // Hours end inside their day, at their share of it.
        var end = window is { EndsAt: { } at, EndsOn: { } on }
            ? x(on) + (column * at.ToTimeSpan().TotalHours / 24)
            : x(window.Until!.Value.AddDays(1));
        var before = window.Because.Rule == RuleBook.TreatmentBefore;
        var word = before ? "" : CareEnds.Back(window);
        var fits = Width - Right - end > word.Length * LetterWidth;
        return new(start, Math.Max(3, end - start), before, window.Until < today, word, fits ? end + 5 : end - 5, fits ? "start" : "end");
    }

    private static CareAsk Ask(CheckInDue due, double x) =>
        due.State switch
        {
            CheckInState.Answered => new(x, "leaf", "answered", $"day {due.Day}, {Words.Day(due.Due)}: answered"),
            CheckInState.Due => new(x, "ask", "due today", $"day {due.Day}, {Words.Day(due.Due)}: due today"),
            CheckInState.Overdue => new(x, "ease", "overdue", $"day {due.Day}, {Words.Day(due.Due)}: not answered"),
            CheckInState.Lapsed => new(x, "skipped", "not answered", $"day {due.Day}, {Words.Day(due.Due)}: not answered"),
            _ => new(x, "husk", "to come", $"day {due.Day}, {Words.Day(due.Due)}"),
        };

    private static int Order(RestrictionKind kind) =>
        kind switch
        {
            RestrictionKind.Cleansing => -1,
            RestrictionKind.Sun => 50,
            _ => (int)kind,
        };
}
