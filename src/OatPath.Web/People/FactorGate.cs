namespace OatPath.Web.People;

/// <summary>Where the house asks for a second factor, whoever has none yet gets to the page that sets it and nowhere else.</summary>
public static class FactorGate
{
    public const string Needed = "second factor needed";
    private const string Page = "/second-factor";

    public static Task Ask(HttpContext http, RequestDelegate next)
    {
        if (
            http.Items[Needed] is true
            && http.GetEndpoint() is not null
            && !http.Request.Path.StartsWithSegments(Page, StringComparison.OrdinalIgnoreCase)
            && !http.Request.Path.StartsWithSegments("/sign-out", StringComparison.OrdinalIgnoreCase)
            && !http.Request.Path.StartsWithSegments("/my", StringComparison.OrdinalIgnoreCase)
        )
        {
            http.Response.Redirect(Page);
            return Task.CompletedTask;
        }

        return next(http);
    }
}
