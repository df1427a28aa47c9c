using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc.Filters;
using OatPath.Core.Pictures;
using OatPath.Store;
using OatPath.Web.Pages.Walk;
using OatPath.Web.Records;

namespace OatPath.Web.Pages.Pictures;

/// <summary>A page about a client's pictures: for whoever decides about treatment only.</summary>
[Authorize(Policy = People.Roles.Decides)]
public abstract class PicturePage(RecordRoom room, PictureStore pictures, PictureConsents consents, string title) : WalkPage(room)
{
    /// <summary>The station under which pictures are found.</summary>
    public override string Station => "Look back";

    protected PictureStore Store => pictures;

    protected PictureConsents Consents => consents;

    /// <summary>Whether the client agrees to pictures for care; without it nothing is taken, kept or shown.</summary>
    public bool IsAgreed => consents.Given(Id, PictureUse.Care);

    public override void OnPageHandlerExecuting(PageHandlerExecutingContext context)
    {
        base.OnPageHandlerExecuting(context);
        if (context.Result is null)
        {
            ViewData["Title"] = $"{title}, {Record.Client.Name}";
        }
    }

    public string FileOf(Picture picture, PictureSize size) => $"/clients/{Id}/pictures/{picture.Id}/{Core.House.EnumName.Of(size)}";
}
