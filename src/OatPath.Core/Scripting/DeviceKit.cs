using OatPath.Core.Care;
using OatPath.Core.Peel;
using OatPath.Core.Routes;
using OatPath.Core.Routine;
using OatPath.Core.Session;
using OatPath.Core.Shelf;
using OatPath.Core.Wording;

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
            yield return new("antiseptic", Said.Of("Antiseptic and a clean pad"), Said.Of("For afterwards, and for a nick."));
            yield return new(
                "tool",
                Said.Of("A new guarded razor"),
                Said.Of("Used once, then into the bin; never a bare blade."),
                KitPart.GoesOn
            );
        }
        else if (device.IsNeedle())
        {
            yield return new(
                "alcohol",
                Said.Of("70 % alcohol, dried on it again"),
                device.Kind == ProductKind.NanoTip ? Said.Of("On the device; the tip is new.") : Said.Of("Before and after every use.")
            );
            yield return device.Kind == ProductKind.NanoTip
                ? new("tool", Said.Of("A new tip, still sealed"), Said.Of("Once, then into the bin."), KitPart.GoesOn)
                : new("tool", $"{device.Name}: {KindWords.Of(device.Kind).Tool}", Said.Of("A bent needle tears."), KitPart.GoesOn);
            yield return new(
                "serum",
                serum is { } own ? $"{own.Name}, {own.Amount}" : Said.Of("Plain serum"),
                Said.Of("No fragrance, no alcohol, no acid, no vitamin C under needles."),
                KitPart.GoesOn
            );
        }
        else
        {
            yield return device.IsElectrical() || device.Kind == ProductKind.WarmColdPlate
                ? new("ending", Said.Of("A damp pad or cloth"), Said.Of("Everything is wiped off afterwards."))
                : new("ending", Said.Of("Lukewarm water and a clean towel"), Said.Of("For afterwards."));
            yield return new(
                "tool",
                $"{device.Name}, {KindWords.Of(device.Kind).Tool}",
                Said.Of("A dirty head carries what you want to be rid of."),
                KitPart.GoesOn
            );
        }

        foreach (
            var gel in gels.Where(gel =>
                guide.Passes.Any(pass => pass.Gel == gel.Charge) || device.Kind is ProductKind.IonCleanser or ProductKind.OtherDevice
            )
        )
        {
            yield return new(
                $"gel-{gel.Id ?? House.EnumName.Of(gel.Charge)}",
                gel.Name,
                Said.Of("Only what was made for it goes under it."),
                KitPart.GoesOn
            );
        }

        yield return new(
            "face",
            Said.Of("Hands and face clean; jewellery off"),
            Said.Of("Metal and dirt stay away from it."),
            KitPart.Rest
        );
        yield return new(
            "mirror",
            Said.Of("A mirror and good light"),
            Said.Of("You want to see where it goes, and how the skin looks."),
            KitPart.Rest
        );
    }

    public static IEnumerable<SessionAsk> Asks(Product device)
    {
        yield return SessionAsks.Of(
            DayQuestion.OpenSkin,
            Said.Of("Is the skin open, sore, sunburned or newly treated anywhere it goes, beyond what the plan leaves out?"),
            Said.Of("Not tonight. Tell your studio where; it is left out from then on.")
        );
        if (device.IsElectrical())
        {
            yield return SessionAsks.Of(DayQuestion.Current);
            yield return SessionAsks.Of(
                DayQuestion.Pregnant,
                means: Said.Of("Never with a current. Put it away and tell your studio; the plan changes with the answer.")
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
                means: Said.Of("Not tonight: needles spread a cold sore. Only gentle care until it has healed.")
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
                Said.Of("Has an acid, retinoid, scrub or vitamin C been on tonight, or strong sun today?"),
                Said.Of("Not tonight: they add up. Gentle care only.")
            )
            : new("used", Said.Of("Has it been used already today?"), false, Said.Of("Once is enough. More does not do more."));
        yield return SessionAsks.Of(
            DayQuestion.Stings,
            Said.Of("Does the clean skin sting or burn now?"),
            Said.Of("Not tonight: skin that stings is not whole. Cream, and tell your studio.")
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
            yield return device.IsElectrical() || device.Traits.ByHand
                ? Said.Of("Nothing else that irritates tonight.")
                : Said.Of("Go on with the routine.");
            yield return Said.Of("Clean it, let it dry, put it away.");
        }
    }
}
