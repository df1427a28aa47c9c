using OatPath.Core.House;

namespace OatPath.Core.Plan;

/// <summary>What the first button beside a step up is: word and button agree.</summary>
public enum StepAdvice
{
    /// <summary>Nothing speaks against the yes.</summary>
    Yes,

    /// <summary>
    /// A strong reaction is expected over the house's limit, though the estimate is not sure of it: the client is asked first, or the step
    /// waits; the yes comes second and with a reason.
    /// </summary>
    AskFirst,
}

public static class StepAdvices
{
    /// <summary>Days that a chosen wait lasts, and that an answer is waited for.</summary>
    /// <remarks>House default.</remarks>
    public const int WaitDays = 7;

    /// <summary>What a practitioner's own reason may overrule: the estimate, and a wait of their own choice.</summary>
    public static bool IsAJudgement(Because missing) => missing.Rule is RuleBook.Tolerance or RuleBook.WaitChosen or RuleBook.FeltAsked;

    /// <summary>The advice for a step that may be asked.</summary>
    public static StepAdvice Of(LadderStatus status, HouseRules rules) =>
        status.ChanceNext is { } chance && chance * 100 > rules.StepUpChancePercent ? StepAdvice.AskFirst : StepAdvice.Yes;
}
