using Microsoft.Extensions.DependencyInjection;
using OatPath.Core.House;
using OatPath.Core.Pictures;
using OatPath.Core.Skin;
using OatPath.Pictures;
using OatPath.Pictures.Drawn;
using OatPath.Store;

namespace OatPath.Web.Tests;

/// <summary>Pictures to try pages with.</summary>
internal static class OnePicture
{
    private static readonly Lazy<byte[]> Drawn = new(() => File(Face().Taken(DrawnLight.All[0], 0.72)));

    /// <summary>A file with a face and a card that can be read.</summary>
    public static byte[] WithCard => Drawn.Value;

    public static DrawnFace Face(double redder = 0, int seed = 1) =>
        new(new(62, 12, 18), new Dictionary<FaceZone, double> { [FaceZone.LeftCheek] = redder }, [], seed);

    public static byte[] File(PixelGrid picture) => PictureFile.Jpeg(picture, PictureFile.KeptSide, 92);

    /// <summary>The client agrees, and one kept picture of some bytes lies there.</summary>
    public static string Of(TestStudio studio, string client)
    {
        var now = studio.Clock.GetUtcNow();
        studio.Services.GetRequiredService<PictureConsents>().Say(client, PictureUse.Care, given: true, 1, "Maren Holt", now);
        return studio
            .Services.GetRequiredService<PictureStore>()
            .Add(
                client,
                new(PictureView.Front, DateOnly.FromDateTime(now.UtcDateTime), 600, 800, new(null, PictureFault.NoCard), [1], [2], [3]),
                "Maren Holt",
                now,
                kept: true
            )!;
    }
}
