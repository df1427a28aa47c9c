using OatPath.Core.House;
using OatPath.Core.Shelf;
using OatPath.Core.Skin;

namespace OatPath.Core.Fit;

/// <summary>Needles, and what the sheet of a device says, for one client on one day.</summary>
internal static class DeviceRules
{
    /// <summary>Answers with which needles wait for a clinician's word, or stay away for good.</summary>
    /// <remarks>Source: trade convention.</remarks>
    private static readonly FlagKind[] AgainstNeedles =
    [
        FlagKind.KeloidTendency,
        FlagKind.ColdSoreActive,
        FlagKind.ColdSoreHistory,
        FlagKind.PhotosensitisingMedicine,
        FlagKind.BloodThinning,
        FlagKind.Diabetes,
        FlagKind.ImmuneSuppression,
        FlagKind.Pregnancy,
        FlagKind.SkinFlare,
    ];

    public static void Judge(Product product, Intake intake, DateOnly day, List<Verdict> found)
    {
        if (product.IsNeedle())
        {
            Needles(product, intake, day, found);
        }

        if (DeviceSheet.Lacks(product) is { } what)
        {
            found.Add(new(Severity.Block, Because.Of(RuleBook.DeviceSheet, ("product", product.Name), ("what", what))));
        }

        foreach (var flag in product.Sheet?.NotWith ?? [])
        {
            if (intake.Has(flag, day))
            {
                found.Add(
                    new(
                        Severity.Block,
                        Because.Of(RuleBook.SheetForbids, ("product", product.Name), ("flag", FlagEffect.Of(flag).Title.ToLowerInvariant()))
                    )
                );
            }
        }
    }

    private static void Needles(Product product, Intake intake, DateOnly day, List<Verdict> found)
    {
        if (intake.MayBeMinor(day))
        {
            found.Add(new(Severity.HardLimit, Because.Of(RuleBook.NeedleAge, ("product", product.Name))));
        }

        foreach (var flag in AgainstNeedles.Where(flag => intake.Has(flag, day)))
        {
            found.Add(
                new(
                    Severity.Block,
                    Because.Of(RuleBook.NeedleFlag, ("product", product.Name), ("flag", FlagEffect.Of(flag).Title.ToLowerInvariant()))
                )
            );
        }

        // Where they are is not said: then they may be anywhere.
        if (intake.Flags.Any(flag => flag.Kind == FlagKind.ActiveBreakouts && flag.Covers(day) && flag.Zones.Count == 0))
        {
            found.Add(
                new(
                    Severity.Block,
                    Because.Of(
                        RuleBook.NeedleFlag,
                        ("product", product.Name),
                        ("flag", FlagEffect.Of(FlagKind.ActiveBreakouts).Title.ToLowerInvariant())
                    )
                )
            );
        }
    }
}
