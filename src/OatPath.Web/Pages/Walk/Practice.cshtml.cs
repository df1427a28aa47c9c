using System.Text.Json;
using Microsoft.AspNetCore.Mvc;
using OatPath.Core.Formats;
using OatPath.Core.House;
using OatPath.Core.Scripting;
using OatPath.Store;
using OatPath.Web.Phone;
using OatPath.Web.Records;

namespace OatPath.Web.Pages.Walk;

/// <summary>The guide with water for staff: the script of the next evening of the draft. Nothing of it is kept.</summary>
public sealed class PracticeModel(RecordRoom room) : WalkPage(room)
{
    public override string Station => "Peel";

    public GuideData Guide { get; private set; } = null!;

    public string Json => JsonSerializer.Serialize(Guide, CaseJson.Compact);

    /// <param name="product">A device or tool; null for the peel that comes next.</param>
    public IActionResult OnGet(string? product)
    {
        var ladder = product is null ? SessionDesk.CourseOf(Record.DraftPath()) : null;
        var next = product is null ? ladder?.NextOn : Record.DraftPath(0, 35).NextUse(product)?.On;
        var (script, reasons) = (product ?? ladder?.Product) is { } id
            ? SessionCompiler.Compile(Record.Draft, Record.Rules, id, next ?? Record.Today)
            : (null, []);
        if (script is null)
        {
            TempData["Done"] =
                reasons.Count > 0
                    ? string.Join(" ", reasons.Select(Words.Say))
                    : "No session is planned to practise; plan peel evenings first.";
            return Redirect(product is null ? $"/clients/{Id}/peel" : $"/clients/{Id}/routine");
        }

        var grant = new SessionGrant($"practice-{Id}", Id, null, script.Product, Record.Today, true, script, Room.Now, By);
        Guide = GuideData.Of(grant, new(null, []), null, Record, Room.Now);
        return Page();
    }
}
