using OatPath.Core.Case;
using OatPath.Core.House;
using OatPath.Core.Known;
using OatPath.Core.Shelf;

namespace OatPath.Core.Scripting;

/// <summary>One session an evening: a day on which it was used already has no script, on no phone and on no paper.</summary>
internal static class SessionHeldOn
{
    public static Because? Refusal(CaseFile file, Product product, DateOnly on) =>
        new KnownFacts(file).WasApplied(product.Id, on) ? Because.Of(RuleBook.SessionHeld, ("product", product.Name), ("on", on)) : null;
}
