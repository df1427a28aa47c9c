using OatPath.Core.Ramp;
using OatPath.Core.Skin;

namespace OatPath.Core.Calibration;

/// <summary>How good the chances are as a whole.</summary>
/// <param name="Brier">Mean square of chance less outcome, 0 to 1; 0 is best.</param>
/// <param name="Reliability">The part of it by which the bands stray from what followed; 0 is best.</param>
/// <param name="Resolution">By how much the bands tell uses apart; more is better.</param>
/// <param name="Uncertainty">What nobody could do better than without telling uses apart: share times one less share.</param>
/// <param name="Within">What is lost or won by chances that differ within a band.</param>
/// <param name="Sharpness">Standard deviation of the chances that were named; 0 where all were alike.</param>
public sealed record ChanceScore(double Brier, double Reliability, double Resolution, double Uncertainty, double Within, double Sharpness);

/// <summary>Every chance of a strong reaction that the estimate had for a use, held against what followed.</summary>
/// <remarks>
/// The score is that of Brier (1950), taken apart as by Murphy (1973): Brier = reliability - resolution + uncertainty + what differs within
/// the bands. A band of 95 % is the wider of two: Wilson's interval for a share (1927), which knows single uses, and the share plus and
/// minus 1.96 standard errors of a ratio over clients, sum of (strong - share x uses) squared, which knows that the uses of one client are
/// alike.
/// </remarks>
public sealed record Account(
    HeldToAccount All,
    ChanceScore Score,
    IReadOnlyList<(ChanceBand Band, HeldToAccount Held)> Bands,
    IReadOnlyList<(Sensitivity Sensitivity, HeldToAccount Held)> Sensitivities,
    IReadOnlyList<(string Product, HeldToAccount Held)> Products
)
{
    private const double Said = 1.959964;

    // Looked at again and again, a band of 95 % would leave the chance one day by itself.
    private const double Done = 3;

    /// <summary>Whether, over all uses or those of one word, more happened than was said for sure enough to act on it.</summary>
    public bool IsSurelyMore => All.IsSurelyMore || Bands.Any(band => band.Held.IsSurelyMore);

    /// <summary>Counts the uses of all clients.</summary>
    /// <param name="isShared">Whether the id of a product means the same for every client.</param>
    public static Account Of(IReadOnlyList<ClientForetold> clients, Func<string, bool> isShared)
    {
        var uses = clients.SelectMany(client => client.Uses.Select(use => new Told(client, use))).ToList();
        var all = Hold(uses);
        IReadOnlyList<(ChanceBand Band, HeldToAccount Held)> bands =
        [
            .. uses.GroupBy(told => ChanceBands.Of(told.Use.Chance)).OrderBy(band => band.Key).Select(band => (band.Key, Hold([.. band]))),
        ];
        return new(
            all,
            ScoreOf(uses, all, bands),
            bands,
            [.. uses.GroupBy(told => told.Client.Sensitivity).OrderBy(group => group.Key).Select(group => (group.Key, Hold([.. group])))],
            [
                .. uses.Where(told => isShared(told.Use.Product))
                    .GroupBy(told => told.Use.Product)
                    .OrderBy(group => group.Key, StringComparer.Ordinal)
                    .Select(group => (group.Key, Hold([.. group]))),
            ]
        );
    }

    private sealed record Told(ClientForetold Client, Foretold Use)
    {
        public int Strong => Use.Felt == Felt.Strong ? 1 : 0;
    }

    private static HeldToAccount Hold(IReadOnlyList<Told> uses)
    {
        if (uses.Count == 0)
        {
            return new(0, 0, 0, 0, 0, 0, 0, 0, 1, 0);
        }

        var clients = uses.GroupBy(told => told.Client.Client).ToList();
        var strong = uses.Sum(told => told.Strong);
        var share = (double)strong / uses.Count;
        var (low, high) = Band(clients, strong, uses.Count, Said);
        return new(
            clients.Count,
            uses.Count,
            uses.Count(told => told.Use.Felt != Felt.Untold),
            uses.Count(told => told.Use.Felt is Felt.Mild or Felt.Strong),
            strong,
            uses.Average(told => told.Use.Chance),
            share,
            low,
            high,
            Band(clients, strong, uses.Count, Done).Low
        );
    }

    /// <param name="z">Half the width of the band in standard errors.</param>
    private static (double Low, double High) Band(List<IGrouping<string, Told>> clients, int strong, int uses, double z)
    {
        var (low, high) = Wilson(strong, uses, z);
        if (clients.Count < 2)
        {
            return (low, high);
        }

        var share = (double)strong / uses;
        var spread = clients.Sum(client => Math.Pow(client.Sum(told => told.Strong) - (share * client.Count()), 2));
        var error = z * Math.Sqrt(spread * clients.Count / (clients.Count - 1.0)) / uses;
        return (Math.Max(0, Math.Min(low, share - error)), Math.Min(1, Math.Max(high, share + error)));
    }

    private static (double Low, double High) Wilson(int strong, int uses, double z)
    {
        var share = (double)strong / uses;
        var middle = share + (z * z / (2 * uses));
        var half = z * Math.Sqrt((share * (1 - share) / uses) + (z * z / (4.0 * uses * uses)));
        var whole = 1 + (z * z / uses);
        return (Math.Max(0, (middle - half) / whole), Math.Min(1, (middle + half) / whole));
    }

    private static ChanceScore ScoreOf(
        IReadOnlyList<Told> uses,
        HeldToAccount all,
        IReadOnlyList<(ChanceBand Band, HeldToAccount Held)> bands
    )
    {
        if (uses.Count == 0)
        {
            return new(0, 0, 0, 0, 0, 0);
        }

        double Weighed(Func<HeldToAccount, double> of) => bands.Sum(band => band.Held.Uses * of(band.Held)) / uses.Count;
        var brier = uses.Average(told => Math.Pow(told.Use.Chance - told.Strong, 2));
        var reliability = Weighed(held => Math.Pow(held.Chance - held.Share, 2));
        var resolution = Weighed(held => Math.Pow(held.Share - all.Share, 2));
        var uncertainty = all.Share * (1 - all.Share);
        return new(
            brier,
            reliability,
            resolution,
            uncertainty,
            brier - (reliability - resolution + uncertainty),
            Math.Sqrt(uses.Average(told => Math.Pow(told.Use.Chance - all.Chance, 2)))
        );
    }
}
