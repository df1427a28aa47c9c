// The command line against the published schemas, and durability against kill -9.
import assert from 'node:assert/strict';
import { execFileSync, spawnSync } from 'node:child_process';
import { readFileSync, readdirSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { test } from 'node:test';
import Ajv from 'ajv/dist/2020.js';
import addFormats from 'ajv-formats';
import { violations } from './axe.mjs';
import { canMount, fillings, kills, onSmallDisk } from './durable.mjs';
import { newPhone } from './guide.mjs';
import { clientIds, desk, launcher, newFolder, openPage, pocket, root, signIn, startChromium, startStudio } from './studio.mjs';

const ajv = new Ajv({ strict: true, strictRequired: false, allErrors: true });
addFormats(ajv);
const read = (file) => JSON.parse(readFileSync(join(root, file), 'utf8'));
const isCase = ajv.compile(read('schemas/case.schema.json'));
const isPath = ajv.compile(read('schemas/path.schema.json'));
const cases = readdirSync(join(root, 'demo/cases')).map((name) => `demo/cases/${name}`);

test('every demo case is valid, and its path of 84 days too, twice the same', () => {
  for (const file of cases) {
    assert.ok(isCase(read(file)), `${file}: ${ajv.errorsText(isCase.errors)}`);
    const plan = () => execFileSync(launcher, ['plan', join(root, file), '--days', '84'], { maxBuffer: 50_000_000, encoding: 'utf8' });
    const path = plan();
    assert.ok(isPath(JSON.parse(path)), `${file}: ${ajv.errorsText(isPath.errors)}`);
    assert.equal(JSON.parse(path).days.length, 84);
    assert.equal(plan(), path);
  }
});

test('a planned peel has a valid script on its evening, played event by event, and none on another day', () => {
  const isSession = ajv.compile(read('schemas/session.schema.json'));
  const oat = (...args) => spawnSync(launcher, args, { encoding: 'utf8' });
  const session = (on) =>
    oat(
      'session',
      join(root, 'demo/cases/peel-week.json'),
      '--rules',
      join(root, 'demo/studio.json'),
      '--product',
      'kiln-peel',
      '--on',
      on,
    );
  const path = JSON.parse(
    oat('plan', join(root, 'demo/cases/peel-week.json'), '--rules', join(root, 'demo/studio.json'), '--days', '1').stdout,
  );
  const evening = path.ladders.find((ladder) => ladder.product === 'kiln-peel').nextOn;
  const planned = session(evening);
  assert.equal(planned.status, 0, planned.stderr);
  const script = JSON.parse(planned.stdout);
  assert.ok(isSession(script), ajv.errorsText(isSession.errors));
  assert.equal(session('2026-03-10').status, 2);
  assert.match(session('2026-03-10').stderr, /next evening/);

  const folder = newFolder();
  const events = [
    ...script.kit.map((item) => ({ id: `k-${item.id}`, atMilliseconds: 1, kind: 'ticked', item: item.id })),
    ...script.asks.map((ask) => ({ id: `a-${ask.id}`, atMilliseconds: 2, kind: 'answered', item: ask.id, value: ask.goesOn ? 1 : 0 })),
    { id: 't', atMilliseconds: 1000, kind: 'touched', zone: 'chin' },
    { id: 'b', atMilliseconds: 61000, kind: 'burns' },
  ];
  writeFileSync(join(folder, 'script.json'), planned.stdout);
  writeFileSync(join(folder, 'events.json'), JSON.stringify(events));
  const played = oat('play', join(folder, 'script.json'), '--events', join(folder, 'events.json'));
  assert.deepEqual(
    played.stdout
      .trim()
      .split('\n')
      .map((line) => JSON.parse(line).do),
    ['answer', 'apply', 'apply', 'run-water'],
  );
  writeFileSync(join(folder, 'events.json'), '[{"id":"x","kind":"danced"}]');
  const bad = oat('play', join(folder, 'script.json'), '--events', join(folder, 'events.json'));
  assert.equal(bad.status, 2);
  assert.match(bad.stderr, /events\.json/);
  assert.equal(oat('play', join(root, 'demo/cases/peel-week.json'), '--events', join(folder, 'events.json')).status, 2);
  rmSync(folder, { recursive: true, force: true });
});

test('the launcher works from any folder, prints usage, and refuses what it does not know', () => {
  const run = (...args) => spawnSync(join(root, 'oat'), args, { cwd: '/', encoding: 'utf8' });
  for (const command of ['demo', 'serve', 'test', 'plan', 'audit', 'supply', 'session', 'play', 'label', 'free-acid', 'help']) {
    const answer = run(command, '--help');
    assert.equal(answer.status, 0);
    assert.match(answer.stdout, /usage: oat/);
  }
  assert.equal(run('dance').status, 2);
  const bad = run('plan', '/nowhere.json');
  assert.equal(bad.status, 2);
  assert.equal(bad.stdout, '');
  assert.match(bad.stderr, /cannot be read/);
});

test("a phone whose clock is wrong by hours is told so, and the studio's time counts", async () => {
  // The demo is one of twenty hours ago, so that nothing in it was recorded ahead of the true time, and the start is none after days.
  const folder = newFolder();
  writeFileSync(join(folder, 'demo-clock'), `${-72_000 * 1e7} 0`);
  const filled = await startStudio({ folder });
  const browser = await startChromium();
  const practitioner = await openPage(browser, filled, desk);
  await signIn(practitioner, filled);
  await practitioner.goto(`${filled.origin}/clients?q=Perrin`);
  await practitioner.goto(
    `${filled.origin}${(await practitioner.locator('#list a.fw-bold').getAttribute('href')).replace('ramp', 'link')}`,
  );
  await practitioner.click('text=Make the phone link');
  const token = (await practitioner.inputValue('#address')).split('/go/')[1];
  await practitioner.goto(practitioner.url().split('?')[0]);
  for (const phones of ['2 phones', '3 phones']) {
    await practitioner.click('text=Let in one phone more');
    await practitioner.locator(`text=It lets in ${phones}`).waitFor();
  }

  await filled.kill();
  const studio = await startStudio({ folder: filled.folder, demo: false });
  for (const [hours, hidden] of [
    [0, true],
    [3, false],
    [-5, false],
  ]) {
    const phone = await openPage(browser, studio, pocket);
    await phone.clock.install({ time: Date.now() + hours * 3_600_000 });
    await phone.goto(`${studio.origin}/go/${token}`);
    await phone.click('main button');
    await phone.waitForURL(/\/my$/);
    assert.equal(await phone.locator('#clock-hint').isHidden(), hidden, `${hours} h`);
  }
  await browser.close();
  await studio.close();
});

test('what was answered as saved is there after 30 kills at random moments of writing', async () => {
  const { acknowledged, lost } = await kills(30);
  assert.ok(acknowledged > 30, `${acknowledged} acknowledged`);
  assert.equal(lost, 0);
});

test(
  'what was answered as saved is there after the disk was filled at random moments, killed in between',
  { skip: !canMount() },
  async () => {
    const { acknowledged, lost, refused } = await fillings(20);
    assert.ok(acknowledged > 10 && refused > 0, `${acknowledged} acknowledged, ${refused} refused`);
    assert.equal(lost, 0);
  },
);

test(
  'on a full disk a report of pain 8 is answered with the number to call, stays on the phone, and is sent again by itself',
  { skip: !canMount() },
  () =>
    onSmallDisk(16, async (disk) => {
      const studio = await startStudio({ folder: disk.data });
      const browser = await startChromium();
      const staff = await openPage(browser, studio, desk);
      await signIn(staff, studio);
      const id = (await clientIds(staff, studio)).Perrin;
      const phone = await newPhone(browser, staff, studio, id);
      await phone.waitForURL(/\/my$/);
      await phone.goto(`${studio.origin}/my/report`);
      for (const [field, value] of [
        ['sting', 3],
        ['length', 45],
        ['redness', 1],
        ['pain', 8],
      ])
        await phone.locator(`label:has(input[name="${field}"][value="${value}"]) span`).click();
      disk.fill();
      await phone.click('text=See what it means');
      await phone.locator('#unkept').waitFor();
      assert.match(await phone.locator('main').textContent(), /Medical help now/);
      assert.match(await phone.locator('.big-alarm').textContent(), /Emergency: \d/);
      assert.doesNotMatch(await phone.locator('main').textContent(), /Saved\./);
      assert.deepEqual(await violations(phone, true), [], 'a report that could not be kept');

      // A practitioner can still look, and is told what is wrong when saving.
      await staff.goto(`${studio.origin}/clients/new`);
      await staff.fill('#Name', 'Nell Orrin');
      await staff.click('main button.btn-go');
      assert.match(await staff.locator('main').textContent(), /The disk is full.*Free some space/s);
      await staff.goto(`${studio.origin}/`);
      assert.match(await staff.locator('main').textContent(), /Who needs you/);

      disk.free();
      await phone.waitForURL(/\/my\/answer\//, { timeout: 40_000 });
      assert.match(await phone.locator('main').textContent(), /Saved\./);
      assert.equal(await phone.evaluate(() => localStorage.getItem('oatpath-unsent')), null);
      await staff.goto(`${studio.origin}/`);
      assert.match(await staff.locator(`li.need[data-client="${id}"]`).textContent(), /medical help/i);
      await browser.close();
      await studio.kill();
    }),
);

test('a folder that cannot be written to, or is full at the start, is said on its own page', { skip: !canMount() }, () =>
  onSmallDisk(16, async (disk) => {
    const studio = await startStudio({ folder: disk.data });
    await studio.kill();
    disk.fill();
    const full = await startStudio({ folder: disk.data });
    const page = await (await fetch(`${full.origin}/my`)).text();
    assert.match(page, /Oat Path is closed.*call your studio.*The disk is full/s);
    await full.kill();
    disk.free();
    disk.readOnly();
    const locked = await startStudio({ folder: disk.data });
    assert.match(await (await fetch(`${locked.origin}/`)).text(), /cannot be written to.*right to write/s);
    await locked.kill();
  }),
);
