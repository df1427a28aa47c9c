using System.Globalization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using OatPath.Core.Calibration;
using OatPath.Core.House;
using OatPath.Core.Labels;
using OatPath.Core.Shelf;
using OatPath.Store;
using OatPath.Web.Records;

namespace OatPath.Web.Pages.StudioShelf;

[RequestSizeLimit(LargeForm), RequestFormLimits(ValueLengthLimit = LargeForm)]
public sealed class EditModel(
    Store.StudioShelf shelf,
    Stock stock,
    Store.Clients clients,
    RecordRoom room,
    Studio studio,
    ChancesKept chances,
    TimeProvider clock
) : PageModel
{
    /// <summary>Bytes a form may hold, so that a paste that is far too long is answered in place.</summary>
    public const int LargeForm = 16_000_000;

    [BindProperty(SupportsGet = true)]
    public string Id { get; set; } = "";

    [BindProperty]
    public long Version { get; set; }

    public ProductForm Form { get; private set; } = new();

    public Product? Product { get; private set; }

    /// <summary>What the house's clients show of it; null where it is new or no active.</summary>
    public BiteShown? Bite => Product is null ? null : chances.BiteOf(Product);

    /// <summary>What the estimate reckons with of it today; null where that is its label.</summary>
    public BiteSince? Reckoned => studio.Current().Rules.ReckonedOn(Id, studio.Today(clock.GetUtcNow()));

    public LabelReading? Reading { get; private set; }

    /// <summary>Why the pasted text could not be read, said beside it.</summary>
    public Problem? LabelProblem { get; private set; }

    public List<Problem> Problems { get; } = [];

    public StockLevel Level { get; private set; } = new(0, null);

    public IReadOnlyList<StockBatch> Batches { get; private set; } = [];

    public IReadOnlyList<StockMove> Moves { get; private set; } = [];

    public IReadOnlyList<Client> Clients { get; private set; } = [];

    public bool IsNew => Id == "new";

    private string By => User.Identity?.Name ?? "";

    public IActionResult OnGet()
    {
        if (IsNew)
        {
            return Page();
        }

        if (shelf.Find(Id) is not { } found)
        {
            return NotFound();
        }

        if (found.Product.Spec is not null)
        {
            return Redirect($"/shelf/kind/{Id}");
        }

        Product = found.Product;
        Form = ProductForm.From(found.Product);
        Version = found.Version;
        Reading = Form.Label.Length > 0 ? LabelReader.Read(Form.Label).Reading : null;
        FillStock();
        return Page();
    }

    /// <summary>Reads the pasted label into the form; nothing is saved.</summary>
    public IActionResult OnPostRead()
    {
        Form = ProductForm.From(Request.Form);
        (Reading, LabelProblem) = LabelReader.Read(Form.Label);
        if (Reading is not null)
        {
            Form.Take(Reading);
        }
        else
        {
            Form.Label = Form.Label.Length > LabelReader.MaxLength ? "" : Form.Label;
        }

        FillStock();
        return Page();
    }

    public IActionResult OnPost()
    {
        Form = ProductForm.From(Request.Form);
        Product = IsNew ? null : shelf.Find(Id)?.Product;
        if ((!IsNew && Product is null) || Product?.Spec is not null)
        {
            return NotFound();
        }

        var today = studio.Today(clock.GetUtcNow());
        if (Form.ToProduct(Product?.Id ?? $"p-{Fact.NewId()}", today, Problems, Product) is not { } product)
        {
            return Again();
        }

        try
        {
            shelf.Save(product, IsNew ? 0 : Version);
        }
        catch (ConflictException conflict)
        {
            Problems.Add(
                new(
                    product.Name,
                    "was changed by somebody else while you were here. What you typed is kept below; look at it and save again to put "
                        + "it in place."
                )
            );
            Version = conflict.CurrentVersion;
            ModelState.Remove(nameof(Version));
            return Again();
        }

        TempData["Done"] = $"{product.Name} is saved.";
        return Redirect("/shelf");
    }

    public IActionResult OnPostArchive()
    {
        if (shelf.Find(Id) is not { } found)
        {
            return NotFound();
        }

        shelf.Archive(Id, archived: true);
        TempData["Done"] = $"{found.Product.Name} is off the shelf. Clients who have it keep it.";
        TempData["UndoUrl"] = $"/shelf/{Id}?handler=Restore";
        return Redirect("/shelf");
    }

    public IActionResult OnPostRestore()
    {
        shelf.Archive(Id, archived: false);
        TempData["Done"] = "Back on the shelf.";
        return Redirect("/shelf");
    }

    public IActionResult OnPostTakeIn(string? units, string? batch) => ChangeStock(units, "Units in", 1, number =>
        {
            stock.TakeIn(Id, Batch(batch), number, clock.GetUtcNow(), By);
            return $"{number} taken in.";
        });

    public IActionResult OnPostCount(string? units, string? batch) => ChangeStock(units, "Counted", 0, number =>
        {
            stock.Count(Id, Batch(batch), number, clock.GetUtcNow(), By);
            return $"Counted: {number}.";
        });

    public IActionResult OnPostMark(string? low)
    {
        if (string.IsNullOrWhiteSpace(low))
        {
            return ChangeStock("1", "Low mark", 1, _ =>
            {
                stock.SetMark(Id, null);
                return "No low mark.";
            });
        }

        return ChangeStock(low, "Low mark", 1, number =>
        {
            stock.SetMark(Id, number);
            return $"Low at {number}.";
        });
    }

    /// <summary>One unit to a client: out of the cupboard, onto the client's shelf, with its batch.</summary>
    public IActionResult OnPostDispense(string client, string? batch)
    {
        if (shelf.Find(Id) is not { Product.Spec: null } found || room.Derive(client) is not { } record)
        {
            return NotFound();
        }

        if (
            room.Dispense(
                stock,
                Id,
                Batch(batch),
                client,
                record.Client.Version,
                held => Dispensing.Facts(room, record, found.Product, held, By),
                By
            )
            is not { } taken
        )
        {
            Problems.Add(new("Batch", "none of it is left; take units in or choose another batch"));
            return OnGet();
        }

        TempData["Done"] = $"{found.Product.Name} went to {record.Client.Name}{(taken.Batch.Length > 0 ? $", batch {taken.Batch}" : "")}.";
        return Redirect($"/shelf/{Id}");
    }

    public string Local(DateTimeOffset at) =>
        TimeZoneInfo.ConvertTime(at, CareDay.ZoneOf(studio.Current().Rules.Zone)).ToString("d MMM HH:mm", CultureInfo.InvariantCulture);

    private static string Batch(string? text) => (text ?? "").Trim() is { Length: <= 40 } batch ? batch : text!.Trim()[..40];

    private IActionResult ChangeStock(string? text, string field, int least, Func<int, string> change)
    {
        if (shelf.Find(Id) is not { Product.Spec: null })
        {
            return NotFound();
        }

        if (Field.Whole(text) is { } number && number >= least && number <= Stock.MostUnits)
        {
            TempData["Done"] = change(number);
            return Redirect($"/shelf/{Id}");
        }

        Problems.Add(new(field, $"give a whole number from {least} to {Stock.MostUnits}"));
        return OnGet();
    }

    private PageResult Again()
    {
        Reading = Form.Label.Length > 0 ? LabelReader.Read(Form.Label).Reading : null;
        FillStock();
        return Page();
    }

    private void FillStock()
    {
        if (IsNew)
        {
            return;
        }

        Level = stock.Levels().GetValueOrDefault(Id) ?? new(0, null);
        Batches = stock.Batches(Id);
        Moves = stock.Moves(Id);
        Clients = clients.Search("");
    }
}
