using System.Text.Json;
using OatPath.Core.Case;
using OatPath.Core.Formats;
using OatPath.Core.House;
using OatPath.Core.Shelf;
using OatPath.Store;
using OatPath.Web.People;
using OatPath.Web.Records;

namespace OatPath.Web.Demo;

/// <summary>Fills an empty database with the made-up studio: house, people, shelf and clients, shifted to today.</summary>
public sealed class DemoLoader(
    Studio studio,
    ProgramSettings settings,
    Store.People people,
    StudioShelf shelf,
    ShelfImports imports,
    Stock stock,
    Clients clients,
    Facts facts,
    RecordRoom room,
    DemoPictures pictures,
    Microsoft.AspNetCore.Identity.IPasswordHasher<Person> hasher,
    TimeProvider clock
)
{
    public const string SignIn = "maren";
    public const string Password = "ferry-and-oats";
    private const string Practitioner = "Maren Holt";

    /// <summary>The case whose client has pictures.</summary>
    private const string WithPictures = "a-year";
    private static readonly string Folder = System.IO.Path.Combine(AppContext.BaseDirectory, "demo");

    /// <summary>The made-up studio's time zone.</summary>
    public static TimeZoneInfo Zone() => CareDay.FindZone(Read<HouseRules>("studio.json").Zone)!;

    /// <summary>Fills the folder unless somebody works in it; cut short, it begins anew at the next start.</summary>
    public void FillIfEmpty(DataFolder folder)
    {
        if (!people.Any())
        {
            folder.FillAnew(Fill);
        }
    }

    private void Fill()
    {
        var rules = Read<HouseRules>("studio.json");
        studio.Save(rules, 0, Practitioner, clock.GetUtcNow());
        settings.Save(new ProgramChoices { FirstStepsPutAway = true }, 0);
        LoadShelf();

        var zone = Zone();
        var names = Read<Dictionary<string, DemoName>>("names.json");
        foreach (var file in Directory.GetFiles(System.IO.Path.Combine(Folder, "cases"), "*.json").Order(StringComparer.Ordinal))
        {
            var (read, problems) = CaseJson.ReadCase(File.ReadAllText(file));
            var demo = read ?? throw new InvalidOperationException($"{file}: {problems[0]}");
            var client = Load(DemoShift.ToToday(demo, clock.GetUtcNow(), zone), names[demo.Reference]);
            if (demo.Reference == WithPictures)
            {
                pictures.Load(client.Id, Practitioner);
            }
        }

        var hash = hasher.HashPassword(null!, Password);
        people.Add(Practitioner, SignIn, Roles.Owner, hash);
        people.Add("Tilde Renn", "tilde", Roles.Practitioner, hash);
        people.Add("Oskar Lind", "oskar", Roles.Assistant, hash);
    }

    private void LoadShelf()
    {
        var text = File.ReadAllText(System.IO.Path.Combine(Folder, "shelf.csv"));
        var (products, problems) = ShelfCsv.Read(text, DateOnly.FromDateTime(clock.GetUtcNow().UtcDateTime));
        if (problems.Count > 0)
        {
            throw new InvalidOperationException($"demo/shelf.csv: {problems[0]}");
        }

        var now = clock.GetUtcNow();
        imports.Apply(imports.Keep("shelf.csv", text, now, Practitioner), products);
        foreach (
            var (product, batch, units, low) in new[]
            {
                ("reed-water", "RW-0412", 4, 2),
                ("sedge-serum", "SS-0388", 3, 2),
                ("towpath-fluid", "TF-1190", 6, 3),
                ("towpath-tint", "TT-0907", 1, 2),
                ("drift-cream", "DC-0231", 5, 2),
                ("chalk-cream", "CC-0560", 2, 1),
                ("reed-razor", "RR-0077", 8, 3),
            }
        )
        {
            stock.TakeIn(product, batch, units, now, Practitioner);
            stock.SetMark(product, low);
        }
    }

    /// <summary>Brings a case in as a client whose plan is published, by the same writers as everybody uses.</summary>
    public Client Load(CaseFile demo, DemoName name)
    {
        var first = demo
            .Decisions.Select(decision => decision.On)
            .Concat(demo.Log.Select(entry => DateOnly.FromDateTime(entry.HappenedAt.Date)))
            .DefaultIfEmpty(DateOnly.FromDateTime(demo.AsOf.Date))
            .Min();
        var met = new DateTimeOffset(first.ToDateTime(new TimeOnly(9, 0)), TimeSpan.Zero);
        met = met < clock.GetUtcNow() ? met : clock.GetUtcNow();
        var client = clients.Add(Fact.NewId(), name.Name, name.Phone, met);
        var began = Fact.NewId();
        Fact Make<T>(FactKind kind, T body, DateTimeOffset at, string? id = null, string by = Practitioner) =>
            new(id ?? Fact.NewId(), client.Id, kind, at, at, by, null, CaseAssembly.Write(body))
            {
                StepId = kind is FactKind.Shelf or FactKind.Decision ? began : Fact.NewId(),
            };

        var all = new List<Fact> { Make(FactKind.Intake, demo.Intake, met) };
        all.AddRange(demo.Shelf.Select(item => Make(FactKind.Shelf, item with { Product = Known(item.Product) }, met)));
        all.AddRange(demo.Treatments.Select(treatment => Make(FactKind.Treatment, treatment, met)));
        all.AddRange(demo.Occasions.Select(occasion => Make(FactKind.Occasion, occasion, met)));
        all.AddRange(
            demo.Decisions.Select(decision => WithNewId(decision)).Select(decision => Make(FactKind.Decision, decision, met, decision.Id))
        );
        all.AddRange(
            demo.Log.Select(entry => WithNewId(entry))
                .Select(entry =>
                    Make(FactKind.Log, entry, entry.HappenedAt, entry.Id, entry.By.Length > 0 ? entry.By : Author.Client)
                )
        );
        facts.Append(client.Id, null, all);
        var record = room.Derive(client.Id)!;
        room.Publish(record, Practitioner, record.Client.Version);
        return client;
    }

    /// <summary>What the studio's shelf knows of a product beyond what planning needs.</summary>
    private Product Known(Product product) =>
        shelf.Find(product.Id) is { } found
            ? product with
            {
                Price = found.Product.Price,
                Supplier = found.Product.Supplier,
                Label = found.Product.Label,
            }
            : product;

    // Ids are unique in one case file only; in the database every fact has its own.
    private static Decision WithNewId(Decision decision) => decision with { Id = Fact.NewId(), By = Practitioner };

    private static LogEntry WithNewId(LogEntry entry) => entry with { Id = Fact.NewId(), RecordedAt = entry.HappenedAt };

    private static T Read<T>(string file) =>
        JsonSerializer.Deserialize<T>(File.ReadAllText(System.IO.Path.Combine(Folder, file)), CaseJson.Options)!;
}

/// <summary>The made-up name behind a demo case.</summary>
public sealed record DemoName(string Name, string Phone);
