using OatPath.Core.CheckIn;
using OatPath.Core.House;
using OatPath.Core.Plan;
using OatPath.Core.Routine;
using OatPath.Core.Wording;

namespace OatPath.Web.Drawing;

/// <summary>The mark of one half day and its word.</summary>
public sealed record Mark(string Symbol, string Word);

/// <summary>Chooses the mark of a half day: one sprite, the same meaning on every screen.</summary>
public static class Grains
{
    private const int MildSting = 3;
    private const int StrongSting = 5;

    public static readonly Mark Rest = new("husk", "rest");

    /// <summary>Active steps of a half day.</summary>
    public static IEnumerable<Step> Actives(HalfDay half) => half.Steps.Where(step => step.IsActive());

    /// <summary>Steps of a half day that a client looks ahead to: actives, and what takes time and is not on every list.</summary>
    public static IEnumerable<Step> Named(HalfDay half) => half.Steps.Where(step => step.IsActive() || step.TakesItsTime());

    /// <summary>What a client looks ahead to, by name; the parts of a home facial as one.</summary>
    public static IReadOnlyList<string> NamesOf(HalfDay half, Func<Step, string> nameOf, bool onlyActives = false)
    {
        var facial = half.Facial;
        var names = (onlyActives ? Actives(half) : Named(half)).Where(step => !step.InFacial).Select(nameOf).ToList();
        return facial.Count == 0 ? names : [Said.Of($"home facial ({string.Join(", ", facial.Select(nameOf))})"), .. names];
    }

    public static Mark Of(DayPath day, Moment moment, DateOnly today)
    {
        var planned = Actives(day[moment]).ToList();
        if (day.Date < today || (day.Date == today && day.Log is not null && Happened(day, moment, planned)))
        {
            return Past(day, moment, planned);
        }

        if (day[moment].Steps.Any(step => step.Action == StepAction.PatchTest))
        {
            return new("patch", "patch test");
        }

        if (planned.Exists(step => step.ContactSeconds is not null))
        {
            return new("sheaf", "peel evening");
        }

        if (day[moment].Facial.Count > 0)
        {
            return new("facial", "home facial");
        }

        return planned.Count switch
        {
            0 => day[moment].Steps.Any(step => step.Slot is RoutineSlot.Steam or RoutineSlot.LateSteam or RoutineSlot.Device)
                ? new("device", "device")
                : Rest,
            1 => new("grain", "one active"),
            _ => new("two-grains", "two actives"),
        };
    }

    private static bool Happened(DayPath day, Moment moment, List<Step> planned) => UsedIn(day, moment, planned).Any();

    private static Mark Past(DayPath day, Moment moment, List<Step> planned)
    {
        var used = UsedIn(day, moment, planned).Count();
        var facial = day[moment].Facial.Any(step => day.Log?.Applied.Contains(step.Key) == true);
        if (used == 0 && !facial)
        {
            return day[moment].Steps.Any(step => step.Action == StepAction.PatchTest) ? new("patch", "patch test")
                : planned.Count > 0 ? new("skipped", "planned, not used")
                : Rest;
        }

        if (day.Log!.Sting >= StrongSting || day.Log.Outcome >= Outcome.Stop)
        {
            return new("strong", $"used, strong reaction{(day.Log.Sting is { } sting ? $", sting {sting}" : "")}");
        }

        if (day.Log.Sting >= MildSting || day.Log.Outcome == Outcome.EaseOff)
        {
            return new("mild", $"used, mild reaction{(day.Log.Sting is { } sting ? $", sting {sting}" : "")}");
        }

        if (planned.Exists(step => step.ContactSeconds is not null))
        {
            return new("sheaf", "peel, done");
        }

        return facial ? new("facial", "home facial, done")
            : used == 1 ? new("grain", "one active, used")
            : new("two-grains", "two actives, used");
    }

    /// <summary>Actives the log names for a half day; what was not planned at all counts for the evening.</summary>
    private static IEnumerable<string> UsedIn(DayPath day, Moment moment, List<Step> planned)
    {
        if (day.Log is null)
        {
            yield break;
        }

        var morning = day.Morning.Steps.Select(step => step.Key).ToHashSet();
        var evening = day.Evening.Steps.Select(step => step.Key).ToHashSet();
        var resting = day
            .Morning.Omitted.Concat(day.Evening.Omitted)
            .Where(omission =>
                omission.Because.Rule.StartsWith("ramp.", StringComparison.Ordinal)
                || omission.Because.Rule.StartsWith("peel.", StringComparison.Ordinal)
            )
            .Select(omission => omission.Product)
            .ToHashSet();
        foreach (var key in day.Log.Applied)
        {
            if (
                planned.Exists(step => step.Key == key)
                || (moment == Moment.Evening && !morning.Contains(key) && !evening.Contains(key) && resting.Contains(key))
            )
            {
                yield return key;
            }
        }
    }
}
