using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.Filters;
using OatPath.Store;

namespace OatPath.Web;

/// <summary>
/// Answers a save that met somebody else's, or that was not whole, with a page that says so; pages that can keep what was typed catch it
/// themselves.
/// </summary>
public sealed class RefusalFilter : IExceptionFilter
{
    public void OnException(ExceptionContext context)
    {
        if (context.Exception is ConflictException or FactNotWholeException)
        {
            context.ExceptionHandled = true;
            context.Result = new StatusCodeResult(
                context.Exception is ConflictException ? StatusCodes.Status409Conflict : StatusCodes.Status400BadRequest
            );
        }
    }
}
