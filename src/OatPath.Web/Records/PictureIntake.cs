using OatPath.Core.Pictures;
using OatPath.Pictures;
using OatPath.Store;

namespace OatPath.Web.Records;

/// <summary>Makes of an uploaded file what is kept of a picture: upright, without metadata, its card read, evened for the page.</summary>
/// <remarks>One at a time, so that many large pictures at once take no more memory than one.</remarks>
public sealed class PictureIntake : IDisposable
{
    /// <summary>Pixels of the longer side at which the card is looked for and numbers are read.</summary>
    /// <remarks>House default: a module of the card is then still several pixels.</remarks>
    public const int ReadSide = 2000;

    private const int ShownSide = 1400;
    private const int SmallSide = 320;

    /// <summary>Coarse enough to be quick: a square of the difference is still some pixels wide.</summary>
    private const int DifferenceSide = 900;

    private readonly SemaphoreSlim turn = new(1);

    /// <summary>Reads a file that was sent.</summary>
    /// <param name="today">Taken for the day where the camera wrote none, or one that cannot be.</param>
    public async Task<(NewPicture? Picture, PictureRefusal? Refusal)> Read(
        IFormFile file,
        PictureView view,
        DateOnly today,
        CancellationToken given
    )
    {
        if (file.Length > PictureFile.MostBytes)
        {
            return (null, PictureRefusal.TooManyBytes);
        }

        using var copy = new MemoryStream();
        await file.CopyToAsync(copy, given);
        return await Read(copy.ToArray(), view, today, given);
    }

    /// <inheritdoc cref="Read(IFormFile, PictureView, DateOnly, CancellationToken)"/>
    public async Task<(NewPicture? Picture, PictureRefusal? Refusal)> Read(
        byte[] file,
        PictureView view,
        DateOnly today,
        CancellationToken given
    )
    {
        await turn.WaitAsync(given);
        try
        {
            var (read, refusal) = PictureFile.Read(file);
            return read is null ? (null, refusal) : (Make(read, view, today), null);
        }
        finally
        {
            turn.Release();
        }
    }

    /// <summary>Reads the numbers of a picture whose eyes and mouth are set.</summary>
    public async Task<IReadOnlyList<ZoneNumbers>> Numbers(PictureStore pictures, Picture picture, FaceMarks marks, CancellationToken given)
    {
        if (picture.Found.Reading is not { } reading || picture.Found.Faults.Count > 0)
        {
            return [];
        }

        await turn.WaitAsync(given);
        try
        {
            return pictures.Folder.Read(picture.File, PictureSize.Whole) is { } file && PictureFile.Read(file, ReadSide).Picture is { } read
                ? ZoneNumbers.Of(read.Pixels, reading, marks, picture.View)
                : [];
        }
        finally
        {
            turn.Release();
        }
    }

    /// <summary>Where two pictures differ that may be compared by number; null where they may not, or a file is gone.</summary>
    public async Task<DifferenceMap?> Difference(PictureStore pictures, ComparedPair pair, CancellationToken given)
    {
        DifferingPicture? Read(Picture picture) =>
            picture is { Marks: { } marks, Found.Reading: { } reading }
            && pictures.Folder.Read(picture.File, PictureSize.Whole) is { } file
            && PictureFile.Read(file, DifferenceSide).Picture is { } read
                ? new(read.Pixels, reading, marks)
                : null;

        if (pair.Against.Count > 0)
        {
            return null;
        }

        await turn.WaitAsync(given);
        try
        {
            return Read(pair.One) is { } earlier && Read(pair.Other) is { } later
                ? DifferenceMap.Of(earlier, later, pair.Other.View)
                : null;
        }
        finally
        {
            turn.Release();
        }
    }

    public void Dispose() => turn.Dispose();

    /// <summary>Reads the card and makes the three files.</summary>
    public static NewPicture Make(ReadPicture read, PictureView view, DateOnly today)
    {
        var pixels = PictureFile.Coarser(read.Pixels, ReadSide);
        var card = CardReader.Find(pixels);
        var found =
            card.Place is not { } place ? new PictureFound(null, card.Fault, view != PictureView.Close && Softness.IsSoft(pixels))
            : PictureReading.Of(pixels, place) is { } reading ? new PictureFound(reading)
            : new PictureFound(null, PictureFault.ColoursOff);
        var shown = PictureFile.Coarser(pixels, ShownSide);
        if (found is { Reading: { } even, Faults.Count: 0 })
        {
            shown = even.Evening.Even(shown);
        }

        var taken = read.TakenAt is { } at && DateOnly.FromDateTime(at) <= today ? DateOnly.FromDateTime(at) : today;
        return new(
            view,
            taken,
            read.Pixels.Width,
            read.Pixels.Height,
            found,
            PictureFile.Jpeg(read.Pixels, PictureFile.KeptSide, 92),
            PictureFile.Jpeg(shown, ShownSide, 86),
            PictureFile.Jpeg(shown, SmallSide, 80)
        );
    }
}
