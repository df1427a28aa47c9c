// What a guide could not send yet goes out from any page.
import { phone } from './belongs.js';
import { sendWaiting } from './guide/log.js';
import { minutes } from './guide/minutes.js';
import { count } from './held.js';
import { keptAt } from './kept.js';
import { sendTicks } from './ticks.js';
import './unsent.js';
import { said } from './said.js';

sendWaiting(phone);
sendTicks();
addEventListener('online', () => sendWaiting(phone));

const held = document.querySelector('[data-held]');
if (held) count(held);

// The running clock of a wait, and the phone's own time beside the studio's.
const wait = document.querySelector('[data-wait]');
if (wait) {
  const total = Number(wait.dataset.wait);
  const face = wait.querySelector('.clock');
  const bar = wait.querySelector('progress');
  const start = wait.querySelector('[data-start]');
  const done = wait.querySelector('[data-done]');
  const show = (left) => {
    face.textContent = minutes(left * 1000);
    bar.value = total - left;
  };
  const key = `wait:${wait.dataset.key}`;
  const tick = () => {
    const left = Math.max(0, Math.ceil((Number(sessionStorage.getItem(key)) - Date.now()) / 1000));
    show(left);
    if (left > 0) {
      setTimeout(tick, 250);
      return;
    }
    face.textContent = said('Done');
    done.hidden = false;
    start.hidden = true;
    navigator.vibrate?.(300);
  };
  start.addEventListener('click', () => {
    sessionStorage.setItem(key, String(Date.now() + total * 1000));
    start.hidden = true;
    done.hidden = false;
    navigator.wakeLock?.request('screen').catch(() => {});
    tick();
  });
  show(total);
  if (Number(sessionStorage.getItem(key)) > Date.now()) {
    start.hidden = true;
    done.hidden = false;
    tick();
  } else {
    sessionStorage.removeItem(key);
  }
}

const studio = Number(document.body.dataset.now);
const off = Math.round((Date.now() - studio) / 60000);
if (keptAt === null && !document.body.dataset.demo && Math.abs(off) > 10) {
  const hint = document.querySelector('#clock-hint');
  if (hint) hint.hidden = false;
}
