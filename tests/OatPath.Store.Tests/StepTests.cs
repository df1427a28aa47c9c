using OatPath.Core.Care;
using OatPath.Core.Shelf;

namespace OatPath.Store.Tests;

/// <summary>What was saved together is one step, whatever the time says.</summary>
public sealed class StepTests : IDisposable
{
    private readonly TestDatabase test = new();

    [Fact]
    public void What_is_appended_at_once_is_one_step_and_what_is_appended_in_the_same_moment_another()
    {
        var client = test.AddClient();
        test.Facts.Append(
            client.Id,
            null,
            TestDatabase.Make(client, FactKind.Note, "a"),
            TestDatabase.Make(client, FactKind.Note, "b", minutes: 1)
        );
        test.Facts.Append(client.Id, null, TestDatabase.Make(client, FactKind.Note, "c"));

        Assert.Equal(
            ["\"a\" \"b\"", "\"c\""],
            test.Facts.Of(client.Id).GroupBy(fact => fact.StepId).Select(step => string.Join(' ', step.Select(fact => fact.Body)))
        );
    }

    [Fact]
    public void What_a_publication_and_a_dispensing_add_is_a_step_as_well()
    {
        var client = test.AddClient();
        var path = "\"path\"";
        test.Publications.Publish(
            new(0, client.Id, TestDatabase.Noon, "Maren Holt", "{}", "{}", "1.0", path, Publication.HashOf(path)),
            null,
            [TestDatabase.Make(client, FactKind.Note, "a"), TestDatabase.Make(client, FactKind.Note, "b")],
            []
        );
        var (shelf, stock) = (new StudioShelf(test.Database), new Stock(test.Database));
        shelf.Save(
            new Product
            {
                Id = "cream",
                Name = "Cream",
                Kind = ProductKind.Moisturiser,
            },
            0
        );
        stock.TakeIn("cream", "B1", 1, TestDatabase.Noon, "Maren Holt");
        stock.Dispense(
            "cream",
            null,
            client.Id,
            test.Clients.Find(client.Id)!.Version,
            _ => [TestDatabase.Make(client, FactKind.Note, "c")],
            TestDatabase.Noon,
            "Maren Holt"
        );

        Assert.Equal([2, 1], test.Facts.Of(client.Id).GroupBy(fact => fact.StepId).Select(step => step.Count()));
        Assert.DoesNotContain(test.Facts.Of(client.Id), fact => fact.StepId.Length == 0);
    }

    [Fact]
    public void Facts_of_an_older_program_get_their_step_from_who_wrote_them_when()
    {
        const int BeforeSteps = 13;
        using var older = new TestDatabase(migrate: false);
        Migrator.Migrate(older.Database, BeforeSteps);
        var (client, other) = (older.AddClient(), older.AddClient("Tove Arlund"));
        Fact Of(Client whose, FactKind kind, object body, int minutes = 0, string by = "Maren Holt") =>
            TestDatabase.Make(whose, kind, body, minutes) with
            {
                RecordedBy = by,
            };
        var treatment = new Treatment
        {
            Id = "t",
            Kind = TreatmentKind.HydratingFacial,
            On = new DateOnly(2026, 3, 20),
        };
        Fact[] facts =
        [
            Of(client, FactKind.Shelf, TestDatabase.Item("a")),
            Of(client, FactKind.Decision, "began"),
            Of(client, FactKind.Shelf, TestDatabase.Item("b"), by: "Oskar Wren"),
            Of(client, FactKind.Shelf, TestDatabase.Item("c"), minutes: 1),
            Of(client, FactKind.Treatment, treatment),
            Of(client, FactKind.Treatment, treatment),
            Of(client, FactKind.Note, "x"),
            Of(client, FactKind.Note, "y"),
            Of(other, FactKind.Shelf, TestDatabase.Item("a")),
        ];
        Array.ForEach(facts, older.WriteOld);
        Migrator.Migrate(older.Database);

        var steps = older
            .Facts.Of(client.Id)
            .Concat(older.Facts.Of(other.Id))
            .GroupBy(fact => fact.StepId)
            .Select(step => string.Join(" ", step.Select(fact => FactKinds.NameOf(fact.Kind))));
        Assert.Equal(["shelf decision", "shelf", "shelf", "treatment treatment", "note", "note", "shelf"], steps);
    }

    [Fact]
    public void A_unit_comes_back_in_the_same_write_as_what_takes_it_back_and_leaves_again_with_what_does_it_again()
    {
        var (client, stock) = (test.AddClient(), new Stock(test.Database));
        new StudioShelf(test.Database).Save(
            new Product
            {
                Id = "cream",
                Name = "Cream",
                Kind = ProductKind.Moisturiser,
            },
            0
        );
        stock.TakeIn("cream", "B1", 1, TestDatabase.Noon, "Maren Holt");
        long Version() => test.Clients.Find(client.Id)!.Version;
        var given = stock
            .Dispense(
                "cream",
                null,
                client.Id,
                Version(),
                _ => [TestDatabase.Make(client, FactKind.Shelf, TestDatabase.Item("cream"))],
                TestDatabase.Noon,
                "Maren Holt"
            )!
            .Value.Facts[0];
        Fact TakenBack(string id) => TestDatabase.Make(client, FactKind.Retract, id, supersedes: id);

        // Refused for a conflict, nothing moves.
        Assert.Throws<ConflictException>(() => test.Facts.Append(client.Id, Version() - 1, TakenBack(given.Id)));
        Assert.Equal(0, stock.Levels()["cream"].Units);

        test.Facts.Append(client.Id, Version(), TakenBack(given.Id));
        Assert.Equal(1, stock.Levels()["cream"].Units);

        var again = TestDatabase.Make(client, FactKind.Shelf, TestDatabase.Item("cream"), supersedes: given.Id);
        test.Facts.Append(client.Id, Version(), again);
        Assert.Equal(0, stock.Levels()["cream"].Units);
        test.Facts.Append(client.Id, Version(), TakenBack(again.Id));
        Assert.Equal(1, stock.Levels()["cream"].Units);
    }

    public void Dispose() => test.Dispose();
}
