// What a client tells stays on the phone until the studio has it, and is sent again by itself.
import { phone } from './belongs.js';

const PLACE = 'oatpath-unsent';
const AGAIN = 15_000;
const OLDEST = 7 * 86_400_000;

const read = () => {
  try {
    const told = JSON.parse(localStorage.getItem(PLACE));
    return Array.isArray(told?.fields) && told.phone === phone && Date.now() - told.at < OLDEST ? told : null;
  } catch { return null; }
};
const forget = () => localStorage.removeItem(PLACE);

/** One field of a form that was kept. */
const field = (told, name) => told.fields.find(([known]) => known === name)?.[1];

for (const form of document.querySelectorAll('form[data-keeps]')) {
  form.addEventListener('submit', (event) => {
    const fields = [...new FormData(form, event.submitter)].filter(([, value]) => typeof value === 'string');
    try { localStorage.setItem(PLACE, JSON.stringify({ phone, to: location.pathname, at: Date.now(), fields: [...fields, ['told', String(Date.now())]] })); } catch { /* a phone without room sends it once */ }
  });
}

/** A form's token of now, for a form that was filled in before the studio's keys changed. */
async function freshToken(to) {
  const page = new DOMParser().parseFromString(await (await fetch(to)).text(), 'text/html');
  return page.querySelector('[name="__RequestVerificationToken"]')?.value;
}

async function send(told, token) {
  const fields = token ? [...told.fields.filter(([name]) => name !== '__RequestVerificationToken'), ['__RequestVerificationToken', token]] : told.fields;
  return fetch(told.to, { method: 'POST', body: new URLSearchParams(fields) });
}

async function again() {
  const told = read();
  if (!told) return;
  let answer;
  try {
    answer = await send(told);
    if (answer.status === 400) answer = await send(told, await freshToken(told.to));
  } catch { answer = null; }
  // It was told under another link: it belongs nowhere here.
  if (answer?.status === 409) { forget(); return; }
  if (answer?.ok && answer.redirected && answer.url.includes('/my/answer/')) {
    forget();
    location.assign(answer.url);
    return;
  }
  // An answer without a redirect shows the form with what is wrong in it: the client must look.
  if (answer?.ok && new URL(answer.url).pathname === told.to) { forget(); location.assign(told.to); return; }
  setTimeout(again, AGAIN);
}

// The answer names the form it belongs to, by its own id or, where it stands in the place of an earlier one, in the address.
const shown = document.querySelector('[data-kept]')?.dataset.kept;
const told = read();
const isAnswered = told && shown && [shown, new URLSearchParams(location.search).get('of')].includes(field(told, 'key'));
const isRefused = told && location.pathname === told.to && document.querySelector('.problem:not(#unkept)');
if (isAnswered || isRefused) forget();
else if (told && document.querySelector('#unkept')) setTimeout(again, AGAIN);
else if (told) again();
