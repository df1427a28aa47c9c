namespace OatPath.Core.Pictures;

/// <summary>Why the numbers of two pictures are not held against each other.</summary>
public enum NotComparable
{
    /// <summary>They show the face from different sides, or a place close up.</summary>
    OtherView,

    /// <summary>One of them has a fault of its own.</summary>
    Faulty,

    /// <summary>Eyes and mouth are not set in both.</summary>
    NoMarks,

    /// <summary>The face is not of the same size in both.</summary>
    OtherSize,

    /// <summary>The face is turned differently.</summary>
    OtherTurn,

    /// <summary>Eyes and mouth stand to each other as they do not in one face: set wrongly, or somebody else.</summary>
    OtherFace,
}

/// <summary>One picture, as far as it matters for holding it against another.</summary>
/// <param name="Aspect">Its height by its width.</param>
/// <param name="Reading">What its card tells; null where none was found.</param>
/// <param name="Marks">Eyes and mouth; null where nobody set them.</param>
public sealed record ComparedPicture(PictureView View, double Aspect, PictureReading? Reading, FaceMarks? Marks);

/// <summary>Whether two pictures may be compared by number.</summary>
public static class Comparability
{
    /// <summary>By how much the size of the face may differ, percent, and by how much its turn, degrees.</summary>
    /// <remarks>Source: trade convention.</remarks>
    public const double MostSizePercent = 10;

    /// <inheritdoc cref="MostSizePercent"/>
    public const double MostTurn = 10;

    /// <summary>By how much the way from the eyes to the mouth, in distances of the eyes, may differ, percent.</summary>
    /// <remarks>House default: a nod of 25 degrees changes it by 10, so more is no nod.</remarks>
    public const double MostShapePercent = 15;

    /// <summary>Every reason against it; none where they may be compared.</summary>
    public static IReadOnlyList<NotComparable> Of(ComparedPicture one, ComparedPicture other)
    {
        var reasons = new List<NotComparable>();
        if (one.View != other.View || one.View == PictureView.Close)
        {
            return [NotComparable.OtherView];
        }

        if (PictureCheck.Of(one.Reading).Count + PictureCheck.Of(other.Reading).Count > 0)
        {
            reasons.Add(NotComparable.Faulty);
        }

        if (
            one.Marks is not { } marks
            || other.Marks is not { } otherMarks
            || !marks.ArePlausible(one.Aspect)
            || !otherMarks.ArePlausible(other.Aspect)
        )
        {
            return [.. reasons, NotComparable.NoMarks];
        }

        // By the shares of the picture, so that how many pixels a camera has does not count.
        var (a, b) = (marks.In(1, one.Aspect), otherMarks.In(1, other.Aspect));
        if (Larger(a.High, b.High) > 1 + (MostSizePercent / 100))
        {
            reasons.Add(NotComparable.OtherSize);
        }

        if (FacePlace.TurnBetween(a, b, one.View) > MostTurn)
        {
            reasons.Add(NotComparable.OtherTurn);
        }

        // From the side the same shape tells how far the face is turned.
        if (one.View == PictureView.Front && Larger(a.High / a.Wide, b.High / b.Wide) > 1 + (MostShapePercent / 100))
        {
            reasons.Add(NotComparable.OtherFace);
        }

        return reasons;
    }

    /// <summary>The larger by the smaller.</summary>
    private static double Larger(double one, double other) => Math.Max(one / other, other / one);
}
