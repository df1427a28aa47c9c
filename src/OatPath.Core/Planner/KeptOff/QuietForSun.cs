using OatPath.Core.House;
using OatPath.Core.Planner.Tracks;
using OatPath.Core.Skin;

namespace OatPath.Core.Planner.KeptOff;

/// <summary>Nothing is started or raised around strong sun.</summary>
internal sealed class QuietForSun(Intake intake, RuleSwitch rule) : IKeepsOff
{
    public bool Never => intake.Flags.Count == 0;

    public Off? Of(Track track, DateOnly day) => On(day);

    public Off? On(DateOnly day)
    {
        foreach (var flag in intake.Flags)
        {
            if (
                flag.Kind is FlagKind.StrongSun or FlagKind.Sunburn
                && flag.From is { } sun
                && (flag.Until ?? sun).AddDays(SunTimes.QuietDays) is var until
                && day >= flag.Since(SunTimes.QuietDays)
                && day <= until
                && rule.On(RuleBook.SunNewActive)
            )
            {
                return Off.Through(
                    until,
                    Because.Of(RuleBook.SunNewActive, ("from", flag.Since(SunTimes.QuietDays)!.Value), ("until", until))
                );
            }
        }

        return null;
    }
}
