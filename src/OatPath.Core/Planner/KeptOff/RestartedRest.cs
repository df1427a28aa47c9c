using OatPath.Core.Care;
using OatPath.Core.House;
using OatPath.Core.Planner.Tracks;
using OatPath.Core.Shelf;

namespace OatPath.Core.Planner.KeptOff;

/// <summary>A rest that begins again, since something was used inside it: that kind of thing, or that product alone.</summary>
/// <remarks>Source: trade convention; at most twice its length: house default.</remarks>
internal sealed class RestartedRest(RuleSwitch rule) : IKeepsOff
{
    private readonly List<(RestrictionKind? Kind, string? Product, DateOnly From, DateOnly Until, string Other)> rests = [];

    /// <summary>From the day after a use until a day, that one included.</summary>
    /// <param name="kind">What rests; null for the product alone.</param>
    public void Begin(RestrictionKind? kind, Product product, DateOnly used, DateOnly until) =>
        rests.Add((kind, kind is null ? product.Id : null, used, until, product.Name));

    public Off? Of(Track track, DateOnly day) => Of(track.Product, day);

    public Off? Of(Product product, DateOnly day)
    {
        Off? latest = null;
        foreach (var (kind, own, from, until, other) in rests)
        {
            if (
                day > from
                && day <= until
                && !(latest?.Until >= until)
                && (kind is { } rests ? Restrictions.On(product).Contains(rests) : own == product.Id)
                && rule.On(RuleBook.RestAgain)
            )
            {
                latest = Off.Through(
                    until,
                    Because.Of(RuleBook.RestAgain, ("product", product.Name), ("other", other), ("on", from), ("until", until))
                );
            }
        }

        return latest;
    }
}
