using OatPath.Core.Case;
using OatPath.Core.House;
using OatPath.Core.Plan;
using OatPath.Core.Shelf;
using OatPath.Core.Skin;

namespace OatPath.Core.Proposals;

/// <summary>How much a first routine asks of the client.</summary>
public enum RegimenSize
{
    /// <summary>Cleanse, moisturise, protect, and one active for the first concern.</summary>
    Essential,

    /// <summary>Two actives, a second cleanse, a hydrator.</summary>
    Standard,

    /// <summary>Three actives, eye care, a mask, lips.</summary>
    Full,
}

/// <summary>One product of a proposal with the reasons for it.</summary>
/// <param name="Owned">On the client's shelf already; else it comes from the studio.</param>
/// <param name="Starts">An active that is begun: patch test first, then its ladder.</param>
public sealed record ProposedItem(Product Product, bool Owned, bool Starts, IReadOnlyList<Because> Because);

/// <summary>What a proposal does for a concern: the product, or the reason why there is none.</summary>
public sealed record ConcernAnswer(Concern Concern, Product? Product, Because Because);

/// <summary>A first routine for both moments, with a reason for each choice, as the case it would make.</summary>
/// <param name="Parked">Products the client owns that this routine leaves out, and why.</param>
/// <param name="Lacks">What neither the shelf nor the studio has.</param>
/// <param name="Notes">What was left out to stay within steps, minutes or money, and what stays over all the same.</param>
/// <param name="Case">The facts as they would be, to plan and audit.</param>
/// <param name="MonthCost">Use of 30 days at the prices known.</param>
/// <param name="Steps">Steps of both moments together.</param>
/// <param name="More">What it holds more than the next smaller size; null for the smallest.</param>
public sealed record Proposal(
    RegimenSize Size,
    IReadOnlyList<ProposedItem> Items,
    IReadOnlyList<Omitted> Parked,
    IReadOnlyList<ConcernAnswer> Concerns,
    IReadOnlyList<Because> Lacks,
    IReadOnlyList<Because> Notes,
    CaseFile Case,
    CarePath Path,
    int MinutesADay,
    decimal MonthCost,
    int Steps,
    SizeDifference? More
);

/// <summary>What a size holds more than the next smaller one.</summary>
/// <param name="Adds">Empty where the two are the same.</param>
/// <param name="Minutes">More a day, 0 or more.</param>
/// <param name="Cost">More a month, 0 or more.</param>
public sealed record SizeDifference(RegimenSize Than, IReadOnlyList<Product> Adds, int Minutes, decimal Cost)
{
    /// <summary>The difference in a sentence.</summary>
    public string InWords(string currency)
    {
        var than = Than.ToString().ToLowerInvariant();
        if (Adds.Count == 0)
        {
            return $"The same as the {than} one: nothing more is needed, or fits.";
        }

        var adds = Words.List([.. Adds.Select(product => product.Name)]);
        var time = Minutes == 0 ? "no more time" : $"{Minutes} min more a day";
        var money = Cost == 0 ? "" : FormattableString.Invariant($", {Cost:0.00} {currency} more a month");
        return $"The {than} one, with {adds}: {time}{money}.";
    }
}

/// <summary>A product a proposal does without.</summary>
public sealed record Omitted(Product Product, Because Because);
