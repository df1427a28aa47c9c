// The face map as in the mirror: the zone to do now, what is on and for how long, what is off, what is never touched.
import { wholeOf } from './halves.js';
import { said } from '../said.js';

const NEVER = ['left-eye', 'right-eye', 'left-brow', 'right-brow'];
const WITH_WORD = ['forehead', 'left-cheek', 'right-cheek', 'chin'];
const pascal = (zone) =>
  zone
    .split('-')
    .map((part) => part[0].toUpperCase() + part.slice(1))
    .join('');

export class FaceMap {
  constructor(root, script) {
    this.svg = root.querySelector('svg');
    this.svg.removeAttribute('aria-label');
    this.svg.setAttribute('aria-hidden', 'true');
    this.paths = new Map();
    this.words = new Map();
    const planned = script.groups.flatMap((group) => group.zones.map((step) => step.zone));
    const lefts = new Set(script.leaveOut);
    this.halved = planned.filter((zone) => wholeOf(zone) !== zone);
    for (const zone of [...planned, ...NEVER]) {
      const path = this.svg.querySelector(`[data-zone="${pascal(zone)}"]`);
      if (path) this.paths.set(zone, path);
    }
    NEVER.filter((zone) => !planned.includes(zone)).forEach((zone) => this.paths.get(zone)?.classList.add('is-never'));
    // The face alone, as large as it goes.
    this.svg.setAttribute('viewBox', '48 22 224 284');
    this.svg.querySelectorAll('.face-side').forEach((side, i) => side.setAttribute('x', i ? 268 : 52));
    this.planned = planned;
    this.worded = WITH_WORD.filter((zone) => planned.includes(zone) && !lefts.has(zone));
  }

  /** A zone has a size only once it is seen. */
  #write() {
    this.worded.forEach((zone) => {
      const path = this.paths.get(zone);
      const box = path.getBBox();
      const middle = box.x + box.width / 2;
      const word = document.createElementNS('http://www.w3.org/2000/svg', 'text');
      word.setAttribute('class', 'face-word');
      word.setAttribute('text-anchor', 'middle');
      word.setAttribute('x', path.hasAttribute('transform') ? 320 - middle : middle);
      word.setAttribute('y', box.y + box.height / 2 + 6);
      this.svg.append(word);
      this.words.set(zone, word);
    });
    this.worded = [];
  }

  /** Half of a zone, cut out of the whole: above or below, or nearer to or farther from the middle of the face. */
  #halve() {
    this.halved.forEach((zone) => {
      const whole = this.svg.querySelector(`[data-zone="${pascal(wholeOf(zone))}"]`);
      const box = whole.getBBox();
      const [side] = zone.split('-');
      const upright = side === 'upper' || side === 'lower';
      const paired = /-(left|right)-/.test(zone);
      const inner = side === 'inner' || side === 'front';
      const second = upright ? side === 'lower' : paired ? inner === box.x + box.width / 2 < 160 : side === 'right';
      const clip = document.createElementNS('http://www.w3.org/2000/svg', 'clipPath');
      clip.id = `half-${zone}`;
      const rect = document.createElementNS('http://www.w3.org/2000/svg', 'rect');
      rect.setAttribute('x', box.x + (second && !upright ? box.width / 2 : 0));
      rect.setAttribute('y', box.y + (second && upright ? box.height / 2 : 0));
      rect.setAttribute('width', upright ? box.width : box.width / 2);
      rect.setAttribute('height', upright ? box.height / 2 : box.height);
      clip.append(rect);
      const half = whole.cloneNode(false);
      half.removeAttribute('data-zone');
      half.setAttribute('clip-path', `url(#${clip.id})`);
      whole.after(clip, half);
      this.paths.set(zone, half);
    });
    this.halved = [];
  }

  show(state, now, minutes, at = null) {
    if (this.worded.length) this.#write();
    if (this.halved.length) this.#halve();
    for (const zone of this.planned) {
      const path = this.paths.get(zone);
      const on = state.zones.find((each) => each.zone === zone);
      const isNow = at ? at === zone : ['apply', 'layer', 'remove', 'remove-now'].includes(state.do) && state.next === zone;
      path?.classList.toggle('is-now', isNow);
      path?.classList.toggle('is-on', !!on?.isOn && !isNow);
      path?.classList.toggle('is-off', !!on && !on.isOn && !isNow);
      const word = this.words.get(zone);
      const text = isNow ? said('now') : on?.isOn ? minutes(on.contactMilliseconds) : on ? said('off') : '';
      if (word && word.textContent !== text) word.textContent = text;
    }
  }
}
