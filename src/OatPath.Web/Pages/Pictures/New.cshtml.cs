using Microsoft.AspNetCore.Mvc;
using OatPath.Core.House;
using OatPath.Core.Pictures;
using OatPath.Pictures;
using OatPath.Store;
using OatPath.Web.Records;
using OatPath.Web.Wording;

namespace OatPath.Web.Pages.Pictures;

/// <summary>A set is taken with the camera, or chosen from files; each is read and looked over before it is kept.</summary>
[RequestSizeLimit(Most), RequestFormLimits(MultipartBodyLengthLimit = Most)]
public sealed class NewModel(RecordRoom room, PictureStore pictures, PictureConsents consents, PictureIntake intake, TimeProvider clock)
    : PicturePage(room, pictures, consents, "Take pictures")
{
    private const int Most = (4 * PictureFile.MostBytes) + 1_000_000;

    /// <summary>The latest kept picture of each view, to match distance and angle by.</summary>
    public IReadOnlyDictionary<PictureView, Picture> Earlier { get; private set; } = new Dictionary<PictureView, Picture>();

    public IActionResult OnGet()
    {
        if (!IsAgreed)
        {
            return Redirect($"/clients/{Id}/pictures");
        }

        Fill();
        return Page();
    }

    public async Task<IActionResult> OnPostAsync()
    {
        if (!IsAgreed)
        {
            Problems.Add(new("Consent", "the client does not agree to pictures; ask first"));
            Fill();
            return Page();
        }

        var files = Request.Form.Files.Where(file => file.Length > 0).ToList();
        var (taken, refused) = (0, new List<Problem>());
        foreach (var view in Enum.GetValues<PictureView>())
        {
            foreach (var file in files.Where(file => file.Name == EnumName.Of(view)))
            {
                if (await Add(view, file) is { } wrong)
                {
                    refused.Add(new(PictureWords.Of(view), wrong));
                }
                else
                {
                    taken++;
                }
            }
        }

        if (taken == 0)
        {
            Problems.AddRange(refused.Count > 0 ? refused : [new("Pictures", "take or choose at least one")]);
            Fill();
            return Page();
        }

        if (refused.Count > 0)
        {
            TempData["Refused"] = string.Join("; ", refused.Select(problem => $"{problem.Field}: {problem.Remedy}"));
        }

        return Redirect($"/clients/{Id}/pictures/look-over");
    }

    /// <returns>Why it was not taken, or null.</returns>
    private async Task<string?> Add(PictureView view, IFormFile file)
    {
        var (picture, refusal) = await intake.Read(file, view, Record.Today, HttpContext.RequestAborted);
        return picture is null ? PictureWords.Of(refusal!.Value)
            : Store.Add(Id, picture, By, clock.GetUtcNow()) is not null ? null
            : IsAgreed ? $"there are {PictureStore.Most} pictures of this client, the most there may be; take some away first"
            : "the client took the consent back; nothing was kept";
    }

    private void Fill() =>
        Earlier = Store
            .Of(Id)
            .Where(picture => picture.IsShown)
            .GroupBy(picture => picture.View)
            .ToDictionary(view => view.Key, view => view.First());
}
