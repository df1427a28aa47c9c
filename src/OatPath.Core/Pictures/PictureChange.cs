using OatPath.Core.Skin;

namespace OatPath.Core.Pictures;

/// <summary>A number read from pictures.</summary>
public enum PictureNumber
{
    /// <summary>Mean a*.</summary>
    Redness,

    /// <summary>Mean L*.</summary>
    Lightness,

    /// <summary>Standard deviation of L*.</summary>
    Spread,

    /// <summary>Individual typology angle, degrees.</summary>
    Ita,

    /// <summary>Area of dark marks, square millimetres.</summary>
    Marks,
}

/// <summary>One number of one zone in two pictures.</summary>
/// <param name="Repeat">By how much two pictures taken one after the other differ, in the number's own unit.</param>
public sealed record PictureChange(FaceZone Zone, PictureNumber Number, double Before, double After, double Repeat)
{
    /// <summary>Whether it is larger than twice what two pictures one after the other differ by; else nothing can be said.</summary>
    /// <remarks>Source: trade convention.</remarks>
    public bool IsTold => Math.Abs(After - Before) > 2 * Repeat;

    /// <summary>Every number of the zones that both pictures tell.</summary>
    public static IReadOnlyList<PictureChange> Of(
        IReadOnlyList<ZoneNumbers> before,
        IReadOnlyList<ZoneNumbers> after,
        PictureChoices choices
    ) =>
        [
            .. before.SelectMany(one =>
                after.FirstOrDefault(other => other.Zone == one.Zone) is not { } other
                    ? []
                    : new PictureChange[]
                    {
                        new(one.Zone, PictureNumber.Redness, one.Redness, other.Redness, (double)choices.RepeatRedness),
                        new(one.Zone, PictureNumber.Lightness, one.Lightness, other.Lightness, (double)choices.RepeatLightness),
                        new(one.Zone, PictureNumber.Spread, one.Spread, other.Spread, (double)choices.RepeatLightness),
                        new(one.Zone, PictureNumber.Ita, one.Ita, other.Ita, (double)choices.RepeatIta),
                        new(
                            one.Zone,
                            PictureNumber.Marks,
                            one.MarkArea,
                            other.MarkArea,
                            Math.Max(SmallestMark, Math.Max(one.MarkArea, other.MarkArea)) * (double)choices.RepeatMarksPercent / 100
                        ),
                    }
            ),
        ];

    /// <summary>An area below this is told apart from none by chance, square millimetres.</summary>
    /// <remarks>House default: two of the smallest marks that count.</remarks>
    private const double SmallestMark = 1.6;
}
