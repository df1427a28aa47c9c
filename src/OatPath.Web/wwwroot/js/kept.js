// What this phone keeps for a bathroom without network, and what it says of itself when that is all it has.
import { phone } from './belongs.js';

const PAGES = ['/my/offline', '/my/report', '/my/normal', '/my/cautions'];
const EVERY = 60_000;
const WHEN = 'oatpath:kept-at';

/** Where it stands that something was told without network after which nothing active goes on. */
export const HELD = 'oatpath:held';
const { dataset } = document.body;

/** When the page shown was kept, by this phone's clock; null where it comes from the studio. */
export const keptAt = dataset.kept ? Number(dataset.kept) : null;

/** When the page's time was written down, by this phone's clock. */
const readAt = keptAt ?? Date.now();

/** The studio's time: the phone's own clock, put right by how far it was off when the page came, and never before that. */
export const studioNow = () => Math.max(Date.now(), readAt) + Number(dataset.now) - readAt;

const language = document.documentElement.lang || 'en';
export const asDay = (at, more) =>
  new Intl.DateTimeFormat(language, { weekday: 'long', day: 'numeric', month: 'long', timeZone: dataset.zone, ...more }).format(at);

const pad = (number) => String(number).padStart(2, '0');

/** The studio's day of care at a time, "2026-11-30"; it begins at four. */
export function careDay(at) {
  const parts = new Intl.DateTimeFormat('en-GB', {
    timeZone: dataset.zone,
    hourCycle: 'h23',
    year: 'numeric',
    month: 'numeric',
    day: 'numeric',
    hour: 'numeric',
  }).formatToParts(at);
  const get = (type) => Number(parts.find((part) => part.type === type).value);
  const day = new Date(Date.UTC(get('year'), get('month') - 1, get('day') - (get('hour') < 4 ? 1 : 0)));
  return `${day.getUTCFullYear()}-${pad(day.getUTCMonth() + 1)}-${pad(day.getUTCDate())}`;
}

export const newKey = () => [...crypto.getRandomValues(new Uint8Array(16))].map((byte) => byte.toString(16).padStart(2, '0')).join('');

/** A form that was kept is another one each time it is sent, and asks about the days that are now. */
function renew() {
  for (const key of document.querySelectorAll('form[data-keeps] [name="key"]')) key.value = newKey();
  const days = [...document.querySelectorAll('[name="about"]')];
  const back = days.map((each) => Math.round((Date.parse(careDay(Number(dataset.now))) - Date.parse(each.value)) / 86_400_000));
  days.forEach((each, i) => {
    const at = Date.parse(careDay(studioNow())) - back[i] * 86_400_000;
    each.value = new Date(at).toISOString().slice(0, 10);
    each.nextElementSibling.textContent = asDay(at, { timeZone: 'UTC' });
  });
}

/** The plan is kept anew with each visit, so that a stop is there at once; the rest now and then. */
function keep(worker) {
  if (Date.now() - Number(sessionStorage.getItem(WHEN)) < EVERY) {
    worker.postMessage({ pages: PAGES.slice(0, 1), pieces: [] });
    return;
  }
  const made = performance
    .getEntriesByType('resource')
    .map((entry) => entry.name)
    .filter((name) => /\/(js|css|art|lib)\//.test(name));
  const pieces = ['/js/offline.js', '/js/judge.js', '/js/ticks.js', '/css/phone.css'];
  worker.postMessage({ pages: PAGES, pieces: [...new Set([...made, ...pieces])] });
}

/** What the worker says of it: only what is there as a whole need not be kept again soon. */
function hear({ keptPages, whole }) {
  dataset.keeps = String(keptPages);
  if (!keptPages) sessionStorage.removeItem(WHEN);
  else if (whole) sessionStorage.setItem(WHEN, String(Date.now()));
}

if (keptAt !== null) {
  const hint = document.querySelector('#kept-hint');
  hint.querySelector('[data-since]').textContent = asDay(Number(dataset.now), { hour: '2-digit', minute: '2-digit', hourCycle: 'h23' });
  hint.hidden = false;
  renew();
} else if (phone && 'serviceWorker' in navigator) {
  // What the studio shows now counts.
  localStorage.removeItem(HELD);
  navigator.serviceWorker.addEventListener('message', (event) => {
    if ('keptPages' in event.data) hear(event.data);
  });
  navigator.serviceWorker.startMessages();
  navigator.serviceWorker
    .register('/my/worker.js', { scope: '/my' })
    .then(async () => {
      for (const old of await navigator.serviceWorker.getRegistrations()) if (old.scope.endsWith('/my/')) await old.unregister();
      const { active } = await navigator.serviceWorker.ready;
      keep(active);
    })
    .catch(() => {});
}
