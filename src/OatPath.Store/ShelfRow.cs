using System.Globalization;
using System.Text;
using System.Text.Json;
using OatPath.Core.Case;
using OatPath.Core.Formats;
using OatPath.Core.House;
using OatPath.Core.Shelf;
using OatPath.Core.Skin;

namespace OatPath.Store;

/// <summary>One row of a shelf file being read.</summary>
internal sealed class ShelfRow(int line, string[] record, string[] columns, List<RowProblem> problems)
{
    private readonly int before = problems.Count;

    public Product? ToProduct(DateOnly today)
    {
        if (record.Length > columns.Length)
        {
            problems.Add(
                new(
                    line,
                    "row",
                    $"has {record.Length} fields for {columns.Length} columns; put fields that hold the separator in quotation marks"
                )
            );
            return null;
        }

        var name = Text("name");
        var kind = Named<ProductKind>("kind", required: true) ?? default;
        var product = new Product
        {
            Id = Text("id") is { Length: > 0 } id ? id : Slug(Text("line") + " " + name),
            Name = name,
            Kind = kind,
            Line = Text("line"),
            Actives = Actives(),
            Ph = Decimal("ph"),
            Dispenser = Named<Dispenser>("dispenser") ?? Dispenser.Tube,
            ContentMl = Decimal("content_ml"),
            Pieces = Whole("pieces"),
            UnitMl = Decimal("unit_ml"),
            Amount = Amount(),
            Spf = Whole("spf"),
            BroadSpectrum = Yes("broad_spectrum"),
            Matt = Yes("matt"),
            StrongSulphate = Yes("strong_sulphate"),
            Contains = [.. Named<Allergen>("contains", Parts("contains"))],
            MadeFor = Named<ProductKind>("made_for"),
            Charge = Named<GelCharge>("charge"),
            GelZones = [.. Named<FaceZone>("gel_zones", Parts("gel_zones"))],
            NeedleMm = Decimal("needle_mm"),
            Sheet = Json<DeviceSheet>("sheet", "{\"mostSeconds\":600,\"restDays\":3}"),
            Spec = Json<Specification>("asked_for", "{\"kind\":\"gel-cleanser\"}"),
            Ending = Named<PeelEnding>("ending"),
            AlcoholNearTop = Yes("alcohol_near_top"),
            HeavyOil = Yes("heavy_oil"),
            ShakeFirst = Yes("shake_first"),
            Runniness = Whole("runniness"),
            MonthsGood = Whole("months_good"),
            KeepCold = Yes("keep_cold"),
            TwiceADay = Yes("twice_a_day"),
            Price = Decimal("price"),
            Supplier = Text("supplier"),
            Label = Text("label").Replace("\r\n", "\n", StringComparison.Ordinal),
        };
        var found = new List<Problem>();
        CaseCheck.CheckProduct(found, product, today, "");
        var named = problems.Skip(before).Select(problem => problem.Field).ToHashSet();
        problems.AddRange(
            found
                .Select(problem => new RowProblem(line, Column(problem.Field), problem.Remedy))
                .Where(problem => !named.Contains(problem.Field))
        );
        if (product.Id is "new" or "import" or "paste" or "kind")
        {
            problems.Add(new(line, "id", $"{product.Id} is kept for the program; give another id"));
        }

        return problems.Count == before ? product : null;
    }

    private static string Column(string field) =>
        field.TrimStart('.') switch
        {
            "contentMl" => "content_ml",
            "unitMl" => "unit_ml",
            "monthsGood" => "months_good",
            "madeFor" => "made_for",
            "needleMm" => "needle_mm",
            var spec when spec.Split('[', '.')[0] == "spec" => "asked_for",
            var other => other.Split('[', '.')[0],
        };

    /// <summary>Letters and digits of line and name, so that the same row without an id is the same product each time.</summary>
    private static string Slug(string text)
    {
        var slug = new StringBuilder();
        foreach (var c in text.Normalize(NormalizationForm.FormD).ToLowerInvariant())
        {
            if (char.IsAsciiLetterOrDigit(c))
            {
                slug.Append(c);
            }
            else if (slug.Length > 0 && slug[^1] != '-' && CharUnicodeInfo.GetUnicodeCategory(c) != UnicodeCategory.NonSpacingMark)
            {
                slug.Append('-');
            }
        }

        var found = slug.ToString().Trim('-');
        return found.Length == 0 && text.Trim().Length > 0
                ? "p-" + Convert.ToHexStringLower(System.Security.Cryptography.SHA256.HashData(Encoding.UTF8.GetBytes(text)))[..16]
            : found.Length <= 64 ? found
            : found[..64].Trim('-');
    }

    private string Text(string column)
    {
        var index = Array.IndexOf(columns, column);
        return index >= 0 && index < record.Length ? ShelfCsv.Unguard(column == "label" ? record[index] : record[index].Trim()) : "";
    }

    /// <summary>What a device's sheet says, as in a case file.</summary>
    /// <param name="such">Such an object, as an example for who wrote a broken one.</param>
    private T? Json<T>(string column, string such)
        where T : class
    {
        if (Text(column) is not { Length: > 0 } text)
        {
            return null;
        }

        try
        {
            return JsonSerializer.Deserialize<T>(text, CaseJson.Options);
        }
        catch (JsonException)
        {
            problems.Add(new(line, column, $"cannot be read; write it as in a case file, such as {such}, or leave it empty"));
            return null;
        }
    }

    private string[] Parts(string column) =>
        Text(column).Split('+', StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries);

    private IReadOnlyList<Active> Actives()
    {
        var (found, wrong) = ActiveText.Read(Text("actives"));
        problems.AddRange(wrong.Select(remedy => new RowProblem(line, "actives", remedy)));
        return found;
    }

    private IEnumerable<T> Named<T>(string column, IEnumerable<string> parts)
        where T : struct, Enum
    {
        foreach (var part in parts)
        {
            if (EnumName.Find<T>(part.ToLowerInvariant()) is { } known)
            {
                yield return known;
            }
            else
            {
                problems.Add(new(line, column, $"{part} is not known; use {string.Join(", ", Enum.GetValues<T>().Select(EnumName.Of))}"));
            }
        }
    }

    private Amount? Amount()
    {
        if (Text("amount") is not { Length: > 0 } text)
        {
            return null;
        }

        var words = text.Split(' ', StringSplitOptions.RemoveEmptyEntries);
        if (
            words.Length == 2
            && Field.Number(words[0], withSign: true) is { } count
            && EnumName.Find<AmountUnit>(words[1].ToLowerInvariant()) is { } unit
        )
        {
            return new(count, unit);
        }

        problems.Add(new(line, "amount", $"\"{text}\" is not understood; write for example: 2 treatment-pump"));
        return null;
    }

    private T? Named<T>(string column, bool required = false)
        where T : struct, Enum
    {
        var text = Text(column).ToLowerInvariant();
        if (text.Length == 0 && !required)
        {
            return null;
        }

        if (EnumName.Find<T>(text) is { } value)
        {
            return value;
        }

        problems.Add(
            new(
                line,
                column,
                $"\"{(text.Length > 40 ? text[..40] : text)}\" is not known; use one of "
                    + $"{string.Join(", ", Enum.GetValues<T>().Select(EnumName.Of))}"
            )
        );
        return null;
    }

    private decimal? Decimal(string column)
    {
        var text = Text(column);
        if (text.Length == 0)
        {
            return null;
        }

        if (Field.Number(text, withSign: true) is { } number)
        {
            return number;
        }

        problems.Add(
            new(
                line,
                column,
                $"\"{(text.Length > 40 ? text[..40] : text)}\" is no number; write for example 3.6, or leave it empty when not known"
            )
        );
        return null;
    }

    private int? Whole(string column)
    {
        if (Decimal(column) is not { } number)
        {
            return null;
        }

        if (number == Math.Truncate(number) && Math.Abs(number) < 1_000_000)
        {
            return (int)number;
        }

        problems.Add(new(line, column, "give a whole number, or leave it empty"));
        return null;
    }

    private bool Yes(string column)
    {
        var text = Text(column).ToLowerInvariant();
        if (text is "" or "no" or "false" or "0")
        {
            return false;
        }

        if (text is not ("yes" or "true" or "1"))
        {
            problems.Add(new(line, column, "write yes or no"));
        }

        return true;
    }
}
