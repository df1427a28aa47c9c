// Every main view is valid HTML by the Nu checker.
import assert from 'node:assert/strict';
import { spawnSync } from 'node:child_process';
import { mkdirSync, rmSync, writeFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { join } from 'node:path';
import { after, before, test } from 'node:test';
import { makeLink } from './guide.mjs';
import { begin, group, isAt, makeQuestions } from './questions.mjs';
import { clientIds, desk, newFolder, openPage, pocket, signIn, startChromium, startStudio } from './studio.mjs';

const jar = createRequire(import.meta.url).resolve('vnu-jar/build/dist/vnu.jar');
let studio;
let browser;
let staff;
let phone;
let asked;
let id;
let peel;
let pictured;
let address;

before(async () => {
  studio = await startStudio();
  browser = await startChromium();
  staff = await openPage(browser, studio, desk);
  await signIn(staff, studio);
  const ids = await clientIds(staff, studio);
  id = ids.Bettina;
  peel = ids.Jory;
  pictured = ids.Petra;
  // Something that is asked for by kind, and could be one of several bottles.
  await staff.goto(`${studio.origin}/shelf`);
  await staff.click('button:has-text("Begin with kinds")');
  await staff.waitForSelector('text=kinds put on the shelf');
  await staff.goto(`${studio.origin}/clients/${id}/shelf?q=Soothing mask`);
  await staff.locator('#offers button', { hasText: 'Bring in' }).first().click();
  await staff.waitForSelector('.find-bottle');
  // One has answered on the phone, another is on the way.
  const sent = await openPage(browser, studio, pocket);
  asked = await openPage(browser, studio, pocket);
  for (const [page, client] of [
    [sent, id],
    [asked, peel],
  ]) {
    await begin(page, await makeQuestions(staff, studio, client));
    await page.click('button:has-text("I agree")');
    await isAt(page, 'birth-date');
    await page.goto(`${studio.origin}/answers/ask/skin-history`);
    await group(page, ['A place that gets eczema']);
    await isAt(page, 'birth-date');
  }
  await sent.goto(`${studio.origin}/answers/send`);
  await sent.click('button:has-text("Send it to my studio")');
  await sent.waitForSelector('text=Sent. Thank you');
  address = await makeLink(staff, studio, id);
  phone = await openPage(browser, studio, pocket);
  await phone.goto(address);
  await phone.click('main button');
  await phone.waitForURL(/\/my$/);
});
after(async () => {
  await browser?.close();
  await studio?.close();
});

test('every main view is valid by the Nu checker', async () => {
  const folder = newFolder();
  const views = [
    ...[
      '/',
      '/clients',
      '/clients?q=nobody',
      '/clients/new',
      '/clients/import',
      '/shelf',
      '/shelf/new',
      '/shelf/paste',
      '/shelf/kind/kind-sun-50',
      '/shelf/reed-water',
      '/shelf/import',
      '/shelf/look-over',
      '/scales',
      '/house',
      '/house/mail',
      '/house/watch',
      '/scales/chances',
      '/rules',
      '/rules?rule=window-care',
      '/outbox',
      '/treatments',
      '/treatments/edit?from=ablative-laser',
      '/templates',
      '/second-factor',
      '/retention',
      '/nowhere',
      '/house/card',
      '/house/pictures',
    ].map((path) => [staff, path]),
    ...[
      'meet',
      'start',
      'shelf',
      'look-for',
      'routine',
      'ramp',
      'peel',
      'practice',
      'care',
      'treatment',
      'visit',
      'publish',
      'handout',
      'look-back',
      'look-back/months',
      'pictures',
      'scores',
      'meter',
      'summary',
      'link',
      'ask-ahead',
      'preview',
      'record',
    ].flatMap((station) => [id, peel].map((client) => [staff, `/clients/${client}/${station}`])),
    ...['', '/new', '/compare', '/compare?over=true', '/days', '/compare?difference=lightness'].map((path) => [
      staff,
      `/clients/${pictured}/pictures${path}`,
    ]),
    ...[
      '/my',
      '/my/path',
      '/my/report',
      '/my/normal',
      '/my/cautions',
      '/my/offline',
      '/my/calendar',
      '/my/pictures',
      '/my/pictures/new',
      '/my/skin',
      '/my/peel',
      '/my/nick',
      '/no-plan',
      '/sign-in',
      '/first-run',
      '/stand-in',
      '/stand-in/meter',
      new URL(address).pathname,
    ].map((path) => [phone, path]),
    ...[
      'consent',
      'send',
      'guess',
      ...['birth-date', 'skin-type', 'body', 'skin-history-eczema-prone-zone', 'products', 'history'].map((screen) => `ask/${screen}`),
    ].map((path) => [asked, `/answers/${path}`]),
  ];
  for (const [index, [page, path]] of views.entries()) {
    const answer = await page.context().request.get(studio.origin + path);
    const file = join(folder, `${String(index).padStart(3, '0')}${path.replace(/[^a-z0-9]+/gi, '-').slice(-40)}.html`);
    mkdirSync(folder, { recursive: true });
    writeFileSync(file, await answer.text());
  }
  const checked = spawnSync('java', ['-Xss4m', '-jar', jar, '--errors-only', '--format', 'json', '--exit-zero-always', folder], {
    encoding: 'utf8',
    maxBuffer: 100_000_000,
  });
  const said = JSON.parse(checked.stderr).messages.map(
    (message) =>
      `${message.url.split('/').pop()}:${message.lastLine} ${message.message} ${message.extract?.replace(/\s+/g, ' ').slice(0, 160) ?? ''}`,
  );
  rmSync(folder, { recursive: true, force: true });
  assert.deepEqual([...new Set(said.map((line) => line.replace(/^\d+/, '')))].slice(0, 60), []);
});
