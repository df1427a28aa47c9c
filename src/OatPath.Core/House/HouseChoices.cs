using System.Globalization;

namespace OatPath.Core.House;

/// <summary>Every choice of a house once, in the order they are asked: form, check, page of rules and documents follow this table. What nobody may lift is no choice.</summary>
/// <remarks>Source: house defaults within the limits of the trade; each names the rules that follow it.</remarks>
public static class HouseChoices
{
    /// <summary>The margins a house may take, in percent, smallest first.</summary>
    public static IReadOnlyList<int> Margins { get; } = [100, 110, 125, 150, 200];

    public static IReadOnlyList<HouseChoice> All { get; } =
    [
        Pick(nameof(HouseRules.AcidStartEvenings), "Leave-on acids begin at", "choose 1, 2 or 3 evenings a week", Counts("evening", " a week", 1, 2, 3))
            with { Note = "Sensitive skin always begins at 1.", Rules = [RuleBook.Rung], Says = rules => $"a leave-on acid starts at {Words.Count(rules.AcidStartEvenings, "evening")} a week, on sensitive skin at 1" },
        Pick(nameof(HouseRules.EverydaySpf), "Everyday sunscreen, at least", "choose 30 or 50", new("30", "SPF 30"), new("50", "SPF 50"))
            with { Rules = [RuleBook.SunscreenRequired, RuleBook.SunscreenMorning], Says = rules => $"SPF {rules.EverydaySpf}, in a care window {rules.WindowSpf}" },
        Days(nameof(HouseRules.AcidHoldDays), "Hold before a step up", "choose 21 to 84 days; a hold is never shorter than 21", "21 or more.", RuleBook.Hold, rules => $"acids {Words.Count(rules.AcidHoldDays, "day")}"),
        Days(nameof(HouseRules.SensitiveHoldDays), "Hold on sensitive skin", "choose 28 to 112 days", "28 or more.", RuleBook.Hold, rules => $"sensitive skin {Words.Count(rules.SensitiveHoldDays, "day")}"),
        Days(nameof(HouseRules.RetinoidHoldDays), "Hold of a retinoid", "choose 14 to 84 days", "14 or more.", RuleBook.Hold, rules => $"retinoids {Words.Count(rules.RetinoidHoldDays, "day")}"),
        Days(nameof(HouseRules.BrushHoldDays), "Hold of a brush level", "choose 14 to 84 days", "14 or more.", RuleBook.Hold, rules => $"brush {Words.Count(rules.BrushHoldDays, "day")}"),
        Days(nameof(HouseRules.StrengthHoldDays), "A strength held before a stronger one", "choose 28 to 112 days", "28 or more.", RuleBook.StrengthHold, rules => Words.Count(rules.StrengthHoldDays, "day")),
        Days(nameof(HouseRules.ChangeSpacingDays), "Between two changes over all actives", "choose 14 to 60 days", "14 or more.", RuleBook.ChangeSpacing, rules => Words.Count(rules.ChangeSpacingDays, "day")),
        Number(nameof(HouseRules.StepUpUses), "Uses at a rung before a step up", "choose 4 to 12 uses", "4 or more.", RuleBook.EnoughUses, rules => $"{rules.StepUpUses} uses"),
        Number(nameof(HouseRules.StepUpSharePercent), "Share of planned uses before a step up, percent", "choose 70 to 100 percent", "70 or more.", RuleBook.SeventyPercent, rules => $"{rules.StepUpSharePercent} % of the planned uses"),
        Number(
            nameof(HouseRules.StepUpChancePercent), "Strong reactions in 100 uses that hold a step up", "choose 1 to 5 in 100", $"5 or less. The step waits while it is over {Sure} % sure to bring more.",
            RuleBook.Tolerance, rules => $"a strong reaction at more than {rules.StepUpChancePercent} uses in 100, {Sure} % sure"),
        Pick(
            nameof(HouseRules.EstimateMarginPercent), "How much the estimate takes a use to ask", "choose 100, 110, 125, 150 or 200 percent",
            [.. Margins.Select(margin => new HouseOption(Invariant(margin), MarginWords(margin)))])
            with { Note = "More only holds steps up longer, from the day on that it is chosen.", Rules = [RuleBook.Tolerance], Says = rules => $"a use taken to ask {MarginWords(rules.EstimateMarginPercent)}" },
        YesNo(nameof(HouseRules.MarginGrows), "Where more strong reactions happened than were said", "the estimate takes more by itself", "nothing changes by itself")
            with { Note = "The owner is told either way." },
        YesNo(nameof(HouseRules.BitesHold), "A product that bites more on this house's clients than its label says", "the estimate reckons with more", "it is told only")
            with { Note = "It only holds steps up longer, with that product, from the day on that it is known." },
        Number(nameof(HouseRules.SunscreenSkipsAsk), "Mornings of 7 without sunscreen that hold a start or a step up", "choose 1 or 2 mornings of 7", "2 or fewer.", RuleBook.SunscreenSkipped, rules => $"asked from {rules.SunscreenSkipsAsk}"),
        Number(
            nameof(HouseRules.SunscreenSkipsWait), "Mornings of 7 without sunscreen from which light-sensitising actives wait", "choose as many mornings as hold a step up, or more, at most 4 of 7", "4 or fewer.",
            RuleBook.SunscreenSkipped, rules => $"waits from {rules.SunscreenSkipsWait} of 7 mornings"),
        Days(nameof(HouseRules.ReactionRestDays), "Rest after a strong reaction", "choose 7 to 28 days", "7 or more.", RuleBook.Skip7, rules => Words.Count(rules.ReactionRestDays, "day")),
        Days(nameof(HouseRules.GapDownDays), "Without use, until a rung is lost", "choose 7 to 14 days", "14 or fewer.", RuleBook.Gap, rules => $"one rung down after {Words.Count(rules.GapDownDays, "day")}"),
        Days(nameof(HouseRules.GapRestartDays), "Without use, until it begins anew", "choose more days than for one rung, at most 28", "28 or fewer.", RuleBook.Gap, rules => $"the start after {rules.GapRestartDays}"),
        Number(nameof(HouseRules.BeginnerExfoliationsPer7Days), "Exfoliating uses in 7 days, beginner, at most", "choose 1 to 3", "3 or fewer.", RuleBook.ExfoliationBudget, rules => $"beginner {rules.BeginnerExfoliationsPer7Days}"),
        Number(
            nameof(HouseRules.EstablishedExfoliationsPer7Days), "Exfoliating uses in 7 days, established, at most", "choose 1 to 7", "7 or fewer.",
            RuleBook.ExfoliationBudget, rules => $"established {rules.EstablishedExfoliationsPer7Days} in 7 days"),
        Pick(
            nameof(HouseRules.HomePeels), "Peels at home", "choose salon-only, weak-kits or strong-signed-off",
            new("salon-only", "none, in the salon only"), new("weak-kits", "weak kits"), new("strong-signed-off", "strong kits too, signed off for one client with the reason"))
            with { Rules = [RuleBook.PeelSchool], Says = rules => rules.HomePeels switch { HomePeels.SalonOnly => "salon only", HomePeels.WeakKits => "weak kits", _ => "strong kits when signed off" } },
        YesNo(nameof(HouseRules.PractiseFirst), "Before a client's first guided peel", "one practice run with water", "no practice run is asked for"),
        YesNo(nameof(HouseRules.LongNeedlesSignedOff), "Needles over 0.3 to 0.5 mm", "signed off for one client, every 3 weeks", "in the salon only"),
        Pick(nameof(HouseRules.GalvanicAWeek), "Galvanic device at home", "choose 1, 2 or 3 sessions a week", new("1", "1 a week"), new("2", "2 a week"), new("3", "3 a week")),
        YesNo(nameof(HouseRules.RazorOnDamp), "Razor over", "damp skin", "dry skin"),
        YesNo(nameof(HouseRules.NanoAfterRazor), "Nano tip after the razor, one evening", "where the skin is established in both", "never"),
        Pick(
            nameof(HouseRules.WinterHold), "In winter no active is raised", "choose dry-and-sensitive or everybody",
            new("dry-and-sensitive", "on dry and sensitive skin"), new("everybody", "on any skin"))
            with { Rules = [RuleBook.WinterHold], Says = rules => rules.WinterHold == WinterHold.Everybody ? "everybody" : "dry and sensitive skin" },
        Month(nameof(HouseRules.WinterFrom), "Winter from") with { Rules = [RuleBook.WinterHold], Says = rules => $"month {rules.WinterFrom} to {rules.WinterUntil}" },
        Month(nameof(HouseRules.WinterUntil), "Winter to the end of"),
        Pick(nameof(HouseRules.ClayMinutes), "Clay mask", "choose 10, 15 or 20 minutes", Counts("minute", "", 10, 15, 20)),
        YesNo(nameof(HouseRules.ClayOnSpotsOvernight), "Clay on a few spots", "stays on overnight", "comes off like a mask"),
        YesNo(nameof(HouseRules.SteamBeforeCleanse), "Steam stands", "before the cleanse", "after the cleanse"),
        YesNo(nameof(HouseRules.MaskBeforeToner), "Masks stand", "before toner and acid", "after serums"),
        YesNo(nameof(HouseRules.MoisturiserAfterAcidAlways), "Moisturiser after an evening acid", "always", "optional on oily skin"),
        Pick(nameof(HouseRules.OfflineDays), "A phone without network follows its plan for", "choose 1 to 7 days", Counts("day", "", 1, 2, 3, 4, 5, 6, 7))
            with { Note = "Then it shows the gentle routine only." },
        Days(nameof(HouseRules.ReorderLeadDays), "Reorder before a bottle ends", "choose 0 to 60 days", null, RuleBook.RunsOut, rules => $"reordered {Words.Count(rules.ReorderLeadDays, "day")} before"),
    ];

    /// <summary>How much a use is taken to ask: "1.25 times what is reckoned".</summary>
    public static string MarginWords(int percent) =>
        percent == 100 ? "what is reckoned" : string.Create(CultureInfo.InvariantCulture, $"{percent / 100m:0.##} times what is reckoned");

    private static string Sure => (HouseRules.SureEnough * 100).ToString("0", CultureInfo.InvariantCulture);

    /// <summary>The house's own value of a rule in words, or null where the house has no say in it.</summary>
    public static string? Said(string rule, HouseRules rules)
    {
        var said = All.Where(choice => choice.Says is not null && choice.Rules.Contains(rule)).Select(choice => choice.Says!(rules)).ToList();
        return said.Count > 0 ? string.Join(", ", said) : null;
    }

    private static HouseChoice Number(string property, string title, string remedy, string? note, string rule, Func<HouseRules, string> says) =>
        new(property, title, remedy, [], note, [rule], says);

    private static HouseChoice Days(string property, string title, string remedy, string? note, string rule, Func<HouseRules, string> says) =>
        Number(property, $"{title}, days", remedy, note, rule, says);

    private static HouseChoice Pick(string property, string title, string remedy, params HouseOption[] options) =>
        new(property, title, remedy, options, null, [], null);

    private static HouseChoice YesNo(string property, string title, string yes, string no) =>
        Pick(property, title, "choose yes or no", new("yes", yes), new("no", no));

    private static HouseChoice Month(string property, string title) =>
        Pick(
            property, title, "choose a month from 1 to 12",
            [.. Enumerable.Range(1, 12).Select(month => new HouseOption(Invariant(month), CultureInfo.InvariantCulture.DateTimeFormat.GetMonthName(month)))]);

    private static HouseOption[] Counts(string noun, string each, params int[] numbers) =>
        [.. numbers.Select(number => new HouseOption(Invariant(number), Words.Count(number, noun) + each))];

    private static string Invariant(int number) => number.ToString(CultureInfo.InvariantCulture);
}
