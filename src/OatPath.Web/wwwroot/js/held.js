// The minutes of a mask, a wash, a scrub: from the press as it goes on to the call as its time is up, also through a reload.
import { minutes } from './guide/minutes.js';
import { awaken, call, stayOn } from './guide/senses.js';
import { said } from './said.js';

const CALL_EVERY = 6000;

/** Counts a step's minutes on its part of the page. */
export function count(part) {
  const total = Number(part.dataset.held) * 1000;
  const key = `held:${part.dataset.key}`;
  const [face, bar, up, start, off, back] = ['.clock', 'progress', '[data-up]', '[data-start]', '[data-off]', '[data-back]'].map((each) =>
    part.querySelector(each),
  );
  // The longer of two clocks: a phone that was set back does not leave anything on.
  let began = null;
  let before = 0;
  let loaded = 0;
  let calledAt = 0;
  let beat = 0;
  const elapsed = () => Math.max(Date.now() - began, before + performance.now() - loaded);
  const tick = () => {
    const left = total - elapsed();
    face.textContent = left > 0 ? minutes(left + 999) : said`${minutes(-left)} over`;
    bar.value = Math.min(total, total - left) / 1000;
    if (left <= 0) {
      up.hidden = false;
      part.classList.add('is-up');
      if (performance.now() - calledAt > CALL_EVERY) {
        calledAt = performance.now();
        call('cue');
      }
    }
    sessionStorage.setItem(key, JSON.stringify([began, elapsed()]));
  };
  const run = (at, had) => {
    [began, before, loaded] = [at, had, performance.now()];
    calledAt = -CALL_EVERY;
    start.hidden = true;
    off.hidden = false;
    back.hidden = false;
    stayOn();
    tick();
    beat = setInterval(tick, 250);
  };
  const rest = () => {
    clearInterval(beat);
    sessionStorage.removeItem(key);
    part.classList.remove('is-up');
    face.textContent = minutes(total);
    bar.value = 0;
    start.hidden = false;
    [off, back, up].forEach((each) => (each.hidden = true));
  };
  start.addEventListener('click', () => {
    awaken();
    run(Date.now(), 0);
  });
  off.addEventListener('submit', () => sessionStorage.removeItem(key));
  back.addEventListener('click', rest);
  const kept = JSON.parse(sessionStorage.getItem(key) ?? 'null');
  rest();
  if (kept) run(kept[0], Math.max(0, kept[1]));
}
