using OatPath.Core.Care;
using OatPath.Core.Skin;

namespace OatPath.Core.Planner.Climb;

/// <summary>Times of rest after which every active comes back one rung lower, once in total.</summary>
/// <param name="burnDays">Days after a sunburn that still belong to it.</param>
internal sealed class Suspensions(CareCalendar care, Intake intake, int burnDays)
{
    public bool CostARung(DateOnly day) => care.Repairs(day) is not null || intake.Flags.Any(flag => Costs(flag, day));

    private bool Costs(Flag flag, DateOnly day) =>
        flag.Kind switch
        {
            FlagKind.ColdSoreActive or FlagKind.SkinFlare or FlagKind.Illness => flag.From is not null && flag.Covers(day),
            FlagKind.Sunburn => flag.From is { } burned && day >= burned && day <= (flag.Until ?? burned).AddDays(burnDays),
            _ => false,
        };
}
