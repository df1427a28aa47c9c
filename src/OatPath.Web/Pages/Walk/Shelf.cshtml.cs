using Microsoft.AspNetCore.Mvc;
using OatPath.Core.Case;
using OatPath.Core.Fit;
using OatPath.Core.Forecast;
using OatPath.Core.House;
using OatPath.Core.Labels;
using OatPath.Core.Shelf;
using OatPath.Store;
using OatPath.Web.Pages.StudioShelf;
using OatPath.Web.Records;

namespace OatPath.Web.Pages.Walk;

/// <summary>A studio product as it stands for this client.</summary>
public sealed record Offer(Product Product, IReadOnlyList<Verdict> Verdicts, bool Owned, IReadOnlyList<Product> Instead, long Units)
{
    public Verdict? Refused => Verdicts.FirstOrDefault(verdict => verdict.Refuses);
}

[RequestSizeLimit(EditModel.LargeForm), RequestFormLimits(ValueLengthLimit = EditModel.LargeForm)]
public sealed class ShelfModel(RecordRoom room, Store.StudioShelf studio, ShelfSearch search, Stock stock) : WalkPage(room)
{
    private const int MostOffers = 60;
    private const int MostReason = 300;

    public override string Station => "Shelf";

    [BindProperty(SupportsGet = true)]
    public string? Q { get; set; }

    public IReadOnlyList<Offer> Offers { get; private set; } = [];

    /// <summary>Matching products beyond those listed.</summary>
    public int More { get; private set; }

    public ProductForm Own { get; private set; } = new();

    /// <summary>What the pasted label says, once it was read.</summary>
    public LabelReading? Reading { get; private set; }

    /// <summary>Why the pasted text could not be read, said beside it.</summary>
    public Problem? LabelProblem { get; private set; }

    /// <summary>What to do with the product of the pasted label, for this client.</summary>
    public ShelfAdvice? OwnAdvice { get; private set; }

    public bool OwnOpen { get; private set; }

    public IReadOnlyList<ShelfAdvice> Review { get; private set; } = [];

    public IReadOnlyList<SupplyForecastLine> Forecast { get; private set; } = [];

    public void OnGet(bool own = false)
    {
        OwnOpen = own;
        Fill();
    }

    public PartialViewResult OnGetOffers()
    {
        FillOffers();
        return Partial("Walk/_Offers", this);
    }

    /// <summary>What to do with a product on the shelf; for a parked one, why it is better left parked. Null when it can be kept.</summary>
    public ShelfAdvice? AdviceOn(ShelfItem item) =>
        (item.State == ShelfState.InUse ? Review : ReviewOf([.. InUse, item.Product])).FirstOrDefault(advice =>
            advice.Product.Id == item.Product.Id && advice.Step != ShelfStep.Keep
        );

    private IEnumerable<Product> InUse =>
        Record.Draft.Shelf.Where(item => item.State == ShelfState.InUse).Select(item => Record.Seen(item.Product.Id));

    /// <summary>Brings a studio product in, from the cupboard when one is dispensed; an active is asked for at the same time.</summary>
    public IActionResult OnPostBring(string product, bool dispense)
    {
        if (studio.Find(product) is not { } found)
        {
            return NotFound();
        }

        return dispense && Dispense(found.Product) is { } answer ? answer : Finish(Said(found.Product, out var facts), facts);
    }

    /// <summary>Reads the pasted label into the form and says what it means for this client; nothing is saved.</summary>
    public IActionResult OnPostRead()
    {
        OwnOpen = true;
        Own = ProductForm.From(Request.Form);
        (Reading, LabelProblem) = LabelReader.Read(Own.Label);
        if (Reading is null)
        {
            Own.Label = Own.Label.Length > LabelReader.MaxLength ? "" : Own.Label;
        }
        else
        {
            Own.Take(Reading);
            Own.Name = Own.Name.Length > 0 ? Own.Name : $"Own {KindTraits.Of(Reading.Kind).Title}";
            Advise();
        }

        Fill();
        return Page();
    }

    public IActionResult OnPostOwn()
    {
        Own = ProductForm.From(Request.Form);
        if (Own.ToProduct($"own-{Fact.NewId()[..12]}", Record.Today, Problems) is not { } product)
        {
            OwnOpen = true;
            Reading = Own.Label.Length > 0 ? LabelReader.Read(Own.Label).Reading : null;
            Fill();
            return Page();
        }

        // What it would double up with is parked too, with its reason; the practitioner may use it all the same.
        var advice = ReviewOf([.. InUse, product]).First(found => found.Product.Id == product.Id);
        if (advice.Because is { } because && Refuses(product) is null)
        {
            var parked = new ShelfItem
            {
                Product = product,
                State = ShelfState.Parked,
                Reason = Words.Say(because),
            };
            return Finish($"{product.Name} is parked: {parked.Reason}", [Room.Make(Id, FactKind.Shelf, parked, By)], "shelf?own=true");
        }

        return Finish(Said(product, out var facts), facts, "shelf?own=true");
    }

    public IActionResult OnPostPark(string product, string? reason, bool park)
    {
        if (Find(product) is not { } item)
        {
            return NotFound();
        }

        if (!park && Refuses(item.Product) is { } refused)
        {
            Problems.Add(new(item.Product.Name, Words.Say(refused.Because)));
            Fill();
            return Page();
        }

        var changed = item with { State = park ? ShelfState.Parked : ShelfState.InUse, Reason = Reason(reason) };
        return Finish(
            park ? $"{item.Product.Name} is parked." : $"{item.Product.Name} is back in use.",
            [Room.Make(Id, FactKind.Shelf, changed, By)]
        );
    }

    /// <summary>Parks a product and brings in what does its work instead, in one step.</summary>
    public IActionResult OnPostReplace(string product, string with, string? reason)
    {
        if (Find(product) is not { } item || studio.Find(with) is not { } found)
        {
            return NotFound();
        }

        var facts = new List<Fact> { Room.Make(Id, FactKind.Shelf, item with { State = ShelfState.Parked, Reason = Reason(reason) }, By) };
        var done = Said(found.Product, out var came);
        facts.AddRange(came);
        return Finish($"{item.Product.Name} is parked. {done}", facts);
    }

    public IActionResult OnPostThrowOut(string product, string? reason)
    {
        if (Find(product) is not { } item)
        {
            return NotFound();
        }

        return Finish(
            $"{item.Product.Name} is thrown out.",
            [Room.Make(Id, FactKind.Shelf, item with { State = ShelfState.ThrownOut, Reason = Reason(reason) }, By)]
        );
    }

    /// <summary>How much is left, or a new package: a fact that acts at once.</summary>
    public IActionResult OnPostSeen(string product, string? left, string? batch)
    {
        if (Find(product) is not { } item)
        {
            return NotFound();
        }

        var opened = left == "new";
        if (!opened && Field.Number(left) is null)
        {
            Problems.Add(new("What is left", "choose how much is left, or that a new one was opened"));
            Fill();
            return Page();
        }

        var share = opened ? 1 : Math.Clamp(decimal.Parse(left!, System.Globalization.CultureInfo.InvariantCulture), 0, 1);
        var text = (batch ?? "").Trim();
        var fact = Dispensing.Seen(Room, Record, item.Product.Id, share, By, opened, text.Length <= 40 ? text : text[..40]);
        return Finish(
            opened ? $"A new {item.Product.Name} was opened today."
                : share == 0 ? $"{item.Product.Name} is marked empty."
                : $"{item.Product.Name}: what is left is noted.",
            [fact]
        );
    }

    public IActionResult OnPostRemove(string product) =>
        Find(product) is not null
            ? Finish($"{Record.NameOf(product)} left the shelf.", [Room.Make(Id, FactKind.ShelfRemoved, product, By)])
            : NotFound();

    public Verdict? Refuses(Product product) =>
        Suitability.Judge(product, Record.Draft.Intake, Record.Today).FirstOrDefault(verdict => verdict.Refuses);

    private ShelfItem? Find(string product) => Record.Draft.Shelf.FirstOrDefault(item => item.Product.Id == product);

    private static string Reason(string? reason) =>
        (reason ?? "").Trim() is { Length: <= MostReason } text ? text : reason!.Trim()[..MostReason];

    /// <summary>Brings a product in from the cupboard; null where none of it is left there.</summary>
    private IActionResult? Dispense(Product product)
    {
        var done = "";
        try
        {
            return
                Room.Dispense(
                    stock,
                    product.Id,
                    null,
                    Id,
                    Version,
                    batch =>
                    {
                        done = Said(product with { Batch = batch, OpenedOn = Record.Today }, out var facts);
                        return facts;
                    },
                    By
                )
                    is { } taken
                ? Back("shelf", done, taken.Facts[0].Id)
                : null;
        }
        catch (ConflictException)
        {
            SayConflict();
            Fill();
            return Page();
        }
    }

    private string Said(Product product, out List<Fact> facts)
    {
        facts = [];
        return OwnItem.BringIn(Room, Record, product, By, !User.IsInRole(People.Roles.Assistant), facts);
    }

    private IActionResult Finish(string done, List<Fact> facts, string to = "shelf")
    {
        if (Save(facts))
        {
            return Back(to, done, facts[0].Id);
        }

        Fill();
        return Page();
    }

    private void Fill()
    {
        FillOffers();
        Forecast = SupplyForecast.Of(Record.Draft, Record.Rules);
        Review = ReviewOf([.. InUse]);
    }

    private IReadOnlyList<ShelfAdvice> ReviewOf(IReadOnlyList<Product> owned) =>
        ShelfReview.Of(owned, studio.All(), Record.Draft.Intake, Record.Today, Record.DraftPath().IsEstablished);

    private void Advise()
    {
        if (Own.ToProduct("own-preview", Record.Today, []) is { } product)
        {
            OwnAdvice = ReviewOf([.. InUse, product]).First(advice => advice.Product.Id == product.Id);
        }
    }

    private void FillOffers()
    {
        Version = Record.Client.Version;
        ModelState.Remove(nameof(Version));
        var levels = stock.Levels();
        var (found, _, _) = search.Find(new((Q ?? "").Length <= 80 ? Q ?? "" : "", null, null, null), int.MaxValue);
        var owned = Record.Draft.Shelf.Select(item => item.Product.Id).ToHashSet();
        var all = studio.All();
        Offers =
        [
            .. found
                .Select(item => item.Product)
                .OrderBy(product => FillsALack(product) ? 0 : 1)
                .Take(MostOffers)
                .Select(product => ToOffer(product, all, owned, levels)),
        ];
        More = found.Count - Offers.Count;
    }

    /// <summary>
    /// A suitable cleanser, moisturiser or sunscreen that the shelf does not have yet: what every routine needs stands first.
    /// </summary>
    private bool FillsALack(Product product)
    {
        bool Owned(Func<Product, bool> like) => Record.Draft.Shelf.Any(item => item.State == ShelfState.InUse && like(item.Product));
        static bool Cleanser(Product p) =>
            p.Kind is ProductKind.GelCleanser or ProductKind.FoamCleanser or ProductKind.CreamCleanser && !p.IsAcidCleanser();
        static bool Moisturiser(Product p) => p.Kind is ProductKind.Moisturiser;
        bool Sunscreen(Product p) =>
            p.Kind is not ProductKind.MoisturiserWithSpf && p.IsUsableSunscreen(Record.Rules.EverydaySpf, Record.Today);
        return (
                (Cleanser(product) && !Owned(Cleanser))
                || (Moisturiser(product) && !Owned(Moisturiser))
                || (Sunscreen(product) && !Owned(Sunscreen))
            ) && Refuses(product) is null;
    }

    private Offer ToOffer(
        Product product,
        IReadOnlyList<Product> all,
        HashSet<string> owned,
        IReadOnlyDictionary<string, StockLevel> levels
    )
    {
        var verdicts = Suitability.Judge(product, Record.Draft.Intake, Record.Today);
        var refused = verdicts.FirstOrDefault(verdict => verdict.Refuses);
        return new(
            product,
            verdicts,
            owned.Contains(product.Id),
            refused is null
                ? []
                : ShelfReview.Instead(
                    product,
                    [.. Record.Draft.Shelf.Select(item => item.Product)],
                    all,
                    Record.Draft.Intake,
                    Record.Today,
                    refused.Because.Rule
                ),
            levels.TryGetValue(product.Id, out var level) ? level.Units : 0
        );
    }
}
