namespace OatPath.Core.Pictures;

/// <summary>Whether a picture that holds no card is blurred: then none of its edges is steep.</summary>
/// <remarks>
/// Derived, on squares of three by three pixels so that noise counts little: over an edge, the squares of differences of places 4 apart sum
/// up to 4 times those of neighbours where it is one place wide, to 16 times where it is very wide; for an edge of w places, up to 4, it is
/// 4w - w²/3. So it tells how wide edges are, whatever they are edges of. Noise makes it smaller: a blurred picture may pass.
/// </remarks>
public static class Softness
{
    private const int Bin = 3;
    private const int Apart = 4;

    /// <summary>From here on edges are about 9 pixels wide, of 2000: a mark of a millimetre has gone.</summary>
    /// <remarks>House default.</remarks>
    private const double Soft = 9;

    /// <param name="picture">About 2000 pixels at its longer side.</param>
    public static bool IsSoft(PixelGrid picture) => Ratio(picture) > Soft;

    /// <summary>4 (steep) to 16 (soft); below with noise. 4 where the picture is of one colour.</summary>
    public static double Ratio(PixelGrid picture)
    {
        var (wide, high) = (picture.Width / Bin, picture.Height / Bin);
        var places = Places(picture, wide, high);
        var (near, far) = (0.0, 0.0);
        for (var y = 0; y < high - Apart; y++)
        {
            for (var x = 0; x < wide - Apart; x++)
            {
                var at = (y * wide) + x;
                var here = places[at];
                near += Square(places[at + 1] - here) + Square(places[at + wide] - here);
                far += Square(places[at + Apart] - here) + Square(places[at + (Apart * wide)] - here);
            }
        }

        return near == 0 ? Apart : far / near;
    }

    private static double Square(int value) => (double)value * value;

    /// <summary>How bright each place is, as a file holds it: steps of it look alike, dark or bright.</summary>
    private static int[] Places(PixelGrid picture, int wide, int high)
    {
        var places = new int[wide * high];
        for (var y = 0; y < high * Bin; y++)
        {
            for (var x = 0; x < wide * Bin; x++)
            {
                var at = picture.At(x, y);
                places[(y / Bin * wide) + (x / Bin)] += picture.Rgb[at] + (2 * picture.Rgb[at + 1]) + picture.Rgb[at + 2];
            }
        }

        return places;
    }
}
