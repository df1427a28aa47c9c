using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.Filters;

namespace OatPath.Web;

/// <summary>A page is only written for a reading or for a handler of its own; anything else that is sent to it is refused.</summary>
public sealed class HandlerNeeded : IPageFilter
{
    public void OnPageHandlerSelected(PageHandlerSelectedContext context) { }

    public void OnPageHandlerExecuting(PageHandlerExecutingContext context)
    {
        if (
            context.HandlerMethod is null
            && !HttpMethods.IsGet(context.HttpContext.Request.Method)
            && !HttpMethods.IsHead(context.HttpContext.Request.Method)
            && context.HttpContext.Features.Get<Microsoft.AspNetCore.Diagnostics.IExceptionHandlerFeature>() is null
            && context.HttpContext.Features.Get<Microsoft.AspNetCore.Diagnostics.IStatusCodeReExecuteFeature>() is null
        )
        {
            context.Result = new StatusCodeResult(StatusCodes.Status405MethodNotAllowed);
        }
    }

    public void OnPageHandlerExecuted(PageHandlerExecutedContext context) { }
}
