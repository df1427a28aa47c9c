using Microsoft.AspNetCore.Mvc;
using OatPath.Core.House;
using OatPath.Core.Pictures;
using OatPath.Store;
using OatPath.Web.Drawing;
using OatPath.Web.Records;

namespace OatPath.Web.Pages.Pictures;

/// <summary>Two pictures of one view, side by side or one over the other, and what their numbers let anybody say.</summary>
public sealed class CompareModel(
    RecordRoom room,
    PictureStore pictures,
    PictureConsents consents,
    ProgramSettings settings,
    PictureIntake intake
) : PicturePage(room, pictures, consents, "Compare pictures")
{
    /// <summary>The view that is asked for, by its key; the first with two pictures where none is.</summary>
    [BindProperty(SupportsGet = true)]
    public string? View { get; set; }

    [BindProperty(SupportsGet = true)]
    public string? Earlier { get; set; }

    [BindProperty(SupportsGet = true)]
    public string? Later { get; set; }

    [BindProperty(SupportsGet = true)]
    public bool Over { get; set; }

    /// <summary>What is laid over the later picture: redness or lightness; null where the pictures themselves are shown.</summary>
    [BindProperty(SupportsGet = true)]
    public string? Difference { get; set; }

    /// <summary>The same, read; null where nothing of that name is drawn.</summary>
    public DifferenceOf? Asked => EnumName.Find<DifferenceOf>(Difference ?? "");

    /// <summary>Null where none is asked for, or the pictures may not be compared by number.</summary>
    public DifferenceDrawing? Drawn { get; private set; }

    /// <summary>From what on this house tells a change.</summary>
    public PictureChoices House { get; } = settings.Current().Choices.Pictures;

    public PictureView Shown { get; private set; }

    /// <summary>Views with at least two pictures.</summary>
    public IReadOnlyList<PictureView> Views { get; private set; } = [];

    /// <summary>Pictures of the view shown, the oldest first.</summary>
    public IReadOnlyList<Picture> Choices { get; private set; } = [];

    /// <summary>Null where there are no two of one view.</summary>
    public ComparedPair? Pair { get; private set; }

    /// <summary>Two pictures of one day tell by how much pictures differ where nothing changed.</summary>
    public bool IsRepeat => Pair is { } pair && pair.One.TakenOn == pair.Other.TakenOn;

    public string? Laid => Pair is { } pair ? DrawingOf(pair.One).Under(DrawingOf(pair.Other)) : null;

    public static PictureDrawing DrawingOf(Picture picture) => new(picture.View, picture.Aspect, picture.Marks);

    /// <summary>This page with other choices.</summary>
    public string With(PictureView? view = null, Picture? earlier = null, Picture? later = null) =>
        $"/clients/{Id}/pictures/compare?view={EnumName.Of(view ?? Shown)}"
        + (view is null ? $"&earlier={(earlier ?? Pair?.One)?.Id}&later={(later ?? Pair?.Other)?.Id}" : "")
        + (
            Asked is { } of ? $"&difference={EnumName.Of(of)}"
            : Over ? "&over=true"
            : ""
        );

    /// <summary>The same two pictures, shown in another way.</summary>
    public string Shows(bool over = false, DifferenceOf? difference = null) =>
        $"/clients/{Id}/pictures/compare?view={EnumName.Of(Shown)}&earlier={Pair?.One.Id}&later={Pair?.Other.Id}"
        + (
            difference is { } of ? $"&difference={EnumName.Of(of)}"
            : over ? "&over=true"
            : ""
        );

    /// <summary>The pair that begins and ends one picture earlier, or later; null at the end.</summary>
    public (Picture Earlier, Picture Later)? Step(int by)
    {
        var (a, b) = (Place(Pair?.One) + by, Place(Pair?.Other) + by);
        return a >= 0 && b >= 0 && a < Choices.Count && b < Choices.Count && a != b ? (Choices[a], Choices[b]) : null;
    }

    public async Task OnGetAsync()
    {
        var kept = Store.Of(Id).Where(picture => picture.IsShown).Reverse().ToList();
        Views = [.. Enum.GetValues<PictureView>().Where(view => kept.Count(picture => picture.View == view) > 1)];
        if (Views.Count == 0)
        {
            return;
        }

        Shown = EnumName.Find<PictureView>(View ?? "") is { } asked && Views.Contains(asked) ? asked : Views[0];
        Choices = [.. kept.Where(picture => picture.View == Shown)];
        var one = Choices.FirstOrDefault(picture => picture.Id == Earlier) ?? Choices[0];
        var other = Choices.FirstOrDefault(picture => picture.Id == Later) ?? Choices[^1];
        if (Place(one) > Place(other))
        {
            (one, other) = (other, one);
        }

        if (one == other)
        {
            (one, other) = other == Choices[0] ? (Choices[0], Choices[1]) : (Choices[Place(other) - 1], other);
        }

        Pair = ComparedPair.Of(one, other, House);
        if (Asked is { } of && await intake.Difference(Store, Pair, HttpContext.RequestAborted) is { } map)
        {
            Drawn = new(map, of, House);
        }
    }

    private int Place(Picture? picture) => Choices.ToList().FindIndex(one => one.Id == picture?.Id);
}
