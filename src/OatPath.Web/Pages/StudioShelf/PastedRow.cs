using System.Globalization;
using Microsoft.Extensions.Primitives;
using OatPath.Core.House;
using OatPath.Core.Labels;
using OatPath.Core.Shelf;

namespace OatPath.Web.Pages.StudioShelf;

/// <summary>One pasted product while it is looked over: as read or as typed, with what is doubtful and what is wrong.</summary>
public sealed class PastedRow
{
    public required ProductForm Form { get; init; }

    /// <summary>Its actives as text: "glycolic 7 + salicylic 0.5".</summary>
    public required string Actives { get; init; }
    public bool Taken { get; init; } = true;
    public IReadOnlyList<string> Doubts { get; init; } = [];
    public List<Problem> Problems { get; } = [];

    /// <summary>What stands on the shelf under its name, or null.</summary>
    public Product? Stands { get; private init; }

    /// <summary>What stands on the shelf under another name and holds the same, or null.</summary>
    public Product? Alike { get; private init; }

    /// <param name="formulas">The same shelf by what its products hold.</param>
    public static PastedRow Of(PastedProduct read, IReadOnlyList<Product> shelf, SameFormula formulas)
    {
        var stands = Named(read.Product.Name, shelf);
        var alike = stands is null && read.IsRead ? formulas.Find(read.Product) : null;
        return new()
        {
            Form = ProductForm.From(read.Product),
            Actives = ActiveText.Write(read.Product.Actives),
            Doubts = read.Doubts,
            Stands = stands,
            Alike = alike,
            Taken = stands is null && alike is null && read.IsRead,
        };
    }

    /// <param name="prefix">Before the name of each field.</param>
    public static PastedRow From(IFormCollection form, string prefix, IReadOnlyList<Product> shelf)
    {
        var own = form.Where(field => field.Key.StartsWith(prefix, StringComparison.Ordinal))
            .ToDictionary(field => field.Key[prefix.Length..], field => field.Value);
        var row = ProductForm.From(new FormCollection(own));
        return new()
        {
            Form = row,
            Actives = own.GetValueOrDefault("actives", StringValues.Empty).ToString().Trim(),
            Taken = own.ContainsKey("taken"),
            Stands = Named(row.Name, shelf),
        };
    }

    /// <returns>The product as it would be kept, or null with <see cref="Problems"/>.</returns>
    public Product? ToProduct(string newId, DateOnly today)
    {
        if (Form.Label.Length > 0 && LabelReader.Read(Form.Label).Reading is { } reading)
        {
            Form.Take(reading);
        }

        var (actives, wrong) = ActiveText.Read(Actives);
        Problems.AddRange(wrong.Select(remedy => new Problem("Actives", remedy)));
        Form.Actives = [.. actives.Select(active => (active.Substance.ToString(), active.Percent is { } percent ? Written(percent) : ""))];
        return Form.ToProduct(newId, today, Problems) is not { } product ? null
            : Stands is null ? product
            : InPlaceOf(Stands, product);
    }

    /// <summary>What stands, with what was pasted in place of it; what was not pasted stays.</summary>
    private static Product InPlaceOf(Product stands, Product pasted) =>
        (
            pasted.Label.Length == 0
                ? stands
                : stands with
                {
                    Label = pasted.Label,
                    Contains = pasted.Contains,
                    StrongSulphate = pasted.StrongSulphate,
                    AlcoholNearTop = pasted.AlcoholNearTop,
                    HeavyOil = pasted.HeavyOil,
                }
        ) with
        {
            Spec = null,
            Kind = pasted.Kind,
            Actives = pasted.Actives,
            Ph = pasted.Ph,
            Spf = pasted.Spf,
            BroadSpectrum = pasted.BroadSpectrum,
            ContentMl = pasted.ContentMl ?? stands.ContentMl,
            Pieces = pasted.Pieces ?? stands.Pieces,
            Price = pasted.Price ?? stands.Price,
        };

    private static string Written(decimal value) => value.ToString(CultureInfo.InvariantCulture);

    private static Product? Named(string name, IReadOnlyList<Product> shelf) =>
        name.Length == 0 ? null : shelf.FirstOrDefault(product => product.Name.Equals(name, StringComparison.OrdinalIgnoreCase));
}
