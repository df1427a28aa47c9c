// Everything once more through the proxy that ships with the program, with TLS, and with a network that is cut at any moment.
import assert from 'node:assert/strict';
import { readFileSync } from 'node:fs';
import { after, afterEach, before, beforeEach, test } from 'node:test';
import { strFromU8, unzipSync } from 'fflate';
import { makeLink, newPhone, press, ready, reopen, ticksSent, title, wind } from './guide.mjs';
import { certificate, NAME, startProxy } from './proxy.mjs';
import { away, clientIds, desk, freePort, openPage, signIn, startChromium, startStudio } from './studio.mjs';
import { wireTo } from './wire.mjs';

const CUTS = 40;
const PRESSED = 8;
const seed = Number(process.env.OATPATH_SEED ?? 20261201);

let tls;
let wire;
let studio;
let proxy;
let browser;
let front;
let staff;
let clients;
let phone;

before(async () => {
  tls = certificate();
  const secure = await freePort();
  wire = await wireTo({ origin: `https://127.0.0.1:${secure}` });
  front = { origin: `https://${NAME}:${new URL(wire.origin).port}` };
  studio = await startStudio({ more: ['--public-url', front.origin, '--behind-tls'] });
  proxy = await startProxy(tls, new URL(studio.origin).port, secure);
  browser = await startChromium(tls.trust);
  staff = await openPage(browser, front, desk);
  await signIn(staff, front);
  clients = await clientIds(staff, front);
});

after(async () => {
  await browser?.close();
  wire?.close();
  await proxy?.close();
  await studio?.close();
  tls?.remove();
});

beforeEach(() => wire.mend());
afterEach(() => {
  // The machine's own network is said to be at fault where it was cut on purpose.
  staff.faults.length = 0;
});

/** Numbers from 0 to 1 that come again with the same seed. */
function chances(from) {
  let state = from >>> 0;
  return () => {
    state = (Math.imul(state, 1_664_525) + 1_013_904_223) >>> 0;
    return state / 2 ** 32;
  };
}

test('without TLS one is sent on, and the way with TLS is that of HTTP/2, with cookies for it alone', async () => {
  const sent = await fetch(`${proxy.plain}/sign-in`, { redirect: 'manual', headers: { host: NAME } });
  assert.equal(sent.status, 308);
  assert.match(sent.headers.get('location'), /^https:\/\//);

  const answer = await staff.goto(`${front.origin}/`);
  assert.match(answer.headers()['strict-transport-security'], /max-age=\d{8}/);
  assert.equal(await staff.evaluate(() => performance.getEntriesByType('navigation')[0].nextHopProtocol), 'h2');
  const cookies = await staff.context().cookies();
  assert.ok(cookies.length >= 2);
  assert.ok(cookies.every((cookie) => cookie.secure && cookie.httpOnly && cookie.sameSite === 'Strict'));
});

test('past the proxy nothing is taken, and who asks cannot say where they come from', async () => {
  const past = await fetch(`${studio.origin}/sign-in`, { method: 'POST', redirect: 'manual' });
  assert.equal(past.status, 400);
  const sent = await fetch(`${studio.origin}/sign-in`, { redirect: 'manual' });
  assert.equal(sent.headers.get('location'), `${front.origin}/sign-in`);

  // Tries of one place are counted together, whatever each says of itself.
  const answers = await staff.evaluate(async () => {
    const told = [];
    for (let i = 0; i < 40; i += 1) {
      const answer = await fetch('/sign-in', { method: 'POST', headers: { 'X-Forwarded-For': `198.51.100.${i}` } });
      told.push(answer.status);
    }
    return told;
  });
  assert.ok(
    answers.slice(0, 20).every((status) => status === 400),
    `${answers}`,
  );
  assert.equal(answers.at(-1), 429);
});

test('what is too large is refused at the door', async () => {
  const status = await staff.evaluate(() => fetch('/sign-in', { method: 'POST', body: 'x'.repeat(2_300_000) }).then((r) => r.status));
  assert.equal(status, 413);
});

test('a link lets a phone in, its worker keeps the plan, and a guide is led and written down', async () => {
  const guide = await newPhone(browser, staff, front, clients.Wilmot);
  await guide.goto(`${front.origin}/my/peel`);
  await guide.clock.install();
  await guide.click('text=Practise with water');
  await guide.waitForSelector('body[data-running]');
  await ready(guide);
  while (/\?$/.test(await title(guide))) await press(guide, 'No');
  assert.match(await title(guide), / now$/);
  await press(guide, 'It touches');
  await guide.clock.runFor(8_000);
  const { events } = await guide.evaluate(async () => {
    const page = await (await fetch(location.href, { cache: 'no-store' })).text();
    return JSON.parse(new DOMParser().parseFromString(page, 'text/html').querySelector('[data-guide]').dataset.guide);
  });
  assert.ok(events.length > 4, JSON.stringify(events));
  assert.deepEqual(guide.faults, []);
  await guide.context().close();

  phone = await newPhone(browser, staff, front, clients.Perrin);
  await phone.goto(`${front.origin}/my`);
  assert.match(await phone.evaluate(async () => (await navigator.serviceWorker.ready).scope), /\/my$/);
  await phone.waitForFunction(() => document.body.dataset.keeps === 'true', null, { timeout: 30_000 });
  assert.deepEqual(phone.faults, []);
});

test('an evening without network is there once the network is back, once', async () => {
  wire.cut();
  await phone.goto(`${front.origin}/my`);
  const half = phone.locator('[data-half]:visible');
  await half.locator('[data-step] button').first().click();
  assert.equal((await waiting()).length, 1);
  wire.mend();
  await phone.evaluate(() => dispatchEvent(new Event('online')));
  await synced();
  assert.equal((await uses()).length, 1);
});

test(`the network cut at ${CUTS} random moments: no tick is lost or doubled`, async (context) => {
  context.diagnostic(`seed ${seed}`);
  const chance = chances(seed);
  const before = (await uses()).length;
  let hit = 0;

  // Presses on the page of tonight, one each evening.
  for (let i = 0; i < PRESSED; i += 1) {
    await wind(staff, front);
    await phone.goto(`${front.origin}/my`);
    await phone.waitForFunction(() => document.body.dataset.keeps === 'true', null, { timeout: 30_000 });
    const form = phone.locator('form[action*="Done"]').first();
    const cut = setTimeout(() => wire.cut(), chance() * 120);
    await away(phone, () => form.locator('button').first().click({ noWaitAfter: true }));
    clearTimeout(cut);
    hit += (await waiting()).length;
    wire.mend();
    await reopen(phone, `${front.origin}/my`);
    await synced();
  }

  // Ticks as the kept page keeps them, of the mornings of the last week: the evenings were told above.
  const { steps, today } = await phone.evaluate(async () => {
    const page = new DOMParser().parseFromString(await (await fetch('/my/offline')).text(), 'text/html');
    return {
      steps: [...new Set([...page.querySelectorAll('[data-takes="tick"]')].map((line) => line.dataset.step))],
      today: page.querySelector('[data-half]').dataset.half.slice(0, 10),
    };
  });
  assert.ok(steps.length >= 3, `${steps}`);
  assert.match(today, /^\d{4}-\d\d-\d\d$/);
  for (let i = 0; i < CUTS - PRESSED; i += 1) {
    const day = new Date(Date.parse(`${today}T12:00:00Z`) - (1 + (i % 6)) * 86_400_000).toISOString().slice(0, 10);
    const id = Array.from({ length: 32 }, () => Math.floor(chance() * 16).toString(16)).join('');
    const cut = setTimeout(() => wire.cut(), chance() * 40);
    await phone.evaluate(
      async ([key, step, half]) => {
        const { tick, sendTicks } = await import('/js/ticks.js');
        tick(key, step, half, Date.now());
        await sendTicks();
      },
      [id, steps[Math.floor(i / 6) % steps.length], `${day}-Morning`],
    );
    clearTimeout(cut);
    hit += (await waiting()).length;
    wire.mend();
    await phone.evaluate(() => dispatchEvent(new Event('online')));
    await synced();
  }

  context.diagnostic(`${hit} presses met a way that was cut`);
  assert.ok(hit >= CUTS / 8, `${hit}`);
  const told = await uses();
  assert.equal(new Set(told.map((use) => use.id)).size, told.length);
  assert.equal(new Set(told.map((use) => `${use.product} ${use.day} ${use.moment}`)).size, told.length, 'a step is told twice');
  assert.equal(told.length, before + CUTS);
});

test('no key of a page is written down by the proxy', async () => {
  const link = await makeLink(staff, front, clients.Orla);
  await phone.goto(link);
  const written = proxy.written();
  assert.ok(written.split('\n').length > 50);
  assert.doesNotMatch(written, /\/go|\/my|[A-Za-z0-9_-]{30,}/);
});

const waiting = () => phone.evaluate(() => JSON.parse(localStorage.getItem('oatpath:ticks') ?? '[]'));
const synced = () => ticksSent(phone, `${front.origin}/my`);

/** What the record has of uses, from the archive that its owner takes. */
async function uses() {
  await staff.goto(`${front.origin}/clients/${clients.Perrin}/record`);
  const [file] = await Promise.all([staff.waitForEvent('download'), staff.click('text=Take the archive')]);
  const parts = unzipSync(readFileSync(await file.path()));
  return strFromU8(parts['facts.jsonl'])
    .split('\n')
    .filter((line) => line.length > 0)
    .map((line) => JSON.parse(line))
    .filter((fact) => fact.kind === 'log')
    .map((fact) => JSON.parse(fact.body))
    .filter((entry) => entry.type === 'applied');
}
