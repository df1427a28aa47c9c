using OatPath.Core.Case;
using OatPath.Core.House;
using OatPath.Core.Plan;
using OatPath.Core.Ramp;
using OatPath.Core.Routine;

namespace OatPath.Core.Upgrade;

/// <summary>Something that a plan made by an older engine held lower than the rules of today would.</summary>
/// <param name="Top">Index of the highest rung of today's ladder that is no stronger than what was published; null where nothing was, and
/// it waits whole.</param>
public sealed record EngineRaise(string Product, int? Top, Because Because);

/// <summary>
/// What a change of the engine would raise for a client, and how it is held until somebody publishes. What becomes gentler acts at once; an
/// engine never raises a published plan by itself.
/// </summary>
public static class EngineUpgrade
{
    /// <summary>Compares what was published with what the same facts and rules give today.</summary>
    public static IReadOnlyList<EngineRaise> Raises(CarePath published, CarePath today)
    {
        var raises = new List<EngineRaise>();
        foreach (var ladder in today.Ladders)
        {
            var (before, after) = (Use.Of(published, ladder.Product), Use.Of(today, ladder.Product));
            if (after.Exceeds(before))
            {
                var top = before.None
                    ? -1
                    : ladder
                        .Rungs.Select((rung, index) => (rung, index))
                        .Where(entry => before.Allows(entry.rung))
                        .Select(entry => entry.index)
                        .DefaultIfEmpty(-1)
                        .Max();
                top = top >= ladder.Rung && !before.None ? ladder.Rung - 1 : top;
                raises.Add(
                    new(
                        ladder.Product,
                        top < 0 ? null : top,
                        Because.Of(RuleBook.RulesChanged, ("product", ladder.Product), ("before", before.Words), ("after", after.Words))
                    )
                );
            }
        }

        return raises;
    }

    /// <summary>The case with everything held that would be raised: a lower end of its ladder, or out of use until published.</summary>
    public static CaseFile Hold(CaseFile file, IReadOnlyList<EngineRaise> raises)
    {
        if (raises.Count == 0)
        {
            return file;
        }

        var whole = raises.Where(raise => raise.Top is null).ToDictionary(raise => raise.Product);
        var shelf = file.Shelf.Select(item =>
            whole.TryGetValue(item.Product.Id, out var raise)
                ? item with
                {
                    State = ShelfState.Parked,
                    Reason = Words.Say(raise.Because),
                }
                : item
        );
        var from = file.Decisions.Select(decision => decision.On).DefaultIfEmpty(CareDay.Of(file.AsOf, CareDay.ZoneOf(file.Zone))).Max();
        var ends = raises
            .Where(raise => raise.Top is not null && file.Shelf.Any(item => item.Product.Id == raise.Product))
            .Select(raise => Shape(file, raise, from));
        return file with { Shelf = [.. shelf], Decisions = [.. file.Decisions, .. ends] };
    }

    /// <summary>The client's own ladder stays as it was shaped, and ends no higher than what was published.</summary>
    private static ShapeLadder Shape(CaseFile file, EngineRaise raise, DateOnly from)
    {
        var shaped = file.Decisions.OfType<ShapeLadder>().LastOrDefault(shape => shape.Product == raise.Product);
        var top = Math.Min(raise.Top!.Value, shaped?.Top ?? int.MaxValue);
        return new ShapeLadder
        {
            Id = $"held-{raise.Product}",
            Product = raise.Product,
            On = from,
            Start = Math.Min(shaped?.Start ?? top, top),
            Top = top,
            HoldDays = shaped?.HoldDays,
        };
    }

    /// <summary>The most that a path asks of one product.</summary>
    private sealed record Use(int Most, Frequency Frequency, int Contact, decimal Units, int Level, int Layers)
    {
        public bool None => Most == 0;

        public string Words =>
            None
                ? "not used"
                : $"at most {Most} in 7 days{(Contact > 0 ? $", {House.Words.Duration(Contact)}" : "")}"
                    + $"{(Units > 0 ? $", {Units:0.#} units" : "")}";

        public static Use Of(CarePath path, string product)
        {
            var used = path
                .Days.Where(day => day.Date >= path.Today)
                .SelectMany(day =>
                    day.Morning.Steps.Concat(day.Evening.Steps)
                        .Where(step => step.Product == product && step.Action == StepAction.Apply)
                        .Select(step => (day.Date, Step: step))
                )
                .ToList();
            return used.Count == 0
                ? new(0, Frequency.OnceAWeek, 0, 0, 0, 0)
                : new(
                    used.Max(last => used.Count(other => other.Date <= last.Date && other.Date > last.Date.AddDays(-7))),
                    used.Max(use => use.Step.Frequency ?? Frequency.EveryDay),
                    used.Max(use => use.Step.ContactSeconds ?? 0),
                    used.Max(use => use.Step.Amount is { IsCounted: false } ? use.Step.Amount.Count : 0),
                    used.Max(use => use.Step.Level ?? 0),
                    used.Max(use => use.Step.Layers)
                );
        }

        public bool Exceeds(Use before) =>
            !None
            && (
                Most > before.Most
                || Frequency > before.Frequency
                || Contact > before.Contact
                || Units > before.Units
                || Level > before.Level
                || Layers > before.Layers
            );

        public bool Allows(Rung rung) =>
            rung.Frequency <= Frequency
            && (rung.ContactSeconds ?? 0) <= Contact
            && (rung.Units is not { } units || units <= Units)
            && (rung.Level ?? 0) <= Level
            && rung.Layers <= Math.Max(1, Layers);
    }
}
