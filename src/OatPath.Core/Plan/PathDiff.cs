using OatPath.Core.House;
using OatPath.Core.Routine;

namespace OatPath.Core.Plan;

/// <summary>What a client would see change on one half day.</summary>
/// <param name="Added">Products that come in.</param>
/// <param name="Removed">Products that go.</param>
/// <param name="Reordered">The same products in another order, or in another amount.</param>
public sealed record HalfDayChange(
    DateOnly Date,
    Moment Moment,
    IReadOnlyList<string> Added,
    IReadOnlyList<string> Removed,
    bool Reordered
);

/// <summary>Compares two paths as a client sees them: products, their order and amounts.</summary>
public static class PathDiff
{
    public static IReadOnlyList<HalfDayChange> Between(CarePath before, CarePath after)
    {
        var changes = new List<HalfDayChange>();
        foreach (var day in after.Days)
        {
            foreach (var moment in new[] { Moment.Morning, Moment.Evening })
            {
                var old = Shown(before.On(day.Date)?[moment]);
                var now = Shown(day[moment]);
                if (old.SequenceEqual(now))
                {
                    continue;
                }

                var oldKeys = old.Select(step => step.Key).ToList();
                var nowKeys = now.Select(step => step.Key).ToList();
                changes.Add(
                    new(
                        day.Date,
                        moment,
                        [.. nowKeys.Except(oldKeys)],
                        [.. oldKeys.Except(nowKeys)],
                        nowKeys.Order().SequenceEqual(oldKeys.Order())
                    )
                );
            }
        }

        return changes;
    }

    private static List<(string Key, string Amount)> Shown(HalfDay? half) =>
        half is null
            ? []
            :
            [
                .. half
                    .Steps.Where(step => step.Action is StepAction.Apply or StepAction.PatchTest)
                    .Select(step => (step.Key, step.Amount?.ToString() ?? "")),
            ];
}
