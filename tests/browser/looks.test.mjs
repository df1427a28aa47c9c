// How a skin looks: scores drawn over the face, a meter that speaks, a half-face test judged blind, a picture from the client's phone.
import assert from 'node:assert/strict';
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { after, before, describe, test } from 'node:test';
import { violations } from './axe.mjs';
import { makeLink, openLink, wind } from './guide.mjs';
import { away, clientIds, desk, openPage, signIn, startChromium, startStudio } from './studio.mjs';

describe('looks', () => {
  let studio;
  let browser;
  let page;
  let clients;
  let face;
  const at = (name, path) => `${studio.origin}/clients/${clients[name]}/${path}`;
  const agree = async (name) => {
    await page.goto(at(name, 'pictures'));
    await away(page, () => page.locator('#consent form', { hasText: 'Care' }).first().locator('button').click());
  };

  before(async () => {
    studio = await startStudio();
    browser = await startChromium();
    page = await openPage(browser, studio, desk);
    await signIn(page, studio);
    clients = await clientIds(page, studio);
    await page.goto(at('Petra', 'pictures'));
    const shown = await page.locator('.small-picture a').first().getAttribute('href');
    face = join(studio.folder, 'face.jpg');
    writeFileSync(face, await (await page.request.get(studio.origin + shown.replace('/shown', '/whole'))).body());
  });
  after(async () => {
    await browser?.close();
    await studio?.close();
  });

  test('one stroke over the face scores several zones; the table does the same by keyboard', async () => {
    await page.goto(at('Orla', 'scores'));
    await page.locator('.score-picks label', { hasText: 'strong' }).first().click();
    const middle = async (zone) => {
      const box = await page.locator(`[data-paint] [data-zone="${zone}"]`).boundingBox();
      return [box.x + box.width / 2, box.y + box.height / 2];
    };
    await page.mouse.move(...(await middle('Forehead')));
    await page.mouse.down();
    await page.mouse.move(...(await middle('Nose')), { steps: 12 });
    await page.mouse.up();
    assert.equal(await page.inputValue('[name="redness.forehead"]'), '3');
    assert.equal(await page.inputValue('[name="redness.nose"]'), '3');
    assert.ok((await page.locator('.score-number').allTextContents()).includes('3'));
    await page.click('[data-rest]');
    assert.equal(await page.inputValue('[name="redness.chin"]'), '0');
    assert.equal(await page.inputValue('[name="oil.chin"]'), '');

    await page.focus('[name="oil.nose"]');
    await page.keyboard.type('2');
    await page.keyboard.press('ArrowDown');
    await page.keyboard.type('1');
    assert.equal(await page.inputValue('[name="oil.left-cheek"]'), '1');
    assert.deepEqual(await violations(page, false), []);
    await page.keyboard.press('Tab');
    await away(page, () => page.click('text=Write down'));
    assert.match(await page.textContent('#earlier'), /forehead 3.*none at 10 places/);
    assert.match(await page.textContent('#earlier'), /nose 2/);
    await page.goto(at('Orla', 'look-back/months'));
    assert.ok((await page.locator('.look-studio').count()) >= 2);
    assert.deepEqual(await violations(page, false), []);
  });

  test('a meter fills the places in their order; what is beyond its range or of another meter is not taken', async () => {
    const probe = Object.assign(await page.context().newPage(), { faults: [] });
    await page.goto(at('Orla', 'meter'));
    await page.waitForFunction(() => document.body.dataset.listening === 'true');
    await probe.goto(`${studio.origin}/stand-in/meter`);
    await probe.waitForFunction(() => document.body.dataset.running === 'true');
    assert.deepEqual(await violations(probe, false), []);
    await probe.click('text=Switch on');
    await page.waitForFunction(() => /forehead, hydration, 1 of 3/.test(document.querySelector('[data-next]').textContent));
    assert.match(await page.inputValue('[name=serial]'), /^SIM-M/);
    for (let reading = 0; reading < 3; reading += 1) await probe.click('text=On the skin');
    await page.waitForFunction(() => /forehead, oil, 1 of 3/.test(document.querySelector('[data-next]').textContent));
    const read = (await page.inputValue('[name="hydration.forehead"]')).split(' ').map(Number);
    assert.equal(read.length, 3);
    assert.ok(read.every((value) => value >= 50 && value <= 54));

    await probe.click('text=Beyond its range');
    await page.waitForFunction(() => /Oil 180 was not taken/.test(document.querySelector('[data-next]').textContent));
    await probe.click('text=A second meter');
    await page.waitForFunction(() => /Another meter, SIM-.*-2, spoke/.test(document.querySelector('[data-next]').textContent));
    assert.equal(await page.inputValue('[name="oil.forehead"]'), '');
    assert.deepEqual(await violations(page, false), []);

    await away(page, () => page.click('text=Write down'));
    assert.match(await page.textContent('#earlier'), /forehead 5\d\.\d ± \d\.\d/);
    await probe.close();
  });

  test('where redness differs is drawn over the later picture, with its scale', async () => {
    await page.goto(at('Petra', 'pictures/compare'));
    await away(page, () => page.click('text=Where redness differs'));
    assert.ok((await page.getAttribute('.difference.less-2', 'd')).length > 100);
    assert.equal(await page.getAttribute('.difference.more-2', 'd'), '');
    assert.match(await page.textContent('.difference-key'), /Less red by more than 6 a\*: [1-9]/);
    assert.deepEqual(await violations(page, false), []);
    await away(page, () => page.click('text=Where lightness differs'));
    assert.match(await page.textContent('.difference-key'), /L\*/);
  });

  test('a half-face test: the side by lot, compared on the phone, judged from a picture without being told', async () => {
    await page.goto(at('Jory', 'routine'));
    await page.click('text=Try something on one side');
    const name = 'Harbour serum';
    await page.selectOption('#half-product', { label: name });
    const product = await page.inputValue('#half-product');
    await page.fill('#half-days', '7');
    await page.click('text=Try it from today');
    await page.waitForSelector('text=drawn by lot');
    await page.goto(at('Jory', 'publish'));
    await away(page, () => page.locator('aside form button').click());

    const phone = await openLink(browser, studio, await makeLink(page, studio, clients.Jory));
    for (let step; step !== product;) {
      step = await phone.locator('form[action*=Done] input[name=step]').inputValue();
      await away(phone, () => phone.locator('form[action*=Done] button').first().click());
    }
    await phone.goto(`${studio.origin}/my/device/${product}`);
    assert.match(await phone.textContent('main'), /First how it feels, then look in the mirror, then touch/);
    for (const sense of ['feel', 'look', 'touch']) await phone.locator(`input[name=${sense}]`).first().check({ force: true });
    assert.deepEqual(await violations(phone, true), []);
    await away(phone, () => phone.click('text=Keep the comparison'));

    await agree('Jory');
    await wind(page, studio, 1);
    await page.goto(at('Jory', 'pictures/new'));
    await page.setInputFiles('input[type=file][name=front]', face);
    await away(page, () => page.click('text=Look them over'));
    await away(page, () => page.click('text=Keep what is ticked'));
    await away(page, () => page.click('text=They are right'));

    await page.goto(at('Jory', 'look-back'));
    assert.match(await page.textContent('#halves'), /Of 1 day: treated better 1.*nothing can be said/s);
    await away(page, () => page.click('text=judge it from pictures'));
    assert.match(await page.textContent('main'), new RegExp(`${name} on one side`));
    assert.doesNotMatch(await page.textContent('main'), /(left|right) side/);
    assert.equal(await page.locator('.halves svg image').count(), 2);
    assert.deepEqual(await violations(page, false), []);
    await page.locator('input[name=better]').first().focus();
    await page.keyboard.press('Space');
    await away(page, () => page.click('button:text("Judge")'));
    assert.match(await page.textContent('main'), /drawn by lot.*(left|right) side/s);
    assert.match(await page.textContent('#result'), /without being told the side: (treated better 1|treated better 0)/);
    assert.deepEqual(await violations(page, false), []);
  });

  test('a client scores, and sends a picture that is looked over before it is kept', async () => {
    await agree('Dov');
    const phone = await openLink(browser, studio, await makeLink(page, studio, clients.Dov));
    await phone.goto(`${studio.origin}/my/skin`);
    await phone.locator('.score-picks label', { hasText: 'medium' }).click();
    await phone.locator('[data-paint] [data-zone="LeftCheek"]').click();
    assert.equal(await phone.inputValue('[name="redness.left-cheek"]'), '2');
    assert.deepEqual(await violations(phone, true), []);
    await away(phone, () => phone.click('text=Write down'));
    assert.match(await phone.textContent('main'), /Written down today.*left cheek 2/s);
    await away(phone, () => phone.click('text=Take the last sheet back'));
    assert.doesNotMatch(await phone.textContent('main'), /Written down today/);

    await phone.goto(`${studio.origin}/my/path`);
    await away(phone, () => phone.click('text=Pictures of me'));
    await away(phone, () => phone.click('text=Take a picture'));
    assert.deepEqual(await violations(phone, true), []);
    await phone.setInputFiles('input[name=picture]', face);
    await away(phone, () => phone.click('text=Look it over'));
    assert.match(await phone.textContent('main'), /Card read, sharp, evenly lit/);
    assert.deepEqual(await violations(phone, true), []);
    await away(phone, () => phone.locator('button', { hasText: 'Keep it' }).click());
    assert.match(await phone.textContent('main'), /It is kept/);
    await page.goto(at('Dov', 'pictures'));
    assert.match(await page.textContent('#sets'), /taken by the client/);
  });
});
