// A meter that tells of itself: its readings go into the place that is next. By hand the sheet works without one.
const sheet = document.querySelector('[data-meter]');
const places = [...sheet.querySelectorAll('[data-of]')];
const serial = sheet.querySelector('[name=serial]');
const next = sheet.querySelector('[data-next]');
const wanted = 3;
const channel = new BroadcastChannel('oatpath-meter-1');
let heard = false;
let chosen = null;

const readings = (place) => place.value.split(/[ ;]+/).filter(Boolean);
const open = () => (chosen && readings(chosen).length < wanted ? chosen : places.find((place) => readings(place).length < wanted));
const capital = (word) => word[0].toUpperCase() + word.slice(1);

const ask = () => {
  const place = open();
  next.hidden = !heard;
  if (!heard) return;
  for (const other of places) other.classList.toggle('is-next', other === place);
  if (!place) {
    next.textContent = 'Every place has its readings. Look them over, and write down.';
    return;
  }
  next.textContent = `Next: ${place.dataset.title}, ${place.dataset.of}, ${readings(place).length + 1} of ${wanted}.`;
  channel.postMessage(JSON.stringify({ v: 1, to: 'all', do: 'measure', of: place.dataset.of, zone: place.dataset.zone }));
};

const take = (line) => {
  const place = open();
  if (line.is === 'on') {
    heard = true;
    if (serial.value === '') serial.value = line.serial;
    ask();
    return;
  }
  if (line.is !== 'reading' || !heard || !place) return;
  if (serial.value === '') serial.value = line.serial;
  if (line.serial !== serial.value) {
    next.textContent = `Another meter, ${line.serial}, spoke; nothing of it was taken. To use it, empty the field Meter.`;
    return;
  }
  if (line.of !== place.dataset.of || !(line.value >= 0 && line.value <= 100)) {
    next.textContent = `${capital(String(line.of))} ${line.value} was not taken. Wanted: ${place.dataset.of}, from 0 to 100.`;
    return;
  }
  place.value = [...readings(place), line.value].join(' ');
  ask();
};

channel.addEventListener('message', (event) => {
  let line;
  try {
    line = JSON.parse(event.data);
  } catch {
    return;
  }
  if (line.v === 1 && typeof line.serial === 'string' && line.serial.length > 0 && line.serial.length <= 64) take(line);
});
for (const place of places) {
  place.addEventListener('focus', () => {
    chosen = place;
    ask();
  });
  place.addEventListener('input', ask);
}
channel.postMessage(JSON.stringify({ v: 1, to: 'all', do: 'tell' }));
document.body.dataset.listening = 'true';
