// What a client tells stays on the phone until the studio has it, each report by itself, and is sent again in its order.
import { phone } from './belongs.js';

const PLACE = 'oatpath-unsent';
const SENDING = 'oatpath-sending';
const AGAIN = 15_000;
const OLDEST = 7 * 86_400_000;

const isWhole = (told) => Array.isArray(told?.fields) && told.phone === phone && Date.now() - told.at < OLDEST;
const read = () => {
  try {
    const kept = JSON.parse(localStorage.getItem(PLACE));
    return (Array.isArray(kept) ? kept : [kept]).filter(isWhole);
  } catch {
    return [];
  }
};
/** What was told last in a form of this phone and has not reached the studio. */
export const lastTold = (to) => read().findLast((told) => told.to === to);

const write = (all) => {
  if (all.length > 0) localStorage.setItem(PLACE, JSON.stringify(all));
  else localStorage.removeItem(PLACE);
};
const forget = (told) => write(read().filter((other) => other.id !== told.id));

/** One field of a form that was kept. */
const field = (told, name) => told.fields.find(([known]) => known === name)?.[1];

for (const form of document.querySelectorAll('form[data-keeps]')) {
  form.addEventListener('submit', (event) => {
    const fields = [...new FormData(form, event.submitter)].filter(([, value]) => typeof value === 'string');
    const told = {
      id: crypto.getRandomValues(new Uint32Array(2)).join('-'),
      phone,
      to: location.pathname,
      at: Date.now(),
      fields: [...fields, ['told', String(Date.now())]],
    };
    try {
      write([...read(), told]);
      sessionStorage.setItem(SENDING, told.id);
    } catch {
      /* a phone without room sends it once */
    }
  });
}

/** A form's token of now, for a form that was filled in before the studio's keys changed. */
async function freshToken(to) {
  const page = new DOMParser().parseFromString(await (await fetch(to)).text(), 'text/html');
  return page.querySelector('[name="__RequestVerificationToken"]')?.value;
}

async function post(told, token) {
  const fields = token
    ? [...told.fields.filter(([name]) => name !== '__RequestVerificationToken'), ['__RequestVerificationToken', token]]
    : told.fields;
  return fetch(told.to, { method: 'POST', body: new URLSearchParams(fields) });
}

async function send(told) {
  try {
    const answer = await post(told);
    return answer.status === 400 ? await post(told, await freshToken(told.to)) : answer;
  } catch {
    return null;
  }
}

const isUrgent = async (answer) =>
  new DOMParser().parseFromString(await answer.text(), 'text/html').querySelector('[data-urgent="true"]') !== null;

async function again() {
  let shown = null;
  for (const told of read()) {
    const answer = await send(told);
    const isAnswered = answer?.ok && answer.redirected && answer.url.includes('/my/answer/');
    // An answer without a redirect shows the form with what is wrong in it: the client must look.
    const mustLook = answer?.ok && new URL(answer.url).pathname === told.to;
    // It was told under another link: it belongs nowhere here.
    const isForeign = answer?.status === 409;
    if (!isAnswered && !mustLook && !isForeign) {
      setTimeout(again, AGAIN);
      break;
    }

    forget(told);
    const found = isAnswered ? { url: answer.url, urgent: await isUrgent(answer) } : mustLook ? { url: told.to, urgent: false } : null;
    if (found && (found.urgent || !shown?.urgent)) shown = found;
  }

  // Of several answers the gravest is shown, else the latest.
  if (shown) location.assign(shown.url);
}

// The answer names the form it belongs to, by its own id or, where it stands in the place of an earlier one, in the address.
const answered = document.querySelector('[data-kept]')?.dataset.kept;
const sending = read().find((told) => told.id === sessionStorage.getItem(SENDING));
const isAnswered = sending && answered && [answered, new URLSearchParams(location.search).get('of')].includes(field(sending, 'key'));
const isRefused = sending && location.pathname === sending.to && document.querySelector('.problem:not(#unkept)');
if (isAnswered || isRefused) forget(sending);
// An answer on the page is read first.
if (read().length > 0) setTimeout(again, answered || document.querySelector('#unkept') ? AGAIN : 0);
