namespace OatPath.Core.House;

/// <summary>The house's own value of each rule that has one, in words.</summary>
public static class HouseValues
{
    private static readonly Dictionary<string, Func<HouseRules, string>> Table = new()
    {
        [RuleBook.Hold] = rules => $"acids {Days(rules.AcidHoldDays)}, sensitive skin {Days(rules.SensitiveHoldDays)}, retinoids {Days(rules.RetinoidHoldDays)}, brush {Days(rules.BrushHoldDays)}",
        [RuleBook.Rung] = rules => $"a leave-on acid starts at {rules.AcidStartEvenings} {(rules.AcidStartEvenings == 1 ? "evening" : "evenings")} a week, on sensitive skin at 1",
        [RuleBook.EnoughUses] = rules => $"{rules.StepUpUses} uses",
        [RuleBook.SeventyPercent] = rules => $"{rules.StepUpSharePercent} % of the planned uses",
        [RuleBook.Tolerance] = rules => $"a strong reaction at more than {rules.StepUpChancePercent} uses in 100, {HouseRules.SureEnough * 100:0} % sure",
        [RuleBook.StrengthHold] = rules => Days(rules.StrengthHoldDays),
        [RuleBook.ChangeSpacing] = rules => Days(rules.ChangeSpacingDays),
        [RuleBook.Skip7] = rules => Days(rules.ReactionRestDays),
        [RuleBook.Gap] = rules => $"one rung down after {Days(rules.GapDownDays)}, the start after {rules.GapRestartDays}",
        [RuleBook.WinterHold] = rules => $"{(rules.WinterHold == WinterHold.Everybody ? "everybody" : "dry and sensitive skin")}, month {rules.WinterFrom} to {rules.WinterUntil}",
        [RuleBook.ExfoliationBudget] = rules => $"beginner {rules.BeginnerExfoliationsPer7Days}, established {rules.EstablishedExfoliationsPer7Days} in 7 days",
        [RuleBook.PeelSchool] = rules => rules.HomePeels switch { HomePeels.SalonOnly => "salon only", HomePeels.WeakKits => "weak kits", _ => "strong kits when signed off" },
        [RuleBook.SunscreenSkipped] = rules => $"asked from {rules.SunscreenSkipsAsk}, waits from {rules.SunscreenSkipsWait} of 7 mornings",
        [RuleBook.SunscreenRequired] = rules => $"SPF {rules.EverydaySpf}, in a care window {rules.WindowSpf}",
        [RuleBook.SunscreenMorning] = rules => $"SPF {rules.EverydaySpf}, in a care window {rules.WindowSpf}",
        [RuleBook.RunsOut] = rules => $"reordered {Days(rules.ReorderLeadDays)} before",
    };

    /// <summary>The value, or null where the house has no say in a rule.</summary>
    public static string? Of(string rule, HouseRules rules) => Table.TryGetValue(rule, out var say) ? say(rules) : null;

    private static string Days(int days) => days == 1 ? "1 day" : $"{days} days";
}
