using OatPath.Core.Case;
using OatPath.Core.CheckIn;
using OatPath.Core.House;
using OatPath.Core.Peel;
using OatPath.Core.Session;
using OatPath.Core.Skin;

namespace OatPath.Core.Audit;

/// <summary>The auditor's own reading of guided sessions: a plain walk over the events, without the player.</summary>
internal static class AuditSessions
{
    /// <summary>The use and the report a session stands for; nothing for practice.</summary>
    public static IEnumerable<LogEntry> Read(SessionHeld held)
    {
        var events = held
            .Events.DistinctBy(happened => happened.Id)
            .OrderBy(happened => happened.AtMilliseconds)
            .ThenBy(happened => happened.Id, StringComparer.Ordinal)
            .ToList();
        var back = events.Where(happened => happened.Kind == SessionEventKind.TakenBack).Select(happened => happened.Item).ToHashSet();
        events.RemoveAll(happened =>
            back.Contains(happened.Id)
            && happened.Kind
                is not (
                    SessionEventKind.Burns
                    or SessionEventKind.StillBurns
                    or SessionEventKind.Frosted
                    or SessionEventKind.InEye
                    or SessionEventKind.ClockLost
                    or SessionEventKind.Contact
                    or SessionEventKind.ContactLost
                    or SessionEventKind.DeviceOn
                    or SessionEventKind.DeviceOff
                    or SessionEventKind.Nicked
                    or SessionEventKind.Weals
                )
            && !(happened.Kind == SessionEventKind.Stung && happened.Value >= held.Script.StingEnds)
        );
        var device = held.Script.Device is not null;
        var touched = events.Exists(happened =>
            device
                ? happened.Kind == SessionEventKind.Contact
                    || (happened.Kind == SessionEventKind.Passed && happened.Item is not null)
                    || (happened.Kind == SessionEventKind.Nicked && happened.Zone is not null)
                : OnSkin(happened) && happened.Zone is not null
        );
        if (held.Practice)
        {
            yield break;
        }

        var answered = events
            .Where(happened =>
                happened.Kind == SessionEventKind.Answered
                && held.Script.Asks.Any(ask => ask.Id == happened.Item)
                && QuestionOf(happened.Item!) is not null
            )
            .ToList();
        if (answered.Count > 0)
        {
            var said = answered
                .GroupBy(happened => QuestionOf(happened.Item!)!.Value)
                .Select(group => (Question: group.Key, group.Last().Value, Ask: held.Script.Asks.First(ask => ask.Id == group.Last().Item)))
                .ToList();
            yield return new Screened
            {
                Id = $"{held.Id}-answers",
                HappenedAt = held.HappenedAt,
                RecordedAt = held.RecordedAt,
                Product = held.Product,
                Day = held.Day,
                Yes = [.. said.Where(answer => answer.Value == 1 != answer.Ask.GoesOn).Select(answer => answer.Question)],
                Asked = [.. said.Select(answer => answer.Question)],
            };
        }

        if (!touched)
        {
            yield break;
        }

        var nicked = device
            ? events
                .Where(happened => happened.Kind == SessionEventKind.Nicked)
                .Select(happened => happened.Zone)
                .OfType<FaceZone>()
                .SelectMany(zone =>
                    zone switch
                    {
                        FaceZone.Jaw => new[] { FaceZone.LeftJaw, FaceZone.RightJaw },
                        FaceZone.EyeArea => [FaceZone.LeftEye, FaceZone.RightEye],
                        _ => [zone],
                    }
                )
                .Distinct()
                .Order()
                .ToList()
            : [];
        if (nicked.Count > 0)
        {
            yield return new Nicked
            {
                Id = $"{held.Id}-nick",
                HappenedAt = held.HappenedAt,
                RecordedAt = held.RecordedAt,
                Day = held.Day,
                Zones = nicked,
            };
        }

        yield return new Applied
        {
            Id = $"{held.Id}-use",
            HappenedAt = held.HappenedAt,
            RecordedAt = held.RecordedAt,
            Product = held.Product,
            Day = held.Day,
            Moment = Moment.Evening,
            ContactSeconds = held.Script.StaysOn || device ? null : Longest(held.Script, events),
        };
        bool Any(SessionEventKind kind) => events.Exists(happened => happened.Kind == kind);
        var stings = events.Where(happened => happened is { Kind: SessionEventKind.Stung, Value: not null }).ToList();
        var burned = Any(SessionEventKind.Burns) || Any(SessionEventKind.StillBurns) || Any(SessionEventKind.Frosted);
        var red = events
            .Where(happened => happened.Kind == SessionEventKind.Reddened)
            .Select(happened => happened.Value ?? 0)
            .DefaultIfEmpty()
            .Max();
        if (burned || Any(SessionEventKind.InEye) || (device && Any(SessionEventKind.Weals)) || stings.Count > 0 || red > 0)
        {
            var worst = stings.Select(sting => sting.Value!.Value).DefaultIfEmpty().Max();
            yield return new CheckedIn
            {
                Id = held.Id,
                HappenedAt = held.HappenedAt,
                RecordedAt = held.RecordedAt,
                Day = held.Day,
                Report = new SkinReport
                {
                    Sting = Math.Clamp(burned ? Math.Max(7, worst) : worst, 0, 10),
                    Redness = Math.Clamp(red, 0, 4),
                    Signs = Signs(held, events),
                },
            };
        }
    }

    private static DayQuestion? QuestionOf(string ask) =>
        ask == "open" ? DayQuestion.OpenSkin
        : ask == "active" ? DayQuestion.UsedElse
        : EnumName.Find<DayQuestion>(ask);

    private static List<Sign> Signs(SessionHeld held, List<SessionEvent> events)
    {
        List<Sign> signs = [];
        var hurt = false;
        foreach (var happened in events)
        {
            hurt |= happened.Kind is SessionEventKind.Burns or SessionEventKind.StillBurns;
            if (happened.Kind is SessionEventKind.InEye or SessionEventKind.Frosted)
            {
                signs.Add(happened.Kind == SessionEventKind.InEye ? Sign.EyeExposure : Sign.WhiteOrGreyBurn);
                hurt = true;
            }
        }

        if (held.Script.Device is not null && signs.Count == 0 && events.Exists(happened => happened.Kind == SessionEventKind.Weals))
        {
            signs.Add(Sign.Weals);
            hurt = true;
        }

        var first = events.Find(happened =>
            happened.Kind is SessionEventKind.Burns or SessionEventKind.StillBurns or SessionEventKind.Frosted
        );
        if (
            first is not null
            && events.Exists(happened =>
                happened.Kind == SessionEventKind.StillBurns
                && happened.AtMilliseconds - first.AtMilliseconds >= held.Script.LongWaterSeconds * 1000L
            )
        )
        {
            signs.Add(Sign.BurnsAfterWater);
        }

        // After the ending: the last word on the sting, given when it should long have faded.
        var ended = events.Find(happened => happened.Kind == SessionEventKind.Ended);
        var last = events.FindLast(happened => happened is { Kind: SessionEventKind.Stung, Value: not null });
        if (
            !hurt
            && ended is not null
            && last?.Value > held.Script.StingCalm
            && last.AtMilliseconds >= ended.AtMilliseconds + (held.Script.StopSeconds * 1000L)
        )
        {
            signs.Add(Sign.StingsAfterPeel);
        }

        return signs;
    }

    /// <summary>The longest time any zone was on, up to the last event where it never came off; whole seconds, rounded up.</summary>
    private static int Longest(SessionScript script, List<SessionEvent> events)
    {
        var longest = 0L;
        foreach (var zone in events.SelectMany(happened => Meant(script, happened)).Distinct())
        {
            long total = 0;
            long? since = null;
            var seen = false;
            foreach (var happened in events)
            {
                var everything =
                    happened.Kind
                    is SessionEventKind.AllOff
                        or SessionEventKind.Ended
                        or SessionEventKind.Burns
                        or SessionEventKind.StillBurns
                        or SessionEventKind.Frosted;
                if (OnSkin(happened) && (happened.Zone == zone || (!seen && Meant(script, happened).Contains(zone))))
                {
                    since ??= happened.AtMilliseconds;
                    seen = true;
                }
                else if (since is { } on && (everything || (happened.Kind == SessionEventKind.Off && happened.Zone == zone)))
                {
                    total += happened.AtMilliseconds - on;
                    since = null;
                }
            }

            longest = Math.Max(longest, total + (since is { } still ? events[^1].AtMilliseconds - still : 0));
        }

        return (int)Math.Min(86_400, (longest + 999) / 1000);
    }

    private static bool OnSkin(SessionEvent happened) =>
        happened.Kind is SessionEventKind.Touched or SessionEventKind.TouchedTogether or SessionEventKind.Layered;

    /// <summary>The zones that an event is about: one press for a group is about each of its zones.</summary>
    private static IEnumerable<FaceZone> Meant(SessionScript script, SessionEvent happened) =>
        happened.Zone is not { } zone ? []
        : happened.Kind != SessionEventKind.TouchedTogether ? [zone]
        : script
            .Groups.Where(group => group.Zones.Any(step => step.Zone == zone))
            .SelectMany(group => group.Zones)
            .Select(step => step.Zone)
            .Append(zone)
            .Distinct();
}
