using OatPath.Core.Shelf;
using OatPath.Core.Skin;

namespace OatPath.Web.Drawing;

/// <summary>One product's free acid over pH, as positions in the drawing.</summary>
/// <param name="Line">Points of the curve.</param>
/// <param name="At">Where the product's own pH lies.</param>
public sealed record Curve(string Line, double X, double Y, FreeAcidReading At);

/// <summary>Free acid over pH for one product or two, drawn to one measure.</summary>
public sealed class FreeAcidCurve
{
    public const double Width = 760;
    public const double Height = 300;
    public const double Left = 46;
    public const double Bottom = 258;
    public const double Top = 14;
    private const double FromPh = 2;
    private const double ToPh = 7;

    private FreeAcidCurve(double most, IReadOnlyList<Curve> curves, bool hasAha)
    {
        Most = most;
        Curves = curves;
        HasAha = hasAha;
    }

    /// <summary>Percent at the top of the drawing.</summary>
    public double Most { get; }

    public IReadOnlyList<Curve> Curves { get; }

    public bool HasAha { get; }

    public static double X(double ph) => Left + ((Math.Clamp(ph, FromPh, ToPh) - FromPh) / (ToPh - FromPh) * (Width - Left - 12));

    public double Y(double percent) => Bottom - (percent / Most * (Bottom - Top));

    /// <summary>The drawing of products that hold an acid with a known percent; null when there is none.</summary>
    public static FreeAcidCurve? Of(IReadOnlyList<Product> products)
    {
        var readings = products
            .Select(product => (Product: product, Reading: FreeAcidReading.Of(product)))
            .Where(pair => pair.Reading is not null)
            .ToList();
        if (readings.Count == 0)
        {
            return null;
        }

        var labelled = readings.Max(pair => (double)pair.Reading!.Acids.Sum(acid => acid.Percent));
        var step =
            labelled <= 2.5 ? 0.5
            : labelled <= 6 ? 1
            : labelled <= 12 ? 2
            : labelled <= 30 ? 5
            : 10;
        var drawing = new FreeAcidCurve(Math.Ceiling(labelled / step) * step, [], products.Any(product => product.Has(Family.Aha)));
        return new(drawing.Most, [.. readings.Select(pair => drawing.Draw(pair.Product, pair.Reading!))], drawing.HasAha) { Step = step };
    }

    public double Step { get; private init; }

    private Curve Draw(Product product, FreeAcidReading reading)
    {
        var points = new List<string>();
        for (var i = 0; i <= 100; i++)
        {
            var ph = FromPh + (i * (ToPh - FromPh) / 100);
            points.Add($"{StripDrawing.N(X(ph))},{StripDrawing.N(Y(FreeAcidReading.Of(product, (decimal)ph)!.FreePercent))}");
        }

        return new(string.Join(' ', points), X((double)reading.Ph), Y(reading.FreePercent), reading);
    }
}
