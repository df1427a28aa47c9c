// Hands that are full, and a contact too short for a whole zone.
import assert from 'node:assert/strict';
import { spawnSync } from 'node:child_process';
import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import test from 'node:test';
import { violations } from './axe.mjs';
import { evenings, pass, press, ready, title } from './guide.mjs';
import { launcher, newFolder, root } from './studio.mjs';

const begin = evenings();

/** The script of a strong kit on its first rung, half a minute, as the command line compiles it. */
function strong() {
  const folder = newFolder();
  const read = (file) => JSON.parse(readFileSync(join(root, 'demo', file), 'utf8'));
  const [kit, rules] = [read('cases/peel-week.json'), { ...read('studio.json'), homePeels: 'strong-signed-off' }];
  const { product } = kit.shelf.find((each) => each.product.id === 'kiln-peel');
  Object.assign(product, { actives: [{ substance: 'glycolic', percent: 20 }], ph: 3.2 });
  kit.decisions.filter((each) => each.product === 'kiln-peel').forEach((each) => Object.assign(each, { reason: 'years of peels, steady' }));
  writeFileSync(join(folder, 'case.json'), JSON.stringify(kit));
  writeFileSync(join(folder, 'rules.json'), JSON.stringify(rules));
  const oat = (...args) => {
    const { stdout, stderr, status } = spawnSync(launcher, [...args, '--rules', join(folder, 'rules.json')], { encoding: 'utf8' });
    assert.equal(status, 0, stderr);
    return JSON.parse(stdout);
  };
  const { ladders } = oat('plan', join(folder, 'case.json'), '--days', '1');
  const { nextOn } = ladders.find((ladder) => ladder.product === 'kiln-peel');
  return oat('session', join(folder, 'case.json'), '--product', 'kiln-peel', '--on', nextOn);
}

async function open(script) {
  const one = await begin();
  const { phone, studio } = one;
  await phone.goto(`${studio.origin}/my`);
  // What is washed and prepared before it, step by step.
  for (phone.presses = 1; !(await phone.locator('form[action*="Begin"] button').count()); phone.presses += 1) {
    assert.ok(phone.presses < 10);
    await phone.click('form[action*="Done"] button.big-go');
  }
  await phone.clock.install();
  await phone.click('form[action*="Begin"] button');
  await phone.waitForSelector('body[data-running]');
  if (script) {
    // Put in the place of the evening's own, before the guide reads it.
    await phone.addInitScript((other) => {
      document.addEventListener('readystatechange', () => {
        const at = document.getElementById('guide');
        if (document.readyState !== 'interactive' || !at) return;
        const guide = JSON.parse(at.dataset.guide);
        for (const { zones } of other.groups) guide.zones[zones[0].zone] = zones[0].zone.replaceAll('-', ' ');
        const { product, on, asks } = guide.script;
        at.dataset.guide = JSON.stringify({ ...guide, script: { ...other, product, on, asks } });
      });
    }, script);
    await phone.reload();
    await phone.waitForSelector('body[data-running]');
  }
  return phone;
}

const touch = (phone, selector) => phone.locator(selector).click();

test('a known weak kit takes at most 30 presses from Tonight to well ended, hands free', async () => {
  const phone = await open();
  // Ten presses answer and agree before it: eight questions, the agreement, and what they come to.
  let presses = 10 + phone.presses + (await ready(phone));
  await press(phone, 'Hands free');
  presses += 1;
  const called = new Set();
  for (let step = 0; step < 400 && !/off now/.test(await title(phone)); step += 1) {
    const now = await title(phone);
    if (/ now$/.test(now)) called.add(now);
    assert.ok(await phone.locator('#burns').isVisible());
    await pass(phone, 2);
  }
  assert.equal(called.size, 8, [...called].join(', '));
  const first = await title(phone);
  await pass(phone, 45);
  assert.notEqual(await title(phone), first, 'the next zone is called out to come off');
  assert.match(await title(phone), /off now$/);
  await press(phone, 'All of it is off');
  await press(phone, 'Done to the last line');
  await pass(phone, 1);
  await phone.locator('[data-sting="1"]').click();
  await pass(phone, 0.5);
  assert.equal(await title(phone), 'Well ended');
  await press(phone, '1');
  presses += 4;
  assert.ok(presses <= 30, `${presses} presses`);
  assert.deepEqual(phone.faults, []);
});

test('all that was said with one press is taken back with one, and a knuckle on the upper screen is the press', async () => {
  const phone = await open();
  await ready(phone);
  await pass(phone, 1);
  assert.match(await title(phone), /cheek now$/);
  // With text twice as large nothing runs off the side, and what stops it stays in sight.
  const large = (size) => phone.evaluate((each) => (document.documentElement.style.fontSize = each), size);
  await press(phone, 'It touches');
  await large('200%');
  const [wide, stop] = await phone.evaluate(() => [
    document.documentElement.scrollWidth <= innerWidth,
    document.getElementById('burns').getBoundingClientRect().bottom <= innerHeight,
  ]);
  assert.deepEqual([wide, stop], [true, true]);
  await large('');
  await touch(phone, '#more');
  await phone.locator('#sheet button', { hasText: 'Take the last press back' }).first().click();
  await pass(phone, 1);
  // The frame says where; a second touch of the same knuckle is none.
  await phone.locator('#stage').evaluate((stage) => [stage.click(), stage.click()]);
  await pass(phone, 0.3);
  assert.equal((await phone.locator('#times li.on').count()) > 0, true);
  assert.match(await phone.locator('#times').innerText(), /left cheek, on longest/);
  assert.match(await title(phone), /^Right cheek now/);
  await touch(phone, '#more');
  await phone.locator('#sheet button', { hasText: 'Take the last press back' }).first().click();
  await pass(phone, 1);
  assert.match(await title(phone), /^Left cheek now/);
  await press(phone, 'Hands free');
  await pass(phone, 3);
  await touch(phone, '#more');
  await phone.locator('#sheet button', { hasText: 'Take the last press back' }).first().click();
  await pass(phone, 1);
  assert.match(await title(phone), /^Left cheek now/);
  assert.equal(await phone.locator('#acts button', { hasText: 'Hands free' }).count(), 1);
  assert.deepEqual(phone.faults, []);
});

test('what still stings after it is off is left to calm, and asked again after ten minutes', async () => {
  const phone = await open();
  await ready(phone);
  await press(phone, 'Hands free');
  for (let step = 0; step < 200 && !/off now/.test(await title(phone)); step += 1) await pass(phone, 5);
  await press(phone, 'All of it is off');
  await press(phone, 'Done to the last line');
  await pass(phone, 1);
  await phone.locator('[data-sting="3"]').click();
  await pass(phone, 1);
  assert.equal(await title(phone), 'Let it calm');
  await pass(phone, 600);
  assert.match(await phone.locator('#sting-title').textContent(), /now\?$/);
  await phone.locator('[data-sting="1"]').click();
  await pass(phone, 1);
  assert.equal(await title(phone), 'Well ended');
  assert.deepEqual(phone.faults, []);
});

test('a kit of thirty seconds goes on half zone by half zone, each dry and aired before the next', async () => {
  const script = strong();
  assert.deepEqual([script.targetSeconds, script.groups.length], [30, 16]);
  const phone = await open(script);
  await ready(phone);
  for (let half = 0; half < 3; half += 1) {
    assert.equal(await title(phone), `${script.groups[half].zones[0].zone.replaceAll('-', ' ').replace(/^./, (a) => a.toUpperCase())} now`);
    assert.equal(await phone.locator('#map path.is-now').count(), 1);
    await press(phone, 'It touches');
    await pass(phone, 14);
    assert.match(await title(phone), /^Fan/);
    await pass(phone, 6);
    assert.match(await title(phone), /off now$/);
    await press(phone, 'is off');
    assert.equal(await title(phone), 'Pat it fully dry');
    if (half === 0) assert.deepEqual(await violations(phone, true), []);
    await pass(phone, 120);
    assert.equal(await title(phone), 'Pat it fully dry', 'nothing goes on before it was said to be dry');
    await press(phone, 'It is dry');
    assert.match(await title(phone), /^Let it air: (1:00|0:5\d)$/);
    await pass(phone, 60);
  }
  // Where it burns, nothing more goes on.
  await touch(phone, '#burns');
  await pass(phone, 1);
  assert.match(await title(phone), /water/i);
  assert.deepEqual(phone.faults, []);
});
