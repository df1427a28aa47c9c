using System.Diagnostics.CodeAnalysis;
using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using OatPath.Core.Care;
using OatPath.Core.House;
using OatPath.Store;

namespace OatPath.Web.Pages.Treatments;

/// <summary>A treatment of the house: new from one that ships, or changed.</summary>
[Authorize(Policy = People.Roles.KeepsHouse)]
public sealed class EditModel(HouseTreatments house, TimeProvider clock) : PageModel
{
    [BindProperty]
    [AllowNull]
    public TemplateForm Form
    {
        get;
        set => field = (value ?? new()).Whole();
    } = new();

    public List<Problem> Problems { get; } = [];

    public IActionResult OnGet(string? of, string? from)
    {
        if (of is not null)
        {
            if (house.Find(of) is not { } own)
            {
                return NotFound();
            }

            Form = TemplateForm.Of(own.Template, isNew: false);
            return Page();
        }

        Form = TemplateForm.Of(CareTemplates.Of(EnumName.Find<TreatmentKind>(from ?? "") ?? TreatmentKind.SuperficialPeel), isNew: true);
        return Page();
    }

    public IActionResult OnPost()
    {
        if (Form.Id is { Length: > 0 } known && house.Find(known) is null)
        {
            return NotFound();
        }

        var isNew = string.IsNullOrEmpty(Form.Id);
        Form.Id = isNew ? Fact.NewId() : Form.Id;
        var (template, problems) = Form.Read();
        Problems.AddRange(problems);
        if (Problems.Count == 0 && !house.Save(template, clock.GetUtcNow(), User.Identity?.Name ?? ""))
        {
            Problems.Add(new("Name", "another treatment has this name; choose a different one"));
        }

        if (Problems.Count > 0)
        {
            Form.Id = isNew ? "" : Form.Id;
            ModelState.Remove("Form.Id");
            return Page();
        }

        TempData["Done"] = $"{template.Title} is kept. New bookings take it; what is booked stays as it was made.";
        return Redirect("/treatments");
    }
}
