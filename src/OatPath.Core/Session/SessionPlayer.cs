using OatPath.Core.House;
using OatPath.Core.Skin;

namespace OatPath.Core.Session;

/// <summary>Turns a script and what happened into what is shown now. Pure: the same events in any order, or twice, give the same state.</summary>
/// <remarks>
/// Derived: contact counts per zone from first touch. With zones on in the order touched, each is cued so that it is off by its target and no later zone has to wait for it:
/// cue(i) = min(touch(i) + target - removal(i), cue(i+1) - removal(i)).
/// </remarks>
public static class SessionPlayer
{
    private const int Milli = 1000;

    /// <param name="now">Milliseconds since the session was opened; what happened later is not known yet.</param>
    public static SessionState Play(SessionScript script, IEnumerable<SessionEvent> events, long now)
    {
        var run = new Run(script);
        foreach (var happened in events.Where(happened => happened.AtMilliseconds <= now).OrderBy(happened => happened.AtMilliseconds).ThenBy(happened => happened.Id, StringComparer.Ordinal).DistinctBy(happened => happened.Id))
        {
            run.Take(happened);
        }

        return run.At(now);
    }

    private sealed class Run(SessionScript script)
    {
        private readonly HashSet<string> ticked = [];
        private readonly Dictionary<string, bool> answers = [];
        private readonly Contacts contacts = new();
        private readonly HashSet<SessionWarning> warnings = [];
        private readonly Dictionary<FaceZone, ZoneStep> steps = script.Groups.SelectMany(group => group.Zones).ToDictionary(step => step.Zone);
        private int worst;
        private bool stung;
        private long? lastAsked;
        private long? waterFrom;
        private long? eyeFrom;
        private bool frosted;
        private bool ended;

        private bool KitComplete => script.Kit.All(item => ticked.Contains(item.Id));

        private bool Cleared => script.Asks.All(ask => answers.TryGetValue(ask.Id, out var yes) && yes == ask.GoesOn);

        private SessionAsk? Refusal => script.Asks.FirstOrDefault(ask => answers.TryGetValue(ask.Id, out var yes) && yes != ask.GoesOn);

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
                case SessionEventKind.Off when happened.Zone is { } zone:
                    contacts.Off(zone, at);
                    break;
                case SessionEventKind.Stung when happened.Value is { } sting:
                    worst = Math.Max(worst, sting);
                    lastAsked = at;
                    stung |= sting >= script.StingEnds && contacts.AnyOn;
                    break;
                case SessionEventKind.Burns or SessionEventKind.Frosted:
                    waterFrom ??= at;
                    frosted |= happened.Kind == SessionEventKind.Frosted;
                    contacts.AllOff(at);
                    break;
                case SessionEventKind.InEye:
                    eyeFrom ??= at;
                    break;
                case SessionEventKind.Ended:
                    // Whoever says it is over has taken everything off.
                    contacts.AllOff(at);
                    ended = true;
                    break;
            }
        }

        public SessionState At(long now)
        {
            foreach (var zone in contacts.Zones)
            {
                var on = contacts.Of(zone, now);
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
            var (phase, what, next) = Now(now, cues);
            return new(
                phase, what, next, [.. contacts.Zones.Select(zone => new ZoneState(zone, contacts.IsOn(zone), contacts.Of(zone, now), cues.TryGetValue(zone, out var cue) ? cue : null))],
                contacts.AnyOn ? (lastAsked ?? contacts.FirstTouch) + (script.StingEverySeconds * Milli) : null, worst,
                phase == SessionPhase.Water ? waterFrom + (script.WaterSeconds * Milli) : phase == SessionPhase.Eye ? eyeFrom + (script.EyeSeconds * Milli) : null,
                Outcome(), [.. warnings.Order()]);
        }

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

        private (SessionPhase, SessionDo, string?) Now(long now, Dictionary<FaceZone, long> cues)
        {
            // What may hurt comes before everything, and the eye before the skin.
            if (eyeFrom is { } eye)
            {
                return now < eye + (script.EyeSeconds * Milli) ? (SessionPhase.Eye, SessionDo.RinseEye, null) : (SessionPhase.Eye, SessionDo.Nothing, null);
            }

            if (waterFrom is { } water)
            {
                return (SessionPhase.Water, now < water + (script.WaterSeconds * Milli) ? SessionDo.RunWater : SessionDo.Nothing, null);
            }

            if (contacts.AnyOn)
            {
                return On(now, cues);
            }

            if (Refusal is { } refused)
            {
                return (SessionPhase.Refused, SessionDo.Nothing, refused.Id);
            }

            if (ended)
            {
                return (SessionPhase.Done, SessionDo.Nothing, null);
            }

            // Whatever went wrong, nothing more goes on.
            var over = stung || warnings.Contains(SessionWarning.BeganUnchecked) || warnings.Contains(SessionWarning.OverLimit);
            return contacts.Zones.Count > 0 && (over || Untouched() is null) ? (SessionPhase.Ending, SessionDo.End, null) : Before();
        }

        private (SessionPhase, SessionDo, string?) Before()
        {
            if (script.Kit.FirstOrDefault(item => !ticked.Contains(item.Id)) is { } missing)
            {
                return (SessionPhase.Kit, SessionDo.TickKit, missing.Id);
            }

            return script.Asks.FirstOrDefault(ask => !answers.ContainsKey(ask.Id)) is { } open
                ? (SessionPhase.Asking, SessionDo.Answer, open.Id)
                : (SessionPhase.On, SessionDo.Apply, Untouched() is { } next ? Name(next.Zone) : null);
        }

        private (SessionPhase, SessionDo, string?) On(long now, Dictionary<FaceZone, long> cues)
        {
            var first = contacts.InOrder().First();
            var over = contacts.InOrder().Any(zone => contacts.Of(zone, now) > script.LimitSeconds * Milli);
            if (over || stung || Refusal is not null || !KitComplete || !Cleared)
            {
                return (SessionPhase.On, SessionDo.RemoveNow, Name(first));
            }

            if (cues[first] <= now)
            {
                return (SessionPhase.On, SessionDo.Remove, Name(first));
            }

            // Another zone only while there is time to put it on before the first has to come off.
            return NextInGroup() is { } step && now + (ZoneGroups.SlowestSeconds * Milli) <= cues[first]
                ? (SessionPhase.On, SessionDo.Apply, Name(step.Zone))
                : (SessionPhase.On, SessionDo.Wait, Name(first));
        }

        private static string Name(FaceZone zone) => EnumName.Of(zone);

        private Dictionary<FaceZone, long> Cues()
        {
            var cues = new Dictionary<FaceZone, long>();
            long? after = null;
            foreach (var zone in contacts.InOrder().Reverse())
            {
                var removal = (steps.TryGetValue(zone, out var step) ? step.RemoveSeconds : ZoneGroups.RemoveSeconds) * Milli;
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

        private SessionOutcome Outcome() =>
            eyeFrom is not null ? SessionOutcome.InEye : frosted ? SessionOutcome.Frosted : waterFrom is not null ? SessionOutcome.Burned
            : Refusal is not null ? SessionOutcome.Refused : !ended ? SessionOutcome.Open : stung ? SessionOutcome.EndedForSting : SessionOutcome.Done;
    }
}
