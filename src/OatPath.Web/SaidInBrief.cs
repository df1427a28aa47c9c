using Microsoft.AspNetCore.Mvc.ViewFeatures;

namespace OatPath.Web;

/// <summary>
/// What is said once on the next page travels in a cookie; a long text in it would grow past what a request may carry, and lock its sender
/// out. So it is kept brief.
/// </summary>
public sealed class SaidInBrief(CookieTempDataProvider cookie) : ITempDataProvider
{
    private const int Most = 400;

    public IDictionary<string, object> LoadTempData(HttpContext context) => cookie.LoadTempData(context);

    public void SaveTempData(HttpContext context, IDictionary<string, object> values) =>
        cookie.SaveTempData(
            context,
            values.ToDictionary(pair => pair.Key, pair => pair.Value is string { Length: > Most } text ? text[..Most] + "…" : pair.Value)
        );
}
