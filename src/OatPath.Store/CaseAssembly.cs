using System.Text.Json;
using OatPath.Core.Care;
using OatPath.Core.Case;
using OatPath.Core.Formats;
using OatPath.Core.Questionnaire;
using OatPath.Core.Shelf;
using OatPath.Core.Skin;

namespace OatPath.Store;

/// <summary>Joins a client's facts into a case file.</summary>
public static class CaseAssembly
{
    /// <summary>The practitioner's view: every decision, published or still a draft.</summary>
    public static CaseFile Draft(IReadOnlyList<Fact> facts, DateTimeOffset asOf, string zone, params IReadOnlyList<SessionHeld> sessions) =>
        Build(facts, sessions, asOf, zone, clientView: false);

    /// <summary>
    /// What the client's plan follows: published decisions, everything that happened, and safety facts at once.
    /// It may differ from what was published only toward gentler.
    /// </summary>
    public static CaseFile Client(
        IReadOnlyList<Fact> facts,
        DateTimeOffset asOf,
        string zone,
        params IReadOnlyList<SessionHeld> sessions
    ) => Build(facts, sessions, asOf, zone, clientView: true).OnThePhone();

    /// <summary>Facts that wait for the next publication.</summary>
    public static IReadOnlyList<Fact> Waiting(IReadOnlyList<Fact> facts)
    {
        var ids = facts.ToDictionary(fact => fact.Id);
        var gone = Retracted(facts, ids, _ => true);
        return
        [
            .. facts.Where(fact => !fact.Published && NeedsPublishing(fact, ids) && !gone.Contains(fact.Id) && !UndoesADraft(fact, facts)),
        ];
    }

    /// <summary>A fact's body.</summary>
    public static T Body<T>(Fact fact)
        where T : class => fact.As<T>();

    /// <summary>
    /// Reads a fact of any kind that is planned with, so that one that cannot be read is found before anything is derived without it.
    /// </summary>
    /// <exception cref="UnreadableException">It cannot be read.</exception>
    public static void Prove(Fact fact)
    {
        try
        {
            _ = fact.Kind switch
            {
                FactKind.Intake => (object)Body<Intake>(fact),
                FactKind.Shelf => Body<ShelfItem>(fact),
                FactKind.ShelfRemoved => Body<string>(fact),
                FactKind.Decision => Body<Decision>(fact),
                FactKind.Log => Body<LogEntry>(fact),
                FactKind.Treatment => Body<Treatment>(fact),
                FactKind.Occasion => Body<Occasion>(fact),
                FactKind.Visit => Body<Visit>(fact),
                FactKind.Answers => Body<MeetAnswers>(fact),
                FactKind.AnswersSettled => Body<AnswersSettled>(fact),
                _ => fact.Body,
            };
        }
        catch (Exception fault) when (IsUnreadable(fault))
        {
            throw new UnreadableException(
                fact.ClientId,
                $"The entry of {fact.RecordedAt:yyyy-MM-dd HH:mm} UTC ({FactKinds.NameOf(fact.Kind)}, {fact.Id})",
                fault
            );
        }
    }

    internal static bool IsUnreadable(Exception fault) =>
        fault is JsonException or NotSupportedException or FormatException or InvalidDataException or ArgumentException;

    public static string Write<T>(T body) => JsonSerializer.Serialize(body, CaseJson.Compact);

    /// <summary>
    /// Decisions, shelf changes and occasions wait for publication, and what was told on the phone acts until it is settled by one; what
    /// happened, safety answers, stops, steps down and clearings do not. Taking back
    /// what acts at once acts at once.
    /// </summary>
    private static bool NeedsPublishing(Fact fact, Dictionary<string, Fact> all) =>
        fact.Kind switch
        {
            FactKind.Retract => !(
                fact.Supersedes is { } id
                && all.TryGetValue(id, out var target)
                && target.Kind != FactKind.Retract
                && !NeedsPublishing(target, all)
            ),
            FactKind.Shelf or FactKind.ShelfRemoved or FactKind.Intake or FactKind.Occasion or FactKind.AnswersSettled => true,
            FactKind.Decision => Body<Decision>(fact) is not (ClearRed or ClearScreening or StopActive or StepDown or WaitBeforeStep),
            _ => false,
        };

    private static bool UndoesADraft(Fact fact, IReadOnlyList<Fact> facts) =>
        fact.Kind == FactKind.Retract && facts.Any(other => other.Id == fact.Supersedes && !other.Published);

    /// <summary>
    /// What was taken back. A client's report is not among it: that takes a practitioner's reason, which stands in the log. Nor is what a
    /// client answered on the phone: that is settled.
    /// </summary>
    private static HashSet<string> Retracted(IReadOnlyList<Fact> facts, Dictionary<string, Fact> all, Func<Fact, bool> counts) =>
        [
            .. facts
                .Where(fact =>
                    fact.Kind == FactKind.Retract
                    && fact.Supersedes is { } id
                    && !(all.TryGetValue(id, out var target) && IsTheClients(target))
                    && counts(fact)
                )
                .Select(fact => fact.Supersedes!),
        ];

    private static bool IsTheClients(Fact fact) =>
        fact.Kind == FactKind.Answers || (fact.Kind == FactKind.Log && Body<LogEntry>(fact) is CheckedIn);

    private static CaseFile Build(
        IReadOnlyList<Fact> all,
        IReadOnlyList<SessionHeld> sessions,
        DateTimeOffset asOf,
        string zone,
        bool clientView
    )
    {
        var facts = all.Where(fact => fact.RecordedAt <= asOf).ToList();
        var ids = facts.ToDictionary(fact => fact.Id);
        var gone = Retracted(facts, ids, fact => !clientView || fact.Published || !NeedsPublishing(fact, ids));
        var live = facts.Where(fact => !gone.Contains(fact.Id)).ToList();
        var used = live.Where(fact => !clientView || fact.Published || !NeedsPublishing(fact, ids)).ToList();
        var shelf = new Dictionary<string, ShelfItem>();
        var left = new Dictionary<string, ShelfItem>();
        foreach (var fact in used)
        {
            if (fact.Kind == FactKind.Shelf)
            {
                var item = Body<ShelfItem>(fact);
                var before = shelf.GetValueOrDefault(item.Product.Id) ?? left.GetValueOrDefault(item.Product.Id);
                shelf[item.Product.Id] = before is null ? item : item with { Was = Grown(before, item.Product, fact.RecordedAt) };
            }
            else if (fact.Kind == FactKind.ShelfRemoved && shelf.Remove(Body<string>(fact), out var removed))
            {
                // What comes back under the same id is compared with what left.
                left[removed.Product.Id] = removed;
            }
        }

        var decisions = used.Where(fact => fact.Kind == FactKind.Decision)
            .Select(Body<Decision>)
            .Where(decision => NamesAProduct(decision, shelf))
            .Select(decision => OnThisShelf(decision, shelf))
            .ToList();
        return new CaseFile
        {
            Format = CaseFile.FormatName,
            Version = 1,
            AsOf = asOf,
            Zone = zone,
            Intake = ToldAnswers.Of(used).Aggregate(IntakeOf(live, used, clientView), (intake, told) => told.Gentler(intake)),
            Shelf = [.. shelf.Values.OrderBy(item => item.Product.Id, StringComparer.Ordinal)],
            Decisions = decisions,
            Log = [.. used.Where(fact => fact.Kind == FactKind.Log).Select(Body<LogEntry>), .. sessions],
            Treatments =
            [
                .. Newest(used, FactKind.Treatment)
                    .Select(fact => Body<Treatment>(fact) with { RecordedAt = fact.RecordedAt })
                    .Where(treatment => !treatment.CalledOff),
            ],
            Occasions =
            [
                .. Newest(used, FactKind.Occasion)
                    .Select(fact => Body<Occasion>(fact) with { RecordedAt = fact.RecordedAt })
                    .Where(occasion => !occasion.CalledOff),
            ],
        };
    }

    /// <summary>Facts of a kind without those that a later one stands in place of.</summary>
    private static IEnumerable<Fact> Newest(List<Fact> used, FactKind kind)
    {
        var replaced = used.Where(fact => fact.Kind == kind && fact.Supersedes is not null).Select(fact => fact.Supersedes!).ToHashSet();
        return used.Where(fact => fact.Kind == kind && !replaced.Contains(fact.Id));
    }

    /// <summary>The former formulas of a product, with the one before where it differs: a change is a new start.</summary>
    private static IReadOnlyList<FormerFormula> Grown(ShelfItem before, Product now, DateTimeOffset at)
    {
        var former = FormerFormula.Of(before.Product, at);
        return former.IsSame(now) ? before.Was : [.. before.Was, former];
    }

    private static Intake IntakeOf(List<Fact> live, List<Fact> used, bool clientView)
    {
        var latest = live.FindLast(fact => fact.Kind == FactKind.Intake) is { } newest ? Body<Intake>(newest) : new Intake();
        if (!clientView)
        {
            return latest;
        }

        return used.FindLast(fact => fact.Kind == FactKind.Intake) is { } published
            ? Intake.GentlerOf(Body<Intake>(published), latest)
            : latest;
    }

    /// <summary>A week and a home facial without the products that left the shelf.</summary>
    private static Decision OnThisShelf(Decision decision, Dictionary<string, ShelfItem> shelf) =>
        decision switch
        {
            ShapeWeek week when week.Never.Any(never => !shelf.ContainsKey(never.Product)) => week with
            {
                Never = [.. week.Never.Where(never => shelf.ContainsKey(never.Product))],
            },
            TieFacial facial when !facial.Products.All(shelf.ContainsKey) => WithoutGone(facial, shelf),
            _ => decision,
        };

    /// <summary>One product alone is no facial: it stands by itself again.</summary>
    private static TieFacial WithoutGone(TieFacial facial, Dictionary<string, ShelfItem> shelf)
    {
        var left = facial.Products.Where(shelf.ContainsKey).ToList();
        return facial with { Products = left.Count > 1 ? left : [] };
    }

    /// <summary>Decisions about a product that left the shelf no longer count.</summary>
    private static bool NamesAProduct(Decision decision, Dictionary<string, ShelfItem> shelf) =>
        decision switch
        {
            StartActive start => shelf.ContainsKey(start.Product),
            StopActive stop => shelf.ContainsKey(stop.Product),
            StepUp step => shelf.ContainsKey(step.Product),
            StepDown step => shelf.ContainsKey(step.Product),
            WaitBeforeStep wait => shelf.ContainsKey(wait.Product),
            KeepLevel keep => shelf.ContainsKey(keep.Product),
            ReopenLevel reopen => shelf.ContainsKey(reopen.Product),
            ShapeLadder ladder => shelf.ContainsKey(ladder.Product),
            TryHalf half => shelf.ContainsKey(half.Product),
            PlaceMask mask => shelf.ContainsKey(mask.Product),
            _ => true,
        };
}
