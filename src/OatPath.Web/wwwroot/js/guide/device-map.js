// The way to make now on the face map, as in the mirror: where it begins, where it goes, where it ends.
const NS = 'http://www.w3.org/2000/svg';
const pascal = (zone) =>
  zone
    .split('-')
    .map((part) => part[0].toUpperCase() + part.slice(1))
    .join('');

export class DeviceMap {
  constructor(root, script) {
    this.svg = root.querySelector('svg');
    this.svg.removeAttribute('aria-label');
    this.svg.setAttribute('aria-hidden', 'true');
    const wide = script.device.guide.passes.some((pass) =>
      pass.strokes.some((stroke) => stroke.zones.some((zone) => zone.includes('neck'))),
    );
    this.svg.setAttribute('viewBox', wide ? '40 22 240 330' : '48 22 224 284');
    this.svg.querySelectorAll('.face-side').forEach((side, i) => side.setAttribute('x', i ? 268 : 52));
    this.half = script.device.half ?? null;
    this.group = document.createElementNS(NS, 'g');
    this.group.setAttribute('class', 'strokes');
    this.svg.append(this.group);
    this.drawn = '';
  }

  #path(zone) {
    return this.svg.querySelector(`[data-zone="${pascal(zone)}"]`);
  }

  #box(zone) {
    const path = this.#path(zone);
    if (!path) return null;
    const { x, y, width, height } = path.getBBox();
    return { x: path.hasAttribute('transform') ? 320 - x - width : x, y, width, height };
  }

  /** @param way the way meant, or null */
  show(way, cut) {
    const key = `${way?.id ?? ''}|${cut.join()}`;
    if (key === this.drawn || !this.svg.getBoundingClientRect().width) return;
    this.drawn = key;
    const zones = new Set((way?.stroke.zones ?? []).map(pascal));
    const gone = new Set(cut.map(pascal));
    this.svg.querySelectorAll('[data-zone]').forEach((path) => {
      path.classList.toggle('is-now', zones.has(path.dataset.zone));
      path.classList.toggle('is-never', gone.has(path.dataset.zone));
    });
    this.group.replaceChildren(
      ...(way ? this.#lines(way.stroke) : []).flatMap(([d, arrow]) =>
        ['stroke-under', 'stroke-over'].map((kind) => {
          const line = document.createElementNS(NS, 'path');
          line.setAttribute('d', d + (arrow ?? ''));
          line.setAttribute('class', kind);
          return line;
        }),
      ),
    );
  }

  #lines(stroke) {
    // In the middle only the treated half: as in the mirror, the client's left is at the left.
    const sided = stroke.zones.some((zone) => /^(left|right)-/.test(zone));
    const boxes = stroke.zones
      .map((zone) => this.#box(zone))
      .filter(Boolean)
      .map((box) =>
        this.half && !sided ? { ...box, width: box.width / 2, x: this.half === 'left' ? box.x : box.x + box.width / 2 } : box,
      );
    if (!boxes.length) return [];
    const middle = (box) => [box.x + box.width / 2, box.y + box.height / 2];
    if (stroke.motion === 'along' && boxes.length > 1) return [arrowed(boxes.map(middle))];
    return boxes.flatMap((box) => within(stroke.motion, box, middle(box)));
  }
}

function within(motion, box, [x, y]) {
  const w = Math.max(10, box.width * 0.32);
  const h = Math.max(9, box.height * 0.34);
  switch (motion) {
    case 'up':
      return [-w / 1.5, 0, w / 1.5].map((dx) =>
        arrowed([
          [x + dx, y + h],
          [x + dx, y - h],
        ]),
      );
    case 'down':
      return [-w / 1.5, 0, w / 1.5].map((dx) =>
        arrowed([
          [x + dx, y - h],
          [x + dx, y + h],
        ]),
      );
    case 'up-and-down':
      return [
        [-w / 1.5, 1],
        [0, -1],
        [w / 1.5, 1],
      ].map(([dx, to]) =>
        arrowed([
          [x + dx, y + h * to],
          [x + dx, y - h * to],
        ]),
      );
    case 'across':
      return [-h / 1.6, h / 1.6].map((dy) =>
        arrowed([
          [x - w, y + dy],
          [x + w, y + dy],
        ]),
      );
    case 'diagonal':
      return [-w / 2, w / 2].map((dx) =>
        arrowed([
          [x + dx - w / 2, y + h],
          [x + dx + w / 2, y - h],
        ]),
      );
    case 'still':
      return [[`M${x - 4} ${y}a4 4 0 1 0 8 0a4 4 0 1 0 -8 0`]];
    default: {
      const r = Math.min(w, h, 16);
      return [[`M${x + r} ${y}A${r} ${r} 0 1 1 ${x} ${y - r}`, head([x - r * 0.6, y - r * 0.8], [x + 1, y - r])]];
    }
  }
}

/** A line through points with a head at its end. */
function arrowed(points) {
  const d = points.map(([x, y], i) => `${i ? 'L' : 'M'}${x.toFixed(1)} ${y.toFixed(1)}`).join('');
  return [d, head(points.at(-2), points.at(-1))];
}

function head([fx, fy], [tx, ty]) {
  const angle = Math.atan2(ty - fy, tx - fx);
  const arm = (turn) =>
    `M${tx.toFixed(1)} ${ty.toFixed(1)}L${(tx - 11 * Math.cos(angle + turn)).toFixed(1)} ${(ty - 11 * Math.sin(angle + turn)).toFixed(1)}`;
  return arm(0.5) + arm(-0.5);
}
