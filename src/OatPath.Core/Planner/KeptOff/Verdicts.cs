using OatPath.Core.Fit;
using OatPath.Core.House;
using OatPath.Core.Known;
using OatPath.Core.Planner.Tracks;
using OatPath.Core.Shelf;

namespace OatPath.Core.Planner.KeptOff;

/// <summary>
/// What suits the client on a day. Answers at Meet begin and end, so each day's verdicts are kept until the next of those edges.
/// </summary>
internal sealed class Verdicts : IKeepsOff
{
    private readonly KnownFacts facts;
    private readonly RuleSwitch rule;
    private readonly Dictionary<string, IReadOnlyList<Verdict>> kept = [];
    private readonly Dictionary<(string, int), Because?> refusalsAhead = [];
    private readonly HashSet<DateOnly> edges;
    private int keptOf = -1;
    private (DateOnly Day, int Epoch) epochOf = (DateOnly.MaxValue, 0);

    public Verdicts(KnownFacts facts, RuleSwitch rule)
    {
        this.facts = facts;
        this.rule = rule;
        edges =
        [
            .. facts
                .File.Intake.Flags.SelectMany(flag => new[] { flag.From, flag.Until?.AddDays(1), flag.Until?.AddMonths(6) })
                .OfType<DateOnly>(),
        ];
        if (facts.File.Intake.BirthDate is { } born)
        {
            edges.Add(born.AddYears(18));
            edges.Add(born.AddYears(18).AddDays(1));
        }
    }

    /// <summary>Whether an answer at Meet begins or ends after a day.</summary>
    public bool ChangeAfter(DateOnly day) => edges.Any(edge => edge > day);

    /// <summary>Counts the days on which verdicts may have changed; between them they are the same.</summary>
    public int Epoch(DateOnly day)
    {
        if (epochOf.Day != day)
        {
            var passed = 0;
            foreach (var edge in edges)
            {
                passed += edge <= day ? 1 : 0;
            }

            epochOf = (day, passed);
        }

        return epochOf.Epoch;
    }

    public IReadOnlyList<Verdict> On(Product product, DateOnly day)
    {
        // An answer may begin on a day that asks for no verdict, as in repair: what counts is how many have begun or ended.
        var epoch = Epoch(day);
        if (epoch != keptOf)
        {
            kept.Clear();
            keptOf = epoch;
        }

        if (!kept.TryGetValue(product.Id, out var found))
        {
            kept[product.Id] = found = [
                .. Suitability.Judge(product, facts.File.Intake, day).Where(verdict => rule.On(verdict.Because.Rule)),
            ];
        }

        return found;
    }

    public Off? Of(Track track, DateOnly day) => Refusal(track.Product, day) is { } refused ? Off.WithAnswers(refused) : null;

    /// <summary>Why a product is not for this client on a day, or null.</summary>
    public Because? Refusal(Product product, DateOnly day)
    {
        foreach (var verdict in On(product, day))
        {
            if (verdict.Refuses)
            {
                return verdict.Because;
            }
        }

        return null;
    }

    /// <summary>The same for a day ahead of the run, which keeps no verdicts; between two edges it is one answer.</summary>
    public Because? RefusalAhead(Product product, DateOnly day)
    {
        var key = (product.Id, Epoch(day));
        if (!refusalsAhead.TryGetValue(key, out var refused))
        {
            refusalsAhead[key] = refused = Suitability
                .Judge(product, facts.File.Intake, day)
                .FirstOrDefault(verdict => verdict.Refuses && rule.On(verdict.Because.Rule))
                ?.Because;
        }

        return refused;
    }
}
