// Whole guided sessions on the client's phone, with a clock that the test holds.
import assert from 'node:assert/strict';
import test from 'node:test';
import { violations } from './axe.mjs';
import { evenings, pass, press, ready, title } from './guide.mjs';

const begin = evenings();

/** A phone on the guide, its clock held by the test. */
async function guided({ practice = false } = {}) {
  const one = await begin();
  const { phone, studio } = one;
  await phone.goto(`${studio.origin}/my/peel`);
  await phone.clock.install();
  await phone.click(practice ? 'text=Practise with water' : 'text=Open the guide');
  await phone.waitForSelector('body[data-running]');
  return one;
}

/** Puts every zone on, so many seconds apart. Where the clock runs fast something else may stand there for a moment: it looks again. */
async function putOn(phone, apart = 20, again = 0) {
  for (let idle = 0; idle <= again;) {
    const now = await title(phone);
    if (/ now$/.test(now) && !/off now/i.test(now)) {
      await press(phone, 'It touches');
      await pass(phone, apart - 0.9);
      idle = 0;
    } else {
      idle += 1;
      if (idle <= again) await pass(phone, 0.1);
    }
  }
}

/** Waits for each cue and takes that zone off, so many seconds after it. */
async function takeOff(phone, after = 15) {
  for (let i = 0; i < 400; i += 1) {
    if (/ending/.test(await title(phone))) return;
    if (/off now/i.test(await title(phone))) {
      await pass(phone, after - 0.9);
      await press(phone, 'is off');
    } else await pass(phone, 2);
  }
  assert.fail(
    `the ending never came: ${await title(phone)}; ` +
      `${await phone.locator('#how').textContent()}; ${await phone.locator('#stage').innerText()}`,
  );
}

/** What the studio has of the session that a phone is in. */
async function kept(phone) {
  await pass(phone, 6);
  const { events, script } = JSON.parse(
    await (await phone.request.get(phone.url())).text().then((html) =>
      html
        .match(/data-guide="([^"]*)"/)[1]
        .replaceAll('&quot;', '"')
        .replaceAll('&#x27;', "'")
        .replaceAll('&amp;', '&')
        .replace(/&#x([0-9A-F]+);/g, (_, code) => String.fromCodePoint(parseInt(code, 16))),
    ),
  );
  return { events, script };
}

test('no clock starts before the kit is complete, the neutraliser first, and every answer is no', async () => {
  const { phone } = await guided();
  const rows = phone.locator('.act-kit');
  // What ends it comes first, each ticked by itself; then the bottle; then everything else in one.
  assert.match(await title(phone), /ends it/);
  assert.equal(await rows.count(), 2);
  assert.match(await rows.first().textContent(), /Neutraliser/);
  assert.match(await rows.last().textContent(), /timer, set to the most: 10 min/);
  for (const row of await rows.all()) assert.ok((await row.boundingBox()).height >= 56);
  assert.equal(await phone.locator('#acts button').count(), 0);
  await pass(phone, 0.5);
  // A second touch of the same thumb takes nothing back.
  const twice = (row) => row.evaluate((button) => [button.click(), document.querySelector(`[data-item="${button.dataset.item}"]`).click()]);
  await twice(rows.first());
  await pass(phone, 0.5);
  assert.equal(await rows.first().getAttribute('aria-pressed'), 'true');
  await rows.last().click();
  await pass(phone, 0.5);
  assert.match(await title(phone), /goes on/);
  const bottle = phone.locator('.act-kit[aria-pressed="false"]');
  assert.equal(await bottle.count(), 1);
  await bottle.click();
  await pass(phone, 0.5);
  assert.match(await title(phone), /Everything else/);
  assert.ok((await phone.locator('.kit-rest li').count()) >= 9);
  // A tick by mistake is taken back by a second press, and its screen comes back.
  await phone.locator('.act-kit', { hasText: 'timer' }).click();
  await pass(phone, 0.5);
  assert.match(await title(phone), /ends it/);
  while (await phone.locator('.act-kit[aria-pressed="false"]').count()) {
    await phone.locator('.act-kit[aria-pressed="false"]').first().click();
    await pass(phone, 0.3);
  }
  // A wrong yes too; it stays in the record.
  await press(phone, 'Yes');
  assert.equal(await title(phone), 'Not tonight');
  await press(phone, 'by mistake');
  await press(phone, 'No');
  await press(phone, 'No');
  assert.match(await title(phone), /cheek now$/i);
  assert.deepEqual(phone.faults, []);
});

test('a session to its normal end: every zone equally long, sent to the studio, shown there, and not to be used again', async () => {
  const { phone, practitioner, studio, id } = await guided();
  await ready(phone);
  await putOn(phone);
  assert.match(await title(phone), /^Fan/);
  await phone.locator('[data-sting="2"]').click();
  await takeOff(phone);
  await press(phone, 'Done to the last line');
  assert.match(await title(phone), /still sting/);
  await pass(phone, 0.6);
  await phone.locator('[data-sting="1"]').click();
  await pass(phone, 0.5);
  assert.equal(await title(phone), 'Well ended');
  await press(phone, '1');
  const { events, script } = await kept(phone);
  const at = (kind, zone) => events.find((event) => event.kind === kind && event.zone === zone).atMilliseconds;
  const zones = script.groups.flatMap((group) => group.zones.map((step) => step.zone));
  const contacts = zones.map((zone) => at('off', zone) - at('touched', zone));
  assert.ok(Math.max(...contacts) - Math.min(...contacts) <= 5000, String(contacts));
  assert.ok(Math.max(...contacts) <= script.targetSeconds * 1000, String(contacts));
  assert.equal(new Set(events.map((event) => event.id)).size, events.length);
  assert.equal(await phone.locator('#net').textContent(), 'sent to the studio');

  await phone.goto(`${studio.origin}/my/peel`);
  const over = phone.locator('main');
  assert.match(await over.textContent(), /It is over/);
  assert.match(await over.locator('.session-drawing').textContent(), /left cheek[\s\S]*Well ended/);
  assert.match(await over.textContent(), /Next[\s\S]*Tomorrow morning: [\s\S]*The next peel: /);
  assert.deepEqual(await violations(phone, true), []);
  await phone.screenshot({ path: '/tmp/over.png', fullPage: true });
  await practitioner.goto(`${studio.origin}/clients/${id}/peel`);
  assert.match(await practitioner.locator('.session-drawing').first().textContent(), /Done/i);
  assert.deepEqual(phone.faults, []);
});

test('a sting of five at 1:30 ends it, and what is on comes off', async () => {
  const { phone } = await guided();
  await ready(phone);
  await press(phone, 'It touches');
  await pass(phone, 60);
  assert.ok(await phone.locator('#sting.is-due').count());
  await pass(phone, 30);
  await phone.locator('[data-sting="5"]').click();
  await pass(phone, 0.5);
  assert.match(await title(phone), /Take it off now/);
  assert.match(await phone.locator('#how').textContent(), /sting of 5/i);
  await press(phone, 'is off');
  assert.match(await title(phone), /ending/);
});

test('It burns goes straight to cool water for ten minutes, with the number that applies, and reaches the Desk at once', async () => {
  const { phone, practitioner, studio, id } = await guided();
  await ready(phone);
  await press(phone, 'It touches');
  await pass(phone, 50);
  await phone.click('#burns');
  await pass(phone, 0.3);
  assert.match(await title(phone), /Cool running water: 10:00/);
  assert.match(await phone.locator('#how').textContent(), /No neutraliser/);
  assert.match(await phone.locator('#acts').textContent(), /0555 014/);
  await pass(phone, 300);
  assert.match(await title(phone), /4:5\d|5:00/);
  await pass(phone, 301);
  assert.match(await title(phone), /still burn/);
  await press(phone, 'It still burns');
  assert.match(await title(phone), /9:5\d/);
  await pass(phone, 8);
  await practitioner.goto(`${studio.origin}/`);
  assert.match(await practitioner.locator(`.need.is-call[data-client="${id}"]`).textContent(), /sting 7|stop/i);
});

test('product in the eye is one tap away: fifteen minutes of water, then medical help', async () => {
  const { phone } = await guided({ practice: true });
  await ready(phone);
  await press(phone, 'It touches');
  await phone.click('#eye');
  await pass(phone, 0.3);
  assert.match(await title(phone), /Rinse the eye: (15:00|14:5\d)/);
  assert.match(await phone.locator('#acts').textContent(), /Emergency/);
  await press(phone, 'everything is off');
  await pass(phone, 901);
  assert.match(await title(phone), /Medical help now/);
});

test('white on the skin is crystals where it wipes off, and water where it does not; a drop is wiped off first', async () => {
  const { phone } = await guided({ practice: true });
  await ready(phone);
  await press(phone, 'It touches');
  await phone.click('#more');
  await phone.click('text=A drop ran where nothing belongs');
  await phone.click('#sheet-body >> text=Left brow');
  await pass(phone, 0.5);
  assert.match(await title(phone), /off now: left brow/);
  await press(phone, 'left brow is off');
  await phone.click('#more');
  await phone.click('text=White on the skin');
  await phone.click('text=It wipes off');
  await pass(phone, 0.5);
  assert.match(await title(phone), /now$/);
  await phone.click('#more');
  await phone.click('text=White on the skin');
  await phone.click('text=It stays');
  await pass(phone, 0.5);
  assert.match(await title(phone), /Cool running water/);
});

test('a press by mistake is taken back, also on the phone', async () => {
  const { phone } = await guided({ practice: true });
  await ready(phone);
  await press(phone, 'It touches');
  const first = await title(phone);
  await press(phone, 'It touches');
  await phone.click('#more');
  await phone.click('text=Take the last press back');
  await pass(phone, 0.5);
  assert.equal(await title(phone), first);
  // Two taps of one thumb are one press.
  await pass(phone, 0.6);
  await phone
    .locator('#acts button')
    .first()
    .evaluate((button) => [button.click(), document.querySelector('#acts button').click()]);
  await pass(phone, 0.5);
  assert.equal(await phone.locator('#times li').count(), 2);
  // Nor does the back button lead away while something is on.
  const address = phone.url();
  await phone.evaluate(() => history.back());
  await pass(phone, 1);
  assert.equal(phone.url(), address);
  assert.match(await phone.locator('.clock').textContent(), /^0:0\d$/);
});

test('without network from the first press to the last, through a reload; then sent once', async () => {
  const { phone } = await guided();
  await pass(phone, 1);
  await phone.waitForSelector('body[data-ready="true"]');
  await phone.context().setOffline(true);
  await ready(phone);
  await press(phone, 'It touches');
  await pass(phone, 119);
  assert.equal(await phone.locator('#net').textContent(), 'no network: kept on this phone');
  await phone.reload();
  await phone.waitForSelector('body[data-running]');
  await pass(phone, 1);
  assert.match(await phone.locator('.clock').textContent(), /^2:[0-2]\d$/);
  await phone.click('#more');
  await phone.click('text=Take it off early');
  await press(phone, 'is off');
  await press(phone, 'Done to the last line');
  await phone.locator('[data-sting="0"]').click();
  await pass(phone, 0.5);
  await phone.context().setOffline(false);
  await pass(phone, 12);
  await phone.waitForFunction(() => document.querySelector('#net').textContent === 'sent to the studio');
  const { events } = await kept(phone);
  assert.equal(events.filter((event) => event.kind === 'touched').length, 1);
  assert.equal(events.filter((event) => event.kind === 'ended').length, 1);
  phone.faults.length = 0;
});

test('whoever comes back twenty minutes late is told to take it off now, and the overrun is on the Desk', async () => {
  const { phone, practitioner, studio, id } = await guided();
  await ready(phone);
  await press(phone, 'It touches');
  await pass(phone, 7);
  const address = phone.url();
  const later = await phone.context().newPage();
  later.faults = [];
  const now = await phone.evaluate(() => Date.now());
  await phone.close({ runBeforeUnload: false });
  await later.clock.install({ time: now + 20 * 60_000 });
  await later.goto(address);
  await later.waitForSelector('body[data-running]');
  await pass(later, 1);
  assert.match(await title(later), /Take it off now/);
  assert.match(await later.locator('#how').textContent(), /longer than this kit ever may/);
  await press(later, 'is off');
  await press(later, 'Done to the last line');
  await later.locator('[data-sting="1"]').click();
  await pass(later, 7);
  assert.match(await later.locator('.guide-lines').textContent(), /12:\d\d over/);
  await practitioner.goto(`${studio.origin}/clients/${id}/peel`);
  assert.match(await practitioner.locator('main').textContent(), /12:\d\d over/);
});

test('a phone clock set back changes nothing, set an hour on it counts, set back while the guide is closed it comes off', async () => {
  const { phone } = await guided();
  await ready(phone);
  await press(phone, 'It touches');
  const now = await phone.evaluate(() => Date.now());
  await phone.clock.setSystemTime(now - 3_600_000);
  await pass(phone, 30);
  await phone.waitForFunction(() => /^0:3\d$/.test(document.querySelector('.clock').textContent));
  const address = phone.url();
  phone.on('dialog', (dialog) => dialog.accept());
  await phone.goto('about:blank');
  await phone.clock.setSystemTime(now - 7_200_000);
  await phone.goto(address);
  await phone.waitForSelector('body[data-running]');
  await pass(phone, 1);
  assert.match(await title(phone), /Take it off now/);
  assert.match(await phone.locator('#how').textContent(), /clock went back/);

  const { phone: other } = await guided();
  await ready(other);
  await press(other, 'It touches');
  await other.clock.setSystemTime((await other.evaluate(() => Date.now())) + 3_600_000);
  await pass(other, 1);
  assert.match(await title(other), /Take it off now/);
});

test('practice with water: marked, twenty times faster, and ends with what went wrong', async () => {
  const { phone } = await guided({ practice: true });
  await phone.click('text=20×');
  assert.ok(await phone.locator('.practice-mark').isVisible());
  await ready(phone);
  await putOn(phone, 1.2, 5);
  await pass(phone, 25);
  await takeOff(phone, 1.2);
  await press(phone, 'Done to the last line');
  await phone.locator('[data-sting="0"]').click();
  await pass(phone, 0.5);
  assert.ok(await phone.locator('.practice-mark').isVisible());
  assert.equal(await title(phone), 'What went otherwise');
  assert.match(await phone.locator('.guide-lines').textContent(), /cheek \d:\d\d over/);
});

test('the questions of the day and what they come to are clean by axe with enhanced contrast, and answered by keyboard', async () => {
  const one = await begin();
  const { phone, studio } = one;
  await phone.goto(`${studio.origin}/my/peel`);
  assert.deepEqual(await violations(phone, true), [], 'it may be tonight');
  await phone.goto(`${studio.origin}/my/peel?again=true`);
  assert.deepEqual(await violations(phone, true), [], 'the questions');
  for (const field of ['sunburn', 'open-skin', 'cold-sore', 'new-medicine', 'used-else', 'pregnant', 'ill', 'stings']) {
    await phone.locator(`input[name="${field}"][value="no"]`).focus();
    await phone.keyboard.press('Space');
    if (field === 'sunburn') await phone.keyboard.press('ArrowRight');
  }
  await phone.keyboard.press('Enter');
  await phone.waitForSelector('.verdict');
  assert.match(await phone.locator('h1').last().textContent(), /Not tonight/);
  assert.deepEqual(await violations(phone, true), [], 'not tonight');
  assert.equal(await phone.evaluate(() => document.documentElement.scrollWidth <= window.innerWidth + 1), true);
  assert.deepEqual(phone.faults, []);
});

test('every press is large and low, and every screen clean by axe with enhanced contrast', async () => {
  const { phone } = await guided();
  const look = async (where) => {
    assert.deepEqual(await violations(phone, true), [], where);
    for (const box of await phone.locator('#acts .act:visible, #stings .act:visible, #alarms .act:visible').all()) {
      const { y, height } = await box.boundingBox();
      assert.ok(height >= 56, `${where}: ${await box.textContent()} is ${height} px high`);
      assert.ok(y >= 844 * 0.4 && y + height <= 844, `${where}: ${await box.textContent()} stands at ${y}`);
      const seen = await box.evaluate((act) => {
        const { left, top, width, height: tall } = act.getBoundingClientRect();
        const sheet = document.querySelector('dialog[open]');
        const at = [6, tall / 2, tall - 6].map((down) => document.elementFromPoint(left + width / 2, top + down));
        return (sheet && !sheet.contains(act)) || at.every((part) => act.contains(part));
      });
      assert.ok(seen, `${where}: ${await box.textContent()} is covered`);
    }
  };
  await look('kit');
  await ready(phone);
  await look('first zone');
  for (let zone = 0; zone < 4; zone += 1) {
    await press(phone, 'It touches');
    await pass(phone, 17);
    await look(`zone ${zone + 2}, with times and stings`);
  }
  await putOn(phone, 3);
  await look('waiting');
  await phone.click('#more');
  await look('more');
  await phone.locator('#sheet-body button').last().click();
  await phone.locator('[data-sting="5"]').click();
  await pass(phone, 0.5);
  await look('off now');
  await press(phone, 'Everything is off');
  await look('ending');
  await phone.click('#burns');
  await pass(phone, 0.5);
  await look('water');
});
