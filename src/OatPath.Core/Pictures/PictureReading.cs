namespace OatPath.Core.Pictures;

/// <summary>What the card tells of a picture; kept with it.</summary>
/// <param name="Evening">How its colours are evened.</param>
/// <param name="EdgeMillimetres">Over how many millimetres an edge of the card is blurred.</param>
/// <param name="MillimetresPerWidth">How wide the whole picture is at the card, millimetres.</param>
/// <param name="Corners">The card's corners from the upper left on around, as shares of the picture's width and height.</param>
public sealed record PictureReading(
    Evening Evening,
    double EdgeMillimetres,
    double MillimetresPerWidth,
    IReadOnlyList<PicturePoint> Corners
)
{
    /// <summary>Reads what the card tells.</summary>
    /// <returns>Null where its fields say nothing.</returns>
    public static PictureReading? Of(PixelGrid picture, CardPlace place) =>
        Evening.Of(picture, place) is not { } evening
            ? null
            : new(
                evening,
                Sharpness.EdgeMillimetres(picture, place),
                picture.Width / place.PixelsPerMillimetre,
                [.. place.Corners.Select(corner => new PicturePoint(corner.X / picture.Width, corner.Y / picture.Height))]
            );
}

/// <summary>What is amiss with a picture, so that no number is read from it.</summary>
public enum PictureFault
{
    /// <summary>No card was found, or not all four of its codes.</summary>
    NoCard,

    /// <summary>More than one card was found.</summary>
    TwoCards,

    /// <summary>The picture is a mirror image: sides would be taken for each other.</summary>
    Mirrored,

    /// <summary>A corner of the card is outside the picture.</summary>
    CardCropped,

    /// <summary>Blurred, shaken or too coarse.</summary>
    Blurred,

    /// <summary>The bright fields are at their end.</summary>
    Overexposed,

    /// <summary>The light differs across the card.</summary>
    UnevenLight,

    /// <summary>The card's colours do not come out: mixed light, a shadow, gloss or another print.</summary>
    ColoursOff,
}

/// <summary>Whether numbers may be read from a picture.</summary>
public static class PictureCheck
{
    /// <summary>Most that the card's colours may be off, mean CIE76, and most by which the light may differ across it, L*.</summary>
    /// <remarks>Source: trade convention.</remarks>
    public const double MostResidual = 3;

    /// <inheritdoc cref="MostResidual"/>
    public const double MostUnevenness = 8;

    /// <summary>Most millimetres an edge may be blurred over, and most of the card's pixels that may be at their end.</summary>
    /// <remarks>House default: a mark counts from 1 mm across.</remarks>
    public const double MostEdge = 1.0;

    /// <inheritdoc cref="MostEdge"/>
    public const double MostClipped = 0.02;

    /// <summary>Everything amiss, what to see to first at the front.</summary>
    /// <param name="reading">Null where no card was found.</param>
    public static IReadOnlyList<PictureFault> Of(PictureReading? reading)
    {
        if (reading is null)
        {
            return [PictureFault.NoCard];
        }

        var faults = new List<PictureFault>();
        if (reading.Corners.Any(corner => corner.X is < 0 or > 1 || corner.Y is < 0 or > 1))
        {
            faults.Add(PictureFault.CardCropped);
        }

        if (reading.EdgeMillimetres > MostEdge)
        {
            faults.Add(PictureFault.Blurred);
        }

        if (reading.Evening.ClippedShare > MostClipped)
        {
            faults.Add(PictureFault.Overexposed);
        }

        if (reading.Evening.Unevenness > MostUnevenness)
        {
            faults.Add(PictureFault.UnevenLight);
        }

        if (reading.Evening.Residual > MostResidual)
        {
            faults.Add(PictureFault.ColoursOff);
        }

        return faults;
    }
}
