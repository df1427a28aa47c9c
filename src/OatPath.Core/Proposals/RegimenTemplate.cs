using OatPath.Core.Case;
using OatPath.Core.Fit;
using OatPath.Core.House;
using OatPath.Core.Ramp;
using OatPath.Core.Shelf;

namespace OatPath.Core.Proposals;

/// <summary>A routine without a client: products, their order and the shape of the week.</summary>
/// <param name="Products">
/// As they stand on a shelf, without what belongs to one bottle; what was asked for by kind as it was asked for, since the next client has
/// another bottle.
/// </param>
public sealed record RegimenTemplate(
    string Name,
    IReadOnlyList<Product> Products,
    IReadOnlyList<string> MorningOrder,
    IReadOnlyList<string> EveningOrder,
    IReadOnlyList<DayOfWeek> RestEvenings,
    IReadOnlyList<NeverOn> Never
)
{
    /// <summary>Weekly extras tied into a home facial, and days from one to the next; null where none are.</summary>
    public TemplateFacial? Facial { get; init; }

    /// <summary>Masks that go on a part of the face only.</summary>
    public IReadOnlyList<TemplateMask> Masks { get; init; } = [];

    public const int MostName = 80;

    /// <summary>The routine a client has now, without the client.</summary>
    public static RegimenTemplate Of(string name, CaseFile file)
    {
        IReadOnlyList<string> Order(Moment moment) =>
            file.Decisions.OfType<SetOrder>().LastOrDefault(order => order.Moment == moment)?.Products ?? [];
        var week = file.Decisions.OfType<ShapeWeek>().LastOrDefault();
        return new(
            name,
            [
                .. file
                    .Shelf.Where(item => item.State == ShelfState.InUse)
                    .Select(item => item.Product.Spec?.Bottle is null ? item.Product : Bottles.Unbind(item.Product))
                    .Select(product => product with { OpenedOn = null, EmptyOn = null, Batch = "" }),
            ],
            Order(Moment.Morning),
            Order(Moment.Evening),
            week?.RestEvenings ?? [],
            week?.Never ?? []
        )
        {
            Facial = file.Decisions.OfType<TieFacial>().LastOrDefault() is { Products.Count: > 0 } facial
                ? new(facial.Products, facial.EveryDays)
                : null,
            Masks =
            [
                .. file
                    .Decisions.OfType<PlaceMask>()
                    .GroupBy(mask => mask.Product)
                    .Select(group => group.Last())
                    .Where(mask => mask.Place != MaskPlace.WholeFace)
                    .Select(mask => new TemplateMask(mask.Product, mask.Place)),
            ],
        };
    }
}

/// <param name="EveryDays">Days from one facial to the next, as in <see cref="HomeFacial"/>.</param>
public sealed record TemplateFacial(IReadOnlyList<string> Products, int EveryDays);

public sealed record TemplateMask(string Product, MaskPlace Place);

public enum TemplateAnswer
{
    /// <summary>As in the template.</summary>
    Same,

    /// <summary>The client has something that does the same work.</summary>
    Own,

    /// <summary>Another product takes its place, because this one does not suit.</summary>
    Instead,

    /// <summary>Left out.</summary>
    LeftOut,
}

/// <summary>What became of one product of a template for this client.</summary>
/// <param name="Used">What is used in its place, or null.</param>
/// <param name="Because">Why it differs from the template; null where it does not.</param>
public sealed record TemplateLine(Product Wanted, TemplateAnswer Answer, Product? Used, Because? Because);

/// <summary>A template as it fits one client, line by line, and the case it would make.</summary>
public sealed record AdaptedRoutine(IReadOnlyList<TemplateLine> Lines, IReadOnlyList<Product> Starts, CaseFile Case);
