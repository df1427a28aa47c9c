using Microsoft.AspNetCore.Mvc.Rendering;
using Microsoft.AspNetCore.Mvc.ViewFeatures;
using Microsoft.AspNetCore.Razor.TagHelpers;
using OatPath.Web.Doors;

namespace OatPath.Web.Phone;

/// <summary>Gives each form of a phone's page the name of the leave it was made under, so that it is taken under no other.</summary>
[HtmlTargetElement("form", Attributes = "[method=post]")]
public sealed class PhoneFormTag : TagHelper
{
    [ViewContext]
    [HtmlAttributeNotBound]
    public ViewContext ViewContext { get; set; } = null!;

    public override void Process(TagHelperContext context, TagHelperOutput output)
    {
        if (ViewContext.HttpContext.Request.Path.StartsWithSegments("/my") && PhoneDoor.TagOf(ViewContext.HttpContext) is { } tag)
        {
            output.PostContent.AppendHtml($"<input type=\"hidden\" name=\"phone\" value=\"{tag}\">");
        }
    }
}
