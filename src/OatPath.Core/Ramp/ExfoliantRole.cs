using OatPath.Core.Shelf;
using OatPath.Core.Skin;

namespace OatPath.Core.Ramp;

/// <summary>Ways of exfoliating that have a budget of their own.</summary>
public enum ExfoliantRole
{
    Scrub,
    Razor,
    ScrubMask,
    PeelPad,
    Enzyme,
    AcidCleanser,
    UltrasonicBlade,
    Needle,
}

public static class ExfoliantRoles
{
    /// <summary>Every role a product plays; a scrub mask with an enzyme plays three, and uses up the budget of each.</summary>
    public static IReadOnlyList<ExfoliantRole> Of(Product product)
    {
        var roles = new List<ExfoliantRole>();
        if (product.Kind is ProductKind.Scrub or ProductKind.ScrubMask or ProductKind.Mitt)
        {
            roles.Add(ExfoliantRole.Scrub);
        }

        if (product.Kind == ProductKind.ScrubMask)
        {
            roles.Add(ExfoliantRole.ScrubMask);
        }

        if (product.Kind == ProductKind.Razor)
        {
            roles.Add(ExfoliantRole.Razor);
        }

        if (product.Kind == ProductKind.UltrasonicBlade)
        {
            roles.Add(ExfoliantRole.UltrasonicBlade);
        }

        if (product.IsNeedle())
        {
            roles.Add(ExfoliantRole.Needle);
        }

        if (product.Kind == ProductKind.PeelPad)
        {
            roles.Add(ExfoliantRole.PeelPad);
        }

        if (product.Kind == ProductKind.Enzyme || product.Has(Family.Enzyme))
        {
            roles.Add(ExfoliantRole.Enzyme);
        }

        if (product.IsAcidCleanser())
        {
            roles.Add(ExfoliantRole.AcidCleanser);
        }

        return roles;
    }
}
