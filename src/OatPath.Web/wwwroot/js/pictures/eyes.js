// Three crosses are put on their places by pointer or keys; the numbers beside them say where, and are what is sent.
const svg = document.getElementById('eyes');
const fields = [...document.querySelectorAll('#places input[name="places"]')];
const high = svg.viewBox.baseVal.height;

const within = (value, most) => Math.min(most, Math.max(0, value));

const draw = (mark) => {
  const [x, y] = [fields[2 * mark], fields[2 * mark + 1]].map((field) => Number(field.value) || 0);
  svg.querySelector(`[data-mark="${mark}"]`).setAttribute('transform', `translate(${x} ${(y * high) / 1000})`);
};

const put = (mark, x, y) => {
  fields[2 * mark].value = Math.round(within(x, 1000));
  fields[2 * mark + 1].value = Math.round(within((1000 * y) / high, 1000));
  draw(mark);
};

for (const cross of svg.querySelectorAll('[data-mark]')) {
  const mark = Number(cross.dataset.mark);
  const place = () => [Number(fields[2 * mark].value), (Number(fields[2 * mark + 1].value) * high) / 1000];
  let from = null;
  cross.addEventListener('pointerdown', (event) => {
    cross.setPointerCapture(event.pointerId);
    from = { x: event.clientX, y: event.clientY, at: place() };
    event.preventDefault();
    cross.focus();
  });
  cross.addEventListener('pointermove', (event) => {
    if (!from) return;
    const scale = 1 / svg.getScreenCTM().a;
    put(mark, from.at[0] + (event.clientX - from.x) * scale, from.at[1] + (event.clientY - from.y) * scale);
  });
  const end = () => (from = null);
  cross.addEventListener('pointerup', end);
  cross.addEventListener('pointercancel', end);
  cross.addEventListener('keydown', (event) => {
    const by = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] }[event.key];
    if (!by) return;
    event.preventDefault();
    const step = event.shiftKey ? 20 : 2;
    const [x, y] = place();
    put(mark, x + by[0] * step, y + (by[1] * step * high) / 1000);
  });
}

fields.forEach((field, i) => field.addEventListener('input', () => draw(Math.floor(i / 2))));
