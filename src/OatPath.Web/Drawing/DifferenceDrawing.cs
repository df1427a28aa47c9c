using System.Globalization;
using System.Text;
using OatPath.Core.Pictures;

namespace OatPath.Web.Drawing;

/// <summary>What is laid over a picture as a difference.</summary>
public enum DifferenceOf
{
    Redness,
    Lightness,
}

/// <summary>The squares of a difference in the later picture, a thousand wide, by how far they lie beyond the noise floor.</summary>
public sealed class DifferenceDrawing(DifferenceMap map, DifferenceOf of, PictureChoices house)
{
    public DifferenceOf Of => of;

    private decimal Repeat => of == DifferenceOf.Redness ? house.RepeatRedness : house.RepeatLightness;

    /// <summary>From what on a square is drawn.</summary>
    public decimal Floor => 2 * Repeat;

    /// <summary>Levels that are drawn, from much less to much more.</summary>
    public static IReadOnlyList<int> Levels { get; } = [-2, -1, 1, 2];

    /// <summary>Share of the squares at a level, percent.</summary>
    public int Percent(int level) =>
        map.Cells.Count == 0 ? 0 : (int)Math.Round(100.0 * map.Cells.Count(cell => LevelOf(cell) == level) / map.Cells.Count);

    /// <summary>The squares of one level as a path.</summary>
    public string Squares(int level)
    {
        var path = new StringBuilder();
        var side = map.Side * PictureDrawing.Wide;
        foreach (var cell in map.Cells.Where(cell => LevelOf(cell) == level))
        {
            path.Append(
                CultureInfo.InvariantCulture,
                $"M{cell.X * PictureDrawing.Wide:0.#} {cell.Y * PictureDrawing.Wide:0.#}h{side:0.#}v{side:0.#}h-{side:0.#}Z"
            );
        }

        return path.ToString();
    }

    /// <summary>What a level means.</summary>
    public string Word(int level)
    {
        var word = (of, level > 0) switch
        {
            (DifferenceOf.Redness, true) => "redder",
            (DifferenceOf.Redness, false) => "less red",
            (_, true) => "lighter",
            _ => "darker",
        };
        var scale = of == DifferenceOf.Redness ? "a*" : "L*";
        return Math.Abs(level) == 2
            ? FormattableString.Invariant($"{word} by more than {2 * Floor:0.#} {scale}")
            : FormattableString.Invariant($"{word} by {Floor:0.#} to {2 * Floor:0.#} {scale}");
    }

    /// <summary>"more-2", for a style.</summary>
    public static string ClassOf(int level) => $"{(level > 0 ? "more" : "less")}-{Math.Abs(level)}";

    private int LevelOf(DifferenceCell cell) => DifferenceCell.Level(of == DifferenceOf.Redness ? cell.Redness : cell.Lightness, Repeat);
}
