using System.Globalization;
using OatPath.Core.House;

namespace OatPath.Core.Ramp;

/// <summary>One step of a ladder: how often, and where it matters at which level, for how long, or how much.</summary>
/// <param name="Level">Level of a brush, 1 to 3.</param>
/// <param name="ContactSeconds">Longest contact of a wash-off kit, from the first touch of a zone, seconds.</param>
/// <param name="Units">Units of the dispenser, for a booster evening.</param>
public sealed record Rung(Frequency Frequency, int? Level = null, int? ContactSeconds = null, int? Units = null)
{
    /// <summary>"level 2, 2 evenings a week", "8 min, at most 1 evening a week", "3 evenings a week".</summary>
    public string InWords(bool morning = false) => this switch
    {
        { ContactSeconds: { } seconds } => $"{Words.Duration(seconds)} of contact",
        { Level: { } level } => string.Create(CultureInfo.InvariantCulture, $"level {level}, {Frequency.InWords(morning)}"),
        { Units: { } units } => string.Create(CultureInfo.InvariantCulture, $"{units} units, {Frequency.InWords(morning)}"),
        _ => Frequency.InWords(morning),
    };
}
