using OatPath.Core.CheckIn;
using OatPath.Core.House;
using OatPath.Core.Skin;

namespace OatPath.Core.Care;

/// <summary>What is usual on some days after a treatment, its own day being 0.</summary>
/// <param name="UntilDay">The last of these days.</param>
/// <param name="Usual">Signs that belong there.</param>
/// <param name="Flakes">Zones where flaking is usual on these days.</param>
/// <param name="Words">For the client, a sentence.</param>
/// <param name="Do">What to do about it, a sentence.</param>
public sealed record CourseLine(
    [property: Between(0, 120)] int FromDay,
    [property: Between(0, 120)] int UntilDay,
    string Words,
    string Do,
    IReadOnlyList<CourseSign> Usual,
    IReadOnlyList<FaceZone> Flakes
)
{
    public bool Covers(int day) => day >= FromDay && day <= UntilDay;

    public bool Equals(CourseLine? other) =>
        other is not null
        && (FromDay, UntilDay, Words, Do) == (other.FromDay, other.UntilDay, other.Words, other.Do)
        && Usual.SequenceEqual(other.Usual)
        && Flakes.SequenceEqual(other.Flakes);

    public override int GetHashCode() => HashCode.Combine(FromDay, UntilDay, Words);
}
