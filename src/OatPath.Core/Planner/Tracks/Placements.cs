namespace OatPath.Core.Planner.Tracks;

/// <summary>The days a product stands on, planned or used, in the order the run came by them.</summary>
internal sealed class Placements
{
    private readonly List<DateOnly> days = [];

    public DateOnly? Last => days.Count == 0 ? null : days[^1];

    public void Add(DateOnly day)
    {
        if (!On(day))
        {
            days.Add(day);
        }
    }

    public bool On(DateOnly day)
    {
        for (var i = days.Count - 1; i >= 0 && days[i] >= day; i--)
        {
            if (days[i] == day)
            {
                return true;
            }
        }

        return false;
    }

    public DateOnly? LastBefore(DateOnly day)
    {
        for (var i = days.Count - 1; i >= 0; i--)
        {
            if (days[i] < day)
            {
                return days[i];
            }
        }

        return null;
    }

    /// <summary>The first day from one on, that one included, or null.</summary>
    public DateOnly? FirstFrom(DateOnly day) => days.Exists(placed => placed >= day) ? days.Find(placed => placed >= day) : null;

    /// <summary>How many from a day on, that day included.</summary>
    public int CountFrom(DateOnly day)
    {
        var count = 0;
        for (var i = days.Count - 1; i >= 0 && days[i] >= day; i--)
        {
            count++;
        }

        return count;
    }

    /// <summary>How many in the 7 days that end with a day.</summary>
    public int In7(DateOnly day)
    {
        var count = 0;
        for (var i = days.Count - 1; i >= 0 && days[i] > day.AddDays(-7); i--)
        {
            count += days[i] <= day ? 1 : 0;
        }

        return count;
    }
}
