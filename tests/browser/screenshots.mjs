// Takes the pictures of docs/screenshots from demo data: node tests/browser/screenshots.mjs
import { join } from 'node:path';
import { pass as passOn, preparedEvening } from './guide.mjs';
import { clientIds, desk, openPage, pocket, root, signIn, startChromium, startStudio } from './studio.mjs';

const studio = await startStudio();
const browser = await startChromium();
const page = await openPage(browser, studio, desk);
const keep = (name, on = page) => on.screenshot({ path: join(root, 'docs/screenshots', `${name}.png`) });
await signIn(page, studio);
await page.mouse.move(640, 790);
await keep('desk');
const clients = await clientIds(page, studio);
const at = async (name, station, picture) => {
  await page.goto(`${studio.origin}/clients/${clients[name]}/${station}`);
  await page.mouse.move(640, 795);
  await keep(picture);
};
await page.goto(`${studio.origin}/clients/${clients.Mirre}/meet`);
await page.check('#flag-open-skin');
await page.check('input[name="zones-open-skin"][value="RightCheek"]');
await page.locator('.ask').scrollIntoViewIfNeeded();
await page.evaluate(() => document.querySelector('.ask').scrollIntoView());
await keep('meet');
await page.goto(`${studio.origin}/clients/${clients.Perrin}/meet`);
await page.check('#allergy-Salicylates');
await page.click('text=Save and go to the shelf');
await at('Perrin', 'shelf?q=acid', 'shelf');
await page.click('#offers li:has-text("Alder toner") .instead button');
await page.goto(`${studio.origin}/shelf`);
await page.mouse.move(640, 795);
await keep('studio-shelf');
await at('Perrin', 'start', 'start');
await at('Petra', 'look-back/months', 'months');
await at('Petra', 'pictures/compare?over=true', 'compare');
await at('Orla', 'routine', 'bench');
await at('Orla', 'handout', 'handout');
await at('Sunniva', 'ramp', 'ramp');
await at('Perrin', 'publish', 'publish');
await at('Bettina', 'care', 'care');
await at('Bettina', 'visit', 'visit');
await at('Ilse', 'treatment?template=ablative-laser', 'booking');
await page.goto(`${studio.origin}/clients/${clients.Bettina}/link`);
await page.click('text=Make the phone link');
const treated = await openPage(browser, studio, pocket);
await treated.goto(await page.inputValue('#address'));
await treated.click('main button');
await treated.goto(`${studio.origin}/my/normal`);
await keep('phone-normal', treated);

await page.goto(`${studio.origin}/clients/${clients.Jory}/link`);
await page.click('text=Make the phone link');
const phone = await openPage(browser, studio, pocket);
await phone.goto(await page.inputValue('#address'));
await phone.click('main button');
for (let i = 0; i < 3; i += 1) {
  await page.goto(studio.origin);
  await phone.goto(`${studio.origin}/my`);
  if ((await phone.locator('h1').textContent()).includes('acid')) break;
  await page.click('text=a day on');
}
for (let i = 0; i < 8 && !(await phone.locator('[data-start]').count()); i += 1) await phone.click('main form button.big-go');
await keep('phone-tonight', phone);

await page.goto(`${studio.origin}/clients/${clients.Marlo}/link`);
await page.click('text=Make the phone link');
const owner = await openPage(browser, studio, pocket);
await owner.goto(await page.inputValue('#address'));
await owner.click('main button');
await owner.goto(`${studio.origin}/my/device/frost-plate`);
await owner.click('text=Practise without it');
await owner.waitForSelector('body[data-running]');
while (await owner.locator('.act-kit[aria-pressed="false"]').count()) await owner.locator('.act-kit[aria-pressed="false"]').first().click();
while (await owner.locator('#acts button', { hasText: /^No$/ }).count()) {
  await owner.waitForTimeout(400);
  await owner.locator('#acts button', { hasText: /^No$/ }).click();
}
for (let i = 0; i < 2; i += 1) {
  await owner.waitForTimeout(400);
  await owner.locator('#acts button').first().click();
}
for (let i = 0; i < 2; i += 1) {
  await owner.waitForTimeout(400);
  await owner.locator('#acts button', { hasText: 'Next way' }).click();
  await owner.waitForTimeout(400);
  for (let k = 0; k < 2 && !(await owner.locator('#acts button', { hasText: 'Next way' }).count()); k += 1) {
    await owner.locator('#acts button').first().click();
    await owner.waitForTimeout(400);
  }
}
await owner.waitForTimeout(1500);
await keep('phone-device', owner);
await studio.close();

// The guide, and the Peel station after a session, on an evening of their own.
const evening = await preparedEvening(browser);
const one = await evening.begin();
await one.phone.goto(`${one.studio.origin}/my/peel`);
await one.phone.clock.install();
await one.phone.click('text=Open the guide');
await one.phone.waitForSelector('body[data-running]');
const pass = (seconds) => passOn(one.phone, seconds);
while (await one.phone.locator('.act-kit[aria-pressed="false"]').count()) {
  await one.phone.locator('.act-kit[aria-pressed="false"]').first().click();
  await pass(0.3);
}
for (let i = 0; i < 2; i += 1) {
  await pass(0.6);
  await one.phone.locator('#acts button', { hasText: 'No' }).first().click();
  await pass(0.3);
}
for (let i = 0; i < 4; i += 1) {
  await pass(0.6);
  await one.phone.locator('#acts .act-go').click();
  await pass(17);
}
await keep('phone-guide', one.phone);
for (let i = 0; i < 4; i += 1) {
  await pass(0.6);
  await one.phone.locator('#acts .act-go').click();
  await pass(17);
}
for (let i = 0; i < 300 && !/ending/.test(await one.phone.locator('#what').textContent()); i += 1) {
  if (await one.phone.locator('#sting.is-due:visible').count()) await one.phone.locator(`[data-sting="${i % 3}"]`).click();
  if (/off now/.test(await one.phone.locator('#what').textContent())) {
    await pass(12);
    await one.phone.locator('#acts button').first().click();
  }
  await pass(3);
}
await pass(0.6);
await one.phone.locator('#acts button').first().click();
await pass(0.6);
await one.phone.locator('[data-sting="1"]').click();
await pass(7);
await one.phone.goto(`${one.studio.origin}/my/peel`);
await one.practitioner.goto(`${one.studio.origin}/clients/${one.id}/peel`);
await one.practitioner.mouse.move(640, 795);
await keep('peel', one.practitioner);
await one.studio.close();
await evening.remove();
await browser.close();
