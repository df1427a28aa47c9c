using System.Text;
using OatPath.Core.Meter;
using OatPath.Core.Skin;

namespace OatPath.Store.Tests;

/// <summary>Readings of a meter in and out as a file: the same again, or a message that names line, column and remedy.</summary>
public class MeterCsvTests
{
    private static readonly DateOnly Today = new(2026, 3, 9);

    private static (IReadOnlyList<MeterRow> Rows, IReadOnlyList<Core.House.Problem> Problems) Read(params string[] lines) =>
        MeterCsv.Read(Encoding.UTF8.GetBytes(string.Join("\n", lines)), Today);

    [Fact]
    public void What_is_written_is_read_again()
    {
        MeterRow[] rows =
        [
            .. Enum.GetValues<MeterQuantity>()
                .SelectMany(quantity =>
                    FaceZones.OnMap.Select(
                        (zone, i) =>
                            new MeterRow(
                                Today.AddDays(-i),
                                "=MB \"1\"; x",
                                new()
                                {
                                    Quantity = quantity,
                                    Zone = zone,
                                    Value = 40.5m + i,
                                }
                            )
                    )
                ),
        ];

        var (read, problems) = MeterCsv.Read(MeterCsv.Write(rows), Today);

        Assert.Empty(problems);
        // A serial that a spreadsheet would take for a formula is written so that it is none.
        Assert.All(read, row => Assert.EndsWith("MB \"1\"; x", row.Serial, StringComparison.Ordinal));
        Assert.Equal(rows.Select(row => (row.Day, row.Reading)), read.Select(row => (row.Day, row.Reading)));
    }

    [Fact]
    public void Columns_stand_in_any_order_and_semicolons_and_commas_are_read()
    {
        var (rows, problems) = Read("Value;Zone;Quantity;Day;Serial", "47,2;left-cheek;hydration;2026-03-01;MB-1");

        Assert.Empty(problems);
        var row = Assert.Single(rows);
        Assert.Equal((new DateOnly(2026, 3, 1), "MB-1", 47.2m), (row.Day, row.Serial, row.Reading.Value));
        Assert.Equal((FaceZone.LeftCheek, MeterQuantity.Hydration), (row.Reading.Zone, row.Reading.Quantity));
    }

    [Theory]
    [InlineData("2026-03-10,MB-1,nose,oil,40", "Line 2, day")]
    [InlineData("1.3.2026,MB-1,nose,oil,40", "Line 2, day")]
    [InlineData("2026-03-01,,nose,oil,40", "Line 2, serial")]
    [InlineData("2026-03-01,MB-1,elbow,oil,40", "Line 2, zone")]
    [InlineData("2026-03-01,MB-1,jaw,oil,40", "Line 2, zone")]
    [InlineData("2026-03-01,MB-1,nose,shine,40", "Line 2, quantity")]
    [InlineData("2026-03-01,MB-1,nose,oil,101", "Line 2, value")]
    [InlineData("2026-03-01,MB-1,nose,oil,-1", "Line 2, value")]
    [InlineData("2026-03-01,MB-1,nose,oil", "Line 2, value")]
    public void A_bad_line_takes_nothing_in_and_is_named(string line, string field)
    {
        var (rows, problems) = Read("day,serial,zone,quantity,value", line, "2026-03-01,MB-1,nose,oil,40");

        Assert.Empty(rows);
        Assert.Equal(field, Assert.Single(problems).Field);
    }

    [Fact]
    public void No_columns_no_rows_no_text_and_too_much_are_refused()
    {
        Assert.Single(Read("2026-03-01,MB-1,nose,oil,40").Problems);
        Assert.Single(Read("day,serial,zone,quantity,value").Problems);
        Assert.Single(Read("").Problems);
        Assert.Single(MeterCsv.Read([0, 1, 2], Today).Problems);
        Assert.Single(MeterCsv.Read(new byte[MeterCsv.MostBytes + 1], Today).Problems);
        Assert.Single(
            Read(["day,serial,zone,quantity,value", .. Enumerable.Repeat("2026-03-01,MB-1,nose,oil,40", MeterCsv.MostRows + 1)]).Problems
        );
        Assert.InRange(Read(["day,serial,zone,quantity,value", .. Enumerable.Repeat("x,x,x,x,x", 500)]).Problems.Count, 1, 20);
    }
}
