namespace OatPath.Core.Pictures;

/// <summary>The evened pixels of one zone and of what surrounds it, at a fixed fineness.</summary>
/// <param name="Colours">Row by row.</param>
/// <param name="Inside">Which of them are of the zone itself.</param>
/// <param name="PixelMillimetres">Side of a pixel on the skin, millimetres.</param>
internal sealed record ZonePatch(int Width, int Height, Lab[] Colours, bool[] Inside, double PixelMillimetres)
{
    /// <summary>Side of a pixel that is read, and how far around the zone is looked, millimetres.</summary>
    /// <remarks>House default: a mark counts from 1 mm across, which are then about nine pixels.</remarks>
    private const double Fine = 0.33;

    /// <inheritdoc cref="Fine"/>
    private const double Around = 8;

    /// <summary>Cuts a zone out.</summary>
    /// <param name="millimetre">Pixels of the picture to a millimetre.</param>
    /// <returns>Null where too much of it is outside, or at its end.</returns>
    public static ZonePatch? Of(PixelGrid picture, Evening evening, FacePlace face, PictureZone zone, double millimetre)
    {
        // Every pixel of the patch is the mean of what falls into it, so that noise and fineness of a camera do not count.
        var step = Math.Max(1, Fine * millimetre);
        var middle = face.At(zone.Side, zone.Down);
        var (reachX, reachY) = Reach(face, zone);
        var (halfX, halfY) = ((int)((reachX + (Around * millimetre)) / step), (int)((reachY + (Around * millimetre)) / step));
        var (width, height) = ((2 * halfX) + 1, (2 * halfY) + 1);
        var (colours, inside) = (new Lab[width * height], new bool[width * height]);
        var (all, lost) = (0, 0);
        for (var y = 0; y < height; y++)
        {
            for (var x = 0; x < width; x++)
            {
                var at = new PicturePoint(middle.X + ((x - halfX) * step), middle.Y + ((y - halfY) * step));
                var (light, clipped) = Mean(picture, at, step);
                var i = (y * width) + x;
                colours[i] = evening.Even(light).ToLab();
                var (side, down) = face.Own(at);
                if (zone.At(side, down) > 1)
                {
                    continue;
                }

                all++;
                inside[i] = !clipped && picture.Holds(at);
                lost += inside[i] ? 0 : 1;
            }
        }

        return all == 0 || lost > ZoneNumbers.MostLost * all ? null : new(width, height, colours, inside, step / millimetre);
    }

    private static (LinearRgb Light, bool Clipped) Mean(PixelGrid picture, PicturePoint at, double step)
    {
        var half = (int)Math.Round((step - 1) / 2);
        var (x0, y0) = ((int)Math.Round(at.X), (int)Math.Round(at.Y));
        var (r, g, b, count, clipped) = (0.0, 0.0, 0.0, 0, 0);
        for (var y = Math.Clamp(y0 - half, 0, picture.Height - 1); y <= Math.Clamp(y0 + half, 0, picture.Height - 1); y++)
        {
            for (var x = Math.Clamp(x0 - half, 0, picture.Width - 1); x <= Math.Clamp(x0 + half, 0, picture.Width - 1); x++)
            {
                var light = picture.LightAt(x, y);
                (r, g, b, count) = (r + light.R, g + light.G, b + light.B, count + 1);
                clipped += picture.IsClipped(x, y) ? 1 : 0;
            }
        }

        return (new(r / count, g / count, b / count), 2 * clipped > count);
    }

    private static (double X, double Y) Reach(FacePlace face, PictureZone zone)
    {
        var (ex, ey) = (face.LeftEye.X - face.RightEye.X, face.LeftEye.Y - face.RightEye.Y);
        var (mx, my) = (face.Mouth.X - face.Middle.X, face.Mouth.Y - face.Middle.Y);
        return (
            Math.Sqrt((zone.Wide * ex * zone.Wide * ex) + (zone.High * mx * zone.High * mx)),
            Math.Sqrt((zone.Wide * ey * zone.Wide * ey) + (zone.High * my * zone.High * my))
        );
    }
}
