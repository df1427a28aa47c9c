using OatPath.Core.Pictures;
using OatPath.Core.Skin;
using OatPath.Pictures.Drawn;

namespace OatPath.Pictures.Tests;

/// <summary>What is read from drawn faces, of which the truth is known, under six lights, two exposures and tilts.</summary>
public sealed class DrawnFaceTests
{
    private const double Exposure = 0.72;

    private static readonly Lab[] Skins = [new(68, 12, 16), new(58, 14, 19), new(44, 13, 20)];

    private static DrawnFace Face(int seed) =>
        new(
            Skins[seed % Skins.Length],
            new Dictionary<FaceZone, double> { [FaceZone.LeftCheek] = 3 + (seed % 5), [FaceZone.Chin] = 2 },
            [new(-0.62, 0.5, 3.2, 9), new(-0.7, 0.66, 1.6, 8), new(0.1, -0.75, 5, 7)],
            seed
        );

    private static (PixelGrid Picture, PictureReading Reading, IReadOnlyList<ZoneNumbers> Numbers) Read(
        DrawnFace face,
        DrawnLight light,
        double exposure,
        double tilt
    )
    {
        // As a camera's file would come in.
        var file = PictureFile.Jpeg(face.Taken(light, exposure, tilt), 4000, 92);
        var picture = PictureFile.Read(file).Picture!.Pixels;
        var found = CardReader.Find(picture);
        Assert.Null(found.Fault);
        var reading = PictureReading.Of(picture, found.Place!)!;
        Assert.Empty(PictureCheck.Of(reading));
        return (picture, reading, ZoneNumbers.Of(picture, reading, face.Face(tilt), face.View));
    }

    public static TheoryData<int, double, double> Cases
    {
        get
        {
            var cases = new TheoryData<int, double, double>();
            for (var light = 0; light < DrawnLight.All.Count; light++)
            {
                foreach (var exposure in new[] { Exposure, 0.5 })
                {
                    cases.Add(light, exposure, ((light * 7) + (exposure < 0.6 ? 11 : 0)) % 41 - 20);
                }
            }

            return cases;
        }
    }

    [Theory, MemberData(nameof(Cases))]
    public void Redness_tone_and_marks_come_out_as_they_are(int light, double exposure, double tilt)
    {
        var face = Face(light + 1);
        var (_, _, numbers) = Read(face, DrawnLight.All[light], exposure, tilt);
        Assert.Equal(PictureZones.Of(face.View).Count, numbers.Count);
        foreach (var zone in numbers)
        {
            var own = face.ColourOf(zone.Zone);
            var bare = zone.MarkArea == 0;
            Assert.InRange(zone.Redness - own.A, -1.5, 1.5);
            Assert.InRange(zone.Ita - own.Ita, bare ? -3 : -8, 3);
        }

        var cheek = numbers.Single(zone => zone.Zone == FaceZone.RightCheek);
        Assert.Equal(2, cheek.Marks);
        var area = Math.PI * ((3.2 * 3.2) + (1.6 * 1.6));
        Assert.InRange(cheek.MarkArea / area, 0.9, 1.1);
        Assert.Equal(1, numbers.Single(zone => zone.Zone == FaceZone.Forehead).Marks);
        Assert.Equal(0, numbers.Single(zone => zone.Zone == FaceZone.LeftCheek).Marks);
    }

    [Fact]
    public void A_face_that_did_not_change_is_said_to_have_changed_at_most_once_in_a_hundred_times()
    {
        var (told, all) = (0, 0);
        for (var seed = 0; seed < 6; seed++)
        {
            var (one, other) = (Face(seed), Face(seed) with { Seed = seed + 100 });
            var (_, reading, before) = Read(one, DrawnLight.All[seed % 6], Exposure, 0);
            var (_, laterReading, after) = Read(other, DrawnLight.All[(seed + 3) % 6], 0.55, 4);
            Assert.Empty(Comparability.Of(Compared(one, reading, 0), Compared(other, laterReading, 4)));
            var changes = PictureChange.Of(before, after, new PictureChoices());
            (told, all) = (told + changes.Count(change => change.IsTold), all + changes.Count);
        }

        Assert.True(all > 150);
        Assert.True(told * 100 <= all, $"{told} of {all}");
    }

    [Theory]
    [InlineData(PictureView.Left)]
    [InlineData(PictureView.Right)]
    public void From_the_side_the_zones_that_face_the_camera_are_read(PictureView view)
    {
        var face = Face(1) with
        {
            View = view,
            Redder = new Dictionary<FaceZone, double> { [FaceZone.LeftCheek] = 5, [FaceZone.RightCheek] = 5 },
        };
        var (_, _, numbers) = Read(face, DrawnLight.All[0], Exposure, 0);
        var cheek = numbers.Single(zone => zone.Zone is FaceZone.LeftCheek or FaceZone.RightCheek);
        Assert.Equal(view == PictureView.Left ? FaceZone.LeftCheek : FaceZone.RightCheek, cheek.Zone);
        Assert.InRange(cheek.Redness - face.ColourOf(cheek.Zone).A, -1.5, 1.5);
    }

    [Fact]
    public void What_is_amiss_is_told()
    {
        var face = Face(1);
        Assert.Equal(PictureFault.NoCard, CardReader.Find(face.Taken(DrawnLight.All[0], Exposure, card: false)).Fault);
        Assert.Contains(PictureFault.Blurred, Faults(face.Taken(DrawnLight.All[0], Exposure, blur: 0.6)));
        Assert.Contains(PictureFault.Overexposed, Faults(face.Taken(DrawnLight.All[0], 1.5)));
        Assert.Contains(PictureFault.UnevenLight, Faults(face.Taken(DrawnLight.All[0] with { Slope = 0.9 }, 0.5)));

        var picture = face.Taken(DrawnLight.All[0], Exposure);
        Assert.Equal(PictureFault.Mirrored, CardReader.Find(Each(picture, (x, y) => (picture.Width - 1 - x, y))).Fault);
        Assert.Equal(PictureFault.NoCard, CardReader.Find(Part(picture, 0, 0, picture.Width, 1500)).Fault);

        // Upside down it is the same card.
        Assert.Null(CardReader.Find(Each(picture, (x, y) => (picture.Width - 1 - x, picture.Height - 1 - y))).Fault);

        // Two cards, one under the other.
        var two = new PixelGrid(picture.Width, 2 * picture.Height, [.. picture.Rgb, .. picture.Rgb]);
        Assert.Equal(PictureFault.TwoCards, CardReader.Find(two).Fault);
    }

    [Fact]
    public void Without_a_card_a_blurred_picture_is_told_from_a_sharp_one()
    {
        bool IsSoft(double blur, int light) =>
            Softness.IsSoft(
                PictureFile
                    .Read(PictureFile.Jpeg(Face(light).Taken(DrawnLight.All[light], Exposure, blur: blur, card: false), 3000, 88), 2000)
                    .Picture!.Pixels
            );

        Assert.All(Enumerable.Range(0, 6), light => Assert.False(IsSoft(0, light), $"light {light}"));
        Assert.All(Enumerable.Range(0, 6), light => Assert.True(IsSoft(2.5, light), $"light {light}"));

        // Noise has no edges, and one colour no differences.
        var noise = new byte[400 * 300 * 3];
        new Random(5).NextBytes(noise);
        Assert.False(Softness.IsSoft(new(400, 300, noise)));
        Assert.False(Softness.IsSoft(new(400, 300, new byte[400 * 300 * 3])));
    }

    [Theory]
    [InlineData(1)]
    [InlineData(2)]
    [InlineData(5)]
    public async Task A_picture_full_of_what_looks_like_codes_is_refused_and_keeps_nobody_waiting(int module)
    {
        // Finder squares side by side, as many as go in.
        var rgb = new byte[2000 * 1500 * 3];
        for (var i = 0; i < 2000 * 1500; i++)
        {
            var (x, y) = (i % 2000 / module % 9 - 4, i / 2000 / module % 9 - 4);
            var ring = Math.Max(Math.Abs(x), Math.Abs(y));
            rgb.AsSpan(3 * i, 3).Fill(ring is 2 or 4 ? (byte)250 : (byte)20);
        }

        var search = Task.Run(() => CardReader.Find(new(2000, 1500, rgb)).Fault);
        Assert.Equal(PictureFault.NoCard, await search.WaitAsync(TimeSpan.FromSeconds(60)));
    }

    [Theory]
    [InlineData(1)]
    [InlineData(3)]
    [InlineData(8)]
    public async Task Noise_of_any_grain_is_no_card(int grain)
    {
        var rgb = new byte[2000 * 1500 * 3];
        var random = new Random(grain);
        var row = new byte[2000 / grain + 1];
        for (var y = 0; y < 1500; y++)
        {
            if (y % grain == 0)
            {
                random.NextBytes(row);
            }

            for (var x = 0; x < 2000; x++)
            {
                rgb.AsSpan(3 * ((y * 2000) + x), 3).Fill(row[x / grain] > 127 ? (byte)240 : (byte)10);
            }
        }

        var search = Task.Run(() => CardReader.Find(new(2000, 1500, rgb)).Fault);
        Assert.Equal(PictureFault.NoCard, await search.WaitAsync(TimeSpan.FromSeconds(60)));
    }

    [Fact]
    public void Without_a_card_or_without_plausible_eyes_there_is_no_number()
    {
        var face = Face(1);
        var (picture, reading, _) = Read(face, DrawnLight.All[0], Exposure, 0);
        var eyes = face.Face();
        Assert.Empty(ZoneNumbers.Of(picture, reading, eyes with { LeftEye = eyes.RightEye, RightEye = eyes.LeftEye }, face.View));
        Assert.Empty(ZoneNumbers.Of(picture, reading with { EdgeMillimetres = 2 }, eyes, face.View));
        Assert.Equal([NotComparable.Faulty], Comparability.Of(Compared(face, reading, 0), new(face.View, 4.0 / 3, null, eyes)));
        Assert.Equal(
            [NotComparable.OtherView],
            Comparability.Of(Compared(face, reading, 0), new(PictureView.Left, 4.0 / 3, reading, eyes))
        );
    }

    [Theory]
    [InlineData(1.05, 0, 0)]
    [InlineData(1.15, 0, 1)]
    [InlineData(1, 5, 0)]
    [InlineData(1, 14, 1)]
    public void A_face_of_another_size_or_turn_is_not_compared(double larger, double turned, int reasons)
    {
        var face = Face(1);
        var (_, reading, _) = Read(face, DrawnLight.All[0], Exposure, 0);
        var one = face.Face();

        // Turned, the eyes come closer and the mouth, which stands before them, goes to the side.
        var (wide, turn) = ((one.LeftEye.X - one.RightEye.X) * larger, turned * Math.PI / 180);
        var (middle, down) = ((one.LeftEye.X + one.RightEye.X) / 2, (one.Mouth.Y - one.LeftEye.Y) * larger);
        var other = new FaceMarks(
            new(middle - (wide / 2 * Math.Cos(turn)), one.RightEye.Y),
            new(middle + (wide / 2 * Math.Cos(turn)), one.LeftEye.Y),
            new(middle + (0.2 * wide * Math.Sin(turn)), one.LeftEye.Y + down)
        );
        Assert.Equal(
            reasons,
            Comparability.Of(new(PictureView.Front, 4.0 / 3, reading, one), new(PictureView.Front, 4.0 / 3, reading, other)).Count
        );
    }

    [Theory]
    [InlineData(1.1, false)]
    [InlineData(0.9, false)]
    [InlineData(1.2, true)]
    [InlineData(0.8, true)]
    public void Eyes_and_mouth_that_are_not_of_one_face_are_not_compared(double longer, bool isOther)
    {
        var face = Face(1);
        var (_, reading, _) = Read(face, DrawnLight.All[0], Exposure, 0);
        var one = face.Face();
        var down = one.Mouth.Y - one.LeftEye.Y;
        var other = one with { Mouth = one.Mouth with { Y = one.LeftEye.Y + (down * longer) } };
        Assert.Equal(
            isOther,
            Comparability
                .Of(new(PictureView.Front, 4.0 / 3, reading, one), new(PictureView.Front, 4.0 / 3, reading, other))
                .Contains(NotComparable.OtherFace)
        );
        Assert.DoesNotContain(
            NotComparable.OtherFace,
            Comparability.Of(new(PictureView.Left, 4.0 / 3, reading, one), new(PictureView.Left, 4.0 / 3, reading, other))
        );
    }

    [Theory]
    [InlineData(2, false)]
    [InlineData(4, true)]
    public void A_change_is_told_only_beyond_twice_the_error_of_two_pictures(double redder, bool told)
    {
        var one = new ZoneNumbers(FaceZone.Chin, 12, 60, 2, 30, 0, 0, 0);
        var changes = PictureChange.Of([one], [one with { Redness = 12 + redder }], new PictureChoices());
        Assert.Equal(told, changes.Single(change => change.Number == PictureNumber.Redness).IsTold);
        Assert.All(changes.Where(change => change.Number != PictureNumber.Redness), change => Assert.False(change.IsTold));
    }

    [Fact]
    public void A_later_picture_is_laid_on_the_earlier_one_by_eyes_and_mouth()
    {
        var one = new FacePlace(new(100, 100), new(200, 100), new(150, 210));
        var turned = new FacePlace(new(400, 300), new(400, 500), new(180, 400));
        var over = Overlay.Of(one, turned);
        Assert.All(Enumerable.Range(0, 3), i => Assert.InRange(over.At(turned.Of(i)).To(one.Of(i)), 0, 1e-9));
    }

    private static ComparedPicture Compared(DrawnFace face, PictureReading reading, double tilt) =>
        new(face.View, (double)DrawnFace.Height / DrawnFace.Width, reading, face.Face(tilt));

    private static IReadOnlyList<PictureFault> Faults(PixelGrid picture) =>
        CardReader.Find(picture) is { Place: { } place } ? PictureCheck.Of(PictureReading.Of(picture, place)) : [PictureFault.NoCard];

    private static PixelGrid Each(PixelGrid picture, Func<int, int, (int X, int Y)> from)
    {
        var rgb = new byte[picture.Rgb.Length];
        for (var y = 0; y < picture.Height; y++)
        {
            for (var x = 0; x < picture.Width; x++)
            {
                var (sx, sy) = from(x, y);
                picture.Rgb.AsSpan(picture.At(sx, sy), 3).CopyTo(rgb.AsSpan(picture.At(x, y)));
            }
        }

        return new(picture.Width, picture.Height, rgb);
    }

    private static PixelGrid Part(PixelGrid picture, int left, int top, int width, int height)
    {
        var rgb = new byte[width * height * 3];
        for (var y = 0; y < height; y++)
        {
            picture.Rgb.AsSpan(picture.At(left, top + y), width * 3).CopyTo(rgb.AsSpan(y * width * 3));
        }

        return new(width, height, rgb);
    }
}
