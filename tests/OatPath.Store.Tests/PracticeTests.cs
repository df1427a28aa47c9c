using OatPath.Core.House;
using OatPath.Core.Shelf;

namespace OatPath.Store.Tests;

/// <summary>A practice client stands in no count, takes nothing from the cupboard, and leaves no trace.</summary>
public sealed class PracticeTests : IDisposable
{
    private static readonly DateOnly Today = new(2026, 3, 9);
    private readonly TestDatabase test = new();
    private readonly ViewLog views;
    private readonly PracticeClients practice;

    public PracticeTests()
    {
        views = new(test.Database);
        practice = new(test.Database, views);
    }

    private Client Make() => practice.Make(TestDatabase.Noon, Today, "maren")!;

    [Fact]
    public void It_stands_in_no_count_list_first_step_or_question_of_keeping()
    {
        var made = Make();

        Assert.True(test.Clients.Find(made.Id)!.IsPractice);
        Assert.Equal((0, 0), (test.Clients.Count(), test.Clients.Search("").Count));
        Assert.Null(new FirstSteps(test.Database).Taken().Client);
        test.Publish(made);
        views.LogShown(new(1, made.Id), "hash", TestDatabase.Noon);
        Assert.True(new FirstSteps(test.Database).Taken() is { Published: false, PublishedFor: null, Shown: false });
        Assert.Empty(new Retention(test.Database).Since(TestDatabase.Noon.AddYears(9)));
        var table = new DigestTable(test.Database);
        Assert.Empty(table.Outdated(new(0, 0, "", Today), 9));
        Assert.Empty(table.Told(9));
    }

    [Fact]
    public void It_has_answered_everything_and_nothing_stands_in_the_way()
    {
        var file = CaseAssembly.Draft(test.Facts.Of(Make().Id), TestDatabase.Noon, "UTC");

        Assert.Empty(Core.Case.CaseCheck.Check(file));
        Assert.False(file.Intake.MayBeMinor(Today));
        Assert.Equal(Today, file.Intake.SafetyAskedOn);
        Assert.Empty(file.Intake.Flags);
    }

    [Fact]
    public void What_is_dispensed_to_it_stays_in_the_cupboard_and_comes_back_from_nowhere()
    {
        var made = Make();
        new StudioShelf(test.Database).Save(
            new Product
            {
                Id = "reed",
                Name = "Reed",
                Kind = ProductKind.GelCleanser,
            },
            0
        );
        var stock = new Stock(test.Database);
        stock.TakeIn("reed", "B1", 1, TestDatabase.Noon, "maren");
        var fact = TestDatabase.Make(made, FactKind.Shelf, TestDatabase.Item("reed"));

        var taken = stock.Dispense("reed", null, made.Id, made.Version, _ => [fact], TestDatabase.Noon, "maren");

        Assert.Equal("B1", taken!.Value.Batch);
        Assert.Equal(1, stock.Levels()["reed"].Units);
        test.Facts.Append(made.Id, null, TestDatabase.Make(made, FactKind.Retract, fact.Id, supersedes: fact.Id));
        Assert.Equal(1, stock.Levels()["reed"].Units);
    }

    [Fact]
    public void It_is_removed_whole_and_nobody_else_can_be_removed_so()
    {
        var (made, real) = (Make(), test.AddClient());
        test.Facts.Append(made.Id, null, TestDatabase.Make(made, FactKind.Note, "tried"));
        new Links(test.Database).Create(made.Id, "maren", TestDatabase.Noon);
        new AnswerLinks(test.Database).Create(made.Id, "maren", TestDatabase.Noon);

        Assert.False(practice.Remove(real.Id));
        Assert.True(practice.Remove(made.Id));
        Assert.False(practice.Remove(made.Id));
        Assert.Null(test.Clients.Find(made.Id));
        Assert.Empty(test.Facts.Of(made.Id));
        Assert.NotNull(test.Clients.Find(real.Id));
        Assert.Empty(new Erasure(test.Database, views).All());
    }

    [Fact]
    public void There_are_only_so_many_and_each_has_a_name_of_its_own()
    {
        var names = Enumerable.Range(0, PracticeClients.Most).Select(_ => Make().Name).ToList();

        Assert.Equal(PracticeClients.Most, names.Distinct().Count());
        Assert.Null(practice.Make(TestDatabase.Noon, Today, "maren"));
        Assert.True(practice.Remove(practice.All()[1].Id));
        Assert.Equal(names[1], Make().Name);
    }

    public void Dispose() => test.Dispose();
}
