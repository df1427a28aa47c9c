using OatPath.Core.Pictures;
using OatPath.Core.Skin;

namespace OatPath.Pictures.Drawn;

/// <summary>A dark mark of a drawn face.</summary>
/// <param name="Side">In the face's own measure, as a zone's middle.</param>
/// <param name="Radius">Millimetres.</param>
/// <param name="Darker">By how much, L*.</param>
public sealed record DrawnMark(double Side, double Down, double Radius, double Darker);

/// <summary>
/// A made-up face with the card under it, of which everything is known: for the demo, and to hold what is read from pictures against.
/// </summary>
/// <param name="Skin">Of the whole face.</param>
/// <param name="Redder">By how much zones are redder than that, a*.</param>
/// <param name="Seed">Of the skin's fine grain and the camera's noise.</param>
public sealed record DrawnFace(
    Lab Skin,
    IReadOnlyDictionary<FaceZone, double> Redder,
    IReadOnlyList<DrawnMark> Marks,
    int Seed,
    PictureView View = PictureView.Front
)
{
    public const int Width = 1200;
    public const int Height = 1600;

    // Millimetres: a picture of 300 by 400, the eyes 63 apart, the mouth 70 below.
    private const double Across = 300;
    private const double Scale = Width / Across;
    private const double Eyes = 63;
    private const double ToMouth = 70;
    private const double MiddleX = 150;
    private const double EyesY = 125;
    private const double CardX = 75;
    private const double CardY = 290;
    private const double Camera = 900;
    private const double Noise = 0.004;
    private const double Grain = 0.8;

    private const double CodeSide = ReferenceCard.Modules * ReferenceCard.Module;
    private static readonly LinearRgb Paper = LinearRgb.Of(ReferenceCard.Paper, ReferenceCard.Paper, ReferenceCard.Paper);
    private static readonly (CardCode Code, bool[,] Dark)[] Codes = [.. ReferenceCard.Codes.Select(code => (code, CardModules.Of(code)))];
    private static readonly (CardField Field, LinearRgb Light)[] Fields =
    [
        .. ReferenceCard.Fields.Append(ReferenceCard.LyingBar).Append(ReferenceCard.StandingBar).Select(field => (field, field.Light)),
    ];

    /// <summary>Where eyes and mouth are in a picture that is not tilted.</summary>
    public FaceMarks Face(double tilt = 0) => new(Seen(-Wide / 2, 0, tilt), Seen(Wide / 2, 0, tilt), Seen(0, ToMouth, tilt));

    /// <summary>From the side the eyes stand closer.</summary>
    private double Wide => View == PictureView.Front ? Eyes : Eyes * Math.Sqrt(0.5);

    /// <summary>The picture that a camera takes.</summary>
    /// <param name="exposure">1 for a white paper just under the end of what a file holds.</param>
    /// <param name="tilt">By how many degrees the whole is turned about the upright, -20 to 20.</param>
    /// <param name="blur">Radius in millimetres over which everything is blurred.</param>
    /// <param name="card">Without it nothing is read.</param>
    /// <param name="fine">Whether edges between pixels are mixed, as a lens does it; without, it is drawn four times as fast.</param>
    public PixelGrid Taken(DrawnLight light, double exposure = 1, double tilt = 0, double blur = 0, bool card = true, bool fine = true)
    {
        var rgb = new byte[Width * Height * 3];
        (PictureZone Zone, double By)[] redder =
        [
            .. PictureZones.Of(View).Where(zone => Redder.ContainsKey(zone.Zone)).Select(zone => (zone, Redder[zone.Zone])),
        ];
        DrawnMark[] marks = [.. Marks];
        Parallel.For(0, Height, y =>
        {
            for (var x = 0; x < Width; x++)
            {
                var (r, g, b) = (0.0, 0.0, 0.0);
                var taps = blur > 0 ? 4 : fine ? 2 : 1;
                for (var i = 0; i < taps * taps; i++)
                {
                    // Evenly over the pixel, or over the square it is blurred into.
                    var reach = 0.5 + (blur * Scale);
                    var at = OnPlane(
                        (x + ((((i % taps) + 0.5) * 2 / taps) - 1) * reach) / Scale,
                        (y + ((((i / taps) + 0.5) * 2 / taps) - 1) * reach) / Scale,
                        tilt
                    );
                    var own = card && IsCard(at) ? OfCard(at.X - CardX, at.Y - CardY) : OfFace(at.X, at.Y, redder, marks);
                    (r, g, b) = (r + own.R, g + own.G, b + own.B);
                }

                var times = exposure * (1 + (light.Slope * ((double)x / Width - 0.5))) / (taps * taps);
                (r, g, b) = (r * light.Gain.R * times, g * light.Gain.G * times, b * light.Gain.B * times);
                var bleed = light.Bleed;
                var seen = new LinearRgb(
                    ((1 - (2 * bleed)) * r) + (bleed * (g + b)) + (Noise * Hash(x, y, 1)),
                    ((1 - (2 * bleed)) * g) + (bleed * (r + b)) + (Noise * Hash(x, y, 2)),
                    ((1 - (2 * bleed)) * b) + (bleed * (r + g)) + (Noise * Hash(x, y, 3))
                );
                var byteAt = ((y * Width) + x) * 3;
                (rgb[byteAt], rgb[byteAt + 1], rgb[byteAt + 2]) = seen.ToBytes();
            }
        });
        return new(Width, Height, rgb);
    }

    /// <summary>The colour that a zone has in truth, without its marks.</summary>
    public Lab ColourOf(FaceZone zone) => Skin with { A = Skin.A + Redder.GetValueOrDefault(zone) };

    private static bool IsCard(PicturePoint at) =>
        at.X is >= CardX and < CardX + ReferenceCard.Width && at.Y is >= CardY and < CardY + ReferenceCard.Height;

    /// <summary>The colour of the face and of what is around it, pixel by pixel: what it looks through is laid out before.</summary>
    private LinearRgb OfFace(double x, double y, (PictureZone Zone, double By)[] redder, DrawnMark[] marks)
    {
        var (side, down) = ((x - MiddleX) / Wide, (y - EyesY) / ToMouth);
        var (hx, hy) = ((x - MiddleX) / 78, (y - EyesY - 28) / 112);
        if ((hx * hx) + (hy * hy) > 1)
        {
            // Hair above, a wall around.
            return hy < 0.1 && (hx * hx / 1.3) + (hy * hy / 1.25) < 1 ? LinearRgb.Of(52, 40, 34) : LinearRgb.Of(196, 200, 198);
        }

        if (Math.Abs(down) < 0.09 && Math.Abs(Math.Abs(side) - 0.5) < 0.16)
        {
            return Math.Abs(Math.Abs(side) - 0.5) < 0.06 ? LinearRgb.Of(40, 34, 30) : LinearRgb.Of(222, 216, 210);
        }

        if (Math.Abs(down + 0.3) < 0.04 && Math.Abs(Math.Abs(side) - 0.5) < 0.24)
        {
            return LinearRgb.Of(70, 54, 44);
        }

        if (Math.Abs(down - 1) < 0.07 && Math.Abs(side) < 0.38)
        {
            return LinearRgb.Of(176, 104, 98);
        }

        var own = Skin;
        foreach (var (zone, by) in redder)
        {
            // A little over its rim, so that the whole of what is read has the colour.
            if (zone.At(side, down) < 1.3)
            {
                own = own with { A = own.A + by };
            }
        }

        foreach (var mark in marks)
        {
            var (mx, my) = ((side - mark.Side) * Wide, (down - mark.Down) * ToMouth);
            if ((mx * mx) + (my * my) < mark.Radius * mark.Radius)
            {
                own = own with { L = own.L - mark.Darker };
            }
        }

        return OfLab(own with { L = own.L + (Grain * Hash((int)(x * 2), (int)(y * 2), Seed)) });
    }

    private static LinearRgb OfCard(double x, double y)
    {
        foreach (var (code, dark) in Codes)
        {
            if (x >= code.X && y >= code.Y && x < code.X + CodeSide && y < code.Y + CodeSide)
            {
                var (column, row) = ((x - code.X) / ReferenceCard.Module, (y - code.Y) / ReferenceCard.Module);
                return dark[(int)row, (int)column] ? LinearRgb.Of(28, 28, 28) : Paper;
            }
        }

        foreach (var (field, light) in Fields)
        {
            if (x >= field.X && y >= field.Y && x < field.X + field.Width && y < field.Y + field.Height)
            {
                return light;
            }
        }

        return Paper;
    }

    /// <summary>The light that looks like a colour: the way back of <see cref="LinearRgb.ToLab"/>.</summary>
    private static LinearRgb OfLab(Lab lab)
    {
        static double Cube(double t) => t > 6.0 / 29 ? t * t * t : 3 * 36.0 / 841 * (t - (4.0 / 29));
        var fy = (lab.L + 16) / 116;
        var (x, y, z) = (0.9505 * Cube(fy + (lab.A / 500)), Cube(fy), 1.0890 * Cube(fy - (lab.B / 200)));
        return new(
            (3.2406 * x) - (1.5372 * y) - (0.4986 * z),
            (-0.9689 * x) + (1.8758 * y) + (0.0415 * z),
            (0.0557 * x) - (0.2040 * y) + (1.0570 * z)
        );
    }

    /// <summary>Where a ray of the camera meets the plane of face and card, millimetres.</summary>
    private static PicturePoint OnPlane(double x, double y, double tilt)
    {
        var (u, v, t) = (x - MiddleX, y - (Height / Scale / 2), tilt * Math.PI / 180);
        var far = Camera / (Camera - (u * Math.Tan(t)));
        return new(MiddleX + (u * far / Math.Cos(t)), (Height / Scale / 2) + (v * far));
    }

    /// <summary>Where a place of the face is seen, as shares of the picture: the way back of <see cref="OnPlane"/>.</summary>
    private static PicturePoint Seen(double side, double down, double tilt)
    {
        var t = tilt * Math.PI / 180;
        var far = 1 + (side * Math.Sin(t) / Camera);
        var y = EyesY + down - (Height / Scale / 2);
        return new(((side * Math.Cos(t) / far) + MiddleX) / Across, ((y / far) + (Height / Scale / 2)) / (Height / Scale));
    }

    /// <summary>Noise from -1 to 1, the same for the same place and seed.</summary>
    private double Hash(int x, int y, int salt)
    {
        unchecked
        {
            var h = ((uint)x * 374761393u) + ((uint)y * 668265263u) + ((uint)(salt + (Seed * 31)) * 2246822519u);
            h = (h ^ (h >> 13)) * 1274126177u;
            return (((h ^ (h >> 16)) & 0xffff) / 32767.5) - 1;
        }
    }
}
