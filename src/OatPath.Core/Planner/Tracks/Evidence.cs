using OatPath.Core.Ramp;

namespace OatPath.Core.Planner.Tracks;

/// <summary>What one product's uses have shown: on the rung held, and over all days.</summary>
internal sealed class Evidence
{
    /// <summary>The day from which the hold of the rung counts, or null where no rung is held.</summary>
    public DateOnly? HoldFrom { get; private set; }

    /// <summary>The day since which nothing spoke against this family.</summary>
    public DateOnly? CalmFrom { get; private set; }
    public int Uses { get; private set; }
    public int Planned { get; private set; }
    public int WorstSting { get; private set; }

    /// <summary>Days of use in order, and how the skin took those that were told of.</summary>
    public List<DateOnly> UsedOn { get; } = [];
    public Dictionary<DateOnly, Felt> FeltOn { get; } = [];

    /// <summary>A booster's worst sting told of each use, and the use after which its units last rose.</summary>
    public Dictionary<DateOnly, int> StingOn { get; } = [];
    public DateOnly? RaisedFor { get; private set; }

    /// <summary>Care days on which somebody told how its uses were taken, since the rung began.</summary>
    public List<DateOnly> ToldOn { get; } = [];

    public void Told(DateOnly on) => ToldOn.Add(on);

    /// <summary>A rung begins: everything about it counts from a day.</summary>
    public void CountFrom(DateOnly day)
    {
        CalmFrom = day;
        HoldFrom = null;
        ToldOn.Clear();
        RestartHold(day);
    }

    /// <summary>Counts the hold and its uses anew from a day, or from the later one it already waits for.</summary>
    public void RestartHold(DateOnly day)
    {
        HoldFrom = HoldFrom > day ? HoldFrom : day;
        Uses = 0;
        Planned = 0;
        WorstSting = 0;
    }

    /// <summary>No rung is held.</summary>
    public void Forget()
    {
        HoldFrom = null;
        CalmFrom = null;
    }

    /// <summary>Never back: a report that comes twice or late must not make the calm longer than it was.</summary>
    public void NotCalm(DateOnly on) => CalmFrom = CalmFrom is null || CalmFrom > on ? CalmFrom : on.AddDays(1);

    public void Stung(int sting) => WorstSting = Math.Max(WorstSting, sting);

    /// <summary>A planned day has passed.</summary>
    /// <param name="calm">Whether it was used, and used as planned, so that a calm use says something.</param>
    public void Passed(bool calm)
    {
        Planned++;
        Uses += calm ? 1 : 0;
    }

    public void Feel(DateOnly used, Felt felt) => FeltOn[used] = (Felt)Math.Max((int)FeltOn.GetValueOrDefault(used), (int)felt);

    /// <summary>The worst sting told of a use, with this one.</summary>
    public int Sting(DateOnly used, int sting) => StingOn[used] = Math.Max(sting, StingOn.GetValueOrDefault(used));

    public void Raised(DateOnly? on) => RaisedFor = on;
}
