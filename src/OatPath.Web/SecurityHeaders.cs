namespace OatPath.Web;

/// <summary>Strict headers on every answer: own origin only, no inline code or style, no framing, no referrer.</summary>
public sealed class SecurityHeaders(RequestDelegate next, ServeOptions options)
{
    private const string Policy =
        "default-src 'none'; script-src 'self'; style-src 'self'; img-src 'self' data:; font-src 'self'; connect-src 'self'; "
        + "form-action 'self'; frame-ancestors 'none'; base-uri 'none'; manifest-src 'self'; worker-src 'self'";

    public Task InvokeAsync(HttpContext http)
    {
        var headers = http.Response.Headers;
        headers.ContentSecurityPolicy = Policy;
        headers.XContentTypeOptions = "nosniff";

        // The policy says both; browsers that do not read it yet go by these.
        headers.XFrameOptions = "DENY";
        headers.XXSSProtection = "0";
        headers["Referrer-Policy"] = "no-referrer";
        headers["Permissions-Policy"] = "camera=(), geolocation=(), microphone=()";
        headers["Cross-Origin-Opener-Policy"] = "same-origin";
        if (options.Trusted)
        {
            headers.StrictTransportSecurity = "max-age=31536000";
        }

        headers["X-Robots-Tag"] = "noindex, nofollow";
        http.Response.OnStarting(() =>
        {
            if (!headers.ContainsKey("Cache-Control"))
            {
                headers.CacheControl = "no-store";
            }

            return Task.CompletedTask;
        });
        return next(http);
    }
}
