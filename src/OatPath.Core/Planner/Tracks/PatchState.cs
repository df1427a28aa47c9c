namespace OatPath.Core.Planner.Tracks;

/// <summary>Where the patch test of one start stands.</summary>
internal sealed class PatchState
{
    /// <summary>A patch test put on before this day is not of this start.</summary>
    public DateOnly? CountsFrom { get; private set; }

    /// <summary>The day it was put on, or is to be.</summary>
    public DateOnly? On { get; private set; }

    /// <summary>Whether it was really put on.</summary>
    public bool Done { get; private set; }

    /// <summary>The first day on which its active may be used; null while it has not been read.</summary>
    public DateOnly? ReadyFrom { get; private set; }

    /// <summary>The last look before its time, and when one counts; null while nobody looked early.</summary>
    public (DateTimeOffset At, DateTimeOffset CountsFrom)? Early { get; private set; }

    /// <summary>A start asks for a patch test of its own, or is ready from a day on without one.</summary>
    public void Restart(DateOnly countsFrom, DateOnly? readyFrom)
    {
        CountsFrom = countsFrom;
        On = null;
        Done = false;
        Early = null;
        ReadyFrom = readyFrom;
    }

    public void PlanFor(DateOnly day) => On = day;

    public void PutOn(DateOnly day)
    {
        On = day;
        Done = true;
        Early = null;
    }

    /// <summary>Nobody read it in time: it counts no longer, and is put on anew.</summary>
    public void Lapse()
    {
        CountsFrom = On?.AddDays(1);
        On = null;
        Done = false;
        Early = null;
    }

    public void LookedEarly(DateTimeOffset at, DateTimeOffset countsFrom) => Early = (at, countsFrom);

    public void ReadClear(DateOnly from) => ReadyFrom ??= from;
}
