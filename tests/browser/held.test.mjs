// The minutes of a mask on the client's phone: counted, called, kept through a reload, and a way out where it burns.
import assert from 'node:assert/strict';
import test, { after, before } from 'node:test';
import { violations } from './axe.mjs';
import { newPhone, pass, wind } from './guide.mjs';
import { away, clientIds, desk, openPage, signIn, startChromium, startStudio } from './studio.mjs';

let browser;
let studio;
let phone;
let staff;

before(async () => {
  [studio, browser] = await Promise.all([startStudio(), startChromium()]);
  staff = await openPage(browser, studio, desk);
  await signIn(staff, studio);
  phone = await newPhone(browser, staff, studio, (await clientIds(staff, studio)).Orla);
});

after(async () => {
  await browser?.close();
  await studio?.close();
});

const held = () => phone.locator('[data-held]');
const now = () => phone.evaluate(() => Date.now());

// What the face rounds away, and the beat it may be old by.
const SECONDS_OFF = 1.3;

// A busy machine lets the beat go by now and then; a clock that is wrong stays wrong.
const LOOKS = 5;

/** Presses that it is on. @returns what says whether the clock is right, whatever the machine took meanwhile. */
async function putOn() {
  const total = 15 * 60;
  const earliest = await now();
  await held().locator('[data-start]').click();
  const latest = await now();
  return async () => {
    let told = '';
    for (let look = 0; look < LOOKS; look += 1) {
      await pass(phone, 0.3);
      const [face, at] = await phone.evaluate(() => [document.querySelector('[data-held] .clock').textContent, Date.now()]);
      const [, minutes, seconds, over] = face.match(/^(\d+):(\d\d)( over)?$/);
      const left = (Number(minutes) * 60 + Number(seconds)) * (over ? -1 : 1);
      const [least, most] = [earliest, latest].map((began) => total - (at - began) / 1000);
      if (left >= least - SECONDS_OFF && left <= most + SECONDS_OFF) return;
      told = `${face} where ${least} to ${most} s are left`;
    }
    assert.fail(told);
  };
}

async function toTheMask() {
  for (let day = 0; day < 8; day += 1) {
    await phone.goto(`${studio.origin}/my`);
    for (let step = 0; step < 8 && !(await held().count()); step += 1) {
      // An evening with an acid and its wait has no mask.
      if ((await phone.locator('[data-wait]').count()) || !(await phone.locator('form[action*="Done"] button.big-go').count())) break;
      await away(phone, () => phone.click('form[action*="Done"] button.big-go'));
    }
    if (await held().count()) return;
    await wind(staff, studio);
  }
  assert.fail('no mask in a week');
}

test('a mask is counted from one press, called as its time is up, and taken off with the next', async () => {
  await toTheMask();
  await phone.clock.install();
  await phone.reload();
  const before = await phone.locator('h2').first().textContent();
  assert.match(before, /Bank clay/);
  assert.equal(await held().locator('[data-off]').isVisible(), false, 'nothing is off before it was on');
  await putOn();
  await pass(phone, 20);
  await held().locator('[data-back]').click();
  assert.equal(await held().locator('.clock').textContent(), '15:00');
  const isRight = await putOn();
  await pass(phone, 300);
  await isRight();
  assert.deepEqual(await violations(phone, true), []);

  // A reload, and a clock set back, change nothing.
  await phone.reload();
  await isRight();
  assert.equal(await held().locator('[data-up]').isVisible(), false);
  await pass(phone, 600);
  assert.match(await held().locator('[data-up]').textContent(), /Before it cracks, take off with a warm, wet flannel/);
  await pass(phone, 75);
  assert.match(await held().locator('.clock').textContent(), /^\d+:\d\d over$/);
  await isRight();
  assert.deepEqual(await violations(phone, true), []);

  // Whoever it burns is told what to do, and led to say so.
  await held().locator('summary').click();
  assert.match(await held().locator('details').innerText(), /Off with it at once, cool water/);
  assert.equal(await held().locator('details a').getAttribute('href'), '/my/report');
  await away(phone, () => held().locator('[data-off] button').click());
  assert.notEqual(await phone.locator('h2').first().textContent(), before);
  assert.equal(await held().count(), 0);
  assert.deepEqual(phone.faults, []);
});
