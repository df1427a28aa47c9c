// Meet by keyboard, the face map, and a first plan looked over on one screen.
import assert from 'node:assert/strict';
import { after, before, test } from 'node:test';
import { violations } from './axe.mjs';
import { desk, openPage, signIn, startChromium, startStudio } from './studio.mjs';

let studio;
let browser;
let page;
let id;

before(async () => {
  studio = await startStudio();
  browser = await startChromium();
  page = await openPage(browser, studio, desk);
  await signIn(page, studio);
  await page.goto(`${studio.origin}/clients/new`);
  await page.fill('[name=Name]', 'Pia Rowan');
  await page.locator('main form button').first().click();
  id = page.url().split('/')[4];
});
after(async () => {
  await browser.close();
  await studio.close();
});

const isSound = async () => assert.deepEqual(await violations(page), []);

test('every zone is answered by keyboard alone', async () => {
  await page.goto(`${studio.origin}/clients/${id}/meet`);
  await page.focus('#flag-open-skin');
  await page.keyboard.press('Space');
  const zones = await page.locator('input[name="zones-open-skin"]').count();
  assert.ok(zones >= 20, `${zones} zones`);
  for (let i = 0, ticked = 0; ticked < zones && i < zones + 10; i += 1) {
    await page.keyboard.press('Tab');
    if (await page.evaluate(() => document.activeElement.name === 'zones-open-skin')) {
      await page.keyboard.press('Space');
      ticked += 1;
    }
  }
  assert.equal(await page.locator('input[name="zones-open-skin"]:checked').count(), zones);
  assert.equal(await page.locator('.face-map:visible .face-zone.is-chosen').count(), zones);
  await isSound();
});

test('a click on the drawing ticks the box, on the side it is named for', async () => {
  await page.locator('.face-map:visible [data-zone="LeftCheek"]').click();
  assert.equal(await page.locator('input[name="zones-open-skin"][value="LeftCheek"]').isChecked(), false);
  // The practitioner faces the client: the client's left is at the right of the drawing.
  const [left, right] = await Promise.all(
    ['LeftCheek', 'RightCheek'].map((zone) => page.locator(`.face-map:visible [data-zone="${zone}"]`).boundingBox()),
  );
  assert.ok(left.x > right.x);
});

test('none of these and an answer take each other back, and the filter finds a question', async () => {
  await page.check('#none-Medicines');
  await page.check('#flag-isotretinoin');
  assert.equal(await page.isChecked('#none-Medicines'), false);
  await page.check('#none-Medicines');
  assert.equal(await page.isChecked('#flag-isotretinoin'), false);
  await page.fill('#ask-filter', 'pacemaker nothing');
  assert.match(await page.textContent('#ask-left'), /No question/);
  await page.fill('#ask-filter', 'keloid');
  assert.equal(await page.locator('[data-ask]:visible').count(), 1);
  await page.fill('#ask-filter', '');
});

test('a first plan of nine products is looked over on one screen, each change said once', async () => {
  await page.uncheck('#flag-open-skin');
  for (const concern of ['Breakouts', 'FineLines', 'Marks']) await page.check(`#concern-${concern}`);
  await page.fill('#minutesADay', '30');
  await page.click('text=Save and go to the shelf');
  await page.goto(`${studio.origin}/clients/${id}/meet`);
  assert.equal(await page.isChecked('#none-Medicines'), true);
  await page.goto(`${studio.origin}/clients/${id}/start`);
  await page.click('text=Take the full routine');
  await page.goto(`${studio.origin}/clients/${id}/publish`);
  assert.match(await page.textContent('.stations'), /9 products/);
  assert.ok((await page.evaluate(() => document.documentElement.scrollHeight)) <= desk.height);
  const lines = await page.locator('.change-lines li').allTextContents();
  const names = lines.flatMap((line) => {
    const [what, how] = line.split(':');
    return what.split(/, | and /).map((name) => `${name.trim()} ${/morning/.test(how) ? 'morning' : 'evening'}`);
  });
  assert.equal(new Set(names).size, names.length, names.join('; '));
  assert.ok(
    lines.some((line) => /patch test tonight, then /.test(line)),
    lines.join('; '),
  );
  await isSound();
  await page.click('text=Publish to the client');
  await page.click('text=Make the phone link');
  await page.waitForSelector('#address');
  assert.equal((await page.locator('main .btn-go').allTextContents()).join(), 'Copy the link');
  assert.deepEqual(page.faults, []);
});

test('the rules are searched as one types', async () => {
  await page.goto(`${studio.origin}/rules`);
  await page.keyboard.press('s');
  await page.keyboard.type('salicylic');
  await page.waitForFunction(() => / with the words salicylic$/.test(document.querySelector('.rules-table caption')?.textContent));
  // A slow hand: what a list does when the words are left must not take the press away.
  await page.click('.rules-table tbody a', { delay: 600 });
  await page.waitForSelector('#entry');
  await isSound();
});
