using OatPath.Core.Care;

namespace OatPath.Store.Tests;

/// <summary>House treatments, calendar addresses, messages, and bookings that a later fact stands in place of.</summary>
public sealed class CareStoreTests : IDisposable
{
    private static readonly DateTimeOffset Now = new(2026, 3, 9, 12, 0, 0, TimeSpan.Zero);
    private readonly TestDatabase test = new();

    public void Dispose() => test.Dispose();

    private string Client(string name = "Orla Wray")
    {
        var id = Fact.NewId();
        new Clients(test.Database).Add(id, name, "0555 010 300", Now);
        return id;
    }

    [Fact]
    public void A_house_treatment_comes_back_as_it_was_kept_and_its_title_is_its_own()
    {
        var house = new HouseTreatments(test.Database);
        var ours = CareTemplates.Of(TreatmentKind.MediumPeel) with { Id = "ours", Title = "river peel" };

        Assert.True(house.Save(ours, Now, "Maren Holt"));
        Assert.Equal(ours, house.Find("ours")!.Template);
        Assert.False(house.Save(ours with { Id = "other", Title = "River Peel" }, Now, "Maren Holt"));
        Assert.True(house.Save(ours with { AgainDays = 120 }, Now, "Tilde Renn"));
        Assert.Equal((120, "Tilde Renn"), (house.All().Single().Template.AgainDays, house.All().Single().ChangedBy));
        Assert.True(house.Archive("ours", true));
        Assert.Empty(house.All());
        Assert.True(house.Save(ours with { Id = "other" }, Now, "Maren Holt"));
        Assert.False(house.Archive("ours", false));
    }

    [Fact]
    public void A_calendar_address_is_kept_as_a_hash_and_only_the_newest_opens()
    {
        var (feeds, client) = (new CalendarFeeds(test.Database), Client());
        var first = feeds.Create(client, named: false, Now);
        var second = feeds.Create(client, named: true, Now);

        Assert.Null(feeds.Find(first));
        Assert.Equal((client, true), feeds.Find(second));
        Assert.True(second.Length >= 43);
        Assert.Equal(
            0,
            test.Database.Read(connection =>
            {
                using var command = connection.CreateCommand();
                command.CommandText = "SELECT count(*) FROM calendar_feed WHERE token_hash = $1";
                command.Parameters.AddWithValue("$1", second);
                return Convert.ToInt32(command.ExecuteScalar(), System.Globalization.CultureInfo.InvariantCulture);
            })
        );
        feeds.Revoke(client, Now);
        Assert.Null(feeds.Find(second));
    }

    [Fact]
    public void A_message_is_written_once_tried_until_delivered_or_given_up_and_settles_once()
    {
        var (outbox, client) = (new Outbox(test.Database), Client());
        Assert.True(outbox.Write(client, "k", "words", Now, Now));
        Assert.False(outbox.Write(client, "k", "words", Now, Now));
        var message = outbox.Due(Now).Single();
        outbox.Failed(message.Id, "line busy", Now, Now.AddMinutes(5));
        Assert.Empty(outbox.Due(Now.AddMinutes(4)));
        Assert.Equal((1, "line busy"), (outbox.Due(Now.AddMinutes(5)).Single().Attempts, outbox.Due(Now.AddMinutes(5)).Single().Reason));
        outbox.Delivered(message.Id, Now.AddMinutes(5));
        outbox.Failed(message.Id, "late", Now, null);
        Assert.Equal(MessageState.Delivered, outbox.Latest().Single().State);
        Assert.False(outbox.TryAgain(message.Id, Now));
    }

    [Fact]
    public void Who_opted_out_gets_nothing_and_what_waited_is_withdrawn()
    {
        var (outbox, client, other) = (new Outbox(test.Database), Client(), Client("Jory Pellan"));
        outbox.Write(client, "k", "words", Now, Now);
        outbox.Write(other, "k", "words", Now, Now);
        outbox.OptOut(client, "client", Now);

        Assert.False(outbox.Write(client, "k2", "words", Now, Now));
        Assert.Equal(other, outbox.Due(Now).Single().ClientId);
        Assert.Equal("client", outbox.OptedOut(client)!.Value.ToldBy);
        outbox.OptIn(client);
        Assert.True(outbox.Write(client, "k2", "words", Now, Now));
    }

    [Fact]
    public void A_treatment_moved_called_off_and_put_back_is_always_one_or_none()
    {
        var client = Client();
        Fact Make(string id, Treatment treatment, int minute, string? supersedes = null, FactKind kind = FactKind.Treatment) =>
            new(
                id,
                client,
                kind,
                Now.AddMinutes(minute),
                Now.AddMinutes(minute),
                "test",
                supersedes,
                kind == FactKind.Retract ? CaseAssembly.Write(supersedes!) : CaseAssembly.Write(treatment)
            );
        var booked = new Treatment
        {
            Id = "a",
            Kind = TreatmentKind.Dermaplaning,
            On = new(2026, 4, 1),
        };
        var facts = new List<Fact> { Make("a", booked, 0) };
        DateOnly? On() =>
            CaseAssembly.Draft(facts, Now.AddDays(1), "UTC").Treatments.Select(treatment => (DateOnly?)treatment.On).SingleOrDefault();

        Assert.Equal(new DateOnly(2026, 4, 1), On());
        facts.Add(Make("b", booked with { Id = "b", On = new(2026, 4, 8) }, 1, "a"));
        Assert.Equal(new DateOnly(2026, 4, 8), On());
        facts.Add(Make("c", booked with { Id = "b", On = new(2026, 4, 8), CalledOff = true }, 2, "b"));
        Assert.Null(On());
        facts.Add(Make("d", booked, 3, "c", FactKind.Retract));
        Assert.Equal(new DateOnly(2026, 4, 8), On());
        facts.Add(Make("e", booked, 4, "b", FactKind.Retract));
        Assert.Equal(new DateOnly(2026, 4, 1), On());
    }
}
