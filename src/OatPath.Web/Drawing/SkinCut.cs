using System.Globalization;
using OatPath.Core.Plan;
using OatPath.Core.Routine;
using OatPath.Core.Shelf;

namespace OatPath.Web.Drawing;

/// <summary>A layer that stays on the skin.</summary>
public sealed record CutLayer(string Path, string Shade, double LabelY, string Label, double Top);

/// <summary>A small cut through the skin: what stays on after a routine, thinnest at the bottom.</summary>
public static class SkinCut
{
    private const double Width = 96;
    private const double SkinTop = 92;

    public static IReadOnlyList<CutLayer> Layers(HalfDay half, bool evening)
    {
        var layers = new List<CutLayer>();
        var bottom = SkinTop;
        var number = 0;
        foreach (var step in half.Steps.Where(step => step.Action == StepAction.Apply))
        {
            number++;
            if (step.Kind is not { } kind || !KindTraits.Of(kind).LeaveOn)
            {
                continue;
            }

            var thickness = 9 + (KindTraits.Of(kind).Runniness * 1.6);
            var top = bottom - thickness;
            if (top < 2)
            {
                break;
            }

            layers.Add(new(Wave(top, bottom), Shade(layers.Count, evening), bottom - (thickness / 2) + 4, $"{number}", top));
            bottom = top;
        }

        return layers;
    }

    /// <summary>The part of the drawing that holds something.</summary>
    public static string View(IReadOnlyList<CutLayer> layers)
    {
        var top = (layers.Count == 0 ? SkinTop : layers[^1].Top) - 5;
        return string.Create(CultureInfo.InvariantCulture, $"-20 {top:0.#} 118 {120 - top:0.#}");
    }

    public static string Skin => Wave(SkinTop, 118);

    private static string Shade(int index, bool evening)
    {
        string[] shades = evening
            ? ["#dfe3fb", "#b7bfea", "#98a2d8", "#7d88c4", "#6672ae", "#545f98"]
            : ["#ffffff", "#fdf6dc", "#f6e7b0", "#ecd58a", "#dcbf66", "#c9a94c"];
        return shades[Math.Min(index, shades.Length - 1)];
    }

    private static string Wave(double top, double bottom)
    {
        static string N(double value) => value.ToString("0.#", CultureInfo.InvariantCulture);
        return $"M0 {N(top)}C16 {N(top - 3)} 32 {N(top + 3)} 48 {N(top)}S80 {N(top - 3)} {N(Width)} {N(top)}V{N(bottom)}C80 "
            + $"{N(bottom + 3)} 64 {N(bottom - 3)} 48 {N(bottom)}S16 {N(bottom + 3)} 0 {N(bottom)}Z";
    }
}
