using OatPath.Core.Case;
using OatPath.Core.Shelf;

namespace OatPath.Core.Known;

/// <summary>The products of a case with what was seen of their bottles: empty since when, opened when, which batch.</summary>
public static class BottleReading
{
    public static IReadOnlyDictionary<string, Product> Of(CaseFile file) =>
        new KnownFacts(file).File.Shelf.ToDictionary(item => item.Product.Id, item => item.Product);
}
