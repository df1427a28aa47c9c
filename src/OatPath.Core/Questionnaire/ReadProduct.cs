using OatPath.Core.Fit;
using OatPath.Core.House;
using OatPath.Core.Labels;
using OatPath.Core.Shelf;
using OatPath.Core.Skin;

namespace OatPath.Core.Questionnaire;

/// <summary>A product that a client says is in use, with what its label tells.</summary>
/// <param name="Product">As far as the label could be read; null where there was none, or none that can be read.</param>
internal sealed record ReadProduct(ToldProduct Told, int Place, Product? Product, LabelReading? Reading)
{
    public string Name => Told.Name;

    public bool IsAcid => Product is { } product && (product.Has(Family.Aha) || product.Has(Family.Bha) || product.Has(Family.Pha));

    public bool IsMedicine => Reading?.Has(LabelFlags.Medicine) == true;

    public IReadOnlyList<Allergen> Contains => Product?.Contains ?? [];

    public static ReadProduct Of(ToldProduct told, int place)
    {
        var reading = told.Label.Length > 0 ? LabelReader.Read(told.Label).Reading : null;
        return reading is not { Ingredients.Count: > 0 }
            ? new(told, place, null, null)
            : new(
                told,
                place,
                reading.Fill(
                    new Product
                    {
                        Id = FormattableString.Invariant($"told-{place}"),
                        Name = told.Name,
                        Kind = reading.Kind,
                        Label = told.Label,
                    }
                ),
                reading
            );
    }

    /// <summary>What the label tells: "Reads as retinoid: retinol."</summary>
    private string Reads =>
        Product is null
            ? Told.Label.Length == 0
                ? "No label was sent: look at the package."
                : "What was sent as its label cannot be read: look at the package."
            : $"Reads as {KindTraits.Of(Product.Kind).Title}"
                + (Reading!.Roles.Count > 0 ? $": {string.Join(", ", Reading.Roles)}." : ".");

    /// <param name="intake">The answers with everything told, so that what suits her no longer is named.</param>
    public AnswerLine Line(Intake intake, DateOnly today)
    {
        var when =
            Told is { Morning: true, Evening: true } ? "morning and evening"
            : Told.Morning ? "in the morning"
            : Told.Evening ? "in the evening"
            : "now and then";
        return new(
            new(MeetQuestion.Products, null, Place),
            $"In use: {Name}",
            when,
            "",
            Reads,
            Product is null
                ? []
                :
                [
                    .. Suitability
                        .Judge(Product, intake, today)
                        .Where(verdict => verdict.Refuses)
                        .Select(verdict => Words.Say(verdict.Because)),
                ],
            IsSafety: false,
            IsNew: true,
            OnlyNoted: true
        );
    }
}
