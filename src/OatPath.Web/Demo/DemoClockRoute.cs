using Microsoft.AspNetCore.Antiforgery;
using OatPath.Web.Clock;

namespace OatPath.Web.Demo;

/// <summary>Winds the demo clock. Only mapped in a demo.</summary>
public static class DemoClockRoute
{
    public static void Map(WebApplication app) =>
        app.MapPost("/demo/clock", async (HttpContext http, IAntiforgery antiforgery, TimeProvider clock, Messages.Messenger messenger) =>
        {
            if (!await antiforgery.IsRequestValidAsync(http))
            {
                return Results.BadRequest("The form has expired. Go back, reload and try again.");
            }

            var form = await http.Request.ReadFormAsync();
            if (clock is not DemoClock demo || !int.TryParse(form["days"], out var days) || days is not (1 or 7) || !demo.Wind(days))
            {
                return Results.BadRequest("days: wind by 1 or 7");
            }

            // What the messenger would have done in the time that was wound over.
            messenger.Write();
            messenger.Send();
            var back = form["back"].ToString();
            return Results.LocalRedirect(
                back.StartsWith('/') && !back.StartsWith("//", StringComparison.Ordinal) && !back.Contains('\\') ? back : "/"
            );
        });
}
