namespace OatPath.Core.Pictures;

/// <summary>How one picture is turned, moved and made larger or smaller to lie on another; nothing is bent.</summary>
/// <param name="A">x' = A x - B y + X, y' = B x + A y + Y.</param>
public sealed record Overlay(double A, double B, double X, double Y)
{
    /// <summary>The place of a later picture on an earlier one by eyes and mouth, by least squares.</summary>
    /// <remarks>Source: the similarity of two sets of points, least squares in closed form.</remarks>
    public static Overlay Of(FacePlace on, FacePlace laid)
    {
        (PicturePoint From, PicturePoint To)[] pairs = [(laid.RightEye, on.RightEye), (laid.LeftEye, on.LeftEye), (laid.Mouth, on.Mouth)];
        var from = new PicturePoint(pairs.Average(pair => pair.From.X), pairs.Average(pair => pair.From.Y));
        var to = new PicturePoint(pairs.Average(pair => pair.To.X), pairs.Average(pair => pair.To.Y));
        var (along, across, size) = (0.0, 0.0, 0.0);
        foreach (var (f, t) in pairs)
        {
            var (fx, fy, tx, ty) = (f.X - from.X, f.Y - from.Y, t.X - to.X, t.Y - to.Y);
            along += (fx * tx) + (fy * ty);
            across += (fx * ty) - (fy * tx);
            size += (fx * fx) + (fy * fy);
        }

        var (a, b) = (along / size, across / size);
        return new(a, b, to.X - (a * from.X) + (b * from.Y), to.Y - (b * from.X) - (a * from.Y));
    }

    public PicturePoint At(PicturePoint point) => new((A * point.X) - (B * point.Y) + X, (B * point.X) + (A * point.Y) + Y);
}
