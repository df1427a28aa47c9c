// A device led over the face, with the stand-in device beside the guide: contact, lost contact, switched off, wrong gel; half a face; a
// nick.
import assert from 'node:assert/strict';
import { after, before, test } from 'node:test';
import { violations } from './axe.mjs';
import { newPhone, wind } from './guide.mjs';
import { clientIds, desk, openPage, signIn, startChromium, startStudio } from './studio.mjs';

let studio;
let browser;
let staff;
let phone;
let id;

const checkAccessibility = async (page, name) => assert.deepEqual(await violations(page), [], name);

before(async () => {
  studio = await startStudio();
  browser = await startChromium();
  staff = await openPage(browser, studio, desk);
  await signIn(staff, studio);
  id = (await clientIds(staff, studio)).Marlo;
  phone = await newPhone(browser, staff, studio, id);
});
after(async () => {
  await browser?.close();
  await studio?.close();
});

const what = () => phone.locator('#what').textContent();
const says = async (words) => {
  await phone.waitForFunction((text) => document.querySelector('#what').textContent.includes(text), words);
};
/** Presses by its words; a second press of the same thumb counts for none, so each waits its moment. */
const press = async (words) => {
  await phone.waitForTimeout(380);
  await phone.locator('#acts button', { hasText: words }).click();
};

/** Walks tonight's steps to the one named. */
async function stepTo(product) {
  await phone.goto(`${studio.origin}/my`);
  for (let i = 0; i < 12 && !(await phone.locator('#step h2', { hasText: product }).count()); i += 1)
    await phone.click('form[action*="Done"] button.big-go');
  await phone.locator('#step h2', { hasText: product }).waitFor();
}

/** Opens the guide, ticks everything, answers no to everything. */
async function ready(button) {
  await phone.click(`text=${button}`);
  await phone.waitForSelector('body[data-running]');
  for (
    let open = await phone.locator('.act-kit[aria-pressed="false"]').count();
    open > 0;
    open = await phone.locator('.act-kit[aria-pressed="false"]').count()
  ) {
    await phone.locator('.act-kit[aria-pressed="false"]').first().click();
    await phone.waitForTimeout(30);
  }
  while (await phone.locator('#acts button', { hasText: /^No$/ }).count()) {
    await phone.waitForTimeout(380);
    await phone.locator('#acts button', { hasText: /^No$/ }).click();
  }
}

const left = async () =>
  phone.evaluate(() => {
    const [m, s] = /(\d+):(\d\d)/.exec(document.querySelector('.clock').textContent).slice(1).map(Number);
    return m * 60 + s;
  });

test('the stand-in device is heard: wrong gel, contact, lost for 20 seconds, switched off and on, two at once, nonsense', async () => {
  await stepTo('Ripple plate');
  await phone.click('text=Practise first');
  await checkAccessibility(phone, 'device page');
  await ready('Practise without it');
  await phone.click('text="20\u00d7"');
  const device = Object.assign(await phone.context().newPage(), { faults: [] });
  await device.goto(`${studio.origin}/stand-in?kind=galvanic-device`);
  await device.waitForSelector('body[data-running]');
  await checkAccessibility(device, 'stand-in');
  const does = (label) => device.click(`button:text-is("${label}")`);
  await does('Switch on');
  await phone.waitForFunction(() => document.querySelector('#foot').textContent.includes('connected'));
  await does('Positive gel');
  await says('Not this gel');
  assert.match(await phone.locator('#how').textContent(), /needs the negative gel, Current gel, minus/);
  await does('Negative gel');
  await says('Set it to negative');
  await does('Set to positive');
  await says('Not positive: set it to negative');
  await does('Set to negative');
  await says('On the skin');
  await phone.click('text="1\u00d7"');
  await does('On the skin');
  await says('Forehead');
  await checkAccessibility(phone, 'guide of a device');
  assert.equal(await phone.locator('.strokes .stroke-over').count(), 1);
  await phone.waitForFunction(() => document.querySelector('.clock').textContent < '0:06');
  await does('Off the skin');
  await says('The clock waits');
  const waiting = await left();
  await phone.click('text="20\u00d7"');
  await phone.waitForTimeout(1_000); // 20 seconds of the guide's clock
  assert.equal(await left(), waiting);
  await phone.click('text="1\u00d7"');
  await does('On the skin');
  await says('Forehead');
  await does('Switch off');
  await says('It is off: the clock waits');
  await does('Switch on');
  await says('Set it to negative');
  await does('Set to negative');
  await does('On the skin');
  await says('Forehead');
  await does('A second device');
  await says('Two devices are on');
  await press('One is off');
  await phone.waitForFunction(() => !document.querySelector('#what').textContent.includes('Two devices'));
  await phone.evaluate(() => {
    const line = new BroadcastChannel('oatpath-device-1');
    line.postMessage('{broken');
    line.postMessage('{"v":1,"serial":"SIM-x","is":"purring"}');
  });
  await phone.waitForFunction(() => /signs could not be read/.test(document.querySelector('#foot').textContent));
  await device.close();
  assert.deepEqual(phone.faults, []);
});

test('the first galvanic session is on half the face, compared in its order, taken back, compared again later and kept', async () => {
  await stepTo('Ripple plate');
  assert.match(await phone.locator('#step').textContent(), /Only on the left side/);
  await ready('Open the guide');
  await press('Current gel, minus is on');
  await press('It is set to negative and on the skin');
  while (!(await what()).includes('Put on: Current gel, plus')) await press('Next way');
  await press('Current gel, plus is on');
  await press('It is set to positive and on the skin');
  const seen = [];
  for (let at = await what(); !at.includes('Off the skin'); at = await what()) {
    seen.push(at.split(':')[0]);
    await press('Next way');
  }
  assert.deepEqual(seen, ['Forehead', 'Left eye bone', 'Left cheek', 'Left smile line']);
  await press('Done to the last line');
  await phone.waitForTimeout(380);
  await phone.click('#stings [data-sting="1"]');
  await phone.locator('.redness button').first().waitFor();
  await phone.waitForTimeout(380);
  await phone.locator('.redness button').first().click();
  await phone.click('text=Close the guide');
  await phone.locator('text=Compare the two sides now').waitFor();
  assert.deepEqual(await phone.locator('.ask legend').allTextContents(), ['How it feels', 'How it looks', 'How it is to touch']);
  const compare = async () => {
    for (const [field, value] of [
      ['feel', 'Treated'],
      ['look', 'Same'],
      ['touch', 'Treated'],
    ])
      await phone.locator(`label:has(input[name="${field}"][value="${value}"]) span`).click();
    await phone.click('text=Keep the comparison');
    await phone.locator('text=Compared today').waitFor();
  };
  await compare();
  await phone.click('text=Take the comparison back');
  await phone.locator('text=Compare the two sides now').waitFor();
  await compare();
  await staff.goto(`${studio.origin}/clients/${id}/look-back`);
  const kept = await staff.locator('#devices').textContent();
  assert.match(kept, /Ripple plate/);
  assert.match(kept, /left side.*feels better on the treated side/is);
  await checkAccessibility(staff, 'look back with devices');
  assert.deepEqual(phone.faults, []);
});

test('the second galvanic session is on the whole face, led to its end by phone, in a dark look as well', async () => {
  await phone.emulateMedia({ colorScheme: 'dark' });
  await wind(staff, studio);
  for (let day = 0; day < 8; day += 1) {
    await phone.goto(`${studio.origin}/my/device/ripple-plate`);
    if (await phone.locator('text=Open the guide').count()) break;
    await wind(staff, studio);
  }
  assert.doesNotMatch(await phone.locator('main').innerText(), /left side only|Only on the left/);
  await ready('Open the guide');
  const dark = await phone.evaluate(() => getComputedStyle(document.body).backgroundColor.match(/\d+/g).map(Number));
  assert.ok(Math.max(...dark) < 60, `the ground is ${dark}`);
  await checkAccessibility(phone, 'what goes on, dark');
  const led = async (gel, setting, ended) => {
    await press(`Current gel, ${gel} is on`);
    await press(`It is set to ${setting} and on the skin`);
    await checkAccessibility(phone, `led, ${setting}, dark`);
    // A press by mistake is taken back, and the way goes on.
    const mistaken = (await what()).split(':')[0];
    await press('Next way');
    await phone.waitForTimeout(380);
    await phone.click('#more');
    await phone.click('text=Take the last press back');
    await says(mistaken);
    const ways = [];
    for (let at = await what(); !at.includes(ended); at = await what()) {
      ways.push(at.split(':')[0]);
      await press('Next way');
    }
    return ways;
  };
  const first = await led('minus', 'negative', 'Put on: Current gel, plus');
  const second = await led('plus', 'positive', 'Off the skin');
  assert.deepEqual(first, second);
  // The left jaw is left out for this client.
  const sides = ['eye bone', 'cheek', 'smile line'].flatMap((way) => [`Left ${way}`, `Right ${way}`]);
  assert.deepEqual(first, ['Forehead', ...sides, 'Right jaw', 'Neck']);
  await press('Done to the last line');
  await phone.waitForTimeout(380);
  await phone.click('#stings [data-sting="0"]');
  await phone.locator('.redness button').first().waitFor();
  await phone.waitForTimeout(380);
  await phone.locator('.redness button').first().click();
  await phone.click('text=Close the guide');
  assert.equal(await phone.locator('text=Compare the two sides now').count(), 0);
  await phone.goto(`${studio.origin}/my`);
  await phone.emulateMedia({ colorScheme: 'light' });
  assert.deepEqual(phone.faults, []);
});

test('a nick while shaving leaves its zone out of everything until it is said to have closed', async () => {
  for (let day = 0; day < 8; day += 1) {
    await wind(staff, studio);
    await phone.goto(`${studio.origin}/my/device/reed-razor`);
    if (await phone.locator('text=Open the guide').count()) break;
  }
  await ready('Open the guide');
  await press('Done: begin').catch(() => press('Done'));
  await says('Left cheek');
  await phone.click('#nick');
  await phone.click('#sheet button:has-text("Right jaw")');
  const seen = [];
  for (let at = await what(); !at.includes('Off the skin'); at = await what()) {
    seen.push(at);
    await press('Done here, next');
  }
  assert.deepEqual(seen, ['Left cheek', 'Right cheek', 'Chin', 'Upper lip', 'Forehead']);
  await press('Done to the last line');
  await phone.waitForTimeout(380);
  await phone.click('#stings [data-sting="0"]');
  await phone.waitForFunction(() => document.querySelector('#net').textContent.includes('sent'));
  await phone.goto(`${studio.origin}/my`);
  assert.match(await phone.locator('main').innerText(), /A nick since .*right jaw left out/);
  await staff.goto(`${studio.origin}/clients/${id}/ramp`);
  assert.match(await staff.locator('main').textContent(), /right jaw/i);
  await phone.goto(`${studio.origin}/my/nick`);
  await checkAccessibility(phone, 'nick');
  const closed = phone.locator('.sheet', { hasText: 'Right jaw' }).locator('button:has-text("It has closed")');
  await closed.click();
  await phone.waitForFunction(() => !document.querySelector('main').textContent.includes('Right jaw, since'));
  await phone.click('text=Take the last press back');
  await phone.waitForFunction(() => document.querySelector('main').textContent.includes('Right jaw, since'));
  assert.deepEqual(phone.faults, []);
});
