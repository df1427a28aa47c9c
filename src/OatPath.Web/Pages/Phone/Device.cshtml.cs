using Microsoft.AspNetCore.Mvc;
using OatPath.Core.Case;
using OatPath.Core.House;
using OatPath.Core.Routine;
using OatPath.Core.Scripting;
using OatPath.Core.Session;
using OatPath.Core.Shelf;
using OatPath.Core.Skin;
using OatPath.Core.Wording;
using OatPath.Store;
using OatPath.Web.Doors;
using OatPath.Web.Phone;
using OatPath.Web.Records;

namespace OatPath.Web.Pages.Phone;

/// <summary>A device or tool on the client's phone: its ways in words, the way into the guide, and the two sides compared.</summary>
public sealed class DeviceModel(PhoneDoor door, RecordRoom room, ViewLog views, TimeProvider clock, SessionDesk desk, Sessions sessions)
    : PhonePage(door, room, views, clock)
{
    public Product Product { get; private set; } = null!;

    public SessionScript? Script { get; private set; }

    /// <summary>Why it is not used today.</summary>
    public IReadOnlyList<Because> Reasons { get; private set; } = [];

    public DateOnly? NextOn { get; private set; }

    /// <summary>A session that was begun today, and whether it is over.</summary>
    public SessionGrant? Running { get; private set; }
    public bool Over { get; private set; }

    public (string Product, FaceSide Side, bool Later)? Compare { get; private set; }

    public LogEntry? Compared { get; private set; }

    /// <summary>Whether a guide leads it; of what is none only the two sides are compared here.</summary>
    public bool IsLed => DeviceScript.Leads(Product);

    public List<Problem> Problems { get; } = [];

    public IActionResult OnGet(string product) => Fill(product) ? Page() : NotFound();

    public IActionResult OnPostBegin(string product) =>
        Fill(product) && IsLed ? Open(product, desk.Begin(View.Record, Device, product)) : NotFound();

    public IActionResult OnPostPractise(string product) =>
        Fill(product) && IsLed ? Open(product, desk.Practise(View.Record, Device.Id, Author.Client, product)) : NotFound();

    public IActionResult OnPostCompare(string product, string key, BetterSide? feel, BetterSide? look, BetterSide? touch)
    {
        if (!Fill(product))
        {
            return NotFound();
        }

        if (Compare is not { } due || !Guid.TryParseExact(key, "n", out _))
        {
            return Redirect($"/my/device/{product}");
        }

        BetterSide Judged(BetterSide? side, string field)
        {
            if (side is { } known && Enum.IsDefined(known))
            {
                return known;
            }

            Problems.Add(new(field, Said.Of("choose the better side, or no difference")));
            return BetterSide.Same;
        }

        var entry = new Compared
        {
            Id = key,
            HappenedAt = Now,
            RecordedAt = Now,
            By = Author.Client,
            Product = product,
            Day = View.Day,
            Side = due.Side,
            Later = due.Later,
            Feel = Judged(feel, Said.Of("How it feels")),
            Look = Judged(look, Said.Of("How it looks")),
            Touch = Judged(touch, Said.Of("How it is to touch")),
        };
        if (Problems.Count > 0)
        {
            return Page();
        }

        Tell(entry);
        return Redirect($"/my/device/{product}");
    }

    public IActionResult OnPostUndo(string product, string key)
    {
        if (Fill(product) && Compared is { } said && Guid.TryParseExact(key, "n", out _))
        {
            Room.Append(
                Device.ClientId,
                null,
                Room.Make<LogEntry>(
                    Device.ClientId,
                    FactKind.Log,
                    new Retracted
                    {
                        Id = key,
                        HappenedAt = Now,
                        RecordedAt = Now,
                        By = Author.Client,
                        Entry = said.Id,
                    },
                    Author.Client,
                    key
                )
            );
        }

        return Redirect($"/my/device/{product}");
    }

    private RedirectResult Open(string product, (SessionGrant? Grant, string Why) given)
    {
        if (given.Grant is null)
        {
            TempData["Hint"] = given.Why;
        }

        return Redirect(given.Grant is null ? $"/my/device/{product}" : $"/my/guide/{given.Grant.Id}");
    }

    private bool Fill(string product)
    {
        var record = View.Record;
        if (
            record.Followed.Shelf.FirstOrDefault(item => item.Product.Id == product && item.State == ShelfState.InUse)?.Product
            is not { } found
        )
        {
            return false;
        }

        var day = new DeviceDay(View);
        Product = found;
        Compare = day.ToCompare().Where(due => due.Product == product).Select(due => ((string, FaceSide, bool)?)due).FirstOrDefault();
        Compared = day.LastComparison(product);
        if (!IsLed)
        {
            // Anything may be tried on one side; a guide leads devices and tools only.
            return Compare is not null || Compared is not null;
        }

        (Script, Reasons) = SessionCompiler.Compile(record.Followed, record.PublishedRules, product, View.Day);
        NextOn = Script is null ? SessionDesk.NextUse(record, product) : View.Day;
        if (sessions.Latest(Device.Id, product, View.Day) is { } grant && sessions.Progress(grant.Id) is { Run: not null } progress)
        {
            // What was only laid out, and is not planned any more, is no session to go on with.
            var reading = SessionReading.Of(grant.Script, progress.Events);
            Running = reading.HasBegun || reading.IsOver ? grant : null;
            Over = reading.IsOver;
        }

        return true;
    }
}
