namespace OatPath.Core.Pictures;

/// <summary>How sharp a picture is at the card.</summary>
public static class Sharpness
{
    private const int Profiles = 15;
    private const double Reach = 2.4;
    private const double Step = 0.05;

    /// <summary>
    /// Millimetres over which the edge of a bar goes from dark to bright, the worse of the lying and the standing one: focus, shake and too
    /// few pixels all widen it.
    /// </summary>
    /// <remarks>Source: the 10 to 90 % rise of an edge, the usual measure; the median of fifteen profiles on each edge.</remarks>
    public static double EdgeMillimetres(PixelGrid picture, CardPlace place) =>
        Math.Max(Rise(picture, place, ReferenceCard.LyingBar, lying: true), Rise(picture, place, ReferenceCard.StandingBar, lying: false));

    private static double Rise(PixelGrid picture, CardPlace place, CardField bar, bool lying)
    {
        var rises = new List<double>();
        for (var i = 0; i < Profiles; i++)
        {
            var share = 0.1 + (0.8 * i / (Profiles - 1));
            rises.Add(
                Rise(
                    t =>
                    {
                        var at = lying
                            ? place.At(bar.X + (share * bar.Width), bar.Y + (bar.Height / 2) + t)
                            : place.At(bar.X + (bar.Width / 2) + t, bar.Y + (share * bar.Height));
                        return picture.Light(at.X, at.Y).Luminance;
                    },
                    lying ? bar.Height / 2 : bar.Width / 2
                )
            );
        }

        rises.Sort();
        return rises[Profiles / 2];
    }

    /// <summary>One profile from the middle of the bar outwards over its edge.</summary>
    private static double Rise(Func<double, double> lightAt, double edge)
    {
        var dark = lightAt(0);
        var bright = lightAt(edge + Reach);
        double? low = null;
        for (var t = Math.Max(0, edge - Reach); t <= edge + Reach; t += Step)
        {
            var share = (lightAt(t) - dark) / (bright - dark);
            if (share >= 0.1)
            {
                low ??= t;
            }

            if (share >= 0.9)
            {
                return t - low!.Value;
            }
        }

        return 2 * Reach;
    }
}
