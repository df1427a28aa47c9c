using System.Globalization;
using Microsoft.Extensions.Primitives;
using OatPath.Core.House;
using OatPath.Core.Meter;
using OatPath.Core.Skin;

namespace OatPath.Web.Records;

/// <summary>The sheet that readings of a meter are written on: in each place the readings one after the other.</summary>
public sealed record MeterSheet
{
    public string Serial { get; private init; } = "";

    /// <summary>What was typed, by field; a refused sheet is shown as it was sent.</summary>
    public IReadOnlyDictionary<string, string> Typed { get; private init; } = new Dictionary<string, string>();

    /// <summary>The name of a place on the form.</summary>
    public static string FieldOf(MeterQuantity quantity, FaceZone zone) => $"{EnumName.Of(quantity)}.{EnumName.Of(zone)}";

    public string TypedAt(MeterQuantity quantity, FaceZone zone) => Typed.GetValueOrDefault(FieldOf(quantity, zone), "");

    public static MeterSheet For(string serial) => new() { Serial = serial };

    /// <summary>Reads a sheet that was sent.</summary>
    /// <returns>The sheet as it was sent, its readings, and what is wrong with it.</returns>
    public static (MeterSheet Sheet, IReadOnlyList<MeterReading> Readings, IReadOnlyList<Problem> Problems) Read(
        IEnumerable<KeyValuePair<string, StringValues>> form
    )
    {
        var sent = form.ToDictionary(pair => pair.Key, pair => pair.Value.ToString().Trim());
        var (typed, readings, problems) = (new Dictionary<string, string>(), new List<MeterReading>(), new List<Problem>());
        foreach (var zone in MeterZones.Usual)
        {
            foreach (var quantity in Enum.GetValues<MeterQuantity>())
            {
                if (sent.GetValueOrDefault(FieldOf(quantity, zone), "") is not { Length: > 0 } text)
                {
                    continue;
                }

                typed[FieldOf(quantity, zone)] = text;
                var numbers = text.Split([' ', ';'], StringSplitOptions.RemoveEmptyEntries).Select(one => Field.Number(one)).ToList();
                if (numbers.Any(number => number is null or > MeterReading.Most))
                {
                    problems.Add(
                        new(
                            $"{Words.Capital(FaceZones.TitleOf(zone))}, {EnumName.Of(quantity)}",
                            $"write numbers from 0 to {MeterReading.Most} with a space between them, such as 47.2 46.8 48"
                        )
                    );
                    continue;
                }

                readings.AddRange(
                    numbers.Select(number => new MeterReading
                    {
                        Quantity = quantity,
                        Zone = zone,
                        Value = number!.Value,
                    })
                );
            }
        }

        var serial = sent.GetValueOrDefault("serial", "");
        problems.AddRange(
            MeterCheck
                .Check(serial, readings)
                .Where(problem => problems.Count == 0 || problem.Field == "serial")
                .Select(problem => problem with { Field = Words.Capital(problem.Field) })
                .ToList()
        );
        return (new() { Serial = serial, Typed = typed }, readings, problems);
    }

    /// <summary>"47.3".</summary>
    public static string Number(double value) => value.ToString("0.0", CultureInfo.InvariantCulture);
}
