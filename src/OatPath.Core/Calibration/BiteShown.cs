using OatPath.Core.Ramp;
using OatPath.Core.Shelf;

namespace OatPath.Core.Calibration;

/// <summary>How many times what its label lets expect a product asks of a skin, beside what all products of the house do.</summary>
/// <remarks>
/// Derived: the likelihoods of all clients multiplied, and priors by which the logarithm of a factor is a part that all products of the
/// house share and a part of its own, each normal around 0; what is shown is its own part, the shared one summed over. So reports that are
/// more or less than the estimate expects of anybody are laid at no product's door (<see cref="MarginNeeded"/> sees to those), and a
/// product few have used is taken as its label says. House defaults: the priors' standard deviation, and how many uses of one client
/// count in full; of one with more each counts less, so that nobody outweighs the rest.
/// </remarks>
/// <param name="Clients">How many clients it is of.</param>
/// <param name="Uses">Their uses since the formula last changed.</param>
/// <param name="Mild">Uses told of as mild or worse.</param>
/// <param name="Strong">Uses with a strong reaction.</param>
/// <param name="Times">The middle of what it may be, a factor over 0.</param>
/// <param name="Low">Lower end of the 80 % band.</param>
/// <param name="High">Upper end of it.</param>
public sealed record BiteShown(string Product, int Clients, int Uses, int Mild, int Strong, double Times, double Low, double High)
{
    /// <summary>Standard deviation of the logarithm of a product's own factor, and of the shared one, before anything is seen; house
    /// default.</summary>
    public const double Spread = 0.35;

    /// <summary>Uses of one client that count in full; house default.</summary>
    public const int MostOfOne = 60;

    /// <summary>Whether it may be shown at all.</summary>
    public bool MayBeShown => Clients >= HeldToAccount.FewestClients;

    /// <summary>1 where the band lies over what the label lets expect, -1 where under it, 0 where it may be as labelled.</summary>
    public int Strays =>
        Low > 1 ? 1
        : High < 1 ? -1
        : 0;

    /// <summary>Every product of which a client tells, by its id.</summary>
    /// <param name="isShared">Whether a client's bottle is what stands on the studio's shelf.</param>
    public static IReadOnlyList<BiteShown> Of(IEnumerable<IReadOnlyList<ProductEvidence>> clients, Func<Product, bool> isShared)
    {
        var products = clients
            .SelectMany(client => client)
            .Where(evidence => isShared(evidence.Bottle))
            .GroupBy(evidence => evidence.Bottle.Id)
            .OrderBy(product => product.Key, StringComparer.Ordinal)
            .Select(product => (Id: product.Key, Evidence: product.ToList()))
            .ToList();
        var bands = OwnBites.Of([.. products.Select(product => Weighed(product.Evidence))]);
        return [.. products.Zip(bands, (product, band) => Of(product.Id, product.Evidence, band))];
    }

    private static BiteShown Of(string product, List<ProductEvidence> clients, (double Middle, double Low, double High) band) =>
        new(
            product,
            clients.Count,
            clients.Sum(client => client.Uses),
            clients.Sum(client => client.Mild),
            clients.Sum(client => client.Strong),
            Math.Exp(band.Middle),
            Math.Exp(band.Low),
            Math.Exp(band.High)
        );

    /// <summary>What all clients of a product say of each factor that is tried.</summary>
    private static double[] Weighed(List<ProductEvidence> clients) =>
        [.. Bite.Times.Select((_, i) => clients.Sum(client => client.LogLikelihood[i] * Math.Min(1, MostOfOne / (double)client.Uses)))];
}
