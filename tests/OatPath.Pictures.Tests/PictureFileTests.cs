using OatPath.Core.Pictures;
using SkiaSharp;

namespace OatPath.Pictures.Tests;

/// <summary>Files in and out: what is taken, turned upright and left behind.</summary>
public sealed class PictureFileTests
{
    /// <summary>Wide, the upper left quarter red, the rest grey.</summary>
    private static SKBitmap Corner()
    {
        var bitmap = new SKBitmap(800, 600, SKColorType.Rgba8888, SKAlphaType.Opaque);
        bitmap.Erase(SKColors.Gray);
        using var canvas = new SKCanvas(bitmap);
        using var red = new SKPaint { Color = SKColors.Red };
        canvas.DrawRect(0, 0, 400, 300, red);
        return bitmap;
    }

    private static byte[] Encoded(SKEncodedImageFormat format)
    {
        using var image = SKImage.FromBitmap(Corner());
        return image.Encode(format, 95).ToArray();
    }

    /// <summary>A JPEG that says how the camera was held, and when.</summary>
    private static byte[] WithExif(byte orientation, string time)
    {
        var jpeg = Encoded(SKEncodedImageFormat.Jpeg);
        byte[] exif =
        [
            .. "Exif\0\0"u8,
            0x4D,
            0x4D,
            0,
            42,
            0,
            0,
            0,
            8,
            0,
            2,
            0x01,
            0x12,
            0,
            3,
            0,
            0,
            0,
            1,
            0,
            orientation,
            0,
            0,
            0x01,
            0x32,
            0,
            2,
            0,
            0,
            0,
            20,
            0,
            0,
            0,
            38,
            0,
            0,
            0,
            0,
            .. System.Text.Encoding.ASCII.GetBytes(time),
            0,
        ];
        var length = exif.Length + 2;
        return [.. jpeg[..2], 0xFF, 0xE1, (byte)(length >> 8), (byte)length, .. exif, .. jpeg[2..]];
    }

    private static bool IsRed(PixelGrid picture, double across, double down)
    {
        var at = picture.At((int)(across * picture.Width), (int)(down * picture.Height));
        return picture.Rgb[at] > 200 && picture.Rgb[at + 1] < 60;
    }

    [Theory]
    [InlineData(1, 800, 0.25, 0.25)]
    [InlineData(2, 800, 0.75, 0.25)]
    [InlineData(3, 800, 0.75, 0.75)]
    [InlineData(4, 800, 0.25, 0.75)]
    [InlineData(5, 600, 0.25, 0.25)]
    [InlineData(6, 600, 0.75, 0.25)]
    [InlineData(7, 600, 0.75, 0.75)]
    [InlineData(8, 600, 0.25, 0.75)]
    public void Every_way_a_camera_is_held_comes_out_upright(byte orientation, int width, double across, double down)
    {
        var read = PictureFile.Read(WithExif(orientation, "2026:03:02 10:20:30")).Picture!;
        Assert.Equal(width, read.Pixels.Width);
        Assert.True(IsRed(read.Pixels, across, down));
        Assert.False(IsRed(read.Pixels, 1 - across, 1 - down));
        Assert.Equal(new DateTime(2026, 3, 2, 10, 20, 30), read.TakenAt);
    }

    [Fact]
    public void What_is_written_says_nothing_of_camera_place_or_time()
    {
        var read = PictureFile.Read(WithExif(6, "2026:03:02 10:20:30")).Picture!;
        var kept = System.Text.Encoding.Latin1.GetString(PictureFile.Jpeg(read.Pixels, 4000, 92));
        Assert.DoesNotContain("Exif", kept, StringComparison.Ordinal);
        Assert.DoesNotContain("2026:03", kept, StringComparison.Ordinal);
    }

    [Theory]
    [InlineData(SKEncodedImageFormat.Jpeg)]
    [InlineData(SKEncodedImageFormat.Png)]
    [InlineData(SKEncodedImageFormat.Webp)]
    public void The_usual_kinds_are_taken_and_read_as_large_as_wanted(SKEncodedImageFormat format)
    {
        var (read, refusal) = PictureFile.Read(Encoded(format), longSide: 500);
        Assert.Null(refusal);
        Assert.Equal(500, read!.Pixels.LongSide);
        Assert.True(IsRed(read.Pixels, 0.25, 0.25));
    }

    [Fact]
    public void A_file_that_ends_anywhere_is_refused_or_read_and_never_fails()
    {
        foreach (
            var whole in new[] { Encoded(SKEncodedImageFormat.Jpeg), Encoded(SKEncodedImageFormat.Png), Encoded(SKEncodedImageFormat.Webp) }
        )
        {
            for (var length = 0; length < whole.Length - 1; length += Math.Max(1, whole.Length / 60))
            {
                var (read, refusal) = PictureFile.Read(whole[..length]);
                // What lacks only the mark of its end is whole to the eye.
                var isRight =
                    refusal is PictureRefusal.NotAPicture or PictureRefusal.Cut || (read is not null && length > 0.95 * whole.Length);
                Assert.True(isRight, $"{length} of {whole.Length}");
            }
        }
    }

    [Fact]
    public void Sixteen_bits_and_four_inks_are_read_and_what_moves_is_refused()
    {
        foreach (var file in new[] { RareFiles.SixteenBit, RareFiles.FourInks })
        {
            var (read, refusal) = PictureFile.Read(file);
            Assert.Null(refusal);
            var pixels = read!.Pixels;
            Assert.Equal((480, 480), (pixels.Width, pixels.Height));
        }

        Assert.Equal(PictureRefusal.Animated, PictureFile.Read(RareFiles.Moving).Refusal);
    }

    [Fact]
    public void Damaged_bytes_never_fail()
    {
        var random = new Random(7);
        var whole = WithExif(6, "2026:03:02 10:20:30");
        for (var i = 0; i < 150; i++)
        {
            var damaged = (byte[])whole.Clone();
            for (var k = 0; k < 8; k++)
            {
                damaged[random.Next(damaged.Length)] = (byte)random.Next(256);
            }

            var (read, refusal) = PictureFile.Read(damaged);
            Assert.True(read is not null || refusal is not null);
        }
    }
}
