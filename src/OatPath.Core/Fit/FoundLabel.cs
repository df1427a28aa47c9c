using OatPath.Core.House;
using OatPath.Core.Labels;
using OatPath.Core.Shelf;
using OatPath.Core.Skin;

namespace OatPath.Core.Fit;

/// <summary>What a client is told at once of a label she found.</summary>
public enum LabelAnswer
{
    Fits,

    /// <summary>Something is not said, or is not what was asked for.</summary>
    AskTheStudio,

    /// <summary>Stronger than asked for, or nothing for this client.</summary>
    NotThisOne,
}

/// <summary>A label that a client found, against what was asked for.</summary>
/// <param name="Offer">The bottle as read from its label alone.</param>
public sealed record FoundLabel(LabelAnswer Answer, BottleOffer Offer)
{
    /// <summary>The judgement for the practitioner: "fits, as far as the label tells".</summary>
    public string InWords() =>
        Answer switch
        {
            LabelAnswer.Fits => "it fits, as far as the label tells",
            LabelAnswer.AskTheStudio => $"the label leaves open: {string.Join("; ", Offer.Fit.Off.Select(point => point.InWords()))}",
            _ when Offer.Refused is { } refused => Words.Uncapital(Words.Say(refused.Because).TrimEnd('.')),
            _ => $"it is not what was asked for: {string.Join("; ", Offer.Fit.Off.Select(point => point.InWords()))}",
        };

    /// <summary>Reads the label and judges it; a reading never clears what the label does not say.</summary>
    /// <returns>The judgement, or the problem that names the remedy; never both.</returns>
    public static (FoundLabel? Found, Problem? Problem) Read(Product asked, string label, string id, Intake intake, DateOnly today)
    {
        var (reading, problem) = LabelReader.Read(label);
        if (reading is null || reading.Ingredients.Count == 0)
        {
            return (null, problem ?? new("Label", "holds no list of ingredients that is known"));
        }

        var bottle = reading.Fill(
            new Product
            {
                Id = id,
                Name = reading.Title.Length is > 0 and <= 80 ? reading.Title : asked.Name,
                Kind = reading.Kind,
                Dispenser = asked.Dispenser,
                ContentMl = asked.ContentMl,
                Label = label.Trim(),
            }
        );

        // A list of ingredients tells the kind badly: a guess is not held against the bottle.
        var likely = reading.KindCertainty < PastedProducts.SureOfKind ? bottle with { Kind = asked.Spec!.Kind } : bottle;
        var offer = Bottles.Judge(asked, likely, intake, today);
        return (new(AnswerOf(offer), offer), null);
    }

    private static LabelAnswer AnswerOf(BottleOffer offer) =>
        offer.Refused is not null && offer.Refused.Because.Rule != RuleBook.UnknownStrength ? LabelAnswer.NotThisOne
        : offer.Fit.Answer == BottleAnswer.Stronger
        || offer.Fit.Off.Any(point => point is { Answer: BottleAnswer.Different, Field: AskedFor.Without or AskedFor.Base })
            ? LabelAnswer.NotThisOne
        : offer.Binds ? LabelAnswer.Fits
        : LabelAnswer.AskTheStudio;
}
