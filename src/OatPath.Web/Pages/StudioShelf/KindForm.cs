using System.Globalization;
using OatPath.Core.Case;
using OatPath.Core.House;
using OatPath.Core.Shelf;
using OatPath.Core.Skin;
using OatPath.Web.Wording;

namespace OatPath.Web.Pages.StudioShelf;

/// <summary>A product asked for by kind, as typed. Keeps what was typed even where it cannot be used.</summary>
public sealed class KindForm
{
    public const int ActiveRows = 3;

    public string Name { get; private init; } = "";
    public string Kind { get; private init; } = "";
    public IReadOnlyList<string> OrKinds { get; private init; } = [];
    public IReadOnlyList<(string Substance, string Least, string Most)> Actives { get; private init; } = [];
    public string PhLeast { get; private init; } = "";
    public string PhMost { get; private init; } = "";
    public string SpfLeast { get; private init; } = "";
    public bool BroadSpectrum { get; private init; }
    public IReadOnlyList<string> Without { get; private init; } = [];
    public IReadOnlyList<string> WithoutBase { get; private init; } = [];
    public string Dispenser { get; private init; } = "";
    public string ContentMl { get; private init; } = "";
    public string Price { get; private init; } = "";

    public static KindForm From(IFormCollection form)
    {
        var (substances, least, most) = (form["activeSubstance"], form["activeLeast"], form["activeMost"]);
        string At(Microsoft.Extensions.Primitives.StringValues values, int i) => i < values.Count ? (values[i] ?? "").Trim() : "";
        return new()
        {
            Name = form["name"].ToString().Trim(),
            Kind = form["kind"].ToString(),
            OrKinds = [.. form["orKinds"].OfType<string>()],
            Actives =
            [
                .. Enumerable.Range(0, Math.Min(substances.Count, ActiveRows)).Select(i => (At(substances, i), At(least, i), At(most, i))),
            ],
            PhLeast = form["phLeast"].ToString().Trim(),
            PhMost = form["phMost"].ToString().Trim(),
            SpfLeast = form["spfLeast"].ToString().Trim(),
            BroadSpectrum = form.ContainsKey("broadSpectrum"),
            Without = [.. form["without"].OfType<string>()],
            WithoutBase = [.. form["withoutBase"].OfType<string>()],
            Dispenser = form["dispenser"].ToString(),
            ContentMl = form["contentMl"].ToString().Trim(),
            Price = form["price"].ToString().Trim(),
        };
    }

    public static KindForm From(Product product) =>
        product.Spec is not { } spec
            ? new()
            : new()
            {
                Name = product.Name,
                Kind = EnumName.Of(spec.Kind),
                OrKinds = [.. spec.OrKinds.Select(EnumName.Of)],
                Actives = [.. spec.Actives.Select(range => (EnumName.Of(range.Substance), Text(range.Least), Text(range.Most)))],
                PhLeast = Text(spec.PhLeast),
                PhMost = Text(spec.PhMost),
                SpfLeast = spec.SpfLeast?.ToString(CultureInfo.InvariantCulture) ?? "",
                BroadSpectrum = spec.BroadSpectrum,
                Without = [.. spec.Without.Select(EnumName.Of)],
                WithoutBase = [.. spec.WithoutBase.Select(EnumName.Of)],
                Dispenser = EnumName.Of(product.Dispenser),
                ContentMl = Text(product.ContentMl),
                Price = Text(product.Price),
            };

    /// <returns>The product at its strong end, or null with problems that name the field.</returns>
    public Product? ToProduct(string id, DateOnly today, List<Problem> problems, Product? before = null)
    {
        if (EnumName.Find<ProductKind>(Kind) is not { } kind)
        {
            problems.Add(new("Kind", "choose what kind of product it is"));
            return null;
        }

        var spf = Number(SpfLeast, "SPF", problems);
        if (spf is { } whole && whole != Math.Truncate(whole))
        {
            problems.Add(new("SPF", "write a whole number, or leave it empty"));
        }

        var spec = new Specification
        {
            Title = Name,
            Kind = kind,
            OrKinds = [.. Named<ProductKind>(OrKinds).Where(other => other != kind)],
            Actives = [.. Ranges(problems)],
            PhLeast = Number(PhLeast, "pH from", problems),
            PhMost = Number(PhMost, "pH to", problems),
            SpfLeast = (int?)spf,
            BroadSpectrum = BroadSpectrum,
            Without = [.. Named<Allergen>(Without)],
            WithoutBase = [.. Named<UnwantedBase>(WithoutBase)],
        };
        var product = spec.AtStrongEnd(
            (before ?? new Product { Id = id, Name = Name, Kind = kind }) with
            {
                Name = Name,
                Dispenser = EnumName.Find<Dispenser>(Dispenser) ?? Core.Shelf.Dispenser.Tube,
                ContentMl = Number(ContentMl, "Content", problems),
                Price = Number(Price, "Price", problems),
            }
        );
        if (problems.Count == 0)
        {
            var found = new List<Problem>();
            CaseCheck.CheckProduct(found, product, today);
            problems.AddRange(found.Select(problem => problem with { Field = Titled(problem.Field) }).Distinct());
        }

        return problems.Count == 0 ? product : null;
    }

    private IEnumerable<ActiveRange> Ranges(List<Problem> problems)
    {
        foreach (var (substance, least, most) in Actives)
        {
            if (EnumName.Find<Substance>(substance) is { } known)
            {
                var title = SubstanceTraits.Of(known).Title;
                yield return new(known, Number(least, $"{title}, from", problems), Number(most, $"{title}, to", problems));
            }
            else if (least.Length > 0 || most.Length > 0)
            {
                problems.Add(new("Active", "choose which it is, or leave its percent empty"));
            }
        }
    }

    private static IEnumerable<T> Named<T>(IEnumerable<string> names)
        where T : struct, Enum => names.Select(EnumName.Find<T>).OfType<T>().Distinct();

    private static string Text(decimal? value) => value is { } number ? ProductWords.Number(number) : "";

    private static decimal? Number(string text, string field, List<Problem> problems) =>
        Field.Read<decimal>(
            text,
            number => Field.Number(number) is { } value and >= 0 and < 100_000 ? value : null,
            field,
            "write a number, or leave it empty",
            problems
        );

    private static string Titled(string field) =>
        field switch
        {
            "product.name" or "product.spec.title" => "Name",
            "product.contentMl" => "Content",
            "product.price" => "Price",
            "product.spf" => "SPF",
            "product.spec.phLeast" or "product.ph" => "pH from",
            "product.spec.kind" or "product.spec.orKinds" => "Kind",
            var other when other.EndsWith(".most", StringComparison.Ordinal) => "Percent, to",
            var other when other.EndsWith(".least", StringComparison.Ordinal) => "Percent, from",
            var other when other.Contains("actives", StringComparison.Ordinal) => "Active",
            _ => "What is asked for",
        };
}
