using OatPath.Core.Case;
using OatPath.Core.House;
using OatPath.Core.Plan;
using OatPath.Core.Ramp;
using OatPath.Core.Routine;
using OatPath.Core.Shelf;

namespace OatPath.Web.Records;

/// <summary>The home facial on the Bench: what may be tied into one evening, and what is.</summary>
/// <param name="May">Products in use that have a place in one, in the order of an evening.</param>
/// <param name="Tied">Ids of those that are tied; empty where none are.</param>
/// <param name="EveryDays">Days from one to the next.</param>
/// <param name="Next">The next evening within eight weeks, with the names of its parts; null where none is planned.</param>
public sealed record BenchFacial(
    IReadOnlyList<Product> May,
    IReadOnlyList<string> Tied,
    int EveryDays,
    (DateOnly On, IReadOnlyList<string> Parts)? Next
)
{
    /// <summary>Days ahead that are looked at for the next evening.</summary>
    public const int Days = HomeFacial.MostDays + 1;

    public static BenchFacial Of(ClientRecord record, CarePath path)
    {
        var facial = record.Draft.Decisions.OfType<TieFacial>().LastOrDefault();
        var next = path.Days.FirstOrDefault(day => day.Date >= path.Today && day.Evening.Facial.Count > 0);
        return new(
            [
                .. RoutineBuilder
                    .Order(
                        [
                            .. record
                                .Draft.Shelf.Where(item => item.State == ShelfState.InUse && HomeFacial.PartOf(item.Product) is not null)
                                .Select(item => new RoutineItem(item.Product, RoutineSlots.Of(item.Product.Kind)!.Value, [])),
                        ],
                        []
                    )
                    .Select(item => item.Product),
            ],
            facial?.Products ?? [],
            facial?.EveryDays ?? HomeFacial.LeastDays,
            next is null ? null : (next.Date, [.. next.Evening.Facial.Select(step => record.NameOf(step.Product))])
        );
    }

    /// <summary>What it is, in words: how often, with what, and when next.</summary>
    public string InWords(Func<string, string> nameOf) =>
        $"{Words.List([.. Tied.Select(nameOf)])}, {FrequencyTraits.Every(EveryDays)}"
        + (Next is { } next ? $"; next {Words.Day(next.On)}{Missing(next.Parts, nameOf)}." : "; none planned yet: its parts rest or wait.");

    private string Missing(IReadOnlyList<string> parts, Func<string, string> nameOf)
    {
        var without = Tied.Select(nameOf).Where(name => !parts.Contains(name)).ToList();
        return without.Count == 0 ? "" : $", without {Words.List(without)}";
    }
}
