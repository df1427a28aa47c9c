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

    private static readonly (int DaysAgo, PictureView View, double Redder, double Darker, int Light)[] Sets =
    [
        (168, PictureView.Front, 7.5, 9, 2),
        (84, PictureView.Front, 4.5, 7.5, 3),
        (7, PictureView.Front, 1, 6, 0),
    ];

    public void Load(string clientId, string by)
    {
        var now = clock.GetUtcNow();
        consents.Say(clientId, PictureUse.Care, given: true, PictureWords.ConsentVersion, by, now.AddDays(-Sets[0].DaysAgo));
        var drawn = Sets.AsParallel().AsOrdered().Select((set, i) => (Face: FaceOf(set.View, set.Redder, set.Darker, i), set)).ToList();
        foreach (var (face, set) in drawn)
        {
            var at = now.AddDays(-set.DaysAgo);
            var file = face.Taken(DrawnLight.All[set.Light], Exposure);
            var day = DateOnly.FromDateTime(at.UtcDateTime);
            var picture = PictureIntake.Make(new(file, null), set.View, day);
            var marks = face.Face();
            var numbers = picture.Found.Reading is { } reading ? ZoneNumbers.Of(file, reading, marks, set.View) : [];
            pictures.Add(clientId, picture with { Marks = marks, Numbers = numbers }, by, at, kept: true);
        }
    }

    private static DrawnFace FaceOf(PictureView view, double redder, double darker, int seed) =>
        new(
            Skin,
            new Dictionary<FaceZone, double> { [FaceZone.LeftCheek] = redder, [FaceZone.RightCheek] = redder / 2 },
            view == PictureView.Front ? [new(0.58, 0.5, 2.6, darker), new(0.7, 0.62, 1.8, darker)] : [new(0.95, 0.5, 2.6, darker)],
            seed,
            view
        );
}
