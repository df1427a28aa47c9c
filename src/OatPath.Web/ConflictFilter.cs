using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.Filters;
using OatPath.Store;

namespace OatPath.Web;

/// <summary>Answers a save that met somebody else's with a page that says so; pages that can keep what was typed catch it themselves.</summary>
public sealed class ConflictFilter : IExceptionFilter
{
    public void OnException(ExceptionContext context)
    {
        if (context.Exception is ConflictException)
        {
            context.ExceptionHandled = true;
            context.Result = new StatusCodeResult(StatusCodes.Status409Conflict);
        }
    }
}
