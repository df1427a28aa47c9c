using System.Net;
using OatPath.Store;

namespace OatPath.Web;

/// <summary>
/// Stands in the place of the app where its data cannot be served: one page that says what is wrong and what to do, for every address.
/// </summary>
public static class TroubleApp
{
    public static void Serve(WebApplication app, Trouble trouble)
    {
        app.UseMiddleware<SecurityHeaders>();
        app.Run(async http =>
        {
            http.Response.StatusCode = StatusCodes.Status503ServiceUnavailable;
            http.Response.ContentType = "text/html; charset=utf-8";
            await http.Response.WriteAsync(Page(trouble), http.RequestAborted);
        });
    }

    private static string Page(Trouble trouble) =>
        $"""
            <!doctype html>
            <html lang="en"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width, initial-scale=1">
            <title>Oat Path is closed</title></head>
            <body><main><h1>Oat Path is closed</h1>
            <p>The studio's data cannot be opened just now. Nothing is planned or shown until it can.</p>
            <p><b>You are a client?</b> Use nothing active. If anything hurts, burns or swells, call your studio;
            with trouble breathing, or pain that is strong, call the emergency number of where you are.</p>
            <p><b>You keep this program?</b> {WebUtility.HtmlEncode(trouble.What)}
            {WebUtility.HtmlEncode(trouble.Remedy)}</p></main></body></html>
            """;
}
