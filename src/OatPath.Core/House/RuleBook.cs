using System.Collections.Frozen;

namespace OatPath.Core.House;

/// <summary>A rule by its stable id. Its source stands again, with its limits, in docs/method.md.</summary>
/// <param name="Template">Wording with {names} of the values; {name:date} writes a date.</param>
public sealed record Rule(string Id, string Title, string Source, string Template);

/// <summary>Every rule the planner gives as a reason. Ids are stable; wording may be translated.</summary>
public static class RuleBook
{
    public const string NeverAtHome = "hard.never-at-home";
    public const string SalicylicLimit = "hard.salicylic-2";
    public const string AhaLimit = "hard.aha-30";
    public const string AhaPh = "hard.aha-ph";
    public const string UnknownStrength = "hard.unknown-strength";
    public const string LabelContradicts = "shelf.label-contradicts";
    public const string LeaveOnStrength = "shelf.leave-on-strength";
    public const string LeaveOnPh = "shelf.leave-on-ph";
    public const string Allergy = "flag.allergy";
    public const string AgeRetinoid = "hard.under-18";
    public const string Pregnancy = "flag.pregnancy";
    public const string Isotretinoin = "flag.isotretinoin";
    public const string RosaceaScrub = "flag.rosacea-scrub";
    public const string StrongSulphate = "shelf.strong-sulphate";
    public const string RosaceaAcid = "flag.rosacea-acid";
    public const string GentlerAcidFirst = "flag.pigment-acid";
    public const string TintedSunscreen = "flag.pigment-sunscreen";
    public const string MattSunscreen = "shelf.matt-sunscreen";
    public const string Hands = "routine.hands";
    public const string HandsAfterAcid = "routine.hands-after-acid";
    public const string MorningWater = "routine.morning-water";
    public const string DryBeforeAcid = "routine.dry-before-acid";
    public const string PatDry = "routine.pat-dry";
    public const string CleanseTwice = "routine.cleanse-twice";
    public const string Everyday = "routine.everyday";
    public const string WeeklyExtra = "routine.weekly-extra";
    public const string OneOfAKind = "routine.one-of-a-kind";
    public const string SessionOnly = "routine.session-only";
    public const string OnHand = "routine.on-hand";
    public const string Empty = "shelf.empty";
    public const string SunscreenUnusable = "shelf.sunscreen-unusable";
    public const string ManySteps = "routine.many-steps";
    public const string ByHandOrder = "routine.by-hand-order";
    public const string ByHandImpossible = "routine.by-hand-impossible";
    public const string ShelfLacks = "shelf.lacks";
    public const string EssentialsFirst = "shelf.essentials-first";
    public const string SunscreenBetterThanNone = "sunscreen.better-than-none";
    public const string SunscreenSkipped = "sunscreen.skipped";
    public const string UsedElse = "told.used-else";
    public const string Overuse = "told.overuse";
    public const string StartDoubted = "ramp.start-doubted";
    public const string PrescriptionUnknown = "flag.prescription-retinoid";
    public const string RulesChanged = "rules.changed";
    public const string AskBirthDate = "meet.birth-date";
    public const string SunscreenRequired = "hard.sunscreen-required";
    public const string SunscreenMorning = "sunscreen.morning";
    public const string SunscreenEveryday = "sunscreen.everyday";
    public const string NotStarted = "ramp.not-started";
    public const string PatchFirst = "ramp.patch-first";
    public const string PatchRead = "ramp.patch-read";
    public const string PatchReaction = "ramp.patch-reaction";
    public const string Rung = "ramp.rung";
    public const string RungFrequency = "ramp.rung-frequency";
    public const string Hold = "ramp.hold";
    public const string EnoughUses = "ramp.enough-uses";
    public const string SeventyPercent = "ramp.seventy-percent";
    public const string ChangeSpacing = "ramp.change-spacing";
    public const string LadderShaped = "ramp.ladder-shaped";
    public const string StrengthHold = "ramp.strength-hold";
    public const string Replaced = "ramp.replaced";
    public const string BoosterEvening = "ramp.booster";
    public const string BoosterNeedsSerum = "ramp.booster-serum";
    public const string WinterHold = "ramp.winter-hold";
    public const string DrySpell = "ramp.dry-spell";
    public const string Tolerance = "ramp.tolerance";
    public const string StepNotDue = "ramp.step-not-due";
    public const string Skip7 = "ramp.skip-7";
    public const string RungDown = "ramp.rung-down";
    public const string StoppedAtEntry = "ramp.stopped-at-entry";
    public const string StoppedMedical = "ramp.stopped-medical";
    public const string StoppedByHand = "ramp.stopped";
    public const string RedPause = "ramp.red-pause";
    public const string MedicalPause = "ramp.medical-pause";
    public const string RepairTonight = "ramp.repair-tonight";
    public const string RepairOnly = "routine.repair-only";
    public const string Gap = "ramp.gap";
    public const string DropAfterWindow = "ramp.drop-after-window";
    public const string FlagRepair = "flag.repair";
    public const string TreatmentBefore = "care.before";
    public const string TreatmentAfter = "care.after";
    public const string Sunburn = "care.sunburn";
    public const string Illness = "care.illness";
    public const string StrongSun = "care.strong-sun";
    public const string SunNewActive = "care.sun-no-change";
    public const string Occasion = "care.occasion";
    public const string ZoneLeftOut = "zone.left-out";
    public const string ZoneUnknown = "zone.unknown";
    public const string TwoActives = "clash.two-actives";
    public const string TwoExfoliants = "clash.two-exfoliants";
    public const string ByHandAlone = "clash.by-hand";
    public const string AcidCleanserWithAcid = "clash.acid-cleanser";
    public const string PeroxideWithRetinoid = "clash.peroxide-retinoid";
    public const string OverAcid = "clash.over-acid";
    public const string MaskWithAcid = "clash.mask-acid";
    public const string ElectricalDevice = "hard.electrical-device";
    public const string LightMask = "device.light-mask";
    public const string HeatDevice = "device.heat";
    public const string DeviceGel = "device.own-gel";
    public const string RecentFiller = "device.filler";
    public const string DeviceEvening = "clash.device-evening";
    public const string ProposeOwned = "propose.owned";
    public const string ProposeGoesOn = "propose.goes-on";
    public const string ProposeCream = "propose.cream-cleanser";
    public const string ProposeGel = "propose.gel-cleanser";
    public const string ProposeRich = "propose.rich";
    public const string ProposeLight = "propose.light";
    public const string ProposeSunscreen = "propose.sunscreen";
    public const string ProposeTinted = "propose.tinted";
    public const string ProposeMatt = "propose.matt";
    public const string ProposePlain = "propose.plain";
    public const string ProposeConcern = "propose.concern";
    public const string ProposeFirstCleanse = "propose.first-cleanse";
    public const string ProposeHydrate = "propose.hydrate";
    public const string ProposeEye = "propose.eye";
    public const string ProposeMask = "propose.mask";
    public const string ProposeLips = "propose.lips";
    public const string ProposeNoRoom = "propose.no-room";
    public const string ProposeNotNeeded = "propose.not-needed";
    public const string ProposeSalon = "propose.salon";
    public const string ProposeNothingFits = "propose.nothing-fits";
    public const string ProposeLater = "propose.later";
    public const string ProposeOverMinutes = "propose.over-minutes";
    public const string ProposeOverBudget = "propose.over-budget";
    public const string TemplateOwn = "template.own";
    public const string DuplicateActive = "clash.duplicate";
    public const string RestEvening = "week.rest-evening";
    public const string NeverOnDay = "week.never-on";
    public const string WishShort = "week.wish-short";
    public const string WishesTogether = "week.wishes-together";
    public const string OneExtra = "clash.one-extra";
    public const string NoTwoAcidEvenings = "ramp.no-two-acid-evenings";
    public const string ExfoliationBudget = "ramp.budget";
    public const string PeelUnder18 = "hard.peel-under-18";
    public const string PeelIsotretinoin = "hard.peel-isotretinoin";
    public const string PeelFlag = "peel.flag";
    public const string PeelSchool = "peel.school";
    public const string PeelEvening = "peel.evening";
    public const string PeelNext = "peel.next";
    public const string PeelWished = "peel.wished";
    public const string PeelInterval = "peel.interval";
    public const string PeelSteady = "peel.steady";
    public const string PeelStops = "peel.stops";
    public const string PeelOff = "peel.off";
    public const string PeelCourse = "peel.course";
    public const string PeelSun = "peel.sun";
    public const string PeelNear = "peel.near-treatment";
    public const string PeelWax = "peel.wax";
    public const string PeelPigment = "peel.pigment-first";
    public const string PeelTold = "peel.told";
    public const string PeelAgain = "peel.first-rung-again";
    public const string PeelOverrun = "peel.overrun";
    public const string PeelWeekly = "peel.weekly";
    public const string AskStepUp = "ramp.ask-step-up";
    public const string RunsOut = "supply.runs-out";
    public const string AskSafety = "meet.ask-again";
    public const string UnderDose = "clash.sunscreen-dose";
    public const string SealsAcidIn = "clash.seals-acid-in";
    public const string KitWeak = "shelf.kit-weak";
    public const string KitStrong = "shelf.kit-strong";
    public const string ClinicianOnly = "shelf.clinician-only";
    public const string PastItsTime = "shelf.past-its-time";
    public const string AcidUnderAcid = "shelf.acid-under-acid";
    public const string HiddenDouble = "shelf.hidden-double";
    public const string OneExfoliant = "shelf.one-exfoliant";
    public const string Spoils = "supply.spoils";
    public const string LabelOnePercent = "label.one-percent-line";
    public const string LabelAlphabetical = "label.alphabetical";
    public const string LabelUnknownNames = "label.unknown-names";
    public const string LabelUnknownStrength = "label.unknown-strength";
    public const string LabelHiddenActive = "label.hidden-active";
    public const string LabelOverAcid = "label.pushes-acid-in";
    public const string OutcomeCarryOn = "outcome.carry-on";
    public const string OutcomeEaseOff = "outcome.ease-off";
    public const string OutcomeStop = "outcome.stop";
    public const string OutcomeMedical = "outcome.medical";

    public static IReadOnlyList<Rule> All { get; } =
    [
        new(NeverAtHome, "Never at home", "trade convention", "{product} holds {substance}, which is never used at home at any strength. Keep it for the salon; ask the client to bring it in."),
        new(SalicylicLimit, "Salicylic acid at most 2 %", "public: salicylic acne monograph, 0.5 to 2 %", "{product} holds {percent} % salicylic acid; at home 2 % is the limit. Choose one at 2 % or less."),
        new(AhaLimit, "AHA together at most 30 %", "public: cosmetic ingredient panel on AHA, 1998", "{product} holds {percent} % AHA together; over 30 % is never used at home. Keep it for the salon."),
        new(AhaPh, "AHA at pH 3.0 or more", "public: cosmetic ingredient panel on AHA, 1998", "{product} has pH {ph}; an AHA under pH 3.0 is never used at home."),
        new(UnknownStrength, "Unknown strength is blocked", "derived from the AHA and salicylic limits: an assumed value never clears a limit", "{product} cannot be planned until its {what} is known. Look at the label or measure it, then enter it on the shelf."),
        new(LabelContradicts, "Label and typed actives disagree", "derived from the label reading: what is in the bottle is not known", "{product} waits: its label names {label}, typed is {typed}. Look at the package; type the active with its percent, or write the percent behind its name in the label."),
        new(LeaveOnStrength, "Leave-on AHA at most 10 %, mandelic 15 %", "public: cosmetic ingredient panel on AHA, 1998; mandelic: house default", "{product} holds {percent} % AHA and stays on; the limit is {limit} %. Choose a milder one."),
        new(LeaveOnPh, "Leave-on AHA at pH 3.5 or more", "public: cosmetic ingredient panel on AHA, 1998", "{product} has pH {ph} and stays on; leave-on AHA needs pH 3.5 or more."),
        new(Allergy, "Matching products are excluded", "trade convention", "{product} is left out: the client is allergic to {allergen}."),
        new(AgeRetinoid, "No retinoid under 18", "trade convention", "{product} holds a retinoid, which is not planned under 18, nor while the birth date is not known."),
        new(Pregnancy, "Pregnancy and breastfeeding", "trade convention, by family", "{product} holds {family}, which is not planned in pregnancy or while breastfeeding without a clinician's word; retinoids and hydroquinone never; AHA only left on, at most 10 % together at pH 3.5 or more."),
        new(Isotretinoin, "Isotretinoin within 6 months", "trade convention", "{product} is left out: isotretinoin now or within 6 months allows only a gentle routine, and nothing that irritates or exfoliates."),
        new(RosaceaScrub, "No scrub or ultrasonic edge with rosacea", "trade convention", "{product} is left out: skin with rosacea is neither scrubbed nor worked with an ultrasonic edge."),
        new(StrongSulphate, "No strong sulphate on dry or sensitive skin", "trade convention", "{product} has a strong sulphate base; dry or sensitive skin does better without."),
        new(RosaceaAcid, "Azelaic or PHA first with rosacea", "trade convention", "With rosacea, azelaic acid or a PHA comes before {product}."),
        new(GentlerAcidFirst, "Mandelic, lactic or azelaic before glycolic", "trade convention", "This skin marks easily: mandelic, lactic or azelaic acid comes before {product}."),
        new(TintedSunscreen, "Tinted sunscreen where skin marks easily", "trade convention", "This skin marks easily: a tinted sunscreen protects better than {product}."),
        new(MattSunscreen, "Matt sunscreen for oily skin", "trade convention", "Oily skin wears a matt sunscreen more readily than {product}."),
        new(Hands, "Hands washed first", "trade convention", "Clean hands first."),
        new(HandsAfterAcid, "Hands washed after an acid", "trade convention", "Wash the acid off your fingertips so that it does not reach your eyes."),
        new(MorningWater, "Water in the morning", "trade convention", "Water is enough in the morning on dry or recovering skin, and when there is no gentle cleanser."),
        new(DryBeforeAcid, "Acids on dry skin", "trade convention", "What comes next goes on completely dry skin."),
        new(PatDry, "Pat, do not rub", "trade convention", "Pat with a fresh towel; leave the skin slightly damp."),
        new(CleanseTwice, "Two cleanses in the evening", "trade convention", "Sunscreen was worn: cleanse, rinse, and cleanse once more."),
        new(Everyday, "Everyday product", "trade convention", "Part of the everyday routine, in its usual place."),
        new(WeeklyExtra, "Weekly extra", "house default", "{product} is a weekly extra, placed away from acid evenings."),
        new(OneOfAKind, "One of a kind at a time", "trade convention", "Another product of the same kind is used at this time of day, so {product} rests."),
        new(SessionOnly, "Only in a planned session", "trade convention", "{product} is only for a session that the practitioner plans; it is never part of the everyday routine."),
        new(OnHand, "On hand when needed", "trade convention", "{product} is kept on hand and used only when needed."),
        new(Empty, "Empty or past its time", "trade convention", "{product} is empty or past its time."),
        new(SunscreenUnusable, "Sunscreen that does not count", "trade convention", "{product} is not a usable sunscreen now: its SPF, its UVA cover or its age is short."),
        new(ManySteps, "More than 6 steps", "house default", "The {moment} has {count} steps; over 6 people stop doing it. Park one."),
        new(ByHandOrder, "Order set by hand", "house default", "By hand, {first} goes on before {second}, against the usual thin-to-thick order; the later one may not sink in."),
        new(ByHandImpossible, "An order that cannot be", "derived: what is rinsed would take off what stays on; nothing goes over sunscreen", "{first} cannot go on before {second}: {why}. They keep their usual places."),
        new(ShelfLacks, "The shelf lacks something", "trade convention", "The shelf lacks {what}."),
        new(EssentialsFirst, "Cleanser and moisturiser before actives", "trade convention", "{product} waits: the shelf lacks {what} that suits this client and is not empty."),
        new(SunscreenBetterThanNone, "A sunscreen that does not count is better than none", "trade convention", "{product} stays in the morning because it is better than none; it does not count for actives (SPF {spf}, broad spectrum and in date are needed)."),
        new(SunscreenSkipped, "Sunscreen left out", "trade convention; from how many mornings: house default, only stricter", "{product} makes skin more sensitive to light, and sunscreen was left out on {count} of the last 7 mornings. From {ask} mornings on nothing new starts and no step goes up; from {wait} on it waits."),
        new(UsedElse, "Something else used", "house default: what is told acts", "{what} was used besides the plan on {on:date} (\"{words}\"). It counts as an evening with that active."),
        new(Overuse, "More than was planned", "derived from rung, company and interval", "{product} on {on:date}: {what}. It counts for the skin and is no evidence of calm."),
        new(StartDoubted, "In use for long, or not", "house default: the gentler of two answers is planned", "{product} is noted as in use for long, and Meet says {answer}. Which is right? Until then {until}: change the answer at Meet, or note the family as established with your reason."),
        new(PrescriptionUnknown, "Prescription retinoid with its own evenings", "trade convention", "{product} waits: a prescription retinoid is in use and its evenings are not known. Bring it onto the shelf as in use, with its rung; acids then plan around it."),
        new(RulesChanged, "The rules changed", "derived: an engine never raises a published plan", "The rules changed since this plan was published: {product} was {before} and would be {after}. It stays as published until somebody publishes again."),
        new(AskBirthDate, "Birth date not known", "derived from the limits under 18", "The birth date is not known: retinoids, peels and needles are not planned until it is entered at Meet."),
        new(SunscreenRequired, "No light-sensitising active without sunscreen", "trade convention", "{product} waits until there is a usable broad-spectrum sunscreen of SPF {spf} or more on the shelf."),
        new(SunscreenMorning, "Sunscreen every morning with a light-sensitising active", "trade convention", "Sunscreen SPF {spf} every morning, because {product} makes skin more sensitive to light."),
        new(SunscreenEveryday, "Sunscreen every morning", "trade convention", "Sunscreen SPF {spf} every morning."),
        new(NotStarted, "Not started", "house default", "{product} is on the shelf but nobody has started it."),
        new(PatchFirst, "Patch test before a new active", "trade convention", "{product} waits for a patch test read clear at 48 hours."),
        new(PatchRead, "Patch test is read", "trade convention", "The patch test of {product} from {on:date} is to be read at 24 and 48 hours."),
        new(PatchReaction, "Patch test reacted", "trade convention", "The patch test of {product} reacted on {on:date}: it is not used."),
        new(Rung, "The rung held", "trade convention", "{product}: {frequency}, since {since:date}."),
        new(RungFrequency, "No more often than the rung", "trade convention", "Rest: {product} is at {frequency}, spread evenly, at most {most} in 7 days."),
        new(Hold, "Hold before a step up", "trade convention: 21 days, sensitive 28", "The hold of {days} days lasts until {until:date}."),
        new(EnoughUses, "At least 4 uses", "trade convention", "Calm uses still needed at this rung: {more}, {by}."),
        new(SeventyPercent, "At least 70 % used", "trade convention", "Used {uses} of {planned} planned; 70 % are needed."),
        new(ChangeSpacing, "One change in 14 days", "trade convention", "One change at a time: the next may come on {until:date}."),
        new(LadderShaped, "A ladder shaped for one client", "house default: a hold is only ever longer", "{product}: this client's ladder ends at {frequency}."),
        new(StrengthHold, "One strength at a time", "trade convention: 28 days at a strength", "{product} waits until {until:date}: {other}, the milder one, is held calm for {days} days first."),
        new(Replaced, "The stronger takes the place of the milder", "derived: one acid twice is one too many", "{product} rests for good: {other}, the stronger one, has taken its place."),
        new(BoosterEvening, "Booster evening", "trade convention", "{product} rests: the booster evening with {other} on {on:date} stands alone, the day before and after it too."),
        new(BoosterNeedsSerum, "A booster takes the place of its serum", "trade convention", "{product} waits: it takes the place of {other} for one evening, and that one is not in steady use."),
        new(WinterHold, "No step up in winter", "trade convention; for whom: house choice", "{product} stays at its rung until winter is over, at the end of {month}."),
        new(DrySpell, "No step up in a dry spell", "trade convention", "{product} stays at its rung while the skin has a dry spell."),
        new(Tolerance, "A step up that is likely to be too much waits", "derived: what the intake lets expect, corrected by every use; constants are house defaults", "{product} at {frequency}: a strong reaction is expected at {chance} uses in 100, and it is {sure} % sure to be more than {limit}; it waits for more calm uses."),
        new(StepNotDue, "A step up before its time", "house default", "The step up of {product} on {on:date} was not due and is not taken."),
        new(Skip7, "Off for 7 days after a strong reaction", "trade convention", "{product} rests until {until:date}, after the reaction on {since:date}."),
        new(RungDown, "One rung down after a strong reaction", "trade convention", "{product} comes back one rung lower, after the reaction on {on:date}."),
        new(StoppedAtEntry, "Stopped on the entry rung", "trade convention", "{product} reacted on its mildest rung on {on:date} and has stopped. Decide whether it suits this skin."),
        new(StoppedMedical, "Stopped after a medical sign", "house default", "{product} stopped after the medical signs of {on:date}. Starting it again begins with a patch test."),
        new(StoppedByHand, "Stopped by the practitioner", "house default", "{product} was stopped on {on:date}."),
        new(RedPause, "Everything pauses on red", "trade convention", "Repair routine since {since:date} ({sign}), until the practitioner clears it with a reason."),
        new(MedicalPause, "Everything pauses for medical help", "trade convention", "Everything is off since {since:date} ({sign}). It stays so until the practitioner records what happened."),
        new(RepairTonight, "Repair evening after a reaction", "trade convention", "Repair tonight: gentle cleanse, hydrator, plain moisturiser."),
        new(RepairOnly, "Not part of the repair routine", "trade convention", "{product} is not part of the repair routine."),
        new(Gap, "Gap of 14 or 28 days", "trade convention", "Not used for {days} days: one rung lower."),
        new(DropAfterWindow, "One rung lower after a window", "trade convention", "{product} comes back one rung lower, once, from {on:date}."),
        new(FlagRepair, "Repair routine only", "trade convention", "Repair routine: {flag}."),
        new(TreatmentBefore, "Stop before a treatment", "trade convention, strictest end", "Actives stop before the {treatment} on {on:date}."),
        new(TreatmentAfter, "Care after a treatment", "trade convention, strictest end", "After the {treatment} on {on:date}: repair routine and SPF 50 until {until:date}. The clinician's sheet comes first."),
        new(Sunburn, "Nothing active on sunburn", "trade convention", "Sunburn: actives pause until {until:date}."),
        new(Illness, "Actives rest in an illness", "trade convention for the rung; the rest itself: house default", "{product} rests since {from:date}, until the illness is over; then one rung lower."),
        new(StrongSun, "Pause around strong sun", "trade convention", "Strong sun from {from:date} to {until:date}: acids and retinoids pause 3 days before and during."),
        new(SunNewActive, "Nothing new around strong sun", "trade convention", "No active is started or raised from {from:date} to {until:date}, because of strong sun."),
        new(Occasion, "Skin left in peace before an occasion", "trade convention", "{title} on {on:date}: no irritant in the 3 days before."),
        new(ZoneLeftOut, "Zones left out", "trade convention", "Leave out the zones that are open, eczema-prone or freshly waxed."),
        new(ZoneUnknown, "Zone not named", "house default", "Actives rest while the zone is not named: {flag}. Name the zone at Meet."),
        new(TwoActives, "Two actives in one routine only when both established", "trade convention", "{product} rests: {other} has this routine, and not both are established."),
        new(TwoExfoliants, "Exfoliants in one evening", "trade convention", "{product} rests: an evening carries one exfoliant, or two when both are established and one is mild."),
        new(ByHandAlone, "Scrub or razor alone", "trade convention", "{product} rests: scrub or razor never shares an evening with {other}."),
        new(AcidCleanserWithAcid, "Acid cleanser with an acid", "trade convention", "{product} rests: an exfoliating cleanser is an acid and does not go with {other}."),
        new(PeroxideWithRetinoid, "Benzoyl peroxide with retinoid", "trade convention", "{product} rests: benzoyl peroxide and a retinoid do not share a routine with {other}."),
        new(OverAcid, "Peroxide over an acid", "trade convention", "{product} rests: peroxide straight over an acid would push it in ({other})."),
        new(MaskWithAcid, "No leave-on acid on a mask evening", "trade convention", "{product} rests: {other} has this evening, and a leave-on acid joins it only when established."),
        new(ElectricalDevice, "No electrical device", "trade convention; device labels say the same", "{product} is never used: {flag}."),
        new(LightMask, "No light mask", "trade convention; device labels say the same", "{product} is left out: {flag}."),
        new(HeatDevice, "Heat", "trade convention", "{product} brings heat, which this skin avoids: {flag}."),
        new(DeviceGel, "Only its own gel under a current", "trade convention", "{product} waits for {what} made for {kind}; nothing else goes under a current. Enter on the shelf for which device a gel is made, and its charge."),
        new(RecentFiller, "Nothing over fresh filler", "trade convention", "{product} rests until {until:date}: filler or muscle relaxant within 14 days."),
        new(DeviceEvening, "No irritant on a device evening", "trade convention: a current drives it in", "{product} rests: no irritant goes with {other} on one evening."),
        new(ProposeOwned, "Already there", "house default", "It is on the shelf already."),
        new(ProposeGoesOn, "What is under way goes on", "trade convention", "{product} is under way and goes on."),
        new(ProposeCream, "Cream cleanser", "trade convention", "A cream cleans without stripping: for dry or easily upset skin, and for winter."),
        new(ProposeGel, "Gel or foam cleanser", "trade convention", "A gel or foam for skin that makes oil, for summer and greasy work."),
        new(ProposeRich, "Richer moisturiser", "trade convention", "Richer, for dry skin or winter."),
        new(ProposeLight, "Lighter moisturiser", "trade convention", "Lighter, for skin that makes oil or summer."),
        new(ProposeSunscreen, "Sunscreen", "trade convention", "Broad spectrum, SPF {spf} or more, every morning."),
        new(ProposeTinted, "Tinted sunscreen", "trade convention", "Tinted, SPF {spf} or more: skin that marks easily is shielded from visible light too."),
        new(ProposeMatt, "Matt sunscreen", "trade convention", "Matt, SPF {spf} or more, for skin that makes oil."),
        new(ProposePlain, "Without fragrance", "trade convention", "Without fragrance, for sensitive skin."),
        new(ProposeConcern, "An active for a concern", "trade convention", "For {concern}: {choice}, the first that fits this skin."),
        new(ProposeFirstCleanse, "Oil or balm first", "trade convention", "Takes make-up and sunscreen off before the cleanser."),
        new(ProposeHydrate, "Hydrating serum", "trade convention", "Water for the skin, under the moisturiser."),
        new(ProposeEye, "Eye gel", "trade convention", "For the skin along the bony rim, which wants less."),
        new(ProposeMask, "Weekly mask", "trade convention", "Once a week, by skin."),
        new(ProposeLips, "Lips", "trade convention", "For the lips in winter."),
        new(ProposeNoRoom, "No room", "house default", "{product} is left out to stay within {limit}."),
        new(ProposeNotNeeded, "Not needed now", "house default", "{product} is not needed for these concerns now; it can come back later."),
        new(ProposeSalon, "Beyond products at home", "trade convention", "For {concern} products at home promise nothing; a salon treatment or a clinician may help."),
        new(ProposeNothingFits, "Nothing fits", "house default", "For {concern} neither the shelf nor the studio has anything that suits this skin."),
        new(ProposeLater, "Later", "trade convention: one change at a time", "For {concern} {product} could follow once what comes first is settled."),
        new(ProposeOverMinutes, "More minutes than wanted", "house default", "Even so it takes {minutes} min a day; {wanted} were wanted."),
        new(ProposeOverBudget, "More money than wanted", "house default", "Even so it costs about {cost} a month; {wanted} were wanted."),
        new(TemplateOwn, "The client's own does the work", "house default", "{product} is on the shelf already and does the work of {other}."),
        new(DuplicateActive, "One active twice", "trade convention", "{product} and {other} bring the same: {substance}. One of them is enough."),
        new(RestEvening, "Rest evening of the week", "client's wish, agreed with the practitioner", "Rest: {weekday} is a rest evening in this client's week."),
        new(NeverOnDay, "A day without this product", "client's wish, agreed with the practitioner", "{product} rests: never on a {weekday} in this client's week."),
        new(WishShort, "The week leaves fewer uses than the rung", "derived: the rung's smallest gap on the days that are free", "The days left free give {product} {uses} uses a week; its rung is {frequency}. Nearest: free {weekday}."),
        new(WishesTogether, "The fewest wishes to give up", "derived: all sets of up to four wishes, fewest first", "For every product to have its rung, {count} of the wishes would have to go: {wishes}."),
        new(OneExtra, "One extra an evening", "house default", "{product} rests: {other} is the extra of this evening."),
        new(NoTwoAcidEvenings, "Beginners never have two acid evenings running", "trade convention", "Rest: an acid was on yesterday, and a beginner never has two acid evenings running."),
        new(ExfoliationBudget, "Exfoliation in any 7 days", "house default", "{product} rests: {limit} exfoliating uses in 7 days are enough."),
        new(PeelUnder18, "No peel under 18", "trade convention", "{product} is not planned: no peel under 18, nor while the birth date is not known."),
        new(PeelIsotretinoin, "No peel with isotretinoin", "trade convention", "{product} is not planned: no peel with isotretinoin now or within 6 months."),
        new(PeelFlag, "Answers that keep a peel from home", "trade convention", "{product} is not planned at home: {flag}. In the salon, or after a clinician's word: end the answer at Meet with its date then."),
        new(PeelSchool, "Which peels the house plans at home", "house choice", "{product} is not planned: this house plans {school} at home."),
        new(PeelEvening, "A peel and its course", "trade convention", "Peel evening with {product} on {on:date}; tightness and flaking belong to its course until {until:date}. SPF 50, no picking."),
        new(PeelNext, "Kits have their own evenings", "house default", "{product} rests; its next evening is {on:date}."),
        new(PeelWished, "The first evening wished", "client's wish, agreed with the practitioner", "{product} waits for {on:date}, the first evening wished."),
        new(PeelInterval, "From one peel to the next", "trade convention: weak kit 7 days, 14 while the skin is new to it; strong kit 14", "{product} rests: the last peel evening was {on:date}, the next may come on {until:date}."),
        new(PeelSteady, "4 weeks on a steady routine before the first peel", "house default within trade convention", "{product} waits until {until:date}: 4 weeks without a change come before the first peel."),
        new(PeelStops, "What stops before a peel has stopped", "trade convention, strictest end", "{product} waits until {until:date}: {other} was used on {on:date} and stops {days} days before a peel."),
        new(PeelOff, "Off for a peel", "trade convention, strictest end", "{product} rests for the peel evening of {on:date} with {other}, until {until:date}."),
        new(PeelCourse, "A peel's course is kept clear", "trade convention", "{product} waits: {title} on {on:date} falls into the {days} days of tightness and flaking after a peel."),
        new(PeelSun, "No peel near strong sun", "trade convention", "{product} waits: strong sun from {from:date} to {until:date}."),
        new(PeelNear, "No peel near a treatment", "trade convention; a salon peel's own interval", "{product} waits until {until:date}, after the {treatment} of {on:date}."),
        new(PeelWax, "No peel near waxing", "trade convention", "{product} waits: hair removal on {on:date}, {days} days either side without a peel."),
        new(PeelPigment, "Pigment inhibitor first", "trade convention: 2 to 6 weeks; 4: house default", "{product} waits: this skin marks easily, and a pigment inhibitor comes for 4 weeks before a strong kit."),
        new(PeelTold, "How the last peel was taken is known", "house default", "How the skin was on the day after the peel of {on:date} is still to be told."),
        new(PeelAgain, "Back to the first contact", "trade convention", "{product} starts again at its first contact: {other} has come since the last peel."),
        new(PeelOverrun, "On longer than planned", "house default", "{product} stayed on for {time} on {on:date}; at most {limit} was planned. Look at the skin before the next one."),
        new(PeelWeekly, "A weekly kit leaves no room", "derived: days stopped before and after against the interval", "{product} every {days} days leaves {other} {free} free evenings between two peels. Every 14 or 28 days leaves room."),
        new(AskStepUp, "A step up may be asked", "trade convention", "{product}: calm for {days} days, used {uses} of {planned}, worst sting {sting}. Next: {frequency}."),
        new(RunsOut, "A bottle ends", "derived: content less uses along the committed path", "{product} lasts until {on:date}. Set one aside; without sunscreen the actives wait."),
        new(AskSafety, "Safety questions every 4 weeks", "house default", "Pregnancy, medicines and sun were last asked on {on:date}; ask again."),
        new(UnderDose, "Sunscreen under its dose", "public: 2 mg per square centimetre, the dose at which SPF is tested", "{product} is planned at {amount}; its SPF counts only at half a teaspoon for face and neck."),
        new(SealsAcidIn, "Oil or balm straight over an acid", "trade convention", "{product} straight over {other} would push the acid in; put a moisturiser between, or leave it out on acid evenings."),
        new(KitWeak, "Weak kit", "public: cosmetic ingredient panel on AHA, 1998; the line at 15 % and pH 3.5: trade convention", "{product} is a weak kit: {percent} % AHA together at pH {ph}, rinsed off. It is only used in a planned session."),
        new(KitStrong, "Strong kit", "public: cosmetic ingredient panel on AHA, 1998: to 30 % at pH 3.0 or more, brief, rinsed, by trained people", "{product} is a strong kit: {percent} % AHA together at pH {ph}. Seconds to 3 min, only signed off for a client with a reason."),
        new(ClinicianOnly, "Only by a clinician", "trade convention", "{product} holds {substance}, which only a clinician prescribes; it is not planned here."),
        new(PastItsTime, "Past its time", "trade convention", "{product} was good until {on:date}; throw it out."),
        new(AcidUnderAcid, "Acid cleanser under an acid", "trade convention", "{product} is an acid cleanser, and {other} is an acid too: together they double up. Park one and cleanse gently."),
        new(HiddenDouble, "A hidden active beside an open one", "trade convention", "{product} hides an active that {other} brings already; park it, so that only one is counted."),
        new(OneExfoliant, "One exfoliant for a beginner", "trade convention", "A beginner uses one exfoliant. {other} is the milder start; {product} can wait until both are established."),
        new(Spoils, "Spoils before it is finished", "derived: months good after opening against the run-out day", "{product} is good until {on:date}; about {left} will be left over. A smaller package would do."),
        new(LabelOnePercent, "Order tells up to the 1 % line", "trade convention: ingredients fall in order down to 1 %", "From {what} on the list may be below 1 %, in any order ({count} such markers). What stands after it in small amounts adjusts rather than works."),
        new(LabelAlphabetical, "An alphabetical list tells no order", "derived: order by letter holds no amounts", "The list is in alphabetical order, so places tell nothing; acids are taken to work until the percent is known."),
        new(LabelUnknownNames, "Names that are not known", "house default", "Names not known here: {count}. Look them up before trusting the reading."),
        new(LabelUnknownStrength, "Strength that the label does not give", "derived from the AHA and salicylic limits: an assumed value never clears a limit", "The label does not give {what}. Until that is known, the product cannot be planned."),
        new(LabelHiddenActive, "An active where nobody expects one", "trade convention", "This {kind} hides an active: {what}. It counts wherever that active counts."),
        new(LabelOverAcid, "Pushes an acid in", "trade convention", "{what} straight over an acid would push it in; keep it off acid evenings or wait."),
        new(OutcomeCarryOn, "Carry on", "house default", "Sting {sting}, redness {redness}: within what is expected."),
        new(OutcomeEaseOff, "Ease off", "house default", "{sign}."),
        new(OutcomeStop, "Stop, call the studio", "house default", "{sign}."),
        new(OutcomeMedical, "Medical help now", "trade convention", "{sign}."),
    ];

    private static readonly FrozenDictionary<string, Rule> ById = All.ToFrozenDictionary(rule => rule.Id);

    /// <summary>The rule with an id, or null when no such rule is known.</summary>
    public static Rule? Find(string id) => ById.GetValueOrDefault(id);

    /// <summary>Hard limits have no bypass anywhere.</summary>
    public static bool IsHardLimit(string id) => id.StartsWith("hard.", StringComparison.Ordinal);
}
