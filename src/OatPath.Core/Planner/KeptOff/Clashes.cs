using OatPath.Core.House;
using OatPath.Core.Planner.Climb;
using OatPath.Core.Shelf;
using OatPath.Core.Skin;

namespace OatPath.Core.Planner.KeptOff;

/// <summary>What keeps an active off an evening because of its company: pairs, acid evenings running, the exfoliation budget.</summary>
internal sealed class Clashes(HouseRules rules, RuleSwitch rule, Establishment established, List<Track> tracks)
{
    private readonly List<(DateOnly Day, Track Track)> exfoliations = [];
    private readonly HashSet<DateOnly> acidEvenings = [];

    public Because? Of(Track track, List<Track> placed, DateOnly day, Moment moment)
    {
        foreach (var other in placed)
        {
            if (Pair(track, other, day) is { } because)
            {
                return because;
            }
        }

        if (track.Exfoliates && placed.Count(other => other.Exfoliates) >= 2 && rule.On(RuleBook.TwoExfoliants))
        {
            return Because.Of(RuleBook.TwoExfoliants, ("product", track.Product.Name));
        }

        var isEstablished = established.Is(track, day);
        if (moment == Moment.Evening && track.Acid && !isEstablished && track.Frequency < Frequency.EveryOther
            && acidEvenings.Contains(day.AddDays(-1)) && rule.On(RuleBook.NoTwoAcidEvenings))
        {
            return Because.Of(RuleBook.NoTwoAcidEvenings, ("product", track.Product.Name));
        }

        return track.Exfoliates ? OverBudget(track, day, isEstablished) : null;
    }

    private Because? OverBudget(Track track, DateOnly day, bool isEstablished)
    {
        if (!rule.On(RuleBook.ExfoliationBudget))
        {
            return null;
        }

        var highest = Frequency.OnceAWeek;
        foreach (var other in tracks)
        {
            highest = other.Started && other.Exfoliates && other.Frequency > highest ? other.Frequency : highest;
        }

        var limit = Ramp.ExfoliationBudget.Per7Days(isEstablished, highest, rules);
        var used = 0;
        for (var i = exfoliations.Count - 1; i >= 0 && exfoliations[i].Day > day.AddDays(-7); i--)
        {
            used++;
        }

        foreach (var role in track.Roles)
        {
            var inRole = 0;
            for (var i = exfoliations.Count - 1; i >= 0 && exfoliations[i].Day > day.AddDays(-7); i--)
            {
                inRole += exfoliations[i].Track.Roles.Contains(role) ? 1 : 0;
            }

            if (inRole >= Ramp.ExfoliationBudget.Per7Days(role))
            {
                limit = Math.Min(limit, Ramp.ExfoliationBudget.Per7Days(role));
                used = limit;
            }
        }

        return used >= limit ? Because.Of(RuleBook.ExfoliationBudget, ("product", track.Product.Name), ("limit", limit)) : null;
    }

    /// <summary>Why two do not share a half day, or null.</summary>
    public Because? Pair(Track track, Track other, DateOnly day)
    {
        bool Either(Func<Track, bool> one, Func<Track, bool> two) => (one(track) && two(other)) || (one(other) && two(track));
        Because Say(string ruleId) => Because.Of(ruleId, ("product", track.Product.Name), ("other", other.Product.Name));
        static bool Retinoid(Track t) => t.Product.Has(Family.Retinoid);
        static bool LeaveOnAcid(Track t) => t.Acid && t.Product.Traits.LeaveOn;

        if (!track.Active && !other.Active && rule.On(RuleBook.OneExtra))
        {
            return Say(RuleBook.OneExtra);
        }

        if (Either(t => t.Electrical, t => t.Irritancy != Degree.No) && rule.On(RuleBook.DeviceEvening))
        {
            return Say(RuleBook.DeviceEvening);
        }

        var bothEstablished = established.Is(track, day) && established.Is(other, day);
        if (Either(t => !t.Active, LeaveOnAcid))
        {
            return bothEstablished || !rule.On(RuleBook.MaskWithAcid) ? null : Say(RuleBook.MaskWithAcid);
        }

        if (!track.Active || !other.Active)
        {
            return null;
        }

        // Established skin may follow the blade with something mild, once dry; two strong exfoliants stay apart by the budget of the evening.
        var bladeAlone = bothEstablished && Either(t => t.Product.Kind == ProductKind.UltrasonicBlade, t => !t.Product.Traits.ByHand && !Retinoid(t));
        if (!bladeAlone && Either(t => t.Product.Traits.ByHand, t => t.Acid || Retinoid(t) || t.Product.Traits.ByHand) && rule.On(RuleBook.ByHandAlone))
        {
            return Say(RuleBook.ByHandAlone);
        }

        if (Either(t => t.AcidCleanser, t => t.Acid && t.Product.Traits.LeaveOn) && rule.On(RuleBook.AcidCleanserWithAcid))
        {
            return Say(RuleBook.AcidCleanserWithAcid);
        }

        if (Either(t => t.Product.Has(Family.BenzoylPeroxide), Retinoid) && rule.On(RuleBook.PeroxideWithRetinoid))
        {
            return Say(RuleBook.PeroxideWithRetinoid);
        }

        if (Either(t => t.Product.Has(Family.BenzoylPeroxide), LeaveOnAcid) && rule.On(RuleBook.OverAcid))
        {
            return Say(RuleBook.OverAcid);
        }

        if (track.Exfoliates && other.Exfoliates && track.Irritancy == Degree.Yes && other.Irritancy == Degree.Yes && rule.On(RuleBook.TwoExfoliants))
        {
            return Say(RuleBook.TwoExfoliants);
        }

        return bothEstablished || !rule.On(RuleBook.TwoActives) ? null : Say(RuleBook.TwoActives);
    }

    /// <summary>Remembers a use, planned or done, for the days that follow.</summary>
    public void Count(Track track, DateOnly day, Moment moment)
    {
        if (track.Exfoliates)
        {
            exfoliations.Add((day, track));
        }

        if (track.Acid && moment == Moment.Evening)
        {
            acidEvenings.Add(day);
        }
    }
}
