using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using OatPath.Core.House;
using OatPath.Store;
using OatPath.Web.Records;
using OatPath.Web.Upkeep;

namespace OatPath.Web.Pages.Upkeep;

/// <summary>One client's record as a whole: taken out as an open archive, or erased.</summary>
[Authorize(Policy = People.Roles.KeepsHouse)]
public sealed class RecordModel(
    Store.Clients clients,
    ClientArchive archive,
    Erasure erasure,
    ViewLog views,
    BackupState backups,
    RecordKept kept,
    TimeProvider clock
) : PageModel
{
    [BindProperty(SupportsGet = true)]
    public string Id { get; set; } = "";

    [BindProperty]
    public long Version { get; set; }

    public Client Client { get; private set; } = null!;

    public List<Problem> Problems { get; } = [];

    public string Typed { get; private set; } = "";

    /// <summary>Daily backups that hold this client.</summary>
    public int Backups => backups.Daily.Count;

    public IActionResult OnGet()
    {
        if (clients.Find(Id) is not { } client)
        {
            return NotFound();
        }

        (Client, Version) = (client, client.Version);
        views.LogRead(Id, User.Identity?.Name ?? "", "Record", clock.GetUtcNow());
        return Page();
    }

    /// <summary>The archive as a file.</summary>
    public IActionResult OnPostArchive()
    {
        if (clients.Find(Id) is null)
        {
            return NotFound();
        }

        // Who took it out stands in what is taken out.
        views.LogRead(Id, User.Identity?.Name ?? "", "Record taken out", clock.GetUtcNow());
        views.Flush();
        var file = new MemoryStream();
        archive.Write(Id, file, clock.GetUtcNow());
        file.Position = 0;
        return File(file, "application/zip", $"record-{clock.GetUtcNow():yyyy-MM-dd}.zip");
    }

    /// <summary>Erases the client, once the name was typed as it stands.</summary>
    public IActionResult OnPostErase(string? name, bool backupsToo)
    {
        if (clients.Find(Id) is not { } client)
        {
            return NotFound();
        }

        (Client, Typed) = (client, name ?? "");
        if (!string.Equals(Typed.Trim(), client.Name, StringComparison.OrdinalIgnoreCase))
        {
            Problems.Add(new("Name", $"type it as it stands here, to be sure: {client.Name}"));
            return Page();
        }

        try
        {
            erasure.Erase(Id, Version, clock.GetUtcNow(), User.Identity?.Name ?? "");
        }
        catch (ConflictException)
        {
            Version = client.Version;
            ModelState.Remove(nameof(Version));
            Problems.Add(
                new(
                    "This client",
                    "was changed by somebody else while you were here. Nothing was erased. Look at what changed, then press again."
                )
            );
            return Page();
        }

        kept.Forget(Id);
        var left = backups.Daily;
        if (backupsToo)
        {
            foreach (var (file, _) in left)
            {
                System.IO.File.Delete(file);
            }
        }

        TempData["Done"] =
            "The record is erased. "
            + (
                left.Count == 0 || backupsToo
                    ? "No daily backup holds it any more; copies that were taken elsewhere do."
                    : $"{left.Count} daily backups of before still hold it, the last of {Words.Day(left[0].Day)}; they go as new ones "
                        + $"come. Copies that were taken elsewhere hold it too."
            );
        return Redirect("/clients");
    }
}
