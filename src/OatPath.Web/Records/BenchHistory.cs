using OatPath.Core.Case;
using OatPath.Store;

namespace OatPath.Web.Records;

/// <summary>
/// What can be undone and redone on the Bench: the drafts since the last publication, one step for all that was saved together.
/// Facts stay; undoing retracts, redoing writes the same again and names what it stands for.
/// </summary>
public sealed class BenchHistory
{
    private readonly Stack<List<Fact>> undo = [];
    private readonly Stack<List<Fact>> redo = [];

    private BenchHistory() { }

    /// <summary>The latest step, or null.</summary>
    public IReadOnlyList<Fact>? Undoable => undo.TryPeek(out var step) ? step : null;

    /// <summary>The step undone last, or null.</summary>
    public IReadOnlyList<Fact>? Redoable => redo.TryPeek(out var step) ? step : null;

    public static BenchHistory Of(IReadOnlyList<Fact> facts)
    {
        var history = new BenchHistory();
        foreach (var step in Steps(facts))
        {
            history.Take(step);
        }

        return history;
    }

    /// <summary>What of each step is of the Bench, in the order they were saved.</summary>
    private static IEnumerable<List<Fact>> Steps(IReadOnlyList<Fact> facts) =>
        facts.Where(IsOfTheBench).GroupBy(fact => fact.StepId).Select(step => step.ToList());

    private static bool IsOfTheBench(Fact fact) =>
        fact.Kind is FactKind.Shelf or FactKind.ShelfRemoved or FactKind.Retract
        || (
            fact.Kind == FactKind.Decision
            && CaseAssembly.Body<Decision>(fact) is SetOrder or ShapeWeek or StartActive or ShapeLadder or TryHalf or TieFacial or PlaceMask
        );

    private void Take(List<Fact> step)
    {
        if (step.Exists(fact => fact.Published))
        {
            undo.Clear();
            redo.Clear();
        }
        else if (step[0].Kind == FactKind.Retract)
        {
            var gone = step.Select(fact => fact.Supersedes).ToHashSet();
            if (undo.TryPeek(out var last) && last.TrueForAll(fact => gone.Contains(fact.Id)))
            {
                redo.Push(undo.Pop());
                return;
            }

            // Something further back was taken out: what is left of it can still be undone.
            var rest = undo.Select(earlier => earlier.Where(fact => !gone.Contains(fact.Id)).ToList())
                .Where(earlier => earlier.Count > 0)
                .Reverse()
                .ToList();
            undo.Clear();
            rest.ForEach(undo.Push);
            redo.Clear();
        }
        else
        {
            var again = redo.TryPeek(out var undone) && step.TrueForAll(fact => undone.Exists(other => other.Id == fact.Supersedes));
            if (again)
            {
                redo.Pop();
            }
            else
            {
                redo.Clear();
            }

            undo.Push(step);
        }
    }
}
