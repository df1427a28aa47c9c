namespace OatPath.Core.Pictures;

/// <summary>Light by the primaries of sRGB, in proportion to its power; 0 to 1 within what a file holds, more or less beyond.</summary>
public readonly record struct LinearRgb(double R, double G, double B)
{
    private const int Fine = 4096;
    private static readonly double[] Table = [.. Enumerable.Range(0, 256).Select(value => Decode(value / 255.0))];
    private static readonly byte[] Back = [.. Enumerable.Range(0, Fine + 1).Select(i => (byte)Math.Round(Encode((double)i / Fine) * 255))];

    /// <summary>The light of three bytes of a file.</summary>
    /// <remarks>Source: IEC 61966-2-1 (sRGB).</remarks>
    public static LinearRgb Of(byte r, byte g, byte b) => new(Table[r], Table[g], Table[b]);

    /// <summary>The bytes of a file for a light; what is outside is cut off.</summary>
    public (byte R, byte G, byte B) ToBytes() => (Byte(R), Byte(G), Byte(B));

    /// <summary>How dark, how red, how yellow it looks.</summary>
    /// <remarks>
    /// Source: CIE 15 (L*a*b*), with the white of D65 and two degrees, by the matrix of IEC 61966-2-1; so an even grey has a* and b* 0.
    /// </remarks>
    public Lab ToLab()
    {
        var x = Root(((0.4124 * R) + (0.3576 * G) + (0.1805 * B)) / 0.9505);
        var y = Root((0.2126 * R) + (0.7152 * G) + (0.0722 * B));
        var z = Root(((0.0193 * R) + (0.1192 * G) + (0.9505 * B)) / 1.0890);
        return new((116 * y) - 16, 500 * (x - y), 200 * (y - z));
    }

    /// <summary>How bright it is, 0 to 1.</summary>
    public double Luminance => (0.2126 * R) + (0.7152 * G) + (0.0722 * B);

    private static byte Byte(double light) => Back[(int)Math.Round(Math.Clamp(light, 0, 1) * Fine)];

    private static double Decode(double value) => value <= 0.04045 ? value / 12.92 : Math.Pow((value + 0.055) / 1.055, 2.4);

    private static double Encode(double light) => light <= 0.0031308 ? light * 12.92 : (1.055 * Math.Pow(light, 1 / 2.4)) - 0.055;

    private static double Root(double t) => t > 216.0 / 24389 ? Math.Cbrt(t) : ((24389.0 / 27 * t) + 16) / 116;
}

/// <summary>A colour by how it looks.</summary>
/// <param name="L">Lightness, 0 black to 100 white.</param>
/// <param name="A">Green below 0, red above; for skin, how red it is.</param>
/// <param name="B">Blue below 0, yellow above.</param>
public readonly record struct Lab(double L, double A, double B)
{
    /// <summary>How far two colours look apart; 1 is about what an eye just tells side by side.</summary>
    /// <remarks>Source: CIE 1976 colour difference.</remarks>
    public double From(Lab other) =>
        Math.Sqrt(((L - other.L) * (L - other.L)) + ((A - other.A) * (A - other.A)) + ((B - other.B) * (B - other.B)));

    /// <summary>Individual typology angle in degrees, -90 to 90: the higher, the lighter a skin.</summary>
    /// <remarks>Source: the usual definition, atan((L* - 50) / b*); below b* 0 it is no skin, and the angle follows atan2.</remarks>
    public double Ita => Math.Atan2(L - 50, B) * 180 / Math.PI;
}
