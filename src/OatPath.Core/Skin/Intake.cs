using OatPath.Core.House;

namespace OatPath.Core.Skin;

public enum SkinType
{
    Dry,
    Normal,
    Combination,
    Oily,
}

/// <summary>How readily the skin answers, mildest first; the order is used when two answers are joined to the gentler one.</summary>
public enum Sensitivity
{
    Resilient,
    Average,
    Sensitive,
    Reactive,
}

/// <summary>Phototype I (always burns) to VI (never burns).</summary>
public enum Phototype
{
    I = 1,
    II,
    III,
    IV,
    V,
    VI,
}

public enum Concern
{
    Breakouts,
    CloggedPores,
    Oil,
    Marks,
    UnevenTone,
    FineLines,
    Dullness,
    Dryness,
    Redness,
    Puffiness,
    Scars,
}

public enum Allergen
{
    Salicylates,
    Fragrance,
    Latex,
    Lanolin,
    NutOils,
    Nickel,
    Preservatives,
    NumbingAgents,
    BenzoylPeroxide,
}

/// <summary>Zones of the face map, named from the client's side.</summary>
public enum FaceZone
{
    Forehead,
    Nose,
    LeftCheek,
    RightCheek,
    UpperLip,
    Chin,

    /// <summary>Both sides of the jaw.</summary>
    Jaw,

    /// <summary>Around both eyes.</summary>
    EyeArea,
    Neck,
    Chest,
    Hairline,
    BetweenBrows,
    LeftTemple,
    RightTemple,
    LeftBrow,
    RightBrow,
    LeftEye,
    RightEye,
    LeftJaw,
    RightJaw,
    LeftEar,
    RightEar,
    LeftNeck,
    RightNeck,

    /// <summary>
    /// Halves of the zones of a peel, for a contact too short for a whole one. Only a guided peel names them; elsewhere a half stands for
    /// its whole zone.
    /// </summary>
    LeftForehead,
    RightForehead,
    UpperNose,
    LowerNose,
    InnerLeftCheek,
    OuterLeftCheek,
    InnerRightCheek,
    OuterRightCheek,
    LeftUpperLip,
    RightUpperLip,
    LeftChin,
    RightChin,
    FrontLeftJaw,
    BackLeftJaw,
    FrontRightJaw,
    BackRightJaw,
}

/// <summary>What the practitioner learned at Meet. No name is needed to plan.</summary>
public sealed record Intake
{
    public DateOnly? BirthDate { get; init; }
    public SkinType SkinType { get; init; } = SkinType.Normal;
    public Sensitivity Sensitivity { get; init; } = Sensitivity.Average;
    public Phototype Phototype { get; init; } = Phototype.III;
    public IReadOnlyList<Concern> Concerns { get; init; } = [];
    public IReadOnlyList<Allergen> Allergies { get; init; } = [];
    public IReadOnlyList<Flag> Flags { get; init; } = [];

    /// <summary>Groups of questions of which nothing applies: asked, and answered with no.</summary>
    public IReadOnlyList<MeetGroup> NoneOf { get; init; } = [];

    /// <summary>Whether make-up is worn on most days; it asks for a second cleanse.</summary>
    public bool WearsMakeUp { get; init; }

    /// <summary>Hours outdoors on an ordinary day, 0 to 16; sunscreen is put on again every 2 h.</summary>
    [Between(0, 16)]
    public double HoursOutdoors { get; init; } = 1;

    /// <summary>Sport, swimming or sweaty work on most days: sunscreen goes on once more.</summary>
    public bool SweatOrWater { get; init; }

    /// <summary>Whether moisturiser and sunscreen go down to the chest.</summary>
    public bool ChestToo { get; init; }

    /// <summary>Minutes a day the client will really spend, 1 to 120.</summary>
    [Between(1, 120)]
    public int MinutesADay { get; init; } = 15;

    /// <summary>Money a month the client wants to spend, in the studio's currency; null when not asked.</summary>
    [Between(0, 100000)]
    public decimal? BudgetAMonth { get; init; }

    /// <summary>What was tried before and how it went, in the client's words.</summary>
    public string History { get; init; } = "";

    /// <summary>When pregnancy, medicines and sun were last asked; they are asked again every 4 weeks.</summary>
    public DateOnly? SafetyAskedOn { get; init; }

    /// <summary>Whether all of it came with a file or from the phone, and nobody of the studio has asked yet.</summary>
    public bool FromAFile { get; init; }

    public bool Has(FlagKind kind, DateOnly day)
    {
        foreach (var flag in Flags)
        {
            if (flag.Kind == kind && flag.Covers(day))
            {
                return true;
            }
        }

        return false;
    }

    /// <summary>Whether the skin marks easily on any day: for a ladder, which has no day.</summary>
    [System.Text.Json.Serialization.JsonIgnore]
    public bool EverMarksEasily =>
        Phototype >= Phototype.IV || Flags.Any(flag => flag.Kind is FlagKind.Melasma or FlagKind.DarkOrPalePatch);

    /// <summary>Melasma, a patch after a peel, or phototype IV to VI.</summary>
    public bool MarksEasily(DateOnly day) => Phototype >= Phototype.IV || Has(FlagKind.Melasma, day) || Has(FlagKind.DarkOrPalePatch, day);

    /// <summary>Whether the client counts as under age on a day: who has no birth date on record does, until it is known.</summary>
    public bool MayBeMinor(DateOnly day) => AgeOn(day) is not >= 18;

    /// <summary>
    /// Age in whole years on a day, or null when the birth date is not known. Born on 29 February: a year older on 1 March.
    /// </summary>
    public int? AgeOn(DateOnly day)
    {
        if (BirthDate is not { } born)
        {
            return null;
        }

        var years = day.Year - born.Year;
        return (day.Month, day.Day).CompareTo((born.Month, born.Day)) < 0 ? years - 1 : years;
    }

    /// <summary>
    /// Joins what was published with what is known now so that nothing becomes stronger: allergies and flags add up, the more sensitive
    /// answer stands.
    /// </summary>
    public static Intake GentlerOf(Intake published, Intake latest) =>
        published with
        {
            BirthDate =
                published.BirthDate is null || latest.BirthDate is null || published.BirthDate > latest.BirthDate
                    ? published.BirthDate
                    : latest.BirthDate,
            Sensitivity = (Sensitivity)Math.Max((int)published.Sensitivity, (int)latest.Sensitivity),
            Phototype = (Phototype)Math.Max((int)published.Phototype, (int)latest.Phototype),
            Allergies = [.. published.Allergies.Union(latest.Allergies)],
            Flags = [.. published.Flags.Union(latest.Flags)],
            SweatOrWater = published.SweatOrWater || latest.SweatOrWater,
            HoursOutdoors = Math.Max(published.HoursOutdoors, latest.HoursOutdoors),
            SafetyAskedOn =
                published.SafetyAskedOn > latest.SafetyAskedOn || latest.SafetyAskedOn is null
                    ? published.SafetyAskedOn
                    : latest.SafetyAskedOn,
        };
}
