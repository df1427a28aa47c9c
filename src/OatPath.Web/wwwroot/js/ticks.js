// Steps that were ticked without network stay on the phone until the studio has them, each once, with the time it was pressed.
import { phone } from './belongs.js';

const PLACE = 'oatpath:ticks';
const REFUSED = 'oatpath:refused';
const AGAIN = 15_000;

// A press by mistake is taken back before it is sent.
const SOON = 5_000;
let timer = 0;
const MOST = 200;

export function waiting() {
  try {
    const kept = JSON.parse(localStorage.getItem(PLACE));
    return (Array.isArray(kept) ? kept : []).filter((each) => each?.phone === phone);
  } catch {
    return [];
  }
}

const write = (ticks) =>
  ticks.length > 0 ? localStorage.setItem(PLACE, JSON.stringify(ticks.slice(-MOST))) : localStorage.removeItem(PLACE);

/** Keeps a tick; the same step of the same half day is one tick. */
export function tick(id, step, half, at) {
  const [day, moment] = [half.slice(0, 10), half.slice(11).toLowerCase()];
  if (!waiting().some((other) => other.step === step && other.day === day && other.moment === moment))
    write([...waiting(), { id, step, day, moment, at, phone }]);
  clearTimeout(timer);
  timer = setTimeout(sendTicks, SOON);
}

/** Whether a tick belongs to a half day, by the name the pages give it. */
export const isIn = (half, { day, moment }) => half.toLowerCase() === `${day}-${moment}`;

export const untick = (step, half) => write(waiting().filter((other) => !(other.step === step && isIn(half, other))));

/** Sends what waits, in its order, and goes on trying while the page is open. */
export async function sendTicks() {
  clearTimeout(timer);
  const ticks = waiting();
  if (ticks.length === 0) return;
  try {
    const answer = await fetch('/my/told', {
      method: 'POST',
      headers: { 'Content-Type': 'application/json' },
      body: JSON.stringify({ phone, ticks: ticks.map(({ phone: _, ...rest }) => rest) }),
    });
    if (answer.ok) {
      const { kept, refused } = await answer.json();
      const gone = new Set([...kept, ...refused.map((each) => each.id)]);
      write(waiting().filter((each) => !gone.has(each.id)));
      if (refused.length > 0) sessionStorage.setItem(REFUSED, JSON.stringify([...new Set(refused.map((each) => each.why))]));
      dispatchEvent(new CustomEvent('ticks-sent', { detail: { kept, refused } }));
      return;
    }
  } catch {
    /* still no network */
  }
  timer = setTimeout(sendTicks, AGAIN);
}

addEventListener('online', sendTicks);

// What could not be kept is said on the next page, once.
const refused = document.querySelector('#refused');
if (refused && sessionStorage.getItem(REFUSED)) {
  refused.textContent = JSON.parse(sessionStorage.getItem(REFUSED)).join(' ');
  refused.hidden = false;
  sessionStorage.removeItem(REFUSED);
}
