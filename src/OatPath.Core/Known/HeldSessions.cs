using OatPath.Core.Case;
using OatPath.Core.CheckIn;
using OatPath.Core.House;
using OatPath.Core.Session;

namespace OatPath.Core.Known;

/// <summary>A guided session as the plan reads it: a use with its longest contact, and a report of how it felt.</summary>
public static class HeldSessions
{
    /// <summary>Sting that stands for "It burns, end now" where none higher was told.</summary>
    /// <remarks>House default: a burn is a stop.</remarks>
    private const int BurnSting = 7;

    /// <summary>A log in which every session stands as the use and the report it comes to.</summary>
    public static IEnumerable<LogEntry> Expand(IEnumerable<LogEntry> log) => log.SelectMany(entry => entry is SessionHeld held ? Read(held) : [entry]);

    /// <returns>Nothing for practice, and where nothing was put on.</returns>
    public static IEnumerable<LogEntry> Read(SessionHeld held)
    {
        var reading = SessionReading.Of(held.Script, held.Events);
        if (held.Practice || !reading.Touched)
        {
            yield break;
        }

        yield return new Applied
        {
            Id = $"{held.Id}-use",
            HappenedAt = held.HappenedAt,
            RecordedAt = held.RecordedAt,
            By = held.By,
            Product = held.Product,
            Day = held.Day,
            Moment = Moment.Evening,
            ContactSeconds = held.Script.StaysOn || held.Script.Device is not null ? null : (int)Math.Min(CaseCheck.MaxContactSeconds, (reading.LongestMilliseconds + 999) / 1000),
        };

        if (reading.Last.Device is { Cut.Count: > 0 } device)
        {
            yield return new Nicked { Id = $"{held.Id}-nick", HappenedAt = held.HappenedAt, RecordedAt = held.RecordedAt, By = held.By, Day = held.Day, Zones = device.Cut };
        }

        if (Report(reading) is { } report)
        {
            yield return new CheckedIn { Id = held.Id, HappenedAt = held.HappenedAt, RecordedAt = held.RecordedAt, By = held.By, Day = held.Day, Report = report };
        }
    }

    /// <summary>How it felt; null where nothing was told of it.</summary>
    public static SkinReport? Report(SessionReading reading)
    {
        var state = reading.Last;
        var hurt = state.Outcome is SessionOutcome.Burned or SessionOutcome.Frosted or SessionOutcome.InEye or SessionOutcome.StillStings or SessionOutcome.Weals;
        if (reading.Stings.Count == 0 && !hurt)
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
        var burned = state.Outcome is SessionOutcome.Burned or SessionOutcome.Frosted;
        return new SkinReport
        {
            Sting = Math.Clamp(burned ? Math.Max(BurnSting, state.WorstSting) : state.WorstSting, 0, 10),
            StingSeconds = reading.StingMilliseconds is { } lasted ? (int)(lasted / 1000) : null,
            Redness = Math.Clamp(state.Redness ?? 0, 0, 4),
            Signs = signs,
        };
    }
}
