// What each state of a device session says and offers.
import { waysOf } from './device.js';
import { said } from '../said.js';

const upper = (text) => text[0].toUpperCase() + text.slice(1);
const CHARGES = { negative: said('negative'), positive: said('positive') };

/** What names a gel in the log. */
const keyOf = (gel) => gel.id ?? gel.charge;

/** One screen of a device session, or null where the general screens serve. */
export function deviceView(guide, state, number, minutes) {
  const { script } = guide;
  const work = script.device;
  if (!work || !state.device) return null;
  const ways = waysOf(work);
  const way = ways.find((each) => each.id === state.next);
  const setting = guide.settings[way?.stroke.setting] ?? way?.stroke.setting;
  const act = (label, kind, more, tone = 'go', also = null) => ({ label, kind, more, tone, also });
  // With nothing that tells of contact, the last press before a way also starts its clock.
  const starts = way && way.stroke.seconds > 0 && !guide.connected ? 'contact' : null;
  const needed = way?.pass.gelId ?? way?.pass.gel;
  const right = work.gels.find((gel) => keyOf(gel) === needed);
  const name = right ? right.name : said('its own gel');
  const shown = { map: true, alarms: true };
  switch (state.do) {
    case 'put-gel': {
      const others = work.gels.filter((gel) => gel !== right);
      return {
        title: said`Put on: ${name}`,
        how: said`${way.pass.title}. ${way.pass.before} Which one is on your skin?`,
        ...shown,
        acts: [
          act(right ? said`${right.name} is on` : said('Its own gel is on'), 'gel-on', { item: needed }, 'go', next(way, starts)),
          ...others.map((gel) => act(said`${gel.name} is on`, 'gel-on', { item: keyOf(gel) }, 'plain')),
          others.length === 0 ? act(said('Another gel or cream is on'), 'gel-on', { item: 'another' }, 'plain') : null,
        ].filter(Boolean),
      };
    }
    case 'change-gel': {
      return {
        title: said('Not this gel: wipe it off'),
        key: 'change-gel',
        how:
          way.pass.gel === 'none'
            ? said`${way.pass.title} needs ${name}. The clock waits.`
            : said`${way.pass.title} needs the ${CHARGES[way.pass.gel]} gel${right ? `, ${right.name}` : ''}. ` +
              said('The same sign drives it in; another does not, or does harm. The clock waits.'),
        ...shown,
        cue: 'alarm',
        acts: [act(said`Wiped off; ${name} is on`, 'gel-on', { item: needed }, 'go', next(way, starts))],
      };
    }
    case 'set':
    case 'change-setting':
      return {
        title:
          state.do === 'set'
            ? said`Set it to ${setting}`
            : said`Not ${guide.settings[state.device.setting] ?? state.device.setting}: set it to ${setting}`,
        how: `${way.stroke.title}: ${way.stroke.words}.${state.do === 'set' ? '' : said(' The clock waits until it is right.')}`,
        ...shown,
        cue: state.do === 'set' ? 'look' : 'alarm',
        acts: [
          act(said`It is set to ${setting}${starts ? said(' and on the skin') : ''}`, 'set-to', { item: way.stroke.setting }, 'go', starts),
        ],
      };
    case 'prepare': {
      const before = way.first && !way.pass.gel && way.pass.before ? way.pass.before : way.stroke.before;
      return {
        title: way.pass.title,
        key: `prepare${way.id}`,
        how: before,
        ...shown,
        cue: 'look',
        acts: [act(starts ? said('Done: begin') : said('Done'), 'readied', { item: way.id }, 'go', starts)],
      };
    }
    case 'touch':
      return {
        title: said`On the skin: ${way.stroke.title.toLowerCase()}`,
        how:
          `${upper(way.stroke.words)}. ` +
          (guide.connected ? said('One to three beeps tell of contact; then the clock runs.') : said('The clock runs from your press.')),
        ...shown,
        acts: [act(said('It is on the skin'), 'contact', {})],
      };
    case 'lead': {
      if (way.stroke.seconds === 0)
        return {
          title: way.stroke.title,
          key: `lead${way.id}`,
          how: `${upper(way.stroke.words)}.`,
          ...shown,
          cue: 'look',
          acts: [act(said('Done here, next'), 'passed', { item: way.id })],
        };
      return {
        title: `${way.stroke.title}: ${minutes(state.device.leftMilliseconds + 999)}`,
        key: `lead${way.id}`,
        how: `${upper(way.stroke.words)}. ${work.guide.pressure}`,
        ...shown,
        cue: 'look',
        acts: [
          act(said('Pause'), 'contact-lost', {}, 'plain act-half'),
          act(said('Next way'), 'passed', { item: way.id }, 'plain act-half'),
          work.stopsAtPink ? act(said('It turns pink: enough here'), 'reddened', { value: 1 }, 'plain') : null,
        ].filter(Boolean),
      };
    }
    case 'reach':
      return {
        title: said('The clock waits'),
        key: 'reach',
        how:
          (guide.connected ? said('No contact. Wet the hand again, put it back.') : said('Go on where you were.')) +
          said` ${minutes(state.device.leftMilliseconds + 999)} left on ${way.stroke.title.toLowerCase()}.`,
        ...shown,
        cue: 'look',
        acts: [act(said('It is on the skin again'), 'contact', {})],
      };
    case 'switch-on': {
      const empty = state.device.battery !== null && state.device.battery <= 5;
      return {
        title: empty ? said('The battery is empty') : said('It is off: the clock waits'),
        key: 'off',
        how: empty
          ? said('Charge it. What was done counts; the rest is left for the next time.')
          : said('Switch it on again and go on where you were.'),
        ...shown,
        cue: 'look',
        acts: [
          act(said('It is on again, on the skin'), 'contact', {}, empty ? 'plain' : 'go'),
          act(said('End here'), 'end-now', {}, empty ? 'go' : 'plain'),
        ],
      };
    }
    case 'one-device':
      return {
        title: said('Two devices are on'),
        key: 'two',
        how: said('Switch one off: only one goes over the skin. The clock waits.'),
        ...shown,
        cue: 'alarm',
        acts: [act(said('One is off'), 'device-off', {})],
      };
    case 'get-help':
      return state.phase === 'help'
        ? {
            title: said('Medical help now'),
            how: said('Itchy weals can become more. Wash it off with cool water, and call.'),
            lines: [],
            urgent: true,
            cue: 'alarm',
            emergency: true,
            number,
            back: true,
            acts: [],
          }
        : null;
    default:
      return null;
  }
}

/** The gel alone starts nothing where the device still has to be set, or told of. */
const next = (way, starts) => (way.stroke.setting ? null : starts);

/** What went otherwise in a device session. */
export function deviceFaults(state, zones, minutes) {
  const found = [];
  if (!state.device) return found;
  if (state.warnings.includes('over-target')) found.push(said`${minutes(state.device.overMilliseconds)} longer than planned`);
  if (state.device.cut.length) found.push(said`nicked: ${state.device.cut.map((zone) => zones[zone]).join(', ')}`);
  const told = {
    'wrong-gel': said('a gel was on that does not fit the programme'),
    'wrong-setting': said('the device was set otherwise than planned'),
    'two-devices': said('two devices were on at once'),
  };
  state.warnings.filter((warning) => told[warning]).forEach((warning) => found.push(told[warning]));
  return found;
}

/** How far it is, beside the map. */
export function deviceTimes(script, state, minutes) {
  const ways = waysOf(script.device);
  const at = state.device.way;
  const rows = [];
  const way = ways[at];
  if (way) {
    rows.push(['clock', way.stroke.seconds ? minutes(state.device.leftMilliseconds + 999) : said`${at + 1} of ${ways.length}`]);
    rows.push(['clock-of', way.stroke.seconds ? said`left on this way, ${at + 1} of ${ways.length}` : way.pass.title]);
    const left = ways.reduce(
      (sum, each, i) => sum + (i < at ? 0 : Math.max(0, each.stroke.seconds * 1000 - state.device.wayMilliseconds[i])),
      0,
    );
    if (left > 0) rows.push(['clock-off', said`${minutes(left + 999)} in all`]);
    if (ways[at + 1]) rows.push(['clock-of', said`then: ${ways[at + 1].stroke.title.toLowerCase()}`]);
  }
  return rows;
}
