using OatPath.Core.Case;
using OatPath.Core.CheckIn;
using OatPath.Core.House;
using OatPath.Core.Peel;
using OatPath.Core.Session;

namespace OatPath.Core.Known;

/// <summary>A guided session as the plan reads it: a use with its longest contact, and a report of how it felt.</summary>
public static class HeldSessions
{
    /// <summary>A log in which every session stands as the use and the report it comes to.</summary>
    public static IEnumerable<LogEntry> Expand(IEnumerable<LogEntry> log) =>
        log.SelectMany(entry => entry is SessionHeld held ? Read(held) : [entry]);

    /// <returns>Nothing for practice; its answers alone where nothing was put on.</returns>
    public static IEnumerable<LogEntry> Read(SessionHeld held)
    {
        var reading = SessionReading.Of(held.Script, held.Events);
        if (held.Practice)
        {
            yield break;
        }

        if (Answers(held) is { } answers)
        {
            yield return answers;
        }

        if (!reading.Touched)
        {
            yield break;
        }

        yield return new Applied
        {
            Id = UseOf(held),
            HappenedAt = held.HappenedAt,
            RecordedAt = held.RecordedAt,
            By = held.By,
            Product = held.Product,
            Day = held.Day,
            Moment = Moment.Evening,
            ContactSeconds =
                held.Script.StaysOn || held.Script.Device is not null
                    ? null
                    : (int)Math.Min(CaseCheck.MaxContactSeconds, (reading.LongestMilliseconds + 999) / 1000),
        };

        if (reading.Last.Device is { Cut.Count: > 0 } device)
        {
            yield return new Nicked
            {
                Id = $"{held.Id}-nick",
                HappenedAt = held.HappenedAt,
                RecordedAt = held.RecordedAt,
                By = held.By,
                Day = held.Day,
                Zones = device.Cut,
            };
        }

        if (Report(reading) is { } report)
        {
            yield return new CheckedIn
            {
                Id = held.Id,
                HappenedAt = held.HappenedAt,
                RecordedAt = held.RecordedAt,
                By = held.By,
                Day = held.Day,
                Report = report,
            };
        }
    }

    /// <summary>Id of the use that a session stands for.</summary>
    public static string UseOf(SessionHeld held) => $"{held.Id}-use";

    /// <summary>What was answered at the sink, as on any other page; null where nothing was.</summary>
    private static Screened? Answers(SessionHeld held)
    {
        var gone = held.Events.Where(happened => happened.Kind == SessionEventKind.TakenBack).Select(happened => happened.Item).ToHashSet();
        var last = new Dictionary<DayQuestion, bool>();
        foreach (
            var happened in held
                .Events.Where(happened => happened is { Kind: SessionEventKind.Answered, Item: not null } && !gone.Contains(happened.Id))
                .OrderBy(happened => happened.AtMilliseconds)
                .ThenBy(happened => happened.Id, StringComparer.Ordinal)
        )
        {
            if (
                held.Script.Asks.FirstOrDefault(ask => ask.Id == happened.Item) is { } ask
                && DayQuestionWords.OfAsk(ask.Id) is { } question
            )
            {
                last[question] = happened.Value == 1 != ask.GoesOn;
            }
        }

        return last.Count == 0
            ? null
            : new Screened
            {
                Id = $"{held.Id}-answers",
                HappenedAt = held.HappenedAt,
                RecordedAt = held.RecordedAt,
                By = held.By,
                Product = held.Product,
                Day = held.Day,
                Yes = [.. last.Where(answer => answer.Value).Select(answer => answer.Key).Order()],
                Asked = [.. last.Keys.Order()],
            };
    }

    /// <summary>How it felt; null where nothing was told of it.</summary>
    public static SkinReport? Report(SessionReading reading)
    {
        var state = reading.Last;
        var hurt =
            state.Outcome
            is SessionOutcome.Burned
                or SessionOutcome.Frosted
                or SessionOutcome.InEye
                or SessionOutcome.StillStings
                or SessionOutcome.Weals;
        if (reading.Stings.Count == 0 && !hurt && state.Redness is not > 0)
        {
            return null;
        }

        List<Sign> signs = [];
        void If(bool so, Sign sign)
        {
            if (so)
            {
                signs.Add(sign);
            }
        }

        If(state.Outcome == SessionOutcome.InEye, Sign.EyeExposure);
        If(state.Outcome == SessionOutcome.Weals, Sign.Weals);
        If(state.Outcome == SessionOutcome.Frosted, Sign.WhiteOrGreyBurn);
        If(reading.StillBurned, Sign.BurnsAfterWater);
        If(state.Outcome == SessionOutcome.StillStings, Sign.StingsAfterPeel);
        // House default: a burn is a stop, where no higher sting was told.
        var burned = state.Outcome is SessionOutcome.Burned or SessionOutcome.Frosted;
        return new SkinReport
        {
            Sting = Math.Clamp(burned ? Math.Max(FirstAid.StopSting, state.WorstSting) : state.WorstSting, 0, 10),
            StingSeconds = reading.StingMilliseconds is { } lasted ? (int)(lasted / 1000) : null,
            Redness = Math.Clamp(state.Redness ?? 0, 0, 4),
            Signs = signs,
        };
    }
}
