using OatPath.Core.Shelf;
using OatPath.Core.Skin;

namespace OatPath.Core.Peel;

/// <summary>Days that a peel with a wash-off kit asks for around its evening.</summary>
/// <param name="IntervalDays">From one peel to the next, at least.</param>
/// <param name="CourseDays">Until when the skin may be tight or flake; kept clear of occasions and treatments.</param>
/// <param name="SunBeforeDays">Without strong sun before it.</param>
/// <param name="SunAfterDays">Without strong sun after it, and with SPF 50.</param>
/// <param name="WaxDays">Before and after waxing.</param>
/// <remarks>
/// Source: trade convention, strictest end. Course of a strong kit: house default, three days longer than a light peel's.
/// </remarks>
public sealed record KitTimes(int IntervalDays, int CourseDays, int SunBeforeDays, int SunAfterDays, int WaxDays)
{
    /// <summary>Interval while the skin is new to a kit, days, and how many peels it counts as new.</summary>
    /// <remarks>Source: trade convention (14 days); the number of peels: house default.</remarks>
    public const int NewIntervalDays = 14;
    public const int NewPeels = 3;

    /// <summary>
    /// Weeks on a steady routine before the first peel, and on a pigment inhibitor before a strong kit on skin that marks easily; days.
    /// </summary>
    /// <remarks>House default within trade convention.</remarks>
    public const int SteadyDays = 28;
    public const int PigmentDays = 28;

    /// <summary>
    /// A peel evening that went by without a word, or the second running that was left out, is offered again after so many days, so that
    /// the other actives are not kept off for long.
    /// </summary>
    /// <remarks>House default.</remarks>
    public const int OfferAgainDays = 7;

    private static readonly KitTimes Weak = new(7, 7, 7, 7, 3);
    private static readonly KitTimes Strong = new(14, 10, 7, 14, 7);

    /// <summary>What is not known to be weak counts as strong.</summary>
    public static KitTimes Of(KitStrength strength) => strength == KitStrength.Weak ? Weak : Strong;
}

/// <summary>Days a product stops before a peel and stays off after it; the evening itself is always without it.</summary>
/// <remarks>
/// Source: trade convention, strictest end; clay masks with what is done by hand, and no extra on a peel evening: house default.
/// </remarks>
public readonly record struct PeelStop(int Before, int After)
{
    /// <summary>No product stops earlier or stays off longer.</summary>
    public const int MostDays = 14;

    /// <summary>The last day before a peel on which it may be used, and the first after it.</summary>
    public DateOnly LastBefore(DateOnly peel) => peel.AddDays(-Before - 1);

    public DateOnly BackOn(DateOnly peel) => peel.AddDays(After + 1);

    /// <summary>The strictest of all roles a product plays, or null for what may stay.</summary>
    public static PeelStop? Of(KitStrength strength, Product product)
    {
        var weak = strength == KitStrength.Weak;
        PeelStop? strictest = null;
        void Add(PeelStop stop) =>
            strictest = new(Math.Max(stop.Before, strictest?.Before ?? 0), Math.Max(stop.After, strictest?.After ?? 0));

        foreach (var active in product.Actives)
        {
            if (active.Substance == Substance.PrescriptionRetinoid)
            {
                Add(weak ? new(7, 7) : new(7, 14));
            }
            else if (active.Family is Family.PigmentInhibitor or Family.Hydroquinone)
            {
                Add(weak ? new(0, 2) : new(1, 7));
            }
            else if (FamilyTraits.Of(active.Family) is { Irritant: not Degree.No } or { StopsBeforePeel: true })
            {
                Add(weak ? new(3, 3) : new(7, 7));
            }
        }

        if (product.Implied is not null)
        {
            Add(weak ? new(3, 3) : new(7, 7));
        }

        if (product.Traits.ByHand || product.IsDevice() || product.Kind is ProductKind.ClayMask)
        {
            Add(weak ? new(3, 3) : new(7, 10));
        }

        if (product.Kind is ProductKind.SpotTreatment or ProductKind.SpotPatch)
        {
            Add(weak ? new(3, 3) : new(7, 7));
        }

        if (strictest is null && product.Traits.Use == KindUse.Extra)
        {
            Add(new(0, 0));
        }

        return strictest;
    }
}
