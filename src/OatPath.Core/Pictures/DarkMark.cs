namespace OatPath.Core.Pictures;

/// <summary>A connected place darker than what surrounds it.</summary>
/// <param name="Area">Square millimetres.</param>
/// <param name="Contrast">By how much it is darker, L*, mean.</param>
internal sealed record DarkMark(double Area, double Contrast)
{
    /// <summary>From how much darker on, and between which widths across, millimetres.</summary>
    /// <remarks>Source: trade convention; across is the diameter of a disc of the same area.</remarks>
    private const double Darker = 4;

    /// <inheritdoc cref="Darker"/>
    private const double Smallest = 1;

    /// <inheritdoc cref="Darker"/>
    private const double Largest = 15;

    /// <summary>Half the side of the square whose mean is what surrounds a pixel, millimetres.</summary>
    private const double Surroundings = 8;

    /// <summary>Marks whose middle lies in the zone.</summary>
    /// <remarks>
    /// What surrounds a place is first the mean of all, then, twice, of what was not found dark: a large mark does not darken its own
    /// surroundings.
    /// </remarks>
    public static IReadOnlyList<DarkMark> In(ZonePatch patch)
    {
        var half = Math.Max(1, (int)Math.Round(Surroundings / patch.PixelMillimetres));
        var dark = new bool[patch.Colours.Length];
        var around = new double[dark.Length];
        for (var pass = 0; pass < 3; pass++)
        {
            around = Around(patch, half, dark);
            for (var i = 0; i < dark.Length; i++)
            {
                dark[i] = around[i] - patch.Colours[i].L >= Darker;
            }
        }

        return
        [
            .. Connected(patch, dark)
                .Where(place => patch.Inside[place[place.Count / 2]])
                .Select(place => new DarkMark(
                    place.Count * patch.PixelMillimetres * patch.PixelMillimetres,
                    place.Average(i => around[i] - patch.Colours[i].L)
                ))
                .Where(mark => 2 * Math.Sqrt(mark.Area / Math.PI) is >= Smallest and <= Largest),
        ];
    }

    private static double[] Around(ZonePatch patch, int half, bool[] without)
    {
        // Sums over everything above and left of a pixel, so that each square is four reads.
        var (wide, sums, counts) = (
            patch.Width + 1,
            new double[(patch.Width + 1) * (patch.Height + 1)],
            new int[(patch.Width + 1) * (patch.Height + 1)]
        );
        for (var y = 0; y < patch.Height; y++)
        {
            for (var x = 0; x < patch.Width; x++)
            {
                var (i, at) = ((y * patch.Width) + x, ((y + 1) * wide) + x + 1);
                sums[at] = sums[at - 1] + sums[at - wide] - sums[at - wide - 1] + (without[i] ? 0 : patch.Colours[i].L);
                counts[at] = counts[at - 1] + counts[at - wide] - counts[at - wide - 1] + (without[i] ? 0 : 1);
            }
        }

        var around = new double[patch.Colours.Length];
        for (var y = 0; y < patch.Height; y++)
        {
            for (var x = 0; x < patch.Width; x++)
            {
                var (x0, x1) = (Math.Max(0, x - half), Math.Min(patch.Width, x + half + 1));
                var (y0, y1) = (Math.Max(0, y - half) * wide, Math.Min(patch.Height, y + half + 1) * wide);
                var count = counts[y1 + x1] - counts[y0 + x1] - counts[y1 + x0] + counts[y0 + x0];
                var i = (y * patch.Width) + x;
                around[i] = count == 0 ? patch.Colours[i].L : (sums[y1 + x1] - sums[y0 + x1] - sums[y1 + x0] + sums[y0 + x0]) / count;
            }
        }

        return around;
    }

    private static List<List<int>> Connected(ZonePatch patch, bool[] dark)
    {
        var (places, seen) = (new List<List<int>>(), new bool[dark.Length]);
        for (var start = 0; start < dark.Length; start++)
        {
            if (!dark[start] || seen[start])
            {
                continue;
            }

            var (place, open) = (new List<int>(), new Stack<int>([start]));
            seen[start] = true;
            while (open.TryPop(out var i))
            {
                place.Add(i);
                var x = i % patch.Width;
                foreach (var next in new[] { x > 0 ? i - 1 : -1, x < patch.Width - 1 ? i + 1 : -1, i - patch.Width, i + patch.Width })
                {
                    if (next >= 0 && next < dark.Length && dark[next] && !seen[next])
                    {
                        seen[next] = true;
                        open.Push(next);
                    }
                }
            }

            place.Sort();
            places.Add(place);
        }

        return places;
    }
}
