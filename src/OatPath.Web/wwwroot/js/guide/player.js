// Turns a script and what happened into what is shown now. Follows the player of the core line by line; a parity test holds it to it.
const MILLI = 1000;

/** What reads a device's events; a peel is played without it. */
let DeviceRun = null;
export const readsDevices = (run) => {
  DeviceRun = run;
};

// Redness from which a device comes off for tonight.
const MOST_PINK = 3;

const mayBeTakenBack = (script, happened) => {
  switch (happened.kind) {
    case 'ticked':
    case 'answered':
    case 'touched':
    case 'touched-together':
    case 'layered':
    case 'off':
    case 'all-off':
    case 'crystals':
    case 'reddened':
    case 'end-now':
    case 'ended':
    case 'cooled':
    case 'gel-on':
    case 'set-to':
    case 'readied':
    case 'passed':
      return true;
    case 'stung':
      return has(happened.value) && happened.value < script.stingEnds;
    default:
      return false;
  }
};

const has = (value) => value !== null && value !== undefined;
const byTime = (a, b) => a.atMilliseconds - b.atMilliseconds || (a.id < b.id ? -1 : a.id > b.id ? 1 : 0);

/** Which zones are on, since when and in how many layers, and how long each was on before. */
class Contacts {
  zones = [];
  lastOff = null;
  #on = new Map();
  #before = new Map();

  get anyOn() {
    return this.#on.size > 0;
  }
  get firstTouch() {
    return Math.min(...[...this.#on.values()].map((layers) => layers[0]));
  }
  isOn(zone) {
    return this.#on.has(zone);
  }
  wasOff(zone) {
    return this.#before.has(zone) && !this.isOn(zone);
  }
  touchOf(zone) {
    return this.#on.get(zone)[0];
  }
  layersOn(zone) {
    return this.#on.get(zone)?.length ?? 0;
  }
  inOrder() {
    return [...this.#on.entries()]
      .sort((a, b) => a[1][0] - b[1][0] || this.zones.indexOf(a[0]) - this.zones.indexOf(b[0]))
      .map(([zone]) => zone);
  }
  on(zone, at) {
    if (!this.#on.has(zone)) this.#on.set(zone, [at]);
    if (!this.zones.includes(zone)) this.zones.push(zone);
  }

  layer(zone, at) {
    if (this.#on.has(zone)) this.#on.get(zone).push(at);
    else this.on(zone, at);
  }

  off(zone, at) {
    if (!this.#on.has(zone)) return;
    this.#before.set(zone, this.of(zone, at));
    this.#on.delete(zone);
    this.lastOff = at;
  }

  allOff(at) {
    [...this.#on.keys()].forEach((zone) => this.off(zone, at));
  }
  of(zone, now) {
    const layers = [...(this.#before.get(zone) ?? [])];
    (this.#on.get(zone) ?? []).forEach((since, i) => {
      layers[i] = (layers[i] ?? 0) + now - since;
    });
    return layers;
  }

  longest(zone, now) {
    return this.of(zone, now)[0];
  }
}

class Run {
  constructor(script) {
    this.script = script;
    this.order = script.groups.flatMap((group) => group.zones);
    this.steps = new Map(this.order.map((step) => [step.zone, step]));
    this.ticked = new Set();
    this.answers = new Map();
    this.contacts = new Contacts();
    this.device = has(script.device) ? new DeviceRun(script.device) : null;
    this.weals = false;
    this.warnings = new Set();
    this.worst = 0;
    this.redness = null;
    this.stung = false;
    this.endNow = false;
    this.frosted = false;
    this.cooled = false;
    this.stillBurns = false;
    this.helpless = false;
    this.lastSting = null;
    this.driedAt = null;
    this.togetherAt = null;
    this.waterFrom = null;
    this.eyeFrom = null;
    this.endedAt = null;
    this.stopped = false;
    this.again = new Set();
  }

  get touched() {
    return this.contacts.zones.length > 0 || !!this.device?.began;
  }
  get isOn() {
    return this.contacts.anyOn || (!!this.device?.began && this.endedAt === null);
  }
  get kitComplete() {
    return this.script.kit.every((item) => this.ticked.has(item.id));
  }
  get cleared() {
    return this.script.asks.every((ask) => this.answers.get(ask.id) === ask.goesOn);
  }
  get refusal() {
    return this.script.asks.find((ask) => this.answers.has(ask.id) && this.answers.get(ask.id) !== ask.goesOn) ?? null;
  }
  get over() {
    return (
      this.stung ||
      this.endNow ||
      this.warnings.has('began-unchecked') ||
      this.warnings.has('over-limit') ||
      this.warnings.has('clock-lost')
    );
  }

  take(happened) {
    const { kind, item, zone, value, atMilliseconds: at } = happened;
    const { contacts, script, device } = this;
    if (device) {
      const { began } = device;
      device.took(happened);
      if (this.endedAt === null && this.waterFrom === null && this.eyeFrom === null && !this.weals) device.take(happened);
      if (!began && device.began && (!this.kitComplete || !this.cleared)) this.warnings.add('began-unchecked');
    }
    switch (kind) {
      case 'ticked':
        if (has(item)) this.ticked.add(item);
        break;
      case 'answered':
        if (has(item)) this.answers.set(item, value === 1);
        break;
      case 'touched':
        if (!has(zone)) break;
        // From a press of its own on, each zone has its own.
        this.togetherAt = null;
        this.touch(zone, at);
        break;
      case 'touched-together':
        if (has(zone)) this.touchTogether(zone, at);
        break;
      case 'layered':
        if (!has(zone)) break;
        if (contacts.layersOn(zone) >= script.layers) this.warnings.add('extra-layer');
        this.touch(zone, at);
        if (contacts.touchOf(zone) !== at) contacts.layer(zone, at);
        break;
      case 'off':
        if (has(zone)) contacts.off(zone, at);
        break;
      case 'all-off':
        contacts.allOff(at);
        break;
      case 'readied':
        if (!device && !contacts.anyOn) this.driedAt = at;
        break;
      case 'stung':
        if (!has(value)) break;
        this.worst = Math.max(this.worst, value);
        this.lastSting = { at, value };
        this.stung ||= value >= script.stingEnds && this.isOn;
        this.stopped ||= value >= script.stingStops && this.endedAt !== null && this.touched;
        break;
      case 'reddened':
        if (!has(value)) break;
        this.redness = Math.max(this.redness ?? 0, value);
        if (device && value >= MOST_PINK) {
          this.endNow ||= this.isOn;
          device.end(at);
        }
        break;
      case 'weals':
        this.weals ||= !!device;
        device?.end(at);
        contacts.allOff(at);
        break;
      case 'burns':
      case 'frosted':
        device?.end(at);
        this.waterFrom ??= at;
        this.frosted ||= kind === 'frosted';
        contacts.allOff(at);
        break;
      case 'still-burns':
        this.waterFrom ??= at;
        this.stillBurns = true;
        this.helpless ||= at >= this.waterFrom + script.longWaterSeconds * MILLI;
        this.cooled = false;
        contacts.allOff(at);
        break;
      case 'cooled':
        this.cooled = true;
        break;
      case 'in-eye':
        device?.end(at);
        this.eyeFrom ??= at;
        break;
      case 'end-now':
        this.endNow ||= this.isOn;
        device?.end(at);
        break;
      case 'clock-lost':
        if (contacts.anyOn) this.warnings.add('clock-lost');
        break;
      case 'ended':
        contacts.allOff(at);
        device?.end(at);
        this.endedAt ??= at;
        break;
      default:
    }
  }

  at(now) {
    const { contacts, script } = this;
    if (!script.staysOn) {
      contacts.zones.forEach((zone) => {
        const on = contacts.longest(zone, now);
        if (on > script.targetSeconds * MILLI) this.warnings.add('over-target');
        if (on > script.limitSeconds * MILLI) this.warnings.add('over-limit');
      });
    }
    const ways = this.device?.at(now) ?? null;
    if (this.device) {
      this.device.warnings.forEach((warning) => this.warnings.add(warning));
      if (this.device.isOver) this.warnings.add('over-target');
    }
    const cues = this.cues();
    const [phase, what, next = null, due = null] = this.now(now, cues);
    return {
      phase,
      do: what,
      next,
      zones: contacts.zones.map((zone) => ({
        zone,
        isOn: contacts.isOn(zone),
        contactMilliseconds: contacts.longest(zone, now),
        layerMilliseconds: contacts.of(zone, now),
        cueAt: cues.get(zone) ?? null,
      })),
      stingDueAt: due,
      worstSting: this.worst,
      redness: this.redness,
      waterUntil:
        phase === 'water' ? this.waterFrom + this.waterFor * MILLI : phase === 'eye' ? this.eyeFrom + script.eyeSeconds * MILLI : null,
      outcome: this.outcome(phase),
      warnings: WARNINGS.filter((warning) => this.warnings.has(warning)),
      device: ways,
      togetherAt: contacts.anyOn ? this.togetherAt : null,
      airUntil: what === 'air' ? this.airUntil : null,
    };
  }

  get waterFor() {
    return this.stillBurns ? this.script.longWaterSeconds : this.script.waterSeconds;
  }

  touch(zone, at) {
    if (!this.kitComplete || !this.cleared) this.warnings.add('began-unchecked');
    if (!this.steps.has(zone)) this.warnings.add('touched-left-out');
    if (this.contacts.wasOff(zone)) {
      this.warnings.add('touched-again');
      this.again.add(zone);
    }
    this.contacts.on(zone, at);
  }

  /** Every zone of the group that is not done counts from here; outside every group it is a zone like any other. */
  touchTogether(zone, at) {
    const group = this.script.groups.find((each) => each.zones.some((step) => step.zone === zone));
    const open = (group?.zones ?? []).map((step) => step.zone).filter((each) => !this.contacts.zones.includes(each));
    if (open.length > 1) this.togetherAt = at;
    [...new Set([...open, zone])].forEach((each) => this.touch(each, at));
  }

  now(now, cues) {
    const { contacts, script } = this;
    // What may hurt comes before everything, and the eye before the skin.
    if (this.eyeFrom !== null) return ['eye', now < this.eyeFrom + script.eyeSeconds * MILLI ? 'rinse-eye' : 'get-help'];
    if (this.weals) return ['help', 'get-help'];
    if (this.waterFrom !== null) {
      return [
        'water',
        now < this.waterFrom + this.waterFor * MILLI
          ? 'run-water'
          : this.frosted || this.helpless
            ? 'get-help'
            : this.cooled
              ? 'nothing'
              : 'tell-burning',
      ];
    }
    if (contacts.anyOn) {
      const [what, next] = this.whileOn(now, cues);
      return [
        what === 'end' ? 'ending' : 'on',
        what,
        next,
        Math.max(this.lastSting?.at ?? 0, contacts.firstTouch) + script.stingEverySeconds * MILLI,
      ];
    }
    if (this.endedAt !== null) return this.calming(now, this.endedAt);
    if (this.refusal) return this.touched ? ['ending', 'end'] : ['refused', 'nothing', this.refusal.id];
    if (this.device) return this.touched && (this.over || this.device.allDone) ? ['ending', 'end'] : this.before(now);
    // Whatever went wrong, nothing more goes on.
    const through = this.over || (!this.untouched() && contacts.zones.some((zone) => this.steps.has(zone)));
    return contacts.zones.length > 0 && through ? ['ending', 'end'] : this.before(now);
  }

  calming(now, ended) {
    if (!this.touched) return ['done', 'nothing'];
    const rinse = ended + this.script.calmSeconds * MILLI;
    const stop = ended + this.script.stopSeconds * MILLI;
    const told = this.lastSting;
    if (!told || told.at < ended) return ['calming', 'tell-sting', null, ended];
    if (this.stopped) return ['done', 'get-help'];
    if (told.value <= this.script.stingCalm || told.at >= stop)
      return ['done', told.value <= this.script.stingCalm ? 'nothing' : 'get-help'];
    const mark = told.at < rinse ? rinse : stop;
    return now >= mark ? ['calming', 'tell-sting', null, mark] : ['calming', told.at < rinse ? 'wait' : 'rinse-again', null, mark];
  }

  before(now) {
    const missing = this.script.kit.find((item) => !this.ticked.has(item.id));
    if (missing) return ['kit', 'tick-kit', missing.id];
    const open = this.script.asks.find((ask) => !this.answers.has(ask.id));
    if (open) return ['asking', 'answer', open.id];
    if (this.device) return ['on', ...this.device.now()];
    // Nothing goes on beside wet skin.
    const wet = this.script.airSeconds > 0 && this.contacts.lastOff !== null;
    if (wet && (this.airUntil === null || now < this.airUntil)) return ['on', this.airUntil === null ? 'dry' : 'air'];
    return ['on', 'apply', this.untouched()?.zone ?? null];
  }

  whileOn(now, cues) {
    const { contacts, script } = this;
    const zones = contacts.inOrder();
    const [first] = zones;
    if (this.over || this.refusal || !this.kitComplete || !this.cleared) return ['remove-now', first];
    // A drop where nothing belongs, or where it was off already, is wiped off before anything else.
    const stray = zones.find((zone) => !this.steps.has(zone) || this.again.has(zone));
    if (stray) return ['remove-now', stray];
    if (script.staysOn) {
      const more = this.untouched();
      if (more) return ['apply', more.zone];
      return now >= Math.max(...zones.map((zone) => contacts.touchOf(zone))) + script.targetSeconds * MILLI
        ? ['end', null]
        : ['wait', null];
    }
    if (cues.get(first) <= now) return ['remove', first];
    // Another zone or layer only while there is time to put it on before the first has to come off.
    const time = now + script.slowestSeconds * MILLI <= cues.get(first);
    const step = time ? this.nextInGroup() : undefined;
    if (step) return ['apply', step.zone];
    const again = time
      ? zones.find((zone) => contacts.layersOn(zone) < script.layers && now >= contacts.touchOf(zone) + script.layerAfterSeconds * MILLI)
      : undefined;
    return again ? ['layer', again] : ['wait', first];
  }

  cues() {
    const cues = new Map();
    if (this.script.staysOn) return cues;
    let after = null;
    for (const zone of this.contacts.inOrder().reverse()) {
      const step = this.steps.get(zone);
      if (!step || this.again.has(zone)) {
        cues.set(zone, this.contacts.touchOf(zone));
      } else {
        const removal = step.removeSeconds * MILLI;
        const own = this.contacts.touchOf(zone) + this.script.targetSeconds * MILLI - removal;
        after = after === null ? own : Math.min(own, after - removal);
        cues.set(zone, after);
      }
    }
    return cues;
  }

  untouched() {
    return this.order.find((step) => !this.contacts.zones.includes(step.zone));
  }
  /** None beside one that came off and is wet. */
  nextInGroup() {
    const { contacts, script } = this;
    const group = script.groups.find((each) => each.zones.some((step) => contacts.isOn(step.zone)));
    return script.airSeconds > 0 && group?.zones.some((step) => contacts.wasOff(step.zone))
      ? undefined
      : group?.zones.find((step) => !contacts.zones.includes(step.zone));
  }

  /** When more may go on, once the skin was said to be dry after the last that came off; null while it is wet. */
  get airUntil() {
    const { lastOff } = this.contacts;
    return this.driedAt !== null && lastOff !== null && this.driedAt >= lastOff ? this.driedAt + this.script.airSeconds * MILLI : null;
  }

  outcome(phase) {
    if (this.eyeFrom !== null) return 'in-eye';
    if (this.weals) return 'weals';
    if (this.frosted) return 'frosted';
    if (this.waterFrom !== null) return 'burned';
    if (phase !== 'done') return this.refusal && !this.touched ? 'refused' : 'open';
    const told = this.lastSting;
    if (this.stopped || (told && this.endedAt !== null && told.at >= this.endedAt && told.value > this.script.stingCalm))
      return 'still-stings';
    return this.stung ? 'ended-for-sting' : this.endNow ? 'ended-early' : 'done';
  }
}

const WARNINGS = [
  'began-unchecked',
  'touched-left-out',
  'touched-again',
  'extra-layer',
  'over-target',
  'over-limit',
  'clock-lost',
  'wrong-gel',
  'wrong-setting',
  'two-devices',
  'nicked',
];

/** What a script shows at a moment, in milliseconds since the session was opened. */
export function play(script, events, now) {
  const seen = new Set();
  const known = events
    .filter((happened) => happened.atMilliseconds <= now)
    .sort(byTime)
    .filter((happened) => !seen.has(happened.id) && seen.add(happened.id));
  const takenBack = new Set(known.filter((happened) => happened.kind === 'taken-back').map((happened) => happened.item));
  const run = new Run(script);
  known.filter((happened) => !takenBack.has(happened.id) || !mayBeTakenBack(script, happened)).forEach((happened) => run.take(happened));
  return run.at(now);
}

/** The last press that may be taken back, or null. */
export function lastPress(script, events) {
  const gone = new Set(events.filter((happened) => happened.kind === 'taken-back').map((happened) => happened.item));
  const kept = [...events].sort(byTime).filter((happened) => happened.kind !== 'taken-back' && !gone.has(happened.id));
  const last = kept.at(-1);
  return last && mayBeTakenBack(script, last) ? last : null;
}
