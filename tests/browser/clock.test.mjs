// The machine's clock a year ahead for a while and back, under a running program, with a phone, a Desk, a guide and a second factor in use.
// The wall clock of the program alone is moved (libfaketime); its steady clock runs on, as on a machine whose clock is set.
// OATPATH_AHEAD_SECONDS sets how long it is ahead, OATPATH_LONGEST_MS what a request in 2038 and 2100 may take.
import assert from 'node:assert/strict';
import { createHmac } from 'node:crypto';
import { existsSync, readFileSync, readdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import test from 'node:test';
import { preparedEvening } from './guide.mjs';
import { desk, openPage, startChromium } from './studio.mjs';

const AHEAD = Number(process.env.OATPATH_AHEAD_SECONDS ?? 15);
const YEAR = 365 * 86_400;
const TICKS_A_SECOND = 10_000_000;
// How long a request may take is a matter of the machine: it is held to a bound only where one is named.
const LONGEST_REQUEST = Number(process.env.OATPATH_LONGEST_MS ?? Infinity);
const wait = (seconds) =>
  new Promise((resolve) => {
    setTimeout(resolve, seconds * 1000);
  });

const library = () =>
  readdirSync('/usr/lib', { withFileTypes: true })
    .filter((each) => each.isDirectory())
    .map((each) => join('/usr/lib', each.name, 'faketime/libfaketimeMT.so.1'))
    .find((file) => existsSync(file));

/** A code of an authenticator app (RFC 6238) at a moment in seconds. */
function code(secret, seconds) {
  const bits = [...secret].map((letter) => 'ABCDEFGHIJKLMNOPQRSTUVWXYZ234567'.indexOf(letter).toString(2).padStart(5, '0')).join('');
  const key = Buffer.from(bits.match(/.{8}/g).map((byte) => parseInt(byte, 2)));
  const counter = Buffer.alloc(8);
  counter.writeBigUInt64BE(BigInt(Math.floor(seconds / 30)));
  const hash = createHmac('sha1', key).update(counter).digest();
  return String((hash.readUInt32BE(hash[19] & 15) & 0x7fffffff) % 1_000_000).padStart(6, '0');
}

test('a year ahead and back: nobody is shown another day, the guide counts on, codes follow the machine', async (t) => {
  assert.ok(library(), 'libfaketime is not installed');
  const browser = await startChromium();
  t.after(() => browser.close());
  const evening = await preparedEvening(browser);
  t.after(() => evening.remove());
  let file;
  let base;
  const { phone, studio } = await evening.begin((folder) => {
    file = join(folder, 'clock-offset');
    base = Math.round(Number(readFileSync(join(folder, 'demo-clock'), 'utf8').split(' ')[0]) / TICKS_A_SECOND);
    writeFileSync(file, `+${base}`);
    return {
      demo: false,
      env: { LD_PRELOAD: library(), FAKETIME_TIMESTAMP_FILE: file, FAKETIME_CACHE_DURATION: '1', FAKETIME_DONT_FAKE_MONOTONIC: '1' },
    };
  });
  t.after(() => studio.close());
  let offset = base;
  const setClock = async (to) => {
    offset = to;
    writeFileSync(file, `+${to}`);
    await wait(2);
  };
  const machine = () => Date.now() / 1000 + offset;
  let secret = null;

  // Signs in as the owner, by password and, once it is set, by the code of the machine's time.
  const signIn = async () => {
    const page = await openPage(browser, studio, desk);
    await page.goto(`${studio.origin}/sign-in`);
    await page.fill('#Name', 'maren');
    await page.fill('#Password', 'ferry-and-oats');
    await page.click('main button');
    if (secret) {
      await page.fill('#code', code(secret, machine()));
      await page.click('main button');
    }
    await page.waitForURL(`${studio.origin}/`);
    return page;
  };
  const dayOn = async (page) => (await page.locator('header time').getAttribute('datetime')).slice(0, 10);
  const phoneDay = async () => {
    await phone.goto(`${studio.origin}/my`);
    return (await phone.locator('h1').first().textContent()).trim();
  };

  const owner = await signIn();
  await owner.goto(`${studio.origin}/second-factor`);
  secret = (await owner.locator('main code').first().textContent()).replaceAll(' ', '');
  await owner.fill('#code', code(secret, machine()));
  await owner.click('text=Set it');
  await owner.goto(`${studio.origin}/`);
  const [day, words] = [await dayOn(owner), await phoneDay()];

  // A guide with something on the skin.
  await phone.goto(`${studio.origin}/my/peel`);
  await phone.click('text=Open the guide');
  await phone.waitForSelector('body[data-running]');
  while (await phone.locator('.act-kit[aria-pressed="false"]').count())
    await phone.locator('.act-kit[aria-pressed="false"]').first().click();
  for (let i = 0; i < 2; i += 1) {
    await wait(0.6);
    await phone.locator('#acts button', { hasText: 'No' }).first().click();
  }
  await wait(0.6);
  await phone.locator('#acts .act-go').click();
  const kept = () =>
    phone.evaluate(() => JSON.parse(localStorage.getItem(Object.keys(localStorage).find((key) => key.startsWith('oatpath:session:')))));
  const log = async () => {
    await phone.evaluate(() => document.querySelector('[data-sting="1"]').click());
    const answer = await phone.waitForResponse(
      (response) => response.url().endsWith('/my/session') && response.request().method() === 'POST',
    );
    return [await answer.json(), answer.request().postDataJSON()];
  };
  await wait(0.6);
  const [, before] = await log();

  await setClock(base + YEAR);
  const [answered, sent] = await log();
  assert.ok(
    answered.elapsedMilliseconds - sent.elapsedMilliseconds < 1_500,
    `the studio says ${answered.elapsedMilliseconds} ms, the guide ${sent.elapsedMilliseconds} ms`,
  );
  await wait(AHEAD);
  const [again, later] = await log();
  assert.ok(again.elapsedMilliseconds - later.elapsedMilliseconds < 1_500);
  assert.ok(later.elapsedMilliseconds - before.elapsedMilliseconds < (AHEAD + 30) * 1000, 'the guide was not hurried by a year');
  assert.ok((await kept()).events.length > 3);

  // Everybody is where they were, and the owner is asked. The sign-in ended by the machine's time, so a code of that year opens the door.
  const ahead = await signIn();
  assert.equal(await dayOn(ahead), day);
  await ahead.locator('#clock-ahead').waitFor();
  await ahead.click('text=Say which day it is');
  await ahead.fill('#today', day);
  await ahead.click('text=This is today');
  await ahead.locator('text=Then the machine').waitFor();
  const other = await (
    await browser.newContext({ storageState: await phone.context().storageState(), viewport: { width: 390, height: 844 } })
  ).newPage();
  await other.goto(`${studio.origin}/my`);
  assert.equal((await other.locator('h1').first().textContent()).trim(), words);
  await other.locator('text=clock was set wrong').waitFor();

  await setClock(base + AHEAD);
  await wait(31 - AHEAD > 0 ? 31 - AHEAD : 0);
  const back = await signIn();
  assert.equal(await dayOn(back), day);
  assert.equal(await back.locator('#clock-ahead').count(), 0);
  await back.goto(`${studio.origin}/house/clock`);
  await back.locator('text=agree').waitFor();
  const [home] = await log();
  assert.ok(home.elapsedMilliseconds < (AHEAD + 120) * 1000);
  assert.equal(await phoneDay(), words);

  // Believed after all, in 2038 and 2100: every page answers. Each was shown before, so that what a program does once is not counted.
  const pages = ['/', '/clients', ...['ramp', 'care', 'publish', 'shelf'].map((page) => `/clients/${evening.id}/${page}`)];
  for (const path of pages) await back.request.get(studio.origin + path);
  for (const year of [2038, 2100]) {
    const far = Math.round(Date.UTC(year, 0, 20, 17, 30) / 1000 - Date.now() / 1000);
    await setClock(far);
    const there = await signIn();
    await there.goto(`${studio.origin}/house/clock`);
    await there.fill('#today', `${year}-01-20`);
    await there.click('text=This is today');
    await there.waitForURL(`${studio.origin}/`);
    assert.equal(await dayOn(there), `${year}-01-20`);
    for (const path of pages) {
      const since = performance.now();
      const answer = await there.request.get(studio.origin + path);
      const took = Math.round(performance.now() - since);
      console.log(`${year} ${path.replace(evening.id, 'ID')} ${took} ms`);
      assert.equal(answer.status(), 200);
      assert.ok(took < LONGEST_REQUEST, `${path} took ${took} ms in ${year}`);
    }
  }
});
