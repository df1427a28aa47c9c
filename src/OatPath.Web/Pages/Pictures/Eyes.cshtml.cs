using Microsoft.AspNetCore.Mvc;
using OatPath.Core.House;
using OatPath.Core.Pictures;
using OatPath.Store;
using OatPath.Web.Records;
using OatPath.Web.Wording;

namespace OatPath.Web.Pages.Pictures;

/// <summary>Eyes and mouth are set by hand in one picture; zones and numbers follow.</summary>
public sealed class EyesModel(RecordRoom room, PictureStore pictures, PictureConsents consents, PictureIntake intake)
    : PicturePage(room, pictures, consents, "Eyes and mouth")
{
    [BindProperty(SupportsGet = true)]
    public string Picture { get; set; } = "";

    public Picture Shown { get; private set; } = null!;

    /// <summary>Where they are set, or are proposed: as in the latest picture of the same view, else as a face usually is.</summary>
    public FaceMarks Marks { get; private set; } = null!;

    /// <summary>Where the places shown come from.</summary>
    public string Whence { get; private set; } = "";

    public IActionResult OnGet()
    {
        if (Store.Find(Id, Picture) is not { IsShown: true } found || found.View == PictureView.Close)
        {
            return NotFound();
        }

        Shown = found;
        var last = Store.Of(Id).FirstOrDefault(other => other.View == found.View && other is { Marks: not null, GoneAt: null });
        (Marks, Whence) =
            found.Marks is { } set ? (set, "Set before; set anew, the numbers are read anew.")
            : last is not null ? (last.Marks!, "Proposed as in the last picture; look closely, and move them.")
            : (new(new(0.4, 0.35), new(0.6, 0.35), new(0.5, 0.52)), "Move them: nothing is known of this face yet.");
        return Page();
    }

    /// <param name="places">Six shares of the picture in thousandths: right eye, left eye, mouth, each across and down.</param>
    public async Task<IActionResult> OnPostAsync(List<string> places)
    {
        if (OnGet() is NotFoundResult none)
        {
            return none;
        }

        var numbers = places.Select(Field.Whole).ToList();
        if (numbers.Count != 6 || numbers.Any(number => number is not (>= 0 and <= 1000)))
        {
            Problems.Add(new("Places", "write each as a whole number of thousandths, from 0 to 1000"));
            return Page();
        }

        PicturePoint At(int i) => new(numbers[i]!.Value / 1000.0, numbers[i + 1]!.Value / 1000.0);
        Marks = new(At(0), At(2), At(4));
        if (!Marks.ArePlausible(Shown.Aspect))
        {
            Problems.Add(
                new(
                    "Places",
                    "that is no face: the client's right eye is at the left of the picture, the left one at the right, the mouth below"
                )
            );
            return Page();
        }

        Store.SetMarks(Id, Picture, Marks, await intake.Numbers(Store, Shown, Marks, HttpContext.RequestAborted));
        TempData["Done"] =
            Earlier() is { } earlier
            && PictureWords.AgainstEarlier(Comparability.Of(earlier.Compared, (Shown with { Marks = Marks }).Compared), earlier.TakenOn)
                is { } against
                ? $"Eyes and mouth are set. {against}"
                : "Eyes and mouth are set.";
        return Store.Of(Id).OrderBy(one => one.View).FirstOrDefault(LookOverModel.NeedsEyes) is { } next
            ? Redirect($"/clients/{Id}/pictures/{next.Id}/eyes")
            : Redirect($"/clients/{Id}/pictures");
    }

    /// <summary>The latest of the same view from a day before, with eyes and mouth set; null where there is none.</summary>
    private Picture? Earlier() =>
        Store
            .Of(Id)
            .FirstOrDefault(other =>
                other is { IsShown: true, Marks: not null } && other.View == Shown.View && other.TakenOn < Shown.TakenOn
            );
}
