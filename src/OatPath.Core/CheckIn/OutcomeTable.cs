using OatPath.Core.House;
using OatPath.Core.Wording;

namespace OatPath.Core.CheckIn;

/// <summary>What a report means, mildest first.</summary>
public enum Outcome
{
    CarryOn,
    EaseOff,
    Stop,
    MedicalHelp,
}

/// <summary>What the table needs to know besides the report.</summary>
/// <param name="PreviousSting">The worst sting reported for the application before this one, of any active; null when none.</param>
/// <param name="SinceApplication">Time from the application to the report; null when it is not known.</param>
/// <param name="InsideExpectedCourse">Whether a care window is open in which tightness and flaking belong to the course.</param>
/// <param name="PinkExpected">Whether redness up to <see cref="OutcomeTable.MostPink"/> belongs to it, also past 24 h.</param>
public sealed record OutcomeContext(
    int? PreviousSting = null,
    TimeSpan? SinceApplication = null,
    bool InsideExpectedCourse = false,
    bool PinkExpected = false
);

/// <summary>One judgement: the outcome and what decided it.</summary>
public sealed record Judgement(Outcome Outcome, Because Because);

/// <summary>Turns a report into one of four outcomes. Never a diagnosis.</summary>
/// <remarks>
/// Source: house default on trade convention. What is neither plainly green nor red is amber:
/// redness of 3 or 4 before 24 h are over, redness of 1 past 24 h, and a sting of 1 to 4 that lasts over an hour.
/// A sting of 5 or 6 that has not ended counts as settled only while the first hour still runs.
/// </remarks>
public static class OutcomeTable
{
    /// <summary>Redness that can still be the course of a treatment, 0 to 4.</summary>
    public const int MostPink = 2;

    /// <summary>Seconds after which a sting has lasted.</summary>
    internal const int Hour = 3600;

    public static Judgement Judge(SkinReport report, OutcomeContext context)
    {
        if (Medical(report) is { } medical)
        {
            return new(Outcome.MedicalHelp, medical);
        }

        if (Stop(report, context) is { } stop)
        {
            return new(Outcome.Stop, stop);
        }

        if (EaseOff(report, context) is { } ease)
        {
            return new(Outcome.EaseOff, ease);
        }

        return new(Outcome.CarryOn, Because.Of(RuleBook.OutcomeCarryOn, ("sting", report.Sting), ("redness", report.Redness)));
    }

    /// <summary>Signs that need medical help now.</summary>
    public static bool IsMedical(Sign sign) => SignTable.Of(sign).Gravity == Gravity.MedicalHelp;

    /// <summary>Signs of a broken barrier, which pause everything.</summary>
    public static bool IsBarrierSign(Sign sign) => SignTable.Of(sign).Gravity == Gravity.BrokenBarrier;

    /// <summary>Whether this sign decided the judgement.</summary>
    public static bool IsFor(Because because, Sign sign) =>
        because.Rule is RuleBook.OutcomeMedical or RuleBook.OutcomeStop or RuleBook.OutcomeEaseOff
        && because == Because.Of(because.Rule, ("sign", SignTable.Of(sign).Title));

    private static Because? Medical(SkinReport report)
    {
        foreach (var sign in report.Signs)
        {
            if (IsMedical(sign))
            {
                return Because.Of(RuleBook.OutcomeMedical, ("sign", SignTable.Of(sign).Title));
            }
        }

        return report.Pain >= FirstAid.MedicalPain
            ? Because.Of(RuleBook.OutcomeMedical, ("sign", Said.Later(() => Said.Of($"pain {report.Pain} of 10"))))
            : null;
    }

    private static Because? Stop(SkinReport report, OutcomeContext context)
    {
        Because Say(SaidLater what) => Because.Of(RuleBook.OutcomeStop, ("sign", what));

        if (report.Sting >= FirstAid.StopSting)
        {
            return Say(Said.Later(() => Said.Of($"sting {report.Sting} of 10")));
        }

        if (report.Sting >= FirstAid.StrongSting && StillThereAfterAnHour(report, context))
        {
            return Say(Said.Later(() => Said.Of($"sting {report.Sting} still there after 60 min")));
        }

        if (report.Redness >= 3 && report.RednessPast24h)
        {
            return Say(Said.Later(() => Said.Of($"redness {report.Redness} past 24 h")));
        }

        if (report.Sting >= FirstAid.StrongSting && context.PreviousSting >= FirstAid.StrongSting)
        {
            return Say(Said.Later(() => Said.Of($"sting {context.PreviousSting} and {report.Sting} at two applications running")));
        }

        foreach (var sign in report.Signs)
        {
            if (SignTable.Of(sign).Gravity is Gravity.Stop or Gravity.BrokenBarrier)
            {
                return Say(Said.Later(() => Said.Of(SignTable.Of(sign).Title)));
            }
        }

        return null;
    }

    private static bool StillThereAfterAnHour(SkinReport report, OutcomeContext context) =>
        report.StingSeconds is { } seconds ? seconds > Hour : context.SinceApplication is not { } since || since.TotalSeconds >= Hour;

    /// <summary>Whether a report eases off for what was picked alone: the skin is left in peace there, and no active is to blame.</summary>
    public static bool IsForPicking(SkinReport report, OutcomeContext context) =>
        report.Signs.Contains(Sign.Picked)
        && EaseOff(report with { Signs = [.. report.Signs.Where(sign => sign != Sign.Picked)] }, context) is null;

    private static Because? EaseOff(SkinReport report, OutcomeContext context)
    {
        Because Say(SaidLater what) => Because.Of(RuleBook.OutcomeEaseOff, ("sign", what));

        if (report.Sting >= FirstAid.StrongSting)
        {
            return Say(Said.Later(() => Said.Of($"sting {report.Sting} of 10")));
        }

        if (
            report.Sting >= 1
            && (report.StingSeconds is > Hour || (report.StingSeconds is null && context.SinceApplication?.TotalSeconds >= Hour))
        )
        {
            return Say(Said.Later(() => Said.Of($"sting {report.Sting} for over an hour")));
        }

        if (report.Redness >= 1 && report.RednessPast24h && !(context.PinkExpected && report.Redness <= MostPink))
        {
            return Say(Said.Later(() => Said.Of($"redness {report.Redness} past 24 h")));
        }

        if (report.Redness >= 3)
        {
            return Say(Said.Later(() => Said.Of($"redness {report.Redness} of 4")));
        }

        foreach (var row in SignTable.Rows)
        {
            if (row is { Gravity: Gravity.EaseOff, Report: { } sign } && report.Signs.Contains(sign))
            {
                return Say(Said.Later(() => Said.Of(row.Title)));
            }
        }

        if ((report.TightOrDry || report.Flaking) && !context.InsideExpectedCourse)
        {
            return Say(Said.Later(() => report.Flaking ? Said.Of("flaking outside an expected course") : Said.Of("tight or dry skin")));
        }

        return null;
    }
}
