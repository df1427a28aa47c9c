using OatPath.Core.Ramp;
using OatPath.Core.Shelf;
using OatPath.Core.Skin;

namespace OatPath.Core.Calibration;

/// <summary>What one client's uses of a product say of how it bites.</summary>
/// <param name="Bottle">The product as it stands on the client's shelf.</param>
/// <param name="LogLikelihood">For each of <see cref="Bite.Times"/>.</param>
public sealed record ProductEvidence(Product Bottle, int Uses, int Mild, int Strong, IReadOnlyList<double> LogLikelihood)
{
    /// <summary>Of every product that a client used.</summary>
    /// <param name="bottleOf">What stands on the client's shelf under an id; null where it left.</param>
    public static IReadOnlyList<ProductEvidence> Of(Sensitivity sensitivity, LivedUses lived, Func<string, Product?> bottleOf) =>
        [
            .. lived
                .Asked.Select(asked => (Bottle: bottleOf(asked.Product), asked.Uses))
                .Where(asked => asked.Bottle is not null && asked.Uses.Count > 0)
                .Select(asked => new ProductEvidence(
                    asked.Bottle!,
                    asked.Uses.Count,
                    asked.Uses.Count(use => use.Felt is Felt.Mild or Felt.Strong),
                    asked.Uses.Count(use => use.Felt == Felt.Strong),
                    Bite.LogLikelihood(sensitivity, asked.Uses)
                )),
        ];
}
