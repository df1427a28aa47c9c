using OatPath.Core.Care;
using OatPath.Core.Peel;
using OatPath.Core.Routes;
using OatPath.Core.Routine;
using OatPath.Core.Session;
using OatPath.Core.Shelf;

namespace OatPath.Core.Scripting;

/// <summary>What is laid out and asked before a device, and what is said after it.</summary>
/// <remarks>Source: trade convention; that it is asked again each time: house default.</remarks>
internal static class DeviceKit
{
    /// <summary>What it is wiped off with, or what closes a nick, stands first.</summary>
    public static IEnumerable<KitItem> Of(
        Product device,
        DeviceGuide guide,
        IReadOnlyList<DeviceGel> gels,
        (string Name, Amount Amount)? serum
    )
    {
        if (device.Kind == ProductKind.Razor)
        {
            yield return new("antiseptic", "Antiseptic and a clean pad", "For afterwards, and for a nick.");
            yield return new("tool", "A new guarded razor", "Used once, then into the bin; never a bare blade.");
        }
        else if (device.IsNeedle())
        {
            yield return new(
                "alcohol",
                "70 % alcohol, dried on it again",
                device.Kind == ProductKind.NanoTip ? "On the device; the tip is new." : "Before and after every use."
            );
            yield return device.Kind == ProductKind.NanoTip
                ? new("tool", "A new tip, still sealed", "Once, then into the bin.")
                : new("tool", $"{device.Name}: {KindWords.Of(device.Kind).Tool}", "A bent needle tears.");
            yield return new(
                "serum",
                serum is { } own ? $"{own.Name}, {own.Amount}" : "Plain serum",
                "No fragrance, no alcohol, no acid, no vitamin C under needles."
            );
        }
        else
        {
            yield return device.IsElectrical() || device.Kind == ProductKind.WarmColdPlate
                ? new("ending", "A damp pad or cloth", "Everything is wiped off afterwards.")
                : new("ending", "Lukewarm water and a clean towel", "For afterwards.");
            yield return new(
                "tool",
                $"{device.Name}, {KindWords.Of(device.Kind).Tool}",
                "A dirty head carries what you want to be rid of."
            );
        }

        foreach (
            var gel in gels.Where(gel =>
                guide.Passes.Any(pass => pass.Gel == gel.Charge) || device.Kind is ProductKind.IonCleanser or ProductKind.OtherDevice
            )
        )
        {
            yield return new($"gel-{House.EnumName.Of(gel.Charge)}", gel.Name, "Only what was made for it goes under it.");
        }

        yield return new("face", "Hands and face clean; jewellery off", "Metal and dirt stay away from it.");
        yield return new("mirror", "A mirror and good light", "You want to see where it goes, and how the skin looks.");
    }

    public static IEnumerable<SessionAsk> Asks(Product device)
    {
        yield return SessionAsks.Of(
            DayQuestion.OpenSkin,
            "Is the skin open, sore, sunburned or newly treated anywhere it goes, beyond what the plan leaves out?",
            "Not tonight. Tell your studio where; it is left out from then on."
        );
        if (device.IsElectrical())
        {
            yield return SessionAsks.Of(DayQuestion.Current);
            yield return SessionAsks.Of(
                DayQuestion.Pregnant,
                means: "Never with a current. Put it away and tell your studio; the plan changes with the answer."
            );
        }

        if (device.IsLight())
        {
            yield return SessionAsks.Of(DayQuestion.Light);
        }

        if (device.IsNeedle())
        {
            yield return SessionAsks.Of(
                DayQuestion.ColdSore,
                means: "Not tonight: needles spread a cold sore. Only gentle care until it has healed."
            );
            yield return SessionAsks.Of(DayQuestion.NewMedicine);
        }

        if (device.IsDevice())
        {
            yield return SessionAsks.Of(DayQuestion.Filler);
        }

        yield return device.Traits.ByHand || device.IsElectrical()
            ? SessionAsks.Of(
                DayQuestion.UsedElse,
                "Has an acid, retinoid, scrub or vitamin C been on tonight, or strong sun today?",
                "Not tonight: they add up. Gentle care only."
            )
            : new("used", "Has it been used already today?", false, "Once is enough. More does not do more.");
        yield return SessionAsks.Of(
            DayQuestion.Stings,
            "Does the clean skin sting or burn now?",
            "Not tonight: skin that stings is not whole. Cream, and tell your studio."
        );
    }

    public static IEnumerable<string> After(Product device)
    {
        if (device.IsNeedle())
        {
            foreach (var line in NeedleCare.After(NeedleTimes.AreFine(device)))
            {
                yield return line;
            }
        }
        else
        {
            yield return device.IsElectrical() || device.Traits.ByHand ? "Nothing else that irritates tonight." : "Go on with the routine.";
            yield return "Clean it, let it dry, put it away.";
        }
    }
}
