// Before the visit: a client answers Meet on the phone, a safety answer acts tonight, and Meet takes the rest over one by one.
import assert from 'node:assert/strict';
import { after, before, test } from 'node:test';
import { violations } from './axe.mjs';
import { newPhone } from './guide.mjs';
import { begin, group, isAt, makeQuestions } from './questions.mjs';
import { clientIds, desk, openPage, pocket, signIn, startChromium, startStudio } from './studio.mjs';

let studio;
let browser;
let page;
let clients;

// OATPATH_LOOK=folder keeps a picture of each screen on the way.
const look = async (on, name) =>
  process.env.OATPATH_LOOK && (await on.screenshot({ path: `${process.env.OATPATH_LOOK}/${name}.png`, fullPage: true }));

before(async () => {
  [studio, browser] = await Promise.all([startStudio(), startChromium()]);
  page = await openPage(browser, studio, desk);
  await signIn(page, studio);
  clients = await clientIds(page, studio);
});

after(async () => {
  await browser?.close();
  await studio?.close();
});

const questionsFor = (id) => makeQuestions(page, studio, id);

const begun = async (link) => {
  const phone = await openPage(browser, studio, pocket, true);
  await begin(phone, link);
  return phone;
};

const isSlim = (on) => on.evaluate(() => document.documentElement.scrollWidth <= window.innerWidth);

test('a client answers on the phone; what asks for less acts tonight, and Meet takes the rest over', async () => {
  const id = clients.Perrin;
  const tonight = await newPhone(browser, page, studio, id);
  const link = await questionsFor(id);
  assert.deepEqual(await violations(page), []);
  await look(page, 'ask-ahead');

  const phone = await openPage(browser, studio, pocket, true);
  await phone.goto(link);
  assert.doesNotMatch(await phone.locator('body').innerText(), /Perrin/);
  assert.deepEqual(await violations(phone), []);
  await look(phone, '1-open');
  await phone.click('button:has-text("Begin")');
  await phone.waitForSelector('text=Before you begin');
  assert.deepEqual(await violations(phone), []);
  await look(phone, '2-consent');
  await phone.click('button:has-text("I agree")');

  await isAt(phone, 'birth-date');
  await phone.fill('#value', '2031-01-01');
  await phone.click('button:has-text("Go on")');
  await phone.waitForSelector('.problem');
  assert.equal(await phone.inputValue('#value'), '2031-01-01');
  await phone.fill('#value', '1991-04-05');
  await look(phone, '3-birth');
  await phone.click('button:has-text("Go on")');
  await isAt(phone, 'skin-type');
  assert.deepEqual(await violations(phone), []);
  await look(phone, '4-skin');
  await phone.click('button:has-text("Tight or rough")');
  await isAt(phone, 'sensitivity');
  await phone.click('button:has-text("It often stings")');
  await isAt(phone, 'phototype');
  await look(phone, '5-phototype');
  await phone.click('button:has-text("burns at times")');
  await isAt(phone, 'concerns');
  await group(phone, ['Breakouts', 'Marks left by spots']);

  // She stops here, and goes on later on the same phone.
  await isAt(phone, 'today');
  await phone.goto('about:blank');
  await phone.goto(`${studio.origin}/answers/ask`);
  await isAt(phone, 'today');
  await phone.click('button:has-text("Go on")');
  await phone.waitForSelector('.problem');
  await group(phone);
  await isAt(phone, 'medicines');
  await group(phone);
  await isAt(phone, 'skin-history');
  assert.deepEqual(await violations(phone), []);
  await look(phone, '6-history');
  await group(phone, ['A place that gets eczema']);
  await isAt(phone, 'skin-history-eczema-prone-zone');
  await phone.locator('[data-zone=LeftCheek]').dispatchEvent('click');
  assert.ok(await phone.isChecked('input[value=LeftCheek]'));
  await look(phone, '7-zones');
  await phone.click('button:has-text("Go on")');
  await isAt(phone, 'body');
  await group(phone, ['I am pregnant']);
  await isAt(phone, 'body-pregnancy');
  assert.deepEqual(await violations(phone), []);
  await phone.click('button:has-text("Go on")');
  await isAt(phone, 'sun-and-plans');
  await group(phone);
  await isAt(phone, 'allergies');
  await group(phone, ['Fragrance']);
  await isAt(phone, 'habits');
  await group(phone, ['I wear make-up']);
  await isAt(phone, 'hours-outdoors');
  await phone.click('button:has-text("About an hour")');
  await isAt(phone, 'minutes');
  await phone.click('button:has-text("10 min")');
  await isAt(phone, 'budget');
  await phone.click('text=I would rather say it at the studio');
  await isAt(phone, 'products');
  await phone.fill('#name', 'Fen night cream');
  await phone.click('.picks label:has-text("In the evening")');
  await phone.fill('#label', 'Aqua, Glycerin, Retinol, Parfum, Phenoxyethanol');
  await look(phone, '8-products');
  await phone.click('button:has-text("Put it on the list")');
  await phone.waitForSelector('li:has-text("Fen night cream")');
  assert.deepEqual(await violations(phone), []);
  await phone.click('button:has-text("That is all")');
  await isAt(phone, 'history');
  await phone.fill('#value', 'A scrub left me red for two days 🌾 مرحبا');
  await phone.click('button:has-text("Go on")');
  await phone.waitForURL(/\/answers\/send$/);
  assert.deepEqual(await violations(phone), []);
  await look(phone, '9-send');
  assert.ok(await isSlim(phone), 'no sideways scroll');
  const over = await phone.locator('main').innerText();
  assert.match(over, /5 April 1991[\s\S]*Tight or rough[\s\S]*I am pregnant[\s\S]*Fen night cream/);
  assert.match(over, /1 question is not answered/);

  // Nothing acts and nothing is seen before it is sent.
  await tonight.goto(`${studio.origin}/my/path`);
  const before = await tonight.locator('main').innerText();
  await page.goto(`${studio.origin}/clients/${id}/meet`);
  assert.equal(await page.locator('section.told').count(), 0);
  await phone.click('button:has-text("Send it to my studio")');
  await phone.waitForSelector('text=Sent. Thank you');
  await look(phone, '10-sent');
  await tonight.goto(`${studio.origin}/my/path`);
  const then = await tonight.locator('main').innerText();
  assert.doesNotMatch(before, /Today\s+Rest/);
  assert.match(then, /Today\s+Rest/);

  // The link is used up, also for this phone.
  await phone.goto(link);
  await phone.waitForSelector('text=This link is closed');
  await phone.goto(`${studio.origin}/answers/ask/body`);
  await phone.waitForSelector('text=Sent. Thank you');

  await page.goto(`${studio.origin}/`);
  await page.waitForSelector('text=Look at the answers');
  await look(page, 'desk');
  await page.goto(`${studio.origin}/clients/${id}/meet`);
  assert.deepEqual(await violations(page), []);
  await look(page, 'meet');
  await page.setViewportSize(pocket);
  assert.ok(await isSlim(page), 'no sideways scroll on a phone');
  assert.deepEqual(await violations(page), []);
  await look(page, 'meet-small');
  await page.setViewportSize(desk);
  const lines = page.locator('.told-lines li');
  assert.match(await lines.filter({ hasText: 'Pregnant' }).innerText(), /acts already/);
  assert.match(await lines.filter({ hasText: 'In use: Fen night cream' }).innerText(), /pregnan/i);

  // One is left, one taken over by keyboard, taken back, then all.
  const open = await lines.count();
  await lines.filter({ hasText: 'Minutes a day' }).locator('text=Leave as it is').click();
  await page.waitForSelector('text=Minutes a day: left as it stands');
  assert.equal(await lines.count(), open - 1);
  await lines.filter({ hasText: 'Skin type' }).locator('text=Take over').focus();
  await page.keyboard.press('Enter');
  await page.waitForSelector('text=Skin type: taken over');
  assert.equal(await page.inputValue('#skinType'), 'Dry');
  await page.click('button:has-text("Undo")');
  await page.waitForSelector('text=Taken back');
  assert.notEqual(await page.inputValue('#skinType'), 'Dry');
  assert.equal(await lines.count(), open - 1);
  await page.click('button:has-text("Take over all")');
  await page.waitForSelector('text=Taken over.');
  assert.equal(await page.inputValue('#skinType'), 'Dry');
  assert.equal(await lines.count(), 1);

  // What she uses goes to the shelf with its label read, and out of the list.
  await page.click('text=Look at it on the shelf');
  assert.equal(await page.inputValue('#own-form [name="Name"], #own-form [name="name"]'), 'Fen night cream');
  assert.match(await page.inputValue('#p-label'), /Retinol/);
  await look(page, 'shelf');
  await page.click('#own-form button:has-text("Put on the shelf")');
  await page.waitForSelector('text=Fen night cream is parked');
  await page.goto(`${studio.origin}/clients/${id}/meet`);
  assert.equal(await page.locator('section.told').count(), 0);
  assert.deepEqual(page.faults, []);
  assert.deepEqual(
    phone.faults.filter((fault) => !fault.includes('410')),
    [],
  );
  await tonight.context().close();
  await phone.context().close();
});

test('under 18 a parent agrees first, and without one nothing stays; a second phone is not let in', async () => {
  const link = await questionsFor(clients.Jory);
  const phone = await begun(link);
  await phone.click('button:has-text("I do not agree")');
  await phone.waitForSelector('text=Then nothing is kept');
  await phone.click('button:has-text("I agree")');
  await isAt(phone, 'birth-date');
  await phone.fill('#value', '2012-02-29');
  await phone.click('button:has-text("Go on")');
  await isAt(phone, 'guardian');
  await look(phone, 'guardian');
  assert.deepEqual(await violations(phone), []);
  await phone.click('button:has-text("Not now")');
  await phone.waitForSelector('text=Then nothing is kept');
  await phone.click('button:has-text("I agree")');
  await isAt(phone, 'birth-date');
  assert.equal(await phone.inputValue('#value'), '');

  const stranger = await openPage(browser, studio, pocket, true);
  await stranger.goto(link);
  await stranger.click('button:has-text("Begin")');
  await stranger.waitForSelector('text=open on another phone');
  await stranger.goto(`${studio.origin}/answers/ask`);
  await stranger.waitForURL(/no-plan/);
  await stranger.context().close();
  await phone.context().close();
});

test('a practice client is made in one press, marked, and removed whole', async () => {
  await page.goto(`${studio.origin}/clients`);
  const total = await page.locator('text=in the book').innerText();
  await page.click('button:has-text("Practice client")');
  await page.waitForURL(/\/start$/);
  assert.match(await page.locator('.walk-head').innerText(), /practice, made up/);
  assert.deepEqual(await violations(page), []);
  await look(page, 'practice');
  await page.goto(`${studio.origin}/clients`);
  assert.equal(await page.locator('text=in the book').innerText(), total);
  assert.deepEqual(await violations(page), []);
  await look(page, 'clients');
  await page.click('button:has-text("Remove")');
  await page.waitForSelector('text=The practice client is gone');
  assert.equal(await page.locator('#practice').count(), 0);
});
