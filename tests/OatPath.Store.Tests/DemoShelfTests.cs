using System.Runtime.CompilerServices;
using OatPath.Core.Labels;
using OatPath.Core.Shelf;

namespace OatPath.Store.Tests;

/// <summary>The demo shelf is a file anyone can read in: it is what it says, and its labels tell the same.</summary>
public class DemoShelfTests
{
    private static readonly ProductKind[] WithoutIngredients =
    [
        ProductKind.Razor,
        ProductKind.UltrasonicBlade,
        ProductKind.DeviceTip,
        ProductKind.CottonPads,
        ProductKind.Gloves,
        ProductKind.CleansingBrush,
        ProductKind.FacialSteamer,
        ProductKind.GalvanicDevice,
        ProductKind.MicrocurrentDevice,
        ProductKind.IonCleanser,
        ProductKind.WarmColdPlate,
        ProductKind.LightMask,
        ProductKind.NanoTip,
        ProductKind.NeedleRoller,
        ProductKind.Mitt,
        ProductKind.OtherDevice,
        ProductKind.RadioFrequencyDevice,
        ProductKind.MuscleTool,
    ];

    /// <summary>Kinds a label cannot tell by itself: what they are for stands in a sheet.</summary>
    private static readonly ProductKind[] NotOnTheLabel =
    [
        ProductKind.PhPrep,
        ProductKind.Neutraliser,
        ProductKind.AntisepticSpray,
        ProductKind.ConductiveGel,
        ProductKind.AloeGel,
        ProductKind.WashOffPeel,
    ];

    private static string Text => File.ReadAllText(Path.Combine(Folder(), "..", "..", "demo", "shelf.csv"));

    private static string Folder([CallerFilePath] string file = "") => Path.GetDirectoryName(file)!;

    private static IReadOnlyList<Product> Products()
    {
        var (products, problems) = ShelfCsv.Read(Text, new DateOnly(2026, 3, 9));
        Assert.Empty(problems);
        return products;
    }

    [Fact]
    public void It_reads_and_writes_byte_for_byte() => Assert.Equal(Text, ShelfCsv.Write(Products()));

    [Fact]
    public void Every_kind_stands_on_it_with_a_label()
    {
        Assert.Equal(Enum.GetValues<ProductKind>(), Products().Select(product => product.Kind).Distinct().Order());
        Assert.All(Products(), product => Assert.NotEmpty(product.Label));
    }

    [Fact]
    public void Each_label_reads_as_the_product_it_belongs_to()
    {
        foreach (var product in Products().Where(product => !WithoutIngredients.Contains(product.Kind)))
        {
            var (reading, problem) = LabelReader.Read(product.Label);
            Assert.True(reading is not null, $"{product.Name}: {problem}");
            Assert.True(reading.Unknown.Count == 0, $"{product.Name}: {string.Join(", ", reading.Unknown)}");
            Assert.True(reading.Kind == product.Kind || NotOnTheLabel.Contains(product.Kind), $"{product.Name} reads as {reading.Kind}");
            Assert.True(
                product.Actives.OrderBy(active => active.Substance).SequenceEqual(reading.Actives.OrderBy(active => active.Substance)),
                $"{product.Name} holds {string.Join(", ", reading.Actives)}"
            );
            Assert.True(
                product.Ph == reading.Ph && product.Spf == reading.Spf && product.BroadSpectrum == reading.BroadSpectrum,
                $"{product.Name}: pH {reading.Ph}, SPF {reading.Spf}"
            );
            Assert.True(product.Contains.All(reading.Contains.Contains), $"{product.Name} holds {string.Join(", ", reading.Contains)}");
        }
    }
}
