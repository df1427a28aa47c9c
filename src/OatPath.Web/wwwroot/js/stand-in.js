// A made-up device that signals like a real one: beeps on contact, a steady sign, silence. One JSON object a line (docs/formats.md).
const channel = new BroadcastChannel('oatpath-device-1');
const serial = `SIM-${[...crypto.getRandomValues(new Uint8Array(2))].map((byte) => byte.toString(16).padStart(2, '0')).join('')}`;
const { kind } = document.querySelector('#stand-in').dataset;
const lamp = document.querySelector('#lamp');
const said = document.querySelector('#said');
let on = false;
let touching = false;

const tell = (what, from = serial) => {
  const line = JSON.stringify({ v: 1, serial: from, kind, ...what });
  channel.postMessage(line);
  said.prepend(Object.assign(document.createElement('li'), { textContent: line }));
  while (said.children.length > 12) said.lastChild.remove();
};
const show = () => {
  lamp.textContent = !on ? 'off' : touching ? 'on, in contact: the clock runs' : 'on, waiting for contact';
};

document.querySelector('#presses').addEventListener('click', (event) => {
  const press = event.target.closest('button');
  if (!press) return;
  const { is, to, charge, percent } = press.dataset;
  if (is === 'second') {
    tell({ is: 'on' }, `${serial}-2`);
    return;
  }
  if (is === 'off') {
    on = false;
    touching = false;
  } else on = true;
  if (is === 'contact') touching = true;
  if (is === 'lost') touching = false;
  tell({
    is,
    ...(is === 'contact' ? { beeps: 2 } : {}),
    ...(to ? { to } : {}),
    ...(charge ? { charge } : {}),
    ...(percent ? { percent: Number(percent) } : {}),
  });
  show();
});
// A guide that opens later asks who is there.
channel.addEventListener('message', (event) => {
  if (on && JSON.parse(event.data).do === 'tell') tell({ is: 'on' });
});
setInterval(() => {
  if (on && touching) tell({ is: 'steady' });
}, 5000);
document.body.dataset.running = 'true';
