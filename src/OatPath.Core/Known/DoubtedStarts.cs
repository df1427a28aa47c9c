using OatPath.Core.Case;
using OatPath.Core.House;
using OatPath.Core.Ramp;
using OatPath.Core.Shelf;
using OatPath.Core.Skin;

namespace OatPath.Core.Known;

/// <summary>
/// "Already in use" against the answers at Meet: an acid on skin that never used one, or a high rung on sensitive skin. Until somebody says
/// which is right, the gentler one is planned.
/// </summary>
/// <remarks>House default. The practitioner's noted word that the family is established settles it.</remarks>
internal static class DoubtedStarts
{
    /// <summary>The start as it is planned, and the doubt, or the start as it stands.</summary>
    public static (StartActive Start, Because? Doubt) Weigh(
        StartActive start,
        Product product,
        Intake intake,
        HouseRules rules,
        IReadOnlyList<NoteEstablished> noted
    )
    {
        if (!start.AlreadyInUse || Settled(product, noted))
        {
            return (start, null);
        }

        if (IsFirstAcid(start, product, intake, noted))
        {
            return (start with { AlreadyInUse = false, Rung = null }, Say(product, "never used an acid", "it begins with its patch test"));
        }

        var ladder = Ladder.For(product, intake, rules);
        return intake.Sensitivity >= Sensitivity.Sensitive && ladder is not null && (start.Rung ?? ladder.StartRung) > ladder.StartRung
            ? (
                start with
                {
                    Rung = ladder.StartRung,
                },
                Say(product, $"{EnumName.Of(intake.Sensitivity)} skin", "it stands at its first rung")
            )
            : (start, null);
    }

    /// <summary>Whether an acid said to be in use for long is the first this skin ever met, by the answers at Meet.</summary>
    public static bool IsFirstAcid(StartActive start, Product product, Intake intake, IReadOnlyList<NoteEstablished> noted) =>
        start.AlreadyInUse && product.IsAcid() && intake.Has(FlagKind.NeverUsedAcid, start.On) && !Settled(product, noted);

    private static bool Settled(Product product, IReadOnlyList<NoteEstablished> noted)
    {
        var any = false;
        foreach (var family in product.Families())
        {
            if (FamilyTraits.Of(family).Irritant != Degree.No)
            {
                any = true;
                if (!noted.Any(note => note.Family == family))
                {
                    return false;
                }
            }
        }

        return any;
    }

    private static Because Say(Product product, string answer, string until) =>
        Because.Of(RuleBook.StartDoubted, ("product", product.Name), ("answer", answer), ("until", until));
}
