using OatPath.Core.House;

namespace OatPath.Core.Session;

/// <summary>Says what is wrong with the events of a session: each with its place in the list, the field and the remedy.</summary>
/// <remarks>Whatever happened can be played; what cannot be read is refused and never dropped in silence.</remarks>
public static class SessionEventCheck
{
    /// <summary>A session is open for a year at most, ms.</summary>
    public const long MostMilliseconds = 366L * 86_400_000;

    public static IReadOnlyList<Problem> Check(IReadOnlyList<SessionEvent> events) =>
        [.. events.SelectMany((happened, i) => Check(happened).Select(problem => problem with { Field = $"events[{i}].{problem.Field}" }))];

    private static IEnumerable<Problem> Check(SessionEvent happened)
    {
        if (happened.Id is not { Length: > 0 and <= 64 })
        {
            yield return new("id", "give each event an id of 1 to 64 characters");
        }

        if (happened.AtMilliseconds is < 0 or > MostMilliseconds)
        {
            yield return new("atMilliseconds", $"give 0 to {MostMilliseconds} milliseconds since the session was opened");
        }

        if (
            happened.Kind
                is SessionEventKind.Touched
                    or SessionEventKind.TouchedTogether
                    or SessionEventKind.Layered
                    or SessionEventKind.Off
            && happened.Zone is null
        )
        {
            yield return new("zone", "name the zone");
        }

        if (
            happened.Kind
                is SessionEventKind.Ticked
                    or SessionEventKind.Answered
                    or SessionEventKind.GelOn
                    or SessionEventKind.SetTo
                    or SessionEventKind.Readied
                    or SessionEventKind.Passed
                    or SessionEventKind.TakenBack
            && happened.Item is not { Length: > 0 and <= 80 }
        )
        {
            yield return new("item", "name what it is about, in 1 to 80 characters");
        }

        var most = happened.Kind switch
        {
            SessionEventKind.Stung => 10,
            SessionEventKind.Reddened => 4,
            SessionEventKind.Answered => 1,
            SessionEventKind.Battery => 100,
            _ => (int?)null,
        };
        if (most is { } limit && (happened.Value is null or < 0 || happened.Value > limit))
        {
            yield return new("value", $"give a whole number from 0 to {most}");
        }
    }
}
