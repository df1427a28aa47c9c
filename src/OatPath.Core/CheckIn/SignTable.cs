using OatPath.Core.House;

namespace OatPath.Core.CheckIn;

/// <summary>How grave a sign is by itself, mildest first.</summary>
public enum Gravity
{
    /// <summary>It may belong to a course; day and degree decide.</summary>
    ByDegree,

    /// <summary>The skin is left in peace.</summary>
    EaseOff,

    /// <summary>All exfoliation ends.</summary>
    Stop,

    /// <summary>All exfoliation ends, and the barrier is broken.</summary>
    BrokenBarrier,

    /// <summary>Somebody has to look at it now.</summary>
    MedicalHelp,
}

/// <summary>Whether "is this normal?" asks about a sign, and among which.</summary>
public enum AskedAmong
{
    Nothing,

    /// <summary>Asked with a place and a degree.</summary>
    Usual,

    /// <summary>One press, before the grave signs that can wait.</summary>
    GraveFirst,

    /// <summary>One press.</summary>
    Grave,
}

/// <summary>What a report tells a sign of a course by.</summary>
public enum ToldBy
{
    /// <summary>Nothing of its own: outside its course it is told as such.</summary>
    Nothing,
    Redness,
    Sting,
    Tightness,
    Flaking,
}

/// <summary>One thing that skin shows or a client feels, with all that is known of it.</summary>
/// <param name="Gravity">How grave it is by itself.</param>
/// <param name="Title">In a judgement: "raised, itchy weals".</param>
/// <param name="Report">As it stands in a report; null where a report tells it by a scale or a tick of its own.</param>
/// <param name="Ticked">Whether a client may tick it in a report.</param>
/// <param name="Ask">As it is asked about; null where nobody asks.</param>
/// <param name="Among">Where "is this normal?" shows it.</param>
/// <param name="AskedAs">In the client's words; the title where they are the same.</param>
/// <param name="Course">As it stands in the course of a treatment; null for what belongs to no course.</param>
/// <param name="ToldBy">The scale or tick of a report that tells it.</param>
/// <param name="Cautioned">Whether the cautions name it.</param>
public sealed record SignRow(
    Gravity Gravity,
    string Title,
    Sign? Report = null,
    bool Ticked = false,
    AskSign? Ask = null,
    AskedAmong Among = AskedAmong.Nothing,
    string? AskedAs = null,
    CourseSign? Course = null,
    ToldBy ToldBy = ToldBy.Nothing,
    bool Cautioned = false
)
{
    public string Asked => AskedAs ?? Title;
}

/// <summary>Every sign once: a new one is a name and a row here.</summary>
/// <remarks>
/// Source: trade convention for what needs help, what is a broken barrier and what belongs to a course; house default for the order they
/// are shown in.
/// </remarks>
public static class SignTable
{
    public static IReadOnlyList<SignRow> Rows { get; } =
    [
        Usual(AskSign.Pink, CourseSign.Pink, "pink or red", ToldBy.Redness),
        Usual(AskSign.Warm, CourseSign.Warm, "warm", ToldBy.Redness),
        Usual(AskSign.Tight, CourseSign.Tight, "tight or dry", ToldBy.Tightness),
        Usual(AskSign.Flaking, CourseSign.Flaking, "flaking or peeling", ToldBy.Flaking),
        Usual(AskSign.Itch, CourseSign.Itch, "itching"),
        Usual(AskSign.Swelling, CourseSign.Swelling, "a little swollen"),
        Usual(AskSign.Crusts, CourseSign.Crusts, "crusts or scabs"),
        Usual(AskSign.Marks, CourseSign.Marks, "fine tracks or dots"),
        Usual(AskSign.NewSpots, CourseSign.NewSpots, "new spots"),
        Usual(AskSign.ClearFluid, CourseSign.ClearFluid, "weeping clear fluid"),
        Usual(AskSign.Sting, null, "stinging or burning", ToldBy.Sting),
        Medical(Sign.Weals, AskSign.Weals, "raised, itchy weals"),
        Medical(Sign.SwellingEyesOrLips, AskSign.SwellingEyesOrLips, "swelling of eyes or lips", "eyes or lips swell"),
        Medical(Sign.TroubleBreathing, AskSign.TroubleBreathing, "trouble breathing"),
        Medical(Sign.Blisters, AskSign.Blisters, "blisters"),
        Medical(Sign.WeepingOrPus, AskSign.WeepingOrPus, "cloudy weeping or pus", "cloudy weeping, or pus"),
        Medical(Sign.Fever, AskSign.Fever, "fever"),
        Medical(Sign.SpreadingHotRedness, AskSign.SpreadingHotRedness, "hot redness that spreads"),
        Medical(Sign.PainWakes, AskSign.PainWakes, "pain that wakes you", "pain that wakes me"),
        Medical(Sign.EyeExposure, AskSign.InTheEye, "product in the eye") with
        {
            Cautioned = false,
        },
        Medical(Sign.ColdSoreAfterPeel, AskSign.ColdSore, "a cold sore after a peel", "a cold sore"),
        Medical(Sign.WhiteOrGreyBurn, AskSign.WhiteOrGreyBurn, "skin gone white or grey"),
        Medical(Sign.BurnsAfterWater, null, $"burning that {FirstAid.LongWaterMinutes} minutes of water did not end"),
        Grave(Gravity.BrokenBarrier, Sign.MoisturiserStings, AskSign.MoisturiserStings, "plain moisturiser stings"),
        Grave(Gravity.BrokenBarrier, Sign.Raw, AskSign.Raw, "raw skin", "raw"),
        Grave(Gravity.BrokenBarrier, Sign.Shiny, AskSign.Shiny, "tight, shiny skin", "tight and shiny like film"),
        Grave(Gravity.BrokenBarrier, Sign.DryCracks, AskSign.DryCracks, "dry cracks"),
        Grave(Gravity.Stop, Sign.DarkOrPalePatch, AskSign.DarkOrPalePatch, "a new dark or pale patch"),
        new(Gravity.Stop, $"a sting still there {FirstAid.StopMinutes} minutes after a peel was off", Sign.StingsAfterPeel, Ticked: true),
        Grave(Gravity.Stop, Sign.Bleeding, AskSign.Bleeding, "bleeding"),
        new(Gravity.Stop, "something used that is never used at home", Sign.NeverAtHome),
        new(Gravity.EaseOff, "something that is not usual on these days", Sign.OutsideCourse),
        new(Gravity.EaseOff, "a flake or spot picked", Sign.Picked, Ticked: true),
    ];

    private static readonly Dictionary<Sign, SignRow> ByReport = Rows.Where(row => row.Report is not null)
        .ToDictionary(row => row.Report!.Value);
    private static readonly Dictionary<AskSign, SignRow> ByAsk = Rows.Where(row => row.Ask is not null).ToDictionary(row => row.Ask!.Value);
    private static readonly Dictionary<CourseSign, SignRow> ByCourse = Rows.Where(row => row.Course is not null)
        .ToDictionary(row => row.Course!.Value);

    public static SignRow Of(Sign sign) => ByReport[sign];

    public static SignRow Of(AskSign sign) => ByAsk[sign];

    public static SignRow Of(CourseSign sign) => ByCourse[sign];

    private static SignRow Usual(AskSign ask, CourseSign? course, string title, ToldBy by = ToldBy.Nothing) =>
        new(Gravity.ByDegree, title, Ask: ask, Among: AskedAmong.Usual, Course: course, ToldBy: by);

    private static SignRow Medical(Sign sign, AskSign? ask, string title, string? asked = null) =>
        new(
            Gravity.MedicalHelp,
            title,
            sign,
            Ticked: true,
            ask,
            ask is null ? AskedAmong.Nothing : AskedAmong.GraveFirst,
            asked,
            Cautioned: true
        );

    private static SignRow Grave(Gravity gravity, Sign sign, AskSign ask, string title, string? asked = null) =>
        new(gravity, title, sign, Ticked: true, ask, AskedAmong.Grave, asked);
}
