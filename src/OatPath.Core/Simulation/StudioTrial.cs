using OatPath.Core.House;
using OatPath.Core.Ramp;

namespace OatPath.Core.Simulation;

/// <summary>Four weeks of the studios of a trial.</summary>
/// <param name="Strong">Strong reactions.</param>
/// <param name="Off">By how much the middle of a product's bite is off the truth, as a mean of |ln|, of the products known of five clients;
/// null where none is.</param>
/// <param name="Reckoned">Products reckoned with by more than their label, of all studios.</param>
/// <param name="Margin">How much the estimate takes a use to ask, in percent, as a mean over the studios.</param>
public sealed record StudioMonth(int Month, int Uses, int Strong, double? Off, int Reckoned, double Margin);

/// <summary>What a studio has learned at the end of one product, and what is true.</summary>
/// <param name="Truly">How many times its label a use truly asks.</param>
/// <param name="Times">The middle of what was learned; Low and High the ends of its 80 % band.</param>
public sealed record LearnedBite(int Studio, string Product, double Truly, double Times, double Low, double High)
{
    public bool Holds => Low <= Truly && Truly <= High;
}

/// <summary>What one policy came to in whole studios with one kind of hidden skin.</summary>
/// <param name="SettledShare">As in <see cref="TrialRow"/>.</param>
/// <param name="Learned">Products known of five clients at the end; none where nothing is learned.</param>
public sealed record StudioRow(
    SkinModel Model,
    StudioPolicy Policy,
    double StrongPerClient,
    double SettledShare,
    IReadOnlyList<LearnedBite> Learned,
    IReadOnlyList<StudioMonth> Months
);

/// <summary>
/// Runs whole made-up studios through two years: clients come one after the other, the house learns from those before how its products
/// bite, and the next are raised by what it has learned.
/// </summary>
/// <remarks>
/// A use of a product truly asks in proportion to its load index, times its bite; where labels are right that is 1. It compares ways of
/// deciding under the same made-up skins; it says nothing of real ones.
/// </remarks>
public static class StudioTrial
{
    /// <summary>One row for each hidden model and policy.</summary>
    public static IReadOnlyList<StudioRow> Run(StudioTrialSettings settings, HouseRules rules) =>
        [
            .. Enum.GetValues<SkinModel>()
                .SelectMany(model => Enum.GetValues<StudioPolicy>().Select(policy => Run(settings, rules, model, policy))),
        ];

    private static StudioRow Run(StudioTrialSettings settings, HouseRules rules, SkinModel model, StudioPolicy policy)
    {
        var studios = Enumerable
            .Range(0, settings.Studios)
            .Select(number => new TrialStudio(settings, number, model, policy, rules).Run())
            .ToList();
        var clients = (double)settings.Clients * settings.Studios;
        return new(
            model,
            policy,
            Math.Round(studios.Sum(studio => studio.Months.Sum(month => month.Strong)) / clients, 4),
            Math.Round(studios.Sum(studio => studio.Settled) / clients, 4),
            [.. studios.SelectMany(studio => studio.Learned)],
            [.. studios.SelectMany(studio => studio.Months).GroupBy(month => month.Month).Select(Together)]
        );
    }

    private static StudioMonth Together(IGrouping<int, StudioMonth> month) =>
        new(
            month.Key,
            month.Sum(one => one.Uses),
            month.Sum(one => one.Strong),
            month.Average(one => one.Off) is { } off ? Math.Round(off, 3) : null,
            month.Sum(one => one.Reckoned),
            month.Average(one => one.Margin)
        );
}
