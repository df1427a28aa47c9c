// What each state says and offers, in words for wet hands and no glasses.
import { minutes } from './minutes.js';
import { said } from '../said.js';

const left = (milliseconds) => minutes(Math.max(0, milliseconds) + 999);
const upper = (text) => text[0].toUpperCase() + text.slice(1);
const sum = (times) => times.reduce((all, time) => all + time, 0);

/** What went otherwise than the script has it; empty where all went as planned. */
export function faults(guide, state) {
  const { script, zones, parts } = guide;
  const planned = new Set(script.groups.flatMap((group) => group.zones.map((step) => step.zone)));
  const found = [];
  if (!script.staysOn) {
    state.zones.forEach((zone) => {
      const over = zone.contactMilliseconds - script.targetSeconds * 1000;
      if (over >= 1000) found.push(said`${zones[zone.zone]} ${minutes(over)} over`);
    });
  }
  state.zones
    .filter((zone) => !planned.has(zone.zone))
    .forEach((zone) => found.push(said`${zones[zone.zone]} was touched and should be left out`));
  if (parts) found.push(...parts.deviceFaults(state, zones, minutes));
  const told = {
    'began-unchecked': said('began before the kit was complete and every question answered'),
    'touched-again': said('a zone was put on again after it was off'),
    'extra-layer': said('one layer more than planned'),
    'clock-lost': said("the phone's clock went back: nobody knows how long it was on"),
  };
  state.warnings.filter((warning) => told[warning]).forEach((warning) => found.push(told[warning]));
  return found;
}

/** The zone that is called out while a group goes on with one press, and until when; null once all of it has been. */
function calledOut(script, state, now) {
  if (state.togetherAt === null) return null;
  const on = state.zones.filter((zone) => zone.isOn);
  const pace = script.paceSeconds * 1000;
  const turn = Math.floor((now - state.togetherAt) / pace);
  return turn < on.length ? { zone: on[turn].zone, until: state.togetherAt + (turn + 1) * pace } : null;
}

/** The zone whose turn it is to come off where one press stands for all of them. */
function takenOff(script, on, now) {
  const steps = script.groups.flatMap((group) => group.zones);
  const { removeSeconds } = steps.find((step) => step.zone === on[0].zone);
  return on[Math.min(on.length - 1, Math.floor((now - on[0].cueAt) / (removeSeconds * 1000)))].zone;
}

/** One screen: title, how, lines, presses, and which parts show. */
export function view(guide, state, now, number) {
  const { script, zones, practice } = guide;
  const zone = state.next ? zones[state.next] : '';
  const acts = (...list) => list.filter(Boolean);
  const act = (label, kind, more, tone = 'go') => ({ label, kind, more, tone });
  const water = practice ? 'water' : script.name;
  const on = state.zones.filter((each) => each.isOn);
  const device = guide.parts?.deviceView(guide, state, number, minutes);
  if (device) return device;
  switch (state.do) {
    case 'tick-kit': {
      const { part } = script.kit.find((item) => item.id === state.next);
      return {
        title: { ends: said('What ends it, first'), 'goes-on': said('What goes on'), rest: said('Everything else') }[part],
        key: `kit-${part}`,
        how: {
          ends: said('Tick each as it stands before you. No clock starts before the last.'),
          'goes-on': said('Read the label, then tick.'),
          rest: said('All of it before you? One press.'),
        }[part],
        kit: part,
        leave: true,
        acts: [],
      };
    }
    case 'answer': {
      const ask = script.asks.find((each) => each.id === state.next);
      return {
        title: ask.text,
        how: said('The kit is complete.'),
        leave: true,
        acts: acts(
          act(said('No'), 'answered', { item: ask.id, value: 0 }, 'plain'),
          act(said('Yes'), 'answered', { item: ask.id, value: 1 }, 'plain'),
        ),
      };
    }
    case 'apply': {
      const group = script.groups.find((each) => each.zones.some((step) => step.zone === state.next));
      const first = group?.together && !group.zones.some((step) => state.zones.some((each) => each.zone === step.zone));
      return {
        title: said`${upper(zone)} now`,
        how: said`One even coat of ${water}, no rubbing. Press as the pad first touches.`,
        map: true,
        sting: on.length > 0,
        alarms: state.zones.length > 0,
        acts: acts(
          act(said`It touches the ${zone}`, 'touched', { zone: state.next }),
          first && {
            ...act(said`Hands free: one press, all ${group.zones.length} called out`, 'touched-together', { zone: state.next }, 'plain'),
            aloud: true,
          },
        ),
      };
    }
    case 'dry':
      return {
        title: said('Pat it fully dry'),
        how: said('Soft, with a fresh towel. What comes next never goes on beside wet skin.'),
        map: true,
        alarms: true,
        acts: acts(act(said('It is dry'), 'readied', { item: 'dry' })),
      };
    case 'air':
      return {
        title: said`Let it air: ${left(state.airUntil - now)}`,
        key: 'air',
        how: said('Then the next part of the face. Look at what was done in the mirror.'),
        map: true,
        alarms: true,
        acts: [],
      };
    case 'layer':
      return {
        title: said`Second layer: ${zone}`,
        how: said('Over the first, one even coat. Press as the pad touches.'),
        map: true,
        sting: true,
        alarms: true,
        acts: acts(act(said`The second layer touches the ${zone}`, 'layered', { zone: state.next })),
      };
    case 'wait': {
      if (state.phase === 'calming')
        return {
          title: said('Let it calm'),
          how: said`Fan, or a cool cloth. Asked again in ${left(state.stingDueAt - now)}.`,
          sting: true,
          alarms: true,
          acts: [],
        };
      const cue = script.staysOn
        ? Math.max(...on.map((each) => now - each.contactMilliseconds)) + script.targetSeconds * 1000
        : on.find((each) => each.zone === state.next).cueAt;
      const called = calledOut(script, state, now);
      if (called) {
        const name = zones[called.zone];
        return {
          title: said`${upper(name)} now`,
          key: `called-${called.zone}`,
          how: said`No press: all of it counts from the first touch. Next in ${left(called.until - now)}.`,
          spoken: said`${upper(name)} now`,
          at: called.zone,
          map: true,
          sting: true,
          cue: 'look',
          alarms: true,
          acts: [],
        };
      }
      return {
        title: script.staysOn ? said`Leave it: ${left(cue - now)}` : said`Fan. ${upper(zone)} off in ${left(cue - now)}`,
        key: 'wait',
        how: said('Tingle, a little pink and warmth are usual. Watch the skin in the mirror.'),
        map: true,
        sting: true,
        alarms: true,
        acts: [],
      };
    }
    case 'remove': {
      const late = on.find((each) => each.zone === state.next).contactMilliseconds > script.targetSeconds * 1000;
      const together = state.togetherAt !== null && on.length > 1;
      const at = together ? takenOff(script, on, now) : state.next;
      return {
        title: said`${upper(zones[at])} off now`,
        key: `remove${late}-${at}`,
        at,
        spoken: together ? said`${upper(zones[at])} off now` : undefined,
        urgent: late,
        how:
          (late ? said('It is past its time. ') : '') +
          (script.ending.kind === 'neutraliser'
            ? said('Pat the neutraliser on, then lukewarm water. Soft, no scrubbing, eyes shielded.')
            : said('Lukewarm water, soft rounds, no scrubbing, eyes shielded.')),
        map: true,
        cue: late ? 'alarm' : 'cue',
        alarms: true,
        acts: acts(together ? act(said('All of it is off'), 'all-off') : act(said`The ${zone} is off`, 'off', { zone: state.next })),
      };
    }
    case 'remove-now': {
      const again =
        state.warnings.includes('touched-again') &&
        state.zones.some((each) => each.zone === state.next && each.cueAt !== null && each.cueAt <= now);
      const leftOut = !script.groups.some((group) => group.zones.some((step) => step.zone === state.next));
      const stray = leftOut || (again && on.length > 1);
      const why = state.warnings.includes('clock-lost')
        ? said("The phone's clock went back, so nobody knows how long it was on.")
        : state.warnings.includes('over-limit')
          ? said('It has been on longer than this kit ever may.')
          : state.worstSting >= script.stingEnds
            ? said`A sting of ${script.stingEnds} or more ends it.`
            : again && !leftOut
              ? said('It was off already: once is enough tonight.')
              : stray && on.length > 1
                ? said('Nothing belongs there. Wipe it off with a wet pad.')
                : state.warnings.includes('began-unchecked')
                  ? said('It was put on before everything was ready.')
                  : said('It comes off now.');
      return {
        title: said`Take it off now: ${zone}`,
        how:
          stray && on.length > 1
            ? why
            : `${why} ${script.staysOn ? said('Cleanser and lukewarm water.') : said('Lukewarm water in plenty, eyes shielded.')}`,
        map: true,
        cue: 'alarm',
        urgent: true,
        alarms: true,
        acts: acts(
          act(said`The ${zone} is off`, 'off', { zone: state.next }, 'alarm'),
          on.length > 1 && !stray ? act(said('Everything is off'), 'all-off', {}, 'plain') : null,
        ),
      };
    }
    case 'end':
      return {
        title: script.staysOn && on.length > 0 ? said('The wait is over') : script.device ? said('Off the skin') : said('Now the ending'),
        how: '',
        lines: script.device
          ? script.ending.lines
          : script.staysOn && on.length === 0
            ? [said('Cleanser and lukewarm water until nothing is left.'), said('Pat. Plain moisturiser.')]
            : script.ending.lines,
        cue: 'look',
        alarms: true,
        acts: acts(act(said('Done to the last line'), 'ended', {})),
      };
    case 'tell-sting':
      return {
        title: script.device ? said('How does the skin feel?') : said('Does it still sting?'),
        how: script.device
          ? said('How much it stings or burns, where it was. 0 or 1 is calm.')
          : said('0 or 1 is calm. It should fade within 10 minutes.'),
        sting: true,
        asked: true,
        alarms: true,
        cue: 'look',
        acts: [],
      };
    case 'rinse-again':
      return {
        title: said('Cool water once more'),
        how: said`It should have faded. Rinse with cool water, pat. Asked again in ${left(state.stingDueAt - now)}.`,
        key: 'rinse',
        sting: true,
        alarms: true,
        acts: [],
      };
    case 'run-water':
      return {
        title: said`Cool running water: ${left(state.waterUntil - now)}`,
        key: 'water',
        how: said('At once, and keep it running. No neutraliser on burning skin. Do not rub.'),
        lines: script.burnWords,
        urgent: true,
        cue: 'alarm',
        number,
        acts: acts(act(said('White, grey or blistered'), 'frosted', {}, 'plain'), act(said('In the eye'), 'in-eye', {}, 'plain')),
      };
    case 'tell-burning':
      return {
        title: said('Does it still burn?'),
        how: '',
        urgent: true,
        cue: 'alarm',
        number,
        acts: acts(act(said('It burns no longer'), 'cooled', {}), act(said('It still burns'), 'still-burns', {}, 'alarm')),
      };
    case 'rinse-eye':
      return {
        title: said`Rinse the eye: ${left(state.waterUntil - now)}`,
        key: 'eye',
        how: said('Plenty of clean water, lid held open, from the nose outwards. Let the water run over the whole face.'),
        lines: [script.burnWords.at(-1)],
        urgent: true,
        cue: 'alarm',
        emergency: true,
        acts: acts(on.length > 0 ? act(said('The face is rinsed too: everything is off'), 'all-off', {}, 'plain') : null),
      };
    case 'get-help':
      if (state.phase === 'done') {
        return {
          title: said('Stop. Call your studio'),
          how:
            (state.worstSting >= script.stingStops
              ? said`A sting of ${script.stingStops} or more is a stop.`
              : said('It still stings 20 minutes after it was off.')) +
            said(' Cool water again, plain moisturiser if it does not sting, nothing else. Call, and say what you see.'),
          lines: script.burnWords,
          urgent: true,
          cue: 'alarm',
          number,
          back: true,
          acts: [],
        };
      }
      return {
        title: said('Medical help now'),
        how: said('Keep the water running until help is there. Say what was used and how long.'),
        lines: script.burnWords,
        urgent: true,
        cue: 'alarm',
        emergency: true,
        number,
        back: true,
        acts: [],
      };
    default:
      if (state.phase === 'refused') {
        return {
          title: said('Not tonight'),
          how: script.asks.find((ask) => ask.id === state.next)?.else ?? '',
          back: true,
          number,
          acts: guide.wrongAnswer ? [act(said('I pressed that by mistake'), 'taken-back', { item: guide.wrongAnswer }, 'plain')] : [],
        };
      }
      if (state.phase === 'water')
        return {
          title: said('Leave it in peace now'),
          how: said('Nothing active until your studio has seen it. Plain moisturiser if it does not sting. Call and say what you see.'),
          number,
          back: true,
          acts: [],
        };
      return ending(guide, state);
  }
}

function ending(guide, state) {
  const { script, practice } = guide;
  const wrong = faults(guide, state);
  const longest = Math.max(0, ...state.zones.map((zone) => zone.contactMilliseconds));
  const lines = practice ? wrong : [...wrong.map((fault) => said`${fault}: your studio sees it.`), ...script.after];
  return {
    title:
      practice && script.device
        ? wrong.length
          ? said('What went otherwise')
          : said('Practised: way by way')
        : practice
          ? wrong.length
            ? said('What went otherwise')
            : said('Practised: all in time')
          : said('Well ended'),
    how: script.device
      ? said`${minutes(sum(state.device.wayMilliseconds))} on the skin; planned ${minutes(script.targetSeconds * 1000)}.`
      : state.zones.length && !script.staysOn
        ? said`On for at most ${minutes(longest)}; planned ${minutes(script.targetSeconds * 1000)}. Worst sting ${state.worstSting}.`
        : '',
    lines,
    red: !practice && state.redness === null,
    back: true,
    acts: [],
  };
}
