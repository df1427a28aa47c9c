using OatPath.Core.House;
using OatPath.Core.Known;
using OatPath.Core.Pictures;
using OatPath.Core.Skin;
using OatPath.Core.Wording;
using OatPath.Pictures;

namespace OatPath.Web.Wording;

/// <summary>What is said of pictures.</summary>
public static class PictureWords
{
    /// <summary>Version of the words that a client agrees to; another wording is another number, and asked anew.</summary>
    public const int ConsentVersion = 1;

    public static string Of(PictureUse use) =>
        use switch
        {
            PictureUse.Care => Said.Of("Care"),
            PictureUse.Teaching => Said.Of("Teaching"),
            _ => Said.Of("Showing others"),
        };

    /// <summary>What a client agrees to.</summary>
    public static string Consent(PictureUse use) =>
        use switch
        {
            PictureUse.Care => Said.Of(
                "Pictures of my skin are taken and kept to see how it does. Only the people of this studio who treat me see them."
            ),
            PictureUse.Teaching => Said.Of("The studio may use pictures of my skin to teach its own people, without my name."),
            _ => Said.Of("The studio may show pictures of my skin to others outside, without my name."),
        };

    public static string Of(PictureView view) =>
        view switch
        {
            PictureView.Front => Said.Of("Front"),
            PictureView.Left => Said.Of("Left 45°"),
            PictureView.Right => Said.Of("Right 45°"),
            _ => Said.Of("Close up"),
        };

    /// <summary>How the client sits for it.</summary>
    public static string How(PictureView view) =>
        view switch
        {
            PictureView.Front => "Looking into the lens, card under the chin.",
            PictureView.Left => "Turned so that the client's left side is seen, both eyes still in sight.",
            PictureView.Right => "Turned so that the client's right side is seen, both eyes still in sight.",
            _ => "One place, for the eye only: no number is read from it.",
        };

    public static string Of(PictureFault fault) =>
        fault switch
        {
            PictureFault.NoCard => Said.Of("No card"),
            PictureFault.TwoCards => Said.Of("Two cards"),
            PictureFault.Mirrored => Said.Of("A mirror image"),
            PictureFault.CardCropped => Said.Of("Card cut off"),
            PictureFault.Blurred => Said.Of("Blurred"),
            PictureFault.Overexposed => Said.Of("Too bright"),
            PictureFault.UnevenLight => Said.Of("Uneven light"),
            _ => Said.Of("Colours are off"),
        };

    public static string Remedy(PictureFault fault) =>
        fault switch
        {
            PictureFault.NoCard => Said.Of(
                "Hold the card flat under the chin, all four squares in the picture, unbent and in focus; go nearer where it is small."
            ),
            PictureFault.TwoCards => Said.Of("Leave one card in the picture."),
            PictureFault.Mirrored => Said.Of("Take it with a lens that does not mirror: left and right would be taken for each other."),
            PictureFault.CardCropped => Said.Of("Take the whole card into the picture, its edges too."),
            PictureFault.Blurred => Said.Of("Hold still, wipe the lens, let it focus on the face, and give more light."),
            PictureFault.Overexposed => Said.Of("Take the light back, or the exposure down: white must not glare."),
            PictureFault.UnevenLight => Said.Of("Turn the face to the light, so that no shadow and no lamp falls on one side of the card."),
            _ => Said.Of("One kind of light only, no gloss on the card, and the card that was printed for this house."),
        };

    public static string Of(PictureRefusal refusal) =>
        refusal switch
        {
            PictureRefusal.NotAPicture => Said.Of("choose a JPEG, PNG or WebP picture"),
            PictureRefusal.TooManyBytes => Said.Of($"choose a file of at most {PictureFile.MostBytes / 1_000_000} MB"),
            PictureRefusal.TooManyPixels => Said.Of($"choose a picture of at most {PictureFile.MostPixels / 1_000_000} megapixels"),
            PictureRefusal.TooSmall => Said.Of($"choose a picture of at least {PictureFile.LeastSide} pixels a side"),
            PictureRefusal.Animated => Said.Of("choose one picture, not several in one file"),
            _ => Said.Of("the file ends too early or is damaged; take or copy it again"),
        };

    /// <summary>"3 days before", "Day 0".</summary>
    /// <param name="days">Days after a treatment; below 0 before it.</param>
    public static string DayAfter(int days) => days < 0 ? $"{Words.Count(-days, "day")} before" : $"Day {days}";

    /// <summary>What a client is asked for.</summary>
    public static string Of(PictureOccasion occasion) =>
        occasion switch
        {
            PictureOccasion.BeforeTreatment => Said.Of("Your studio asks for a picture before your next treatment."),
            PictureOccasion.DayThree => Said.Of("Your studio asks for a picture of these days after your treatment."),
            _ => Said.Of("It is time to look again: your studio asks for a picture."),
        };

    public static string Of(NotComparable reason) =>
        reason switch
        {
            NotComparable.OtherView => "they show the face from different sides",
            NotComparable.Faulty => "one of them has no card that could be read, or is blurred, too bright or unevenly lit",
            NotComparable.NoMarks => "eyes and mouth are not set in both",
            NotComparable.OtherSize => $"the face is larger in one by more than {Comparability.MostSizePercent:0} %",
            NotComparable.OtherTurn => $"the face is turned differently by more than {Comparability.MostTurn:0}°",
            _ => "eyes and mouth stand to each other as they do not in one face: set anew, or somebody else's",
        };

    /// <summary>What is told at once of a picture that cannot be held against the one before; null where it can.</summary>
    public static string? AgainstEarlier(IReadOnlyList<NotComparable> reasons, DateOnly earlier) =>
        reasons.Where(reason => reason is NotComparable.OtherSize or NotComparable.OtherTurn or NotComparable.OtherFace).ToList()
            is { Count: > 0 } told
            ? $"No number can be held against the picture of {HistoryWords.Day(earlier)}: {Words.List([.. told.Select(Of)])}. Take it "
                + "again with the earlier one shining through, or look with your eyes only."
            : null;

    public static string Of(PictureNumber number) =>
        number switch
        {
            PictureNumber.Redness => "Redness (a*)",
            PictureNumber.Lightness => "Lightness (L*)",
            PictureNumber.Spread => "Unevenness (L*)",
            PictureNumber.Ita => "Skin tone (ITA°)",
            _ => "Dark marks (mm²)",
        };

    /// <summary>The direction of a change that can be told.</summary>
    public static string Change(PictureChange change) =>
        (change.Number, change.After > change.Before) switch
        {
            (PictureNumber.Redness, true) => "redder",
            (PictureNumber.Redness, false) => "less red",
            (PictureNumber.Lightness, true) => "lighter",
            (PictureNumber.Lightness, false) => "darker",
            (PictureNumber.Spread, true) => "less even",
            (PictureNumber.Spread, false) => "more even",
            (PictureNumber.Ita, true) => "lighter in tone",
            (PictureNumber.Ita, false) => "darker in tone",
            (_, true) => "marks cover more",
            _ => "marks cover less",
        };

    /// <summary>"left cheek: redder (12.1 to 15.8)".</summary>
    public static string InWords(PictureChange change) =>
        $"{FaceZones.TitleOf(change.Zone)}: {Change(change)} ({Number(change.Before)} to {Number(change.After)})";

    /// <summary>"3 and 2 of them, by 6.5 and 5.0 L* darker": beside their area, and no change is told by it.</summary>
    public static string Marks(ZoneNumbers before, ZoneNumbers after) =>
        before.Marks + after.Marks == 0
            ? "none"
            : $"{before.Marks} and {after.Marks} of them, by {Number(before.MarkContrast)} and {Number(after.MarkContrast)} L* darker";

    public static string Number(double value) =>
        (Math.Round(value, 1) is var rounded && rounded == 0 ? 0 : rounded).ToString(
            "0.0",
            System.Globalization.CultureInfo.InvariantCulture
        );

    /// <summary>From what on a change is told.</summary>
    public static string Twice(decimal repeat) => Number((double)(2 * repeat));
}
