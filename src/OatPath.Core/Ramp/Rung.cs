using System.Globalization;
using OatPath.Core.House;

namespace OatPath.Core.Ramp;

/// <summary>One step of a ladder: how often, and where it matters at which level or how much.</summary>
/// <param name="Level">Level of a brush, 1 to 3.</param>
/// <param name="Units">Units of the dispenser, for a booster evening.</param>
public sealed record Rung(Frequency Frequency, int? Level = null, int? Units = null)
{
    /// <summary>"level 2, 2 evenings a week", "4 units, 1 evening a week", "3 evenings a week".</summary>
    public string InWords(bool morning = false) => this switch
    {
        { Level: { } level } => string.Create(CultureInfo.InvariantCulture, $"level {level}, {Frequency.InWords(morning)}"),
        { Units: { } units } => string.Create(CultureInfo.InvariantCulture, $"{units} units, {Frequency.InWords(morning)}"),
        _ => Frequency.InWords(morning),
    };
}
