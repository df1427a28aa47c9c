// What is used against the plan: told on the phone, answered there at once, and named on the Desk.
import assert from 'node:assert/strict';
import { after, before, test } from 'node:test';
import { violations } from './axe.mjs';
import { newPhone } from './guide.mjs';
import { clientIds, desk, openPage, signIn, startChromium, startStudio } from './studio.mjs';

let studio;
let browser;
let page;
let clients;

before(async () => {
  studio = await startStudio();
  browser = await startChromium();
  page = await openPage(browser, studio, desk);
  await signIn(page, studio);
  clients = await clientIds(page, studio);
});
after(async () => {
  await browser?.close();
  await studio?.close();
});

const phoneOf = (name) => newPhone(browser, page, studio, clients[name]);

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

const onDesk = async () => {
  await page.goto(studio.origin);
  return words(page);
};

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
  for (let i = 0; i < 12 && !(await phone.locator('text=It is on my arm').count()); i += 1)
    await phone.locator('#step form .big-go:visible').first().click();
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

test("a sunscreen that became unfit is mended on the Bench from the studio's shelf, and the phone has one again", async () => {
  // The maker changed it: it has a fragrance now, and this client does not bear that.
  await page.goto(`${studio.origin}/shelf/towpath-fluid`);
  await page.locator('details:has(#p-has-Fragrance) > summary').first().click();
  await page.check('#p-has-Fragrance');
  await page.locator('main form:has(#p-has-Fragrance) .btn-go').click();
  await page.goto(`${studio.origin}/clients/new`);
  await page.fill('#Name', 'Wenna Starling');
  await page.click('main button');
  await page.click('text=Save and go to the shelf');
  for (const name of ['Brook gel wash', 'Ferry night cream', 'Towpath fluid']) {
    await page.click(`button[aria-label="Bring in ${name}"]`);
    await page.waitForSelector(`.done:has-text("${name}")`);
  }
  const at = (station) => page.url().replace(/\/[a-z-]+(\?.*)?$/, `/${station}`);
  await page.goto(at('publish'));
  await page.click('text=Publish to the client');
  const id = page.url().split('/')[4];
  const phone = await newPhone(browser, page, studio, id);
  await page.goto(`${studio.origin}/clients/${id}/meet`);
  await page.check('#allergy-Fragrance');
  await page.click('text=Save and go to the shelf');
  await page.goto(`${studio.origin}/clients/${id}/routine`);
  const offers = page.locator('.mends button');
  assert.ok((await offers.count()) > 0, await words(page));
  const labels = await offers.allInnerTexts();
  assert.ok(
    labels.every((label) => !/^park Towpath fluid$/.test(label.trim())),
    labels.join('; '),
  );
  assert.match(labels[0], /instead of Towpath fluid/);
  await offers.first().click();
  await page.waitForSelector('.done:has-text("Towpath fluid is parked")');
  assert.match(await page.locator('.half-morning').innerText(), /Towpath|Quay|Weir|sunscreen/i);

  await page.goto(`${studio.origin}/clients/${id}/publish`);
  assert.match(await words(page), /No breach/);
  await page.click('text=Publish to the client');
  await page.waitForURL(/\/link|\/routine|\/ramp/);
  await phone.goto(`${studio.origin}/my/path`);
  assert.doesNotMatch(await words(phone), /Sunscreen is missing/);
  assert.doesNotMatch(await onDesk(), /Wenna Starling[^.]*sunscreen/i);
  assert.deepEqual([...phone.faults, ...page.faults], []);
});
