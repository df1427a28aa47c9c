using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.Filters;
using OatPath.Store;

namespace OatPath.Web;

/// <summary>Answers a save that met somebody else's with a page that says so; pages that can keep what was typed catch it themselves.</summary>
public sealed class ConflictFilter : IExceptionFilter
{
    public void OnException(ExceptionContext context)
    {
        if (context.Exception is ConflictException conflict)
        {
            context.ExceptionHandled = true;
            context.Result = new ContentResult
            {
                StatusCode = StatusCodes.Status409Conflict,
                ContentType = "text/plain; charset=utf-8",
                Content = $"{conflict.Message} Nothing was saved. Go back, reload the page, look at what changed, and do it again.",
            };
        }
    }
}
