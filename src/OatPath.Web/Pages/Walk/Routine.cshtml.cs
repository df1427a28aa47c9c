using Microsoft.AspNetCore.Mvc;
using OatPath.Core.House;
using OatPath.Core.Path;
using OatPath.Core.Routine;
using OatPath.Web.Drawing;
using OatPath.Web.Records;

namespace OatPath.Web.Pages.Walk;

public sealed class RoutineModel(RecordRoom room) : WalkPage(room)
{
    public override string Station => "Routine";

    [BindProperty(SupportsGet = true)]
    public DateOnly? Day { get; set; }

    public CarePath Path { get; private set; } = null!;

    public DayPath Shown { get; private set; } = null!;

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
        Shown = (Day is { } day ? Path.On(day) : null) ?? Path.Days.Take(7).MaxBy(d => Grains.Actives(d.Evening).Count())!;
    }
}
