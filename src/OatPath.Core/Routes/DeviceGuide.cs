using OatPath.Core.House;
using OatPath.Core.Shelf;
using OatPath.Core.Skin;

namespace OatPath.Core.Routes;

/// <summary>One way the device goes: from where to where, over which zones, for how long.</summary>
/// <param name="Words">"from the side of the nose along the eye bone".</param>
/// <param name="Seconds">On this way; 0 where strokes count and not seconds.</param>
public sealed record DeviceStroke(string Title, string Words, IReadOnlyList<FaceZone> Zones, int Seconds)
{
    public bool Equals(DeviceStroke? other) => other is not null && (Title, Words, Seconds) == (other.Title, other.Words, other.Seconds) && Zones.SequenceEqual(other.Zones);

    public override int GetHashCode() => HashCode.Combine(Title, Words, Seconds);
}

/// <summary>One programme over all its ways.</summary>
/// <param name="Before">What is put on or set before it, a sentence.</param>
/// <param name="Gel">The charge of the gel that goes under it; null where no gel does.</param>
/// <param name="After">What follows it, a sentence; may be empty.</param>
public sealed record DevicePass(string Title, string Before, GelCharge? Gel, IReadOnlyList<DeviceStroke> Strokes, string After)
{
    public int Seconds => Strokes.Sum(stroke => stroke.Seconds);
}

/// <summary>How a device is used at home: what is looked at first, its programmes in order, how hard, what follows.</summary>
/// <param name="Checks">Before each use.</param>
/// <param name="LeftOut">Ways that touch a zone to leave out, by title: they are not made at all.</param>
public sealed record DeviceGuide(ProductKind Kind, IReadOnlyList<string> Checks, string Pressure, IReadOnlyList<DevicePass> Passes, IReadOnlyList<string> LeftOut)
{
    public int Seconds => Passes.Sum(pass => pass.Seconds);

    /// <summary>The guide of a kind of device or tool with some zones left out; null for a kind that is not led over the face.</summary>
    /// <param name="neck">Whether the neck is done too.</param>
    /// <param name="leaveOut">Zones that are open, sore or otherwise left alone: a way that touches one is not made.</param>
    public static DeviceGuide? Of(ProductKind kind, bool neck, IReadOnlyList<FaceZone> leaveOut)
    {
        if (DeviceRoutes.Of(kind, neck) is not { } guide || leaveOut.Count == 0)
        {
            return DeviceRoutes.Of(kind, neck);
        }

        var spared = leaveOut.SelectMany(FaceZones.Covered).ToHashSet();
        bool Spares(DeviceStroke stroke) => stroke.Zones.Any(spared.Contains);
        return guide with
        {
            Passes = [.. guide.Passes.Select(pass => pass with { Strokes = [.. pass.Strokes.Where(stroke => !Spares(stroke))] })],
            LeftOut = [.. guide.Passes.SelectMany(pass => pass.Strokes).Where(Spares).Select(stroke => stroke.Title).Distinct()],
        };
    }
}
