using OatPath.Core.House;
using OatPath.Core.Planner.Climb;
using OatPath.Core.Planner.Tracks;

namespace OatPath.Core.Planner.KeptOff;

/// <summary>What keeps a patch test off a day: it is put on when its active could begin as soon as it is read.</summary>
/// <param name="today">What would keep the active itself off.</param>
internal sealed class PatchObstacles(
    HouseRules rules,
    Standing standing,
    IKeepsOff today,
    QuietForSun quiet,
    IKeepsOff waits,
    IKeepsOff bottle,
    MilderFirst milder
)
{
    public bool Hinder(Track track, DateOnly day)
    {
        var read = day.AddDays(PatchTests.PatchDays);
        return today.Of(track, day) is not null
            || quiet.On(read) is not null
            || waits.Of(track, day) is not null
            || bottle.Of(track, day) is not null
            || track.Easing.Covers(day)
            || milder.Of(track, read) is not null
            || (standing.LastChange is { } changed && read < changed.AddDays(rules.ChangeSpacingDays));
    }
}
