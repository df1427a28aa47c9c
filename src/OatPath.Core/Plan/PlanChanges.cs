using OatPath.Core.House;
using OatPath.Core.Routine;

namespace OatPath.Core.Plan;

/// <summary>What becomes of one product in one half of the day, over all the days compared.</summary>
/// <param name="Before">Days on which it was planned, oldest first.</param>
/// <param name="After">Days on which it is planned.</param>
/// <param name="PatchOn">The evening of a patch test that comes in, or null.</param>
/// <param name="AmountBefore">Amount, contact and level, where they differ on the first use; else null.</param>
public sealed record ProductChange(
    string Product,
    Moment Moment,
    IReadOnlyList<DateOnly> Before,
    IReadOnlyList<DateOnly> After,
    DateOnly? PatchOn,
    string? AmountBefore,
    string? AmountAfter
)
{
    public bool IsAdded => Before.Count == 0;

    public bool IsGone => Before.Count > 0 && After.Count == 0;
}

/// <summary>Compares two paths product by product, so that each change is said once and not day by day.</summary>
public static class PlanChanges
{
    /// <param name="before">May hold no days: then everything is new.</param>
    public static IReadOnlyList<ProductChange> Between(CarePath before, CarePath after)
    {
        var changes = new List<ProductChange>();
        var patches = new Patches(before, after);
        foreach (var moment in new[] { Moment.Morning, Moment.Evening })
        {
            var (old, now) = (Uses.Of(before, moment, after.Days), Uses.Of(after, moment, after.Days));
            foreach (var product in now.Order.Concat(old.Order).Distinct())
            {
                var (was, will) = (old.DaysOf(product), now.DaysOf(product));
                var (amountWas, amountWill) = (old.AmountOf(product), now.AmountOf(product));
                var amount = was.Count > 0 && will.Count > 0 && amountWas != amountWill;
                if (!was.SequenceEqual(will) || amount || patches.Waits(product))
                {
                    changes.Add(
                        new(product, moment, was, will, patches.Take(product), amount ? amountWas : null, amount ? amountWill : null)
                    );
                }
            }
        }

        // A test whose active begins after the days compared.
        changes.AddRange(patches.Rest().Select(patch => new ProductChange(patch.Product, Moment.Evening, [], [], patch.On, null, null)));
        return changes;
    }

    /// <summary>Patch tests that come in or move, each given to the first change of its product.</summary>
    private sealed class Patches
    {
        private readonly Dictionary<string, DateOnly> waiting = [];

        public Patches(CarePath before, CarePath after)
        {
            var old = Of(before);
            foreach (var (product, on) in Of(after))
            {
                if (!old.TryGetValue(product, out var was) || was != on)
                {
                    waiting[product] = on;
                }
            }
        }

        public bool Waits(string product) => waiting.ContainsKey(product);

        public DateOnly? Take(string product) => waiting.Remove(product, out var on) ? on : null;

        public IEnumerable<(string Product, DateOnly On)> Rest() => waiting.Select(pair => (pair.Key, pair.Value));

        private static Dictionary<string, DateOnly> Of(CarePath path)
        {
            var first = new Dictionary<string, DateOnly>();
            foreach (var day in path.Days)
            {
                foreach (var step in day.Evening.Steps.Where(step => step.Action == StepAction.PatchTest))
                {
                    first.TryAdd(step.Product!, day.Date);
                }
            }

            return first;
        }
    }

    private sealed class Uses
    {
        private readonly Dictionary<string, List<DateOnly>> days = [];
        private readonly Dictionary<string, string> amounts = [];

        /// <summary>Products in the order of the routine.</summary>
        public List<string> Order { get; } = [];

        public static Uses Of(CarePath path, Moment moment, IReadOnlyList<DayPath> span)
        {
            var uses = new Uses();
            var shown = span.Select(day => path.On(day.Date)).OfType<DayPath>().ToList();
            if (shown.Count > 0)
            {
                uses.Order.AddRange(
                    MomentSheet
                        .Of(shown, moment)
                        .Select(line => line.Step)
                        .Where(step => step is { Action: StepAction.Apply, Product: not null })
                        .Select(step => step.Product!)
                        .Distinct()
                );
            }

            foreach (var day in shown)
            {
                foreach (var step in day[moment].Steps.Where(step => step.Product is not null))
                {
                    uses.Take(step, day.Date);
                }
            }

            return uses;
        }

        public List<DateOnly> DaysOf(string product) => days.GetValueOrDefault(product) ?? [];

        public string? AmountOf(string product) => amounts.GetValueOrDefault(product);

        private void Take(Step step, DateOnly day)
        {
            if (step.Action == StepAction.Apply)
            {
                if (!days.TryGetValue(step.Product!, out var known))
                {
                    days[step.Product!] = known = [];
                    amounts[step.Product!] = Amount(step);
                }

                if (known.Count == 0 || known[^1] != day)
                {
                    known.Add(day);
                }
            }
        }

        private static string Amount(Step step)
        {
            var parts = new[]
            {
                step.Amount?.ToString(),
                step.ContactSeconds is { } seconds ? Words.Duration(seconds) : null,
                step.Level is { } level ? $"level {level}" : null,
                step.Layers > 1 ? $"{step.Layers} layers" : null,
            };
            return string.Join(", ", parts.OfType<string>());
        }
    }
}
