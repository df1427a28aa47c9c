namespace OatPath.Core.Known;

/// <summary>What a client is asked to take a picture at home for.</summary>
public enum PictureOccasion
{
    /// <summary>How the skin is before the next treatment or visit.</summary>
    BeforeTreatment,

    /// <summary>How it is on the third day after a treatment.</summary>
    DayThree,

    /// <summary>What was promised may be judged from now on.</summary>
    LookAgain,
}

/// <summary>Days on which a picture at home is of use.</summary>
/// <param name="Until">The last of them.</param>
/// <remarks>Source: trade convention for what is photographed when; how many days each may take: house default.</remarks>
public sealed record PictureAsked(PictureOccasion For, DateOnly From, DateOnly Until)
{
    private const int DaysBefore = 2;
    private const int ThirdDay = 3;
    private const int DaysThen = 2;
    private const int LookDays = 14;

    /// <summary>What is asked for today; null where nothing is, or a picture of these days is there.</summary>
    /// <param name="treated">Days of treatments, done and planned.</param>
    /// <param name="visit">The next visit, where one is agreed.</param>
    /// <param name="taken">Days of the pictures there are.</param>
    public static PictureAsked? Of(
        IEnumerable<DateOnly> treated,
        DateOnly? visit,
        IEnumerable<HonestWait> waits,
        DateOnly today,
        IReadOnlyCollection<DateOnly> taken
    ) =>
        treated
            .SelectMany(on => new[] { Before(on), new(PictureOccasion.DayThree, on.AddDays(ThirdDay), on.AddDays(ThirdDay + DaysThen)) })
            .Concat(visit is { } next ? [Before(next)] : [])
            .Concat(waits.Select(wait => new PictureAsked(PictureOccasion.LookAgain, wait.From, wait.From.AddDays(LookDays))))
            .Where(asked => asked.From <= today && asked.Until >= today)
            .Where(asked => !taken.Any(day => day >= asked.From && day <= asked.Until))
            .OrderBy(asked => asked.Until)
            .ThenBy(asked => asked.For)
            .FirstOrDefault();

    private static PictureAsked Before(DateOnly on) => new(PictureOccasion.BeforeTreatment, on.AddDays(-DaysBefore), on);
}
