using Microsoft.AspNetCore.Html;

namespace OatPath.Web.Drawing;

/// <summary>
/// A half day on a Strip of many weeks: the same marks, tall and lean, so that a use is seen where a day is a few pixels wide.
/// </summary>
public static class LeanMark
{
    /// <param name="x">Middle of the day.</param>
    /// <param name="y">Middle of the row.</param>
    /// <param name="reach">Half the height of a grain.</param>
    public static HtmlString Draw(Mark mark, bool ahead, bool evening, double x, double y, double column, double reach)
    {
        string N(double value) => StripDrawing.N(value);
        string Grain(double at)
        {
            var half = N(Math.Max(1.6, column * 0.42));
            return $"M{N(at)} {N(y - reach)}q{half} {N(reach)} 0 {N(2 * reach)}q-{half} -{N(reach)} 0 -{N(2 * reach)}z";
        }

        var shape = mark.Symbol switch
        {
            "husk" => $"<path class=\"lean-rest\" d=\"M{N(x)} {N(y - 1.5)}v3\"/>",
            "skipped" => $"<path class=\"lean-open\" d=\"{Grain(x)}M{N(x - 2.6)} {N(y + 4)}l5.2 -8\"/>",
            "patch" => $"<circle class=\"lean-open\" cx=\"{N(x)}\" cy=\"{N(y)}\" r=\"2.6\"/>",
            "device" => $"<path d=\"M{N(x)} {N(y - 6)}l2.6 6l-2.6 6l-2.6 -6z\"/>",
            "sheaf" =>
                $"<path d=\"{Grain(x)}M{N(x)} {N(y + (reach * 0.8))}l-4.2 -{N(reach * 1.2)}l2 -.8zM{N(x)} {N(y + (reach * 0.8))}l4.2 "
                    + $"-{N(reach * 1.2)}l-2 -.8z\"/>",
            "two-grains" => $"<path d=\"{Grain(x - 1.3)}{Grain(x + 1.3)}\"/>",
            "mild" => $"<path d=\"{Grain(x)}\"/><path class=\"lean-bar\" d=\"M{N(x - 2.8)} {N(y)}h5.6\"/>",
            "strong" => $"<path d=\"{Grain(x)}M{N(x - 3)} {N(y - 3)}h6v6h-6z\"/>",
            _ => $"<path d=\"{Grain(x)}\"/>",
        };
        var colour = mark.Symbol switch
        {
            "strong" => "g-alarm",
            "mild" => "g-warn",
            "patch" => "g-patch",
            _ => evening ? "g-evening" : "g-morning",
        };
        return new HtmlString($"<g class=\"lean {colour}{(ahead ? " ahead" : "")}\">{shape}</g>");
    }
}
