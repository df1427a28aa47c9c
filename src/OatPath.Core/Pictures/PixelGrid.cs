namespace OatPath.Core.Pictures;

/// <summary>A picture as plain numbers: three bytes a pixel, red, green, blue, row by row from the top left.</summary>
public sealed class PixelGrid
{
    /// <param name="rgb">width x height x 3 bytes, sRGB.</param>
    /// <exception cref="ArgumentException">The bytes are not as many as the size says.</exception>
    public PixelGrid(int width, int height, byte[] rgb)
    {
        if (width < 1 || height < 1 || rgb.Length != width * height * 3)
        {
            throw new ArgumentException($"{width} x {height} pixels are not {rgb.Length} bytes", nameof(rgb));
        }

        (Width, Height, Rgb) = (width, height, rgb);
    }

    public int Width { get; }

    public int Height { get; }

    public byte[] Rgb { get; }

    /// <summary>Pixels of the longer side.</summary>
    public int LongSide => Math.Max(Width, Height);

    /// <summary>Where a pixel's three bytes begin.</summary>
    public int At(int x, int y) => ((y * Width) + x) * 3;

    public bool Holds(PicturePoint point) => point.X >= 0 && point.Y >= 0 && point.X <= Width - 1 && point.Y <= Height - 1;

    /// <summary>The light at a point between pixels, mixed in linear light; a point outside is the nearest inside.</summary>
    public LinearRgb Light(double x, double y)
    {
        x = Math.Clamp(x, 0, Width - 1);
        y = Math.Clamp(y, 0, Height - 1);
        var (left, top) = ((int)x, (int)y);
        var (right, bottom) = (Math.Min(left + 1, Width - 1), Math.Min(top + 1, Height - 1));
        var (across, down) = (x - left, y - top);
        return Mix(Mix(LightAt(left, top), LightAt(right, top), across), Mix(LightAt(left, bottom), LightAt(right, bottom), across), down);
    }

    public LinearRgb LightAt(int x, int y)
    {
        var at = At(x, y);
        return LinearRgb.Of(Rgb[at], Rgb[at + 1], Rgb[at + 2]);
    }

    /// <summary>Whether some channel is at its end, so that how bright it was is not known.</summary>
    public bool IsClipped(int x, int y)
    {
        var at = At(x, y);
        return Rgb[at] >= Clipped || Rgb[at + 1] >= Clipped || Rgb[at + 2] >= Clipped;
    }

    /// <summary>A byte from which on a channel counts as at its end: lossy files blur the last few steps.</summary>
    public const byte Clipped = 252;

    private static LinearRgb Mix(LinearRgb a, LinearRgb b, double share) =>
        new(a.R + ((b.R - a.R) * share), a.G + ((b.G - a.G) * share), a.B + ((b.B - a.B) * share));
}

/// <summary>A point in a picture, pixels from the centre of the first pixel: x to the right, y down.</summary>
public readonly record struct PicturePoint(double X, double Y)
{
    public double To(PicturePoint other) => Math.Sqrt(((X - other.X) * (X - other.X)) + ((Y - other.Y) * (Y - other.Y)));
}
