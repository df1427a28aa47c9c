// The guide at the sink. It plays the script of one session: the clock is read, never counted, so that sleep and reload lose nothing.
import { SessionClock } from './clock.js';
import { SessionLog } from './log.js';
import { FaceMap } from './map.js';
import { wholeOf } from './halves.js';
import { lastPress, play } from './player.js';
import * as senses from './senses.js';
import { minutes } from './minutes.js';
import { view } from './views.js';
import { said } from '../said.js';

const $ = (id) => document.getElementById(id);
const guide = JSON.parse($('guide').dataset.guide);
const { script, zones, practice } = guide;
const parts = script.device ? await import('./device-parts.js') : null;
guide.parts = parts;
const STINGS = [
  [0, said('none')],
  [1, said('hint')],
  [2, said('tingle')],
  [3, said('warm')],
  [4, said('strong')],
  [5, said('too much')],
];
const log = new SessionLog(guide, (mark) => new SessionClock(mark));
const { clock } = log;
const map = script.device ? new parts.DeviceMap($('map'), script) : new FaceMap($('map'), script);
const ways = script.device ? parts.waysOf(script.device) : [];
const link = script.device && guide.listens ? new parts.DeviceLink(script, (kind, more) => happened(kind, more)) : null;
let steadyAt = 0;
const planned = script.groups.flatMap((group) => group.zones.map((step) => step.zone));
const wholes = planned.map(wholeOf);
let shown = '';
let changedAt = -1000;
let calledAt = 0;
let stingAsked = 0;
let counted = '';
let withdrawn = false;
let refused = '';
let offline = false;

const button = (label, tone, press, guarded = true) => {
  const made = Object.assign(document.createElement('button'), { type: 'button', className: `act act-${tone}`, textContent: label });
  made.addEventListener('click', () => {
    // A second tap of the same thumb is not a second thing that happened.
    if (guarded && performance.now() - changedAt < 350) return;
    senses.awaken();
    press();
  });
  return made;
};

const happened = (kind, more = {}) => {
  log.add(kind, more);
  tick();
  if (!['ticked', 'answered'].includes(kind)) send();
};

const anchor = (text, href, className) => Object.assign(document.createElement('a'), { textContent: text, href, className });

function numberNow() {
  const at = Date.now();
  return guide.numbers.find((each) => each.until > at) ?? guide.numbers.at(-1);
}

/** The kit in three screens: what ends it and what goes on thing by thing, everything else as one list with one press. */
function fillKit(part) {
  const gone = new Set(log.events.filter((event) => event.kind === 'taken-back').map((event) => event.item));
  const ticked = new Set(log.events.filter((event) => event.kind === 'ticked' && !gone.has(event.id)).map((event) => event.item));
  const here = script.kit.filter((item) => item.part === part);
  const before = script.kit.filter((item) => item.part !== part && ticked.has(item.id));
  const words = (item, done) => [
    Object.assign(document.createElement('b'), { textContent: `${done ? '\u2713 ' : ''}${item.title}` }),
    Object.assign(document.createElement('span'), { textContent: item.why }),
  ];
  const row = (item) => {
    const done = ticked.has(item.id);
    const made = button('', 'kit', () => (done ? untick(item) : happened('ticked', { item: item.id })));
    made.setAttribute('aria-pressed', String(done));
    made.dataset.item = item.id;
    // What was ticked on an earlier screen takes one line.
    made.append(...words(item, done).slice(0, item.part === part ? 2 : 1));
    return made;
  };
  if (part !== 'rest') {
    $('list').replaceChildren(...before.map(row), ...here.map(row));
    return;
  }
  const list = Object.assign(document.createElement('ul'), { className: 'kit-rest' });
  list.append(
    ...here.map((item) => {
      const line = document.createElement('li');
      line.append(...words(item, false));
      return line;
    }),
  );
  const all = button(said('All of it is here'), 'kit', () => here.forEach((item) => happened('ticked', { item: item.id })));
  all.setAttribute('aria-pressed', 'false');
  $('list').replaceChildren(...before.map(row), list, all);
}

function untick(item) {
  const gone = new Set(log.events.filter((event) => event.kind === 'taken-back').map((event) => event.item));
  log.events
    .filter((event) => event.kind === 'ticked' && event.item === item.id && !gone.has(event.id))
    .forEach((event) => log.add('taken-back', { item: event.id }));
  tick();
}

function draw(screen, state) {
  $('what').textContent = screen.title;
  $('how').textContent = screen.how;
  $('how').hidden = !screen.how;
  $('map').hidden = !screen.map;
  $('sting').hidden = !screen.sting;
  $('alarms').hidden = !screen.alarms;
  document.body.classList.toggle('is-urgent', !!screen.urgent);
  // What says that everything is off is pressed on purpose, and what is urgent leaves no room for a frame.
  const [only, ...others] = screen.acts.filter((act) => act.tone !== 'plain');
  const whole = !!screen.map && !screen.urgent && !!only && !others.length && only.kind !== 'all-off';
  document.body.classList.toggle('is-whole', whole);
  $('whole').hidden = !whole;
  const list = $('list');
  list.replaceChildren();
  if (screen.kit) fillKit(screen.kit);
  if (screen.lines?.length) {
    const lines = Object.assign(document.createElement('ol'), { className: 'guide-lines' });
    lines.append(...screen.lines.map((line) => Object.assign(document.createElement('li'), { textContent: line })));
    list.append(lines);
  }
  const acts = screen.acts.map((act) =>
    button(act.label, act.tone, () => {
      // Whoever has no hand free hears it, where the phone can speak.
      if (act.aloud) senses.readAloud(true);
      happened(act.kind, act.more);
      if (act.also) happened(act.also);
    }),
  );
  if (screen.red) acts.push(rednessRow());
  if (screen.emergency)
    acts.push(anchor(said`Emergency: ${guide.emergency}`, `tel:${guide.emergency.replaceAll(' ', '')}`, 'act act-alarm'));
  else if (screen.number) {
    acts.push(
      anchor(`${screen.number.title}: ${screen.number.number}`, `tel:${screen.number.number.replaceAll(' ', '')}`, 'act act-plain'),
    );
    acts.push(Object.assign(document.createElement('p'), { textContent: screen.number.note }));
  }
  if (screen.leave) acts.push(anchor(said('Not now: nothing is on the skin'), guide.back, 'act act-plain act-leave'));
  if (screen.back) acts.push(anchor(practice ? said('Leave the practice') : said('Close the guide'), guide.back, 'act act-go'));
  $('acts').replaceChildren(...acts);
  changedAt = performance.now();
  if (document.activeElement === document.body) $('what').focus({ preventScroll: true });
  if (!screen.kit) scrollTo(0, 0);
  $('told').textContent = `${screen.title}. ${screen.how}`;
  senses.say(screen.spoken ?? `${screen.title}. ${screen.how}`);
  if (screen.cue) {
    senses.call(screen.cue);
    calledAt = performance.now();
  }
  if (state.phase === 'done' || state.phase === 'refused') send();
}

function rednessRow() {
  const row = Object.assign(document.createElement('fieldset'), { className: 'redness' });
  row.append(Object.assign(document.createElement('legend'), { textContent: said('How red is it now? 0 none, 4 burning red') }));
  row.append(...[0, 1, 2, 3, 4].map((value) => button(String(value), 'sting', () => happened('reddened', { value }))));
  return row;
}

function drawTimes(state, now) {
  const on = state.zones.filter((zone) => zone.isOn);
  const longest = on.reduce((a, b) => (a && a.contactMilliseconds >= b.contactMilliseconds ? a : b), null);
  const rows = [];
  const add = (className, text) => rows.push(Object.assign(document.createElement('p'), { className, textContent: text }));
  if (longest) {
    add('clock', minutes(longest.contactMilliseconds));
    add('clock-of', said`${zones[longest.zone]}, on longest`);
    if (longest.cueAt !== null) add('clock-off', said`first off at ${minutes(longest.cueAt - (now - longest.contactMilliseconds))}`);
  } else
    add(
      'clock-of',
      script.staysOn ? said`${minutes(script.targetSeconds * 1000)} to wait` : said`${minutes(script.targetSeconds * 1000)} on each zone`,
    );
  if (!script.staysOn) add('clock-of', said`never past ${minutes(script.limitSeconds * 1000)}`);
  const list = document.createElement('ul');
  // What is written in the map already is here only to be read out.
  state.zones.forEach((zone) =>
    list.append(
      Object.assign(document.createElement('li'), {
        className: `${zone.isOn ? 'on' : ''} ${map.words.has(zone.zone) ? 'visually-hidden' : ''}`,
        textContent: `${zones[zone.zone]} ${minutes(zone.contactMilliseconds)}${zone.isOn ? '' : said(', off')}`,
      }),
    ),
  );
  $('times').replaceChildren(...rows, list);
}

function drawWays(state) {
  const rows = parts
    .deviceTimes(script, state, minutes)
    .map(([className, textContent]) => Object.assign(document.createElement('p'), { className, textContent }));
  const same = rows.map((row) => row.textContent).join('|');
  if ($('times').dataset.said === same) return;
  $('times').dataset.said = same;
  $('times').replaceChildren(...rows);
}

/** Where no device gives its steady sign, the guide does. */
function steady(state) {
  const { steadySeconds, lastSteadySeconds, lastSeconds } = script.device;
  if (!state.device.runs || guide.connected || !steadySeconds) {
    steadyAt = performance.now();
    return;
  }
  const pass = ways[state.device.way]?.pass;
  const left = ways.reduce((sum, way, i) => sum + (way.pass === pass ? way.stroke.seconds * 1000 - state.device.wayMilliseconds[i] : 0), 0);
  if (performance.now() - steadyAt >= (left <= lastSeconds * 1000 ? lastSteadySeconds : steadySeconds) * 1000) {
    steadyAt = performance.now();
    senses.call('look');
  }
}

function footer() {
  const lines = [];
  if (refused) lines.push(refused);
  if (log.onlyHere) lines.push(said('This phone keeps nothing when the page is closed: leave it open.'));
  lines.push(
    script.device
      ? link?.connected
        ? said`Device connected${link.unreadable ? said`; ${link.unreadable} signs could not be read` : ''}.`
        : said('A locked phone may not sound.')
      : script.staysOn
        ? said('A locked phone may not sound.')
        : said`Kitchen timer: ${minutes(script.limitSeconds * 1000)}. A locked phone may not sound.`,
  );
  const text = lines.join(' ');
  if ($('foot').textContent !== text) $('foot').textContent = text;
  const net = practice
    ? said('as in your mirror')
    : log.unsent.length === 0
      ? said('sent to the studio')
      : offline
        ? said('no network: kept on this phone')
        : said('kept on this phone');
  if ($('net').textContent !== net) $('net').textContent = net;
}

function tick() {
  const now = clock.now();
  const state = play(script, log.events, now);
  guide.wrongAnswer =
    state.phase === 'refused' ? log.events.findLast((event) => event.kind === 'answered' && event.item === state.next)?.id : null;
  const nothingOn = script.device ? !state.device.runs : !state.zones.some((zone) => zone.isOn);
  const screen =
    withdrawn && state.zones.length === 0 && !state.device?.began && state.phase !== 'refused'
      ? {
          title: said('Do not begin'),
          how: said(
            'The plan or your answers have changed since this guide was opened. ' +
              'Close it, and open it anew from Tonight if it still stands there.',
          ),
          number: numberNow(),
          back: true,
          acts: [],
          key: 'withdrawn',
        }
      : view(guide, state, now, numberNow());
  const key = [screen.key ?? screen.title, state.phase, state.do, state.next, screen.kit ? log.events.length : '', state.redness].join('|');
  if (key !== shown) {
    shown = key;
    draw(screen, state);
  } else if ($('what').textContent !== screen.title) {
    $('what').textContent = screen.title;
    $('how').textContent = screen.how;
  }
  guide.connected = !!link?.connected;
  if (screen.map && script.device) {
    map.show(ways.find((way) => way.id === state.next) ?? null, state.device.cut);
    drawWays(state);
    link?.check();
    steady(state);
  } else if (screen.map) {
    map.show(state, now, minutes, screen.at);
    drawTimes(state, now);
  }
  // Only what is on waits for its time; skin that calms waits without one.
  if (state.phase === 'on' && state.do === 'wait' && !script.staysOn) countDown(state, now);
  const due = screen.sting && state.stingDueAt !== null && now >= state.stingDueAt;
  $('sting').classList.toggle('is-due', due);
  $('sting-title').textContent = due ? said('How much does it sting now?') : said('How much does it sting?');
  if (due && stingAsked !== state.stingDueAt) {
    stingAsked = state.stingDueAt;
    senses.call('look');
    senses.say(said('How much does it sting now?'));
  }
  // What is late calls again and again until it is done.
  if (['remove', 'remove-now', 'tell-burning'].includes(state.do) && performance.now() - calledAt > 4000) {
    calledAt = performance.now();
    senses.call(state.do === 'remove' ? 'cue' : 'alarm');
  }
  if (!nothingOn) senses.stayOn();
  footer();
}

/** Says how long it still is, to whoever cannot look: once at each mark before the first comes off. */
function countDown(state, now) {
  const { cueAt } = state.zones.find((zone) => zone.zone === state.next);
  const mark = [
    [10_000, said('Ten seconds')],
    [60_000, said('One more minute')],
  ].find(([before]) => cueAt - now <= before);
  if (!mark || cueAt - now <= mark[0] - 2000 || counted === `${cueAt}-${mark[0]}`) return;
  counted = `${cueAt}-${mark[0]}`;
  senses.say(mark[1]);
}

async function send() {
  const answer = await log.send();
  offline = answer.status === 0 && !answer.ok;
  withdrawn ||= answer.body?.withdrawn === true;
  refused = answer.status === 409 || answer.status === 403 ? (answer.body.problem ?? said('The studio could not take this log.')) : '';
  footer();
}

function openSheet(title, rows) {
  $('sheet-title').textContent = title;
  $('sheet-body').replaceChildren(
    ...rows,
    button(said('Back'), 'plain', () => $('sheet').close(), false),
  );
  $('sheet').showModal();
}

const choose = (label, tone, press) =>
  button(
    label,
    tone,
    () => {
      $('sheet').close();
      press();
    },
    false,
  );

/** Where a press was, or what it said. */
const where = (press) =>
  press.zone && press.kind !== 'touched-together'
    ? `, ${zones[press.zone]}`
    : press.kind === 'stung' && press.value !== undefined
      ? ` ${press.value}`
      : '';

function openMore() {
  const last = lastPress(script, log.events);
  const words = {
    'gel-on': said('gel'),
    'set-to': said('setting'),
    readied: said('done'),
    passed: said('next way'),
    touched: said('on'),
    'touched-together': said('all on'),
    layered: said('second layer'),
    off: said('off'),
    'all-off': said('everything off'),
    stung: said('sting'),
    ticked: said('tick'),
    answered: said('answer'),
    ended: said('ending'),
    'end-now': said('early end'),
    crystals: said('crystals'),
    reddened: said('redness'),
    cooled: said('no longer burning'),
  };
  openSheet(
    said('What happened?'),
    [
      ...(script.device
        ? [
            choose(said('I nicked the skin, or it bleeds'), 'plain', nick),
            choose(said('Itchy weals'), 'alarm', () => happened('weals')),
            choose(said('In the eye'), 'plain', () => happened('in-eye')),
          ]
        : [choose(said('White on the skin'), 'plain', white), choose(said('A drop ran where nothing belongs'), 'plain', drop)]),
      choose(script.device ? said('End here') : said('Take it off early'), 'plain', () => happened('end-now')),
      last
        ? choose(said`Take the last press back: ${words[last.kind]}${where(last)}`, 'plain', () =>
            happened('taken-back', { item: last.id }),
          )
        : null,
      senses.canRead()
        ? choose(senses.reading() ? said('Stop reading aloud') : said('Read the steps aloud'), 'plain', () =>
            senses.readAloud(!senses.reading()),
          )
        : null,
    ].filter(Boolean),
  );
}

const nick = () =>
  openSheet(
    said('Where is it?'),
    Object.entries(zones).map(([zone, title]) =>
      choose(title[0].toUpperCase() + title.slice(1), 'plain', () => happened('nicked', { zone })),
    ),
  );

const white = () =>
  openSheet(said('Wipe it with a wet finger'), [
    choose(said('It wipes off: crystals, go on'), 'go', () => happened('crystals')),
    choose(said('It stays, or I am not sure'), 'alarm', () => happened('frosted')),
  ]);

const drop = () =>
  openSheet(
    said('Where did it run?'),
    Object.entries(zones)
      .filter(([zone]) => !planned.includes(zone) && !wholes.includes(zone))
      .map(([zone, title]) => choose(title[0].toUpperCase() + title.slice(1), 'plain', () => happened('touched', { zone }))),
  );

$('stings').append(
  ...STINGS.map(([value, word]) => {
    const made = button('', 'sting', () => happened('stung', { value }));
    made.dataset.sting = value;
    made.append(
      Object.assign(document.createElement('b'), { textContent: value === 5 ? '5+' : value }),
      Object.assign(document.createElement('span'), { textContent: word }),
    );
    return made;
  }),
);
// With a pad in the hand, a knuckle anywhere on the upper screen is the one press that comes next; the button guards it.
for (const part of [$('head'), $('stage')]) {
  part.addEventListener('click', (event) => {
    if ($('whole').hidden || event.target.closest('button, a')) return;
    $('acts').querySelector('button:not(.act-plain)')?.click();
  });
}
$('burns').addEventListener('click', () => {
  senses.awaken();
  happened('burns');
});
$('eye').addEventListener('click', () => {
  senses.awaken();
  happened('in-eye');
});
$('more').addEventListener('click', openMore);
if (script.device) {
  // What a tool does most often is a nick; a device has nothing that runs to the eye.
  const first = $('eye').cloneNode(true);
  first.id = 'nick';
  first.textContent = script.device.sharp ? said('I nicked it') : said('End here');
  first.addEventListener('click', () => {
    senses.awaken();
    if (script.device.sharp) nick();
    else happened('end-now');
  });
  $('eye').replaceWith(first);
  $('burns').textContent = said('It burns or hurts, stop now');
  if (guide.listens) {
    const stand = Object.assign(document.createElement('a'), {
      className: 'act act-small',
      textContent: said('Stand-in'),
      href: `/stand-in?kind=${script.device.guide.kind}`,
      target: '_blank',
      rel: 'noopener',
    });
    $('more').after(stand);
  }
}
if (practice) {
  $('speeds').append(
    ...[1, 5, 20].map((speed) => {
      const made = button(
        `${speed}\u00d7`,
        'speed',
        () => {
          clock.setSpeed(speed);
          [...$('speeds').children].forEach((each) => each.setAttribute('aria-pressed', String(each === made)));
        },
        false,
      );
      made.setAttribute('aria-pressed', String(speed === 1));
      return made;
    }),
  );
}

function isOn() {
  const state = play(script, log.events, clock.now());
  return state.zones.some((zone) => zone.isOn) || !!state.device?.runs;
}

if (clock.lost) log.add('clock-lost');
// The back button leaves nothing behind while something is on: it comes back to the guide.
history.pushState(null, '');
addEventListener('popstate', () => {
  if (isOn()) {
    history.pushState(null, '');
    senses.call('alarm');
  } else history.back();
});
addEventListener('beforeunload', (event) => {
  if (isOn()) event.preventDefault();
});
addEventListener('pagehide', () => log.save());
addEventListener('online', send);
document.addEventListener('visibilitychange', () => {
  if (document.visibilityState === 'visible') {
    tick();
    send();
  } else log.save();
});
setInterval(tick, 200);
setInterval(() => {
  log.save();
  send();
}, 5000);
tick();
send();

if (!practice || guide.back.startsWith('/my')) {
  navigator.serviceWorker
    ?.register('/my/worker.js', { scope: '/my' })
    .then(() => navigator.serviceWorker.ready)
    .then((ready) => {
      const pieces = performance
        .getEntriesByType('resource')
        .map((entry) => entry.name)
        .filter((name) => name.startsWith(location.origin) && !/\/my\/(session|worker)/.test(name));
      navigator.serviceWorker.addEventListener('message', (event) => {
        if ('kept' in event.data) document.body.dataset.ready = String(event.data.kept);
      });
      ready.active.postMessage({ keep: [...new Set([location.href, ...pieces])], page: location.pathname });
    })
    .catch(() => {});
}
performance.mark('guide-ready');
document.body.dataset.running = 'true';
