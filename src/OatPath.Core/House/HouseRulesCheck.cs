namespace OatPath.Core.House;

/// <summary>Says what is wrong with a set of house rules: which field, and what would be accepted.</summary>
public static class HouseRulesCheck
{
    /// <summary>House default.</summary>
    private const int LeastHoursToSend = 6;

    public static IReadOnlyList<Problem> Check(HouseRules rules)
    {
        var problems = new List<Problem>();
        void Need(bool ok, string field, string remedy)
        {
            if (!ok)
            {
                problems.Add(new(field, remedy));
            }
        }

        Need(rules.Format == HouseRules.FormatName, "format", $"write \"{HouseRules.FormatName}\"");
        Need(rules.Version == 1, "version", "this program reads version 1");
        Need(CareDay.FindZone(rules.Zone) is not null, "zone", "use a time zone name such as Europe/Vienna");
        Need(rules.AcidStartEvenings is >= 1 and <= 3, "acidStartEvenings", "choose 1, 2 or 3 evenings a week");
        Need(rules.AcidHoldDays is >= 21 and <= 84, "acidHoldDays", "choose 21 to 84 days; a hold is never shorter than 21");
        Need(rules.SensitiveHoldDays is >= 28 and <= 112, "sensitiveHoldDays", "choose 28 to 112 days");
        Need(rules.RetinoidHoldDays is >= 14 and <= 84, "retinoidHoldDays", "choose 14 to 84 days");
        Need(rules.BrushHoldDays is >= 14 and <= 84, "brushHoldDays", "choose 14 to 84 days");
        Need(rules.StrengthHoldDays is >= 28 and <= 112, "strengthHoldDays", "choose 28 to 112 days");
        Need(rules.StepUpUses is >= 4 and <= 12, "stepUpUses", "choose 4 to 12 uses");
        Need(rules.StepUpSharePercent is >= 70 and <= 100, "stepUpSharePercent", "choose 70 to 100 percent");
        Need(rules.StepUpChancePercent is >= 1 and <= 5, "stepUpChancePercent", "choose 1 to 5 in 100");
        Need(rules.SunscreenSkipsAsk is 1 or 2, "sunscreenSkipsAsk", "choose 1 or 2 mornings of 7");
        Need(rules.SunscreenSkipsWait >= rules.SunscreenSkipsAsk && rules.SunscreenSkipsWait <= 4, "sunscreenSkipsWait", "choose as many mornings as hold a step up, or more, at most 4 of 7");
        Need(rules.ReactionRestDays is >= 7 and <= 28, "reactionRestDays", "choose 7 to 28 days");
        Need(rules.GapDownDays is >= 7 and <= 14, "gapDownDays", "choose 7 to 14 days");
        Need(rules.GapRestartDays > rules.GapDownDays && rules.GapRestartDays <= 28, "gapRestartDays", "choose more days than for one rung, at most 28");
        Need(Enum.IsDefined(rules.WinterHold), "winterHold", "choose dry-and-sensitive or everybody");
        Need(Enum.IsDefined(rules.HomePeels), "homePeels", "choose salon-only, weak-kits or strong-signed-off");
        Need(rules.ChangeSpacingDays is >= 14 and <= 60, "changeSpacingDays", "choose 14 to 60 days");
        Need(rules.EverydaySpf is 30 or 50, "everydaySpf", "choose 30 or 50");
        Need(rules.WindowSpf is 50, "windowSpf", "inside a care window SPF 50 is needed");
        Need(rules.GalvanicAWeek is 1 or 2 or 3, "galvanicAWeek", "choose 1, 2 or 3 sessions a week");
        Need(rules.ClayMinutes is 10 or 15 or 20, "clayMinutes", "choose 10, 15 or 20 minutes");
        Need(rules.BeginnerExfoliationsPer7Days is >= 1 and <= 3, "beginnerExfoliationsPer7Days", "choose 1 to 3");
        Need(rules.EstablishedExfoliationsPer7Days is >= 1 and <= 7, "establishedExfoliationsPer7Days", "choose 1 to 7");
        Need(rules.Currency.Length <= 8, "currency", "use at most 8 characters");
        Need(rules.WinterFrom is >= 1 and <= 12, "winterFrom", "choose a month from 1 to 12");
        Need(rules.WinterUntil is >= 1 and <= 12, "winterUntil", "choose a month from 1 to 12");
        Need(rules.ReorderLeadDays is >= 0 and <= 60, "reorderLeadDays", "choose 0 to 60 days");
        Need((rules.QuietFrom - rules.QuietUntil).TotalHours is >= LeastHoursToSend and < 24, "quietFrom", $"leave at least {LeastHoursToSend} hours of the day in which messages may be sent");
        foreach (var span in rules.Opening)
        {
            Need(Enum.IsDefined(span.Day) && span.From < span.Until, "opening", "each span needs a weekday and must end after it begins");
        }

        return problems;
    }
}

/// <summary>One thing wrong with what was given: the field, and how to put it right.</summary>
public sealed record Problem(string Field, string Remedy)
{
    public override string ToString() => $"{Field}: {Remedy}";
}
