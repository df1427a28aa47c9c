using OatPath.Core.House;
using OatPath.Core.Planner.Tracks;
using OatPath.Core.Shelf;
using OatPath.Core.Skin;

namespace OatPath.Core.Planner.KeptOff;

/// <summary>
/// An answer at Meet: sunburn, illness, strong sun, fresh filler, a spot nobody has placed; and what puts the whole skin in repair.
/// </summary>
internal sealed class FlagRest(Intake intake, RuleSwitch rule) : IKeepsOff
{
    private const int FillerDays = 14;

    public bool Never => intake.Flags.Count == 0;

    public Off? Of(Track track, DateOnly day) => Of(track.Product, day);

    public Off? Of(Product product, DateOnly day)
    {
        foreach (var flag in intake.Flags)
        {
            if (
                flag.Kind switch
                {
                    FlagKind.Sunburn => Burned(flag, day),
                    FlagKind.Illness => Ill(flag, product, day),
                    FlagKind.StrongSun => Sun(flag, product, day),
                    FlagKind.RecentFiller => Filled(flag, product, day),
                    _ => Unplaced(flag, product, day),
                } is
                { } off
            )
            {
                return off;
            }
        }

        return null;
    }

    /// <summary>Why the whole skin gets the repair routine, or null.</summary>
    public Off? Repair(DateOnly day)
    {
        foreach (var flag in intake.Flags)
        {
            if (flag.Kind is FlagKind.ColdSoreActive or FlagKind.SkinFlare && flag.Covers(day) && rule.On(RuleBook.FlagRepair))
            {
                return Off.Through(flag.Until ?? day, Because.Of(RuleBook.FlagRepair, ("flag", FlagEffect.Of(flag.Kind).Title)));
            }
        }

        return null;
    }

    /// <summary>A sunburn alone: it keeps off also what is no active.</summary>
    public Off? Sunburn(DateOnly day)
    {
        foreach (var flag in intake.Flags)
        {
            if (Burned(flag, day) is { } off)
            {
                return off;
            }
        }

        return null;
    }

    private Off? Burned(Flag flag, DateOnly day) =>
        flag.Kind == FlagKind.Sunburn
        && flag.From is { } burned
        && rule.On(RuleBook.Sunburn)
        && (flag.Until ?? burned).AddDays(SunTimes.QuietDays) is var until
        && day >= burned
        && day <= until
            ? Off.Through(until, Because.Of(RuleBook.Sunburn, ("until", until)))
            : null;

    private Off? Ill(Flag flag, Product product, DateOnly day) =>
        flag.From is { } ill && flag.Covers(day) && rule.On(RuleBook.Illness)
            ? Off.WithAnswers(Because.Of(RuleBook.Illness, ("product", product.Name), ("from", ill)))
            : null;

    private Off? Sun(Flag flag, Product product, DateOnly day) =>
        flag.From is { } sun
        && product.LightSensitising() != Degree.No
        && rule.On(RuleBook.StrongSun)
        && day >= flag.Since(SunTimes.PauseBefore)
        && day <= (flag.Until ?? sun)
            ? Off.Through(flag.Until ?? sun, Because.Of(RuleBook.StrongSun, ("from", sun), ("until", flag.Until ?? sun)))
            : null;

    private Off? Filled(Flag flag, Product product, DateOnly day) =>
        product.IsDevice()
        && flag.From is { } filled
        && rule.On(RuleBook.RecentFiller)
        && (flag.Until ?? filled).AddDays(FillerDays) is var until
        && day >= filled
        && day <= until
            ? Off.Through(until, Because.Of(RuleBook.RecentFiller, ("product", product.Name), ("until", until)))
            : null;

    /// <summary>Skin is open somewhere, and nobody has said where: nothing that would leave the place out can be used at all.</summary>
    private Off? Unplaced(Flag flag, Product product, DateOnly day) =>
        flag.Zones.Count == 0 && ZonesLeftOut.Concerns(flag, product, day) && rule.On(RuleBook.ZoneUnknown)
            ? Off.Through(day, Because.Of(RuleBook.ZoneUnknown, ("flag", FlagEffect.Of(flag.Kind).Title)))
            : null;
}
