using OatPath.Core.Skin;

namespace OatPath.Core.CheckIn;

/// <summary>What a client asks about: "is this normal?"</summary>
public enum AskSign
{
    Pink,
    Warm,
    Tight,
    Flaking,
    Itch,
    Swelling,
    Crusts,
    Marks,
    NewSpots,
    ClearFluid,
    Sting,
    DarkOrPalePatch,
    MoisturiserStings,
    Raw,
    Bleeding,
    Weals,
    SwellingEyesOrLips,
    TroubleBreathing,
    Blisters,
    WeepingOrPus,
    Fever,
    SpreadingHotRedness,
    PainWakes,
    WhiteOrGreyBurn,
    ColdSore,
    InTheEye,
    Shiny,
    DryCracks,
}

public enum AskDegree
{
    Little,
    Clearly,
    Strongly,
}

/// <summary>A question of the client: what, where, how much.</summary>
public sealed record AskedSign(AskSign Sign, AskDegree Degree, IReadOnlyList<FaceZone> Zones)
{
    public bool Equals(AskedSign? other) =>
        other is not null && Sign == other.Sign && Degree == other.Degree && Zones.SequenceEqual(other.Zones);

    public override int GetHashCode() => HashCode.Combine(Sign, Degree);

    /// <summary>The report it comes to, for the outcome table.</summary>
    /// <param name="pastADay">Whether what it is about is more than 24 h ago.</param>
    /// <param name="usual">Whether the sign belongs to the course of a treatment or peel on this day.</param>
    /// <remarks>
    /// Source: house default over the outcome table: what belongs to no course is eased off from "clearly" on, and whatever is "strongly"
    /// there too.
    /// </remarks>
    public SkinReport AsReport(bool pastADay, bool usual)
    {
        var row = SignTable.Of(Sign);
        var redness =
            row.ToldBy == ToldBy.Redness
                ? Degree switch
                {
                    AskDegree.Little => 1,
                    AskDegree.Clearly => 2,
                    _ => 3,
                }
                : 0;
        var sting =
            row.ToldBy == ToldBy.Sting
                ? Degree switch
                {
                    AskDegree.Little => 2,
                    AskDegree.Clearly => 5,
                    _ => 7,
                }
                : 0;
        var outside =
            row is { Gravity: Gravity.ByDegree, ToldBy: ToldBy.Nothing }
            && (Degree == AskDegree.Strongly || (!usual && Degree == AskDegree.Clearly));
        return new SkinReport
        {
            Sting = sting,
            // A sting that is asked about is there now; for how long nobody has said, but a strong one is never taken for a short one.
            StingSeconds = sting >= 5 ? null : 0,
            Redness = redness,
            RednessPast24h = redness > 0 && pastADay,
            TightOrDry = row.ToldBy == ToldBy.Tightness,
            Flaking = row.ToldBy == ToldBy.Flaking,
            Itch = Sign == AskSign.Itch,
            NewSpots = Sign == AskSign.NewSpots,
            Where = Zones,
            Signs =
                SignOf(usual) is { } sign ? [sign]
                : outside ? [CheckIn.Sign.OutsideCourse]
                : [],
        };
    }

    /// <summary>Whether a report says at least what was asked, so that no question is read milder than it is.</summary>
    public bool IsSaidBy(SkinReport report) =>
        AsReport(false, true) is var least
        && report.Sting >= least.Sting
        && report.Redness >= least.Redness
        && least.Signs.All(report.Signs.Contains)
        && (report.TightOrDry || !least.TightOrDry)
        && (report.Flaking || !least.Flaking);

    /// <summary>The sign a question stands for by itself. Fluid that no course explains is weeping.</summary>
    private Sign? SignOf(bool usual) => Sign == AskSign.ClearFluid && !usual ? CheckIn.Sign.WeepingOrPus : SignTable.Of(Sign).Report;

    /// <summary>Whether it is never part of a course, and is asked without a place or a degree.</summary>
    public static bool IsGrave(AskSign sign) => SignTable.Of(sign).Among is AskedAmong.GraveFirst or AskedAmong.Grave;
}
