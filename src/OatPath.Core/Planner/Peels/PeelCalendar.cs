using OatPath.Core.Care;
using OatPath.Core.Case;
using OatPath.Core.House;
using OatPath.Core.Peel;
using OatPath.Core.Planner.KeptOff;
using OatPath.Core.Planner.Tracks;
using OatPath.Core.Skin;

namespace OatPath.Core.Planner.Peels;

/// <summary>
/// Days of the client's calendar that a peel keeps away from: sun, waxing, occasions and treatments in its course, treatments it follows
/// too soon.
/// </summary>
internal sealed class PeelCalendar(CaseFile file, CareCalendar care, RuleSwitch rule) : IKeepsOff
{
    public Off? Of(Track kit, DateOnly on) => Sun(kit, on) ?? Near(kit, on);

    private Off? Sun(Track kit, DateOnly on)
    {
        var times = KitTimes.Of(kit.Kit!.Value);
        foreach (var flag in file.Intake.Flags)
        {
            if (
                flag.Kind is FlagKind.StrongSun or FlagKind.Sunburn
                && flag.From is { } from
                && on >= flag.Since(times.SunAfterDays)
                && on <= (flag.Until ?? from).AddDays(times.SunBeforeDays)
                && rule.On(RuleBook.PeelSun)
            )
            {
                return Off.Through(
                    (flag.Until ?? from).AddDays(times.SunBeforeDays),
                    Because.Of(RuleBook.PeelSun, ("product", kit.Product.Name), ("from", from), ("until", flag.Until ?? from))
                );
            }

            if (
                flag.Kind == FlagKind.HairRemoval
                && flag.From is { } waxed
                && on >= waxed.AddDays(-times.WaxDays)
                && on <= (flag.Until ?? waxed).AddDays(times.WaxDays)
                && rule.On(RuleBook.PeelWax)
            )
            {
                return Off.Through(
                    (flag.Until ?? waxed).AddDays(times.WaxDays),
                    Because.Of(RuleBook.PeelWax, ("product", kit.Product.Name), ("on", waxed), ("days", times.WaxDays))
                );
            }
        }

        return null;
    }

    private Off? Near(Track kit, DateOnly on)
    {
        var course = KitTimes.Of(kit.Kit!.Value).CourseDays;
        Off Falls(string title, DateOnly day) =>
            Off.Through(
                day,
                Because.Of(RuleBook.PeelCourse, ("product", kit.Product.Name), ("title", title), ("on", day), ("days", course))
            );
        foreach (var occasion in file.Occasions)
        {
            if (on <= occasion.On && occasion.On <= on.AddDays(course) && rule.On(RuleBook.PeelCourse))
            {
                return Falls(OccasionRest.TitleOf(occasion), occasion.On);
            }
        }

        foreach (var (treatment, times) in care.All)
        {
            if (on <= treatment.On && treatment.On <= on.AddDays(course) && rule.On(RuleBook.PeelCourse))
            {
                return Falls(times.Title, treatment.On);
            }

            if (on >= treatment.On && on <= treatment.On.AddDays(times.HomePeelDays) && rule.On(RuleBook.PeelNear))
            {
                var until = treatment.On.AddDays(times.HomePeelDays);
                return Off.Through(
                    until,
                    Because.Of(
                        RuleBook.PeelNear,
                        ("product", kit.Product.Name),
                        ("treatment", times.Title),
                        ("on", treatment.On),
                        ("until", until)
                    )
                );
            }
        }

        return null;
    }
}
