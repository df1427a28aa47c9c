using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using OatPath.Core.House;
using OatPath.Core.Pictures;
using OatPath.Store;

namespace OatPath.Web.Pages.House;

/// <summary>What the house decides about pictures: its own error of two of them, and when what was taken away is erased.</summary>
[Authorize(Policy = People.Roles.KeepsHouse)]
public sealed class PicturesModel(ProgramSettings settings, PictureStore pictures) : PageModel
{
    [BindProperty]
    public long Version { get; set; }

    /// <summary>What stands in each field, by its key.</summary>
    public Dictionary<string, string> Typed { get; } = [];

    public List<Problem> Problems { get; } = [];

    /// <summary>How many pictures there are, and the bytes of their files.</summary>
    public (long Count, long Bytes) Space => pictures.Space();

    public void OnGet()
    {
        var (choices, version) = settings.Current();
        Version = version;
        foreach (var choice in PictureChoice.All)
        {
            Typed[choice.Key] = Write(choice.Of(choices.Pictures));
        }
    }

    public IActionResult OnPost()
    {
        var changed = settings.Current().Choices.Pictures;
        foreach (var choice in PictureChoice.All)
        {
            Typed[choice.Key] = Request.Form[choice.Key].ToString().Trim();
            if (
                Field.Number(Typed[choice.Key]) is { } value
                && value >= choice.Least
                && value <= choice.Most
                && (!choice.Whole || value == decimal.Truncate(value))
            )
            {
                changed = choice.With(changed, value);
            }
            else
            {
                var kind = choice.Whole ? "a whole number" : "a number";
                Problems.Add(new(choice.Title, $"give {kind} from {Write(choice.Least)} to {Write(choice.Most)}"));
            }
        }

        if (Problems.Count == 0)
        {
            try
            {
                settings.Save(settings.Current().Choices with { Pictures = changed }, Version);
                TempData["Done"] = "Saved. What is compared from now on follows it.";
                return Redirect("/house/pictures");
            }
            catch (ConflictException)
            {
                Problems.Add(
                    new("The program's choices", "were changed by somebody else while you were here. Look at both, and save again.")
                );
                Version = settings.Current().Version;
                ModelState.Remove(nameof(Version));
            }
        }

        return Page();
    }

    private static string Write(decimal value) => value.ToString("0.##", System.Globalization.CultureInfo.InvariantCulture);
}
