using OatPath.Core.Care;
using OatPath.Core.Case;
using OatPath.Core.Skin;

namespace OatPath.Core.Planner.Climb;

/// <summary>Times of rest after which every active comes back one rung lower, once in total.</summary>
/// <param name="burnDays">Days after a sunburn that still belong to it.</param>
internal sealed class Suspensions(CaseFile file, int burnDays)
{
    public bool CostARung(DateOnly day) =>
        file.Treatments.Any(treatment => TreatmentTimes.Of(treatment) is { AfterDays: > 0 } times && day >= treatment.On && day <= treatment.On.AddDays(times.AfterDays))
        || file.Intake.Flags.Any(flag => Costs(flag, day));

    private bool Costs(Flag flag, DateOnly day) => flag.Kind switch
    {
        FlagKind.ColdSoreActive or FlagKind.SkinFlare or FlagKind.Illness => flag.From is not null && flag.Covers(day),
        FlagKind.Sunburn => flag.From is { } burned && day >= burned && day <= (flag.Until ?? burned).AddDays(burnDays),
        _ => false,
    };
}
