using OatPath.Core.Care;
using OatPath.Core.CheckIn;
using OatPath.Core.House;
using OatPath.Core.Peel;
using OatPath.Core.Session;
using OatPath.Core.Shelf;
using OatPath.Core.Skin;

namespace OatPath.Core.Case;

/// <summary>Says what is wrong with a case file: every field with its remedy, not only the first.</summary>
public static partial class CaseCheck
{
    private const int MostName = 120;

    /// <summary>Years a plan may lie in; house default, far from where the calendar ends.</summary>
    public const int FirstYear = 2000;

    /// <inheritdoc cref="FirstYear"/>
    public const int LastYear = 2200;

    /// <summary>Letters of the shortest reason that is taken.</summary>
    public const int ShortestReason = 3;

    private const int MaxList = 5000;
    private const int MostLabel = 8000;

    /// <summary>Ten entries a day for more than ten years.</summary>
    private const int MaxLog = 40_000;

    /// <summary>What happened is always recordable; a day is more than any kit is left on by mistake.</summary>
    public const int MaxContactSeconds = 86_400;

    private const int MostEvents = 2000;
    private const int MostDaysAhead = 180;
    private static readonly DateOnly Earliest = new(1900, 1, 1);

    public static IReadOnlyList<Problem> Check(CaseFile file)
    {
        var problems = new List<Problem>();
        Need(problems, file.Format == CaseFile.FormatName, "format", $"write \"{CaseFile.FormatName}\"");
        Need(problems, file.Version == 1, "version", "this program reads version 1");
        Need(problems, file.AsOf.Year is >= FirstYear and <= LastYear, "asOf", $"use a year from {FirstYear} to {LastYear}");
        var zone = CareDay.FindZone(file.Zone);
        Need(problems, zone is not null, "zone", "use a time zone name such as Europe/Vienna");
        Need(problems, file.Reference.Length <= 64, "reference", "keep it under 64 characters");
        if (problems.Count > 0)
        {
            return problems;
        }

        var today = CareDay.Of(file.AsOf, zone!);
        CheckIntake(problems, file.Intake, today);
        CheckShelf(problems, file.Shelf, today);
        CheckDecisions(problems, file, today);
        CheckLog(problems, file, today, zone!);
        for (var i = 0; i < file.Treatments.Count; i++)
        {
            Date(problems, file.Treatments[i].On, today, $"treatments[{i}].on");
            var at = i;
            problems.AddRange(
                TreatmentCheck
                    .Check(file.Treatments[i], today)
                    .Select(problem => problem with { Field = $"treatments[{at}].{problem.Field}" })
            );
        }

        foreach (
            var sitting in file
                .Treatments.Select((treatment, i) => (treatment, i))
                .Where(part => part.treatment.Sitting is not null)
                .GroupBy(part => part.treatment.Sitting)
        )
        {
            var (first, at) = sitting.First();
            Need(
                problems,
                sitting.All(part => part.treatment.On == first.On && part.treatment.At == first.At),
                $"treatments[{at}].sitting",
                "give all parts of one sitting the same day and time, or leave it out"
            );
            Need(
                problems,
                sitting.Count() <= Sittings.MostParts,
                $"treatments[{at}].sitting",
                $"give at most {Sittings.MostParts} treatments to one sitting"
            );
        }

        for (var i = 0; i < file.Occasions.Count; i++)
        {
            Date(problems, file.Occasions[i].On, today, $"occasions[{i}].on");
        }

        return problems;
    }

    /// <summary>Checks an intake on its own, as the Meet form does.</summary>
    public static void CheckIntake(List<Problem> problems, Intake intake, DateOnly today)
    {
        if (intake.BirthDate is { } born)
        {
            Need(problems, born <= today && born >= today.AddYears(-120), "intake.birthDate", "give a date in the last 120 years");
        }

        if (intake.SafetyAskedOn is { } asked)
        {
            Date(problems, asked, today, "intake.safetyAskedOn");
        }

        Need(problems, intake.HoursOutdoors is >= 0 and <= 16, "intake.hoursOutdoors", "give 0 to 16 hours");
        Need(problems, intake.MinutesADay is >= 1 and <= 120, "intake.minutesADay", "give 1 to 120 minutes");
        Need(problems, intake.BudgetAMonth is null or (>= 0 and <= 100_000), "intake.budgetAMonth", "give 0 to 100000");
        Need(problems, intake.History.Length <= 4000, "intake.history", "keep it under 4000 characters");
        Need(problems, intake.Flags.Count <= 200, "intake.flags", "give at most 200 flags");
        for (var i = 0; i < intake.Flags.Count; i++)
        {
            var flag = intake.Flags[i];
            var field = $"intake.flags[{i}]";
            Need(
                problems,
                flag.From is null || flag.Until is null || flag.From <= flag.Until,
                $"{field}.until",
                "must not be before its first day"
            );
            Need(
                problems,
                flag.Kind
                    is not (FlagKind.Sunburn or FlagKind.StrongSun or FlagKind.HairRemoval or FlagKind.RecentFiller or FlagKind.Illness)
                    || flag.From is not null,
                $"{field}.from",
                "give the day it happened or will happen"
            );
            foreach (var date in new[] { flag.From, flag.Until }.OfType<DateOnly>())
            {
                Date(problems, date, today, field);
            }
        }
    }

    /// <summary>Checks one product on its own, as the product form does.</summary>
    public static void CheckProduct(List<Problem> problems, Product product, DateOnly today, string field = "product")
    {
        Need(
            problems,
            product.Id.Length is > 0 and <= 64 && product.Id.All(c => char.IsAsciiLetterOrDigit(c) || c is '-' or '_'),
            $"{field}.id",
            "use 1 to 64 letters, digits or dashes"
        );
        Need(
            problems,
            TypedName.Problem(product.Name, MostName, lines: true) is null,
            $"{field}.name",
            TypedName.Problem(product.Name, MostName, lines: true) ?? ""
        );
        Need(problems, product.Ph is null or (>= 0 and <= 14), $"{field}.ph", "give a pH from 0 to 14, or leave it empty if not known");
        Need(problems, product.ContentMl is null or (> 0 and <= 5000), $"{field}.contentMl", "give more than 0 and at most 5000 mL");
        Need(
            problems,
            product.Charge is null || product.Kind == ProductKind.ConductiveGel,
            $"{field}.charge",
            "only a conductive gel has a charge; leave it empty"
        );
        Need(
            problems,
            product.Ending is null || product.Kind == ProductKind.WashOffPeel,
            $"{field}.ending",
            "only a wash-off peel has an ending; leave it empty"
        );
        Need(
            problems,
            product.MadeFor is null
                || product.Kind
                    is ProductKind.ConductiveGel
                        or ProductKind.HydratingMist
                        or ProductKind.DeviceTip
                        or ProductKind.HydratingSerum,
            $"{field}.madeFor",
            "only a gel, a mist, a tip or a hydrating serum is made for a device; leave it empty"
        );
        Need(
            problems,
            product.MadeFor is not { } device || DeviceKinds.GoesWith(product.Kind, device),
            $"{field}.madeFor",
            "name the kind of device it was made for: needles for a serum, a nano tip for a tip"
        );
        Need(
            problems,
            product.GelZones.Count == 0 || product is { Kind: ProductKind.ConductiveGel, MadeFor: ProductKind.WarmColdPlate },
            $"{field}.gelZones",
            "only a gel for a warm and cold plate is for some zones; leave it empty"
        );
        Need(
            problems,
            product.NeedleMm is null || product.Kind == ProductKind.NeedleRoller,
            $"{field}.needleMm",
            "only a needle roller has needles; leave it empty"
        );
        Need(problems, product.NeedleMm is null or (> 0 and <= 3), $"{field}.needleMm", "give the length in mm, above 0 and at most 3");
        CheckSheet(problems, product, $"{field}.sheet");
        CheckSpecification(problems, product, $"{field}.spec");
        Need(problems, product.Pieces is null or (>= 1 and <= 1000), $"{field}.pieces", "give 1 to 1000 pieces");
        Need(problems, product.UnitMl is null or (> 0 and <= 20), $"{field}.unitMl", "give more than 0 and at most 20 mL");
        Need(problems, product.Price is null or (>= 0 and <= 100_000), $"{field}.price", "give 0 to 100000");
        Need(problems, product.Label.Length <= MostLabel, $"{field}.label", $"keep it under {MostLabel} characters; paste only the list");
        Need(problems, product.Line.Length <= 80, $"{field}.line", "keep it under 80 characters");
        Need(problems, product.Supplier.Length <= 80, $"{field}.supplier", "keep it under 80 characters");
        Need(problems, product.Batch.Length <= 40, $"{field}.batch", "keep it under 40 characters");
        Need(problems, product.Spf is null or (>= 2 and <= 100), $"{field}.spf", "give an SPF from 2 to 100");
        Need(problems, product.Runniness is null or (>= 1 and <= 5), $"{field}.runniness", "give 1 (water) to 5 (balm)");
        Need(problems, product.MonthsGood is null or (>= 1 and <= 60), $"{field}.monthsGood", "give 1 to 60 months");
        Need(problems, product.Amount is null or { Count: > 0 and <= 20 }, $"{field}.amount.count", "give more than 0 and at most 20");
        Need(problems, product.Actives.Count <= 20, $"{field}.actives", "give at most 20 actives");
        for (var i = 0; i < product.Actives.Count; i++)
        {
            Need(
                problems,
                product.Actives[i].Percent is null or (> 0 and <= 100),
                $"{field}.actives[{i}].percent",
                "give more than 0 and at most 100 percent"
            );
        }

        Need(
            problems,
            product.Actives.Sum(active => active.Percent ?? 0) <= 100,
            $"{field}.actives",
            "together they pass 100 percent; check the label"
        );
        foreach (var (date, name) in new[] { (product.OpenedOn, "openedOn"), (product.EmptyOn, "emptyOn") })
        {
            if (date is { } given)
            {
                Date(problems, given, today, $"{field}.{name}");
            }
        }
    }

    private static void CheckShelf(List<Problem> problems, IReadOnlyList<ShelfItem> shelf, DateOnly today)
    {
        Need(problems, shelf.Count <= 200, "shelf", "give at most 200 products");
        var ids = new HashSet<string>();
        for (var i = 0; i < shelf.Count; i++)
        {
            CheckProduct(problems, shelf[i].Product, today, $"shelf[{i}].product");
            Need(problems, ids.Add(shelf[i].Product.Id), $"shelf[{i}].product.id", "is used twice; give each product its own id");
            CheckFormers(problems, shelf[i], $"shelf[{i}].was");
        }
    }

    private static void CheckFormers(List<Problem> problems, ShelfItem item, string field)
    {
        Need(problems, item.Was.Count <= 100, field, "give at most 100 former formulas");
        for (var i = 0; i < item.Was.Count; i++)
        {
            Need(
                problems,
                i == 0 || item.Was[i].Until > item.Was[i - 1].Until,
                $"{field}[{i}].until",
                "must be later than the one before; list the oldest first"
            );
            Need(
                problems,
                item.Was[i].Ph is null or (>= 0 and <= 14),
                $"{field}[{i}].ph",
                "give a pH from 0 to 14, or leave it out if not known"
            );
            Need(
                problems,
                item.Was[i].Actives.Count <= 20 && item.Was[i].Actives.All(active => active.Percent is null or (> 0 and <= 100)),
                $"{field}[{i}].actives",
                "give at most 20 actives, each above 0 and at most 100 percent"
            );
        }
    }

    private static void Id(List<Problem> problems, HashSet<string> seen, string id, string field)
    {
        Need(problems, id.Length is > 0 and <= 64, $"{field}.id", "use 1 to 64 characters");
        Need(problems, seen.Add(id), $"{field}.id", "is used twice; give each entry its own id");
    }

    private static void Date(List<Problem> problems, DateOnly date, DateOnly today, string field) =>
        Need(problems, date >= Earliest && date <= today.AddYears(5), field, "give a date from 1900 to five years from now");

    private static void Need(List<Problem> problems, bool ok, string field, string remedy)
    {
        if (!ok)
        {
            problems.Add(new(field, remedy));
        }
    }
}
