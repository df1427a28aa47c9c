using OatPath.Core.Pictures;

namespace OatPath.Pictures;

/// <summary>
/// Counts what looks like the finder square of a code. A reader of codes tries every three of them, so a picture full of them would keep it
/// busy for hours.
/// </summary>
internal static class FinderScan
{
    /// <summary>More than this many and the picture is not searched: the card has twelve.</summary>
    public const int Most = 400;

    private const int Rows = 3;

    /// <summary>How many there are, counted up to a little more than <see cref="Most"/>; one may count several times.</summary>
    /// <remarks>Source: the runs dark, bright, dark, bright, dark of 1 : 1 : 3 : 1 : 1 of ISO/IEC 18004, across and down.</remarks>
    public static int Count(PixelGrid picture)
    {
        var found = 0;
        Span<int> runs = stackalloc int[5];
        for (var y = 0; y < picture.Height && found <= Most; y += Rows)
        {
            runs.Clear();
            var (threshold, filled) = (Middle(picture, y), 0);
            var wasDark = false;
            for (var x = 0; x <= picture.Width; x++)
            {
                var dark = x < picture.Width && Grey(picture, x, y) < threshold;
                if (dark == wasDark && x < picture.Width)
                {
                    runs[4]++;
                    continue;
                }

                // A dark run has ended: the last five are looked at.
                if (wasDark && filled >= 5 && Fits(runs) && GoesDown(picture, x - runs[4] - runs[3] - (runs[2] / 2), y, runs, threshold))
                {
                    found++;
                }

                runs[1..].CopyTo(runs);
                runs[4] = 1;
                filled++;
                wasDark = dark;
            }
        }

        return found;
    }

    private static bool Fits(ReadOnlySpan<int> runs)
    {
        var module = (runs[0] + runs[1] + runs[2] + runs[3] + runs[4]) / 7.0;
        var most = module / 2;
        return module >= 1
            && Math.Abs(runs[0] - module) < most
            && Math.Abs(runs[1] - module) < most
            && Math.Abs(runs[2] - (3 * module)) < 3 * most
            && Math.Abs(runs[3] - module) < most
            && Math.Abs(runs[4] - module) < most;
    }

    private static bool GoesDown(PixelGrid picture, int x, int y, ReadOnlySpan<int> across, int threshold)
    {
        var longest = across[0] + across[1] + across[2] + across[3] + across[4];
        Span<int> runs = stackalloc int[5];
        int Run(int from, int step, bool dark)
        {
            var length = 0;
            for (var at = from; at >= 0 && at < picture.Height && length < longest; at += step, length++)
            {
                if (Grey(picture, x, at) < threshold != dark)
                {
                    break;
                }
            }

            return length;
        }

        var up = Run(y, -1, true);
        var down = Run(y + 1, 1, true);
        runs[2] = up + down;
        runs[1] = Run(y - up, -1, false);
        runs[0] = Run(y - up - runs[1], -1, true);
        runs[3] = Run(y + 1 + down, 1, false);
        runs[4] = Run(y + 1 + down + runs[3], 1, true);
        return Fits(runs);
    }

    private static int Middle(PixelGrid picture, int y)
    {
        var sum = 0L;
        for (var x = 0; x < picture.Width; x++)
        {
            sum += Grey(picture, x, y);
        }

        return (int)(sum / picture.Width);
    }

    private static int Grey(PixelGrid picture, int x, int y)
    {
        var at = picture.At(x, y);
        return (picture.Rgb[at] + (2 * picture.Rgb[at + 1]) + picture.Rgb[at + 2]) / 4;
    }
}
