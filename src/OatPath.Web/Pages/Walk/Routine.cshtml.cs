using Microsoft.AspNetCore.Mvc;
using OatPath.Core.House;
using OatPath.Core.Path;
using OatPath.Core.Routine;
using OatPath.Store;
using OatPath.Web.Drawing;
using OatPath.Web.Records;

namespace OatPath.Web.Pages.Walk;

public sealed class RoutineModel(RecordRoom room, Store.StudioShelf studio) : WalkPage(room)
{
    public override string Station => "Routine";

    [BindProperty(SupportsGet = true)]
    public DateOnly? Day { get; set; }

    public CarePath Path { get; private set; } = null!;

    public DayPath Shown { get; private set; } = null!;

    /// <summary>What does not go together over the next two weeks, with the ways out that were tried.</summary>
    public IReadOnlyList<BenchClash> Clashes { get; private set; } = [];

    public string NameOf(Mend mend) => mend.With is { } with ? studio.Find(with)?.Product.Name ?? with : Record.NameOf(mend.Product);

    public void OnGet() => Fill();

    public IActionResult OnPostMove(Moment moment, string product, string direction)
    {
        Fill();
        var order = Order(moment);
        var from = order.IndexOf(product);
        var to = from + (direction == "up" ? -1 : 1);
        if (from < 0 || to < 0 || to >= order.Count)
        {
            return Redirect(Here(product));
        }

        (order[from], order[to]) = (order[to], order[from]);
        return SaveOrder(moment, order, product);
    }

    /// <summary>Puts a product before another, as a drag does.</summary>
    public IActionResult OnPostPlace(Moment moment, string product, string before)
    {
        Fill();
        var order = Order(moment);
        if (product == before || !order.Remove(product) || !order.Contains(before))
        {
            return Redirect(Here(product));
        }

        order.Insert(order.IndexOf(before), product);
        return SaveOrder(moment, order, product);
    }

    /// <summary>Takes one of the ways out that are offered now; one that is no longer offered changes nothing.</summary>
    public IActionResult OnPostMend(string clash, MendKind kind, string product, string? with)
    {
        Fill();
        var found = Clashes.FirstOrDefault(other => other.Key == clash);
        if (found is null || !found.Mends.Contains(new Mend(kind, product, with)) || Record.Draft.Shelf.FirstOrDefault(item => item.Product.Id == product) is not { } item)
        {
            Problems.Add(new("This way out", "is no longer needed or no longer possible; look at the list again"));
            return Page();
        }

        var facts = new List<Fact>();
        var done = kind == MendKind.UsualAmount ? $"{item.Product.Name} is back at its usual amount." : $"{item.Product.Name} is parked.";
        facts.Add(Room.Make(Id, "shelf", kind == MendKind.UsualAmount
            ? item with { Product = item.Product with { Amount = null } }
            : item with { State = ShelfState.Parked, Reason = Words.Say(found.Because) }, By));
        if (with is not null && studio.Find(with) is { } instead)
        {
            done += " " + OwnItem.BringIn(Room, Record, instead.Product, By, !User.IsInRole(People.Roles.Assistant), facts);
        }

        return Save(facts) ? Back("routine", done, facts[0].Id) : Page();
    }

    public IActionResult OnPostUsual()
    {
        var facts = new[] { Moment.Morning, Moment.Evening }.Select(moment => Room.Decide(Id, By, (id, now) => new SetOrder { Id = id, On = Record.Today, RecordedAt = now, By = By, Moment = moment, Products = [] })).ToList();
        if (!Save(facts))
        {
            Fill();
            return Page();
        }

        return Back("routine", "Back in the usual order, thin to thick.");
    }

    private IActionResult SaveOrder(Moment moment, List<string> order, string moved)
    {
        var fact = Room.Decide(Id, By, (id, now) => new SetOrder { Id = id, On = Record.Today, RecordedAt = now, By = By, Moment = moment, Products = order });
        if (!Save(fact))
        {
            Fill();
            return Page();
        }

        Reopen();
        Path = Record.DraftPath();
        Shown = Path.On(Shown.Date)!;
        TempData["Done"] = Order(moment).SequenceEqual(order)
            ? $"{Record.NameOf(moved)} moved."
            : $"{Record.NameOf(moved)} stays: what is rinsed comes before what stays on, and sunscreen is always last.";
        TempData["UndoUrl"] = $"/clients/{Id}/undo/{fact.Id}?back=routine";
        return Redirect(Here(moved));
    }

    private string Here(string moved) => $"/clients/{Id}/routine?day={Shown.Date:yyyy-MM-dd}&moved={Uri.EscapeDataString(moved)}";

    private List<string> Order(Moment moment) => [.. Shown[moment].Steps.Where(step => step.Action == StepAction.Apply).Select(step => step.Product!)];

    private void Fill()
    {
        Version = Version == 0 ? Record.Client.Version : Version;
        Path = Record.DraftPath();
        Clashes = BenchReview.Of(Record.Draft, Record.Rules, studio.All());
        Shown = (Day is { } day ? Path.On(day) : null) ?? Path.Days.Take(7).MaxBy(d => Grains.Actives(d.Evening).Count())!;
    }
}
