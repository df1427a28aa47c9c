// Scores by zone: drawing over the face map writes into the table, and the map shows what stands there. The table alone does all of it.
const sheet = document.querySelector('[data-scores]');
const paint = sheet.querySelector('[data-paint]');
const drawn = paint.querySelector('svg');
const zones = new Map([...drawn.querySelectorAll('[data-zone]')].map((path) => [path.dataset.zone, path]));
const chosen = (name) => paint.querySelector(`input[name=${name}]:checked`).value;
const cell = (scale, zone) => sheet.querySelector(`input[data-scale="${scale}"][data-zone-of="${zone}"]`);
const cells = () => [...sheet.querySelectorAll(`input[data-scale="${chosen('paint-scale')}"]`)];

// A number in the middle of each zone.
const words = new Map();
for (const [zone, path] of zones) {
  if (!cell(chosen('paint-scale'), zone)) continue;
  const box = path.getBBox();
  const x = box.x + box.width / 2;
  const word = document.createElementNS('http://www.w3.org/2000/svg', 'text');
  word.setAttribute('x', path.hasAttribute('transform') ? 320 - x : x);
  word.setAttribute('y', box.y + box.height / 2 + 6);
  word.setAttribute('class', 'score-number');
  drawn.append(word);
  words.set(zone, word);
  path.classList.add('is-scored');
}

const show = () => {
  for (const [zone, word] of words) {
    const { value } = cell(chosen('paint-scale'), zone);
    word.textContent = value;
    zones.get(zone).dataset.level = value;
  }
};

const set = (input, value) => {
  if (!input || input.value === value) return;
  input.value = value;
  input.dispatchEvent(new Event('change', { bubbles: true }));
};
const touch = (event) => {
  const at = document.elementFromPoint(event.clientX, event.clientY);
  if (at?.dataset.zone) set(cell(chosen('paint-scale'), at.dataset.zone), chosen('paint-level'));
};
drawn.addEventListener('pointerdown', (event) => {
  if (!event.target.dataset.zone) return;
  event.preventDefault();
  drawn.setPointerCapture(event.pointerId);
  touch(event);
});
drawn.addEventListener('pointermove', (event) => drawn.hasPointerCapture(event.pointerId) && touch(event));
paint.addEventListener('change', show);
sheet.addEventListener('input', show);
sheet.addEventListener('change', show);
paint.querySelector('[data-rest]').addEventListener('click', () => {
  for (const input of cells()) if (input.value === '') set(input, '0');
});

// Arrows move from place to place, as in any table.
sheet.addEventListener('keydown', (event) => {
  const step = { ArrowUp: [-1, 0], ArrowDown: [1, 0], ArrowLeft: [0, -1], ArrowRight: [0, 1], Enter: [1, 0] }[event.key];
  if (!step || !event.target.matches('[data-zone-of]')) return;
  event.preventDefault();
  const row = event.target.closest('tr');
  const next = [...row.parentElement.rows][row.rowIndex - 1 + step[0]];
  next?.cells[event.target.closest('td').cellIndex + step[1]]?.querySelector('input')?.select();
});
paint.hidden = false;
show();
