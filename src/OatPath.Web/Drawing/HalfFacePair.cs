using System.Security.Cryptography;
using System.Text;
using OatPath.Core.Pictures;
using OatPath.Core.Skin;

namespace OatPath.Web.Drawing;

/// <summary>
/// The two halves of one picture from the front, one of them mirrored so that they lie alike, in an order that tells nothing.
/// </summary>
/// <param name="drawing">A picture with eyes and mouth set.</param>
/// <param name="leftFirst">Whether the client's left half is shown first.</param>
public sealed class HalfFacePair(PictureDrawing drawing, bool leftFirst)
{
    /// <summary>How much of the face is shown above the eyes and below the mouth, in steps from the eyes to the mouth.</summary>
    private const double Above = 1.3;
    private const double Below = 0.9;

    private readonly FacePlace face = drawing.Marks!.In(PictureDrawing.Wide, drawing.High);

    private int Middle => (int)face.Middle.X;

    /// <summary>The same test and picture give the same order whenever they are opened.</summary>
    public static HalfFacePair Of(string trial, string picture, PictureDrawing drawing) => new(drawing, LeftFirst(trial, picture));

    /// <summary>Drawn from what nobody reads a side from.</summary>
    public static bool LeftFirst(string trial, string picture) =>
        (SHA256.HashData(Encoding.UTF8.GetBytes($"{trial} {picture}"))[0] & 1) == 1;

    /// <summary>The client's own side that is shown at a place, 0 or 1.</summary>
    public FaceSide SideAt(int place) => place == 0 == leftFirst ? FaceSide.Left : FaceSide.Right;

    /// <summary>Height of the whole picture, a thousand wide; what is shown is in the same measure.</summary>
    public int WholeHigh => drawing.High;

    public int Wide => Math.Min(Middle, PictureDrawing.Wide - Middle);

    public int Top => (int)Math.Max(0, face.Middle.Y - (Above * face.High));

    public int High => (int)Math.Min(drawing.High, face.Mouth.Y + (Below * face.High)) - Top;

    public int LeftOf(FaceSide side) => side == FaceSide.Right ? Middle - Wide : Middle;

    /// <summary>A left half is turned over around its own middle, so that it lies like a right one.</summary>
    public string? TurnOf(FaceSide side) => side == FaceSide.Right ? null : $"translate({(2 * Middle) + Wide} 0) scale(-1 1)";
}
