using System.Globalization;
using OatPath.Core.House;
using OatPath.Core.LookBack;
using OatPath.Core.Meter;
using OatPath.Core.Scores;

namespace OatPath.Web.Drawing;

/// <summary>One thing seen on a day.</summary>
/// <param name="Day">Which day.</param>
/// <param name="At">0 the floor of its lane, 1 its top.</param>
/// <param name="ByClient">Whether the client saw it.</param>
public sealed record LookMark(DateOnly Day, double At, bool ByClient, string Title);

/// <summary>One quantity over time, in a lane of its own.</summary>
/// <param name="Range">What its floor and top stand for.</param>
public sealed record LookLane(string Title, string Range, IReadOnlyList<LookMark> Marks)
{
    /// <summary>Redness of pictures is drawn over at least so much, so that what is no change does not look like one.</summary>
    private const double LeastSpan = 6;

    /// <summary>A lane for each quantity that was looked at since a day.</summary>
    public static IReadOnlyList<LookLane> Of(Looks looks, DateOnly from) =>
        [.. Scored(looks, from).Concat(Metered(looks, from)).Concat(Pictured(looks, from)).Where(lane => lane.Marks.Count > 0)];

    private static IEnumerable<LookLane> Scored(Looks looks, DateOnly from) =>
        SkinScales.All.Select(scale => new LookLane(
            $"{Words.Capital(SkinScales.TitleOf(scale))}, scored",
            $"most, 0 to {SkinScales.Most}",
            [
                .. looks
                    .All.OfType<ScoredLook>()
                    .Where(look => look.Scale == scale && look.Day >= from)
                    .Select(look => new LookMark(
                        look.Day,
                        look.Value / SkinScales.Most,
                        look.ByClient,
                        $"{Day(look.Day)}: {look.Value:0} at most, of {Words.Count(look.Zones, "place")} looked at, "
                            + $"{(look.ByClient ? "by the client" : "at the studio")}"
                    )),
            ]
        ));

    private static IEnumerable<LookLane> Metered(Looks looks, DateOnly from) =>
        Enum.GetValues<MeterQuantity>()
            .Select(quantity => new LookLane(
                $"{Words.Capital(EnumName.Of(quantity))}, meter",
                $"mean, 0 to {MeterReading.Most}",
                [
                    .. looks
                        .All.OfType<MeteredLook>()
                        .Where(look => look.Quantity == quantity && look.Day >= from)
                        .Select(look => new LookMark(
                            look.Day,
                            look.Value / MeterReading.Most,
                            false,
                            FormattableString.Invariant($"{Day(look.Day)}: {look.Value:0.0}, {look.Serial}")
                        )),
                ]
            ));

    private static IEnumerable<LookLane> Pictured(Looks looks, DateOnly from)
    {
        var seen = looks.All.OfType<PicturedLook>().Where(picture => picture.Day >= from).ToList();
        if (seen.Count == 0)
        {
            yield break;
        }

        var (low, high) = (seen.Min(picture => picture.Value), seen.Max(picture => picture.Value));
        var room = Math.Max(0, (LeastSpan - (high - low)) / 2);
        (low, high) = (low - room, high + room);
        yield return new(
            "Redness, pictures",
            FormattableString.Invariant($"a* {low:0} to {high:0}"),
            [
                .. seen.Select(picture => new LookMark(
                    picture.Day,
                    (picture.Value - low) / (high - low),
                    false,
                    FormattableString.Invariant($"{Day(picture.Day)}: a* {picture.Value:0.0}, mean of all zones from the front")
                )),
            ]
        );
    }

    private static string Day(DateOnly day) => day.ToString("d MMM yyyy", CultureInfo.InvariantCulture);
}
