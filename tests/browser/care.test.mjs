// The days around a treatment: on the practitioner's page, on the phone, in the calendar.
import assert from 'node:assert/strict';
import { execFileSync } from 'node:child_process';
import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { after, before, test } from 'node:test';
import ICAL from 'ical.js';
import { violations } from './axe.mjs';
import { newPhone } from './guide.mjs';
import { clientIds, desk, launcher, newFolder, openPage, root, signIn, startChromium, startStudio } from './studio.mjs';

let studio;
let browser;
let page;
let clients;
let phone;
let today;

before(async () => {
  studio = await startStudio();
  browser = await startChromium();
  page = await openPage(browser, studio, desk);
  await signIn(page, studio);
  today = (await page.getAttribute('.clock time', 'datetime')).slice(0, 10);
  clients = await clientIds(page, studio);
  phone = await newPhone(browser, page, studio, clients.Bettina);
});
after(async () => {
  await browser?.close();
  await studio?.close();
});

const station = (name, path) => `${studio.origin}/clients/${clients[name]}/${path}`;
// Counted from the studio's own day, which near midnight is not this machine's.
const day = (ahead) => {
  const on = new Date(`${today}T12:00Z`);
  on.setUTCDate(on.getUTCDate() + ahead);
  return on.toISOString().slice(0, 10);
};

for (const view of [
  'clients/Bettina/care',
  'clients/Bettina/treatment',
  'clients/Dov/care',
  'clients/Bettina/visit',
  'clients/Bettina/handout',
  'outbox',
  'treatments',
  'treatments/edit?from=ablative-laser',
  'clients?q=in%20care',
]) {
  test(`/${view} is accessible, readable and does not scroll sideways`, async () => {
    await page.goto(`${studio.origin}/${view.replace(/clients\/([A-Z]\w+)/, (_, name) => `clients/${clients[name]}`)}`);
    assert.deepEqual(await violations(page, false), []);
    assert.ok(await page.evaluate(() => document.documentElement.scrollWidth <= window.innerWidth + 1));
    const small = await page.evaluate(
      () =>
        [...document.querySelectorAll('.care-drawing text')].filter(
          (text) => parseFloat(getComputedStyle(text).fontSize) * text.getScreenCTM().a < 10.95,
        ).length,
    );
    assert.equal(small, 0);
  });
}

for (const view of ['/my', '/my/normal', '/my/calendar', '/my/report']) {
  test(`phone ${view} after a peel is accessible with enhanced contrast, evening and morning`, async () => {
    await phone.goto(studio.origin + view);
    assert.deepEqual(await violations(phone, true), []);
    assert.ok(await phone.evaluate(() => document.documentElement.scrollWidth <= window.innerWidth));
    await phone.evaluate(() => {
      document.body.className = 'morning';
    });
    assert.deepEqual(await violations(phone, true), []);
  });
}

test('a booking is screened while it is typed, takes a day that fits by one press, and is taken back', async () => {
  await page.goto(station('Bettina', 'treatment?template=needling-shallow'));
  await page.fill('#t-on', await day(2));
  await page.locator('#booking b', { hasText: 'Not on this day' }).waitFor();
  await page.locator('.nearest button').first().click();
  await page.locator('#booking b', { hasText: /^Yes/ }).waitFor();
  await page.click('#booking button.btn-go');
  await page.waitForURL(/care$/);
  assert.match(await page.textContent('.done'), /is booked/);
  await page.click('.done button');
  assert.equal(await page.locator('li.treatment').count(), 1);
});

test('a booking goes by keyboard alone', async () => {
  await page.goto(station('Ilse', 'care'));
  await page.keyboard.press('t');
  await page.waitForURL(/treatment/);
  await page.goto(station('Ilse', 'treatment?template=hydrating-facial'));
  await page.focus('#t-on');
  await page.keyboard.press('Tab'); // past month, day and year of the date field
  for (let i = 0; i < 40 && !(await page.evaluate(() => document.activeElement.matches('#booking button.btn-go'))); i += 1)
    await page.keyboard.press('Tab');
  await page.keyboard.press('Enter');
  await page.waitForURL(/care$/);
  assert.match(await page.textContent('.done'), /hydrating facial .* is booked/);
});

test('what the client sees on a day is what the station shows, and the ends are the same in every place', async () => {
  await page.goto(station('Bettina', 'care'));
  const ends = await page.locator('.care-drawing .care-word').allTextContents();
  const back = (word) => ends.find((end) => end.includes(word));
  await phone.goto(`${studio.origin}/my`);
  await phone.click('.course summary >> text=What rests');
  const rests = await phone.locator('.course ul.ends li').allTextContents();
  assert.ok(rests.length >= 5);
  await page.goto(station('Bettina', 'handout'));
  const sheet = await page.textContent('.is-care');
  for (const rest of rests.filter((line) => line.includes('is over'))) {
    const [, weekday, date, month] = rest.match(/until (\w+) (\d+) (\w+) is over/);
    const free = new Date(`${date} ${month} ${new Date().getFullYear()}`);
    free.setDate(free.getDate() + 1);
    const words = `${free.getDate()} ${free.toLocaleDateString('en', { month: 'long' })}`;
    assert.ok(back(words), `${rest}: no end on ${words} in ${ends.join(' | ')}`);
    assert.ok(sheet.includes(words), `${rest}: not on the sheet`);
    assert.ok(weekday.length === 3);
  }

  const file = await phone.evaluate(async () => (await fetch('/my/calendar.ics?titles=named')).text());
  const entries = new ICAL.Component(ICAL.parse(file)).getAllSubcomponents('vevent').map((event) => new ICAL.Event(event));
  const returns = (what) => entries.find((event) => event.summary === `Allowed again: ${what}`).startDate.toString();
  await page.goto(station('Bettina', 'ramp?weeks=4'));
  const strip = (await page.locator('.strip .ribbon-word').allTextContents()).join(' | ');
  for (const [what, shown, ahead] of [
    ['acids and actives', 'care until', 5],
    ['scrub, razor, brush', 'Scrub, razor, brush, back', 8],
    ['strong sun', 'Strong sun', 12],
  ]) {
    const free = await day(ahead);
    assert.equal(returns(what), free, what);
    assert.ok(strip.includes(shown), `${shown} in ${strip}`);
    const last = new Date(`${free}T12:00`);
    if (shown === 'care until') {
      last.setDate(last.getDate() - 1);
      assert.ok(strip.includes(`care until ${last.toLocaleDateString('en-GB', { weekday: 'short' })} ${last.getDate()}`), strip);
    }
  }
  assert.deepEqual(
    entries.filter((event) => event.summary.startsWith('Day ')).map((event) => event.startDate.toString()),
    [await day(0), await day(4)],
  );
});

test('two strong reactions running stop everything', async () => {
  const jory = await newPhone(browser, page, studio, clients.Jory);
  for (const [about, said] of [
    [1, /Ease off/],
    [0, /Stop, call the studio/],
  ]) {
    await jory.goto(`${studio.origin}/my/report`);
    await jory.check(`input[name=about][value="${await day(-about)}"]`, { force: true });
    await jory.check('input[name=sting][value="5"]', { force: true });
    await jory.check('input[name=length][value="600"]', { force: true });
    await jory.check('input[name=redness][value="0"]', { force: true });
    await jory.check('input[name=used][value=sedge-serum]', { force: true });
    await jory.click('text=See what it means');
    await jory.waitForURL(/answer/);
    assert.match(await jory.textContent('h1'), said);
  }
  await page.goto(studio.origin);
  assert.ok(await page.locator(`li.need.is-call[data-client="${clients.Jory}"]`).count());
});

const medical = [
  'Weals',
  'SwellingEyesOrLips',
  'TroubleBreathing',
  'Blisters',
  'WeepingOrPus',
  'Fever',
  'SpreadingHotRedness',
  'PainWakes',
  'WhiteOrGreyBurn',
  'ColdSore',
  'InTheEye',
];
const stops = ['DarkOrPalePatch', 'MoisturiserStings', 'Raw', 'Bleeding', 'Shiny', 'DryCracks'];
for (const sign of [...medical, ...stops]) {
  test(`${sign}: one press on the phone leads to the right step and to the top of the Desk`, async () => {
    await phone.goto(`${studio.origin}/my/normal`);
    await phone.click(`button[name=grave][value=${sign}]`);
    await phone.waitForURL(/answer/);
    const grave = medical.includes(sign);
    assert.match(await phone.textContent('h1'), grave ? /Get medical help now/ : /Stop, and call your studio/);
    const number = await phone.getAttribute('a.big-alarm', 'href');
    // The demo begins at half past six in the evening: on a Thursday the studio is still open, on any other day it is not.
    const open = new Date(`${await day(0)}T12:00`).getDay() === 4;
    assert.equal(number, grave ? 'tel:0555112' : open ? 'tel:0555014200' : 'tel:0555014299');
    await page.goto(studio.origin);
    const lines = await page
      .locator('li.need')
      .evaluateAll((all) => all.map((line) => [line.dataset.client, line.classList.contains('is-call')]));
    const at = lines.findIndex(([client]) => client === clients.Bettina);
    assert.ok(
      lines.slice(0, at + 1).every(([, call]) => call),
      'only red lines stand before it',
    );
    if (grave) assert.equal(at, 0);
    await page.goto(station('Bettina', 'ramp#red'));
    await page.fill('#reason', 'seen in the studio, all well');
    await page.click('#red button');
    await page.waitForLoadState();
  });
}

for (const [what, fill] of [
  ['sting 7', { sting: 7, length: 600, redness: 0 }],
  ['sting 5 still there after an hour', { sting: 5, length: 7200, redness: 0 }],
  ['redness 3 past 24 h', { sting: 0, redness: 3, past: true }],
  ['pain 8', { sting: 0, redness: 0, pain: 8 }],
]) {
  test(`${what}: the check-in answers at once and stops everything`, async () => {
    await phone.goto(`${studio.origin}/my/report`);
    await phone.check(`input[name=sting][value="${fill.sting}"]`, { force: true });
    if (fill.length) await phone.check(`input[name=length][value="${fill.length}"]`, { force: true });
    await phone.check(`input[name=redness][value="${fill.redness}"]`, { force: true });
    if (fill.past) await phone.check('input[name=past24]', { force: true });
    if (fill.pain) await phone.check(`input[name=pain][value="${fill.pain}"]`, { force: true });
    await phone.click('text=See what it means');
    await phone.waitForURL(/answer/);
    assert.match(await phone.textContent('h1'), fill.pain ? /Medical help now/ : /Stop, call the studio/);
    await page.goto(studio.origin);
    assert.ok(await page.locator(`li.need.is-call[data-client="${clients.Bettina}"]`).count());
    await page.goto(station('Bettina', 'ramp#red'));
    await page.fill('#reason', 'seen in the studio, all well');
    await page.click('#red button');
    await page.waitForLoadState();
  });
}

test('a course question with the face map answers yes and names the place', async () => {
  await phone.goto(`${studio.origin}/my/normal`);
  await phone.check('input[name=sign][value=Flaking]', { force: true });
  await phone.click('summary');
  await phone.locator('[data-zone=Chin]').click();
  await phone.click('button[value=Clearly]');
  await phone.waitForURL(/answer/);
  assert.match(await phone.textContent('h1'), /it belongs to day 3/);
  assert.match(await phone.textContent('main'), /usual there today/);
});

test('an independent parser reads the calendar with right dates across a change of clocks', () => {
  const file = JSON.parse(readFileSync(join(root, 'demo/cases/two-acids.json'), 'utf8'));
  const treated = {
    ...file,
    asOf: '2027-03-20T10:00:00+01:00',
    log: [],
    decisions: [],
    treatments: [{ id: 'n', kind: 'needling-shallow', on: '2027-03-27', at: '14:00:00' }],
    occasions: [],
  };
  const at = join(newFolder(), 'case.json');
  writeFileSync(at, JSON.stringify(treated));
  const text = execFileSync(launcher, ['calendar', at, '--titles', 'named'], { encoding: 'utf8' });
  const events = new ICAL.Component(ICAL.parse(text)).getAllSubcomponents('vevent').map((event) => new ICAL.Event(event));
  const find = (words) =>
    events.find((event) => event.summary.includes(words)) ??
    assert.fail(`no ${words} in ${events.map((event) => event.summary).join(', ')}`);
  const instant = (event) => event.startDate.toJSDate().toISOString();

  assert.equal(instant(find('at the studio')), '2027-03-27T13:00:00.000Z'); // 14:00 in winter time
  assert.equal(instant(find('Allowed again: make-up')), '2027-03-28T13:00:00.000Z'); // 24 hours later, 15:00 in summer time
  const whole = find('Allowed again: acids and actives');
  assert.ok(whole.startDate.isDate);
  assert.equal(whole.startDate.toString(), '2027-03-31');
  assert.equal(whole.endDate.toString(), '2027-04-01');
  assert.equal(find('Last day: Acids').startDate.toString(), '2027-03-23');
  assert.equal(find('Day 1 after').startDate.toString(), '2027-03-28');
  assert.equal(find('Day 4 after').startDate.toString(), '2027-03-31');
  assert.equal(new Set(events.map((event) => event.uid)).size, events.length);
});

test('the messages page shows what was sent, and nothing left the machine', async () => {
  await page.goto(`${studio.origin}/`);
  await page.locator('form[action="/demo/clock"] button[value="1"]').click();
  await page.goto(`${studio.origin}/outbox`);
  assert.ok(await page.locator('tr[data-message]').count());
  assert.match(await page.textContent('main'), /nothing leaves this machine/);
  assert.deepEqual(
    page.faults.filter((fault) => fault.startsWith('request')),
    [],
  );
});
