using OatPath.Core.Care;
using OatPath.Core.Shelf;
using OatPath.Core.Skin;

namespace OatPath.Core.Booking;

/// <summary>What the client needs at home after a treatment, and does not have.</summary>
/// <remarks>Source: trade convention: gentle cleanser, plain moisturiser, SPF 50; plain ointment while skin is open.</remarks>
public static class RepairShelf
{
    private const int WindowSpf = 50;

    /// <param name="usable">In use, neither empty nor past its time.</param>
    public static IEnumerable<string> Lacking(TreatmentTimes times, IReadOnlyList<Product> usable, DateOnly on)
    {
        if (!times.Template.Kind.Irritates())
        {
            yield break;
        }

        static bool Plain(Product product) => product.Irritancy() == Degree.No && !product.Contains.Contains(Allergen.Fragrance);
        if (!usable.Any(product => product.IsGentleCleanser() && Plain(product) && !product.StrongSulphate))
        {
            yield return "a gentle cleanser without fragrance";
        }

        if (!usable.Any(product => product.IsNightMoisturiser() && Plain(product)))
        {
            yield return "a plain moisturiser without fragrance";
        }

        if (!usable.Any(product => product.IsUsableSunscreen(WindowSpf, on)))
        {
            yield return $"a broad-spectrum sunscreen of SPF {WindowSpf}";
        }

        if (
            times.After.Any(rest => rest.Kind == RestrictionKind.Cleansing)
            && !usable.Any(product => product.Kind == ProductKind.OcclusiveBalm && Plain(product))
        )
        {
            yield return "a plain ointment without fragrance";
        }
    }
}
