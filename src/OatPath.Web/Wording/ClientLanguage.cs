using OatPath.Core.Wording;

namespace OatPath.Web.Wording;

/// <summary>Speaks the language of the studio's clients on every page that a client reads, and English on all others.</summary>
public sealed class ClientLanguage(RequestDelegate next, ServeOptions options)
{
    private static readonly string[] Pages = ["/my", "/go", "/no-plan", "/calendar", "/answers"];
    private readonly Language language = options.ClientLanguage;

    public async Task InvokeAsync(HttpContext context)
    {
        if (language.IsEnglish || !IsRead(context.Request.Path))
        {
            await next(context);
            return;
        }

        using (Language.Speak(language))
        {
            await next(context);
        }
    }

    private static bool IsRead(PathString path) =>
        Pages.Any(page => path.StartsWithSegments(page, StringComparison.Ordinal))
        || path.Value?.EndsWith("/handout", StringComparison.Ordinal) == true;
}
