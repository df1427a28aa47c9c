using System.Globalization;
using OatPath.Core.Care;
using OatPath.Core.House;
using OatPath.Core.Plan;
using OatPath.Web.Wording;

namespace OatPath.Web.Drawing;

/// <summary>One day's column of the Strip.</summary>
public sealed record StripDay(DateOnly Date, double X, Mark Morning, Mark Evening, string Title, bool Ahead, bool Today, bool WeekStart);

/// <summary>A window drawn across the days.</summary>
public sealed record StripRibbon(string Kind, double X, double Width, double Y, string Word)
{
    /// <summary>As much of the word as has room: all of it, what stands before its comma, its beginning, or nothing.</summary>
    public string Shown
    {
        get
        {
            var brief = Word.Split(',')[0];
            return Width > Word.Length * 7 ? Word
                : brief != Word && Width > brief.Length * 7 ? brief
                : Width > 40 ? Word[..Math.Min(Word.Length, (int)(Width / 7))] + "…"
                : "";
        }
    }
}

/// <summary>A rung of the projected climb: where it would be asked, in words where there is room.</summary>
public sealed record StripRung(double X, int Lane, string Word, string Title);

/// <summary>Positions of everything on a Strip: days as columns, morning above evening, ribbons above, load as a hill below.</summary>
public sealed record StripDrawing
{
    public required double Width { get; init; }
    public required double Height { get; init; }
    public required double Column { get; init; }
    public required double MorningTop { get; init; }
    public required double EveningTop { get; init; }
    public required double Left { get; init; }
    public required double MorningHeight { get; init; }
    public required double EveningHeight { get; init; }
    public required double MarkSize { get; init; }
    public required IReadOnlyList<StripDay> Days { get; init; }
    public required IReadOnlyList<StripRibbon> Ribbons { get; init; }
    public required string Hill { get; init; }
    public required IReadOnlyList<StripRung> Projected { get; init; }
    public double? HillTop { get; init; }
    public bool Small { get; init; }
    public required string Summary { get; init; }

    /// <summary>Days so narrow that a mark is drawn tall and lean instead of small.</summary>
    public bool Lean => !Small && Column < LeanBelow;

    public double RowsWidth => Days.Count * Column;

    private const double LeanBelow = 12;
    private const double LetterWidth = 6.2;
    private const double ProjectedLine = 15;

    public static string N(double value) => value.ToString("0.##", CultureInfo.InvariantCulture);

    public static StripDrawing Full(CarePath path, Func<string?, string> nameOf) => Draw(path, nameOf, false);

    /// <summary>Two rows only, for the Desk and the phone.</summary>
    public static StripDrawing Mini(CarePath path, Func<string?, string> nameOf) => Draw(path, nameOf, true);

    private static StripDrawing Draw(CarePath path, Func<string?, string> nameOf, bool small)
    {
        var width = small ? 238.0 : 1180.0;
        var left = small ? 0.0 : 74.0;
        var column = (width - left - (small ? 0 : 6)) / Math.Max(1, path.Days.Count);
        var first = path.Days[0].Date;
        double X(DateOnly date) => left + ((date.DayNumber - first.DayNumber) * column);

        var ribbons = small ? SmallRibbons(path, X, column) : DrawRibbons(path, X, column, nameOf);
        var lanes = ribbons.Count == 0 ? 0 : (int)ribbons.Max(ribbon => ribbon.Y) + 1;
        var laneHeight = small ? 5.0 : 20.0;
        var head = small ? 1 : 42;
        var top = head + (lanes * laneHeight) + (small ? 1 : 6);
        var morningHeight = small ? 13.0 : 40.0;
        var eveningHeight = small ? 19.0 : 54.0;
        var hillTop = top + morningHeight + eveningHeight + 12;
        var projected = small ? [] : DrawProjected(path, X, width, nameOf);
        return new()
        {
            Small = small,
            Width = width,
            Left = left,
            Column = column,
            MorningTop = top,
            MorningHeight = morningHeight,
            EveningTop = top + morningHeight,
            EveningHeight = eveningHeight,
            MarkSize = Math.Min(column * (small ? 0.95 : 0.9), small ? 15 : 26),
            Height = small
                ? top + morningHeight + eveningHeight + 1
                : hillTop + 51 + (ProjectedLine * Math.Max(1, projected.Count == 0 ? 0 : projected.Max(rung => rung.Lane) + 1)),
            HillTop = small ? null : hillTop,
            Days =
            [
                .. path.Days.Select(day => new StripDay(
                    day.Date,
                    X(day.Date),
                    Grains.Of(day, Moment.Morning, path.Today),
                    Grains.Of(day, Moment.Evening, path.Today),
                    small ? "" : Title(day, path.Today, nameOf),
                    day.Date > path.Today,
                    day.Date == path.Today,
                    day.Date.DayOfWeek == DayOfWeek.Monday
                )),
            ],
            Ribbons = [.. ribbons.Select(ribbon => ribbon with { Y = head + (ribbon.Y * laneHeight) })],
            Hill = small ? "" : DrawHill(path, X, column, hillTop),
            Projected = projected,
            Summary = Summarise(path, nameOf),
        };
    }

    /// <summary>
    /// The climb if every step were approved on its day: an arrow a rung, a line for each ladder; words only where they have room.
    /// </summary>
    private static List<StripRung> DrawProjected(CarePath path, Func<DateOnly, double> x, double width, Func<string?, string> nameOf)
    {
        var drawn = new List<StripRung>();
        var lane = 0;
        foreach (var ladder in path.Ladders)
        {
            var rungs = ladder.Projected.Where(rung => rung.From >= path.Days[0].Date && rung.From <= path.Days[^1].Date).ToList();
            for (var i = 0; i < rungs.Count; i++)
            {
                var room = (i + 1 < rungs.Count ? x(rungs[i + 1].From) : width) - x(rungs[i].From) - 12;
                var word = ladder.Rungs[rungs[i].Rung].InWords(ladder.Moment == Moment.Morning) + "?";
                var named = $"{nameOf(ladder.Product)}: {word}";
                drawn.Add(
                    new(
                        x(rungs[i].From),
                        lane,
                        room > named.Length * LetterWidth ? named
                            : room > word.Length * LetterWidth ? word
                            : "",
                        $"{named} Asked from {Words.Day(rungs[i].From)}, if every step is approved on its day."
                    )
                );
            }

            lane += rungs.Count > 0 ? 1 : 0;
        }

        return drawn;
    }

    private static List<StripRibbon> DrawRibbons(CarePath path, Func<DateOnly, double> x, double column, Func<string?, string> nameOf)
    {
        var drawn = new List<StripRibbon>();
        var lanes = new List<DateOnly>();
        foreach (var window in path.Windows.Where(Stands))
        {
            var from = window.From < path.Days[0].Date ? path.Days[0].Date : window.From;
            var until = window.Until is null || window.Until > path.Days[^1].Date ? path.Days[^1].Date : window.Until.Value;
            var lane = lanes.FindIndex(free => free < from);
            if (lane < 0)
            {
                lanes.Add(until);
                lane = lanes.Count - 1;
            }
            else
            {
                lanes[lane] = until;
            }

            if (lane < 4)
            {
                drawn.Add(
                    new(EnumName.Of(window.Kind), x(from), (until.DayNumber - from.DayNumber + 1) * column, lane, WordFor(window, nameOf))
                );
            }
        }

        return drawn;
    }

    /// <summary>
    /// Of what rests around a treatment or needles the Strip shows what concerns the shelf longer than its irritants, and sun; the rest
    /// stands at Care.
    /// </summary>
    private static bool Stands(PathWindow window) =>
        window.Kind != WindowKind.CareRests
        || (window.Because.Rule == RuleBook.TreatmentRests && window.Restriction is RestrictionKind.ByHand or RestrictionKind.Sun)
        || (window.Because.Rule == RuleBook.NeedleSun && window.Restriction == RestrictionKind.Irritants);

    private static List<StripRibbon> SmallRibbons(CarePath path, Func<DateOnly, double> x, double column) =>
        [
            .. DrawRibbons(
                    path with
                    {
                        Windows =
                        [
                            .. path
                                .Windows.Where(window => window.Kind != WindowKind.CareRests)
                                .OrderBy(window => window.Kind == WindowKind.Stop ? 0 : 1),
                        ],
                    },
                    x,
                    column,
                    _ => ""
                )
                .Where(ribbon => ribbon.Y < 1),
        ];

    private static string WordFor(PathWindow window, Func<string?, string> nameOf) =>
        window.Kind switch
        {
            WindowKind.Stop => window.Until is null ? "repair until cleared" : "repair, cleared",
            WindowKind.EaseOff => $"{nameOf(window.Product)} off until {Words.Day(window.Until!.Value)}",
            WindowKind.Care => $"care until {Words.Day(window.Until!.Value)}",
            WindowKind.BeforeTreatment => "stops before treatment",
            WindowKind.PeelStops => $"no {window.Because.Values["products"]}",
            WindowKind.Sun => "strong sun",
            WindowKind.Nick => $"a nick: not on {window.Because.Values["zones"]}",
            WindowKind.CareRests when window.Because.Rule == RuleBook.NeedleSun => $"no irritants, {nameOf(window.Product)}",
            WindowKind.CareRests => $"{Restrictions.TitleOf(window.Restriction!.Value)}, {CareEnds.Back(window)}",
            WindowKind.Peel => $"peel, to {window.Until!.Value.ToString("d MMM", CultureInfo.InvariantCulture)}",
            _ => "skin left in peace",
        };

    private static string DrawHill(CarePath path, Func<DateOnly, double> x, double column, double top)
    {
        var most = Math.Max(1, path.Days.Max(day => day.Load));
        var points = path.Days.Select(
            (day, i) =>
            {
                // Three days smooth the hill: skin remembers yesterday.
                var load = (day.Load + (i > 0 ? path.Days[i - 1].Load * 0.6 : 0) + (i > 1 ? path.Days[i - 2].Load * 0.3 : 0)) / 1.9;
                return $"L{N(x(day.Date) + (column / 2))} {N(top + 42 - (38 * load / most))}";
            }
        );
        return $"M{N(x(path.Days[0].Date))} {N(top + 42)}{string.Concat(points)}L{N(x(path.Days[^1].Date) + column)} {N(top + 42)}Z";
    }

    private static string Title(DayPath day, DateOnly today, Func<string?, string> nameOf)
    {
        string Half(Moment moment)
        {
            var names = Grains.NamesOf(day[moment], step => nameOf(step.Product), onlyActives: true);
            var mark = Grains.Of(day, moment, today);
            return names.Count == 0 ? (day[moment].Repair ? "repair" : mark.Word) : $"{string.Join(" and ", names)} ({mark.Word})";
        }

        return $"{Words.Day(day.Date)}{(day.Date == today ? ", today" : "")}: morning {Half(Moment.Morning)}; evening "
            + $"{Half(Moment.Evening)}";
    }

    private static string Summarise(CarePath path, Func<string?, string> nameOf)
    {
        var ahead = path.Days.Where(day => day.Date >= path.Today).ToList();
        var used = ahead
            .SelectMany(day => Grains.Actives(day.Morning).Concat(Grains.Actives(day.Evening)))
            .GroupBy(step => step.Product)
            .Select(group => $"{nameOf(group.Key)} {group.Count()} times");
        return $"Path from {Words.Day(path.Days[0].Date)} to {Words.Day(path.Days[^1].Date)}. Ahead: "
            + $"{string.Join(", ", used.DefaultIfEmpty("no active"))}.";
    }
}
