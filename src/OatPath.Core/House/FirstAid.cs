using System.Globalization;
using OatPath.Core.Wording;

namespace OatPath.Core.House;

/// <summary>
/// The numbers of first aid and the sentences that carry them: what judges a report and what a client is told come from here, and from
/// nowhere else.
/// </summary>
/// <remarks>
/// Source: trade convention; cool running water for a chemical burn and 15 minutes for the eye are common first-aid advice. A clinician's
/// word comes first.
/// </remarks>
public static class FirstAid
{
    /// <summary>Minutes of cool running water on burning skin, and where it still burns after that.</summary>
    public const int WaterMinutes = 10;
    public const int LongWaterMinutes = 20;

    /// <summary>Minutes of water for an eye.</summary>
    public const int EyeMinutes = 15;

    /// <summary>
    /// Minutes within which a sting fades after the ending; after the second it is a stop. A sting up to the last is calm.
    /// </summary>
    public const int FadesMinutes = 10;
    public const int StopMinutes = 20;
    public const int CalmSting = 1;

    /// <summary>Sting, 0 to 10, from which it comes off; pain, 0 to 10, that needs medical help.</summary>
    public const int StrongSting = 5;

    /// <summary>Sting, 0 to 10, that is a stop by itself, whenever it is told.</summary>
    public const int StopSting = 7;
    public const int MedicalPain = 8;

    public static string Burn =>
        Said.Of(
            $"Burning, white, grey or blistered skin: cool running water at once, {WaterMinutes} minutes, {LongWaterMinutes} if it still "
                + $"burns; no neutraliser."
        );

    public static string StillBurning =>
        Said.Of($"White or blistered, or still painful after {LongWaterMinutes} minutes of water: medical help.");

    public static string Eye => Said.Of($"Product in the eye: rinse with water for {EyeMinutes} minutes and get medical help.");

    /// <summary>All of it in one breath, for a step that is read with the kit in hand.</summary>
    public static string AtTheSink =>
        Said.Of(
            $"Sting of {StrongSting} or more, or white, grey or blistered skin: off at once with cool running water, {WaterMinutes} "
                + $"minutes, {LongWaterMinutes} if it still burns, no neutraliser. Still painful then: medical help. In the eye: rinse "
                + $"{EyeMinutes} minutes, medical help."
        );

    public static string Lips => Said.Of("On lips or in the mouth: rinse at once.");

    public static string WashOff => Said.Of($"Sting of {StrongSting} or more, or sting that grows.");

    public static string Pain => Said.Of($"Pain of {MedicalPain} or more.");
}
