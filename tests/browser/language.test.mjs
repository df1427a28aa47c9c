// The guide in a language of odd letters: whatever stays in plain ones was not said through the catalogue.
import assert from 'node:assert/strict';
import test, { after, before, beforeEach } from 'node:test';
import { newPhone, pass, preparedEvening, wind } from './guide.mjs';
import { clientIds, desk, openPage, signIn, startChromium, startStudio } from './studio.mjs';

const language = 'qps-ploc';
// What every language writes alike.
const alike = ['SPF', 'mL'];
let browser;
const left = new Map();

before(async () => {
  browser = await startChromium();
});
beforeEach(() => left.clear());
after(async () => {
  await browser?.close();
});

/** Notes every text of the page that has a plain word, save the names of products. */
async function look(phone, where) {
  const found = await phone.evaluate((ours) => {
    const guide = JSON.parse(document.querySelector('#guide').dataset.guide);
    const gels = guide.script.device?.gels.map((gel) => gel.name) ?? [];
    const names = [guide.script.name, ...gels, ...ours];
    const walker = document.createTreeWalker(document.body, NodeFilter.SHOW_TEXT);
    const texts = [document.title, ...[...document.querySelectorAll('[aria-label]')].map((each) => each.getAttribute('aria-label'))];
    while (walker.nextNode()) if (!walker.currentNode.parentElement.closest('script, style, noscript')) texts.push(walker.currentNode.data);
    return texts.filter((text) => /[A-Za-z]{2,}/.test(names.reduce((rest, name) => rest.replaceAll(name, ''), text)));
  }, alike);
  found.forEach((text) => left.set(text, where));
}

/** Presses a button of the guide by its place, and looks at what it leads to. */
async function press(phone, selector, at = 0) {
  await pass(phone, 0.6);
  const button = phone.locator(selector).nth(at);
  const words = await button.textContent();
  await button.click();
  await pass(phone, 0.4);
  await look(phone, `after ${words}`);
}

async function ready(phone) {
  await look(phone, 'kit');
  while (await phone.locator('.act-kit[aria-pressed="false"]').count()) await press(phone, '.act-kit[aria-pressed="false"]');
  while (await phone.evaluate(() => document.querySelectorAll('#acts button').length === 2)) await press(phone, '#acts button');
}

test('A guided peel keeps no plain word: kit, zones, burns, water, help', async () => {
  const evening = await preparedEvening(browser);
  const one = await evening.begin(() => ({ language }));
  const { phone, studio } = one;
  await phone.goto(`${studio.origin}/my/peel?again=true`);
  for (const radio of await phone.locator('label:has(input[value="no"]) span').all()) await radio.click();
  await phone.locator('label:has(input[name="agree"]) span').click();
  await phone.click('form[action*="Answer"] button.big-go');
  await phone.clock.install();
  await phone.click('form[action*="Begin"] button');
  await phone.waitForSelector('body[data-running]');
  await ready(phone);
  for (let zone = 0; zone < 3; zone += 1) {
    await press(phone, '#acts button');
    await pass(phone, 19);
    await look(phone, 'on');
  }
  await press(phone, '#more');
  await phone.keyboard.press('Escape');
  await press(phone, '#stings button', 2);
  await pass(phone, 600);
  await look(phone, 'late');
  await press(phone, '#burns');
  await pass(phone, 700);
  await look(phone, 'after the water');
  for (let again = 0; again < 3; again += 1) if (await phone.locator('#acts button').count()) await press(phone, '#acts button');
  assert.deepEqual([...left], []);
  await one.phone.context().close();
  await one.practitioner.context().close();
  await studio.close();
  await evening.remove();
});

test('A device keeps no plain word: gel, setting, contact, a nick', async () => {
  const studio = await startStudio({ language });
  const staff = await openPage(browser, studio, desk);
  await signIn(staff, studio);
  const phone = await newPhone(browser, staff, studio, (await clientIds(staff, studio)).Marlo);
  const device = async () => {
    await phone.goto(`${studio.origin}/my`);
    for (let step = 0; step < 12 && !(await phone.locator('a[href^="/my/device/"]').count()); step += 1)
      await phone.click('form[action*="Done"] button.big-go');
    return phone.locator('a[href^="/my/device/"]').first().getAttribute('href', { timeout: 2_000 });
  };
  for (let day = 0; day < 7; day += 1) {
    const found = await device().catch(() => null);
    if (found) {
      await phone.goto(studio.origin + found);
      break;
    }
    await wind(staff, studio);
  }
  await phone.clock.install();
  await phone.click('form[action*="Begin"] button');
  await phone.waitForSelector('body[data-running]');
  await ready(phone);
  for (let step = 0; step < 6; step += 1) {
    if (await phone.locator('#acts button').count()) await press(phone, '#acts button');
    await pass(phone, 12);
    await look(phone, 'on the way');
  }
  await press(phone, '#more');
  await phone.keyboard.press('Escape');
  await press(phone, '#alarms button');
  assert.deepEqual([...left], []);
  await studio.close();
});
