using OatPath.Core.CheckIn;
using OatPath.Core.House;
using OatPath.Core.LookBack;
using OatPath.Core.Plan;
using OatPath.Core.Wording;

namespace OatPath.Web.Wording;

/// <summary>What a skin said over months, in the practitioner's words.</summary>
/// <param name="nameOf">A product's name by its id.</param>
/// <param name="ladders">Where each active stands today, with the rungs of its ladder.</param>
public sealed class HistoryWords(Func<string?, string> nameOf, IReadOnlyList<LadderStatus> ladders)
{
    /// <summary>"3 Mar 2026"; over months a day wants its year.</summary>
    public static string Day(DateOnly day) => Said.On(day, "d MMM yyyy");

    public string Of(Circumstance what) =>
        what.Kind switch
        {
            CircumstanceKind.Product => nameOf(what.Product),
            CircumstanceKind.Together => "two actives or more on that day",
            CircumstanceKind.DayBefore => "an active the day before too",
            CircumstanceKind.NewRung => $"one of the first {Precedents.FirstUses} uses at a rung",
            CircumstanceKind.FullWeek => "a fuller week than usual",
            CircumstanceKind.Besides => "something besides the plan",
            CircumstanceKind.Sun => $"strong sun that day or the {Precedents.RecentDays} before",
            CircumstanceKind.NoSunscreen => $"sunscreen left out that morning or the {Precedents.RecentDays} before",
            CircumstanceKind.AfterTreatment => $"a treatment in the {Precedents.AfterDays} days before",
            CircumstanceKind.AfterPeel => $"a peel at home in the {Precedents.AfterDays} days before",
            _ => throw new ArgumentOutOfRangeException(nameof(what), what.Kind, null),
        };

    public static string Of(Bearing bearing) =>
        bearing switch
        {
            Bearing.TooFew => "too few uses to say",
            Bearing.Finding => "still finding its place",
            Bearing.Borne => "borne",
            Bearing.NeverSettled => "never settled",
            Bearing.NotBorne => "not borne",
            Bearing.GivenUp => "given up",
            _ => throw new ArgumentOutOfRangeException(nameof(bearing), bearing, null),
        };

    public string Of(PlanChange change) =>
        change.Kind switch
        {
            ChangeKind.Treatment => Words.Capital(change.Sitting!.Title),
            ChangeKind.Started => $"{nameOf(change.Product)} begun",
            ChangeKind.Up => $"{nameOf(change.Product)} up{Rung(change)}",
            ChangeKind.Down => $"{nameOf(change.Product)} down{Rung(change)}",
            ChangeKind.Stopped => $"{nameOf(change.Product)} stopped",
            ChangeKind.Formula => $"{nameOf(change.Product)}: another formula",
            _ => throw new ArgumentOutOfRangeException(nameof(change), change.Kind, null),
        };

    /// <summary>"12 uses, 0 of 6 told reacted to; load 31 a week; worst sting 3, redness 1".</summary>
    public static string Of(Stretch? stretch)
    {
        if (stretch is null)
        {
            return "nothing is known";
        }

        var briefly = stretch.Days < Stretch.Span ? $"{Words.Count(stretch.Days, "day")}: " : "";
        var used =
            stretch.Uses == 0 ? "no active"
            : stretch.Told == 0 ? $"{Words.Count(stretch.Uses, "use")}, nothing told of them"
            : $"{Words.Count(stretch.Uses, "use")}, {stretch.Reactions} of {stretch.Told} told reacted to";
        var load = stretch.Uses == 0 ? "" : $"; load {stretch.LoadAWeek:0} a week";
        var worst = stretch.WorstSting is { } sting ? $"; worst sting {sting}, redness {stretch.WorstRedness}" : "";
        return FormattableString.Invariant($"{briefly}{used}{load}{worst}");
    }

    /// <summary>"Sting 6 on 3 Mar 2026: ease off".</summary>
    public static string Of(ReportOutcome report) =>
        $"Sting {report.Sting} on {Day(report.Day)}: {Of(report.Outcome)}";

    /// <summary>"ease off".</summary>
    public static string Of(Outcome outcome) =>
        outcome switch
        {
            Outcome.CarryOn => "carry on",
            Outcome.EaseOff => "ease off",
            Outcome.Stop => "stop",
            _ => "medical help",
        };

    private string Rung(PlanChange change) =>
        change.Rung is { } rung
        && ladders.FirstOrDefault(ladder => ladder.Product == change.Product) is { } ladder
        && rung < ladder.Rungs.Count
            ? $", to {ladder.Rungs[rung].InWords(ladder.Moment == Moment.Morning)}"
            : "";
}
