using System.Security.Cryptography;
using Microsoft.AspNetCore.Mvc;
using OatPath.Core.Bench;
using OatPath.Core.Case;
using OatPath.Core.House;
using OatPath.Core.Plan;
using OatPath.Core.Proposals;
using OatPath.Core.Ramp;
using OatPath.Core.Routine;
using OatPath.Core.Shelf;
using OatPath.Core.Skin;
using OatPath.Store;
using OatPath.Web.Drawing;
using OatPath.Web.Records;

namespace OatPath.Web.Pages.Walk;

/// <summary>The Bench: one day's two halves in order, what does not go together, and the client's week.</summary>
public sealed class RoutineModel(RecordRoom room, Store.StudioShelf studio, Store.Templates templates) : WalkPage(room)
{
    public override string Station => "Routine";

    [BindProperty(SupportsGet = true)]
    public DateOnly? Day { get; set; }

    public CarePath Path { get; private set; } = null!;

    public DayPath Shown { get; private set; } = null!;

    /// <summary>What does not go together over the next two weeks, with the ways out that were tried.</summary>
    public IReadOnlyList<BenchClash> Clashes
    {
        get
        {
            var shelf = studio.Everything(out var stamp);
            return Record.Derived($"clashes of shelf {stamp}", () =>
                BenchReview.Of(Record.Draft, Record.Rules, [.. shelf.Where(item => !item.Archived).Select(item => item.Product)])
            );
        }
    }

    public WeekGrid Week { get; private set; } = null!;

    public BenchDevices Devices => Record.Derived("devices", () => BenchDevices.Of(Record, Record.DraftPath(0, 35)));

    public BenchFacial Facial => Record.Derived("facial", () => BenchFacial.Of(Record, Record.DraftPath(0, BenchFacial.Days)));

    /// <summary>A home facial as typed, where it could not be kept.</summary>
    public (IReadOnlyList<string> Parts, string Days)? FacialTyped { get; private set; }

    /// <summary>A trial on one side as typed, where it could not be kept.</summary>
    public (string Product, FaceSide? Side, string Days)? HalfTyped { get; private set; }

    public BenchHistory History { get; private set; } = null!;

    /// <summary>What differs on the shown day from what the client follows now, by moment; empty before the first publication.</summary>
    public IReadOnlyDictionary<Moment, HalfDayChange> Since { get; private set; } = new Dictionary<Moment, HalfDayChange>();

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
            return Show(Here(product));
        }

        (order[from], order[to]) = (order[to], order[from]);
        return SaveOrder(moment, order, product);
    }

    /// <summary>Puts a product before another, or last when none is named, as a drag does.</summary>
    public IActionResult OnPostPlace(Moment moment, string product, string? before)
    {
        Fill();
        var order = Order(moment);
        var was = order.ToList();
        if (product == before || !order.Remove(product) || (before is not null && !order.Contains(before)))
        {
            return Show(Here(product));
        }

        order.Insert(before is null ? order.Count : order.IndexOf(before), product);
        return order.SequenceEqual(was) ? Show(Here(product)) : SaveOrder(moment, order, product);
    }

    /// <summary>Takes one of the ways out that are offered now; one that is no longer offered changes nothing.</summary>
    public IActionResult OnPostMend(string clash, MendKind kind, string product, string? with)
    {
        Fill();
        var found = Clashes.FirstOrDefault(other => other.Key == clash);
        if (
            found is null
            || !found.Mends.Contains(new Mend(kind, product, with))
            || Record.Draft.Shelf.FirstOrDefault(item => item.Product.Id == product) is not { } item
        )
        {
            Problems.Add(new("This way out", "is no longer needed or no longer possible; look at the list again"));
            return Page();
        }

        // What was tried is what is saved; who may not decide leaves the start to somebody who may.
        var (items, _) = BenchReview.Changes(
            Record.Draft,
            new Mend(kind, product, with),
            [.. studio.Everything(out _).Select(one => one.Product)]
        );
        var facts = items
            .Select(changed =>
                Room.Make(
                    Id,
                    FactKind.Shelf,
                    changed.State == ShelfState.Parked ? changed with { Reason = Words.Say(found.Because) } : changed,
                    By
                )
            )
            .ToList();
        var parked = Words.List([.. items.Where(changed => changed.State == ShelfState.Parked).Select(changed => changed.Product.Name)]);
        var done =
            kind == MendKind.UsualAmount
                ? $"{item.Product.Name} is back at its usual amount."
                : $"{parked} {(kind == MendKind.ParkTwo ? "are" : "is")} parked.";
        if (kind == MendKind.Swap)
        {
            done += " " + OwnItem.OnShelf(Room, Record, items[^1].Product, By, !User.IsInRole(People.Roles.Assistant), facts);
        }

        return Save(facts) ? Done(done, facts[0].Id) : Page();
    }

    public IActionResult OnPostUsual()
    {
        var facts = new[] { Moment.Morning, Moment.Evening }
            .Select(moment =>
                Decide(
                    new SetOrder
                    {
                        Id = "",
                        On = Record.Today,
                        Moment = moment,
                        Products = [],
                    }
                )
            )
            .ToList();
        if (!Save(facts))
        {
            Fill();
            return Page();
        }

        return Done("Back in the usual order, thin to thick.", facts[0].Id);
    }

    /// <summary>Shapes the week: evenings that rest, days without a product ("product:Friday").</summary>
    public IActionResult OnPostWeek(List<DayOfWeek>? rest, List<string>? never)
    {
        var lines = (never ?? [])
            .OfType<string>()
            .Select(text => text.Split(':'))
            .Where(parts => parts.Length == 2 && Enum.TryParse<DayOfWeek>(parts[1], out var day) && Enum.IsDefined(day))
            .GroupBy(parts => parts[0])
            .Select(group => new NeverOn(group.Key, [.. group.Select(parts => Enum.Parse<DayOfWeek>(parts[1])).Distinct().Order()]))
            .ToList();
        var week = new ShapeWeek
        {
            Id = "",
            On = Record.Today,
            RestEvenings = [.. (rest ?? []).Distinct().Order()],
            Never = lines,
        };
        CaseCheck.CheckWeek(Problems, week, Record.Draft.Shelf.Select(item => item.Product.Id).ToHashSet());
        for (var i = 0; i < Problems.Count; i++)
        {
            Problems[i] = Problems[i] with
            {
                Field = Problems[i].Field.StartsWith("week.rest", StringComparison.Ordinal) ? "Rest evenings" : "Days without a product",
            };
        }

        var fact = Decide(week);
        if (Problems.Count > 0 || !Save(fact))
        {
            Fill(week);
            return Page();
        }

        return Done("The week is shaped.", fact.Id);
    }

    /// <summary>How often a device is used that nobody climbs with: fewer or more, within what its kind allows.</summary>
    public IActionResult OnPostOften(string product, int rung)
    {
        if (User.IsInRole(People.Roles.Assistant))
        {
            return Forbid();
        }

        if (Devices.Devices.FirstOrDefault(device => device.Product.Id == product) is not { Often.Count: > 1 } device)
        {
            return NotFound();
        }

        if (!device.Often.Any(choice => choice.Rung == rung))
        {
            Problems.Add(new(device.Product.Name, "choose one of the spacings offered; more often does harm and not more good"));
            Fill();
            return Page();
        }

        return Finish(
            Decide(
                new ShapeLadder
                {
                    Id = "",
                    On = Record.Today,
                    Product = product,
                    Start = rung,
                }
            ),
            $"{device.Product.Name}: {device.Often.First(choice => choice.Rung == rung).Words}."
        );
    }

    /// <summary>Where a mask goes.</summary>
    public IActionResult OnPostMask(string product, MaskPlace? place)
    {
        if (User.IsInRole(People.Roles.Assistant))
        {
            return Forbid();
        }

        if (Devices.Devices.FirstOrDefault(device => device.Product.Id == product) is not { Places.Count: > 0 } device)
        {
            return NotFound();
        }

        if (place is not { } chosen || !device.Places.Contains(chosen))
        {
            Problems.Add(new($"Where {device.Product.Name} goes", "choose one of the places offered"));
            Fill();
            return Page();
        }

        return Finish(
            Decide(
                new PlaceMask
                {
                    Id = "",
                    On = Record.Today,
                    Product = product,
                    Place = chosen,
                }
            ),
            $"{device.Product.Name}: {BenchDevices.TitleOf(chosen)}."
        );
    }

    /// <summary>Something is tried on one side.</summary>
    /// <param name="side">The client's own left or right; empty where it is drawn by lot.</param>
    public IActionResult OnPostHalf(string product, string? side, string? days)
    {
        if (User.IsInRole(People.Roles.Assistant))
        {
            return Forbid();
        }

        if (Record.Draft.Shelf.All(item => item.Product.Id != product))
        {
            return NotFound();
        }

        var chosen = EnumName.Find<FaceSide>(side ?? "");
        var trial = new TryHalf
        {
            Id = "",
            On = Record.Today,
            Product = product,
            Side = chosen ?? (FaceSide)RandomNumberGenerator.GetInt32(2),
            ByLot = chosen is null,
            Days = Field.Whole(days) ?? 0,
        };
        if (chosen is null && !string.IsNullOrEmpty(side))
        {
            Problems.Add(new("Side", "choose left, right, or by lot"));
        }

        CaseCheck.CheckHalf(Problems, trial, Record.Draft, Record.NameOf(product));
        if (Problems.Count > 0)
        {
            HalfTyped = (product, chosen, days ?? "");
            Fill();
            return Page();
        }

        return Finish(
            Decide(trial),
            $"{Record.NameOf(product)} goes on the {EnumName.Of(trial.Side)} side{(trial.ByLot ? ", drawn by lot," : "")} for "
                + $"{Words.Count(trial.Days, "day")} once it is published; the phone asks to compare."
        );
    }

    /// <summary>Weekly extras are tied into one evening, or untied.</summary>
    public IActionResult OnPostFacial(List<string>? parts, string? days, bool untie)
    {
        if (User.IsInRole(People.Roles.Assistant))
        {
            return Forbid();
        }

        var chosen = untie ? [] : Facial.May.Where(product => parts?.Contains(product.Id) == true).ToList();
        var facial = new TieFacial
        {
            Id = "",
            On = Record.Today,
            Products = [.. chosen.Select(product => product.Id)],
            EveryDays = Field.Whole(days) ?? 0,
        };
        if (chosen.Count == 0)
        {
            facial = facial with { EveryDays = HomeFacial.LeastDays };
        }

        CaseCheck.CheckFacial(Problems, facial, facial.Products.ToHashSet(), "Home facial");
        if (chosen.Count > 0 && HomeFacial.Wrong(chosen) is { } wrong)
        {
            Problems.Add(new("Home facial, its parts", wrong));
        }
        else if (chosen.Count == 0 && Facial.Tied.Count == 0)
        {
            Problems.Add(new("Home facial, its parts", "choose two products or more"));
        }

        if (Problems.Count > 0)
        {
            FacialTyped = (facial.Products, days ?? "");
            Fill();
            return Page();
        }

        return Finish(
            Decide(facial),
            chosen.Count == 0
                ? "The home facial is untied; each part stands by itself again."
                : $"Home facial {FrequencyTraits.Every(facial.EveryDays)}: {Words.List([.. chosen.Select(product => product.Name)])}."
        );
    }

    private IActionResult Finish(Fact fact, string done)
    {
        if (Save(fact))
        {
            return Done(done, fact.Id);
        }

        Fill();
        return Page();
    }

    public IActionResult OnPostUndo()
    {
        if (BenchHistory.Of(Record.Facts).Undoable is not { } step)
        {
            return Done("There is nothing to undo since the last publication.");
        }

        if (!MayTake(step))
        {
            return Forbid();
        }

        Fill();
        if (!Save([.. step.Select(fact => Room.Make(Id, FactKind.Retract, fact.Id, By, supersedes: fact.Id))]))
        {
            return Page();
        }

        return Done("Taken back.");
    }

    public IActionResult OnPostRedo()
    {
        if (BenchHistory.Of(Record.Facts).Redoable is not { } step)
        {
            return Done("There is nothing to redo.");
        }

        if (!MayTake(step))
        {
            return Forbid();
        }

        Fill();
        var again = step.Select(Again).ToList();
        if (!Save(again))
        {
            return Page();
        }

        return Done("Done again.");
    }

    /// <summary>Keeps the routine on the Bench as a template, without the client.</summary>
    public IActionResult OnPostTemplate(string? name)
    {
        if (User.IsInRole(People.Roles.Assistant))
        {
            return Forbid();
        }

        name = name?.Trim() ?? "";
        if (TypedName.Problem(name, RegimenTemplate.MostName) is { } wrong)
        {
            Problems.Add(new("Name of the template", wrong));
        }
        else if (templates.Add(RegimenTemplate.Of(name, Record.Draft), Room.Now, By) is { } made)
        {
            TempData["UndoUrl"] = $"/templates?template={made}";
            return Back("routine", $"{name} is kept as a template.");
        }
        else
        {
            Problems.Add(new("Name of the template", $"\"{name}\" is taken; choose another"));
        }

        TemplateName = name;
        Fill();
        return Page();
    }

    /// <summary>As typed, when it could not be kept.</summary>
    public string TemplateName { get; private set; } = "";

    /// <summary>Assistants arrange; what starts an active is taken back and made again only by those who decide.</summary>
    private bool MayTake(IReadOnlyList<Fact> step) =>
        !User.IsInRole(People.Roles.Assistant)
        || step.All(fact => fact.Kind != FactKind.Decision || CaseAssembly.Body<Decision>(fact) is SetOrder or ShapeWeek);

    private Fact Decide(Decision decision) => Room.Decide(Id, By, (id, now) => decision with { Id = id, RecordedAt = now, By = By });

    private Fact Again(Fact fact)
    {
        var id = Fact.NewId();
        return fact.Kind == FactKind.Decision
                ? Room.Make(
                    Id,
                    fact.Kind,
                    CaseAssembly.Body<Decision>(fact) with
                    {
                        Id = id,
                        RecordedAt = Room.Now,
                        By = By,
                    },
                    By,
                    id,
                    fact.Id
                )
            : fact.Kind == FactKind.Shelf ? Room.Make(Id, fact.Kind, CaseAssembly.Body<ShelfItem>(fact), By, id, fact.Id)
            : Room.Make(Id, fact.Kind, CaseAssembly.Body<string>(fact), By, id, fact.Id);
    }

    private IActionResult SaveOrder(Moment moment, List<string> order, string moved)
    {
        var fact = Decide(
            new SetOrder
            {
                Id = "",
                On = Record.Today,
                Moment = moment,
                Products = order,
            }
        );
        if (!Save(fact))
        {
            Fill();
            return Page();
        }

        Reopen();
        Shown = Record.DraftPath().On(Shown.Date)!;
        TempData["Done"] = Order(moment).SequenceEqual(order)
            ? $"{Record.NameOf(moved)} moved."
            : $"{Record.NameOf(moved)} stays: what is rinsed comes before what stays on, and sunscreen is always last.";
        TempData["UndoUrl"] = $"/clients/{Id}/undo/{fact.Id}?back=routine";
        return Show(Here(moved));
    }

    private IActionResult Done(string done, string? undoFact = null)
    {
        TempData["Done"] = done;
        if (undoFact is not null)
        {
            TempData["UndoUrl"] = $"/clients/{Id}/undo/{undoFact}?back=routine";
        }

        return Show($"/clients/{Id}/routine?day={Day:yyyy-MM-dd}");
    }

    /// <summary>The Bench as it is now: at once where only that part is swapped in, by way of its address otherwise.</summary>
    private IActionResult Show(string address)
    {
        if (!Request.Headers.ContainsKey("HX-Request"))
        {
            return Redirect(address);
        }

        Reopen();
        Version = 0;
        Fill();
        return Page();
    }

    private string Here(string? moved) => $"/clients/{Id}/routine?day={Shown.Date:yyyy-MM-dd}&moved={Uri.EscapeDataString(moved ?? "")}";

    private List<string> Order(Moment moment) =>
        [.. Shown[moment].Steps.Where(step => step.Action == StepAction.Apply).Select(step => step.Product!)];

    private void Fill(ShapeWeek? typed = null)
    {
        Version = Version == 0 ? Record.Client.Version : Version;
        Path = Record.DraftPath();
        Shown = (Day is { } day ? Path.On(day) : null) ?? Path.Days.Take(7).MaxBy(d => Grains.Actives(d.Evening).Count())!;
        Week = typed is not null
            ? WeekGrid.Of(Record.Draft, Record.Rules, Path, typed)
            : Record.Derived("week", () =>
                WeekGrid.Of(
                    Record.Draft,
                    Record.Rules,
                    Record.DraftPath(),
                    Record.Draft.Decisions.OfType<ShapeWeek>().LastOrDefault() ?? new ShapeWeek { Id = "", On = Record.Today }
                )
            );
        History = Record.Derived("bench history", () => BenchHistory.Of(Record.Facts));
        if (Record.Published is not null)
        {
            Since = Record
                .Derived("changes", () => PathDiff.Between(Record.ClientPath(), Record.DraftPath()))
                .Where(change => change.Date == Shown.Date)
                .ToDictionary(change => change.Moment);
        }
    }
}
