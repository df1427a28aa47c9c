namespace OatPath.Core.Pictures;

/// <summary>Three places of a face by which pictures are laid over each other, as shares of the picture's width and height, 0 to
/// 1.</summary>
/// <param name="RightEye">The pupil of the client's own right eye, which is at the left of a picture from the front.</param>
/// <param name="LeftEye">The pupil of the client's own left eye.</param>
/// <param name="Mouth">The middle of the mouth, where the lips meet.</param>
public sealed record FaceMarks(PicturePoint RightEye, PicturePoint LeftEye, PicturePoint Mouth)
{
    /// <summary>Whether they can be a face: inside, the right eye at the left, the mouth below and not beside.</summary>
    /// <param name="aspect">Height of the picture by its width.</param>
    public bool ArePlausible(double aspect)
    {
        if (new[] { RightEye, LeftEye, Mouth }.Any(mark => mark.X is not (>= 0 and <= 1) || mark.Y is not (>= 0 and <= 1)))
        {
            return false;
        }

        var face = In(1, aspect);
        return face.Wide > 0.02 && face.High > 0.02 && face.High / face.Wide is > 0.5 and < 4;
    }

    /// <summary>The face's own axes in a picture of a size.</summary>
    public FacePlace In(double width, double height) =>
        new(
            new(RightEye.X * width, RightEye.Y * height),
            new(LeftEye.X * width, LeftEye.Y * height),
            new(Mouth.X * width, Mouth.Y * height)
        );
}

/// <summary>
/// A face in a picture by its own measure: the middle between the eyes is 0, one to the side is the distance of the eyes, one down is from
/// the eyes to the mouth.
/// </summary>
/// <param name="RightEye">In pixels, as the others.</param>
public sealed record FacePlace(PicturePoint RightEye, PicturePoint LeftEye, PicturePoint Mouth)
{
    /// <summary>How far the mouth stands before the line of the eyes, in distances of the eyes.</summary>
    /// <remarks>House default: by it a turn moves the mouth to the side.</remarks>
    private const double MouthBefore = 0.2;

    /// <summary>One of the three: 0 the right eye, 1 the left eye, 2 the mouth.</summary>
    public PicturePoint Of(int mark) =>
        mark == 0 ? RightEye
        : mark == 1 ? LeftEye
        : Mouth;

    public PicturePoint Middle => new((RightEye.X + LeftEye.X) / 2, (RightEye.Y + LeftEye.Y) / 2);

    /// <summary>Distance of the eyes, pixels; 0 or less where the right eye is not at the left.</summary>
    public double Wide => LeftEye.X <= RightEye.X ? 0 : RightEye.To(LeftEye);

    /// <summary>From the line of the eyes down to the mouth, pixels.</summary>
    public double High => Wide == 0 ? 0 : Across(Mouth).Down;

    /// <summary>How far the head leans to a shoulder, degrees, clockwise as seen.</summary>
    public double Lean => Math.Atan2(LeftEye.Y - RightEye.Y, LeftEye.X - RightEye.X) * 180 / Math.PI;

    /// <summary>The pixel of a place of the face.</summary>
    public PicturePoint At(double side, double down) =>
        new(
            Middle.X + (side * (LeftEye.X - RightEye.X)) + (down * (Mouth.X - Middle.X)),
            Middle.Y + (side * (LeftEye.Y - RightEye.Y)) + (down * (Mouth.Y - Middle.Y))
        );

    /// <summary>A pixel in the face's own measure; the inverse of <see cref="At"/>.</summary>
    public (double Side, double Down) Own(PicturePoint at)
    {
        var (x, y) = (at.X - Middle.X, at.Y - Middle.Y);
        var (ex, ey) = (LeftEye.X - RightEye.X, LeftEye.Y - RightEye.Y);
        var (mx, my) = (Mouth.X - Middle.X, Mouth.Y - Middle.Y);
        var area = (ex * my) - (ey * mx);
        return (((x * my) - (y * mx)) / area, ((ex * y) - (ey * x)) / area);
    }

    /// <summary>By how many degrees two faces of one client are turned differently, from 0 on; a lean is none, for it is turned
    /// back.</summary>
    /// <remarks>
    /// Derivation: turned by t, the distance of the eyes shrinks by cos t, and the mouth, which stands before the eyes, goes to the side by
    /// 0.2 tan t of that distance. From the front the second tells more, from the side the first; the larger is taken.
    /// </remarks>
    public static double TurnBetween(FacePlace one, FacePlace other, PictureView view)
    {
        static double Sideways(FacePlace face) => Math.Atan(face.Across(face.Mouth).Side / face.Wide / MouthBefore) * 180 / Math.PI;
        var nominal = view is PictureView.Left or PictureView.Right ? 45.0 : 0;
        var shrunk = Math.Cos(nominal * Math.PI / 180) * (other.Wide / other.High) / (one.Wide / one.High);
        var byShape = nominal == 0 ? 0 : Math.Abs((Math.Acos(Math.Clamp(shrunk, 0, 1)) * 180 / Math.PI) - nominal);
        return nominal == 0 ? Math.Abs(Sideways(one) - Sideways(other)) : byShape;
    }

    /// <summary>A pixel along the line of the eyes and down from it, in pixels.</summary>
    private (double Side, double Down) Across(PicturePoint point)
    {
        var (x, y) = (point.X - Middle.X, point.Y - Middle.Y);
        var (ex, ey) = ((LeftEye.X - RightEye.X) / Wide, (LeftEye.Y - RightEye.Y) / Wide);
        return ((x * ex) + (y * ey), (y * ex) - (x * ey));
    }
}
