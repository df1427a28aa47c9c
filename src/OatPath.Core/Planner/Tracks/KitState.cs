using OatPath.Core.House;

namespace OatPath.Core.Planner.Tracks;

/// <summary>What is known of the evenings of one wash-off kit.</summary>
internal sealed class KitState
{
    /// <summary>The next evening, or null while none is found.</summary>
    public DateOnly? NextOn { get; private set; }

    /// <summary>Why there is none, or why it is not sooner.</summary>
    public Because? NotSooner { get; private set; }

    /// <summary>Days from one evening to the next; 0 for what is no kit.</summary>
    public int EveryDays { get; private set; }

    /// <summary>When no evening was to be found for long, the day on which it is looked for again.</summary>
    public DateOnly? LookAgainOn { get; private set; }

    /// <summary>The latest day of use of which was told on a later day how the skin took it.</summary>
    public DateOnly? ToldOn { get; private set; }

    /// <summary>The latest use, where it stayed on longer than its rung allowed, seconds.</summary>
    public (DateOnly Day, int Seconds, int Limit)? Overrun { get; private set; }

    public void Restart(int everyDays)
    {
        EveryDays = everyDays;
        LookAgainOn = null;
    }

    public void Forget()
    {
        NextOn = null;
        NotSooner = null;
    }

    public void Found(DateOnly on) => NextOn = on;

    public void Hindered(Because? because) => NotSooner = because;

    public void LookAgain(DateOnly on) => LookAgainOn = on;

    /// <summary>A use was told of on a later day; never back to an earlier one.</summary>
    public void Told(DateOnly used, DateOnly reportedOn) => ToldOn = reportedOn > used && !(ToldOn > used) ? used : ToldOn;

    public void Stayed(DateOnly day, int? seconds, int? limit) =>
        Overrun = limit is { } most && seconds is { } stayed && stayed > most ? (day, stayed, most) : null;
}
