// The phone's player gives the same state as the core's, after every moment of many thousand random logs.
import assert from 'node:assert/strict';
import { spawnSync } from 'node:child_process';
import { readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import test from 'node:test';
import { DeviceRun, waysOf } from '../../src/OatPath.Web/wwwroot/js/guide/device.js';
import { play, readsDevices } from '../../src/OatPath.Web/wwwroot/js/guide/player.js';
import { launcher, newFolder, root } from './studio.mjs';

readsDevices(DeviceRun);
const LOGS = 10_000;
const KINDS = [
  'ticked',
  'answered',
  'touched',
  'touched-together',
  'layered',
  'off',
  'all-off',
  'stung',
  'reddened',
  'crystals',
  'frosted',
  'burns',
  'still-burns',
  'cooled',
  'in-eye',
  'end-now',
  'clock-lost',
  'ended',
  'taken-back',
];
const DEVICE_KINDS = [
  'device-on',
  'device-off',
  'battery',
  'gel-on',
  'set-to',
  'readied',
  'contact',
  'contact-lost',
  'passed',
  'nicked',
  'weals',
];
const OTHER_ZONES = ['left-brow', 'neck', 'left-eye', 'hairline', 'outer-right-cheek', 'jaw'];

/** A small generator with a seed, so that a failure can be run again. */
const dice = (seed) => {
  let state = seed >>> 0;
  const next = () => {
    state = (Math.imul(state, 1664525) + 1013904223) >>> 0;
    return state / 4294967296;
  };
  return { roll: (n) => Math.floor(next() * n), of: (list) => list[Math.floor(next() * list.length)] };
};

const oat = (...args) => spawnSync(launcher, args, { encoding: 'utf8' });

/**
 * Scripts of devices, as the command line makes them: of two programmes, with a pause before each zone, one that counts strokes; and one
 * with a gel for each part.
 */
const devices = () => {
  const file = join(root, 'demo/cases/device-evening.json');
  const { days } = JSON.parse(oat('plan', file, '--rules', join(root, 'demo/studio.json'), '--days', '30').stdout);
  const scripts = ['ripple-plate', 'frost-plate', 'reed-razor'].map((product) => {
    const day = days.find((each) => each.evening.steps.some((step) => step.product === product));
    return JSON.parse(oat('session', file, '--rules', join(root, 'demo/studio.json'), '--product', product, '--on', day.date).stdout);
  });
  return [...scripts, withGels(scripts[1])];
};

/** A plate with a gel for the eyes and one for the rest. */
const withGels = (script) => {
  const { guide } = script.device;
  const passes = guide.passes.map((pass, i) => ({ ...pass, gelId: i < 2 ? 'eye-gel' : 'face-gel', gelName: 'A gel' }));
  const gels = ['eye-gel', 'face-gel'].map((id) => ({ charge: 'none', name: id, id }));
  return { ...script, device: { ...script.device, guide: { ...guide, passes }, gels } };
};

const gelOf = (pass) => pass.gelId ?? pass.gel;

const compiled = () => {
  const file = join(root, 'demo/cases/peel-week.json');
  const house = ['--rules', join(root, 'demo/studio.json')];
  const { ladders } = JSON.parse(oat('plan', file, ...house, '--days', '1').stdout);
  return JSON.parse(
    oat('session', file, ...house, '--product', 'kiln-peel', '--on', ladders.find((ladder) => ladder.product === 'kiln-peel').nextOn)
      .stdout,
  );
};

const shapes = (script) => {
  const zones = script.groups.flatMap((group) => group.zones);
  const inGroups = (size) =>
    Array.from({ length: Math.ceil(zones.length / size) }, (_, i) => ({ zones: zones.slice(i * size, (i + 1) * size) }));
  const halves = ['inner-left-cheek', 'outer-left-cheek', 'left-forehead', 'right-forehead'];
  return [
    {
      ...script,
      targetSeconds: 30,
      limitSeconds: 180,
      stingEverySeconds: 30,
      groups: halves.map((zone) => ({ zones: [{ zone, applySeconds: 10, removeSeconds: 10 }] })),
    },
    script,
    { ...script, targetSeconds: 90, limitSeconds: 180, stingEverySeconds: 30, groups: inGroups(1) },
    { ...script, targetSeconds: 180, limitSeconds: 180, stingEverySeconds: 30, groups: inGroups(5) },
    { ...script, targetSeconds: 420, layers: 2, layerAfterSeconds: 240, groups: inGroups(4) },
    { ...script, kind: 'booster', staysOn: true, targetSeconds: 300, limitSeconds: 86400, groups: inGroups(8) },
  ];
};

const MOST = { stung: 10, reddened: 4, answered: 1, battery: 100 };
const NEEDS_ITEM = ['ticked', 'answered', 'gel-on', 'set-to', 'readied', 'passed', 'taken-back'];
const NEEDS_ZONE = ['touched', 'touched-together', 'layered', 'off'];

/** The command line refuses by name what no session can hold; noise is anything else. */
const held = (event, item, zone) => ({
  ...event,
  ...(event.kind in MOST ? { value: (event.value ?? 0) % (MOST[event.kind] + 1) } : {}),
  ...(NEEDS_ITEM.includes(event.kind) ? { item: event.item ?? item } : {}),
  ...(NEEDS_ZONE.includes(event.kind) ? { zone: event.zone ?? zone } : {}),
});

/** Pure noise: anything at any time, in any order, some of it twice. */
const noise = (script, seed) => {
  const { roll, of } = dice(seed);
  const kinds = script.device ? [...KINDS, ...DEVICE_KINDS, ...DEVICE_KINDS] : [...KINDS, 'readied'];
  const zones = [...script.groups.flatMap((group) => group.zones.map((step) => step.zone)), ...OTHER_ZONES];
  const items = [
    ...[...script.kit, ...script.asks].map((each) => each.id),
    ...(script.device ? ['negative', 'positive', 'none', 'warm', 'cold', '0.0', '1.0', '2.1', 'one', 'two'] : []),
  ];
  const events = Array.from({ length: 1 + roll(30) }, (_, i) => {
    const kind = of(kinds);
    const event = { id: `e${roll(2) ? i : `x${i}`}`, atMilliseconds: roll(2_400_000), kind };
    if (kind === 'taken-back') event.item = `e${roll(i + 1)}`;
    else if (roll(4)) event.item = of(items);
    if (roll(5)) event.zone = of(zones);
    if (roll(5)) event.value = roll(11);
    return held(event, of(items), of(zones));
  });
  return [...events, ...events.slice(0, roll(3))];
};

const wayOf = (script, state) => waysOf(script.device).find((way) => way.id === state.next);

/** Hands that follow the guide, with noise thrown in. */
const guided = (script, seed) => {
  const { roll, of } = dice(seed);
  const events = [];
  let at = 0;
  const add = (kind, more = {}) => {
    events.push(held({ id: `g${events.length}`, atMilliseconds: at, kind, ...more }));
  };
  for (let turn = 0; turn < 70; turn += 1) {
    at += 200 + roll(12_000);
    const state = play(script, events, at);
    if (roll(40) === 0)
      add(of(script.device ? [...KINDS, ...DEVICE_KINDS] : KINDS), {
        zone: of([...OTHER_ZONES, 'chin']),
        value: roll(11),
        item: `g${roll(events.length + 1)}`,
      });
    switch (state.do) {
      case 'tick-kit':
        add('ticked', { item: state.next });
        break;
      case 'answer':
        add('answered', { item: state.next, value: roll(30) === 0 ? 1 : 0 });
        break;
      case 'apply':
        add(roll(4) ? 'touched' : 'touched-together', { zone: state.next });
        break;
      case 'layer':
        add('layered', { zone: state.next });
        break;
      case 'remove':
      case 'remove-now':
        if (roll(6)) add('off', { zone: state.next });
        break;
      case 'wait':
        at += roll(90_000);
        if (roll(2)) add('stung', { value: roll(6) });
        break;
      case 'end':
        add('ended');
        break;
      case 'tell-sting':
        add('stung', { value: roll(4) });
        break;
      case 'rinse-again':
      case 'run-water':
      case 'rinse-eye':
        at += roll(700_000);
        add('reddened', { value: roll(5) });
        break;
      case 'put-gel':
      case 'change-gel':
        add('gel-on', { item: roll(6) ? gelOf(wayOf(script, state).pass) : of(['negative', 'positive', 'none', 'eye-gel']) });
        break;
      case 'set':
      case 'change-setting':
        add('set-to', { item: roll(6) ? wayOf(script, state).stroke.setting : 'warm' });
        break;
      case 'dry':
        if (roll(4)) add('readied', { item: 'dry' });
        break;
      case 'air':
        at += roll(60_000);
        break;
      case 'prepare':
        add('readied', { item: state.next });
        break;
      case 'touch':
      case 'reach':
        add('contact');
        break;
      case 'switch-on':
        add('device-on', { item: 'one' });
        break;
      case 'one-device':
        add('device-off', { item: of(['one', 'two']) });
        break;
      case 'lead':
        at += roll(40_000);
        if (roll(3) === 0)
          add(of(['contact-lost', 'device-off', 'passed', 'device-on', 'battery', 'stung', 'nicked']), {
            item: of(['one', 'two', state.next]),
            value: roll(6),
            zone: roll(8) ? 'neck' : 'chin',
          });
        else add('passed', { item: state.next });
        break;
      case 'tell-burning':
        add(roll(2) ? 'cooled' : 'still-burns');
        break;
      default:
        return [...events, { id: 'late', atMilliseconds: at + roll(3_000_000), kind: 'reddened', value: 1 }];
    }
  }
  return events;
};

const states = (script, log) =>
  [...new Set(log.map((happened) => happened.atMilliseconds))].sort((a, b) => a - b).map((now) => play(script, log, now));

test(`${LOGS} random logs give the same states in the core and on the phone`, () => {
  const folder = newFolder();
  let compared = 0;
  const seen = { do: new Set(), outcome: new Set(), warning: new Set() };
  const scripts = [...shapes(compiled()), ...devices()];
  for (const [shape, script] of scripts.entries()) {
    const logs = Array.from({ length: Math.ceil(LOGS / scripts.length) }, (_, i) =>
      (i % 2 ? noise : guided)(script, shape * 100_003 + i * 7919 + 1),
    );
    writeFileSync(join(folder, 'script.json'), JSON.stringify(script));
    writeFileSync(join(folder, 'logs.json'), JSON.stringify(logs));
    const core = spawnSync(launcher, ['play', join(folder, 'script.json'), '--logs', join(folder, 'logs.json')], {
      encoding: 'utf8',
      maxBuffer: 1 << 30,
    });
    assert.equal(core.status, 0, core.stderr);
    const lines = core.stdout.trim().split('\n');
    assert.equal(lines.length, logs.length);
    logs.forEach((log, i) => {
      const mine = states(script, log);
      const theirs = JSON.parse(lines[i]).map((state) => ({
        ...state,
        next: state.next ?? null,
        stingDueAt: state.stingDueAt ?? null,
        redness: state.redness ?? null,
        waterUntil: state.waterUntil ?? null,
        airUntil: state.airUntil ?? null,
        togetherAt: state.togetherAt ?? null,
        device: state.device
          ? { ...state.device, gel: state.device.gel ?? null, setting: state.device.setting ?? null, battery: state.device.battery ?? null }
          : null,
        zones: state.zones.map((zone) => ({ ...zone, cueAt: zone.cueAt ?? null })),
      }));
      assert.deepEqual(mine, theirs, `shape ${shape}, log ${i}: ${JSON.stringify(log)}`);
      compared += 1;
      mine.forEach((state) => {
        seen.do.add(state.do);
        seen.outcome.add(state.outcome);
        state.warnings.forEach((warning) => seen.warning.add(warning));
      });
    });
  }
  rmSync(folder, { recursive: true, force: true });
  assert.ok(compared >= LOGS);
  // The logs must reach everything a player can say, or they prove little.
  const ALL = [
    'tick-kit',
    'answer',
    'apply',
    'dry',
    'air',
    'layer',
    'wait',
    'remove',
    'remove-now',
    'end',
    'tell-sting',
    'rinse-again',
    'run-water',
    'tell-burning',
    'rinse-eye',
    'get-help',
    'nothing',
    'put-gel',
    'change-gel',
    'set',
    'change-setting',
    'prepare',
    'touch',
    'lead',
    'reach',
    'switch-on',
    'one-device',
  ];
  assert.deepEqual(
    ALL.filter((one) => !seen.do.has(one)),
    [],
  );
  assert.equal(seen.outcome.size, 10);
  assert.equal(seen.warning.size, 11);
});

test("a peel guide's own script is at most 60 KB, and a device adds at most 20", async () => {
  const { readdirSync } = await import('node:fs');
  const folder = join(root, 'src/OatPath.Web/wwwroot/js/guide');
  // A peel does not load what only a device needs.
  const ofDevices = ['device.js', 'device-parts.js', 'device-map.js', 'device-views.js', 'link.js'];
  // How it is indented weighs nothing once it is sent compressed.
  const size = (files) => files.reduce((sum, file) => sum + readFileSync(join(folder, file), 'utf8').replace(/^\s+/gm, '').length, 0);
  const all = readdirSync(folder);
  assert.ok(size(all.filter((file) => !ofDevices.includes(file))) <= 60 * 1024);
  assert.ok(size(ofDevices) <= 20 * 1024);
});
