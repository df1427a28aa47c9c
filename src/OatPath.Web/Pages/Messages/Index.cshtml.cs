using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using OatPath.Core.House;
using OatPath.Store;
using OatPath.Web.Messages;

namespace OatPath.Web.Pages.Messages;

/// <summary>Every message to a client: its words, when, and what became of it.</summary>
public sealed class IndexModel(
    Store.Outbox outbox,
    Studio studio,
    IMessageGateway gateway,
    ProgramSettings settings,
    Messenger messenger,
    TimeProvider clock
) : PageModel
{
    private const int Shown = 200;

    [BindProperty(SupportsGet = true)]
    public MessageState? State { get; set; }

    public IReadOnlyList<Message> Messages { get; private set; } = [];
    public HouseRules Rules { get; private set; } = new();
    public string Gateway => gateway.Name;

    /// <summary>Whether messages go by mail.</summary>
    public bool ByMail => settings.Current().Choices.Mail is not null;

    /// <summary>Why nothing goes out, and since when.</summary>
    public (string Reason, DateTimeOffset Since)? Trouble => messenger.Trouble;

    public void OnGet()
    {
        Rules = studio.Current().Rules;
        Messages = [.. outbox.Latest(Shown).Where(message => State is null || message.State == State)];
    }

    public string Local(DateTimeOffset? at) =>
        at is { } moment
            ? TimeZoneInfo
                .ConvertTime(moment, CareDay.ZoneOf(Rules.Zone))
                .ToString("ddd d MMM HH:mm", System.Globalization.CultureInfo.InvariantCulture)
            : "";

    public IActionResult OnPostAgain(long message)
    {
        TempData["Done"] = outbox.TryAgain(message, clock.GetUtcNow())
            ? "It is tried again within a minute, outside the quiet hours."
            : "That message is not a failed one any more. Nothing was changed.";
        return Redirect("/outbox");
    }
}
