using OatPath.Core.Case;
using OatPath.Core.House;
using OatPath.Core.Shelf;
using OatPath.Core.Skin;

namespace OatPath.Core.Tests;

/// <summary>Clients part of whose shelf is only asked for by kind, or was and has its bottle.</summary>
internal static class AskedForCase
{
    /// <summary>The case with some products turned into what would have been asked for in their place.</summary>
    public static CaseFile In(CaseFile file, int seed)
    {
        var chance = new Random(seed);
        return file with
        {
            Shelf =
            [
                .. file.Shelf.Select(item =>
                    chance.Next(3) == 0 && Ask(item.Product, chance) is { } asked ? Turned(item, asked, file, chance) : item
                ),
            ],
        };
    }

    private static ShelfItem Turned(ShelfItem item, Product asked, CaseFile file, Random chance)
    {
        var began = file.Decisions.OfType<StartActive>().Any(start => start.Product == item.Product.Id && start.AlreadyInUse);
        if (!began && chance.Next(2) == 0)
        {
            return item with { Product = asked.Spec!.AtStrongEnd(asked) };
        }

        var bound = asked with { Spec = asked.Spec! with { Bottle = "bottle" } };
        return chance.Next(2) == 0 || item.Was.Count > 0
            ? item with
            {
                Product = bound,
            }
            : item with
            {
                Product = bound,
                Was = [FormerFormula.Of(asked.Spec!.AtStrongEnd(asked), file.AsOf.AddDays(-chance.Next(0, 40)))],
            };
    }

    /// <summary>What a product could have been asked for as; null where its kind is never asked for.</summary>
    private static Product? Ask(Product product, Random chance)
    {
        var spec = new Specification
        {
            Kind = product.Kind,
            Actives =
            [
                .. product.Actives.Select(active => new ActiveRange(
                    active.Substance,
                    active.Percent is { } least && chance.Next(2) == 0 ? least / 2 : null,
                    active.Percent is { } most ? Math.Min(100, chance.Next(3) == 0 ? most * 1.2m : most) : null
                )),
            ],
            PhLeast = product.Ph is { } ph ? Math.Max(0, chance.Next(3) == 0 ? ph - 0.2m : ph) : null,
            PhMost = chance.Next(2) == 0 ? null : product.Ph,
            SpfLeast = product.Spf,
            BroadSpectrum = product.BroadSpectrum,
        };
        var asked = product with { Spec = spec };
        var problems = new List<Problem>();
        CaseCheck.CheckProduct(problems, spec.AtStrongEnd(asked), CaseBuilder.Monday);
        CaseCheck.CheckProduct(problems, asked with { Spec = spec with { Bottle = "bottle" } }, CaseBuilder.Monday);
        return problems.Count == 0 ? asked : null;
    }
}
