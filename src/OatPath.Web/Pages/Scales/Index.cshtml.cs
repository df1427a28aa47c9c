using System.Globalization;
using Microsoft.AspNetCore.Mvc.RazorPages;
using OatPath.Core.House;
using OatPath.Core.Shelf;
using OatPath.Core.Skin;
using OatPath.Web.Drawing;

namespace OatPath.Web.Pages.Scales;

/// <summary>One side of the scales: a studio product, or an acid as typed.</summary>
public sealed record Pan(string Name, string Chosen, string Acid, string Percent, string Ph, Product? Product)
{
    public FreeAcidReading? Free => Product is null ? null : FreeAcidReading.Of(Product);
}

/// <summary>Shows how much of an acid is free at a pH, and weighs two products against each other.</summary>
public sealed class IndexModel(Store.StudioShelf shelf) : PageModel
{
    public const string ByHand = "by-hand";

    public IReadOnlyList<Product> Choices { get; private set; } = [];

    public IReadOnlyList<Pan> Pans { get; private set; } = [];

    public FreeAcidCurve? Curve { get; private set; }

    public List<Problem> Problems { get; } = [];

    public void OnGet(string? a, string? aAcid, string? aPercent, string? aPh, string? b, string? bAcid, string? bPercent, string? bPh)
    {
        Choices =
        [
            .. shelf
                .All()
                .Where(product =>
                    product.Actives.Any(active => SubstanceTraits.Of(active.Substance).Pka is not null && active.Percent is not null)
                ),
        ];
        Pans =
        [
            Read("Left", a ?? (Choices.Count > 0 ? Choices[0].Id : ByHand), aAcid, aPercent, aPh),
            Read("Right", b ?? "", bAcid, bPercent, bPh),
        ];
        Curve = FreeAcidCurve.Of([.. Pans.Select(pan => pan.Product).OfType<Product>()]);
    }

    /// <summary>How the two compare at their own pH, in a sentence; null when there is nothing to compare.</summary>
    public string? Sentence()
    {
        if (Pans[0].Free is not { } left || Pans[1].Free is not { } right)
        {
            return null;
        }

        var (more, less, strong, weak) =
            left.FreePercent >= right.FreePercent ? (Pans[0], Pans[1], left, right) : (Pans[1], Pans[0], right, left);
        var times = weak.FreePercent > 0 ? strong.FreePercent / weak.FreePercent : double.PositiveInfinity;
        var labelled =
            weak.Acids.Sum(acid => acid.Percent) > strong.Acids.Sum(acid => acid.Percent) ? ", although its label says less" : "";
        var assumed = strong.Assumed || weak.Assumed ? " A pH is assumed here, so this orders them only roughly." : "";
        return times < 1.1
            ? $"At their own pH both hold about the same free acid.{assumed}"
            : $"{more.Product!.Name} holds {times.ToString(times < 10 ? "0.#" : "0", CultureInfo.InvariantCulture)} times the free acid "
                + $"of {less.Product!.Name}{labelled}.{assumed}";
    }

    private Pan Read(string name, string chosen, string? acid, string? percent, string? ph)
    {
        var pan = new Pan(name, chosen, acid ?? "", (percent ?? "").Trim(), (ph ?? "").Trim(), null);
        if (chosen != ByHand)
        {
            return pan with { Product = Choices.FirstOrDefault(product => product.Id == chosen) };
        }

        if (pan.Acid.Length == 0 && pan.Percent.Length == 0 && pan.Ph.Length == 0)
        {
            return pan;
        }

        var substance = EnumName.Find<Substance>(pan.Acid);
        Need(substance is not null && SubstanceTraits.Of(substance.Value).Pka is not null, $"{name}, acid", "choose an acid from the list");
        var labelled = Number(pan.Percent, $"{name}, percent", 100);
        var value = pan.Ph.Length == 0 ? null : Number(pan.Ph, $"{name}, pH", 14);
        return
            substance is { } known && labelled > 0 && SubstanceTraits.Of(known).Pka is not null && (value is not null || pan.Ph.Length == 0)
            ? pan with
            {
                Product = new Product
                {
                    Id = ByHand,
                    Name =
                        $"{char.ToUpperInvariant(SubstanceTraits.Of(known).Title[0])}{SubstanceTraits.Of(known).Title[1..]} "
                        + $"{labelled.Value.ToString("0.##", CultureInfo.InvariantCulture)} %",
                    Kind = ProductKind.LeaveOnAcidLiquid,
                    Actives = [new(known, labelled)],
                    Ph = value,
                },
            }
            : pan;
    }

    private decimal? Number(string text, string field, decimal most)
    {
        if (Field.Number(text) is { } number && number >= 0 && number <= most)
        {
            return number;
        }

        Problems.Add(new(field, $"give a number from 0 to {most}"));
        return null;
    }

    private void Need(bool ok, string field, string remedy)
    {
        if (!ok)
        {
            Problems.Add(new(field, remedy));
        }
    }
}
