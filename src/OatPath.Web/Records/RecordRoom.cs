using System.Security.Claims;
using System.Text.Json;
using OatPath.Core.Audit;
using OatPath.Core.Case;
using OatPath.Core.Formats;
using OatPath.Core.House;
using OatPath.Core.Plan;
using OatPath.Core.Upgrade;
using OatPath.Store;
using OatPath.Web.Clock;

namespace OatPath.Web.Records;

/// <summary>Where client records are opened, added to and published.</summary>
/// <param name="plan">The planner; what it plans is audited before anything is published.</param>
public sealed class RecordRoom(
    ClientReading reading,
    RecordKept kept,
    ViewLog views,
    Facts facts,
    Publications publications,
    Studio studio,
    TimeProvider clock,
    PlanPath plan
)
{
    private const int PublishedDays = 84;

    /// <summary>Opens a record; who reads it is logged.</summary>
    public ClientRecord? Open(string id, ClaimsPrincipal reader, string page)
    {
        var record = Derive(id);
        if (record is not null)
        {
            views.LogRead(id, reader.Identity?.Name ?? "", page, clock.GetUtcNow());
        }

        return record;
    }

    /// <summary>Derives a record without logging: for the client's own phone and for lists that show no details. Writes nothing.</summary>
    /// <exception cref="UnreadableException">An entry of this client cannot be read.</exception>
    public ClientRecord? Derive(string id)
    {
        var now = clock.GetUtcNow();
        if (reading.Stamp(id) is not { } stamp)
        {
            return null;
        }

        if (kept.Find(id, stamp, now) is { } known)
        {
            return known;
        }

        if (reading.Read(id, now, kept.FactsOf(id)) is not { } told)
        {
            return null;
        }

        var record = Of(told, now);
        kept.Keep(told.Stamp, record);
        return record;
    }

    /// <summary>A record of what was told, as of a moment.</summary>
    public static ClientRecord Of(ClientTold told, DateTimeOffset asOf) =>
        new()
        {
            Client = told.Client,
            Facts = told.Facts,
            Rules = told.Rules,
            Zone = CareDay.ZoneOf(told.Rules.Zone),
            AsOf = asOf,
            Sessions = told.Sessions,
            Published = told.Published,
        };

    /// <summary>The moment of what is written down now; a record's own moment may be some minutes old.</summary>
    public DateTimeOffset Now => clock.GetUtcNow();

    /// <summary>A fact about now, ready to append.</summary>
    public Fact Make<T>(
        string clientId,
        FactKind kind,
        T body,
        string by,
        string? id = null,
        string? supersedes = null,
        DateTimeOffset? happenedAt = null
    )
    {
        var now = clock.GetUtcNow();
        return new(id ?? Fact.NewId(), clientId, kind, happenedAt ?? now, now, by, supersedes, CaseAssembly.Write(body));
    }

    public Fact Decide(string clientId, string by, Func<string, DateTimeOffset, Decision> decision)
    {
        var id = Fact.NewId();
        return Make(clientId, FactKind.Decision, decision(id, clock.GetUtcNow()), by, id);
    }

    /// <summary>Something that happens now, written down by somebody of the studio.</summary>
    public Fact Log(string clientId, string by, Func<string, DateTimeOffset, LogEntry> entry)
    {
        var id = Fact.NewId();
        return Make(clientId, FactKind.Log, entry(id, clock.GetUtcNow()), by, id);
    }

    /// <summary>A rung down, or under the first a stop; acts at once when it is appended.</summary>
    /// <param name="rung">The rung to go to; -1 for none.</param>
    public Fact StepDown(ClientRecord record, string by, string product, int rung) =>
        Decide(
            record.Client.Id,
            by,
            (id, now) =>
                rung < 0
                    ? new StopActive
                    {
                        Id = id,
                        On = record.Today,
                        RecordedAt = now,
                        By = by,
                        Product = product,
                    }
                    : new StepDown
                    {
                        Id = id,
                        On = record.Today,
                        RecordedAt = now,
                        By = by,
                        Product = product,
                        Rung = rung,
                    }
        );

    /// <summary>The next step of an active waits a week, or for the client's answer; acts at once when it is appended.</summary>
    public Fact WaitBeforeStep(ClientRecord record, string by, string product, bool ask) =>
        Decide(record.Client.Id, by, (id, now) => new WaitBeforeStep
        {
            Id = id,
            On = record.Today,
            RecordedAt = now,
            By = by,
            Product = product,
            Until = record.Today.AddDays(StepAdvices.WaitDays),
            AsksClient = ask,
        });

    public bool Append(string clientId, long? version, params IReadOnlyList<Fact> added)
    {
        var kept = facts.Append(clientId, version, added);
        foreach (var fact in added)
        {
            Recorded(fact.RecordedAt);
        }

        return kept;
    }

    /// <summary>A unit from the cupboard goes to a client, with what that means for their record, in one step.</summary>
    /// <returns>The entries, or null where no unit is left.</returns>
    /// <exception cref="ConflictException">Somebody changed the client in the meantime; no unit left.</exception>
    public (string Batch, IReadOnlyList<Fact> Facts)? Dispense(
        Stock stock,
        string product,
        string? batch,
        string clientId,
        long version,
        Func<string, IReadOnlyList<Fact>> entries,
        string by
    )
    {
        var now = clock.GetUtcNow();
        var taken = stock.Dispense(
            product,
            batch,
            clientId,
            version,
            held => [.. entries(held).Select(fact => fact with { RecordedAt = now })],
            now,
            by
        );
        if (taken is not null)
        {
            Recorded(now);
        }

        return taken;
    }

    /// <summary>What a client answered on the phone becomes an entry of the record; sent again, nothing.</summary>
    /// <param name="cookie">What the phone is known by.</param>
    public bool SendAnswers(AnswerLinks links, string cookie)
    {
        var now = clock.GetUtcNow();
        var sent = links.Send(
            cookie,
            now,
            phone => Make(phone.ClientId, FactKind.Answers, phone.Answers, Author.Client) with
            {
                RecordedAt = now,
            }
        );
        if (sent)
        {
            Recorded(now);
        }

        return sent;
    }

    /// <summary>From what was written down, time never goes back.</summary>
    private void Recorded(DateTimeOffset at) => (clock as RecordClock)?.Recorded(at);

    public bool ContactsComplete() => studio.Current().Rules.Contacts.Complete;

    /// <summary>Why nothing can be published, or null.</summary>
    public static string? PublishObstacle(ClientRecord record) =>
        !record.Rules.Contacts.Complete ? "The House page needs the studio, out-of-hours and emergency numbers first."
        : record.Draft.Shelf.Count == 0 ? "The shelf is empty; bring in at least one product first."
        : PathAuditor.Audit(record.Draft, record.Rules, record.DraftPath()) is { Count: > 0 } breaches
            ? $"The plan breaks a safety rule: {BreachWords.Say(breaches[0], record)}. Change it first."
        : null;

    /// <summary>Publishes everything that waits.</summary>
    /// <exception cref="UnsafePlanException">The plan breaks a safety rule; nothing is written.</exception>
    public Publication Publish(ClientRecord record, string by, long version) =>
        Publish(record, by, version, [], record.Waiting, record.Draft.OnThePhone(), record.Rules, []);

    /// <summary>Decides one thing and publishes just that, leaving other drafts waiting.</summary>
    /// <exception cref="UnsafePlanException">The plan breaks a safety rule; nothing is written.</exception>
    public Publication PublishOne(ClientRecord record, string by, long version, Fact decision)
    {
        var inputs = record.FollowedAsDecided with
        {
            Decisions = [.. record.FollowedAsDecided.Decisions, CaseAssembly.Body<Decision>(decision)],
        };
        return Publish(record, by, version, [decision], [decision], inputs, record.PublishedRules, record.Raises);
    }

    /// <summary>Takes a published decision back and publishes that.</summary>
    /// <exception cref="UnsafePlanException">The plan breaks a safety rule; nothing is written.</exception>
    public Publication PublishUndo(ClientRecord record, string by, long version, string decisionId)
    {
        var undo = Make(record.Client.Id, FactKind.Retract, decisionId, by, supersedes: decisionId);
        var inputs = record.FollowedAsDecided with
        {
            Decisions = [.. record.FollowedAsDecided.Decisions.Where(decision => decision.Id != decisionId)],
        };
        return Publish(record, by, version, [undo], [undo], inputs, record.PublishedRules, record.Raises);
    }

    /// <param name="held">What a change of the engine would raise and nobody looked at yet: it stays held, under the engine it was
    /// published by.</param>
    private Publication Publish(
        ClientRecord record,
        string by,
        long version,
        IReadOnlyList<Fact> added,
        IReadOnlyList<Fact> covered,
        CaseFile inputs,
        HouseRules rules,
        IReadOnlyList<EngineRaise> held
    )
    {
        var now = clock.GetUtcNow();
        var file = EngineUpgrade.Hold(inputs with { AsOf = now }, held);
        var planned = plan(file, rules, PublishedDays);
        if (PathAuditor.Audit(file, rules, planned) is { Count: > 0 } breaches)
        {
            throw new UnsafePlanException(BreachWords.Say(breaches[0], record));
        }

        var path = JsonSerializer.Serialize(planned, CaseJson.Compact);
        Recorded(now);
        return publications.Publish(
            new Publication(
                0,
                record.Client.Id,
                now,
                by,
                JsonSerializer.Serialize(inputs, CaseJson.Compact),
                JsonSerializer.Serialize(rules, CaseJson.Compact),
                held.Count > 0 ? record.Published!.Engine : EngineVersion.Current,
                path,
                Publication.HashOf(path)
            ),
            version,
            added,
            [.. covered.Select(fact => fact.Id)]
        );
    }
}

/// <summary>Plans a case for so many days from today.</summary>
public delegate CarePath PlanPath(CaseFile file, HouseRules rules, int days);
