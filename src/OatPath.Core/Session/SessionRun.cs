using OatPath.Core.House;
using OatPath.Core.Skin;

namespace OatPath.Core.Session;

/// <summary>One run of a script: takes in what happened in order, then tells what is shown at a moment.</summary>
internal sealed partial class SessionRun(SessionScript script)
{
    private const int Milli = 1000;

    /// <summary>Redness, 0 to 4, from which a device comes off for tonight.</summary>
    /// <remarks>House default: very red is more than pink.</remarks>
    private const int MostPink = 3;

    private readonly HashSet<string> ticked = [];
    private readonly Dictionary<string, bool> answers = [];
    private readonly Contacts contacts = new();
    private readonly HashSet<SessionWarning> warnings = [];

    /// <summary>Zones that were put on again after they were off: they come off at once.</summary>
    private readonly HashSet<FaceZone> again = [];
    private readonly DeviceRun? device = script.Device is { } work ? new DeviceRun(work) : null;
    private readonly Dictionary<FaceZone, ZoneStep> steps = script.Groups.SelectMany(group => group.Zones).ToDictionary(step => step.Zone);
    private int worst;
    private int? redness;
    private bool stung;
    private bool endNow;
    private bool frosted;
    private bool cooled;
    private bool stillBurns;
    private bool helpless;
    private (long At, int Value)? lastSting;
    private long? driedAt;
    private long? togetherAt;
    private long? waterFrom;
    private long? eyeFrom;
    private bool weals;
    private long? endedAt;
    private bool stopped;

    private bool KitComplete => script.Kit.All(item => ticked.Contains(item.Id));

    private bool Cleared => script.Asks.All(ask => answers.TryGetValue(ask.Id, out var yes) && yes == ask.GoesOn);

    private SessionAsk? Refusal => script.Asks.FirstOrDefault(ask => answers.TryGetValue(ask.Id, out var yes) && yes != ask.GoesOn);

    /// <summary>Whether anything of it was on the skin.</summary>
    private bool Touched => contacts.Zones.Count > 0 || device is { Began: true };

    /// <summary>Whether anything of it is, as far as is known.</summary>
    private bool IsOn => contacts.AnyOn || (device is { Began: true } && endedAt is null);

    /// <summary>Whatever is on comes off, and nothing more goes on.</summary>
    private bool Over =>
        stung
        || endNow
        || warnings.Contains(SessionWarning.BeganUnchecked)
        || warnings.Contains(SessionWarning.OverLimit)
        || warnings.Contains(SessionWarning.ClockLost);

    public void Take(SessionEvent happened)
    {
        var at = happened.AtMilliseconds;
        if (device is not null)
        {
            TakeDevice(device, happened);
        }

        switch (happened.Kind)
        {
            case SessionEventKind.Ticked when happened.Item is { } item:
                ticked.Add(item);
                break;
            case SessionEventKind.Answered when happened.Item is { } ask:
                answers[ask] = happened.Value == 1;
                break;
            case SessionEventKind.Touched when happened.Zone is { } zone:
                // From a press of its own on, each zone has its own.
                togetherAt = null;
                Touch(zone, at);
                break;
            case SessionEventKind.TouchedTogether when happened.Zone is { } zone:
                TouchTogether(zone, at);
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
            case SessionEventKind.Readied when device is null:
                driedAt = contacts.AnyOn ? driedAt : at;
                break;
            case SessionEventKind.Stung when happened.Value is { } sting:
                worst = Math.Max(worst, sting);
                lastSting = (at, sting);
                stung |= sting >= script.StingEnds && IsOn;
                stopped |= sting >= script.StingStops && endedAt is not null && Touched;
                break;
            case SessionEventKind.Reddened when happened.Value is { } red:
                redness = Math.Max(redness ?? 0, red);
                if (device is not null && red >= MostPink)
                {
                    endNow |= IsOn;
                    device.End(at);
                }

                break;
            case SessionEventKind.Weals:
                weals |= device is not null;
                device?.End(at);
                contacts.AllOff(at);
                break;
            case SessionEventKind.Burns or SessionEventKind.Frosted:
                device?.End(at);
                waterFrom ??= at;
                frosted |= happened.Kind == SessionEventKind.Frosted;
                contacts.AllOff(at);
                break;
            case SessionEventKind.StillBurns:
                waterFrom ??= at;
                stillBurns = true;
                helpless |= at >= waterFrom + (script.LongWaterSeconds * Milli);
                cooled = false;
                contacts.AllOff(at);
                break;
            case SessionEventKind.Cooled:
                cooled = true;
                break;
            case SessionEventKind.InEye:
                device?.End(at);
                eyeFrom ??= at;
                break;
            case SessionEventKind.EndNow:
                endNow |= IsOn;
                device?.End(at);
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
                device?.End(at);
                endedAt ??= at;
                break;
        }
    }

    private void TakeDevice(DeviceRun run, SessionEvent happened)
    {
        var began = run.Began;
        run.Took(happened);
        if (endedAt is null && waterFrom is null && eyeFrom is null && !weals)
        {
            run.Take(happened);
        }

        if (!began && run.Began && (!KitComplete || !Cleared))
        {
            warnings.Add(SessionWarning.BeganUnchecked);
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

        var ways = device?.At(now);
        if (device is not null)
        {
            warnings.UnionWith(device.Warnings);
            if (device.Over)
            {
                warnings.Add(SessionWarning.OverTarget);
            }
        }

        var cues = Cues();
        var (phase, what, next, due) = Now(now, cues);
        return new(
            phase,
            what,
            next,
            [
                .. contacts.Zones.Select(zone => new ZoneState(
                    zone,
                    contacts.IsOn(zone),
                    contacts.Longest(zone, now),
                    contacts.Of(zone, now),
                    cues.TryGetValue(zone, out var cue) ? cue : null
                )),
            ],
            due,
            worst,
            redness,
            phase == SessionPhase.Water ? waterFrom + (WaterFor * Milli)
                : phase == SessionPhase.Eye ? eyeFrom + (script.EyeSeconds * Milli)
                : null,
            Outcome(phase),
            [.. warnings.Order()],
            ways,
            contacts.AnyOn ? togetherAt : null,
            what is SessionDo.Air ? AirUntil : null
        );
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
            again.Add(zone);
        }

        contacts.On(zone, at);
    }

    /// <summary>Every zone of the group that is not done counts from here; outside every group it is a zone like any other.</summary>
    private void TouchTogether(FaceZone zone, long at)
    {
        var group = script.Groups.FirstOrDefault(group => group.Zones.Any(step => step.Zone == zone));
        var open = group?.Zones.Where(step => !contacts.Zones.Contains(step.Zone)).Select(step => step.Zone).ToList() ?? [];
        togetherAt = open.Count > 1 ? at : togetherAt;
        foreach (var each in open.Append(zone).Distinct())
        {
            Touch(each, at);
        }
    }

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
            if (!steps.TryGetValue(zone, out var step) || again.Contains(zone))
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

    /// <summary>When more may go on, once the skin was said to be dry after the last that came off; null while it is wet.</summary>
    private long? AirUntil => driedAt is { } dry && dry >= contacts.LastOff ? dry + (script.AirSeconds * Milli) : null;

    /// <summary>The first zone that was never touched.</summary>
    private ZoneStep? Untouched() =>
        script.Groups.SelectMany(group => group.Zones).FirstOrDefault(step => !contacts.Zones.Contains(step.Zone));

    /// <summary>The next zone of the group of which something is on; none beside one that came off and is wet.</summary>
    private ZoneStep? NextInGroup()
    {
        var group = script.Groups.FirstOrDefault(group => group.Zones.Any(step => contacts.IsOn(step.Zone)));
        return group is null || (script.AirSeconds > 0 && group.Zones.Any(step => contacts.WasOff(step.Zone)))
            ? null
            : group.Zones.FirstOrDefault(step => !contacts.Zones.Contains(step.Zone));
    }

    private SessionOutcome Outcome(SessionPhase phase) =>
        eyeFrom is not null ? SessionOutcome.InEye
        : weals ? SessionOutcome.Weals
        : frosted ? SessionOutcome.Frosted
        : waterFrom is not null ? SessionOutcome.Burned
        : phase != SessionPhase.Done
            ? Refusal is not null && !Touched ? SessionOutcome.Refused
                : SessionOutcome.Open
        : stopped || (lastSting is { } told && endedAt <= told.At && told.Value > script.StingCalm) ? SessionOutcome.StillStings
        : stung ? SessionOutcome.EndedForSting
        : endNow ? SessionOutcome.EndedEarly
        : SessionOutcome.Done;
}
