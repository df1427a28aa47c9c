// Many labels at once: pasted, looked over by keyboard, put on the shelf, taken back.
import assert from 'node:assert/strict';
import test, { after, before } from 'node:test';
import { violations } from './axe.mjs';
import { desk, openPage, pocket, signIn, startChromium, startStudio } from './studio.mjs';

let browser;
let studio;
let page;

before(async () => {
  [studio, browser] = await Promise.all([startStudio(), startChromium()]);
  page = await openPage(browser, studio, desk);
  await signIn(page, studio);
});

after(async () => {
  await browser?.close();
  await studio?.close();
});

const PASTED = `Pine wash, gel cleanser, 200 mL, 14.00
Pine drops, salicylic, 30 mL

Pine cream
Moisturiser
Ingredients: Aqua, Glycerin, Butyrospermum Parkii (Shea) Butter, Cetearyl Alcohol, Phenoxyethanol, Ethylhexylglycerin`;

test('labels and lines are read together, corrected in place by keyboard, and kept', async () => {
  await page.goto(`${studio.origin}/shelf/paste`);
  assert.deepEqual(await violations(page), []);
  await page.keyboard.insertText(PASTED);
  await page.keyboard.press('Tab');
  await page.keyboard.press('Enter');
  await page.waitForSelector('.pasted-row');
  assert.equal(await page.locator('.pasted-row').count(), 3);
  assert.match(await page.locator('.pasted-row').nth(1).innerText(), /how strong is not said/);
  assert.deepEqual(await violations(page), []);
  await page.setViewportSize(pocket.viewport ?? { width: 390, height: 844 });
  assert.ok(await page.evaluate(() => document.documentElement.scrollWidth <= window.innerWidth), 'no sideways scroll on a phone');
  await page.setViewportSize({ width: 1280, height: 800 });

  await page.locator('[name="r1.actives"]').focus();
  await page.keyboard.press('End');
  await page.keyboard.insertText(' 2');
  await page.keyboard.press('Tab');
  await page.keyboard.insertText('3.4');
  await page.keyboard.press('Enter');
  await page.waitForURL(`${studio.origin}/shelf`);
  assert.match(await page.locator('main').innerText(), /3 products put on the shelf/);
  await page.goto(`${studio.origin}/shelf?q=Pine`);
  assert.match(await page.locator('#list').innerText(), /Pine drops[\s\S]*salicylic acid 2 %[\s\S]*pH 3.4/);
  assert.deepEqual(page.faults, []);
});
