using Microsoft.AspNetCore.Mvc;
using OatPath.Core.House;
using OatPath.Core.LookBack;
using OatPath.Core.Pictures;
using OatPath.Store;
using OatPath.Web.Records;

namespace OatPath.Web.Pages.Pictures;

/// <summary>The days of one treatment or peel in a row, before it and after it, a row for each view.</summary>
public sealed class DaysModel(RecordRoom room, PictureStore pictures, PictureConsents consents)
    : PicturePage(room, pictures, consents, "Days of a treatment")
{
    /// <summary>The sitting that is asked for, by its id.</summary>
    [BindProperty(SupportsGet = true)]
    public string? Sitting { get; set; }

    /// <summary>The peel at home that is asked for, by its product's id, with <see cref="On"/>.</summary>
    [BindProperty(SupportsGet = true)]
    public string? Peel { get; set; }

    [BindProperty(SupportsGet = true)]
    public DateOnly? On { get; set; }

    /// <summary>What was done and has pictures from then on, the latest first.</summary>
    public IReadOnlyList<HealingCourse> Courses { get; private set; } = [];

    /// <summary>The one asked for, else the latest of which two days can be seen, or one; null where none has pictures.</summary>
    public HealingCourse? Shown { get; private set; }

    public IReadOnlyList<DateOnly> Days { get; private set; } = [];

    /// <summary>Views with a picture of these days.</summary>
    public IReadOnlyList<PictureView> Views { get; private set; } = [];

    private ILookup<(PictureView, DateOnly), Picture> Taken { get; set; } = null!;

    /// <summary>The latest of a view and day; null where there is none.</summary>
    public Picture? Of(PictureView view, DateOnly day) => Taken[(view, day)].FirstOrDefault();

    /// <summary>Days after it: 0 on the day itself, below 0 before.</summary>
    public int After(DateOnly day) => day.DayNumber - Shown!.On.DayNumber;

    public string Title(HealingCourse course) =>
        course.Sitting is { } sitting ? Words.Capital(sitting.Title) : Record.NameOf(course.Product);

    public string Address(HealingCourse course) =>
        $"/clients/{Id}/pictures/days?"
        + (
            course.Sitting is { } sitting
                ? $"sitting={sitting.Id}"
                : $"peel={Uri.EscapeDataString(course.Product!)}&on={course.On:yyyy-MM-dd}"
        );

    /// <summary>The picture beside the first, of before or of the day itself, in the same view; null where there is none.</summary>
    public string? Against(Picture picture) =>
        After(Days[0]) <= 0 && picture.TakenOn != Days[0] && Of(picture.View, Days[0]) is { } before
            ? $"/clients/{Id}/pictures/compare?view={EnumName.Of(picture.View)}&earlier={before.Id}&later={picture.Id}"
            : null;

    public void OnGet()
    {
        var kept = Store.Of(Id).Where(picture => picture.IsShown).ToList();
        var taken = kept.Select(picture => picture.TakenOn).Distinct().ToList();
        Courses = [.. HealingCourse.Of(Record.Followed).Where(course => course.DaysOf(taken).Any(day => day >= course.On))];
        Shown = Courses.FirstOrDefault(course =>
            Peel is null ? Sitting is not null && course.Sitting?.Id == Sitting : course.Product == Peel && course.On == On
        )
            ?? Courses.FirstOrDefault(course => course.DaysOf(taken).Count > 1)
            ?? (Courses.Count > 0 ? Courses[0] : null);
        if (Shown is null)
        {
            return;
        }

        Days = Shown.DaysOf(taken);
        Taken = kept.Where(picture => Days.Contains(picture.TakenOn)).ToLookup(picture => (picture.View, picture.TakenOn));
        Views = [.. Taken.Select(group => group.Key.Item1).Distinct().Order()];
    }
}
