using System.Globalization;
using OatPath.Core.House;
using OatPath.Core.Wording;

namespace OatPath.Core.Ramp;

/// <summary>One step of a ladder: how often, and where it matters at which level or how much.</summary>
/// <param name="Level">Level of a brush, 1 to 3.</param>
/// <param name="Units">Units of the dispenser, for a booster evening.</param>
/// <param name="ContactSeconds">Longest contact of a wash-off kit, from first touch to the last of it off.</param>
/// <param name="Layers">Layers of a wash-off kit; the first goes on working under the second, within the same contact.</param>
/// <param name="EveryDays">Days from one use to the next, where these and not the frequency hold: kits, needles, devices by their
/// sheet.</param>
public sealed record Rung(
    Frequency Frequency,
    [property: Between(1, 3)] int? Level = null,
    [property: Between(1, 20)] int? Units = null,
    [property: Between(0, 86400)] int? ContactSeconds = null,
    [property: Between(1, 4)] int Layers = 1,
    [property: Between(1, 366)] int? EveryDays = null
)
{
    /// <summary>How often, always from the interval that holds.</summary>
    public string HowOften(bool morning = false) =>
        EveryDays is { } days ? FrequencyTraits.Every(days, morning) : Frequency.InWords(morning);

    /// <summary>"level 2, 2 evenings a week", "4 units, 1 evening a week", "1 min 30 s", "3 evenings a week".</summary>
    public string InWords(bool morning = false) =>
        this switch
        {
            { ContactSeconds: { } contact } => Words.Duration(contact) + (Layers > 1 ? Said.Of($", {Layers} layers") : ""),
            { Level: { } level } => Said.Of($"level {level}, {HowOften(morning)}"),
            { Units: { } units } => Said.Of($"{units} units, {HowOften(morning)}"),
            _ => HowOften(morning),
        };

    /// <summary>The same, kept as data.</summary>
    public SaidLater SaidLater(bool morning = false) => Said.Later(() => InWords(morning));
}
