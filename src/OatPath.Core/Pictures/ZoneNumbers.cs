using OatPath.Core.Skin;

namespace OatPath.Core.Pictures;

/// <summary>Numbers of one zone of one picture.</summary>
/// <param name="Redness">Mean a*.</param>
/// <param name="Lightness">Mean L*, 0 to 100.</param>
/// <param name="Spread">Standard deviation of L*: the smaller, the more even.</param>
/// <param name="Ita">Individual typology angle of the mean colour, degrees.</param>
/// <param name="Marks">How many dark marks.</param>
/// <param name="MarkArea">Their area together, square millimetres.</param>
/// <param name="MarkContrast">By how much they are darker than what surrounds them, L*, mean by area; 0 where there are none.</param>
public sealed record ZoneNumbers(
    FaceZone Zone,
    double Redness,
    double Lightness,
    double Spread,
    double Ita,
    int Marks,
    double MarkArea,
    double MarkContrast
)
{
    /// <summary>A zone of which more than this share of pixels is at its end, or outside the picture, tells nothing.</summary>
    /// <remarks>House default.</remarks>
    public const double MostLost = 0.05;

    /// <summary>Reads every zone of a view that is wholly seen.</summary>
    /// <param name="picture">As it was taken.</param>
    /// <param name="reading">What its card tells; only of a picture without a fault is anything read.</param>
    public static IReadOnlyList<ZoneNumbers> Of(PixelGrid picture, PictureReading reading, FaceMarks marks, PictureView view)
    {
        if (PictureCheck.Of(reading).Count > 0 || !marks.ArePlausible((double)picture.Height / picture.Width))
        {
            return [];
        }

        var face = marks.In(picture.Width, picture.Height);
        var millimetre = picture.Width / reading.MillimetresPerWidth;
        return
        [
            .. PictureZones
                .Of(view)
                .AsParallel()
                .AsOrdered()
                .Select(zone => Of(zone, ZonePatch.Of(picture, reading.Evening, face, zone, millimetre)))
                .Where(numbers => numbers is not null)
                .Select(numbers => numbers!),
        ];
    }

    private static ZoneNumbers? Of(PictureZone zone, ZonePatch? patch)
    {
        if (patch is null)
        {
            return null;
        }

        var (l, a, b, squares, count) = (0.0, 0.0, 0.0, 0.0, 0);
        for (var i = 0; i < patch.Colours.Length; i++)
        {
            if (patch.Inside[i])
            {
                var colour = patch.Colours[i];
                (l, a, b, squares, count) = (l + colour.L, a + colour.A, b + colour.B, squares + (colour.L * colour.L), count + 1);
            }
        }

        var mean = new Lab(l / count, a / count, b / count);
        var marks = DarkMark.In(patch);
        var area = marks.Sum(mark => mark.Area);
        return new(
            zone.Zone,
            mean.A,
            mean.L,
            Math.Sqrt(Math.Max(0, (squares / count) - (mean.L * mean.L))),
            mean.Ita,
            marks.Count,
            area,
            area == 0 ? 0 : marks.Sum(mark => mark.Area * mark.Contrast) / area
        );
    }
}
