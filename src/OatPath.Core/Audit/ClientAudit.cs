using OatPath.Core.House;
using OatPath.Core.Labels;
using OatPath.Core.Shelf;
using OatPath.Core.Skin;

namespace OatPath.Core.Audit;

/// <summary>
/// What is in a bottle, and whether it is for this client on this day: limits, age, allergy, pregnancy, medicines, devices.
/// </summary>
internal sealed class ClientAudit(AuditRun run)
{
    private readonly AuditFacts facts = run.Facts;
    private readonly Dictionary<string, (string Label, string Typed)?> labels = [];

    public void MayBeUsed(Product product, DateOnly day, Moment moment)
    {
        foreach (var (rule, detail) in Against(product, day))
        {
            run.Report(rule, day, moment, product, detail);
        }
    }

    /// <summary>Everything that speaks against a product on a day, by rule.</summary>
    public IEnumerable<(string Rule, string Detail)> Against(Product product, DateOnly day)
    {
        if (!facts.InUse(product.Id))
        {
            yield return ("shelf.parked", "is parked");
        }

        foreach (var found in InTheBottle(product).Concat(ForTheClient(product, day)))
        {
            yield return found;
        }
    }

    private IEnumerable<(string, string)> InTheBottle(Product product)
    {
        bool Holds(params Substance[] some) => product.Actives.Any(active => some.Contains(active.Substance));
        if (Unnamed(product))
        {
            yield return (RuleBook.UnknownStrength, "is of a kind that holds an active, and none is named");
        }

        if (LabelSaysMore(product) is { } more)
        {
            yield return (RuleBook.LabelContradicts, $"names {more.Label} on its label and {more.Typed} was typed");
        }

        if (Holds(Substance.Trichloroacetic, Substance.Phenol, Substance.Resorcinol, Substance.Pyruvic))
        {
            yield return (RuleBook.NeverAtHome, "is never used at home");
        }

        if (product.Actives.Any(active => active.Substance == Substance.Salicylic && active.Percent is > 2))
        {
            yield return (RuleBook.SalicylicLimit, "holds over 2 % salicylic acid");
        }

        if (product.Actives.Any(active => active.Substance == Substance.Salicylic && active.Percent is null))
        {
            yield return (RuleBook.UnknownStrength, "has an unknown percent of salicylic acid");
        }

        if (Holds(Substance.Hydroquinone))
        {
            yield return (RuleBook.ClinicianOnly, "is only for a clinician to prescribe");
        }

        var ahas = Ahas(product);
        if (ahas.Count == 0)
        {
            yield break;
        }

        if (product.Ph is null || ahas.Exists(active => active.Percent is null))
        {
            yield return (RuleBook.UnknownStrength, "has an unknown percent or pH");
            yield break;
        }

        var percent = ahas.Sum(active => active.Percent!.Value);
        if (percent > 30)
        {
            yield return (RuleBook.AhaLimit, $"holds {percent} % AHA");
        }

        if (product.Ph < 3.0m)
        {
            yield return (RuleBook.AhaPh, $"has pH {product.Ph}");
        }

        if (product.Traits.LeaveOn && percent > (ahas.TrueForAll(active => active.Substance == Substance.Mandelic) ? 15 : 10))
        {
            yield return (RuleBook.LeaveOnStrength, $"stays on with {percent} % AHA");
        }

        if (product.Traits.LeaveOn && product.Ph < 3.5m)
        {
            yield return (RuleBook.LeaveOnPh, $"stays on at pH {product.Ph}");
        }
    }

    private IEnumerable<(string, string)> ForTheClient(Product product, DateOnly day)
    {
        var intake = facts.Intake;
        var retinoid = product.Kind == ProductKind.Retinoid || product.Actives.Any(active => active.Family == Family.Retinoid);
        if (Materials(product).Any(intake.Allergies.Contains))
        {
            yield return (RuleBook.Allergy, "holds what the client is allergic to");
        }

        if (retinoid && Minor(day))
        {
            yield return (RuleBook.AgeRetinoid, "is a retinoid under 18 or of unknown age");
        }

        if (Has(day, FlagKind.Pregnancy, FlagKind.Breastfeeding) && (retinoid || !FitsPregnancy(product)))
        {
            yield return (RuleBook.Pregnancy, "is not for pregnancy or breastfeeding");
        }

        if (OnIsotretinoin(day) && product.Kind != ProductKind.WashOffPeel && (product.Irritancy() != Degree.No || product.Exfoliates()))
        {
            yield return (RuleBook.Isotretinoin, "irritates or exfoliates with isotretinoin");
        }

        if (
            product.Kind is ProductKind.Scrub or ProductKind.Mitt or ProductKind.ScrubMask or ProductKind.UltrasonicBlade
            && Has(day, FlagKind.Rosacea)
        )
        {
            yield return (RuleBook.RosaceaScrub, "scrubs rosacea");
        }

        if (
            IsCurrent(product)
            && Has(
                day,
                FlagKind.ImplantedElectronics,
                FlagKind.HeartRhythm,
                FlagKind.Epilepsy,
                FlagKind.MetalInFace,
                FlagKind.Pregnancy,
                FlagKind.Breastfeeding
            )
        )
        {
            yield return (RuleBook.ElectricalDevice, "is an electrical device that a flag forbids");
        }

        if (
            (product.Kind == ProductKind.LightMask || (product.Kind == ProductKind.OtherDevice && product.Sheet?.Light != false))
            && Has(day, FlagKind.LightSensitiveEyes, FlagKind.PhotosensitisingMedicine, FlagKind.Epilepsy)
        )
        {
            yield return (RuleBook.LightMask, "is a light mask that a flag forbids");
        }

        if (
            (
                product.Kind is ProductKind.FacialSteamer or ProductKind.WarmColdPlate
                || (product.Kind == ProductKind.OtherDevice && product.Sheet?.Heat != false)
            ) && Has(day, FlagKind.Rosacea)
        )
        {
            yield return (RuleBook.HeatDevice, "brings heat to rosacea");
        }
    }

    /// <summary>Devices against fresh filler, against the wrong gel, and their evening against irritants.</summary>
    public void DevicesAreSafe(List<Product> products, DateOnly date, Moment moment)
    {
        foreach (var product in products)
        {
            if (IsCurrent(product) && products.Find(other => other.Irritancy() != Degree.No) is { } irritant)
            {
                run.Report(RuleBook.DeviceEvening, date, moment, irritant, $"shares an evening with {product.Id}");
            }

            if (
                (IsCurrent(product) || product.Kind == ProductKind.WarmColdPlate)
                && product.Sheet?.Gel != false
                && !HasItsGel(product, date)
            )
            {
                run.Report(RuleBook.DeviceGel, date, moment, product, "has no gel of its own");
            }

            if (
                (
                    IsCurrent(product)
                    || product.Kind
                        is ProductKind.FacialSteamer
                            or ProductKind.WarmColdPlate
                            or ProductKind.LightMask
                            or ProductKind.UltrasonicBlade
                            or ProductKind.CleansingBrush
                            or ProductKind.NanoTip
                            or ProductKind.NeedleRoller
                            or ProductKind.OtherDevice
                )
                && facts.Intake.Flags.Any(flag =>
                    flag.Kind == FlagKind.RecentFiller && flag.From is { } from && date >= from && date <= (flag.Until ?? from).AddDays(14)
                )
            )
            {
                run.Report(RuleBook.RecentFiller, date, moment, product, "is used over fresh filler");
            }
        }
    }

    public bool Minor(DateOnly day) => facts.Intake.BirthDate is not { } born || born.AddYears(18) > day;

    public bool OnIsotretinoin(DateOnly day) =>
        facts.Intake.Flags.Any(flag =>
            flag.Kind == FlagKind.Isotretinoin && (flag.From ?? day) <= day && (flag.Until is null || flag.Until.Value.AddMonths(6) > day)
        );

    public bool Has(DateOnly day, params FlagKind[] kinds) => facts.Intake.Flags.Any(flag => kinds.Contains(flag.Kind) && flag.Covers(day));

    private static List<Active> Ahas(Product product) =>
        [.. product.Actives.Where(active => SubstanceTraits.Of(active.Substance).Family == Family.Aha)];

    private static bool IsCurrent(Product product) =>
        product.Kind
            is ProductKind.GalvanicDevice
                or ProductKind.MicrocurrentDevice
                or ProductKind.IonCleanser
                or ProductKind.RadioFrequencyDevice
                or ProductKind.MuscleTool
        || (product.Kind == ProductKind.OtherDevice && product.Sheet?.Current != false);

    private bool HasItsGel(Product device, DateOnly date)
    {
        var gels = facts.OnShelf.Where(gel => gel.MadeFor == device.Kind && gel.UsableOn(date)).ToList();
        bool Charged(GelCharge charge) => gels.Exists(gel => gel.Kind == ProductKind.ConductiveGel && gel.Charge == charge);
        return device.Kind switch
        {
            ProductKind.GalvanicDevice => Charged(GelCharge.Negative) && Charged(GelCharge.Positive),
            ProductKind.MicrocurrentDevice => Charged(GelCharge.None),
            ProductKind.WarmColdPlate => new[]
            {
                FaceZone.LeftEye,
                FaceZone.RightEye,
                FaceZone.Forehead,
                FaceZone.LeftCheek,
                FaceZone.RightCheek,
            }.All(zone =>
                gels.Exists(gel =>
                    gel.GelZones.Count == 0
                    || gel.GelZones.Contains(zone)
                    || (gel.GelZones.Contains(FaceZone.EyeArea) && zone is FaceZone.LeftEye or FaceZone.RightEye)
                )
            ),
            _ => gels.Exists(gel => gel.Kind is ProductKind.ConductiveGel or ProductKind.HydratingMist),
        };
    }

    /// <summary>A kind bought for its active, with no active of that sort typed.</summary>
    private static bool Unnamed(Product product)
    {
        bool Any(params Family[] families) => product.Actives.Any(active => families.Contains(active.Family));
        return product.Kind switch
        {
            ProductKind.Retinoid => !Any(Family.Retinoid),
            ProductKind.BenzoylPeroxide => !Any(Family.BenzoylPeroxide),
            ProductKind.AzelaicSuspension => !Any(Family.Azelaic),
            ProductKind.Enzyme => !Any(Family.Enzyme),
            ProductKind.ExfoliatingToner or ProductKind.LeaveOnAcidLiquid or ProductKind.LeaveOnAcidGel => !Any(
                Family.Aha,
                Family.Bha,
                Family.Pha,
                Family.Azelaic,
                Family.SalonOnly
            ),
            ProductKind.PeelPad or ProductKind.ExfoliatingCleanser or ProductKind.WashOffPeel => !Any(
                Family.Aha,
                Family.Bha,
                Family.Pha,
                Family.Azelaic,
                Family.Enzyme,
                Family.SalonOnly
            ),
            ProductKind.SpotTreatment => product.Actives.Count == 0,
            _ => false,
        };
    }

    /// <summary>Low AHA left on, azelaic, PHA, enzymes, vitamin C and supportive substances; nothing else.</summary>
    private static bool FitsPregnancy(Product product)
    {
        if (product.Has(Family.Hydroquinone) || product.Has(Family.Bha) || product.Has(Family.Retinoid) || product.Has(Family.SalonOnly))
        {
            return false;
        }

        return Ahas(product) is not { Count: > 0 } ahas
            || (
                product.Traits.LeaveOn
                && product.Ph >= 3.5m
                && ahas.TrueForAll(active => active.Percent is not null)
                && ahas.Sum(active => active.Percent) <= 10
            );
    }

    private static IEnumerable<Allergen> Materials(Product product) =>
        product
            .Contains.Concat(
                product.Actives.Any(active =>
                    active.Substance
                        is Substance.Salicylic
                            or Substance.WillowExtract
                            or Substance.BetaineSalicylate
                            or Substance.CapryloylSalicylate
                )
                    ? [Allergen.Salicylates]
                    : []
            )
            .Concat(product.Actives.Any(active => active.Substance is Substance.Papain or Substance.Bromelain) ? [Allergen.Latex] : [])
            .Concat(product.Actives.Any(active => active.Substance == Substance.BenzoylPeroxide) ? [Allergen.BenzoylPeroxide] : []);

    private (string Label, string Typed)? LabelSaysMore(Product product)
    {
        if (!labels.TryGetValue(product.Id, out var more))
        {
            labels[product.Id] = more = Compare(product);
        }

        return more;
    }

    private static (string, string)? Compare(Product product)
    {
        if (product.Label.Length == 0 || LabelReader.Read(product.Label).Reading is not { } reading)
        {
            return null;
        }

        foreach (
            var item in reading.Ingredients.Where(item => item.Role == IngredientRole.Works && item.Section != LabelSection.MayContain)
        )
        {
            var strong =
                item.Family
                is Family.Aha
                    or Family.Pha
                    or Family.Bha
                    or Family.Azelaic
                    or Family.Retinoid
                    or Family.AscorbicAcid
                    or Family.BenzoylPeroxide
                    or Family.Enzyme
                    or Family.Hydroquinone;
            var typed = product.Actives.Where(active => active.Family == item.Family).ToList();
            if (
                (item.Family == Family.SalonOnly || (strong && item.Certainty >= 0.7))
                && (
                    typed.Count == 0
                    || typed.Exists(active => active.Substance == item.Ingredient.Substance && active.Percent < item.Percent)
                )
            )
            {
                return (item.Name, typed.Count == 0 ? "none of its family" : $"{typed[0].Percent} %");
            }
        }

        return reading.Ph is { } ph && product.Ph > ph + 0.05m ? ($"pH {ph}", $"pH {product.Ph}") : null;
    }
}
