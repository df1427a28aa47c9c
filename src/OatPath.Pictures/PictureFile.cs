using System.Globalization;
using System.Runtime.InteropServices;
using OatPath.Core.Pictures;
using SkiaSharp;

namespace OatPath.Pictures;

/// <summary>Why a file is not taken as a picture.</summary>
public enum PictureRefusal
{
    NotAPicture,
    TooManyBytes,
    TooManyPixels,
    TooSmall,
    Animated,
    Cut,
}

/// <summary>A picture as it was read: upright, its metadata left behind.</summary>
/// <param name="TakenAt">Wall-clock time that the camera wrote, or null.</param>
public sealed record ReadPicture(PixelGrid Pixels, DateTime? TakenAt);

/// <summary>Picture files in and out: what is inside counts, not what a name says.</summary>
public static class PictureFile
{
    /// <summary>Most of a file, and of what is in it.</summary>
    /// <remarks>House default.</remarks>
    public const int MostBytes = 20_000_000;

    /// <inheritdoc cref="MostBytes"/>
    public const long MostPixels = 100_000_000;

    /// <summary>Fewer pixels at the shorter side than this show no skin.</summary>
    /// <remarks>House default.</remarks>
    public const int LeastSide = 480;

    /// <summary>Pixels of the longer side that are kept; a mark of 1 mm is then still several pixels.</summary>
    /// <remarks>House default.</remarks>
    public const int KeptSide = 3000;

    private static readonly SKEncodedImageFormat[] Taken = [SKEncodedImageFormat.Jpeg, SKEncodedImageFormat.Png, SKEncodedImageFormat.Webp];

    /// <summary>Reads a file.</summary>
    /// <param name="longSide">Pixels of the longer side that are wanted; a larger picture is read coarser.</param>
    /// <returns>The picture, or why it is none.</returns>
    public static (ReadPicture? Picture, PictureRefusal? Refusal) Read(byte[] file, int longSide = KeptSide)
    {
        if (file.Length > MostBytes)
        {
            return (null, PictureRefusal.TooManyBytes);
        }

        using var data = SKData.CreateCopy(file);
        using var codec = SKCodec.Create(data);
        if (codec is null || !Taken.Contains(codec.EncodedFormat))
        {
            return (null, PictureRefusal.NotAPicture);
        }

        // Said by the file's head, before anything is unpacked.
        var (width, height) = (codec.Info.Width, codec.Info.Height);
        if ((long)width * height > MostPixels)
        {
            return (null, PictureRefusal.TooManyPixels);
        }

        if (Math.Min(width, height) < LeastSide)
        {
            return (null, PictureRefusal.TooSmall);
        }

        if (codec.FrameCount > 1)
        {
            return (null, PictureRefusal.Animated);
        }

        var wanted = Math.Min(1f, (float)longSide / Math.Max(width, height));
        var size = codec.GetScaledDimensions(wanted);
        using var bitmap = new SKBitmap(new SKImageInfo(size.Width, size.Height, SKColorType.Rgba8888, SKAlphaType.Opaque, Srgb));
        if (codec.GetPixels(bitmap.Info, bitmap.GetPixels()) != SKCodecResult.Success)
        {
            return (null, PictureRefusal.Cut);
        }

        if (codec.EncodedOrigin == SKEncodedOrigin.TopLeft && Math.Max(size.Width, size.Height) <= longSide)
        {
            return (new(Grid(bitmap), TakenAt(file)), null);
        }

        using var upright = Upright(bitmap, codec.EncodedOrigin, longSide);
        return (new(Grid(upright), TakenAt(file)), null);
    }

    /// <summary>A picture as a JPEG file without metadata.</summary>
    /// <param name="longSide">Pixels of its longer side, at most.</param>
    public static byte[] Jpeg(PixelGrid picture, int longSide, int quality)
    {
        using var whole = Bitmap(picture);
        using var scaled = Scaled(whole, longSide);
        using var image = SKImage.FromBitmap(scaled);
        using var encoded = image.Encode(SKEncodedImageFormat.Jpeg, quality);
        return encoded.ToArray();
    }

    /// <summary>The same picture coarser; itself where it is no larger.</summary>
    public static PixelGrid Coarser(PixelGrid picture, int longSide)
    {
        if (picture.LongSide <= longSide)
        {
            return picture;
        }

        using var whole = Bitmap(picture);
        using var scaled = Scaled(whole, longSide);
        return Grid(scaled);
    }

    private static SKColorSpace Srgb { get; } = SKColorSpace.CreateSrgb();

    private static SKBitmap Upright(SKBitmap bitmap, SKEncodedOrigin origin, int longSide)
    {
        var turned = (int)origin >= 5;
        var scale = Math.Min(1f, (float)longSide / Math.Max(bitmap.Width, bitmap.Height));
        var (w, h) = (Math.Max(1, (int)Math.Round(bitmap.Width * scale)), Math.Max(1, (int)Math.Round(bitmap.Height * scale)));
        var upright = new SKBitmap(new SKImageInfo(turned ? h : w, turned ? w : h, SKColorType.Rgba8888, SKAlphaType.Opaque, Srgb));
        using var canvas = new SKCanvas(upright);
        // From where the sensor put a pixel to where it belongs, as in the Exif standard.
        canvas.SetMatrix(
            origin switch
            {
                SKEncodedOrigin.TopRight => new(-1, 0, w, 0, 1, 0, 0, 0, 1),
                SKEncodedOrigin.BottomRight => new(-1, 0, w, 0, -1, h, 0, 0, 1),
                SKEncodedOrigin.BottomLeft => new(1, 0, 0, 0, -1, h, 0, 0, 1),
                SKEncodedOrigin.LeftTop => new(0, 1, 0, 1, 0, 0, 0, 0, 1),
                SKEncodedOrigin.RightTop => new(0, -1, h, 1, 0, 0, 0, 0, 1),
                SKEncodedOrigin.RightBottom => new(0, -1, h, -1, 0, w, 0, 0, 1),
                SKEncodedOrigin.LeftBottom => new(0, 1, 0, -1, 0, w, 0, 0, 1),
                _ => SKMatrix.Identity,
            }
        );
        using var image = SKImage.FromBitmap(bitmap);
        canvas.DrawImage(image, new SKRect(0, 0, w, h), new SKSamplingOptions(SKFilterMode.Linear, SKMipmapMode.Linear));
        return upright;
    }

    private static SKBitmap Scaled(SKBitmap bitmap, int longSide)
    {
        var scale = Math.Min(1f, (float)longSide / Math.Max(bitmap.Width, bitmap.Height));
        return bitmap.Resize(
            new SKImageInfo(
                Math.Max(1, (int)Math.Round(bitmap.Width * scale)),
                Math.Max(1, (int)Math.Round(bitmap.Height * scale)),
                SKColorType.Rgba8888,
                SKAlphaType.Opaque,
                Srgb
            ),
            // Down to a half every pixel has its part without them, in a tenth of the time.
            new SKSamplingOptions(SKFilterMode.Linear, scale < 0.5f ? SKMipmapMode.Linear : SKMipmapMode.None)
        );
    }

    private static PixelGrid Grid(SKBitmap bitmap)
    {
        var from = bitmap.GetPixelSpan();
        var rgb = new byte[bitmap.Width * bitmap.Height * 3];
        for (int i = 0, at = 0; i < from.Length; i += 4, at += 3)
        {
            (rgb[at], rgb[at + 1], rgb[at + 2]) = (from[i], from[i + 1], from[i + 2]);
        }

        return new(bitmap.Width, bitmap.Height, rgb);
    }

    private static SKBitmap Bitmap(PixelGrid picture)
    {
        var bitmap = new SKBitmap(new SKImageInfo(picture.Width, picture.Height, SKColorType.Rgba8888, SKAlphaType.Opaque, Srgb));
        var rgba = new byte[picture.Width * picture.Height * 4];
        for (int i = 0, at = 0; i < rgba.Length; i += 4, at += 3)
        {
            (rgba[i], rgba[i + 1], rgba[i + 2], rgba[i + 3]) = (picture.Rgb[at], picture.Rgb[at + 1], picture.Rgb[at + 2], 255);
        }

        Marshal.Copy(rgba, 0, bitmap.GetPixels(), rgba.Length);
        return bitmap;
    }

    /// <summary>The time a camera wrote into a JPEG: the first that stands in the form of the Exif standard, near the front.</summary>
    private static DateTime? TakenAt(byte[] file)
    {
        const int Head = 65_536;
        const int Length = 19;
        var head = file.AsSpan(0, Math.Min(Head, file.Length));
        for (var i = 0; i + Length <= head.Length; i++)
        {
            if (
                head[i + 4] == ':'
                && head[i + 7] == ':'
                && head[i + 10] == ' '
                && DateTime.TryParseExact(
                    System.Text.Encoding.ASCII.GetString(head.Slice(i, Length)),
                    "yyyy:MM:dd HH:mm:ss",
                    CultureInfo.InvariantCulture,
                    DateTimeStyles.None,
                    out var at
                )
                && at.Year > 1990
            )
            {
                return at;
            }
        }

        return null;
    }
}
