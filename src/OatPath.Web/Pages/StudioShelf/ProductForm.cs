using System.Globalization;
using OatPath.Core.Case;
using OatPath.Core.House;
using OatPath.Core.Labels;
using OatPath.Core.Shelf;
using OatPath.Core.Skin;
using OatPath.Web.Records;
using OatPath.Web.Wording;

namespace OatPath.Web.Pages.StudioShelf;

/// <summary>A product as typed. Keeps what was typed even where it cannot be used.</summary>
public sealed class ProductForm
{
    public const int ActiveRows = 6;

    public string Name { get; set; } = "";
    public string Line { get; set; } = "";
    public string Kind { get; set; } = "";
    public string Ph { get; set; } = "";
    public string Dispenser { get; set; } = "";
    public string ContentMl { get; set; } = "";
    public string Spf { get; set; } = "";
    public string MonthsGood { get; set; } = "";
    public string Pieces { get; set; } = "";
    public string UnitMl { get; set; } = "";
    public string AmountCount { get; set; } = "";
    public string AmountUnit { get; set; } = "";
    public string Runniness { get; set; } = "";
    public string MadeFor { get; set; } = "";
    public string Charge { get; set; } = "";
    public string GelZones { get; set; } = "";
    public string Ending { get; set; } = "";
    public string NeedleMm { get; set; } = "";
    public DeviceSheetForm Sheet { get; set; } = new();
    public string Price { get; set; } = "";
    public string Supplier { get; set; } = "";
    public string Label { get; set; } = "";

    /// <summary>The kind the last reading proposed: a kind nobody touched since may follow the next reading.</summary>
    public string KindRead { get; set; } = "";

    public bool AlcoholNearTop { get; set; }
    public bool HeavyOil { get; set; }
    public bool ShakeFirst { get; set; }
    public bool KeepCold { get; set; }
    public bool TwiceADay { get; set; }
    public bool BroadSpectrum { get; set; }
    public bool Matt { get; set; }
    public bool StrongSulphate { get; set; }
    public List<string> Contains { get; set; } = [];
    public List<(string Substance, string Percent)> Actives { get; set; } = [];

    public static ProductForm From(IFormCollection form)
    {
        var actives = form["activeSubstance"];
        var percents = form["activePercent"];
        return new()
        {
            Name = form["name"].ToString().Trim(),
            Line = form["line"].ToString().Trim(),
            Kind = form["kind"].ToString(),
            Ph = form["ph"].ToString().Trim(),
            Dispenser = form["dispenser"].ToString(),
            ContentMl = form["contentMl"].ToString().Trim(),
            Spf = form["spf"].ToString().Trim(),
            MonthsGood = form["monthsGood"].ToString().Trim(),
            Pieces = form["pieces"].ToString().Trim(),
            UnitMl = form["unitMl"].ToString().Trim(),
            AmountCount = form["amountCount"].ToString().Trim(),
            AmountUnit = form["amountUnit"].ToString(),
            Runniness = form["runniness"].ToString().Trim(),
            NeedleMm = form["needleMm"].ToString().Trim(),
            Sheet = DeviceSheetForm.From(form),
            MadeFor = form["madeFor"].ToString(),
            Charge = form["charge"].ToString(),
            GelZones = form["gelZones"].ToString().Trim(),
            Ending = form["ending"].ToString(),
            Price = form["price"].ToString().Trim(),
            Supplier = form["supplier"].ToString().Trim(),
            Label = form["label"].ToString().Replace("\r\n", "\n", StringComparison.Ordinal),
            KindRead = form["kindRead"].ToString(),
            AlcoholNearTop = form.ContainsKey("alcoholNearTop"),
            HeavyOil = form.ContainsKey("heavyOil"),
            ShakeFirst = form.ContainsKey("shakeFirst"),
            KeepCold = form.ContainsKey("keepCold"),
            TwiceADay = form.ContainsKey("twiceADay"),
            BroadSpectrum = form.ContainsKey("broadSpectrum"),
            Matt = form.ContainsKey("matt"),
            StrongSulphate = form.ContainsKey("strongSulphate"),
            Contains = [.. form["contains"].OfType<string>()],
            Actives =
            [
                .. Enumerable
                    .Range(0, Math.Min(actives.Count, 20))
                    .Select(i => (actives[i] ?? "", i < percents.Count ? (percents[i] ?? "").Trim() : "")),
            ],
        };
    }

    public static ProductForm From(Product product) =>
        new()
        {
            Name = product.Name,
            Line = product.Line,
            Kind = product.Kind.ToString(),
            Ph = Text(product.Ph),
            Dispenser = product.Dispenser.ToString(),
            ContentMl = Text(product.ContentMl),
            Spf = product.Spf?.ToString(CultureInfo.InvariantCulture) ?? "",
            MonthsGood = product.MonthsGood?.ToString(CultureInfo.InvariantCulture) ?? "",
            Pieces = product.Pieces?.ToString(CultureInfo.InvariantCulture) ?? "",
            UnitMl = Text(product.UnitMl),
            AmountCount = Text(product.Amount?.Count),
            AmountUnit = product.Amount?.Unit.ToString() ?? "",
            Runniness = product.Runniness?.ToString(CultureInfo.InvariantCulture) ?? "",
            NeedleMm = Text(product.NeedleMm),
            Sheet = DeviceSheetForm.Of(product.Sheet),
            MadeFor = product.MadeFor?.ToString() ?? "",
            Charge = product.Charge?.ToString() ?? "",
            GelZones = DeviceSheetForm.In(product.GelZones),
            Ending = product.Ending?.ToString() ?? "",
            Price = Text(product.Price),
            Supplier = product.Supplier,
            Label = product.Label,
            AlcoholNearTop = product.AlcoholNearTop,
            HeavyOil = product.HeavyOil,
            ShakeFirst = product.ShakeFirst,
            KeepCold = product.KeepCold,
            TwiceADay = product.TwiceADay,
            BroadSpectrum = product.BroadSpectrum,
            Matt = product.Matt,
            StrongSulphate = product.StrongSulphate,
            Contains = [.. product.Contains.Select(allergen => allergen.ToString())],
            Actives = [.. product.Actives.Select(active => (active.Substance.ToString(), Text(active.Percent)))],
        };

    /// <returns>The product, or null with problems that name the field.</returns>
    public Product? ToProduct(string id, DateOnly today, List<Problem> problems, Product? before = null)
    {
        if (!Enum.TryParse<ProductKind>(Kind, out var kind) || !Enum.IsDefined(kind))
        {
            problems.Add(new("Kind", "choose what kind of product it is"));
        }

        var product = (
            before
            ?? new Product
            {
                Id = id,
                Name = Name,
                Kind = kind,
            }
        ) with
        {
            Name = Name,
            Kind = kind,
            Line = Line,
            Ph = Number(Ph, "pH", problems),
            Dispenser =
                Enum.TryParse<Dispenser>(Dispenser, out var dispenser) && Enum.IsDefined(dispenser) ? dispenser : Core.Shelf.Dispenser.Tube,
            ContentMl = Number(ContentMl, "Content", problems),
            Spf = Whole(Spf, "SPF", problems),
            MonthsGood = Whole(MonthsGood, "Months good", problems),
            Pieces = Whole(Pieces, "Pieces", problems),
            UnitMl = Number(UnitMl, "One pump or drop", problems),
            Amount = ReadAmount(problems),
            Runniness = Whole(Runniness, "Runniness", problems),
            NeedleMm = Number(NeedleMm, "Needles", problems),
            Sheet = Sheet.ToSheet(problems),
            MadeFor = Named<ProductKind>(MadeFor),
            Charge = Named<GelCharge>(Charge),
            GelZones = DeviceSheetForm.Zones(GelZones, "A plate's gel only on", problems),
            Ending = Named<PeelEnding>(Ending),
            Price = Number(Price, "Price", problems),
            Supplier = Supplier,
            Label = Label.Trim(),
            AlcoholNearTop = AlcoholNearTop,
            HeavyOil = HeavyOil,
            ShakeFirst = ShakeFirst,
            KeepCold = KeepCold,
            TwiceADay = TwiceADay,
            BroadSpectrum = BroadSpectrum,
            Matt = Matt,
            StrongSulphate = StrongSulphate,
            Contains =
            [
                .. Contains
                    .Select(text =>
                        Enum.TryParse<Allergen>(text, out var allergen) && Enum.IsDefined(allergen) ? (Allergen?)allergen : null
                    )
                    .OfType<Allergen>(),
            ],
            Actives = [.. ReadActives(problems)],
        };
        if (problems.Count == 0)
        {
            var found = new List<Problem>();
            CaseCheck.CheckProduct(found, product, today);
            problems.AddRange(found.Select(problem => problem with { Field = Titled(problem.Field) }));
        }

        return problems.Count == 0 ? product : null;
    }

    /// <summary>Puts in what a label tells. A name, a kind or a percent somebody typed stays.</summary>
    public void Take(LabelReading reading)
    {
        Name = Name.Length > 0 ? Name : reading.Title;
        Kind = Kind.Length == 0 || Kind == KindRead ? reading.Kind.ToString() : Kind;
        KindRead = reading.Kind.ToString();
        var typed = Actives.Where(row => row.Substance.Length > 0).ToList();
        Actives =
        [
            .. reading.Actives.Select(active =>
                (
                    active.Substance.ToString(),
                    Text(active.Percent) is { Length: > 0 } percent
                        ? percent
                        : typed.Find(row => row.Substance == active.Substance.ToString()).Percent ?? ""
                )
            ),
        ];
        Ph = Ph.Length > 0 ? Ph : Text(reading.Ph);
        Spf = Spf.Length > 0 ? Spf : reading.Spf?.ToString(CultureInfo.InvariantCulture) ?? "";
        BroadSpectrum |= reading.BroadSpectrum;
        StrongSulphate = reading.Has(LabelFlags.StrongSulphate);
        AlcoholNearTop = reading.Has(LabelFlags.AlcoholNearTop);
        HeavyOil = reading.Has(LabelFlags.HeavyOil);
        Contains = [.. Contains.Union(reading.Contains.Select(allergen => allergen.ToString()))];
    }

    private Amount? ReadAmount(List<Problem> problems)
    {
        if (AmountCount.Length == 0)
        {
            return null;
        }

        if (Enum.TryParse<AmountUnit>(AmountUnit, out var unit) && Enum.IsDefined(unit))
        {
            return Number(AmountCount, "Amount", problems) is { } count ? new(count, unit) : null;
        }

        problems.Add(new("Amount", "choose its unit, or leave the amount empty for the usual one"));
        return null;
    }

    private static T? Named<T>(string text)
        where T : struct, Enum => Enum.TryParse<T>(text, out var value) && Enum.IsDefined(value) ? value : null;

    private static int? Whole(string text, string field, List<Problem> problems)
    {
        if (Number(text, field, problems) is not { } number)
        {
            return null;
        }

        if (number == Math.Truncate(number))
        {
            return (int)number;
        }

        problems.Add(new(field, "write a whole number, or leave it empty"));
        return null;
    }

    private IEnumerable<Active> ReadActives(List<Problem> problems)
    {
        foreach (var (substance, percent) in Actives.Where(row => row.Substance.Length > 0))
        {
            if (Enum.TryParse<Substance>(substance, out var known) && Enum.IsDefined(known))
            {
                yield return new Active(known, Number(percent, $"Percent of {SubstanceTraits.Of(known).Title}", problems));
            }
        }
    }

    private static string Titled(string field) =>
        field switch
        {
            "product.name" => "Name",
            "product.ph" => "pH",
            "product.contentMl" => "Content",
            "product.spf" => "SPF",
            "product.monthsGood" => "Months good",
            "product.pieces" => "Pieces",
            "product.unitMl" => "One pump or drop",
            "product.amount.count" => "Amount",
            "product.runniness" => "Runniness",
            "product.madeFor" => "Made for",
            "product.charge" => "Charge",
            "product.gelZones" => "A plate's gel only on",
            "product.ending" => "Ending",
            "product.price" => "Price",
            "product.supplier" => "Supplier",
            "product.label" => "Label",
            "product.line" => "Line or maker",
            var other when other.StartsWith("product.actives", StringComparison.Ordinal) => "Percent of an active",
            var other => other,
        };

    private static string Text(decimal? value) => value is { } number ? ProductWords.Number(number) : "";

    private static decimal? Number(string text, string field, List<Problem> problems) =>
        Field.Read<decimal>(
            text,
            number => Field.Number(number, withSign: true) is { } value and > -100_000 and < 100_000 ? value : null,
            field,
            "write a number, or leave it empty if not known",
            problems
        );
}
