// A made-up skin meter: one JSON object a line (docs/formats.md). It reads what it was last asked for.
const channel = new BroadcastChannel('oatpath-meter-1');
const serial = `SIM-M${[...crypto.getRandomValues(new Uint8Array(2))].map((byte) => byte.toString(16).padStart(2, '0')).join('')}`;
const lamp = document.querySelector('#lamp');
const said = document.querySelector('#said');
const means = {
  usual: { hydration: 52, oil: 38, redness: 24 },
  dry: { hydration: 33, oil: 18, redness: 31 },
  oily: { hydration: 55, oil: 71, redness: 27 },
  red: { hydration: 44, oil: 30, redness: 58 },
};
let on = false;
let asked = { of: 'hydration', zone: 'forehead' };

const tell = (what, from = serial) => {
  const line = JSON.stringify({ v: 1, serial: from, ...what });
  channel.postMessage(line);
  said.prepend(Object.assign(document.createElement('li'), { textContent: line }));
  while (said.children.length > 12) said.lastChild.remove();
};
const show = () => {
  lamp.textContent = on ? `on, reads ${asked.of}` : 'off';
};
// Around the mean by at most two, and oilier along the middle of the face.
const value = () => {
  const kind = document.querySelector('[name=skin]:checked').value;
  const middle = ['forehead', 'nose', 'chin'].includes(asked.zone) && asked.of === 'oil' ? 12 : 0;
  return Math.round((means[kind][asked.of] + middle + 4 * (Math.random() - 0.5)) * 10) / 10;
};

document.querySelector('#presses').addEventListener('click', (event) => {
  const is = event.target.closest('button')?.dataset.is;
  if (!is) return;
  if (!on) {
    on = true;
    tell({ is: 'on' });
  }
  if (is === 'reading') tell({ is, of: asked.of, value: value() });
  if (is === 'askew') tell({ is: 'reading', of: asked.of, value: Math.round(value() * 5) / 10 });
  if (is === 'beyond') tell({ is: 'reading', of: asked.of, value: 180 });
  if (is === 'second') tell({ is: 'reading', of: asked.of, value: value() }, `${serial}-2`);
  show();
});
channel.addEventListener('message', (event) => {
  const line = JSON.parse(event.data);
  if (line.do === 'measure') asked = { of: line.of, zone: line.zone };
  if (on && line.do === 'tell') tell({ is: 'on' });
  show();
});
document.body.dataset.running = 'true';
