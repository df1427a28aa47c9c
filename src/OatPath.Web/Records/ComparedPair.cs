using OatPath.Core.Pictures;
using OatPath.Core.Skin;
using OatPath.Store;
using OatPath.Web.Wording;

namespace OatPath.Web.Records;

/// <summary>Two pictures of one view, the earlier first, and what their numbers let anybody say.</summary>
/// <param name="Against">Why their numbers are not held against each other; empty where they may be.</param>
/// <param name="Changes">By zone; empty where they may not.</param>
public sealed record ComparedPair(Picture One, Picture Other, IReadOnlyList<NotComparable> Against, IReadOnlyList<PictureChange> Changes)
{
    public static ComparedPair Of(Picture one, Picture other, PictureChoices choices)
    {
        var against = Comparability.Of(one.Compared, other.Compared);
        return new(one, other, against, against.Count > 0 ? [] : PictureChange.Of(one.Numbers, other.Numbers, choices));
    }

    public IReadOnlyList<FaceZone> Zones => [.. Changes.Select(change => change.Zone).Distinct()];

    /// <summary>The dark marks of a zone that both tell, in words.</summary>
    public string MarksOf(FaceZone zone) =>
        PictureWords.Marks(One.Numbers.First(numbers => numbers.Zone == zone), Other.Numbers.First(numbers => numbers.Zone == zone));

    public IEnumerable<PictureChange> Told => Changes.Where(change => change.IsTold);
}
