using OatPath.Core.House;
using OatPath.Core.Skin;

namespace OatPath.Core.Meter;

/// <summary>What is wrong with readings of a meter.</summary>
public static class MeterCheck
{
    /// <summary>Most characters of a serial, and most readings at once.</summary>
    /// <remarks>House default: ten of each quantity in every zone.</remarks>
    public const int MostSerial = 64;

    /// <inheritdoc cref="MostSerial"/>
    public const int MostReadings = 660;

    public static IEnumerable<Problem> Check(string serial, IReadOnlyList<MeterReading> readings)
    {
        if (serial.Length is 0 or > MostSerial)
        {
            yield return new("serial", $"name the meter, in 1 to {MostSerial} characters");
        }

        if (readings.Count is 0 or > MostReadings)
        {
            yield return new("readings", $"give 1 to {MostReadings} readings");
        }

        if (readings.Any(reading => reading.Value is < 0 or > MeterReading.Most))
        {
            yield return new("readings", $"give 0 to {MeterReading.Most}");
        }

        if (readings.Any(reading => !Enum.IsDefined(reading.Quantity) || !FaceZones.OnMap.Contains(reading.Zone)))
        {
            yield return new("readings", "name what was read, and a zone of the face map");
        }
    }
}
