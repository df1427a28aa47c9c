using System.Text.Encodings.Web;
using Microsoft.AspNetCore.Html;

namespace OatPath.Web.Drawing;

/// <summary>An SVG text element; Razor keeps the tag name for itself, so it is written here, encoded.</summary>
public static class SvgText
{
    public static IHtmlContent At(double x, double y, string text, string style = "", string anchor = "start")
    {
        var encode = HtmlEncoder.Default;
        return new HtmlString(
            $"<text x=\"{StripDrawing.N(x)}\" y=\"{StripDrawing.N(y)}\" class=\"{encode.Encode(style)}\" text-anchor=\"{anchor}\">"
                + $"{encode.Encode(text)}</text>"
        );
    }
}
