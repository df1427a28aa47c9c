using OatPath.Core.House;
using OatPath.Core.Skin;

namespace OatPath.Core.Session;

/// <summary>One run of a script: takes in what happened in order, then tells what is shown at a moment.</summary>
internal sealed class SessionRun(SessionScript script)
{
    private const int Milli = 1000;

    private readonly HashSet<string> ticked = [];
    private readonly Dictionary<string, bool> answers = [];
    private readonly Contacts contacts = new();
    private readonly HashSet<SessionWarning> warnings = [];
    private readonly Dictionary<FaceZone, ZoneStep> steps = script.Groups.SelectMany(group => group.Zones).ToDictionary(step => step.Zone);
    private int worst;
    private int? redness;
    private bool stung;
    private bool endNow;
    private bool frosted;
    private bool cooled;
    private bool stillBurns;
    private (long At, int Value)? lastSting;
    private long? waterFrom;
    private long? eyeFrom;
    private long? endedAt;

    private bool KitComplete => script.Kit.All(item => ticked.Contains(item.Id));

    private bool Cleared => script.Asks.All(ask => answers.TryGetValue(ask.Id, out var yes) && yes == ask.GoesOn);

    private SessionAsk? Refusal => script.Asks.FirstOrDefault(ask => answers.TryGetValue(ask.Id, out var yes) && yes != ask.GoesOn);

    /// <summary>Whatever is on comes off, and nothing more goes on.</summary>
    private bool Over => stung || endNow || warnings.Contains(SessionWarning.BeganUnchecked) || warnings.Contains(SessionWarning.OverLimit) || warnings.Contains(SessionWarning.ClockLost);

    public void Take(SessionEvent happened)
    {
        var at = happened.AtMilliseconds;
        switch (happened.Kind)
        {
            case SessionEventKind.Ticked when happened.Item is { } item:
                ticked.Add(item);
                break;
            case SessionEventKind.Answered when happened.Item is { } ask:
                answers[ask] = happened.Value == 1;
                break;
            case SessionEventKind.Touched when happened.Zone is { } zone:
                Touch(zone, at);
                break;
            case SessionEventKind.Layered when happened.Zone is { } zone:
                if (contacts.LayersOn(zone) >= script.Layers)
                {
                    warnings.Add(SessionWarning.ExtraLayer);
                }

                Touch(zone, at);
                if (contacts.TouchOf(zone) != at)
                {
                    contacts.Layer(zone, at);
                }

                break;
            case SessionEventKind.Off when happened.Zone is { } zone:
                contacts.Off(zone, at);
                break;
            case SessionEventKind.AllOff:
                contacts.AllOff(at);
                break;
            case SessionEventKind.Stung when happened.Value is { } sting:
                worst = Math.Max(worst, sting);
                lastSting = (at, sting);
                stung |= sting >= script.StingEnds && contacts.AnyOn;
                break;
            case SessionEventKind.Reddened when happened.Value is { } red:
                redness = Math.Max(redness ?? 0, red);
                break;
            case SessionEventKind.Burns or SessionEventKind.Frosted:
                waterFrom ??= at;
                frosted |= happened.Kind == SessionEventKind.Frosted;
                contacts.AllOff(at);
                break;
            case SessionEventKind.StillBurns:
                waterFrom ??= at;
                stillBurns = true;
                cooled = false;
                contacts.AllOff(at);
                break;
            case SessionEventKind.Cooled:
                cooled = true;
                break;
            case SessionEventKind.InEye:
                eyeFrom ??= at;
                break;
            case SessionEventKind.EndNow:
                endNow |= contacts.AnyOn;
                break;
            case SessionEventKind.ClockLost:
                if (contacts.AnyOn)
                {
                    warnings.Add(SessionWarning.ClockLost);
                }

                break;
            case SessionEventKind.Ended:
                // Whoever says it is over has taken everything off.
                contacts.AllOff(at);
                endedAt ??= at;
                break;
        }
    }

    public SessionState At(long now)
    {
        foreach (var zone in script.StaysOn ? [] : contacts.Zones)
        {
            var on = contacts.Longest(zone, now);
            if (on > script.TargetSeconds * Milli)
            {
                warnings.Add(SessionWarning.OverTarget);
            }

            if (on > script.LimitSeconds * Milli)
            {
                warnings.Add(SessionWarning.OverLimit);
            }
        }

        var cues = Cues();
        var (phase, what, next, due) = Now(now, cues);
        return new(
            phase, what, next,
            [.. contacts.Zones.Select(zone => new ZoneState(zone, contacts.IsOn(zone), contacts.Longest(zone, now), contacts.Of(zone, now), cues.TryGetValue(zone, out var cue) ? cue : null))],
            due, worst, redness,
            phase == SessionPhase.Water ? waterFrom + (WaterFor * Milli) : phase == SessionPhase.Eye ? eyeFrom + (script.EyeSeconds * Milli) : null,
            Outcome(phase), [.. warnings.Order()]);
    }

    private int WaterFor => stillBurns ? script.LongWaterSeconds : script.WaterSeconds;

    private void Touch(FaceZone zone, long at)
    {
        if (!KitComplete || !Cleared)
        {
            warnings.Add(SessionWarning.BeganUnchecked);
        }

        if (!steps.ContainsKey(zone))
        {
            warnings.Add(SessionWarning.TouchedLeftOut);
        }

        if (contacts.WasOff(zone))
        {
            warnings.Add(SessionWarning.TouchedAgain);
        }

        contacts.On(zone, at);
    }

    private (SessionPhase Phase, SessionDo Do, string? Next, long? StingDue) Now(long now, Dictionary<FaceZone, long> cues)
    {
        // What may hurt comes before everything, and the eye before the skin.
        if (eyeFrom is { } eye)
        {
            return (SessionPhase.Eye, now < eye + (script.EyeSeconds * Milli) ? SessionDo.RinseEye : SessionDo.GetHelp, null, null);
        }

        if (waterFrom is { } water)
        {
            return (SessionPhase.Water, now < water + (WaterFor * Milli) ? SessionDo.RunWater : frosted || stillBurns ? SessionDo.GetHelp : cooled ? SessionDo.Nothing : SessionDo.TellBurning, null, null);
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
            return contacts.Zones.Count > 0 ? (SessionPhase.Ending, SessionDo.End, null, null) : (SessionPhase.Refused, SessionDo.Nothing, refused.Id, null);
        }

        // Whatever went wrong, nothing more goes on.
        var through = Over || (Untouched() is null && contacts.Zones.Any(steps.ContainsKey));
        return contacts.Zones.Count > 0 && through ? (SessionPhase.Ending, SessionDo.End, null, null) : Before();
    }

    /// <summary>The sting is asked from first touch on, and again so long after each answer.</summary>
    private long StingDue() => Math.Max(lastSting?.At ?? 0, contacts.FirstTouch) + (script.StingEverySeconds * Milli);

    private (SessionPhase, SessionDo, string?, long?) Calming(long now, long ended)
    {
        if (contacts.Zones.Count == 0)
        {
            return (SessionPhase.Done, SessionDo.Nothing, null, null);
        }

        long rinse = ended + (script.CalmSeconds * Milli), stop = ended + (script.StopSeconds * Milli);
        if (lastSting is not { } told || told.At < ended)
        {
            return (SessionPhase.Calming, SessionDo.TellSting, null, ended);
        }

        if (told.Value <= script.StingCalm || told.At >= stop)
        {
            return (SessionPhase.Done, told.Value <= script.StingCalm ? SessionDo.Nothing : SessionDo.GetHelp, null, null);
        }

        // Once at the first mark, once at the second: does it still sting?
        var mark = told.At < rinse ? rinse : stop;
        return now >= mark ? (SessionPhase.Calming, SessionDo.TellSting, null, mark) : (SessionPhase.Calming, told.At < rinse ? SessionDo.Wait : SessionDo.RinseAgain, null, mark);
    }

    private (SessionPhase, SessionDo, string?, long?) Before()
    {
        if (script.Kit.FirstOrDefault(item => !ticked.Contains(item.Id)) is { } missing)
        {
            return (SessionPhase.Kit, SessionDo.TickKit, missing.Id, null);
        }

        return script.Asks.FirstOrDefault(ask => !answers.ContainsKey(ask.Id)) is { } open
            ? (SessionPhase.Asking, SessionDo.Answer, open.Id, null)
            : (SessionPhase.On, SessionDo.Apply, Untouched() is { } next ? Name(next.Zone) : null, null);
    }

    private (SessionDo Do, string? Next) On(long now, Dictionary<FaceZone, long> cues)
    {
        var zones = contacts.InOrder().ToList();
        var first = zones[0];
        if (Over || Refusal is not null || !KitComplete || !Cleared)
        {
            return (SessionDo.RemoveNow, Name(first));
        }

        // A drop where nothing belongs is wiped off before anything else.
        if (zones.Exists(zone => !steps.ContainsKey(zone)))
        {
            return (SessionDo.RemoveNow, Name(zones.First(zone => !steps.ContainsKey(zone))));
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

    private Dictionary<FaceZone, long> Cues()
    {
        var cues = new Dictionary<FaceZone, long>();
        if (script.StaysOn)
        {
            return cues;
        }

        long? after = null;
        foreach (var zone in contacts.InOrder().Reverse())
        {
            if (!steps.TryGetValue(zone, out var step))
            {
                cues[zone] = contacts.TouchOf(zone);
                continue;
            }

            var removal = step.RemoveSeconds * Milli;
            var own = contacts.TouchOf(zone) + (script.TargetSeconds * Milli) - removal;
            cues[zone] = after is { } next ? Math.Min(own, next - removal) : own;
            after = cues[zone];
        }

        return cues;
    }

    /// <summary>The first zone that was never touched.</summary>
    private ZoneStep? Untouched() => script.Groups.SelectMany(group => group.Zones).FirstOrDefault(step => !contacts.Zones.Contains(step.Zone));

    /// <summary>The next zone of the group of which something is on.</summary>
    private ZoneStep? NextInGroup() => script.Groups.FirstOrDefault(group => group.Zones.Any(step => contacts.IsOn(step.Zone)))?.Zones.FirstOrDefault(step => !contacts.Zones.Contains(step.Zone));

    private SessionOutcome Outcome(SessionPhase phase) =>
        eyeFrom is not null ? SessionOutcome.InEye : frosted ? SessionOutcome.Frosted : waterFrom is not null ? SessionOutcome.Burned
        : phase != SessionPhase.Done ? Refusal is not null && contacts.Zones.Count == 0 ? SessionOutcome.Refused : SessionOutcome.Open
        : lastSting is { } told && endedAt <= told.At && told.Value > script.StingCalm ? SessionOutcome.StillStings
        : stung ? SessionOutcome.EndedForSting : endNow ? SessionOutcome.EndedEarly : SessionOutcome.Done;
}
