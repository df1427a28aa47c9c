using OatPath.Core.Shelf;
using OatPath.Core.Skin;

namespace OatPath.Store.Tests;

public sealed class ShelfTests : IDisposable
{
    private static readonly DateOnly Today = new(2026, 3, 9);
    private readonly TestDatabase test = new();

    private StudioShelf Shelf => new(test.Database);
    private Stock Stock => new(test.Database);
    private ShelfImports Imports => new(test.Database);

    private static Product Toner =>
        new()
        {
            Id = "reed-water",
            Name = "Reed water, \"the clear one\"",
            Line = "Ferrymead",
            Kind = ProductKind.ExfoliatingToner,
            Actives = [new(Substance.Glycolic, 7), new(Substance.Lactic)],
            Ph = 3.6m,
            Dispenser = Dispenser.WideNeck,
            ContentMl = 200,
            Amount = new(6, AmountUnit.Drop),
            Contains = [Allergen.Fragrance, Allergen.NutOils],
            AlcoholNearTop = true,
            MonthsGood = 12,
            Price = 28.5m,
            Supplier = "Weir house",
            Label = "Aqua, Glycolic Acid;\nLactic Acid, \"Parfum\"",
        };

    private static Product Random(Random random, int number)
    {
        string[] odd =
        [
            "=1+1",
            "+me",
            "-me",
            "@home",
            "'quoted",
            "'=both",
            "plain; with, all \"three\"",
            "två\nlines",
            "  ",
            "ä€ß",
            "\tindented",
        ];
        var kinds = Enum.GetValues<ProductKind>();
        string Odd() => random.Next(3) == 0 ? odd[random.Next(odd.Length)] : $"text {random.Next(1000)}";
        return new()
        {
            Id = $"p-{number}",
            Name = Odd().Trim() is { Length: > 0 } name ? name : "name",
            Line = Odd().Trim(),
            Kind = kinds[random.Next(kinds.Length)],
            Actives =
            [
                .. Enumerable
                    .Range(0, random.Next(4))
                    .Select(_ => new Active(
                        (Substance)random.Next(Enum.GetValues<Substance>().Length),
                        random.Next(2) == 0 ? null : random.Next(1, 200) / 10m
                    )),
            ],
            Ph = random.Next(2) == 0 ? null : random.Next(0, 141) / 10m,
            Dispenser = (Dispenser)random.Next(13),
            ContentMl = random.Next(2) == 0 ? null : random.Next(1, 500),
            Pieces = random.Next(4) == 0 ? random.Next(1, 100) : null,
            UnitMl = random.Next(4) == 0 ? random.Next(1, 100) / 100m : null,
            Spf = random.Next(4) == 0 ? random.Next(2, 100) : null,
            BroadSpectrum = random.Next(2) == 0,
            Contains = [.. Enum.GetValues<Allergen>().Where(_ => random.Next(5) == 0)],
            KeepCold = random.Next(2) == 0,
            Price = random.Next(2) == 0 ? null : random.Next(0, 10000) / 100m,
            Supplier = Odd().Trim(),
            Label = Odd(),
        };
    }

    [Fact]
    public void Export_wipe_import_gives_back_the_same_shelf_byte_for_byte()
    {
        var random = new Random(7);
        foreach (var product in Enumerable.Range(0, 300).Select(number => Random(random, number)).Append(Toner))
        {
            Shelf.Save(product, 0);
        }

        var file = ShelfCsv.Write(Shelf.All());
        using var other = new TestDatabase();
        var (products, problems) = ShelfCsv.Read(file, Today);
        Assert.Empty(problems);
        var imports = new ShelfImports(other.Database);
        imports.Apply(imports.Keep("shelf.csv", file, TestDatabase.Noon, "Maren Holt"), products);

        Assert.Equal(file, ShelfCsv.Write(new StudioShelf(other.Database).All()));
    }

    [Fact]
    public void A_field_that_begins_like_a_formula_is_kept_from_running_and_read_back_as_it_was()
    {
        foreach (var name in new[] { "=cmd()", "+1", "-1", "@sum", "'note", "'=x" })
        {
            var file = ShelfCsv.Write([Toner with { Name = name }]);
            Assert.Contains($",'{name},", file, StringComparison.Ordinal);
            Assert.Equal(name, ShelfCsv.Read(file, Today).Products.Single().Name);
        }
    }

    [Theory]
    [InlineData("name,kind,ph\r\nReed,exfoliating-toner,3.6\r\n")]
    [InlineData("\uFEFFname;kind;ph\nReed;exfoliating-toner;3,6\n")]
    [InlineData("Name\tKind\tpH\nReed\texfoliating-toner\t3.6")]
    [InlineData("\"kind\";\"ph\";\"name\"\n\n\"exfoliating-toner\";\"3,6\";\"Reed\"")]
    public void Commas_semicolons_tabs_and_byte_order_marks_are_read(string file)
    {
        var (products, problems) = ShelfCsv.Read(file, Today);

        Assert.Empty(problems);
        Assert.Equal(("Reed", 3.6m, "reed"), (products.Single().Name, products.Single().Ph!.Value, products.Single().Id));
    }

    [Theory]
    [InlineData("name,kind,content_ml\nReed,exfoliating-toner,-5", "content_ml", "more than 0")]
    [InlineData("name,kind,ph\nReed,exfoliating-toner,15", "ph", "from 0 to 14")]
    [InlineData("name,kind\nReed,soup", "kind", "use one of")]
    [InlineData("name,kind\n,scrub", "id", "letters")]
    [InlineData("name,kind,actives\nReed,scrub,glycolic lots", "actives", "glycolic 7")]
    [InlineData("name,kind\nReed,scrub\nReed,scrub", "id", "used twice")]
    [InlineData("name,kind,colour\nReed,scrub,blue", "colour", "no column")]
    [InlineData("name\nReed", "kind", "missing")]
    [InlineData("", "file", "is empty")]
    [InlineData("name,kind\nReed,scrub,extra", "row", "3 fields for 2 columns")]
    [InlineData("id,name,kind\nnew,Reed,scrub", "id", "another id")]
    [InlineData("name,kind,ph,price\nReed,soup,15,-3", "price", "0 to 100000")]
    [InlineData("name,kind,matt\nReed,scrub,perhaps", "matt", "yes or no")]
    public void A_broken_row_names_line_field_and_remedy(string file, string field, string remedy)
    {
        var (products, problems) = ShelfCsv.Read(file, Today);

        Assert.Empty(products);
        Assert.Contains(problems, problem => problem.Field == field && problem.Remedy.Contains(remedy, StringComparison.Ordinal));
    }

    [Fact]
    public void A_line_number_counts_lines_of_the_file()
    {
        var (_, problems) = ShelfCsv.Read("name,kind,label\nReed,scrub,\"two\nlines\"\nWeir,soup,x", Today);

        Assert.Equal(4, problems.Single().Line);
    }

    [Fact]
    public void Bytes_that_are_no_text_are_refused()
    {
        Assert.Contains("UTF-8", ShelfCsv.Decode([0xFF, 0xFE, 0x41, 0x00]).Problem!.Remedy, StringComparison.Ordinal);
        Assert.Contains("UTF-8", ShelfCsv.Decode([0x6E, 0xE4, 0x6D, 0x65]).Problem!.Remedy, StringComparison.Ordinal);
        Assert.Equal("name", ShelfCsv.Decode([0xEF, 0xBB, 0xBF, .. "name"u8]).Text);
    }

    [Fact]
    public void The_same_file_twice_changes_nothing_the_second_time()
    {
        var (products, _) = ShelfCsv.Read(ShelfCsv.Write([Toner, Toner with { Id = "b", Name = "B" }]), Today);
        Assert.Equal(2, Imports.Apply(Imports.Keep("a.csv", "x", TestDatabase.Noon, "Maren Holt"), products));

        Assert.All(ShelfImports.Compare(products, Shelf.Everything()), row => Assert.Equal(ImportChange.Same, row.Change));
        Assert.Equal(0, Imports.Apply(Imports.Keep("a.csv", "x", TestDatabase.Noon, "Maren Holt"), products));
    }

    [Fact]
    public void An_import_is_put_in_place_once_and_taken_back_as_it_was()
    {
        Shelf.Save(Toner, 0);
        Shelf.Save(Toner with { Id = "gone", Name = "Gone" }, 0);
        Shelf.Archive("gone", true);
        var before = ShelfCsv.Write(Shelf.All());
        var id = Imports.Keep("a.csv", "x", TestDatabase.Noon, "Maren Holt");
        IReadOnlyList<Product> products =
        [
            Toner with
            {
                Ph = 3.7m,
            },
            Toner with
            {
                Id = "new",
                Name = "New",
            },
            Toner with
            {
                Id = "gone",
                Name = "Gone",
            },
        ];

        Assert.Equal(
            [ImportChange.Changed, ImportChange.New, ImportChange.Back],
            ShelfImports.Compare(products, Shelf.Everything()).Select(row => row.Change)
        );
        Assert.Equal(3, Imports.Apply(id, products));
        Assert.Null(Imports.Apply(id, products));
        Assert.Equal(3, Shelf.All().Count);

        Assert.Equal((3, 0), Imports.Undo(id));
        Assert.Null(Imports.Undo(id));
        Assert.Equal(before, ShelfCsv.Write(Shelf.All()));
    }

    [Fact]
    public void What_somebody_changed_since_an_import_is_not_undone()
    {
        var id = Imports.Keep("a.csv", "x", TestDatabase.Noon, "Maren Holt");
        Imports.Apply(id, [Toner, Toner with { Id = "b", Name = "B" }]);
        Shelf.Save(Toner with { Ph = 3.9m }, Shelf.Find(Toner.Id)!.Value.Version);

        Assert.Equal((1, 1), Imports.Undo(id));
        Assert.Equal(3.9m, Shelf.All().Single().Ph);
    }

    [Fact]
    public void The_kept_shelf_follows_every_change()
    {
        Shelf.Save(Toner, 0);
        var shelf = Shelf;
        Assert.Single(shelf.All());
        using var second = new Database(test.File);
        new StudioShelf(second).Save(Toner with { Id = "b", Name = "B" }, 0);
        Assert.Equal(2, shelf.All().Count);
        shelf.Archive("b", true);
        Assert.Single(shelf.All());
        Assert.Equal(2, shelf.Everything().Count);
    }

    private (string Batch, IReadOnlyList<Fact> Facts)? Dispense(Client client, string? batch) =>
        Stock.Dispense(
            Toner.Id,
            batch,
            client.Id,
            new Clients(test.Database).Find(client.Id)!.Version,
            held => [TestDatabase.Make(client, FactKind.Note, $"from {held}")],
            TestDatabase.Noon,
            "Maren Holt"
        );

    [Fact]
    public void A_unit_stays_where_its_entry_is_refused_or_cannot_be_made()
    {
        Shelf.Save(Toner, 0);
        var client = test.AddClient();
        Stock.TakeIn(Toner.Id, "B1", 2, TestDatabase.Noon, "Maren Holt");
        void Give(long version, Func<string, IReadOnlyList<Fact>> entries) =>
            Stock.Dispense(Toner.Id, null, client.Id, version, entries, TestDatabase.Noon, "Maren Holt");
        Assert.Throws<ConflictException>(() => Give(client.Version + 1, _ => [TestDatabase.Make(client, FactKind.Note, "late")]));
        Assert.Throws<InvalidOperationException>(() => Give(client.Version, _ => throw new InvalidOperationException("cut short")));
        Assert.Equal((2, 0), (Stock.Levels()[Toner.Id].Units, test.Facts.Of(client.Id).Count));
    }

    [Fact]
    public void Stock_is_the_sum_of_its_movements()
    {
        Shelf.Save(Toner, 0);
        var client = test.AddClient();
        Stock.TakeIn(Toner.Id, "B1", 2, TestDatabase.Noon, "Maren Holt");
        Stock.TakeIn(Toner.Id, "B2", 3, TestDatabase.Noon, "Maren Holt");
        var first = Dispense(client, null);
        var chosen = Dispense(client, "B2");

        Assert.Equal(("B1", "B2"), (first!.Value.Batch, chosen!.Value.Batch));
        Assert.Equal([new StockBatch("B1", 1), new StockBatch("B2", 2)], Stock.Batches(Toner.Id));

        Stock.Count(Toner.Id, "B2", 5, TestDatabase.Noon, "Maren Holt");
        void TakeBack(Client whose, Fact fact) =>
            test.Facts.Append(whose.Id, null, TestDatabase.Make(whose, FactKind.Retract, fact.Id, supersedes: fact.Id));
        TakeBack(client, first.Value.Facts[0]);
        TakeBack(client, first.Value.Facts[0]);
        TakeBack(test.AddClient("Another"), chosen.Value.Facts[0]);
        Assert.Equal(7, Stock.Levels()[Toner.Id].Units);
        Assert.Equal("Jory Pellan", Stock.Moves(Toner.Id).First(move => move.Kind == "dispensed").ClientName);
    }

    [Fact]
    public void Nothing_is_dispensed_from_an_empty_cupboard_and_the_low_mark_tells()
    {
        Shelf.Save(Toner, 0);
        var client = test.AddClient();
        Assert.Null(Dispense(client, null));

        Stock.SetMark(Toner.Id, 2);
        Assert.True(Stock.Levels()[Toner.Id].IsLow);
        Stock.TakeIn(Toner.Id, "", 3, TestDatabase.Noon, "Maren Holt");
        Assert.False(Stock.Levels()[Toner.Id].IsLow);
        Stock.SetMark(Toner.Id, null);
        Assert.Null(Stock.Levels()[Toner.Id].LowMark);
    }

    public void Dispose() => test.Dispose();
}
