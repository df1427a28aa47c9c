namespace OatPath.Web;

/// <summary>
/// Behind a proxy that speaks TLS, whoever comes past it is sent to the address in front; what they sent is not looked at.
/// </summary>
public sealed class OnlyTls(RequestDelegate next, ServeOptions options)
{
    public Task InvokeAsync(HttpContext http)
    {
        if (http.Request.IsHttps)
        {
            return next(http);
        }

        if (HttpMethods.IsGet(http.Request.Method) || HttpMethods.IsHead(http.Request.Method))
        {
            http.Response.Redirect(options.Origin + http.Request.Path + http.Request.QueryString);
            return Task.CompletedTask;
        }

        http.Response.StatusCode = StatusCodes.Status400BadRequest;
        return http.Response.WriteAsync($"Nothing was saved. This is only taken at {options.Origin}.", http.RequestAborted);
    }
}
