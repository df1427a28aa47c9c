// The phone in a cellar: kept pages, ticks and reports that wait, grave signs judged at once, a plan too old, a phone shut out.
import assert from 'node:assert/strict';
import { after, before, beforeEach, test } from 'node:test';
import { violations } from './axe.mjs';
import { makeLink, openLink, ticksSent } from './guide.mjs';
import { clientIds, desk, openPage, signIn, startChromium, startStudio } from './studio.mjs';
import { wireTo } from './wire.mjs';

let studio;
let wire;
let browser;
let staff;
let phone;
let id;
let second;

before(async () => {
  studio = await startStudio();
  browser = await startChromium();
  staff = await openPage(browser, studio, desk);
  await signIn(staff, studio);
  ({ Perrin: id, Orla: second } = await clientIds(staff, studio));
  wire = await wireTo(studio);
  phone = await openPhone();
  await keep();
});
after(async () => {
  await browser?.close();
  wire?.close();
  await studio?.close();
});

const openPhone = async () => {
  const link = await makeLink(staff, studio, id);
  return openLink(browser, studio, link.replace(studio.origin, wire.origin));
};

beforeEach(() => wire.mend());

/** Waits until the phone has kept what it needs. */
async function keep() {
  // A page that was kept a moment ago is not fetched again.
  await phone.goto(`${wire.origin}/my`);
  await phone.waitForFunction(() => sessionStorage.getItem('oatpath:kept-at') !== null);
  await phone.evaluate(() => sessionStorage.removeItem('oatpath:kept-at'));
  await phone.reload();
  await phone.waitForFunction(() => document.body.dataset.keeps === 'true', null, { timeout: 30_000 });
}

const cut = () => wire.cut();
const mend = () => wire.mend();
const shownHalf = () => phone.locator('[data-half]:visible');
const uses = async () => {
  await staff.goto(`${studio.origin}/clients/${id}/look-back`);
  return staff.locator('main').innerText();
};

test('without network tonight, the path and the cautions are there, and say since when', async () => {
  const title = await phone.locator('main h2').first().textContent();
  cut();
  await phone.goto(`${wire.origin}/my`);
  assert.match(await phone.locator('#kept-hint').innerText(), /No network\. This is how it stood on \w+/);
  assert.equal(await shownHalf().count(), 1);
  assert.match(await shownHalf().innerText(), new RegExp(title.trim().slice(0, 6)));
  assert.deepEqual(await violations(phone), []);
  await phone.goto(`${wire.origin}/my/path`);
  assert.ok((await phone.locator('#path [data-day]:visible').count()) >= 13);
  await phone.goto(`${wire.origin}/my/cautions`);
  assert.match(await phone.locator('main').innerText(), /Medical help now/);
  assert.match(await phone.locator('#kept-hint').innerText(), /No network/);
  mend();
});

test('kept again before the first time was over, it is whole all the same; without its scripts nothing active is shown', async () => {
  const leave = await makeLink(staff, studio, second);
  const other = await openLink(browser, studio, leave.replace(studio.origin, wire.origin));
  await other.goto(`${wire.origin}/my`);
  await other.waitForFunction(() => document.body.dataset.keeps === 'true', null, { timeout: 30_000 });
  cut();
  await other.goto(`${wire.origin}/my`);
  await other.locator('[data-half]:visible').waitFor();

  const hand = await other.context().newCDPSession(other);
  await hand.send('Emulation.setScriptExecutionDisabled', { value: true });
  await other.goto(`${wire.origin}/my`);
  await other.locator('[data-gentle]:visible').waitFor();
  assert.equal(await other.locator('[data-half]:visible, #path:visible').count(), 0);
  await other.context().close();
});

test('ticks without network wait on the phone, one is taken back, the others reach the studio once', async () => {
  cut();
  await phone.goto(`${wire.origin}/my`);
  const presses = shownHalf().locator('[data-step] button');
  assert.ok((await presses.count()) > 1);
  for (const at of [0, 1]) await presses.nth(at).click();
  await presses.nth(1).click();
  await phone.reload();
  assert.equal(await shownHalf().locator('button[aria-pressed="true"]').count(), 1);
  const kept = await phone.evaluate(() => JSON.parse(localStorage.getItem('oatpath:ticks')).map((each) => each.step));
  assert.equal(kept.length, 1);
  mend();
  await ticksSent(phone, `${wire.origin}/my`);
  await keep();
  await phone.goto(`${wire.origin}/my/offline`);
  assert.equal(await shownHalf().count(), 1, 'with network it shows the half day of the studio');
  const done = await phone.evaluate(() => document.querySelectorAll('[data-done="done"]').length);
  assert.equal(done, 1);

  // Sent again, as after an answer that was lost, it is there once.
  const again = await phone.evaluate(async () => {
    const half = [...document.querySelectorAll('[data-half]')].find((each) => each.querySelector('[data-done="done"]')).dataset.half;
    const tick = {
      id: [...crypto.getRandomValues(new Uint8Array(16))].map((b) => b.toString(16).padStart(2, '0')).join(''),
      step: document.querySelector('[data-done="done"]').dataset.step,
      day: half.slice(0, 10),
      moment: half.slice(11).toLowerCase(),
      at: Date.now(),
    };
    const send = () =>
      fetch('/my/told', {
        method: 'POST',
        headers: { 'Content-Type': 'application/json' },
        body: JSON.stringify({ phone: document.body.dataset.phone, ticks: [tick] }),
      }).then((answer) => answer.json());
    return [await send(), await send()];
  });
  assert.deepEqual(
    again.map((each) => each.kept.length),
    [1, 1],
  );
});

test('a press whose way was cut is kept under its own id', async () => {
  await phone.goto(`${wire.origin}/my`);
  const key = await phone.locator('form[action*="Done"] [name="key"]').inputValue();
  cut();
  await phone.locator('form[action*="Done"] button').first().click();
  await phone.locator('#kept-hint:visible').waitFor();
  assert.deepEqual(await phone.evaluate(() => JSON.parse(localStorage.getItem('oatpath:ticks')).map((each) => each.id)), [key]);
  mend();
  await ticksSent(phone, `${wire.origin}/my`);
});

test('a grave report without network is answered at once with whom to call, and reaches the studio later', async () => {
  await keep();
  cut();
  await phone.goto(`${wire.origin}/my/report`);
  await phone.locator('label:has(input[name="sting"][value="8"]) span').click();
  await phone.locator('label:has(input[name="length"][value="-1"]) span').click();
  await phone.locator('label:has(input[name="redness"][value="3"]) span').click();
  await phone.click('text=See what it means');
  await phone.locator('[data-outcome="stop"]:visible').waitFor();
  assert.match(await phone.locator('#offline-answer').innerText(), /not with your studio yet/);
  assert.match(await phone.locator('[data-outcome="stop"]').innerText(), /Studio: .*Out of hours: /s);
  assert.equal(await shownHalf().count(), 0, 'nothing active is shown after it');
  assert.match(await phone.locator('[data-gentle]').innerText(), /nothing active until your studio has it/);
  assert.deepEqual(await violations(phone), []);
  mend();
  await phone.waitForURL(/\/my\/answer\//, { timeout: 40_000 });
  assert.match(await phone.locator('main').innerText(), /Stop, call the studio/);
  assert.match(await uses(), /sting 8|8 of 10/i);

  // The plan that is kept is that of the stop, from the next contact on.
  await phone.waitForFunction(() => document.body.dataset.keeps === 'true');
  cut();
  await phone.goto(`${wire.origin}/my`);
  assert.match(await shownHalf().innerText(), /Repair: only what calms/);
});

test('a tick of a phone whose clock ran ahead is refused by word, and is not in the record', async () => {
  await phone.goto(`${wire.origin}/my`);
  await phone.evaluate(() => {
    const tick = {
      id: 'a'.repeat(32),
      step: 'hands',
      day: '2031-01-01',
      moment: 'evening',
      at: Date.now(),
      phone: document.body.dataset.phone,
    };
    localStorage.setItem('oatpath:ticks', JSON.stringify([tick]));
  });
  await phone.reload();
  await ticksSent(phone, `${wire.origin}/my`);
  assert.match(await phone.locator('#refused').innerText(), /clock is wrong/);
  await phone.reload();
  assert.equal(await phone.locator('#refused:visible').count(), 0);
});

test('trouble breathing, asked without network, is medical help at once', async () => {
  await keep();
  cut();
  await phone.goto(`${wire.origin}/my/normal`);
  await phone.locator('#grave button', { hasText: /breath/i }).click();
  await phone.locator('[data-outcome="medical-help"]:visible').waitFor();
  mend();
  await phone.waitForURL(/\/my\/answer\//, { timeout: 40_000 });
});

test('a plan more than three days old shows gentle care only and says why', async () => {
  await keep();
  cut();
  await phone.clock.install({ time: Date.now() + 4 * 86_400_000 });
  await phone.goto(`${wire.origin}/my`);
  await phone.locator('[data-gentle]:visible').waitFor();
  assert.equal(await shownHalf().count(), 0);
  assert.equal(await phone.locator('#path:visible').count(), 0);
  const said = await phone.locator('[data-gentle]').innerText();
  assert.match(said, /Gentle care only/);
  assert.match(said, /nothing active/);
  assert.deepEqual(await violations(phone), []);
  mend();
});

test('a phone that was shut out keeps nothing at the next contact', async () => {
  const pages = () => phone.evaluate(async () => await caches.has('oatpath-pages-1'));
  assert.equal(await pages(), true);
  await staff.goto(`${studio.origin}/clients/${id}/link`);
  await staff.click('text=Shut it out');
  await phone.goto(`${wire.origin}/my`);
  await phone.waitForURL(/no-plan/);
  await phone.waitForFunction(async () => !(await caches.has('oatpath-pages-1')), null, { timeout: 10_000 });
  cut();
  const left = await phone.goto(`${wire.origin}/my`).then((answer) => answer.text());
  assert.match(left, /nothing is kept on this phone yet/);
  mend();
});
