using Microsoft.AspNetCore.Mvc;
using OatPath.Core.Case;
using OatPath.Core.LookBack;
using OatPath.Core.Pictures;
using OatPath.Store;
using OatPath.Web.Drawing;
using OatPath.Web.Records;

namespace OatPath.Web.Pages.Pictures;

/// <summary>A half-face test judged from pictures without being told the sides, and what came of it.</summary>
public sealed class HalfFaceModel(RecordRoom room, PictureStore pictures, PictureConsents consents)
    : PicturePage(room, pictures, consents, "Half-face test")
{
    /// <summary>Days after a test on which its pictures may still be taken.</summary>
    /// <remarks>House default.</remarks>
    private const int DaysAfter = 7;

    [BindProperty(SupportsGet = true)]
    public string Trial { get; set; } = "";

    public HalfFaceResult Result { get; private set; } = null!;

    public string Name => Record.NameOf(Result.Trial.Product);

    /// <summary>The first picture that whoever looks has not judged; null where there is none.</summary>
    public Picture? Open { get; private set; }

    /// <summary>Pictures that whoever looks has judged, with what they said.</summary>
    public IReadOnlyList<(Picture Picture, BetterSide Better)> Judged { get; private set; } = [];

    public HalfFacePair PairOf(Picture picture) => HalfFacePair.Of(Trial, picture.Id, CompareModel.DrawingOf(picture));

    public IActionResult OnGet() => Fill() ? Page() : NotFound();

    /// <param name="picture">The picture that was judged.</param>
    /// <param name="better">The place that looked better, 0 or 1; 2 where there was no difference.</param>
    public IActionResult OnPost(string? picture, int? better)
    {
        if (!Fill())
        {
            return NotFound();
        }

        if (Open?.Id != picture || better is not (>= 0 and <= 2))
        {
            Problems.Add(new("Better half", "choose one of the three"));
            return Page();
        }

        var side = better == 2 ? BetterSide.Same
            : PairOf(Open!).SideAt(better.Value) == Result.Trial.Side ? BetterSide.Treated
            : BetterSide.Untreated;
        var fact = Room.Log(Id, By, (id, now) => new JudgedBlind
        {
            Id = id,
            HappenedAt = now,
            RecordedAt = now,
            By = By,
            Trial = Trial,
            Picture = Open!.Id,
            Better = side,
        });
        if (!Save(fact))
        {
            return Page();
        }

        TempData["Done"] = "Judged.";
        TempData["UndoUrl"] = $"/clients/{Id}/undo/{fact.Id}?back=look-back";
        return Redirect($"/clients/{Id}/half-face/{Trial}");
    }

    private bool Fill()
    {
        Version = Version == 0 ? Record.Client.Version : Version;
        if (HalfFaceResult.Of(Record.Followed.Decisions, Record.Lived).FirstOrDefault(result => result.Trial.Id == Trial) is not { } result)
        {
            return false;
        }

        Result = result;
        var (first, last) = (result.Trial.On.AddDays(1), result.Trial.On.AddDays(result.Trial.Days + DaysAfter));
        var shown = Store
            .Of(Id)
            .Where(picture => picture is { IsShown: true, View: PictureView.Front, Marks: { } marks } && marks.ArePlausible(picture.Aspect))
            .Where(picture => picture.TakenOn >= first && picture.TakenOn <= last)
            .ToList();
        var own = Record
            .Lived.OfType<JudgedBlind>()
            .Where(entry => entry.Trial == Trial && entry.By == By)
            .GroupBy(entry => entry.Picture)
            .ToDictionary(entry => entry.Key, entry => entry.Last().Better);
        Open = shown.FirstOrDefault(picture => !own.ContainsKey(picture.Id));
        Judged = [.. shown.Where(picture => own.ContainsKey(picture.Id)).Select(picture => (picture, own[picture.Id]))];
        return true;
    }
}
