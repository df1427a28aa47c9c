using OatPath.Core.House;
using OatPath.Core.Skin;

namespace OatPath.Core.Session;

/// <summary>What a run shows at a moment, by what has happened so far.</summary>
internal sealed partial class SessionRun
{
    private (SessionPhase Phase, SessionDo Do, string? Next, long? StingDue) Now(long now, Dictionary<FaceZone, long> cues)
    {
        // What may hurt comes before everything, and the eye before the skin.
        if (eyeFrom is { } eye)
        {
            return (SessionPhase.Eye, now < eye + (script.EyeSeconds * Milli) ? SessionDo.RinseEye : SessionDo.GetHelp, null, null);
        }

        if (weals)
        {
            return (SessionPhase.Help, SessionDo.GetHelp, null, null);
        }

        if (waterFrom is { } water)
        {
            return (
                SessionPhase.Water,
                now < water + (WaterFor * Milli) ? SessionDo.RunWater
                : frosted || helpless ? SessionDo.GetHelp
                : cooled ? SessionDo.Nothing
                : SessionDo.TellBurning,
                null,
                null
            );
        }

        if (contacts.AnyOn)
        {
            var (what, next) = On(now, cues);
            return (what == SessionDo.End ? SessionPhase.Ending : SessionPhase.On, what, next, StingDue());
        }

        if (endedAt is { } ended)
        {
            return Calming(now, ended);
        }

        if (Refusal is { } refused)
        {
            return Touched ? (SessionPhase.Ending, SessionDo.End, null, null) : (SessionPhase.Refused, SessionDo.Nothing, refused.Id, null);
        }

        if (device is not null)
        {
            return Touched && (Over || device.AllDone) ? (SessionPhase.Ending, SessionDo.End, null, null) : Before(now);
        }

        // Whatever went wrong, nothing more goes on.
        var through = Over || (Untouched() is null && contacts.Zones.Any(steps.ContainsKey));
        return contacts.Zones.Count > 0 && through ? (SessionPhase.Ending, SessionDo.End, null, null) : Before(now);
    }

    /// <summary>The sting is asked from first touch on, and again so long after each answer.</summary>
    private long StingDue() => Math.Max(lastSting?.At ?? 0, contacts.FirstTouch) + (script.StingEverySeconds * Milli);

    private (SessionPhase, SessionDo, string?, long?) Calming(long now, long ended)
    {
        if (!Touched)
        {
            return (SessionPhase.Done, SessionDo.Nothing, null, null);
        }

        long rinse = ended + (script.CalmSeconds * Milli),
            stop = ended + (script.StopSeconds * Milli);
        if (lastSting is not { } told || told.At < ended)
        {
            return (SessionPhase.Calming, SessionDo.TellSting, null, ended);
        }

        if (stopped)
        {
            return (SessionPhase.Done, SessionDo.GetHelp, null, null);
        }

        if (told.Value <= script.StingCalm || told.At >= stop)
        {
            return (SessionPhase.Done, told.Value <= script.StingCalm ? SessionDo.Nothing : SessionDo.GetHelp, null, null);
        }

        // Once at the first mark, once at the second: does it still sting?
        var mark = told.At < rinse ? rinse : stop;
        return now >= mark
            ? (SessionPhase.Calming, SessionDo.TellSting, null, mark)
            : (SessionPhase.Calming, told.At < rinse ? SessionDo.Wait : SessionDo.RinseAgain, null, mark);
    }

    private (SessionPhase, SessionDo, string?, long?) Before(long now)
    {
        if (script.Kit.FirstOrDefault(item => !ticked.Contains(item.Id)) is { } missing)
        {
            return (SessionPhase.Kit, SessionDo.TickKit, missing.Id, null);
        }

        if (script.Asks.FirstOrDefault(ask => !answers.ContainsKey(ask.Id)) is { } open)
        {
            return (SessionPhase.Asking, SessionDo.Answer, open.Id, null);
        }

        if (device is not null)
        {
            var (what, way) = device.Now();
            return (SessionPhase.On, what, way, null);
        }

        // Nothing goes on beside wet skin.
        if (script.AirSeconds > 0 && contacts.LastOff is not null && (AirUntil is not { } until || now < until))
        {
            return (SessionPhase.On, AirUntil is null ? SessionDo.Dry : SessionDo.Air, null, null);
        }

        return (SessionPhase.On, SessionDo.Apply, Untouched() is { } next ? Name(next.Zone) : null, null);
    }

    private (SessionDo Do, string? Next) On(long now, Dictionary<FaceZone, long> cues)
    {
        var zones = contacts.InOrder().ToList();
        var first = zones[0];
        if (Over || Refusal is not null || !KitComplete || !Cleared)
        {
            return (SessionDo.RemoveNow, Name(first));
        }

        // A drop where nothing belongs, or where it was off already, is wiped off before anything else.
        if (zones.Exists(IsStray))
        {
            return (SessionDo.RemoveNow, Name(zones.First(IsStray)));
        }

        if (script.StaysOn)
        {
            if (Untouched() is { } more)
            {
                return (SessionDo.Apply, Name(more.Zone));
            }

            return now >= zones.Max(contacts.TouchOf) + (script.TargetSeconds * Milli) ? (SessionDo.End, null) : (SessionDo.Wait, null);
        }

        if (cues[first] <= now)
        {
            return (SessionDo.Remove, Name(first));
        }

        // Another zone or layer only while there is time to put it on before the first has to come off.
        var time = now + (script.SlowestSeconds * Milli) <= cues[first];
        return time && NextInGroup() is { } step ? (SessionDo.Apply, Name(step.Zone))
            : time && NextLayer(now, zones) is { } again ? (SessionDo.Layer, Name(again))
            : (SessionDo.Wait, Name(first));
    }

    private bool IsStray(FaceZone zone) => !steps.ContainsKey(zone) || again.Contains(zone);

    private FaceZone? NextLayer(long now, List<FaceZone> zones)
    {
        foreach (var zone in zones)
        {
            if (contacts.LayersOn(zone) < script.Layers && now >= contacts.TouchOf(zone) + (script.LayerAfterSeconds * Milli))
            {
                return zone;
            }
        }

        return null;
    }

    private static string Name(FaceZone zone) => EnumName.Of(zone);
}
