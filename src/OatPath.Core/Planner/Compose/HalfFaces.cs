using OatPath.Core.Case;
using OatPath.Core.Known;
using OatPath.Core.Shelf;
using OatPath.Core.Skin;

namespace OatPath.Core.Planner.Compose;

/// <summary>What is used on one side of the face only: a trial that was agreed, and the first session with a galvanic device.</summary>
/// <remarks>Source: trade convention. The left side where nobody chose: house default.</remarks>
internal sealed class HalfFaces(KnownFacts facts)
{
    private readonly TryHalf[] trials = [.. facts.Decisions.OfType<TryHalf>()];

    public bool Any(DateOnly day) => Array.Exists(trials, trial => Covers(trial, day));

    /// <param name="usedBefore">Whether it stands on an earlier day already, used or planned.</param>
    public FaceSide? Of(Product product, DateOnly day, bool usedBefore)
    {
        var trial = Array.FindLast(trials, trial => trial.Product == product.Id && trial.On <= day);
        return trial is not null && Covers(trial, day) ? trial.Side
            : product.Kind == ProductKind.GalvanicDevice
            && !usedBefore
            && !facts.Log.OfType<Applied>().Any(use => use.Product == product.Id && use.Day < day)
                ? trial?.Side ?? FaceSide.Left
            : null;
    }

    private static bool Covers(TryHalf trial, DateOnly day) => day >= trial.On && day < trial.On.AddDays(trial.Days);
}
