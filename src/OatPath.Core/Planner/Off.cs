using OatPath.Core.House;
using OatPath.Core.Planner.Tracks;

namespace OatPath.Core.Planner;

/// <summary>Why a product is off on a day, and until when.</summary>
/// <param name="Until">The last day for which it is known to hold, as seen from the day asked; null until somebody acts, or an answer at
/// Meet changes.</param>
/// <param name="EndsWithAnswers">Whether what ends it is an answer at Meet that begins or ends.</param>
internal sealed record Off(Because Because, DateOnly? Until, bool EndsWithAnswers)
{
    public static Off Through(DateOnly until, Because because) => new(because, until, false);

    /// <summary>Only the client or the practitioner ends it.</summary>
    public static Off ByHand(Because because) => new(because, null, false);

    public static Off WithAnswers(Because because) => new(because, null, true);
}

/// <summary>One thing that keeps products off.</summary>
internal interface IKeepsOff
{
    /// <summary>Whether it can keep nothing off in this run, so that it need not be asked day by day.</summary>
    bool Never => false;

    /// <summary>Why this product is off on this day, and until when; null where this does not keep it off.</summary>
    Off? Of(Track track, DateOnly day);
}

/// <summary>Several things that keep products off, the most telling first.</summary>
internal sealed class FirstOf(params IKeepsOff[] reasons) : IKeepsOff
{
    private readonly IKeepsOff[] asked =
    [
        .. reasons.SelectMany(reason => reason is FirstOf several ? several.asked : [reason]).Where(reason => !reason.Never),
    ];

    public bool Never => asked.Length == 0;

    public Off? Of(Track track, DateOnly day)
    {
        foreach (var reason in asked)
        {
            if (reason.Of(track, day) is { } off)
            {
                return off;
            }
        }

        return null;
    }

    /// <summary>Everything that keeps a product off on a day.</summary>
    public IEnumerable<Off> All(Track track, DateOnly day) => asked.Select(reason => reason.Of(track, day)).OfType<Off>();
}
