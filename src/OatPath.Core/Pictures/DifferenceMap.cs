namespace OatPath.Core.Pictures;

/// <summary>A small square of skin in two pictures.</summary>
/// <param name="X">Its left edge in the later picture, as a share of the picture's width; Y its top, as a share of the width too.</param>
/// <param name="Redness">By how much a* is larger in the later picture, smoothed over the squares around it.</param>
/// <param name="Lightness">The same of L*.</param>
public sealed record DifferenceCell(double X, double Y, double Redness, double Lightness)
{
    /// <summary>How far beyond what two pictures differ by anyway.</summary>
    /// <param name="difference">One of the two above.</param>
    /// <param name="repeat">The house's own error of two pictures, above 0.</param>
    /// <returns>0 within twice the error, 1 beyond, 2 beyond twice as much again; below 0 where the later picture has less.</returns>
    /// <remarks>House default for the second step; the first is the one of every number.</remarks>
    public static int Level(double difference, decimal repeat)
    {
        var floor = 2 * (double)repeat;
        var size = Math.Abs(difference);
        return Math.Sign(difference)
            * (
                size > 2 * floor ? 2
                : size > floor ? 1
                : 0
            );
    }
}

/// <summary>One picture as it is held against another.</summary>
public sealed record DifferingPicture(PixelGrid Pixels, PictureReading Reading, FaceMarks Marks)
{
    internal FacePlace Face => Marks.In(Pixels.Width, Pixels.Height);
}

/// <summary>Where two pictures that may be compared differ, in the zones that numbers are read from.</summary>
/// <param name="Side">Side of a square as a share of the picture's width.</param>
public sealed record DifferenceMap(double Side, IReadOnlyList<DifferenceCell> Cells)
{
    /// <summary>Side of a square, millimetres of skin.</summary>
    /// <remarks>House default: finer than eyes and mouth are set by hand nothing is told.</remarks>
    public const double CellMillimetres = 4;

    private const int Samples = 6;

    /// <param name="earlier">As it was taken; as the later one.</param>
    public static DifferenceMap Of(DifferingPicture earlier, DifferingPicture later, PictureView view)
    {
        var face = later.Face;
        var back = Overlay.Of(earlier.Face, face);
        var zones = PictureZones.Of(view);
        var width = later.Pixels.Width;
        var side = CellMillimetres / later.Reading.MillimetresPerWidth * width;
        var (columns, rows) = ((int)(width / side), (int)(later.Pixels.Height / side));
        var found = new Dictionary<(int X, int Y), (double Redness, double Lightness)>();
        for (var y = 0; y < rows; y++)
        {
            for (var x = 0; x < columns; x++)
            {
                var own = face.Own(new((x + 0.5) * side, (y + 0.5) * side));
                if (
                    zones.Any(zone => zone.At(own.Side, own.Down) <= 1)
                    && Difference(earlier, later, back, x * side, y * side, side) is { } told
                )
                {
                    found[(x, y)] = told;
                }
            }
        }

        return new(
            side / width,
            [
                .. found.Keys.Select(at =>
                {
                    var around = Around(at).Where(found.ContainsKey).Select(near => found[near]).ToList();
                    return new DifferenceCell(
                        at.X * side / width,
                        at.Y * side / width,
                        around.Average(near => near.Redness),
                        around.Average(near => near.Lightness)
                    );
                }),
            ]
        );
    }

    /// <summary>The later less the earlier, each the mean light of the square; null where the earlier picture does not show it.</summary>
    private static (double Redness, double Lightness)? Difference(
        DifferingPicture earlier,
        DifferingPicture later,
        Overlay back,
        double left,
        double top,
        double side
    )
    {
        var (was, now) = (default(LinearRgb), default(LinearRgb));
        for (var i = 0; i < Samples * Samples; i++)
        {
            var at = new PicturePoint(left + ((i % Samples + 0.5) * side / Samples), top + ((i / Samples + 0.5) * side / Samples));
            var before = back.At(at);
            if (!earlier.Pixels.Holds(before) || !later.Pixels.Holds(at))
            {
                return null;
            }

            was = Sum(was, earlier.Pixels.Light(before.X, before.Y));
            now = Sum(now, later.Pixels.Light(at.X, at.Y));
        }

        var (a, b) = (earlier.Reading.Evening.Even(Mean(was)).ToLab(), later.Reading.Evening.Even(Mean(now)).ToLab());
        return (b.A - a.A, b.L - a.L);

        static LinearRgb Sum(LinearRgb one, LinearRgb other) => new(one.R + other.R, one.G + other.G, one.B + other.B);
        static LinearRgb Mean(LinearRgb sum) => new(sum.R / (Samples * Samples), sum.G / (Samples * Samples), sum.B / (Samples * Samples));
    }

    private static IEnumerable<(int X, int Y)> Around((int X, int Y) at) =>
        Enumerable.Range(-1, 3).SelectMany(down => Enumerable.Range(-1, 3).Select(across => (at.X + across, at.Y + down)));
}
