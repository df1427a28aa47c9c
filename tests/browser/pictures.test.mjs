// Pictures in a browser: the camera, a card that is read, one that is blurred, eyes by keyboard and pointer, two days compared.
import assert from 'node:assert/strict';
import { spawnSync } from 'node:child_process';
import { readdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { after, before, describe, test } from 'node:test';
import { violations } from './axe.mjs';
import { canMount, onSmallDisk } from './durable.mjs';
import { makeLink } from './guide.mjs';
import { away, clientIds, desk, launcher, openPage, pocket, signIn, startChromium, startStudio } from './studio.mjs';

describe('pictures', () => {
  let studio;
  let browser;
  let page;
  let clients;
  let face;
  const at = (name, path = '') => `${studio.origin}/clients/${clients[name]}/pictures${path}`;

  before(async () => {
    studio = await startStudio();
    browser = await startChromium(['--use-fake-device-for-media-stream', '--use-fake-ui-for-media-stream']);
    page = await openPage(browser, studio, desk);
    await signIn(page, studio);
    clients = await clientIds(page, studio);
    // A drawn face with the card, as the demo has it.
    await page.goto(at('Petra'));
    const shown = await page.locator('.small-picture a').first().getAttribute('href');
    const answer = await page.request.get(studio.origin + shown.replace('/shown', '/whole'));
    assert.equal(answer.headers()['cache-control'], 'no-store');
    face = join(studio.folder, 'face.jpg');
    writeFileSync(face, await answer.body());
  });
  after(async () => {
    await browser?.close();
    await studio?.close();
  });

  test('without the client nothing is taken; once agreed to, the camera takes one that is looked over before it is kept', async () => {
    await page.goto(at('Orla'));
    assert.equal(await page.locator('text=Take pictures').count(), 0);
    await away(page, () => page.locator('#consent form', { hasText: 'Care' }).first().locator('button').click());
    await away(page, () => page.click('text=Take pictures'));
    assert.deepEqual(await violations(page, false), []);
    await page.click('[data-view=front] [data-camera]');
    await page.waitForFunction(() => document.querySelector('video').videoWidth > 0);
    assert.deepEqual(await violations(page, false), []);
    await page.keyboard.press('Escape');
    assert.equal(await page.evaluate(() => document.querySelector('video').srcObject), null);
    await page.click('[data-view=front] [data-camera]');
    await page.waitForFunction(() => document.querySelector('video').videoWidth > 0);
    await page.click('[data-shoot]');
    await page.waitForSelector('[data-view=front] canvas');
    await away(page, () => page.click('text=Look them over'));
    assert.match(await page.textContent('.look-faults'), /No card.*all four squares/);
    assert.equal(await page.isChecked('.look input'), false);
    await away(page, () => page.click('text=Let all go'));
    assert.match(page.url(), /\/pictures$/);
    assert.match(await page.textContent('#sets'), /No picture yet/);
  });

  test('a blurred one is told; a sharp one is kept, and its numbers are read by eyes and mouth', async () => {
    await page.goto(at('Orla', '/new'));
    await page.setInputFiles('#f-front', face);
    // The same, blurred as an unsteady hand does it.
    await page.evaluate(async () => {
      const picture = await createImageBitmap(document.querySelector('#f-front').files[0]);
      const canvas = Object.assign(document.createElement('canvas'), { width: picture.width, height: picture.height });
      const pen = canvas.getContext('2d');
      pen.filter = 'blur(2.4px)';
      pen.drawImage(picture, 0, 0);
      const blob = await new Promise((done) => canvas.toBlob(done, 'image/jpeg', 0.9));
      const files = new DataTransfer();
      files.items.add(new File([blob], 'blurred.jpg', { type: 'image/jpeg' }));
      document.querySelector('#f-left').files = files.files;
    });
    await away(page, () => page.click('text=Look them over'));
    const told = await page.locator('.look').allTextContents();
    assert.match(told[0], /Front.*Card read, sharp, evenly lit/s);
    assert.match(told[1], /Left 45°.*(Blurred|No card)\./s);
    assert.deepEqual(await violations(page, false), []);
    await away(page, () => page.click('text=Keep what is ticked'));

    // By keyboard and by pointer.
    assert.match(page.url(), /\/eyes$/);
    assert.deepEqual(await violations(page, false), []);
    const places = () => page.locator('input[name=places]').evaluateAll((fields) => fields.map((field) => Number(field.value)));
    const [before] = await places();
    await page.focus('[data-mark="0"]');
    await page.keyboard.press('ArrowLeft');
    await page.keyboard.press('Shift+ArrowLeft');
    assert.equal((await places())[0], before - 22);
    const mouth = await page.locator('[data-mark="2"] .eye-ring').boundingBox();
    const [x, y] = [mouth.x + mouth.width / 2, mouth.y + mouth.height / 2];
    await page.mouse.move(x, y);
    await page.mouse.down();
    await page.mouse.move(x + 10, y - 30, { steps: 3 });
    await page.mouse.up();
    const moved = await page.locator('[data-mark="2"] .eye-ring').boundingBox();
    assert.ok(Math.abs(moved.x - mouth.x - 10) < 1.5 && Math.abs(moved.y - mouth.y + 30) < 1.5, JSON.stringify(moved));

    // Where the drawn face has them.
    for (const [i, value] of [395, 313, 605, 313, 500, 488].entries()) await page.locator('input[name=places]').nth(i).fill(String(value));
    await away(page, () => page.click('text=They are right'));
    assert.match(await page.textContent('#sets'), /Eyes and mouth set/);
    assert.deepEqual(await violations(page, false), []);
  });

  test('two days lie side by side or one over the other, by pointer and keyboard, with what can be said', async () => {
    await page.goto(at('Petra', '/compare'));
    assert.match(await page.textContent('#told'), /Left cheek: less red/);
    assert.equal(await page.locator('.pair svg').count(), 2);
    await away(page, () => page.click('text=One over the other'));
    const edge = () => page.getAttribute('[data-over-clip]', 'x');
    assert.equal(await edge(), '500');
    await page.focus('[data-over-range]');
    await page.keyboard.press('Home');
    assert.equal(await edge(), '0');
    await page.evaluate(() => scrollTo(0, 0));
    const drawn = await page.locator('#over image').first().boundingBox();
    await page.mouse.click(drawn.x + drawn.width * 0.75, drawn.y + 40);
    assert.ok(Math.abs(Number(await edge()) - 750) < 5, await edge());
    await page.selectOption('select[name=later]', { index: 1 });
    await away(page, () => page.click('text=Show these'));
    assert.ok(await page.locator('text=One pair on').count());
    assert.deepEqual(await violations(page, false), []);
    assert.ok((await page.pdf()).length > 20_000);
  });

  test('on a disk that fills while a picture is written nothing of it is kept; with room again it comes in', { skip: !canMount() }, () =>
    onSmallDisk(24, async (disk) => {
      const small = await startStudio({ folder: disk.data });
      const staff = await openPage(browser, small, desk);
      await signIn(staff, small);
      const to = `${small.origin}/clients/${(await clientIds(staff, small)).Orla}/pictures`;
      await staff.goto(to);
      await away(staff, () => staff.locator('#consent form', { hasText: 'Care' }).first().locator('button').click());
      const send = async () => {
        await staff.goto(`${to}/new`);
        await staff.setInputFiles('#f-front', face);
        await away(staff, () => staff.click('text=Look them over'));
      };
      const files = () => readdirSync(join(disk.data, 'pictures')).length;
      const before = files();
      // Room for a row of the database, and none for a picture.
      for (const left of [120_000, 0]) {
        disk.fill(left);
        await send();
        assert.match(await staff.textContent('main'), /The disk is full/, `${left} left`);
        disk.free();
        assert.equal(files(), before, `${left} left`);
      }

      await send();
      assert.equal(await staff.locator('.look').count(), 1);
      await small.close();
      const doctor = spawnSync(launcher, ['doctor', '--data', disk.data], { encoding: 'utf8' });
      assert.doesNotMatch(doctor.stdout, /picture.*(missing|nobody|damaged)/i);
    }),
  );

  test('on the phone the client takes it back, and at once no picture is shown', async () => {
    await page.goto(at('Petra'));
    const file = await page.locator('.small-picture a').first().getAttribute('href');
    assert.equal((await page.request.get(studio.origin + file)).status(), 200);
    const phone = await openPage(browser, studio, pocket);
    await phone.goto(await makeLink(page, studio, clients.Petra));
    await away(phone, () => phone.click('main button'));
    await phone.goto(`${studio.origin}/my/path`);
    await away(phone, () => phone.click('text=Pictures of me'));
    assert.deepEqual(await violations(phone, true), []);
    assert.equal(await phone.locator('img').count(), 0);
    await away(phone, () => phone.click('text=I take it back'));
    assert.match(await phone.textContent('main'), /You took this back/);
    assert.equal((await page.request.get(studio.origin + file)).status(), 404);
    await page.goto(at('Petra'));
    assert.match(await page.textContent('#consent'), /Taken back on .*by the client, on the phone/);
    await away(phone, () => phone.click('text=I agree again'));
    assert.equal((await page.request.get(studio.origin + file)).status(), 200);
    assert.deepEqual([...page.faults, ...phone.faults], []);
  });
});
