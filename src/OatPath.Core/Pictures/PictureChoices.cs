namespace OatPath.Core.Pictures;

/// <summary>What a house decides about its pictures; nothing of it changes a plan.</summary>
public sealed record PictureChoices
{
    /// <summary>By how much redness (a*) differs in two pictures taken one after the other. Twice as much is told as a change.</summary>
    /// <remarks>Source: trade convention for the defaults; each house may measure its own by two pictures of one day.</remarks>
    public decimal RepeatRedness { get; init; } = 1.5m;

    /// <inheritdoc cref="RepeatRedness"/>
    public decimal RepeatLightness { get; init; } = 2;

    /// <summary>The same of skin tone, degrees of ITA.</summary>
    public decimal RepeatIta { get; init; } = 4;

    /// <summary>The same of the area of dark marks, percent of the area.</summary>
    public decimal RepeatMarksPercent { get; init; } = 15;

    /// <summary>Days after which a picture that was taken away, or whose consent was taken back, is erased.</summary>
    /// <remarks>House default.</remarks>
    public int ErasedAfterDays { get; init; } = 30;
}

/// <summary>One of them as it is asked.</summary>
/// <param name="Key">Name of its field.</param>
/// <param name="Title">As asked.</param>
/// <param name="Least">Smallest value that is taken, and largest.</param>
/// <param name="Whole">Whether only whole numbers are.</param>
public sealed record PictureChoice(
    string Key,
    string Title,
    decimal Least,
    decimal Most,
    bool Whole,
    Func<PictureChoices, decimal> Of,
    Func<PictureChoices, decimal, PictureChoices> With
)
{
    public static IReadOnlyList<PictureChoice> All { get; } =
    [
        new(
            "redness",
            "Redness, a*",
            0.5m,
            5,
            false,
            choices => choices.RepeatRedness,
            (choices, value) => choices with { RepeatRedness = value }
        ),
        new(
            "lightness",
            "Lightness and unevenness, L*",
            0.5m,
            6,
            false,
            choices => choices.RepeatLightness,
            (choices, value) => choices with { RepeatLightness = value }
        ),
        new(
            "ita",
            "Skin tone, degrees",
            1,
            12,
            false,
            choices => choices.RepeatIta,
            (choices, value) => choices with { RepeatIta = value }
        ),
        new(
            "marks",
            "Area of dark marks, percent",
            5,
            50,
            true,
            choices => choices.RepeatMarksPercent,
            (choices, value) => choices with { RepeatMarksPercent = value }
        ),
        new(
            "erased",
            "Taken away, erased after days",
            1,
            90,
            true,
            choices => choices.ErasedAfterDays,
            (choices, value) => choices with { ErasedAfterDays = (int)value }
        ),
    ];
}
