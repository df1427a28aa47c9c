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

public enum AskDegree { Little, Clearly, Strongly }

/// <summary>A question of the client: what, where, how much.</summary>
public sealed record AskedSign(AskSign Sign, AskDegree Degree, IReadOnlyList<FaceZone> Zones)
{
    public bool Equals(AskedSign? other) => other is not null && Sign == other.Sign && Degree == other.Degree && Zones.SequenceEqual(other.Zones);

    public override int GetHashCode() => HashCode.Combine(Sign, Degree);

    /// <summary>The report it comes to, for the outcome table.</summary>
    /// <param name="pastADay">Whether what it is about is more than 24 h ago.</param>
    /// <param name="usual">Whether the sign belongs to the course of a treatment or peel on this day.</param>
    /// <remarks>Source: house default over the outcome table: what belongs to no course is eased off from "clearly" on, and whatever is "strongly" there too.</remarks>
    public SkinReport AsReport(bool pastADay, bool usual)
    {
        var redness = Sign is AskSign.Pink or AskSign.Warm ? Degree switch { AskDegree.Little => 1, AskDegree.Clearly => 2, _ => 3 } : 0;
        var sting = Sign == AskSign.Sting ? Degree switch { AskDegree.Little => 2, AskDegree.Clearly => 5, _ => 7 } : 0;
        var outside = Sign is AskSign.Itch or AskSign.Swelling or AskSign.Crusts or AskSign.Marks or AskSign.NewSpots or AskSign.ClearFluid && (Degree == AskDegree.Strongly || (!usual && Degree == AskDegree.Clearly));
        return new SkinReport
        {
            Sting = sting,
            // A sting that is asked about is there now; for how long nobody has said, but a strong one is never taken for a short one.
            StingSeconds = sting >= 5 ? null : 0,
            Redness = redness,
            RednessPast24h = redness > 0 && pastADay,
            TightOrDry = Sign == AskSign.Tight,
            Flaking = Sign == AskSign.Flaking,
            Itch = Sign == AskSign.Itch,
            NewSpots = Sign == AskSign.NewSpots,
            Where = Zones,
            Signs = SignOf(usual) is { } sign ? [sign] : outside ? [CheckIn.Sign.OutsideCourse] : [],
        };
    }

    /// <summary>Whether a report says at least what was asked, so that no question is read milder than it is.</summary>
    public bool IsSaidBy(SkinReport report) => AsReport(false, true) is var least && report.Sting >= least.Sting && report.Redness >= least.Redness && least.Signs.All(report.Signs.Contains)
        && (report.TightOrDry || !least.TightOrDry) && (report.Flaking || !least.Flaking);

    /// <summary>The sign a question stands for by itself. Fluid that no course explains is weeping.</summary>
    private Sign? SignOf(bool usual) => Sign switch
    {
        AskSign.ClearFluid when !usual => CheckIn.Sign.WeepingOrPus,
        AskSign.DarkOrPalePatch => CheckIn.Sign.DarkOrPalePatch,
        AskSign.MoisturiserStings => CheckIn.Sign.MoisturiserStings,
        AskSign.Raw => CheckIn.Sign.Raw,
        AskSign.Shiny => CheckIn.Sign.Shiny,
        AskSign.DryCracks => CheckIn.Sign.DryCracks,
        AskSign.Bleeding => CheckIn.Sign.Bleeding,
        AskSign.Weals => CheckIn.Sign.Weals,
        AskSign.SwellingEyesOrLips => CheckIn.Sign.SwellingEyesOrLips,
        AskSign.TroubleBreathing => CheckIn.Sign.TroubleBreathing,
        AskSign.Blisters => CheckIn.Sign.Blisters,
        AskSign.WeepingOrPus => CheckIn.Sign.WeepingOrPus,
        AskSign.Fever => CheckIn.Sign.Fever,
        AskSign.SpreadingHotRedness => CheckIn.Sign.SpreadingHotRedness,
        AskSign.PainWakes => CheckIn.Sign.PainWakes,
        AskSign.WhiteOrGreyBurn => CheckIn.Sign.WhiteOrGreyBurn,
        AskSign.ColdSore => CheckIn.Sign.ColdSoreAfterPeel,
        AskSign.InTheEye => CheckIn.Sign.EyeExposure,
        _ => null,
    };

    public static string TitleOf(AskSign sign) => sign switch
    {
        AskSign.Pink => "pink or red",
        AskSign.Warm => "warm",
        AskSign.Tight => "tight or dry",
        AskSign.Flaking => "flaking or peeling",
        AskSign.Itch => "itching",
        AskSign.Swelling => "a little swollen",
        AskSign.Crusts => "crusts or scabs",
        AskSign.Marks => "fine tracks or dots",
        AskSign.NewSpots => "new spots",
        AskSign.ClearFluid => "weeping clear fluid",
        AskSign.Sting => "stinging or burning",
        AskSign.DarkOrPalePatch => "a new dark or pale patch",
        AskSign.MoisturiserStings => "plain moisturiser stings",
        AskSign.Raw => "raw",
        AskSign.Shiny => "tight and shiny like film",
        AskSign.DryCracks => "dry cracks",
        AskSign.Bleeding => "bleeding",
        AskSign.Weals => "raised, itchy weals",
        AskSign.SwellingEyesOrLips => "eyes or lips swell",
        AskSign.TroubleBreathing => "trouble breathing",
        AskSign.Blisters => "blisters",
        AskSign.WeepingOrPus => "cloudy weeping, or pus",
        AskSign.Fever => "fever",
        AskSign.SpreadingHotRedness => "hot redness that spreads",
        AskSign.PainWakes => "pain that wakes me",
        AskSign.WhiteOrGreyBurn => "skin gone white or grey",
        AskSign.ColdSore => "a cold sore",
        AskSign.InTheEye => "product in the eye",
        _ => throw new ArgumentOutOfRangeException(nameof(sign)),
    };

    /// <summary>Signs that are never part of a course and are not asked for a place or a degree.</summary>
    public static bool IsGrave(AskSign sign) => sign >= AskSign.DarkOrPalePatch;
}
