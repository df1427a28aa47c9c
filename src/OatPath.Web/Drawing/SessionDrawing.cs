using OatPath.Core.Case;
using OatPath.Core.House;
using OatPath.Core.Session;
using OatPath.Core.Skin;
using OatPath.Core.Wording;

namespace OatPath.Web.Drawing;

/// <summary>A time during which a zone was on.</summary>
public sealed record SessionSpan(double X, double Width);

/// <param name="TargetX">Where this zone was planned to be off, and where it could never be on any more.</param>
public sealed record SessionRow(
    string Zone,
    string Contact,
    double Y,
    IReadOnlyList<SessionSpan> Spans,
    bool Over,
    double TargetX,
    double LimitX
);

/// <summary>How wide a session is drawn, and how much of that names and times take at its sides.</summary>
public sealed record SessionFrame(double Width, double Left, double Right)
{
    public static SessionFrame Desk { get; } = new(580, 120, 70);

    /// <summary>For a phone, where it is not drawn smaller than it is read.</summary>
    public static SessionFrame Pocket { get; } = new(310, 112, 44);
}

/// <summary>
/// A guided session as one small drawing: zones over the clock, stings above, the target and the longest that may be, the ending.
/// </summary>
public sealed class SessionDrawing
{
    public const double Top = 40;
    public const double RowHeight = 15;
    private const double Minute = 60_000;
    private const double WordWidth = 34;
    private static readonly int[] Steps = [1, 2, 5, 10, 20, 60, 240];

    public required SessionFrame Frame { get; init; }
    public required IReadOnlyList<SessionRow> Rows { get; init; }
    public required IReadOnlyList<(double X, int Value)> Stings { get; init; }
    public required IReadOnlyList<(double X, string Word)> Minutes { get; init; }

    public required IReadOnlyList<string> Faults { get; init; }
    public required string Outcome { get; init; }
    public required bool Hurt { get; init; }
    public required string Summary { get; init; }

    public double Height => Top + (Math.Max(1, Rows.Count) * RowHeight) + 18;

    /// <param name="frame">Null draws it for a desk.</param>
    public static SessionDrawing Of(SessionHeld held, SessionFrame? frame = null)
    {
        frame ??= SessionFrame.Desk;
        var own = frame == SessionFrame.Pocket;
        var script = held.Script;
        var reading = SessionReading.Of(script, held.Events);
        var spans = Spans(held);
        var first = spans.Values.SelectMany(each => each).Select(span => span.From).DefaultIfEmpty(0).Min();
        var last = Math.Max(
            first + (script.LimitSeconds * 1000L),
            spans.Values.SelectMany(each => each).Select(span => span.To).DefaultIfEmpty(0).Max()
        );
        last = script.StaysOn ? first + (script.TargetSeconds * 1200L) : last + (long)(Minute / 2);
        var wide = frame.Width - frame.Left - frame.Right;
        double X(long at) => frame.Left + (wide * Math.Clamp((at - first) / (double)Math.Max(1, last - first), 0, 1));
        long Touch(FaceZone zone) => spans.TryGetValue(zone, out var each) ? each[0].From : first;
        // Minutes are named as often as their words have room.
        var step = Steps.FirstOrDefault(minutes => wide * minutes * Minute / Math.Max(1, last - first) >= WordWidth, Steps[^1]);
        var outcome = own ? OwnWords(reading.Last) : OutcomeWords(reading.Last);
        return new SessionDrawing
        {
            Frame = frame,
            Rows =
            [
                .. reading.Last.Zones.Select(
                    (zone, i) =>
                        new SessionRow(
                            FaceZones.TitleOf(zone.Zone),
                            Words.Clock(zone.ContactMilliseconds),
                            Top + (i * RowHeight),
                            [
                                .. spans
                                    .GetValueOrDefault(zone.Zone, [])
                                    .Select(span => new SessionSpan(X(span.From), Math.Max(2, X(span.To) - X(span.From)))),
                            ],
                            !script.StaysOn && zone.ContactMilliseconds > script.TargetSeconds * 1000L,
                            X(Touch(zone.Zone) + (script.TargetSeconds * 1000L)),
                            X(Touch(zone.Zone) + (script.LimitSeconds * 1000L))
                        )
                ),
            ],
            Stings = [.. reading.Stings.Where(sting => sting.At <= last).Select(sting => (X(sting.At), sting.Value))],
            Minutes =
            [
                .. Enumerable
                    .Range(0, (int)((last - first) / Minute / step) + 1)
                    .Select(i => (X(first + (long)(i * step * Minute)), $"{i * step}:00")),
            ],
            Faults = SessionReading.Faults(script, reading.Last),
            Outcome = outcome,
            Hurt =
                reading.Last.Outcome
                    is not (SessionOutcome.Done or SessionOutcome.EndedEarly or SessionOutcome.Open or SessionOutcome.Refused),
            Summary =
                $"{outcome}. "
                + string.Join(
                    ", ",
                    reading.Last.Zones.Select(zone => $"{FaceZones.TitleOf(zone.Zone)} {Words.Clock(zone.ContactMilliseconds)}")
                )
                + Said.Of($". Worst sting {reading.Last.WorstSting}."),
        };
    }

    /// <summary>The same for whoever did it.</summary>
    private static string OwnWords(SessionState state) =>
        state.Outcome switch
        {
            SessionOutcome.Done => Said.Of("Well ended"),
            SessionOutcome.EndedEarly => Said.Of("You took it off early"),
            SessionOutcome.EndedForSting => Said.Of($"It stung {state.WorstSting}, and came off"),
            SessionOutcome.StillStings => Said.Of("It still stung after it was off"),
            SessionOutcome.Burned => Said.Of("It burned: water"),
            SessionOutcome.Frosted => Said.Of("White or grey skin: water, and medical help"),
            SessionOutcome.InEye => Said.Of("In the eye: water, and medical help"),
            _ => Said.Of("Not ended to its last line"),
        };

    /// <summary>Who ended it and why, in a word or two.</summary>
    public static string OutcomeWords(SessionState state) =>
        state.Outcome switch
        {
            SessionOutcome.Done => "Done as planned",
            SessionOutcome.EndedEarly => "Taken off early by the client",
            SessionOutcome.EndedForSting => $"Ended by the guide at sting {state.WorstSting}",
            SessionOutcome.StillStings => $"Still stung after it was off, worst {state.WorstSting}",
            SessionOutcome.Burned => "It burned: water",
            SessionOutcome.Frosted => "White or grey skin: water",
            SessionOutcome.InEye => "In the eye",
            SessionOutcome.Refused => "Not begun: an answer spoke against it",
            _ => state.Zones.Any(zone => zone.IsOn) ? "Nothing more was sent; something was still on" : "Not ended to its last line",
        };

    private static Dictionary<FaceZone, List<(long From, long To)>> Spans(SessionHeld held)
    {
        var spans = new Dictionary<FaceZone, List<(long From, long To)>>();
        var since = new Dictionary<FaceZone, long>();
        var end = held.Events.Select(happened => happened.AtMilliseconds).DefaultIfEmpty(0).Max();
        foreach (var at in held.Events.Select(happened => happened.AtMilliseconds).Distinct().Order())
        {
            foreach (var zone in SessionPlayer.Play(held.Script, held.Events, at).Zones)
            {
                if (zone.IsOn)
                {
                    since.TryAdd(zone.Zone, at);
                }
                else if (since.Remove(zone.Zone, out var from))
                {
                    Add(zone.Zone, from, at);
                }
            }
        }

        foreach (var (zone, from) in since)
        {
            Add(zone, from, end);
        }

        return spans;
        void Add(FaceZone zone, long from, long to)
        {
            if (!spans.TryGetValue(zone, out var list))
            {
                spans[zone] = list = [];
            }

            list.Add((from, to));
        }
    }
}
