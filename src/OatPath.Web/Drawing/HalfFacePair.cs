using System.Security.Cryptography;
using System.Text;
using OatPath.Core.Pictures;
using OatPath.Core.Skin;

namespace OatPath.Web.Drawing;

/// <summary>
/// The two halves of one picture from the front, one of them mirrored so that they lie alike, in an order that tells nothing.
/// </summary>
/// <param name="Flipped">Whether the client's left half is shown first.</param>
public sealed record HalfFacePair(PictureDrawing Drawing, bool Flipped)
{
    /// <summary>The same test and picture give the same order whenever they are opened.</summary>
    public static HalfFacePair Of(string trial, string picture, PictureDrawing drawing) =>
        new(drawing, (SHA256.HashData(Encoding.UTF8.GetBytes($"{trial} {picture}"))[0] & 1) == 1);

    /// <summary>The client's own side that is shown at a place, 0 or 1.</summary>
    public FaceSide SideAt(int place) => place == 0 == Flipped ? FaceSide.Left : FaceSide.Right;

    /// <summary>What of the picture is shown for a side, a thousand wide: from the middle of the face outwards.</summary>
    public string ViewOf(FaceSide side)
    {
        var middle = (int)Middle;
        var wide = Math.Min(middle, PictureDrawing.Wide - middle);
        return side == FaceSide.Right ? $"{middle - wide} 0 {wide} {Drawing.High}" : $"{middle} 0 {wide} {Drawing.High}";
    }

    /// <summary>A left half is turned over around its own middle, so that it lies like a right one.</summary>
    public string? TurnOf(FaceSide side)
    {
        var middle = (int)Middle;
        return side == FaceSide.Right ? null : $"translate({(2 * middle) + Math.Min(middle, PictureDrawing.Wide - middle)} 0) scale(-1 1)";
    }

    private double Middle => Drawing.Marks!.In(PictureDrawing.Wide, Drawing.High).Middle.X;
}
