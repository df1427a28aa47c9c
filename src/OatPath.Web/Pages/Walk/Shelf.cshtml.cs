using Microsoft.AspNetCore.Mvc;
using OatPath.Core.Case;
using OatPath.Core.Fit;
using OatPath.Core.Forecast;
using OatPath.Core.House;
using OatPath.Core.Labels;
using OatPath.Core.Questionnaire;
using OatPath.Core.Shelf;
using OatPath.Store;
using OatPath.Web.Pages.StudioShelf;
using OatPath.Web.Records;
using OatPath.Web.Wording;

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
    private const int MostBottles = 6;

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

    /// <summary>The answers of the phone that the product in the form was told in, and its place there.</summary>
    [BindProperty(SupportsGet = true)]
    public string? Told { get; set; }

    [BindProperty(SupportsGet = true)]
    public int At { get; set; }

    public void OnGet(bool own = false)
    {
        OwnOpen = own;
        if (ToldProduct is { } told)
        {
            OwnOpen = true;
            (Own.Name, Own.Label) = (told.Name, told.Label);
            if (told.Label.Length > 0)
            {
                ReadLabel();
            }
        }

        Fill();
    }

    private (ToldAnswers Told, AnswerLine Line)? ToldLine =>
        Record
            .ToldAhead.Where(open => open.Told.Id == Told)
            .SelectMany(open => open.Lines.Select(line => ((ToldAnswers, AnswerLine)?)(open.Told, line)))
            .FirstOrDefault(open => open!.Value.Item2.Key.Product == At);

    private ToldProduct? ToldProduct => ToldLine is { } open ? open.Told.Answers.Products[At] : null;

    /// <summary>What was told on the phone is settled by what is brought in for it.</summary>
    private List<Fact> WithTold(List<Fact> facts)
    {
        if (ToldLine is { } open)
        {
            facts.AddRange(SettledAnswers.Of(Room, Record, open.Told, [open.Line.Key], [], By));
        }

        return facts;
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
        ReadLabel();
        Fill();
        return Page();
    }

    private void ReadLabel()
    {
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

        // What it may be the bottle of is asked there, so that nothing is started twice.
        if (AskedForLike(product) is { } asked)
        {
            var waiting = new ShelfItem
            {
                Product = product,
                State = ShelfState.Parked,
                Reason = $"It fits {asked.Name}: say there whether it is its bottle.",
            };
            return Finish(
                $"{product.Name} is parked. {waiting.Reason}",
                WithTold([Room.Make(Id, FactKind.Shelf, waiting, By)]),
                "shelf"
            );
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
            return Finish(
                $"{product.Name} is parked: {parked.Reason}",
                WithTold([Room.Make(Id, FactKind.Shelf, parked, By)]),
                "shelf?own=true"
            );
        }

        var done = Said(product, out var facts);
        return Finish(done, WithTold(facts), "shelf?own=true");
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

    /// <summary>The bottle of what was asked for by kind, from the studio or the client's own shelf; what was decided stays.</summary>
    public IActionResult OnPostBind(string product, string bottle)
    {
        if (!MayDecide)
        {
            return Forbid();
        }

        if (
            Find(product) is not { Product: { IsUnbound: true } asked } item
            || AllBottles(asked).FirstOrDefault(found => found.Id == bottle) is not { } found
        )
        {
            return NotFound();
        }

        var offer = Bottles.Judge(asked, found, Record.Draft.Intake, Record.Today);
        if (!offer.Binds)
        {
            Problems.Add(new(found.Name, BottleWords.WhyNot(offer)));
            Fill();
            return Page();
        }

        var facts = new List<Fact> { Room.Make(Id, FactKind.Shelf, item with { Product = Bottles.Bind(asked, found) }, By) };
        if (Find(found.Id) is not null)
        {
            facts.Add(Room.Make(Id, FactKind.ShelfRemoved, found.Id, By));
        }

        return Finish(BottleWords.Bound(asked, offer), facts);
    }

    /// <summary>Back to what was asked for; a bottle of the client's own stands parked beside it again.</summary>
    public IActionResult OnPostUnbind(string product)
    {
        if (!MayDecide)
        {
            return Forbid();
        }

        if (Find(product) is not { Product: { Spec.Bottle: { } bottle } bound } item)
        {
            return NotFound();
        }

        var facts = new List<Fact> { Room.Make(Id, FactKind.Shelf, item with { Product = Bottles.Unbind(bound) }, By) };
        if (studio.Find(bottle) is null)
        {
            var own = new ShelfItem { Product = Bottles.BottleOf(bound), State = ShelfState.Parked };
            facts.Add(Room.Make(Id, FactKind.Shelf, own, By));
        }

        return Finish($"{bound.Name} is no longer its bottle. Nothing of it begins before another is bound.", facts);
    }

    /// <summary>Whether who is signed in may say which bottle it is.</summary>
    public bool MayDecide => !User.IsInRole(People.Roles.Assistant);

    /// <summary>Whether a bottle stands on the studio shelf, and not only on the client's.</summary>
    public bool IsOfTheStudio(Product bottle) => studio.Find(bottle.Id) is not null;

    /// <summary>The bottles nearest to what was asked for.</summary>
    public IReadOnlyList<BottleOffer> BottlesFor(Product asked) =>
        [.. Bottles.For(asked, AllBottles(asked), Record.Draft.Intake, Record.Today).Take(MostBottles)];

    /// <summary>What was asked for by kind that this could be the bottle of.</summary>
    private Product? AskedForLike(Product bottle) =>
        Record
            .Draft.Shelf.Where(item => item.State == ShelfState.InUse && item.Product.IsUnbound)
            .Select(item => item.Product)
            .FirstOrDefault(asked => Bottles.Judge(asked, bottle, Record.Draft.Intake, Record.Today).Binds);

    /// <summary>The label that the client sent for what was asked for, while nobody has said no to it.</summary>
    public (string Entry, FoundLabel Label)? FoundFor(Product asked) =>
        Record.Lived.OfType<BottleFound>().Where(found => found.Product == asked.Id).MaxBy(found => found.HappenedAt) is { } sent
        && FoundLabel.Read(asked, sent.Label, sent.Id, Record.Draft.Intake, Record.Today).Found is { } label
            ? (sent.Id, label)
            : null;

    /// <summary>No to a label that the client sent; the phone says so.</summary>
    public IActionResult OnPostNotThisOne(string product, string entry)
    {
        if (!MayDecide)
        {
            return Forbid();
        }

        if (Find(product) is not { } item || FoundFor(item.Product) is not { } found || found.Entry != entry)
        {
            return NotFound();
        }

        var no = Room.Log(Id, By, (id, now) => new Retracted
        {
            Id = id,
            HappenedAt = now,
            RecordedAt = now,
            By = By,
            Entry = entry,
            Reason = "not what was asked for",
        });
        var said = $"{found.Label.Offer.Bottle.Name} is not taken; the phone says so.";
        return Finish(said, [no]);
    }

    /// <summary>What stands in the studio, what of the client's own is not part of the plan as an active, and what was found.</summary>
    private IEnumerable<Product> AllBottles(Product asked) =>
        studio
            .All()
            .Where(found => Record.Draft.Shelf.All(item => !Dispensing.IsOf(item, found.Id)))
            .Concat(
                Record
                    .Draft.Shelf.Where(item =>
                        item.State == ShelfState.Parked || (item.State == ShelfState.InUse && !item.Product.IsActive())
                    )
                    .Select(item => item.Product)
                    .Where(own => own.Spec is null)
            )
            .Concat(asked.Spec is not null && FoundFor(asked) is { } found ? [found.Label.Offer.Bottle] : []);

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
        var all = studio.All();
        Offers =
        [
            .. found
                .Select(item => item.Product)
                .OrderBy(product => FillsALack(product) ? 0 : 1)
                .Take(MostOffers)
                .Select(product => ToOffer(product, all, levels)),
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

    private Offer ToOffer(Product product, IReadOnlyList<Product> all, IReadOnlyDictionary<string, StockLevel> levels)
    {
        var verdicts = Suitability.Judge(product, Record.Draft.Intake, Record.Today);
        var refused = verdicts.FirstOrDefault(verdict => verdict.Refuses);
        return new(
            product,
            verdicts,
            Record.Draft.Shelf.Any(item => Dispensing.IsOf(item, product.Id)),
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
