using OatPath.Core.Care;
using OatPath.Core.House;
using OatPath.Core.Planner.Tracks;

namespace OatPath.Core.Planner.KeptOff;

/// <summary>The SPF that counts on a day: higher inside a care window, after a treatment or a peel at home.</summary>
internal sealed class SpfNeeded(CareCalendar care, PeelDays peels, NeedleDays needles, HouseRules rules)
{
    public int On(DateOnly day) => peels.WatchesSun(day) || needles.WatchesSun(day) ? rules.WindowSpf : AfterTreatments(care, rules, day);

    /// <summary>The same where peels at home do not matter.</summary>
    public static int AfterTreatments(CareCalendar care, HouseRules rules, DateOnly day) =>
        care.WatchesSun(day) ? rules.WindowSpf : rules.EverydaySpf;
}
