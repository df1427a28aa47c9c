using System.Diagnostics;
using System.Globalization;
using OatPath.Core.Pictures;
using OatPath.Core.Skin;
using OatPath.Pictures;
using OatPath.Pictures.Drawn;
using OatPath.Web.Records;

namespace OatPath.Bench;

/// <summary>A set of three pictures of 12 megapixels: read, evened, measured and made ready for a page.</summary>
internal static class PicturesBench
{
    private const int Runs = 7;
    private const int Times = 5;
    private const int Over = 2;

    private static readonly DrawnFace Face = new(
        new(62, 12, 18),
        new Dictionary<FaceZone, double> { [FaceZone.LeftCheek] = 4 },
        [new(-0.6, 0.5, 3, 9)],
        3
    );

    /// <summary>A file as a camera writes it, with a face and the card.</summary>
    public static readonly Lazy<byte[]> Drawn = new(() => PictureFile.Jpeg(Face.Taken(DrawnLight.All[1], 0.72), PictureFile.KeptSide, 92));

    public static async Task Run()
    {
        var file = Large();
        using var intake = new PictureIntake();
        var times = new List<double>();
        for (var run = 0; run < Runs; run++)
        {
            var start = Stopwatch.GetTimestamp();
            for (var picture = 0; picture < 3; picture++)
            {
                var (made, _) = await intake.Read(file, PictureView.Front, DateOnly.FromDateTime(DateTime.UtcNow), CancellationToken.None);
                var whole = PictureFile.Read(made!.Whole, PictureIntake.ReadSide).Picture!.Pixels;
                var numbers = ZoneNumbers.Of(whole, made.Found.Reading!, Face.Face(), PictureView.Front);

                // What is measured is what a user has: a card that was read, every zone, the marks.
                if (made.Found.Faults.Count > 0 || numbers.Count != 7 || numbers.Sum(zone => zone.Marks) != 1 || made.Width < 2000)
                {
                    throw new InvalidOperationException("The set is not read as a user has it.");
                }
            }

            times.Add(Stopwatch.GetElapsedTime(start).TotalMilliseconds);
        }

        Console.WriteLine(
            string.Create(
                CultureInfo.InvariantCulture,
                $"A set of three of 12 megapixels ({file.Length / 1e6:0.0} MB each) evened and measured, ms: first {times[0]:0}, median of "
                    + $"the rest {Timing.Median([.. times.Skip(1)]):0} (bound 4000)"
            )
        );
    }

    /// <summary>The drawn picture with two and a half times the pixels each way.</summary>
    private static byte[] Large()
    {
        var small = Face.Taken(DrawnLight.All[1], 0.72);
        var (width, height) = (small.Width * Times / Over, small.Height * Times / Over);
        var rgb = new byte[width * height * 3];
        for (var y = 0; y < height; y++)
        {
            for (var x = 0; x < width; x++)
            {
                var light = small.Light((double)x * Over / Times, (double)y * Over / Times).ToBytes();
                var at = ((y * width) + x) * 3;
                (rgb[at], rgb[at + 1], rgb[at + 2]) = light;
            }
        }

        return PictureFile.Jpeg(new(width, height, rgb), height, 92);
    }
}
