// The phone on many days: words and weekdays differ, what has to be pressed and what has the focus never lies under the bar.
// From every start day of three weeks, a month's end, a year's end, a leap day and both changes of the clock.
import assert from 'node:assert/strict';
import { after, before, describe, test } from 'node:test';
import { newPhone } from './guide.mjs';
import { clientIds, desk, openPage, signIn, startChromium, startStudio } from './studio.mjs';

const iso = (date) => date.toISOString().slice(0, 10);
const plus = (date, days) => new Date(date.getTime() + days * 86_400_000);
const today = new Date(`${iso(new Date())}T12:00:00Z`);
const lastSunday = (year, month) => {
  const end = new Date(Date.UTC(year, month + 1, 0, 12));
  return plus(end, -end.getUTCDay());
};
const next = (of) => [today.getUTCFullYear(), today.getUTCFullYear() + 1].map(of).find((day) => day > today);
const leap = () => {
  for (let year = today.getUTCFullYear(); ; year += 1)
    if (year % 4 === 0 && new Date(Date.UTC(year, 1, 29, 12)) > today) return new Date(Date.UTC(year, 1, 29, 12));
};
const ends = [
  new Date(Date.UTC(today.getUTCFullYear(), today.getUTCMonth() + 1, 0, 12)),
  next((year) => new Date(Date.UTC(year, 11, 31, 12))),
  leap(),
  ...[2, 9].map((month) => next((year) => lastSunday(year, month))),
]
  .flatMap((day) => [plus(day, -1), day])
  .filter((day) => day >= today);
// Every third day of three weeks meets every weekday; with OATPATH_START_DAYS each of so many days.
const every = process.env.OATPATH_START_DAYS ? 1 : 3;
const starts = [
  ...new Set([
    ...Array.from({ length: every === 1 ? Number(process.env.OATPATH_START_DAYS) : 7 }, (_, day) => iso(plus(today, day * every))),
    ...ends.map(iso),
  ]),
];

/** What of a page lies, whole or in part, under the bar: first as it opens, then each thing by Tab. */
async function hidden(phone) {
  const under = () =>
    phone.evaluate(() => {
      const bar = document.querySelector('.foot')?.getBoundingClientRect();
      const main = document.querySelector('main').getBoundingClientRect();
      if (!bar) return ['no bar'];
      if (main.bottom > bar.top + 1 && getComputedStyle(document.querySelector('main')).overflowY === 'auto')
        return ['the page reaches under the bar'];
      const at = document.activeElement;
      if (!at || at === document.body || at.closest('.foot') || at.classList.contains('skip')) return [];
      // A choice whose input is not drawn is marked on its label.
      const drawn = (at.matches('.picks input, .scale input, .yes-no input') ? at.nextElementSibling : at).getBoundingClientRect();
      return drawn.bottom > bar.top + 1 || drawn.top < -1
        ? [
            `${at.tagName} ${at.textContent.trim().slice(0, 30) || at.name}: ` +
              `${Math.round(drawn.top)} to ${Math.round(drawn.bottom)}, bar at ${Math.round(bar.top)}`,
          ]
        : [];
    });
  const found = await under();
  for (let i = 0; i < 60; i += 1) {
    await phone.keyboard.press('Tab');
    if (await phone.evaluate(() => document.activeElement === document.body || document.activeElement.closest('.foot') !== null)) break;
    found.push(...(await under()));
  }
  return found;
}

const pages = ['/my', '/my/peel', '/my/report', '/my/normal', '/my/path', '/my/cautions'];

describe('the phone on many days', () => {
  let browser;
  before(async () => {
    browser = await startChromium();
  });
  after(async () => {
    await browser?.close();
  });

  async function phones(from, names) {
    const studio = await startStudio({ from });
    const page = await openPage(browser, studio, desk);
    await signIn(page, studio);
    const clients = await clientIds(page, studio);
    const opened = {};
    for (const name of names) {
      const phone = await newPhone(browser, page, studio, clients[name]);
      opened[name] = phone;
    }
    return {
      studio,
      opened,
      close: async () => {
        for (const each of [page, ...Object.values(opened)]) await each.context().close();
        await studio.close();
      },
    };
  }

  test('nothing lies under the bar on any phone page, also with text twice as large', async () => {
    const { studio, opened, close } = await phones(undefined, ['Wilmot', 'Sunniva', 'Orla']);
    const found = [];
    for (const [name, phone] of Object.entries(opened)) {
      for (const large of [false, true]) {
        for (const path of pages) {
          await phone.goto(studio.origin + path);
          if (large)
            await phone.addStyleTag({ content: 'html { font-size: 225% !important; }' }).catch(() =>
              phone.evaluate(() => {
                document.documentElement.style.fontSize = '225%';
              }),
            );
          for (const what of await hidden(phone)) found.push(`${name} ${path}${large ? ' at 200 %' : ''}: ${what}`);
        }
      }
    }
    await close();
    assert.deepEqual(found, []);
  });

  for (const from of starts) {
    test(`begun on ${from}: the questions of a peel and the phone's pages are answered by keyboard with nothing covered`, async () => {
      const {
        studio,
        opened: { Wilmot: phone },
        close,
      } = await phones(from, ['Wilmot']);
      const found = [];
      for (const path of ['/my', '/my/peel']) {
        await phone.goto(studio.origin + path);
        for (const what of await hidden(phone)) found.push(`${path}: ${what}`);
      }
      await phone.goto(`${studio.origin}/my/peel?again=true`);
      for (const field of ['sunburn', 'open-skin', 'cold-sore', 'new-medicine', 'used-else', 'pregnant', 'ill', 'stings']) {
        await phone.locator(`input[name="${field}"][value="no"]`).focus();
        await phone.keyboard.press('Space');
        if (field === 'sunburn') await phone.keyboard.press('ArrowRight');
      }
      await phone.keyboard.press('Enter');
      await phone.waitForSelector('.verdict');
      assert.match(await phone.locator('h1').last().textContent(), /Not tonight/);
      for (const what of await hidden(phone)) found.push(`not tonight: ${what}`);
      const faults = [...phone.faults];
      await close();
      assert.deepEqual([found, faults], [[], []]);
    });
  }
});
