using OatPath.Core.Pictures;
using OatPath.Core.Skin;
using OatPath.Pictures.Drawn;
using OatPath.Store;
using OatPath.Web.Records;
using OatPath.Web.Wording;

namespace OatPath.Web.Demo;

/// <summary>Three drawn pictures of one made-up client: a cheek that calmed down, and marks that faded.</summary>
public sealed class DemoPictures(PictureStore pictures, PictureConsents consents, TimeProvider clock)
{
    private const double Exposure = 0.72;
    private static readonly Lab Skin = new(63, 12, 18);

    private static readonly (int DaysAgo, double Redder, double Darker, int Light)[] Days =
    [
        (168, 7.5, 9, 2),
        (84, 4.5, 7.5, 3),
        (7, 1, 6, 0),
    ];

    public void Load(string clientId, string by)
    {
        var now = clock.GetUtcNow();
        consents.Say(clientId, PictureUse.Care, given: true, PictureWords.ConsentVersion, by, now.AddDays(-Days[0].DaysAgo));
        var taken = Days.AsParallel().AsOrdered().Select(day => (At: now.AddDays(-day.DaysAgo), Picture: Taken(day, now))).ToList();
        taken.ForEach(one => pictures.Add(clientId, one.Picture, by, one.At, kept: true));
    }

    private static NewPicture Taken((int DaysAgo, double Redder, double Darker, int Light) day, DateTimeOffset now)
    {
        var face = new DrawnFace(
            Skin,
            new Dictionary<FaceZone, double> { [FaceZone.LeftCheek] = day.Redder, [FaceZone.RightCheek] = day.Redder / 2 },
            [new(0.58, 0.5, 2.6, day.Darker), new(0.7, 0.62, 1.8, day.Darker)],
            day.DaysAgo
        );
        var drawn = face.Taken(DrawnLight.All[day.Light], Exposure, fine: false);
        var marks = face.Face();
        var picture = PictureIntake.Make(new(drawn, null), face.View, DateOnly.FromDateTime(now.AddDays(-day.DaysAgo).UtcDateTime));
        return picture with
        {
            Marks = marks,
            Numbers = picture.Found.Reading is { } reading ? ZoneNumbers.Of(drawn, reading, marks, face.View) : [],
        };
    }
}
