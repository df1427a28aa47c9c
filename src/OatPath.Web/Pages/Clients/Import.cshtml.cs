using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using OatPath.Core.House;
using OatPath.Store;
using OatPath.Web.Records;

namespace OatPath.Web.Pages.Clients;

/// <summary>The book of clients from a file: looked over, corrected in place, and put into the book together or in part.</summary>
[RequestSizeLimit(Most), RequestFormLimits(ValueCountLimit = 20_000, MultipartBodyLengthLimit = Most)]
public sealed class ImportModel(
    Store.Clients clients,
    ClientImports imports,
    RecordRoom room,
    Studio studio,
    TimeProvider clock
) : PageModel
{
    private const int Most = ClientCsv.MostBytes + 2_000_000;

    public List<Problem> Problems { get; } = [];

    /// <summary>What was read and is not in the book yet; empty before a file was chosen.</summary>
    public IReadOnlyList<ImportRow> Rows { get; private set; } = [];

    public IReadOnlyList<string> NotKept { get; private set; } = [];

    /// <summary>How dates such as 03/04/1990 are meant.</summary>
    public DateOrder Order { get; private set; }

    /// <summary>Whether some date can be meant in two ways.</summary>
    public bool AsksOrder { get; private set; }

    /// <summary>How many of the last press are in the book, and the address that takes them back.</summary>
    public (int Count, string Undo)? Kept { get; private set; }

    public void OnGet() { }

    public async Task<IActionResult> OnPostReadAsync(IFormFile? file)
    {
        if (file is null || file.Length == 0)
        {
            Problems.Add(new("File", "choose a CSV file that is not empty"));
            return Page();
        }

        using var copy = new MemoryStream();
        await file.CopyToAsync(copy, HttpContext.RequestAborted);
        var (text, problem) = ClientCsv.Decode(copy.ToArray());
        var read = text is null ? null : ClientCsv.Read(text);
        if ((problem ?? read?.Problem) is { } wrong)
        {
            Problems.Add(wrong);
            return Page();
        }

        (NotKept, Order) = (read!.NotKept, read.Order);
        LookOver([.. read.Rows.Select(row => new ImportRow(row.Line, row.Name, row.Phone, row.Born, Taken: true))], untick: true);
        return Page();
    }

    /// <summary>Puts into the book who is ticked and right; who is not stays here as it was typed.</summary>
    public IActionResult OnPostKeep(int rows, DateOrder order)
    {
        Order = Enum.IsDefined(order) ? order : DateOrder.NotKnown;
        var form = Request.Form;
        string Of(int i, string field) => form[$"r{i}.{field}"].ToString().Trim();
        LookOver(
            [
                .. Enumerable
                    .Range(0, Math.Clamp(rows, 0, ClientCsv.MostRows))
                    .Select(i => new ImportRow(
                        Field.Whole(Of(i, "line")) ?? 0,
                        Of(i, "name"),
                        Of(i, "phone"),
                        Of(i, "born"),
                        form.ContainsKey($"r{i}.taken")
                    ))
                    .Where(row => row.Name.Length + row.Phone.Length + row.Born.Length > 0),
            ],
            untick: false
        );
        var right = Rows.Where(row => row.Taken && row.Problems.Count == 0).ToList();
        if (right.Count == 0)
        {
            Problems.Add(new("Clients", Rows.Any(row => row.Taken) ? "put right what stands below" : "tick at least one"));
            return Page();
        }

        var step = imports.Add([.. right.Select(row => row.ToClient())], clock.GetUtcNow(), User.Identity?.Name ?? "");
        var undo = $"/clients/import?handler=Undo&step={step}";
        Rows = [.. Rows.Except(right)];
        if (Rows.All(row => !row.Taken))
        {
            TempData["Done"] = $"{Words.Count(right.Count, "client")} put into the book.";
            TempData["UndoUrl"] = undo;
            return Redirect("/clients");
        }

        Kept = (right.Count, undo);
        ModelState.Clear();
        return Page();
    }

    public IActionResult OnPostUndo(string step)
    {
        if (imports.Undo(step) is { } undone)
        {
            TempData["Done"] =
                $"{Words.Count(undone.Left, "client")} taken out of the book again."
                + (undone.Stay > 0 ? $" {undone.Stay} stay: something was written down of them since." : "");
        }

        return Redirect("/clients");
    }

    /// <param name="untick">Whether who stands in the book, or twice in the file, is left out until somebody ticks it.</param>
    private void LookOver(IReadOnlyList<ImportRow> rows, bool untick)
    {
        var today = studio.Today(clock.GetUtcNow());
        var book = clients.Search("", int.MaxValue).ToLookup(client => ImportRow.Key(client.Name));
        var seen = new Dictionary<string, int>();
        var looked = new List<ImportRow>();
        foreach (var row in rows)
        {
            row.Check(Order, today);
            var key = ImportRow.Key(row.Name);
            var doubts = new List<string>();
            foreach (var client in key.Length > 0 ? book[key] : [])
            {
                doubts.Add(InTheBook(client, row));
            }

            if (key.Length > 0 && !seen.TryAdd(key, row.Line))
            {
                doubts.Add($"Stands in the file already, on line {seen[key]}.");
            }

            var now = untick && doubts.Count > 0 ? row with { Taken = false } : row;
            now.Doubts.AddRange(doubts);
            looked.Add(now);
        }

        AsksOrder = looked.Exists(row => ClientCsv.HasTwoReadings(row.Born));
        Rows = looked;
    }

    private string InTheBook(Client client, ImportRow row)
    {
        var born = room.Derive(client.Id)?.Draft.Intake.BirthDate;
        var same =
            (born is not null && born == row.BirthDate)
            || (ImportRow.Digits(client.Phone) is { Length: > 0 } digits && digits == ImportRow.Digits(row.Phone));
        return same
            ? $"{client.Name} stands in the book already, with the same birth date or phone."
            : $"Somebody called {client.Name} stands in the book; tick it if this is another person.";
    }
}
