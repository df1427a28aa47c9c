// What is used against the plan: told on the phone, answered there at once, and named on the Desk.
import assert from 'node:assert/strict';
import { after, before, test } from 'node:test';
import { violations } from './axe.mjs';
import { openLink } from './guide.mjs';
import { clientIds, desk, openPage, signIn, startChromium, startStudio } from './studio.mjs';

let studio; let browser; let page; let clients;

before(async () => {
  studio = await startStudio();
  browser = await startChromium();
  page = await openPage(browser, studio, desk);
  await signIn(page, studio);
  clients = await clientIds(page, studio);
});
after(async () => { await browser?.close(); await studio?.close(); });

const phoneOf = async (name) => {
  await page.goto(`${studio.origin}/clients/${clients[name]}/link`);
  await page.click('text=Make the phone link');
  return openLink(browser, studio, await page.inputValue('#address'));
};

const words = async (of) => (await of.locator('main').innerText()).replace(/\s+/g, ' ');

/** Tells a calm evening on which something else was used, and gives what the phone answers. */
const tell = async (phone, also, minutes = '') => {
  await phone.goto(`${studio.origin}/my/report`);
  for (const name of ['sting', 'redness']) await phone.locator(`label:has(input[name=${name}][value="0"])`).click();
  await phone.fill('#also', also);
  await phone.fill('#minutes', minutes);
  await phone.click('text=See what it means');
  await phone.waitForSelector('.verdict');
  return words(phone);
};

const onDesk = async () => { await page.goto(studio.origin); return words(page); };

test('a scrub and a picked flake three days after a salon peel are too soon, at once and on the Desk', async () => {
  const phone = await phoneOf('Bettina');
  const answer = await tell(phone, 'sugar scrub, picked a flake');
  assert.match(answer, /was too soon/);
  assert.match(answer, /No more of it/);
  assert.match(answer, /Leave it alone now/);
  assert.doesNotMatch(answer, /Carry on/i);
  assert.deepEqual(await violations(phone, true), []);

  await phone.goto(`${studio.origin}/my`);
  assert.match(await words(phone), /That was too soon/);
  assert.match(await words(phone), /Has it closed\?/);
  assert.match(await onDesk(), /Bettina[\s\S]*was too soon/);
  assert.deepEqual([...phone.faults, ...page.faults], []);
});

test('what is never used at home, yet was, means stop and call, with the minutes asked for', async () => {
  const phone = await phoneOf('Jory');
  const answer = await tell(phone, 'a TCA peel from a shop', '12');
  assert.match(answer, /[Cc]all/);
  assert.match(answer, /Everything active stays off/);
  assert.match(await onDesk(), /Jory/);
  assert.deepEqual([...phone.faults, ...page.faults], []);
});

test('an early look at a patch test is answered with its hour, named on the Desk, and asked again', async () => {
  const phone = await phoneOf('Perrin');
  await phone.goto(`${studio.origin}/my`);
  for (let i = 0; i < 12 && !(await phone.locator('text=It is on my arm').count()); i += 1) await phone.locator('#step form .big-go:visible').first().click();
  await phone.click('text=It is on my arm');
  await page.goto(studio.origin);
  await page.locator('form[action="/demo/clock"] button[value="1"]').click();
  await page.waitForSelector('.clock time');

  await phone.goto(`${studio.origin}/my`);
  await phone.click('text=It looks clear');
  await phone.waitForSelector('text=Your look is noted');
  assert.match(await words(phone), /Look again from/);
  assert.match(await onDesk(), /looked at early/);
  assert.deepEqual([...phone.faults, ...page.faults], []);
});
