using System.Globalization;
using Microsoft.Extensions.DependencyInjection;
using OatPath.Core.House;
using OatPath.Core.Plan;
using OatPath.Core.Shelf;
using OatPath.Web.Drawing;
using OatPath.Web.Records;

namespace OatPath.Web.Tests;

public sealed class DrawingTests : IDisposable
{
    private readonly TestStudio studio = new();

    private ClientRecord Record(string name) => studio.Services.GetRequiredService<RecordRoom>().Derive(studio.ClientId(name))!;

    private static IReadOnlyList<string> Marks(CarePath path, Moment moment, DateOnly from, DateOnly until) =>
        [.. path.Days.Where(day => day.Date >= from && day.Date <= until).Select(day => Grains.Of(day, moment, path.Today).Symbol)];

    [Theory]
    [InlineData(14)]
    [InlineData(28)]
    [InlineData(182)]
    public void Every_day_has_its_column_inside_the_drawing(int days)
    {
        foreach (var client in studio.Services.GetRequiredService<Store.Clients>().Search(""))
        {
            var record = Record(client.Name);
            var strip = StripDrawing.Full(record.ClientPath(7, days), record.NameOf);

            Assert.Equal(days, strip.Days.Count);
            Assert.Single(strip.Days, day => day.Today);
            Assert.All(strip.Days, day => Assert.InRange(day.X + strip.Column, strip.Left, strip.Width));
            Assert.All(strip.Ribbons, ribbon =>
                Assert.True(ribbon.X >= strip.Left && ribbon.X + ribbon.Width <= strip.Width + 0.01 && ribbon.Y >= 0)
            );
            Assert.All(strip.Days, day => Assert.Contains("evening", day.Title, StringComparison.Ordinal));
        }
    }

    [Fact]
    public void Ribbons_on_one_lane_never_overlap()
    {
        foreach (var client in studio.Services.GetRequiredService<Store.Clients>().Search(""))
        {
            var record = Record(client.Name);
            foreach (var lane in StripDrawing.Full(record.ClientPath(28, 84), record.NameOf).Ribbons.GroupBy(ribbon => ribbon.Y))
            {
                var ordered = lane.OrderBy(ribbon => ribbon.X).ToList();
                Assert.All(ordered.Zip(ordered.Skip(1)), pair => Assert.True(pair.First.X + pair.First.Width <= pair.Second.X + 0.01));
            }
        }
    }

    [Fact]
    public void A_strong_reaction_a_rest_and_a_use_have_marks_of_their_own()
    {
        var record = Record("Sunniva");
        var path = record.ClientPath(14, 28);
        var report = path.Reports[^1];

        Assert.Equal(["strong"], Marks(path, Moment.Evening, report.Day, report.Day));
        Assert.All(Marks(path, Moment.Evening, report.Day.AddDays(1), report.Day.AddDays(7)), mark => Assert.Equal("husk", mark));
        Assert.Contains("grain", Marks(path, Moment.Evening, path.Days[0].Date, report.Day.AddDays(-1)));
        Assert.Contains("grain", Marks(path, Moment.Evening, report.Day.AddDays(8), path.Days[^1].Date));
    }

    [Fact]
    public void An_evening_that_was_planned_and_not_used_is_marked_so()
    {
        var record = Record("Jory");
        var skipped = record
            .ClientPath(21, 22)
            .Days.Where(day => day.Date < record.Today && Grains.Of(day, Moment.Evening, record.Today).Symbol == "skipped")
            .ToList();

        Assert.All(skipped, day => Assert.DoesNotContain("sedge-serum", day.Log?.Applied ?? []));
        Assert.Equal("patch", Grains.Of(Record("Perrin").ClientPath().Days[0], Moment.Evening, record.Today).Symbol);
    }

    [Fact]
    public void The_small_strip_shows_a_stop_before_any_other_window()
    {
        var record = Record("Tove");

        Assert.Equal("stop", Assert.Single(StripDrawing.Mini(record.ClientPath(4, 14), record.NameOf).Ribbons).Kind);
    }

    [Fact]
    public void Every_unit_has_a_picture_and_no_more_than_eight_are_drawn()
    {
        foreach (var unit in Enum.GetValues<AmountUnit>())
        {
            var picture = AmountPicture.Of(new Amount(20, unit));
            Assert.InRange(picture.Times, 1, 8);
            Assert.Contains($"id=\"{picture.Symbol}\"", Sprite, StringComparison.Ordinal);
        }

        Assert.Equal(new AmountPicture("half-teaspoon", 1), AmountPicture.Of(new Amount(0.5m, AmountUnit.Teaspoon)));
        Assert.Equal(new AmountPicture("drop", 5), AmountPicture.Of(new Amount(5, AmountUnit.Drop)));
    }

    [Fact]
    public void The_cut_through_the_skin_holds_only_what_stays_on_in_order()
    {
        var evening = Record("Orla").ClientPath().Days.First(day => Grains.Actives(day.Evening).Any()).Evening;
        var layers = SkinCut.Layers(evening, evening: true);
        var stays = evening
            .Steps.Where(step => step.Action == Core.Routine.StepAction.Apply && KindTraits.Of(step.Kind!.Value).LeaveOn)
            .ToList();

        Assert.Equal(stays.Count, layers.Count);
        Assert.All(layers.Zip(layers.Skip(1)), pair => Assert.True(pair.Second.Top < pair.First.Top));
        Assert.Equal(
            layers.Select(layer => int.Parse(layer.Label, CultureInfo.InvariantCulture)).Order(),
            layers.Select(layer => int.Parse(layer.Label, CultureInfo.InvariantCulture))
        );
    }

    [Fact]
    public void Numbers_in_drawings_never_take_a_comma() => Assert.Equal("1234.5", StripDrawing.N(1234.5));

    [Fact]
    public void Text_in_a_drawing_is_encoded()
    {
        using var writer = new StringWriter();
        SvgText.At(1, 2, "<b>&", "x\"y").WriteTo(writer, System.Text.Encodings.Web.HtmlEncoder.Default);

        Assert.Equal("<text x=\"1\" y=\"2\" class=\"x&quot;y\" text-anchor=\"start\">&lt;b&gt;&amp;</text>", writer.ToString());
    }

    private static string Sprite { get; } =
        File.ReadAllText(Path.Combine(Core.Tests.Repository.Root, "src/OatPath.Web/wwwroot/art/grains.svg"));

    public void Dispose() => studio.Dispose();
}
