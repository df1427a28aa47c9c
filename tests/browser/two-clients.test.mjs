// Two clients on one phone, without network: what one tells never reaches the other's record.
import assert from 'node:assert/strict';
import { after, before, test } from 'node:test';
import { makeLink, openLink } from './guide.mjs';
import { clientIds, desk, openPage, pocket, signIn, startChromium, startStudio } from './studio.mjs';

// A browser that keeps no worker tells what it could not send all the same.
const WITHOUT_WORKER = { serviceWorkers: 'block' };

let studio;
let browser;
let page;
let clients;

before(async () => {
  studio = await startStudio();
  browser = await startChromium();
  page = await openPage(browser, studio, desk);
  await signIn(page, studio);
  clients = await clientIds(page, studio);
});
after(async () => {
  await browser?.close();
  await studio?.close();
});

const kept = (phone) =>
  phone.evaluate(() =>
    Object.keys(localStorage)
      .filter((key) => key.startsWith('oatpath'))
      .sort(),
  );

test("a report kept without network is not sent under the next client's link, and is gone from the phone", async () => {
  const first = await makeLink(page, studio, clients.Jory);
  const second = await makeLink(page, studio, clients.Perrin);
  const phone = await openLink(browser, studio, first, pocket, WITHOUT_WORKER);
  await phone.goto(`${studio.origin}/my/report`);
  for (const name of ['sting', 'redness']) await phone.locator(`label:has(input[name=${name}][value="0"])`).click();
  await phone.fill('#also', 'sugar scrub in the shower');
  await phone.context().setOffline(true);
  await phone.click('text=See what it means').catch(() => {});
  await phone.waitForTimeout(500);
  await phone.context().setOffline(false);
  await phone.goto(`${studio.origin}/art/icon.svg`);
  assert.ok((await kept(phone)).includes('oatpath-unsent'));

  // Somebody else's link is opened on the same phone before anything could be sent.
  await phone.goto(second);
  await phone.click('button.big-go');
  await phone.waitForURL(/\/my$/);
  await phone.waitForFunction(() => localStorage.getItem('oatpath:phone') === document.body.dataset.phone);
  assert.deepEqual(await kept(phone), ['oatpath:phone']);
  await phone.reload();
  await phone.waitForTimeout(800);
  for (const name of ['Perrin', 'Jory']) {
    await page.goto(`${studio.origin}/clients/${clients[name]}/look-back`);
    assert.doesNotMatch(await page.locator('main').innerText(), /sugar scrub/);
  }
  assert.deepEqual(page.faults, []);
  await phone.context().close();
});

test('a link that is shut out empties the phone', async () => {
  const phone = await openLink(browser, studio, await makeLink(page, studio, clients.Mirre));
  await phone.waitForFunction(() => localStorage.getItem('oatpath:phone') === document.body.dataset.phone);
  await phone.evaluate(() =>
    localStorage.setItem(
      'oatpath-unsent',
      JSON.stringify({ phone: document.body.dataset.phone, to: '/my/report', at: Date.now(), fields: [] }),
    ),
  );
  await page.locator('form[action*="Revoke"] button').click();
  await page.waitForSelector('text=Make the phone link');
  await phone.goto(`${studio.origin}/my`);
  await phone.waitForURL(/no-plan/);
  await phone.waitForFunction(() => Object.keys(localStorage).every((key) => !key.startsWith('oatpath')));
  assert.deepEqual(await kept(phone), []);
  await phone.context().close();
});

test('two reports told without network both reach the studio, and of their answers the grave one is shown', async () => {
  const phone = await openLink(browser, studio, await makeLink(page, studio, clients.Orla), pocket, WITHOUT_WORKER);
  const tell = async (sting, note) => {
    await phone.goto(`${studio.origin}/my/report`);
    await phone.locator(`label:has(input[name=sting][value="${sting}"])`).click();
    await phone.locator('label:has(input[name=length][value="45"])').click();
    await phone.locator('label:has(input[name=redness][value="0"])').click();
    await phone.fill('#also', note);
    await phone.route(/\/my\/report/, (route) => (route.request().method() === 'POST' ? route.abort() : route.continue()));
    await phone.click('text=See what it means').catch(() => {});
    await phone.waitForTimeout(300);
  };
  await tell(8, 'clay mask');
  const first = await phone.evaluate(() => localStorage.getItem('oatpath-unsent')).catch(() => null);
  await phone.goto(`${studio.origin}/art/icon.svg`);
  const waiting = async () => JSON.parse((await phone.evaluate(() => localStorage.getItem('oatpath-unsent'))) ?? '[]').length;
  assert.equal(await waiting(), 1, first);

  // The form is opened again while the first still cannot be sent.
  await tell(0, 'rose water');
  await phone.goto(`${studio.origin}/art/icon.svg`);
  assert.equal(await waiting(), 2);

  await phone.unroute(/\/my\/report/);
  await phone.goto(`${studio.origin}/my`);
  await phone.waitForURL(/\/my\/answer\//);
  assert.match(await phone.locator('main').innerText(), /Stop|Medical help/);
  assert.equal(await waiting(), 0);
  await page.goto(`${studio.origin}/clients/${clients.Orla}/look-back`);
  const reports = await page.locator('#reports').innerText();
  assert.match(reports, /sting 8/);
  assert.match(reports, /sting 0/);
  await phone.context().close();
});

test('a guide that the studio has whole leaves the phone after a day, one that it lacks stays', async () => {
  const phone = await openLink(browser, studio, await makeLink(page, studio, clients.Wilmot));
  await phone.waitForFunction(() => localStorage.getItem('oatpath:phone') === document.body.dataset.phone);
  await phone.evaluate(
    (old) => {
      const log = (id, kept, wall) =>
        localStorage.setItem(
          `oatpath:session:${id}`,
          JSON.stringify({
            run: 'r',
            grant: 'g',
            phone: document.body.dataset.phone,
            events: [{ id: 'e' }],
            kept,
            mark: { elapsed: 0, wall },
          }),
        );
      log('sent-long-ago', ['e'], old);
      log('sent-today', ['e'], Date.now());
      log('not-sent', [], old);
    },
    Date.now() - 2 * 86_400_000,
  );
  await phone.reload();
  await phone.waitForFunction(() => !localStorage.getItem('oatpath:session:sent-long-ago'));
  assert.deepEqual(
    (await kept(phone)).filter((key) => key.startsWith('oatpath:session')),
    ['oatpath:session:not-sent', 'oatpath:session:sent-today'],
  );
  await phone.context().close();
});
