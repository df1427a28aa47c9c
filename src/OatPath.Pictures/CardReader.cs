using OatPath.Core.Pictures;
using ZXing;
using ZXing.Common;
using ZXing.Multi.QrCode;
using ZXing.QrCode;

namespace OatPath.Pictures;

/// <summary>What was found of the card in a picture.</summary>
/// <param name="Place">Null where numbers cannot be read.</param>
/// <param name="Fault">Why not; null where it was found.</param>
public sealed record CardFound(CardPlace? Place, PictureFault? Fault);

/// <summary>Finds the reference card by the four codes at its corners.</summary>
public static class CardReader
{
    private static readonly Dictionary<DecodeHintType, object> Hints = new()
    {
        [DecodeHintType.TRY_HARDER] = true,
        [DecodeHintType.POSSIBLE_FORMATS] = new List<BarcodeFormat> { BarcodeFormat.QR_CODE },
    };

    public static CardFound Find(PixelGrid picture)
    {
        if (FinderScan.Count(picture) > FinderScan.Most)
        {
            return new(null, PictureFault.NoCard);
        }

        var source = new RGBLuminanceSource(picture.Rgb, picture.Width, picture.Height, RGBLuminanceSource.BitmapFormat.RGB24);
        var seen = new List<Seen>();
        Add(seen, new QRCodeMultiReader().decodeMultiple(new BinaryBitmap(new HybridBinarizer(source)), Hints), 0, 0);
        foreach (var (left, top, width, height) in Windows(picture))
        {
            if (seen.Count >= ReferenceCard.Codes.Count)
            {
                break;
            }

            var part = new BinaryBitmap(new HybridBinarizer(source.crop(left, top, width, height)));
            Add(seen, new QRCodeMultiReader().decodeMultiple(part, Hints), left, top);
        }

        if (seen.Count is > 0 and < 4)
        {
            LookWhereItShouldBe(source, picture, seen);
        }

        if (seen.Exists(code => code.Mirrored))
        {
            return new(null, PictureFault.Mirrored);
        }

        if (seen.GroupBy(code => code.Code.Text).Any(code => code.Count() > 1))
        {
            return new(null, PictureFault.TwoCards);
        }

        return seen.Count < ReferenceCard.Codes.Count || PlaceOf(seen) is not { } place ? new(null, PictureFault.NoCard) : new(place, null);
    }

    /// <summary>Overlapping parts of the picture, because a reader of many codes loses some where much else is in sight.</summary>
    private static IEnumerable<(int Left, int Top, int Width, int Height)> Windows(PixelGrid picture)
    {
        foreach (var parts in new[] { 2, 3, 4 })
        {
            var (width, height) = (picture.Width * 3 / (2 * parts), picture.Height * 3 / (2 * parts));
            for (var i = 0; i < parts * parts; i++)
            {
                yield return (
                    (picture.Width - width) * (i % parts) / (parts - 1),
                    (picture.Height - height) * (i / parts) / (parts - 1),
                    width,
                    height
                );
            }
        }
    }

    /// <summary>Codes that were found say where the others are.</summary>
    private static void LookWhereItShouldBe(LuminanceSource source, PixelGrid picture, List<Seen> seen)
    {
        if (seen.Exists(code => code.Mirrored) || PlaceOf(seen) is not { } place)
        {
            return;
        }

        const double Side = ReferenceCard.Modules * ReferenceCard.Module;
        foreach (var code in ReferenceCard.Codes.Where(code => !seen.Exists(found => found.Code == code)).ToList())
        {
            var middle = place.At(code.X + (Side / 2), code.Y + (Side / 2));
            var half = (int)(place.PixelsPerMillimetre * Side);
            var (left, top) = (Math.Max(0, (int)middle.X - half), Math.Max(0, (int)middle.Y - half));
            var (width, height) = (Math.Min(2 * half, picture.Width - left), Math.Min(2 * half, picture.Height - top));
            if (width > ReferenceCard.Modules && height > ReferenceCard.Modules)
            {
                var part = source.crop(left, top, width, height);
                Add(seen, Read(new HybridBinarizer(part)) ?? Read(new GlobalHistogramBinarizer(part)), left, top);
            }
        }
    }

    private static Result[]? Read(Binarizer binarizer) =>
        new QRCodeReader().decode(new BinaryBitmap(binarizer), Hints) is { } one ? [one] : null;

    private static CardPlace? PlaceOf(List<Seen> seen) =>
        CardPlace.Of([.. seen.SelectMany(found => found.Code.Finders.Zip(found.Finders))]);

    private static void Add(List<Seen> seen, Result[]? results, int left, int top)
    {
        foreach (var result in results ?? [])
        {
            // Lower left, upper left, upper right.
            if (
                ReferenceCard.Codes.FirstOrDefault(code => code.Text == result.Text) is { } code
                && result.ResultPoints is [var lower, var corner, var right, ..]
            )
            {
                var points = new[] { corner, right, lower }.Select(point => new PicturePoint(point.X + left, point.Y + top)).ToArray();
                var turn =
                    ((points[1].X - points[0].X) * (points[2].Y - points[0].Y))
                    - ((points[1].Y - points[0].Y) * (points[2].X - points[0].X));
                var near = Math.Sqrt(Math.Abs(turn)) / 2;
                if (!seen.Exists(known => known.Code == code && known.Finders[0].To(points[0]) < near))
                {
                    seen.Add(new(code, points, turn < 0));
                }
            }
        }
    }

    private sealed record Seen(CardCode Code, PicturePoint[] Finders, bool Mirrored);
}
