// The plan as this phone keeps it: the half day that is now, ticks that wait, and the answer to what was told without network.
import { phone } from './belongs.js';
import { judge, judgeAsked } from './judge.js';
import { careDay, HELD, keptAt, newKey, studioNow } from './kept.js';
import { isIn, tick, untick, waiting } from './ticks.js';
import { said } from './said.js';
import { lastTold } from './unsent.js';

const { dataset } = document.body;
const kept = document.getElementById('offline-table');
const table = JSON.parse(kept.content.textContent);
const halves = [...document.querySelectorAll('[data-half]')];
const DAY = 86_400_000;

function showTicks(half) {
  const here = waiting().filter((each) => isIn(half.dataset.half, each));
  for (const line of half.querySelectorAll('[data-step]')) {
    const isWaiting = here.some((each) => each.step === line.dataset.step);
    line.classList.toggle('is-done', isWaiting || !!line.dataset.done);
    const press = line.querySelector('button');
    if (!press) continue;
    press.setAttribute('aria-pressed', String(isWaiting));
    press.textContent = isWaiting ? said('Done, kept on this phone. Take it back') : said('Done');
  }
}

/** Whether something was told without network after which nothing active goes on. */
const isHeld = () => keptAt !== null && localStorage.getItem(HELD) === phone;

function shownHalf() {
  const now = studioNow();
  const isOld = keptAt !== null && Date.now() - keptAt > Number(kept.dataset.limit) * DAY;
  const half = halves.find((each) => Number(each.dataset.from) <= now && now < Number(each.dataset.until));
  // A phone's clock that stands before the time at which this was kept tells nothing.
  return isHeld() || isOld || !half || (keptAt !== null && Date.now() < keptAt - DAY / 2) ? null : half;
}

function show() {
  const half = shownHalf();
  halves.forEach((each) => (each.hidden = each !== half));
  document.querySelector('[data-gentle]').hidden = half !== null;
  for (const why of document.querySelectorAll('[data-why]')) why.hidden = (why.dataset.why === 'told') !== isHeld();
  document.querySelector('#path').hidden = half === null;
  const today = careDay(studioNow());
  for (const day of document.querySelectorAll('#path [data-day]')) day.hidden = day.dataset.day < today;
  if (half) showTicks(half);
}

for (const half of halves)
  half.addEventListener('click', (event) => {
    const line = event.target.closest('button')?.closest('[data-step]');
    if (!line) return;
    if (event.target.getAttribute('aria-pressed') === 'true') untick(line.dataset.step, half.dataset.half);
    else tick(newKey(), line.dataset.step, half.dataset.half, studioNow());
    showTicks(half);
  });

/** A press on the page of before, whose way to the studio was cut: it has the same id there and here. */
function takePress() {
  const { step, key, half } = JSON.parse(dataset.pressed ?? '{}');
  const line = halves.find((each) => each.dataset.half === half)?.querySelector(`[data-step="${CSS.escape(step ?? '')}"]`);
  if (key && line?.dataset.takes) tick(key, step, half, studioNow());
  else if (dataset.pressed && !dataset.asked.match(/^\/my\/(report|normal)$/)) document.querySelector('#not-kept').hidden = false;
}

/** What was told last on this phone and has not reached the studio, read as the core reads it. */
function answer() {
  if (!/^\/my\/(report|normal)$/.test(dataset.asked ?? '') || !dataset.pressed) return;
  const fields = JSON.parse(dataset.pressed);
  const told = lastTold(dataset.asked);
  const all = (name) => (told?.fields ?? Object.entries(fields)).filter(([known]) => known === name).map(([, value]) => value);
  const one = (name) => all(name)[0];
  const number = (name) => Number(one(name) ?? 0);
  const isAsked = dataset.asked === '/my/normal';
  if (isAsked ? !(one('sign') ?? one('grave')) : one('sting') === undefined) return;
  const length = one('length') === undefined ? 0 : number('length');
  const outcome = isAsked
    ? judgeAsked(one('grave') ?? one('sign'), table)
    : judge(
        {
          sting: number('sting'),
          stingSeconds: number('sting') === 0 ? 0 : length < 0 ? null : length,
          redness: number('redness'),
          past24: one('past24') === 'true',
          tight: one('tight') === 'true',
          flaking: one('flaking') === 'true',
          pain: number('pain'),
          signs: all('signs'),
        },
        { previousSting: table.previousSting },
        table,
      );
  if (outcome !== 'carry-on') localStorage.setItem(HELD, phone);
  const shown = document.querySelector(`[data-outcome="${outcome}"]`);
  shown.hidden = false;
  shown.scrollIntoView();
  document.querySelector('#offline-answer').hidden = false;
}

takePress();
answer();
show();
addEventListener('ticks-sent', () => (keptAt === null ? show() : location.assign('/my')));
document.addEventListener('visibilitychange', () => document.visibilityState === 'visible' && show());
setInterval(show, 30_000);
if (dataset.asked === '/my/path') document.querySelector('#path').scrollIntoView();
