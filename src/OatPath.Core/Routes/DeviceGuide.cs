using OatPath.Core.House;
using OatPath.Core.Shelf;
using OatPath.Core.Skin;
using OatPath.Core.Wording;

namespace OatPath.Core.Routes;

/// <summary>How the hand goes on one way.</summary>
public enum StrokeMotion
{
    /// <summary>From the first zone through the others to the last.</summary>
    Along,
    Up,
    Down,
    UpAndDown,
    Across,
    Diagonal,
    Circles,

    /// <summary>Held still.</summary>
    Still,
}

/// <summary>One way the device goes: from where to where, over which zones, for how long.</summary>
/// <param name="Words">"from the side of the nose along the eye bone".</param>
/// <param name="Zones">In the order they are passed.</param>
/// <param name="Seconds">On this way; 0 where strokes count and not seconds.</param>
/// <param name="Before">What is put on just before it, a sentence; empty where it follows without a pause.</param>
/// <param name="Setting">Names what the device is set to; null where it has none.</param>
/// <param name="SettingName">The same as the maker's own sheet calls it; null where nobody looked.</param>
public sealed record DeviceStroke(
    string Title,
    string Words,
    StrokeMotion Motion,
    IReadOnlyList<FaceZone> Zones,
    [property: Between(0, 3600)] int Seconds,
    string Before = "",
    string? Setting = null,
    string? SettingName = null
)
{
    public bool Equals(DeviceStroke? other) =>
        other is not null
        && (Title, Words, Motion, Seconds, Before, Setting, SettingName)
            == (other.Title, other.Words, other.Motion, other.Seconds, other.Before, other.Setting, other.SettingName)
        && Zones.SequenceEqual(other.Zones);

    public override int GetHashCode() => HashCode.Combine(Title, Words, Seconds);

    /// <summary>What it is set to, in words: the maker's own where they are known; null where it has no setting.</summary>
    [System.Text.Json.Serialization.JsonIgnore]
    public string? SetTo => SettingName ?? (Setting is null ? null : Said.Of(Setting));
}

/// <summary>One programme over all its ways.</summary>
/// <param name="Before">What is put on before it, a sentence.</param>
/// <param name="Gel">The charge of the gel that goes under it, put on fresh; null where no gel of its own does.</param>
/// <param name="After">What follows it, a sentence; may be empty.</param>
public sealed record DevicePass(string Title, string Before, GelCharge? Gel, IReadOnlyList<DeviceStroke> Strokes, string After)
{
    /// <summary>Which gel, where several go with one device: its product, and its name; null where the charge says it.</summary>
    public string? GelId { get; init; }
    public string? GelName { get; init; }

    [System.Text.Json.Serialization.JsonIgnore]
    public int Seconds => Strokes.Sum(stroke => stroke.Seconds);
}

/// <summary>How a device is used at home: what is looked at first, its programmes in order, how hard, what follows.</summary>
/// <param name="Checks">Before each use.</param>
/// <param name="LeftOut">What falls away for zones to leave out, by title.</param>
public sealed record DeviceGuide(
    ProductKind Kind,
    IReadOnlyList<string> Checks,
    string Pressure,
    IReadOnlyList<DevicePass> Passes,
    IReadOnlyList<string> LeftOut
)
{
    [System.Text.Json.Serialization.JsonIgnore]
    public int Seconds => Passes.Sum(pass => pass.Seconds);

    /// <summary>
    /// The guide of a device or tool with some zones left out; null for what is not led over the face, or whose sheet is not known.
    /// </summary>
    /// <param name="neck">Whether the neck is done too.</param>
    /// <param name="leaveOut">Zones that are open, sore or otherwise left alone: a way through one is not made, an area loses it.</param>
    /// <param name="level">Level of a brush.</param>
    /// <param name="razorOnDamp">Whether the house has the razor go over damp skin rather than dry.</param>
    public static DeviceGuide? Of(Product product, bool neck, IReadOnlyList<FaceZone> leaveOut, int? level = null, bool razorOnDamp = true)
    {
        if (DeviceRoutes.Of(product, neck, level, razorOnDamp) is not { } guide)
        {
            return null;
        }

        guide = Named(guide, product.Sheet?.Settings ?? []);
        var spared = leaveOut.Concat(product.Sheet?.NotOn ?? []).SelectMany(FaceZones.Covered).ToHashSet();
        guide = product.Sheet?.MostSeconds is { } most && most < guide.Seconds ? Shortened(guide, most) : guide;
        return spared.Count == 0 ? guide : Sparing(guide, spared);
    }

    /// <summary>
    /// The same on one half of the face: ways of the other side fall away, those in the middle go up to the middle line. A programme runs
    /// its whole time on that half; what is timed zone by zone takes the time of that half.
    /// </summary>
    /// <remarks>
    /// Source: trade convention, the first galvanic session on half a face with whole programmes; half the time in the middle of what has
    /// no programme: derived.
    /// </remarks>
    public DeviceGuide On(FaceSide side)
    {
        var name = side.InWords();
        var programmes = Kind is ProductKind.GalvanicDevice or ProductKind.MicrocurrentDevice;
        return this with
        {
            Passes =
            [
                .. Passes
                    .Select(pass =>
                        pass with
                        {
                            Strokes =
                            [
                                .. pass
                                    .Strokes.Where(stroke => !stroke.Zones.Any(zone => FaceZones.SideOf(zone) is { } at && at != side))
                                    .Select(stroke =>
                                        stroke.Zones.Any(zone => FaceZones.SideOf(zone) == side)
                                            ? stroke with
                                            {
                                                Seconds = programmes ? stroke.Seconds * 2 : stroke.Seconds,
                                            }
                                            : stroke with
                                            {
                                                Words = Said.Of($"{stroke.Words}; only the {name} half, up to the middle"),
                                                Seconds = programmes ? stroke.Seconds : (stroke.Seconds + 1) / 2,
                                            }
                                    ),
                            ],
                        }
                    )
                    .Zip(Passes, (half, whole) => programmes && LeftOut.Count == 0 ? Exactly(half, whole.Seconds) : half)
                    .Where(pass => pass.Strokes.Count > 0),
            ],
        };
    }

    /// <summary>What does not divide evenly between two sides goes to the first way, so that a programme keeps its time.</summary>
    private static DevicePass Exactly(DevicePass pass, int seconds) =>
        pass.Strokes.Count == 0
            ? pass
            : pass with
            {
                Strokes = [pass.Strokes[0] with { Seconds = pass.Strokes[0].Seconds + seconds - pass.Seconds }, .. pass.Strokes.Skip(1)],
            };

    /// <summary>Settings as the maker's sheet calls them.</summary>
    private static DeviceGuide Named(DeviceGuide guide, IReadOnlyList<SheetSetting> settings) =>
        settings.Count == 0
            ? guide
            : guide with
            {
                Passes =
                [
                    .. guide.Passes.Select(pass =>
                        pass with
                        {
                            Strokes =
                            [
                                .. pass.Strokes.Select(stroke =>
                                    stroke with
                                    {
                                        SettingName = settings.FirstOrDefault(one => one.Setting == stroke.Setting)?.Name,
                                    }
                                ),
                            ],
                        }
                    ),
                ],
            };

    /// <summary>Every way in proportion, so that the whole is no longer than the sheet allows.</summary>
    private static DeviceGuide Shortened(DeviceGuide guide, int most) =>
        guide with
        {
            Passes =
            [
                .. guide.Passes.Select(pass =>
                    pass with
                    {
                        Strokes =
                        [
                            .. pass.Strokes.Select(stroke => stroke with { Seconds = (int)((long)stroke.Seconds * most / guide.Seconds) }),
                        ],
                    }
                ),
            ],
        };

    private static DeviceGuide Sparing(DeviceGuide guide, HashSet<FaceZone> spared)
    {
        var gone = new List<string>();
        DeviceStroke? Spare(DeviceStroke stroke)
        {
            var kept = stroke.Zones.Where(zone => !spared.Contains(zone)).ToList();
            if (kept.Count == stroke.Zones.Count)
            {
                return stroke;
            }

            // A way leads through its zones and cannot go round one; an area can do without it.
            if (kept.Count == 0 || stroke.Motion == StrokeMotion.Along)
            {
                gone.Add(stroke.Title);
                return null;
            }

            gone.AddRange(stroke.Zones.Except(kept).Select(FaceZones.TitleOf));
            return stroke with
            {
                Zones = kept,
                Words = Said.Of($"{stroke.Words}; not {Words.List([.. stroke.Zones.Except(kept).Select(FaceZones.TitleOf)])}"),
                Seconds = stroke.Seconds * kept.Count / stroke.Zones.Count,
            };
        }

        var passes = guide
            .Passes.Select(pass => pass with { Strokes = [.. pass.Strokes.Select(Spare).OfType<DeviceStroke>()] })
            .Where(pass => pass.Strokes.Count > 0)
            .ToList();
        return guide with { Passes = passes, LeftOut = [.. gone.Distinct()] };
    }
}
