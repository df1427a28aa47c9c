// A home facial: tied on the Bench, published, laid out and led part by part on the client's phone, left out and taken back.
import assert from 'node:assert/strict';
import test, { after, before } from 'node:test';
import { violations } from './axe.mjs';
import { newPhone, pass, wind } from './guide.mjs';
import { clientIds, desk, openPage, signIn, startChromium, startStudio } from './studio.mjs';

let browser;
let studio;
let staff;
let phone;
let at;

before(async () => {
  [studio, browser] = await Promise.all([startStudio(), startChromium()]);
  staff = await openPage(browser, studio, desk);
  await signIn(staff, studio);
  const { Orla } = await clientIds(staff, studio);
  at = `${studio.origin}/clients/${Orla}`;
  phone = await newPhone(browser, staff, studio, Orla);
});

after(async () => {
  await browser?.close();
  await studio?.close();
});

const heading = () => phone.locator('h2').first().textContent();
const parts = () => phone.locator('.parts li').allTextContents();

async function bringIn(name) {
  await staff.goto(`${at}/shelf?q=${encodeURIComponent(name)}`);
  await staff.click(`button[aria-label="Bring in ${name}"]`);
  await staff.waitForLoadState();
}

async function choose(names, days) {
  await staff.goto(`${at}/routine`);
  for (const name of names) await staff.check(`section:has(#facial-title) .form-check:has-text("${name}") input`);
  await staff.fill('#facial-days', String(days));
}

/** What the section says after the page of a press was shown anew. */
async function saved(press) {
  const kept = staff.waitForResponse((response) => response.request().method() === 'POST');
  await press();
  await (await kept).finished();
  await staff.goto(`${at}/routine`);
  return staff.locator('section:has(#facial-title)').innerText();
}
async function publish() {
  await staff.goto(`${at}/publish`);
  await staff.click('main form button.btn-go');
  await staff.waitForLoadState();
}

async function toTheFacial() {
  for (let day = 0; day < 15; day += 1) {
    await phone.goto(`${studio.origin}/my`);
    if (await phone.locator('.facial').count()) return true;
    await wind(staff, studio);
  }
  return false;
}

async function done() {
  const before = await heading();
  if (await phone.locator('[data-held]').count()) {
    await phone.locator('[data-held] [data-start]').click();
    await pass(phone, 2);
    await phone.locator('[data-held] [data-off] button').click();
  } else await phone.click('form[action*="Done"] button.big-go');
  await phone.waitForFunction((was) => document.querySelector('h2')?.textContent !== was, before);
}

test('what does not go together is refused by name, and keeps what was ticked', async () => {
  await bringIn('Kettle steamer');
  await bringIn('Spring mask');
  await choose(['Spring mask'], 7);
  await staff.click('button:has-text("Tie together")');
  await staff.waitForSelector('text=choose two products or more');
  assert.ok(await staff.isChecked('section:has(#facial-title) .form-check:has-text("Spring mask") input'));
  await choose(['Spring mask', 'Kettle steamer'], 90);
  await staff.click('button:has-text("Tie together")');
  await staff.waitForSelector('text=give 7 to 56 days');
  assert.equal(await staff.inputValue('#facial-days'), '90');
});

test('tied on the Bench it stands as one on Bench, My path and handout', async () => {
  await choose(['Kettle steamer', 'Spring mask', 'Bank clay'], 7);
  const said = await saved(() => staff.click('button:has-text("Tie together")'));
  assert.match(said, /Kettle steamer, Bank clay and Spring mask, 1 evening a week; next \w+/);
  assert.deepEqual(await violations(staff), []);
  await publish();
  await phone.goto(`${studio.origin}/my/path`);
  assert.match(await phone.locator('.days').innerText(), /Home facial \(Kettle steamer, Bank clay, Spring mask\)/);
  await staff.goto(`${at}/handout`);
  assert.match(await staff.locator('.facial').innerText(), /Home facial.*Kettle steamer, Bank clay and Spring mask, one after the other/s);
  assert.match(await staff.locator('.sheet.is-evening').first().innerText(), /Only in the home facial/);
});

test('on the phone it is laid out once and led part by part to its end', async () => {
  assert.ok(await toTheFacial(), 'a facial comes within two weeks');
  assert.match(await phone.locator('h1').textContent(), /A facial evening/);
  assert.match(await phone.locator('.facial').innerText(), /Home facial: about \d+ min/);
  assert.match(await phone.locator('.facial').innerText(), /Kettle steamer, filled with clean water/);
  assert.deepEqual(await violations(phone, true), []);
  await phone.clock.install();
  await phone.reload();
  for (let step = 0; step < 12 && !/Kettle steamer/.test(await heading()); step += 1) await done();
  assert.deepEqual(await parts(), ['Kettle steamer, now', 'Bank clay', 'Spring mask']);
  assert.equal(await phone.locator('.facial').count(), 0, 'it is laid out once');
  await done();
  for (let step = 0; step < 12 && !/Bank clay/.test(await heading()); step += 1) await done();
  assert.deepEqual(await parts(), ['Kettle steamer, done', 'Bank clay, now', 'Spring mask']);
  assert.deepEqual(await violations(phone, true), []);
  await phone.locator('[data-held] summary').click();
  assert.match(await phone.locator('[data-held] details').innerText(), /Off with it at once/);
});

test('its rest is left out with one press, and that press is taken back', async () => {
  await phone.locator('details:has(form[action*="Skip"]) summary').last().click();
  await phone.locator('form[action*="Skip"] .picks label').first().click();
  await phone.click('button:has-text("Skip the rest of the facial")');
  await phone.waitForFunction(() => !document.querySelector('[data-held]'));
  assert.doesNotMatch(await heading(), /Bank clay|Spring mask/);
  assert.equal(await phone.locator('.parts').count(), 0);
  await phone.click('button:has-text("Take the last press back")');
  await phone.waitForSelector('.parts');
  assert.deepEqual(await parts(), ['Kettle steamer, done', 'Bank clay, now', 'Spring mask']);
  assert.deepEqual(phone.faults, []);
});

test('untied, and tied again by undo', async () => {
  await staff.goto(`${at}/routine`);
  assert.match(await saved(() => staff.click('button:has-text("Untie")')), /can be tied into one evening/);
  const again = await saved(() => staff.locator('form[action*="handler=Undo"] button').first().click());
  assert.match(again, /Kettle steamer, Bank clay and Spring mask/);
});
