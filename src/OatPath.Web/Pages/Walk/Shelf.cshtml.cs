using Microsoft.AspNetCore.Mvc;
using OatPath.Core.House;
using OatPath.Core.Path;
using OatPath.Core.Shelf;
using OatPath.Core.Skin;
using OatPath.Store;
using OatPath.Web.Pages.StudioShelf;
using OatPath.Web.Records;

namespace OatPath.Web.Pages.Walk;

/// <summary>A studio product as it stands for this client.</summary>
public sealed record Offer(Product Product, IReadOnlyList<Verdict> Verdicts, bool Owned, IReadOnlyList<Product> Instead)
{
    public Verdict? Refused => Verdicts.FirstOrDefault(verdict => verdict.Refuses);
}

public sealed class ShelfModel(RecordRoom room, Store.StudioShelf studio) : WalkPage(room)
{
    private const int MostOffers = 60;

    public override string Station => "Shelf";

    [BindProperty(SupportsGet = true)]
    public string? Q { get; set; }

    public IReadOnlyList<Offer> Offers { get; private set; } = [];

    /// <summary>Matching products beyond those listed.</summary>
    public int More { get; private set; }

    public ProductForm Own { get; private set; } = new();

    public void OnGet() => Fill();

    public PartialViewResult OnGetOffers()
    {
        Fill();
        return Partial("Walk/_Offers", this);
    }

    /// <summary>Brings a studio product in; an active is asked for at the same time.</summary>
    public IActionResult OnPostBring(string product)
    {
        if (studio.Find(product) is not { } found)
        {
            return NotFound();
        }

        return Put(found.Product, $"{found.Product.Name} is on the shelf.");
    }

    public IActionResult OnPostOwn()
    {
        Own = ProductForm.From(Request.Form);
        if (Own.ToProduct($"own-{Fact.NewId()[..12]}", Record.Today, Problems) is not { } product)
        {
            Fill();
            return Page();
        }

        return Put(product, $"{product.Name} is on the shelf.");
    }

    public IActionResult OnPostPark(string product, string reason, bool park)
    {
        if (Record.Draft.Shelf.FirstOrDefault(item => item.Product.Id == product) is not { } item)
        {
            return NotFound();
        }

        if (!park && Refuses(item.Product) is { } refused)
        {
            Problems.Add(new(item.Product.Name, Words.Say(refused.Because)));
            Fill();
            return Page();
        }

        var changed = item with { State = park ? ShelfState.Parked : ShelfState.InUse, Reason = (reason ?? "").Trim() is { Length: <= 300 } text ? text : "" };
        return Finish(park ? $"{item.Product.Name} is parked." : $"{item.Product.Name} is back in use.", Room.Make(Id, "shelf", changed, By));
    }

    public IActionResult OnPostEmpty(string product, bool empty)
    {
        if (Record.Draft.Shelf.FirstOrDefault(item => item.Product.Id == product) is not { } item)
        {
            return NotFound();
        }

        var changed = item with { Product = item.Product with { EmptyOn = empty ? Record.Today : null, OpenedOn = empty ? item.Product.OpenedOn : Record.Today } };
        return Finish(empty ? $"{item.Product.Name} is marked empty." : $"A new {item.Product.Name} was opened today.", Room.Make(Id, "shelf", changed, By));
    }

    public IActionResult OnPostRemove(string product) => Record.Draft.Shelf.Any(item => item.Product.Id == product)
        ? Finish($"{Record.NameOf(product)} left the shelf.", Room.Make(Id, "shelf-removed", product, By))
        : NotFound();

    private IActionResult Put(Product product, string done)
    {
        var refused = Refuses(product);
        var item = new ShelfItem
        {
            Product = product,
            State = refused is null ? ShelfState.InUse : ShelfState.Parked,
            Reason = refused is null ? "" : Words.Say(refused.Because),
        };
        var facts = new List<Fact> { Room.Make(Id, "shelf", item, By) };
        if (refused is null && product.IsActive() && User.IsInRole(People.Roles.Assistant) == false)
        {
            facts.Add(Room.Decide(Id, By, (id, now) => new StartActive { Id = id, On = Record.Today, RecordedAt = now, By = By, Product = product.Id }));
            done += " It is asked for: patch test first, then its ladder.";
        }
        else if (refused is not null)
        {
            done = $"{product.Name} is parked: {Words.Say(refused.Because)}";
        }

        return Finish(done, facts);
    }

    private IActionResult Finish(string done, params List<Fact> facts)
    {
        if (Save(facts))
        {
            return Back("shelf", done, facts[0].Id);
        }

        Fill();
        return Page();
    }

    public Verdict? Refuses(Product product) =>
        Suitability.Judge(product, Record.Draft.Intake, Record.Today).FirstOrDefault(verdict => verdict.Refuses);

    private void Fill()
    {
        Version = Record.Client.Version;
        ModelState.Remove(nameof(Version));
        var all = studio.All();
        var words = (Q ?? "").Split(' ', StringSplitOptions.RemoveEmptyEntries);
        var matching = all.Where(product => Array.TrueForAll(words, word => Text(product).Contains(word, StringComparison.OrdinalIgnoreCase))).ToList();
        Offers = [.. matching.OrderBy(product => FillsALack(product) ? 0 : 1).Take(MostOffers).Select(product => ToOffer(product, all))];
        More = matching.Count - Offers.Count;
    }

    /// <summary>A suitable cleanser, moisturiser or sunscreen that the shelf does not have yet: what every routine needs stands first.</summary>
    private bool FillsALack(Product product)
    {
        bool Owned(Func<Product, bool> like) => Record.Draft.Shelf.Any(item => item.State == ShelfState.InUse && like(item.Product));
        static bool Cleanser(Product p) => p.Kind is ProductKind.GelCleanser or ProductKind.FoamCleanser or ProductKind.CreamCleanser;
        static bool Moisturiser(Product p) => p.Kind is ProductKind.Moisturiser;
        bool Sunscreen(Product p) => p.Kind is not ProductKind.MoisturiserWithSpf && p.IsUsableSunscreen(Record.Rules.EverydaySpf, Record.Today);
        return ((Cleanser(product) && !Owned(Cleanser)) || (Moisturiser(product) && !Owned(Moisturiser)) || (Sunscreen(product) && !Owned(Sunscreen)))
            && Refuses(product) is null;
    }

    private Offer ToOffer(Product product, IReadOnlyList<Product> all)
    {
        var verdicts = Suitability.Judge(product, Record.Draft.Intake, Record.Today);
        var refused = verdicts.Any(verdict => verdict.Refuses);
        var owned = Record.Draft.Shelf.Any(item => item.Product.Id == product.Id);
        return new(product, verdicts, owned, refused ? Instead(product, all) : []);
    }

    /// <summary>Studio products that do a like job and suit this client.</summary>
    private List<Product> Instead(Product refused, IReadOnlyList<Product> all) =>
        [.. all.Where(product => product.Id != refused.Id && product.IsActive() == refused.IsActive() && product.IsAcid() == refused.IsAcid()
                && product.Traits.LeaveOn == refused.Traits.LeaveOn && product.Has(Family.Retinoid) == refused.Has(Family.Retinoid)
                && (refused.IsActive() || product.Kind == refused.Kind)
                && Refuses(product) is null && !Record.Draft.Shelf.Any(item => item.Product.Id == product.Id))
            .Take(3)];

    private static string Text(Product product) =>
        $"{product.Name} {product.Line} {product.Traits.Title} {string.Join(' ', product.Actives.Select(active => SubstanceTraits.Of(active.Substance).Title))}";
}
