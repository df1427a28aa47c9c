using System.Globalization;
using OatPath.Core.Pictures;
using OatPath.Core.Skin;

namespace OatPath.Web.Drawing;

/// <summary>One picture as it is drawn: a thousand wide, the zones that are read as outlines.</summary>
public sealed record PictureDrawing(PictureView View, double Aspect, FaceMarks? Marks)
{
    public const int Wide = 1000;
    private const int Corners = 36;

    public int High => (int)Math.Round(Wide * Aspect);

    /// <summary>Outlines of zones, each with the place of its number; none where eyes and mouth are not set.</summary>
    public IEnumerable<(FaceZone Zone, string Outline, double X, double Y)> Zones
    {
        get
        {
            if (Marks is not { } marks || !marks.ArePlausible(Aspect))
            {
                yield break;
            }

            var face = marks.In(Wide, High);
            foreach (var zone in PictureZones.Of(View))
            {
                var rim = Enumerable
                    .Range(0, Corners)
                    .Select(i => 2 * Math.PI * i / Corners)
                    .Select(turn => face.At(zone.Side + (zone.Wide * Math.Cos(turn)), zone.Down + (zone.High * Math.Sin(turn))));
                var middle = face.At(zone.Side, zone.Down);
                yield return (zone.Zone, string.Join(" ", rim.Select(point => $"{Of(point.X)},{Of(point.Y)}")), middle.X, middle.Y);
            }
        }
    }

    /// <summary>How a later picture is laid on this one, as an SVG transform; null where eyes and mouth are not set in both.</summary>
    public string? Under(PictureDrawing later)
    {
        if (Marks is not { } marks || later.Marks is not { } laid || !marks.ArePlausible(Aspect) || !laid.ArePlausible(later.Aspect))
        {
            return null;
        }

        var over = Overlay.Of(marks.In(Wide, High), laid.In(Wide, later.High));
        return $"matrix({Fine(over.A)} {Fine(over.B)} {Fine(-over.B)} {Fine(over.A)} {Of(over.X)} {Of(over.Y)})";
    }

    private static string Of(double value) => value.ToString("0.#", CultureInfo.InvariantCulture);

    private static string Fine(double value) => value.ToString("0.#####", CultureInfo.InvariantCulture);
}
