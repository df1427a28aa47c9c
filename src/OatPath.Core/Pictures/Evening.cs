namespace OatPath.Core.Pictures;

/// <summary>How a picture's colours become those under even white light: nine numbers on linear light, white and exposure in one.</summary>
/// <param name="Matrix">Row by row: red, green and blue of the evened light, each from red, green and blue of the picture.</param>
/// <param name="Residual">How far the card's fields still are from their own colours, mean, CIE76.</param>
/// <param name="Unevenness">By how much the light differs across the card, L*.</param>
/// <param name="ClippedShare">Share of the card's pixels looked at that were at their end, 0 to 1.</param>
public sealed record Evening(IReadOnlyList<double> Matrix, double Residual, double Unevenness, double ClippedShare)
{
    // The rim of a field takes light from beside it.
    private const double Rim = 0.25;
    private const int Across = 7;

    /// <summary>Dark fields count as much as bright ones do to an eye: an error is weighed by how bright the field is.</summary>
    private const double Dark = 0.05;

    /// <summary>Evens a picture by its card.</summary>
    /// <returns>Null where the card's fields say nothing, as in the dark.</returns>
    /// <remarks>Source: linear least squares on linear light, weighed by 1 / (luminance + 0.05); house default.</remarks>
    public static Evening? Of(PixelGrid picture, CardPlace place)
    {
        var seen = ReferenceCard.Fields.Select(field => Mean(picture, place, field)).ToList();
        var fit = new double[9];
        for (var channel = 0; channel < 3; channel++)
        {
            var sums = new double[3, 4];
            for (var i = 0; i < seen.Count; i++)
            {
                var (light, own) = (seen[i].Light, ReferenceCard.Fields[i].Light);
                double[] row = [light.R, light.G, light.B];
                var target = channel switch
                {
                    0 => own.R,
                    1 => own.G,
                    _ => own.B,
                };
                var weight = 1 / ((own.Luminance + Dark) * (own.Luminance + Dark));
                for (var a = 0; a < 3; a++)
                {
                    for (var b = 0; b < 3; b++)
                    {
                        sums[a, b] += weight * row[a] * row[b];
                    }

                    sums[a, 3] += weight * row[a] * target;
                }
            }

            if (Equations.Solve(sums) is not { } solved)
            {
                return null;
            }

            solved.CopyTo(fit, channel * 3);
        }

        var evening = new Evening(fit, 0, 0, seen.Average(field => field.Clipped));
        var apart = seen.Select((field, i) => evening.Even(field.Light).ToLab().From(ReferenceCard.Fields[i].Light.ToLab()));
        var light1 = seen.Where((_, i) => ReferenceCard.Fields[i].IsLight).Select(field => evening.Even(field.Light).ToLab().L).ToList();
        return evening with { Residual = apart.Average(), Unevenness = light1.Max() - light1.Min() };
    }

    /// <summary>A light of the picture as it would be under even white light.</summary>
    public LinearRgb Even(LinearRgb light) =>
        new(
            (Matrix[0] * light.R) + (Matrix[1] * light.G) + (Matrix[2] * light.B),
            (Matrix[3] * light.R) + (Matrix[4] * light.G) + (Matrix[5] * light.B),
            (Matrix[6] * light.R) + (Matrix[7] * light.G) + (Matrix[8] * light.B)
        );

    /// <summary>The whole picture, evened.</summary>
    public PixelGrid Even(PixelGrid picture)
    {
        var rgb = new byte[picture.Rgb.Length];
        Parallel.For(0, picture.Height, y =>
        {
            for (var x = 0; x < picture.Width; x++)
            {
                var at = picture.At(x, y);
                (rgb[at], rgb[at + 1], rgb[at + 2]) = Even(picture.LightAt(x, y)).ToBytes();
            }
        });
        return new(picture.Width, picture.Height, rgb);
    }

    private static (LinearRgb Light, double Clipped) Mean(PixelGrid picture, CardPlace place, CardField field)
    {
        var (sum, clipped) = (new LinearRgb(), 0);
        for (var i = 0; i < Across; i++)
        {
            for (var j = 0; j < Across; j++)
            {
                var at = place.At(
                    field.X + (field.Width * (Rim + ((1 - (2 * Rim)) * i / (Across - 1)))),
                    field.Y + (field.Height * (Rim + ((1 - (2 * Rim)) * j / (Across - 1))))
                );
                var light = picture.Light(at.X, at.Y);
                sum = new(sum.R + light.R, sum.G + light.G, sum.B + light.B);
                clipped += picture.Holds(at) && !picture.IsClipped((int)at.X, (int)at.Y) ? 0 : 1;
            }
        }

        const double All = Across * Across;
        return (new(sum.R / All, sum.G / All, sum.B / All), clipped / All);
    }
}
