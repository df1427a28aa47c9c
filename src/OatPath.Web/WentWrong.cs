using Microsoft.AspNetCore.Diagnostics;
using OatPath.Store;

namespace OatPath.Web;

/// <summary>What went wrong with a request, in plain words, with the remedy; for the client's phone in the client's words.</summary>
public sealed record WentWrong(string What, string Remedy, string ForClient, bool OnPhone, bool IsUnkept)
{
    private const string CallStudio = "The studio's computer cannot do this just now. Call the studio if you need an answer.";

    public static WentWrong Of(HttpContext http)
    {
        var thrown = http.Features.Get<IExceptionHandlerPathFeature>();
        var path = thrown?.Path ?? http.Features.Get<IStatusCodeReExecuteFeature>()?.OriginalPath ?? "";
        var onPhone = path == "/my" || path.StartsWith("/my/", StringComparison.OrdinalIgnoreCase);
        return thrown?.Error switch
        {
            StoreException fault => new(
                onPhone ? "The studio cannot be reached" : fault.Message,
                $"{fault.Remedy} Nothing was half-saved; what you sent was not kept.",
                "Nothing can be read or kept just now.",
                onPhone,
                true
            ),
            UnreadableException unreadable => new(
                onPhone ? "Your plan cannot be shown" : "This client's record cannot be read.",
                $"{unreadable.What} cannot be read, so nothing is planned for this client. Call them, then run oat doctor and restore a "
                    + $"backup. Nobody else is touched.",
                "Something in your record cannot be read, so there is no plan just now. Use nothing active: cleanse gently, plain "
                    + "moisturiser, sunscreen by day. Call your studio.",
                onPhone,
                true
            ),
            _ => OfCode(http.Request.Query["code"].ToString(), onPhone),
        };
    }

    /// <summary>The status of an answer to a request that threw.</summary>
    public static int StatusOf(Exception fault) =>
        fault switch
        {
            StoreException { Fault: StoreFault.Full } => StatusCodes.Status507InsufficientStorage,
            StoreException or UnreadableException => StatusCodes.Status503ServiceUnavailable,
            ConflictException => StatusCodes.Status409Conflict,
            FactNotWholeException => StatusCodes.Status400BadRequest,
            BadHttpRequestException bad => bad.StatusCode,
            InvalidDataException => StatusCodes.Status413PayloadTooLarge,
            _ => StatusCodes.Status500InternalServerError,
        };

    private static WentWrong OfCode(string code, bool onPhone)
    {
        var (what, remedy) = code switch
        {
            "404" => ("There is nothing at this address.", "Check the address, or go to the Desk."),
            "400" => ("The form has expired or was not complete.", "Go back, reload the page and send it again. Nothing was saved."),
            "405" => ("This address does not take that.", "Go back and use the page's own buttons. Nothing was saved."),
            "409" => (
                "Somebody else saved this in the meantime.",
                "Nothing was saved. Go back, reload the page, look at what changed, and do it again."
            ),
            "413" or "414" or "431" => (
                "That was too large.",
                "Nothing was saved. A label is at most 20,000 characters, a shelf file at most 2 MB; send less at once."
            ),
            "415" => ("That was sent in a form that is not read here.", "Go back, reload the page and send it again. Nothing was saved."),
            "403" => ("This is not yours to do.", "Ask the owner of the studio."),
            "429" => ("Too many requests from here.", "Wait a minute and try again."),
            _ => (
                "Something went wrong here.",
                "Nothing was half-saved. Try again; if it happens again, note the time and tell whoever keeps this program."
            ),
        };
        return new(
            what,
            remedy,
            code is "400" or "404" ? "Go back to your plan and try again. Nothing was saved." : CallStudio,
            onPhone,
            code is not ("400" or "404" or "405")
        );
    }
}
