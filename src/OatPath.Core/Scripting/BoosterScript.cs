using OatPath.Core.Case;
using OatPath.Core.House;
using OatPath.Core.Routine;
using OatPath.Core.Session;
using OatPath.Core.Shelf;
using OatPath.Core.Wording;

namespace OatPath.Core.Scripting;

/// <summary>
/// Compiles a booster evening: a stronger leave-on in the place of the usual serum, washed off only where it stings too much.
/// </summary>
internal static class BoosterScript
{
    /// <remarks>Source: trade convention, as for weak kits.</remarks>
    private const int StingEvery = 60;
    private const int WholeNight = 24 * 3600;

    public static SessionScript Of(CaseFile file, Product bottle, Step step, DateOnly on) =>
        new()
        {
            Kind = SessionKind.Booster,
            Product = bottle.Id,
            Name = bottle.Name,
            Batch = bottle.Batch,
            On = on,
            Strength = KitStrength.Weak,
            StaysOn = true,
            TargetSeconds = step.WaitSeconds,
            LimitSeconds = WholeNight,
            StingEverySeconds = StingEvery,
            StingEnds = FirstAid.StrongSting,
            StingCalm = FirstAid.CalmSting,
            CalmSeconds = FirstAid.FadesMinutes * 60,
            StopSeconds = FirstAid.StopMinutes * 60,
            SlowestSeconds = ZoneGroups.SlowestSeconds,
            Kit =
            [
                new(
                    "ending",
                    Said.Of("A gentle cleanser and lukewarm water within reach"),
                    Said.Of("It is washed off with these where it stings too much.")
                ),
                new(
                    "bottle",
                    $"{bottle.Name}{(bottle.Batch.Length > 0 ? Said.Of($", batch {bottle.Batch}") : "")}: {step.Amount}",
                    (bottle.ShakeFirst ? Said.Of("Shake it first. ") : "") + Said.Of("This bottle, this much and no more."),
                    KitPart.GoesOn
                ),
                new("cream", Said.Of("Plain moisturiser for afterwards"), Said.Of("It goes on after the wait."), KitPart.Rest),
                new("mirror", Said.Of("A mirror and good light"), Said.Of("White or grey skin must be seen."), KitPart.Rest),
                new("sunscreen", Said.Of("Sunscreen for the morning"), Said.Of("New skin burns sooner."), KitPart.Rest),
            ],
            Asks = SessionAsks.Of(file, bottle.Id, on),
            Groups =
            [
                new([
                    .. ZoneGroups
                        .Order(bottle.Flow, step.LeaveOut)
                        .Select(zone => new ZoneStep(zone, ZoneGroups.ApplySeconds, ZoneGroups.RemoveSeconds)),
                ]),
            ],
            LeaveOut = step.LeaveOut,
            Ending = new(PeelEnding.Rinse, [Said.Of("It stays on overnight. Plain moisturiser now.")]),
            WaterSeconds = FirstAid.WaterMinutes * 60,
            LongWaterSeconds = FirstAid.LongWaterMinutes * 60,
            EyeSeconds = FirstAid.EyeMinutes * 60,
            BurnWords = [FirstAid.Burn, FirstAid.StillBurning, FirstAid.Eye],
            After = [Said.Of("Nothing else that is active tonight or tomorrow evening."), Said.Of("Sunscreen in the morning.")],
        };
}
