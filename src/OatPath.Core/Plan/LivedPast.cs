using OatPath.Core.Shelf;

namespace OatPath.Core.Plan;

/// <summary>What a client did, day by day, and where each active stood, as reckoned today from all that is known.</summary>
/// <param name="Days">Every day from the first that anything is known of to today, in order.</param>
/// <param name="Reports">
/// What each report meant, oldest first; without those about a place that was picked, which no active pays for.
/// </param>
public sealed record LivedPast(IReadOnlyList<LivedDay> Days, IReadOnlyList<ReportOutcome> Reports);

/// <summary>One care day of the past.</summary>
/// <param name="Uses">Actives that were used, planned or not; each once.</param>
/// <param name="Rungs">Where each active of the plan stood on its ladder that day.</param>
public sealed record LivedDay(DateOnly Date, IReadOnlyList<LivedUse> Uses, IReadOnlyList<LivedRung> Rungs)
{
    /// <summary>What all uses of the day asked, in the planning index; a planning aid, never a medical measure.</summary>
    public double Load => Uses.Sum(use => use.Load);
}

/// <summary>An active on the skin.</summary>
/// <param name="Load">In the planning index, both halves of the day together.</param>
/// <param name="OnRung">Which use at its rung it was, from 1; null for what is on no ladder.</param>
/// <param name="Told">Told of in a report, and nothing of the client's shelf.</param>
public sealed record LivedUse(Product Product, double Load, int? OnRung, bool Told);

/// <summary>Where an active stood.</summary>
/// <param name="Rung">From 0, the gentlest.</param>
/// <param name="Top">The last rung of its ladder.</param>
/// <param name="Rests">After a reaction, by itself or with everything.</param>
public sealed record LivedRung(string Product, int Rung, int Top, bool Rests);
