using OatPath.Core.House;
using OatPath.Core.Planner.Climb;
using OatPath.Core.Planner.Tracks;
using OatPath.Core.Shelf;
using OatPath.Core.Skin;

namespace OatPath.Core.Planner.KeptOff;

/// <summary>Which two do not share a half day.</summary>
internal sealed class Clashes(HouseRules rules, RuleSwitch rule, Establishment established)
{
    /// <summary>Why two do not share a half day, or null.</summary>
    public Because? Pair(Track track, Track other, DateOnly day)
    {
        bool Either(Func<Track, bool> one, Func<Track, bool> two) => (one(track) && two(other)) || (one(other) && two(track));
        Because Say(string ruleId) => Because.Of(ruleId, ("product", track.Product), ("other", other.Product));
        static bool Retinoid(Track t) => t.Product.Has(Family.Retinoid);
        static bool IsGentleMask(Track t) => t.Product.Kind is ProductKind.SoothingMask or ProductKind.HydratingMask;
        static bool LeaveOnAcid(Track t) => t.Acid && t.Product.Traits.LeaveOn;

        // What a clinician prescribed keeps its evenings; a facial without an exfoliant may share one.
        if (
            Either(t => t.InFacial, t => !t.InFacial && t.Active && t.Irritancy != Degree.No && !t.Prescription)
            && rule.On(RuleBook.FacialAlone)
        )
        {
            return Say(RuleBook.FacialAlone);
        }

        // A gentle mask may close a device's evening, and the parts of a facial come together; otherwise one extra is enough.
        if (
            !track.Active
            && !other.Active
            && !(track.InFacial && other.InFacial)
            && !(!track.InFacial && !other.InFacial && Either(t => t.Product.IsDevice(), IsGentleMask))
            && rule.On(RuleBook.OneExtra)
        )
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

        if (
            bothEstablished
            && rules.NanoAfterRazor
            && Either(t => t.Product.Kind == ProductKind.Razor, t => t.Product.Kind == ProductKind.NanoTip)
        )
        {
            return null;
        }

        // Established skin may follow the blade with something mild, once dry; two strong exfoliants stay apart by the budget of the
        // evening.
        var bladeAlone =
            bothEstablished && Either(t => t.Product.Kind == ProductKind.UltrasonicBlade, t => !t.Product.Traits.ByHand && !Retinoid(t));
        if (
            !bladeAlone
            && Either(t => t.Product.Traits.ByHand, t => t.Acid || Retinoid(t) || t.Product.Traits.ByHand)
            && rule.On(RuleBook.ByHandAlone)
        )
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

        if (
            track.Exfoliates
            && other.Exfoliates
            && track.Irritancy == Degree.Yes
            && other.Irritancy == Degree.Yes
            && rule.On(RuleBook.TwoExfoliants)
        )
        {
            return Say(RuleBook.TwoExfoliants);
        }

        return bothEstablished || !rule.On(RuleBook.TwoActives) ? null : Say(RuleBook.TwoActives);
    }
}
