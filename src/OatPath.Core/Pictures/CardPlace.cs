namespace OatPath.Core.Pictures;

/// <summary>Where the card lies in a picture: from millimetres on the card to pixels, for a flat card seen from anywhere.</summary>
public sealed class CardPlace
{
    private readonly double[] h;

    private CardPlace(double[] h) => this.h = h;

    /// <summary>Fits the place to points that were found, by least squares.</summary>
    /// <param name="found">At least four points, no three of them all in one line: on the card in millimetres, in the picture in
    /// pixels.</param>
    /// <returns>Null where the points are no view of a flat card.</returns>
    /// <remarks>Source: the direct linear transform of a plane (Hartley, Zisserman: Multiple View Geometry), on scaled numbers.</remarks>
    public static CardPlace? Of(IReadOnlyList<((double X, double Y) Card, PicturePoint Seen)> found)
    {
        if (found.Count < 4)
        {
            return null;
        }

        // Numbers near 1 keep the sums exact.
        var (middleX, middleY) = (found.Average(pair => pair.Seen.X), found.Average(pair => pair.Seen.Y));
        var wide = Math.Max(1, found.Average(pair => pair.Seen.To(new(middleX, middleY))));
        var sums = new double[8, 9];
        void Add(double[] row, double value)
        {
            for (var i = 0; i < 8; i++)
            {
                for (var j = 0; j < 8; j++)
                {
                    sums[i, j] += row[i] * row[j];
                }

                sums[i, 8] += row[i] * value;
            }
        }

        foreach (var ((x, y), seen) in found)
        {
            var (cx, cy) = (x / ReferenceCard.Width, y / ReferenceCard.Width);
            var (u, v) = ((seen.X - middleX) / wide, (seen.Y - middleY) / wide);
            Add([cx, cy, 1, 0, 0, 0, -u * cx, -u * cy], u);
            Add([0, 0, 0, cx, cy, 1, -v * cx, -v * cy], v);
        }

        if (Equations.Solve(sums) is not { } solved)
        {
            return null;
        }

        // Back to millimetres and pixels.
        double[] row3 = [solved[6] / ReferenceCard.Width, solved[7] / ReferenceCard.Width, 1];
        double[] row1 = [solved[0] / ReferenceCard.Width, solved[1] / ReferenceCard.Width, solved[2]];
        double[] row2 = [solved[3] / ReferenceCard.Width, solved[4] / ReferenceCard.Width, solved[5]];
        var place = new CardPlace([
            .. Enumerable.Range(0, 3).Select(i => (row1[i] * wide) + (row3[i] * middleX)),
            .. Enumerable.Range(0, 3).Select(i => (row2[i] * wide) + (row3[i] * middleY)),
            .. row3,
        ]);
        var scale = place.PixelsPerMillimetre;
        return double.IsFinite(scale) && scale > 0 && found.All(pair => place.At(pair.Card.X, pair.Card.Y).To(pair.Seen) < Stray * scale)
            ? place
            : null;
    }

    /// <summary>Millimetres by which a point may lie beside its place before it is no flat card.</summary>
    private const double Stray = 2.5;

    /// <summary>The pixel of a place on the card.</summary>
    /// <param name="x">Millimetres from the card's left; y from its top.</param>
    public PicturePoint At(double x, double y)
    {
        var deep = (h[6] * x) + (h[7] * y) + h[8];
        return new(((h[0] * x) + (h[1] * y) + h[2]) / deep, ((h[3] * x) + (h[4] * y) + h[5]) / deep);
    }

    /// <summary>Pixels to a millimetre at the middle of the card: the root of how much area grows, so a tilt takes little from
    /// it.</summary>
    public double PixelsPerMillimetre
    {
        get
        {
            const double Step = 1;
            var (x, y) = (ReferenceCard.Width / 2, ReferenceCard.Height / 2);
            var (here, right, below) = (At(x, y), At(x + Step, y), At(x, y + Step));
            var area = ((right.X - here.X) * (below.Y - here.Y)) - ((right.Y - here.Y) * (below.X - here.X));
            return area > 0 ? Math.Sqrt(area) / Step : double.NaN;
        }
    }

    /// <summary>The four corners, from the upper left on around.</summary>
    public IReadOnlyList<PicturePoint> Corners =>
        [At(0, 0), At(ReferenceCard.Width, 0), At(ReferenceCard.Width, ReferenceCard.Height), At(0, ReferenceCard.Height)];
}
