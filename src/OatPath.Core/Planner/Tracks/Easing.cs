using OatPath.Core.House;

namespace OatPath.Core.Planner.Tracks;

/// <summary>The rest of one active after a strong reaction.</summary>
internal sealed class Easing
{
    private DateOnly? lastDownFor;

    /// <summary>The last day of the rest, or null where there never was one.</summary>
    public DateOnly? Until { get; private set; }
    public Because? Because { get; private set; }

    /// <summary>The use that was reacted to, the day it was told on, and the report that told it.</summary>
    public DateOnly? UsedOn { get; private set; }
    public DateOnly? ToldOn { get; private set; }
    public string? Report { get; private set; }

    public bool Covers(DateOnly day) => Until >= day;

    /// <summary>Whether this use has cost a rung already.</summary>
    public bool HasCost(DateOnly used) => lastDownFor == used;

    public void Told(DateOnly used, DateOnly told, string report)
    {
        lastDownFor = used;
        UsedOn = used;
        ToldOn = told;
        Report = report;
    }

    /// <summary>Rests until the end of a day; a longer rest stays.</summary>
    /// <returns>Whether the rest grew.</returns>
    public bool Rest(DateOnly until, Because because)
    {
        if (Until >= until)
        {
            return false;
        }

        Until = until;
        Because = because;
        return true;
    }
}
