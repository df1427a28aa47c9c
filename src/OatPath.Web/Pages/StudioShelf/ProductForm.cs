using System.Globalization;
using OatPath.Core.House;
using OatPath.Core.Path;
using OatPath.Core.Shelf;
using OatPath.Core.Skin;
using OatPath.Web.Records;

namespace OatPath.Web.Pages.StudioShelf;

/// <summary>A product as typed. Keeps what was typed even where it cannot be used.</summary>
public sealed class ProductForm
{
    public const int ActiveRows = 4;

    public string Name { get; set; } = "";
    public string Line { get; set; } = "";
    public string Kind { get; set; } = "";
    public string Ph { get; set; } = "";
    public string Dispenser { get; set; } = "";
    public string ContentMl { get; set; } = "";
    public string Spf { get; set; } = "";
    public string MonthsGood { get; set; } = "";
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
            BroadSpectrum = form.ContainsKey("broadSpectrum"),
            Matt = form.ContainsKey("matt"),
            StrongSulphate = form.ContainsKey("strongSulphate"),
            Contains = [.. form["contains"].OfType<string>()],
            Actives = [.. Enumerable.Range(0, Math.Min(actives.Count, 20)).Select(i => (actives[i] ?? "", i < percents.Count ? (percents[i] ?? "").Trim() : ""))],
        };
    }

    public static ProductForm From(Product product) => new()
    {
        Name = product.Name,
        Line = product.Line,
        Kind = product.Kind.ToString(),
        Ph = Text(product.Ph),
        Dispenser = product.Dispenser.ToString(),
        ContentMl = Text(product.ContentMl),
        Spf = product.Spf?.ToString(CultureInfo.InvariantCulture) ?? "",
        MonthsGood = product.MonthsGood?.ToString(CultureInfo.InvariantCulture) ?? "",
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

        var product = (before ?? new Product { Id = id, Name = Name, Kind = kind }) with
        {
            Name = Name,
            Kind = kind,
            Line = Line.Length <= 80 ? Line : Line[..80],
            Ph = Number(Ph, "pH", problems),
            Dispenser = Enum.TryParse<Dispenser>(Dispenser, out var dispenser) && Enum.IsDefined(dispenser) ? dispenser : Core.Shelf.Dispenser.Tube,
            ContentMl = Number(ContentMl, "Content", problems),
            Spf = (int?)Number(Spf, "SPF", problems),
            MonthsGood = (int?)Number(MonthsGood, "Months good", problems),
            BroadSpectrum = BroadSpectrum,
            Matt = Matt,
            StrongSulphate = StrongSulphate,
            Contains = [.. Contains.Select(text => Enum.TryParse<Allergen>(text, out var allergen) && Enum.IsDefined(allergen) ? (Allergen?)allergen : null).OfType<Allergen>()],
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

    private static string Titled(string field) => field switch
    {
        "product.name" => "Name",
        "product.ph" => "pH",
        "product.contentMl" => "Content",
        "product.spf" => "SPF",
        "product.monthsGood" => "Months good",
        var other when other.StartsWith("product.actives", StringComparison.Ordinal) => "Percent of an active",
        var other => other,
    };

    private static string Text(decimal? value) => value is { } number ? ProductWords.Number(number) : "";

    private static decimal? Number(string text, string field, List<Problem> problems)
    {
        if (text.Length == 0)
        {
            return null;
        }

        if (decimal.TryParse(text.Replace(',', '.'), NumberStyles.Number, CultureInfo.InvariantCulture, out var number) && Math.Abs(number) < 100_000)
        {
            return number;
        }

        problems.Add(new(field, "write a number, or leave it empty if not known"));
        return null;
    }
}
