// The ways of a device in one run: their clock runs only in contact, with the right gel and setting, and with one device. Follows the
// core line by line.
import { wholeOf } from './halves.js';

const MILLI = 1000;
const has = (value) => value !== null && value !== undefined;
const BOTH = { jaw: ['left-jaw', 'right-jaw'], 'eye-area': ['left-eye', 'right-eye'] };

/** Every way of a script with its programme and its id. */
export const waysOf = (work) =>
  work.guide.passes.flatMap((pass, p) => pass.strokes.map((stroke, s) => ({ pass, stroke, first: s === 0, id: `${p}.${s}` })));

export class DeviceRun {
  constructor(work) {
    this.work = work;
    this.ways = waysOf(work);
    this.spent = this.ways.map(() => 0);
    this.ready = new Set();
    this.present = new Set();
    this.cut = new Set();
    this.warnings = new Set();
    this.began = false;
    this.index = 0;
    this.touching = false;
    this.since = null;
    this.shownAt = 0;
    this.dueOff = null;
    this.over = 0;
    this.gel = null;
    this.setting = null;
    this.battery = null;
    this.off = false;
  }

  get allDone() {
    return this.index >= this.ways.length;
  }
  get isOver() {
    return this.over > this.work.graceSeconds * MILLI;
  }
  get way() {
    return this.ways[this.index];
  }
  get neededGel() {
    return this.way.pass.gelId ?? this.way.pass.gel ?? null;
  }
  get isReady() {
    return (
      !this.allDone &&
      !this.off &&
      this.present.size < 2 &&
      (this.neededGel === null || this.gel === this.neededGel) &&
      (!has(this.way.stroke.setting) || this.setting === this.way.stroke.setting) &&
      (this.before(this.way).length === 0 || this.ready.has(this.way.id))
    );
  }

  /** Notes that it was on the skin, and where it nicked it, whatever else is going on. */
  took({ kind, item, zone }) {
    this.began ||= kind === 'contact' || (kind === 'passed' && has(item)) || (kind === 'nicked' && has(zone));
    if (kind === 'nicked' && has(zone)) {
      (BOTH[zone] ?? [wholeOf(zone)]).forEach((each) => this.cut.add(each));
      this.warnings.add('nicked');
    }
  }

  take({ kind, item, value, atMilliseconds: now }) {
    this.advance(now);
    switch (kind) {
      case 'device-on':
        if (!has(item)) break;
        this.present.add(item);
        this.off = false;
        if (this.present.size > 1) this.warnings.add('two-devices');
        break;
      case 'device-off':
        this.lift(now);
        if (has(item) && this.present.has(item) && this.present.size > 1) {
          this.present.delete(item);
          break;
        }
        // Switched off it forgets what it was set to.
        this.present.clear();
        this.setting = null;
        this.off = !this.allDone;
        break;
      case 'battery':
        if (has(value)) this.battery = Math.min(100, Math.max(0, value));
        break;
      case 'gel-on':
        if (!has(item)) break;
        this.gel = item;
        if (!this.allDone && this.neededGel !== null && item !== this.neededGel) this.warnings.add('wrong-gel');
        break;
      case 'set-to':
        if (!has(item)) break;
        this.setting = item;
        if (!this.allDone && has(this.way.stroke.setting) && item !== this.way.stroke.setting) this.warnings.add('wrong-setting');
        break;
      case 'readied':
        if (has(item)) this.ready.add(item);
        break;
      case 'contact':
        this.off = false;
        this.touching = true;
        this.dueOff = null;
        break;
      case 'contact-lost':
        this.lift(now);
        break;
      case 'passed':
        if (!has(item) || this.allDone || this.way.id !== item) break;
        this.spent[this.index] += this.since !== null ? now - this.since : this.way.stroke.seconds === 0 ? now - this.shownAt : 0;
        this.since = this.since === null ? null : now;
        this.next(now);
        break;
      case 'nicked':
      case 'reddened':
        if (this.allDone || !(kind === 'nicked' ? this.isCut(this.way) : this.work.stopsAtPink && has(value) && value > 0 && this.began))
          break;
        this.spent[this.index] += this.since !== null ? now - this.since : 0;
        this.since = this.since === null ? null : now;
        this.next(now);
        break;
      default:
    }
    this.settle(now);
  }

  end(now) {
    this.advance(now);
    this.lift(now);
  }

  at(now) {
    this.advance(now);
    const times = [...this.spent];
    if (this.since !== null && !this.allDone) times[this.index] += now - this.since;
    return {
      began: this.began,
      way: this.index,
      runs: this.since !== null,
      wayMilliseconds: times,
      leftMilliseconds: this.allDone ? 0 : Math.max(0, this.way.stroke.seconds * MILLI - times[this.index]),
      overMilliseconds: this.over,
      cut: [...this.cut],
      gel: this.gel,
      setting: this.setting,
      battery: this.battery,
    };
  }

  now() {
    if (this.allDone) return ['end', null];
    const { stroke, id } = this.way;
    const what =
      this.present.size > 1
        ? 'one-device'
        : this.off
          ? 'switch-on'
          : this.neededGel !== null && this.gel !== this.neededGel
            ? this.gel === null
              ? 'put-gel'
              : 'change-gel'
            : has(stroke.setting) && this.setting !== stroke.setting
              ? this.setting === null
                ? 'set'
                : 'change-setting'
              : this.before(this.way).length > 0 && !this.ready.has(id)
                ? 'prepare'
                : stroke.seconds === 0 || this.since !== null
                  ? 'lead'
                  : this.spent[this.index] > 0
                    ? 'reach'
                    : 'touch';
    return [what, id];
  }

  /** What is put on before a way; where a gel is asked for by its charge, that is the asking. */
  before({ pass, stroke, first }) {
    return first && !has(pass.gel) && pass.before.length > 0 ? pass.before : (stroke.before ?? '');
  }
  isCut(way) {
    return way.stroke.zones.some((zone) => this.cut.has(zone));
  }

  advance(now) {
    while (this.since !== null && !this.allDone && this.way.stroke.seconds > 0) {
      const left = this.way.stroke.seconds * MILLI - this.spent[this.index];
      if (now - this.since < left) return;
      this.spent[this.index] += left;
      this.since += left;
      this.next(this.since);
    }
  }

  /** On to the next way that is not cut; it goes on by itself where nothing has to be put on or set first. */
  next(now) {
    const { pass } = this.way;
    do {
      this.index += 1;
    } while (!this.allDone && this.isCut(this.way));
    this.shownAt = now;
    if (!this.allDone && this.way.pass !== pass) this.gel = null;
    if (this.since !== null && !this.isReady) {
      this.dueOff = this.touching ? now : null;
      this.since = null;
      // Without a device that tells, what is to be done next says that it was lifted.
      this.touching &&= this.present.size > 0;
    }
  }

  settle(now) {
    if (!this.isReady) {
      if (this.since !== null) {
        this.spent[this.index] += now - this.since;
        this.since = null;
      }
    } else if (this.touching && this.way.stroke.seconds > 0) this.since ??= now;
  }

  lift(now) {
    if (this.since !== null) {
      this.spent[this.index] += now - this.since;
      this.since = null;
    }
    if (this.dueOff !== null) {
      this.over += now - this.dueOff;
      this.dueOff = null;
    }
    this.touching = false;
  }
}
