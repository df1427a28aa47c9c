using OatPath.Core.House;
using OatPath.Core.Known;
using OatPath.Core.Planner.Tracks;
using OatPath.Core.Shelf;

namespace OatPath.Core.Planner.KeptOff;

/// <summary>
/// An active that is asked for by kind does not begin before its bottle is known. The plan leaves some days for finding it, and each day
/// without one puts it off again.
/// </summary>
internal sealed class UnboundBottle(KnownFacts facts, RuleSwitch rule) : IKeepsOff
{
    private readonly HashSet<string> unbound = [.. facts.InUse.Where(product => product.IsUnbound).Select(product => product.Id)];

    public bool Never => unbound.Count == 0;

    public Off? Of(Track track, DateOnly day) =>
        day < SoonestFrom(facts.Today) && unbound.Contains(track.Product.Id) && rule.On(RuleBook.BottleFirst)
            ? Off.Through(
                SoonestFrom(facts.Today).AddDays(-1),
                Because.Of(RuleBook.BottleFirst, ("product", track.Product), ("until", SoonestFrom(facts.Today)))
            )
            : null;

    /// <summary>The first day for which a bottle that is not known today may be planned.</summary>
    public static DateOnly SoonestFrom(DateOnly today) => today.AddDays(Specification.DaysToFind);
}

/// <summary>A sunscreen whose bottle nobody knows yet protects no active.</summary>
internal sealed class UnboundSunscreen(KnownFacts facts, RuleSwitch rule, Verdicts verdicts, SpfNeeded needed) : IKeepsOff
{
    private readonly bool asked = facts.InUse.Exists(product => product.Spf is not null && product.IsUnbound);
    private (DateOnly Day, Product? Only) found;

    public bool Never => !asked;

    public Off? Of(Track track, DateOnly day) =>
        day < UnboundBottle.SoonestFrom(facts.Today)
        && track.LightSensitising
        && rule.On(RuleBook.SunscreenBottleFirst)
        && OnlyUnbound(day) is { } sunscreen
            ? Off.Through(
                UnboundBottle.SoonestFrom(facts.Today).AddDays(-1),
                Because.Of(RuleBook.SunscreenBottleFirst, ("product", track.Product), ("other", sunscreen))
            )
            : null;

    /// <summary>The sunscreen that would count, where no bottle does. Asked often, so the day's answer is kept.</summary>
    private Product? OnlyUnbound(DateOnly day)
    {
        if (found.Day != day)
        {
            var spf = needed.On(day);
            var counts = facts
                .InUse.Where(product => product.IsUsableSunscreen(spf, day) && verdicts.Refusal(product, day) is null)
                .ToList();
            found = (day, counts.Exists(product => !product.IsUnbound) ? null : counts.FirstOrDefault());
        }

        return found.Only;
    }
}
