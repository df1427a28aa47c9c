using OatPath.Core.Pictures;
using OatPath.Core.Skin;
using OatPath.Pictures.Drawn;

namespace OatPath.Pictures.Tests;

/// <summary>Where two pictures differ: what changed is drawn where it changed, and where nothing did hardly anything is.</summary>
public sealed class DifferenceTests
{
    private static readonly PictureChoices House = new();

    private static DrawnFace Face(int seed, double redder = 0) =>
        new(new(60, 13, 18), new Dictionary<FaceZone, double> { [FaceZone.LeftCheek] = redder }, [new(0.1, -0.75, 3, 8)], seed);

    private static DifferingPicture Taken(DrawnFace face, int light, double tilt)
    {
        var picture = PictureFile.Read(PictureFile.Jpeg(face.Taken(DrawnLight.All[light], 0.7, tilt), 3000, 92), 900).Picture!.Pixels;
        var whole = face.Taken(DrawnLight.All[light], 0.7, tilt);
        return new(picture, PictureReading.Of(whole, CardReader.Find(whole).Place!)!, face.Face(tilt));
    }

    private static IEnumerable<(FaceZone Zone, int Level)> Levels(DifferenceMap map, DifferingPicture later)
    {
        var face = later.Marks.In(later.Pixels.Width, later.Pixels.Height);
        foreach (var cell in map.Cells)
        {
            var at = (cell.X + (map.Side / 2), cell.Y + (map.Side / 2));
            var own = face.Own(new(at.Item1 * later.Pixels.Width, at.Item2 * later.Pixels.Width));
            var zone = PictureZones.Of(PictureView.Front).Single(zone => zone.At(own.Side, own.Down) <= 1).Zone;
            yield return (zone, DifferenceCell.Level(cell.Redness, House.RepeatRedness));
        }
    }

    [Fact]
    public void A_cheek_that_grew_redder_is_drawn_and_nothing_else_is()
    {
        var later = Taken(Face(2, redder: 9), 3, 4);
        var map = DifferenceMap.Of(Taken(Face(1), 0, 0), later, PictureView.Front);
        var levels = Levels(map, later).ToLookup(cell => cell.Zone, cell => cell.Level);

        Assert.Equal(PictureZones.Of(PictureView.Front).Count, levels.Count);
        Assert.All(levels[FaceZone.LeftCheek], level => Assert.Equal(2, level));
        Assert.All(levels.Where(zone => zone.Key != FaceZone.LeftCheek), zone => Assert.All(zone, level => Assert.Equal(0, level)));
        Assert.All(
            Levels(DifferenceMap.Of(later, Taken(Face(1), 0, 0), PictureView.Front), Taken(Face(1), 0, 0))
                .Where(cell => cell.Zone == FaceZone.LeftCheek),
            cell => Assert.Equal(-2, cell.Level)
        );
    }

    [Fact]
    public void Where_nothing_changed_at_most_one_square_in_a_hundred_is_drawn()
    {
        var (drawn, all) = (0, 0);
        for (var seed = 0; seed < 4; seed++)
        {
            var map = DifferenceMap.Of(Taken(Face(seed), seed, 0), Taken(Face(seed + 50), (seed + 2) % 6, 5), PictureView.Front);
            drawn += map.Cells.Count(cell =>
                DifferenceCell.Level(cell.Redness, House.RepeatRedness) != 0
                || DifferenceCell.Level(cell.Lightness, House.RepeatLightness) != 0
            );
            all += map.Cells.Count;
        }

        Assert.True(all > 500, $"{all}");
        Assert.True(100 * drawn <= all, $"{drawn} of {all}");
    }

    [Theory]
    [InlineData(2.9, 0)]
    [InlineData(3.1, 1)]
    [InlineData(6.1, 2)]
    [InlineData(-3.1, -1)]
    [InlineData(-6.1, -2)]
    public void A_level_is_counted_in_twice_the_houses_own_error(double difference, int level) =>
        Assert.Equal(level, DifferenceCell.Level(difference, 1.5m));
}
