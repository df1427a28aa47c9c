// Two clients on one phone, without network: what one tells never reaches the other's record.
import assert from 'node:assert/strict';
import { after, before, test } from 'node:test';
import { makeLink, openLink } from './guide.mjs';
import { clientIds, desk, openPage, signIn, startChromium, startStudio } from './studio.mjs';

let studio; let browser; let page; let clients;

before(async () => {
  studio = await startStudio();
  browser = await startChromium();
  page = await openPage(browser, studio, desk);
  await signIn(page, studio);
  clients = await clientIds(page, studio);
});
after(async () => { await browser?.close(); await studio?.close(); });

const kept = (phone) => phone.evaluate(() => Object.keys(localStorage).filter((key) => key.startsWith('oatpath')).sort());

test('a report kept without network is not sent under the next client\'s link, and is gone from the phone', async () => {
  const first = await makeLink(page, studio, clients.Jory);
  const second = await makeLink(page, studio, clients.Perrin);
  const phone = await openLink(browser, studio, first);
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
  await phone.evaluate(() => localStorage.setItem('oatpath-unsent', JSON.stringify({ phone: document.body.dataset.phone, to: '/my/report', at: Date.now(), fields: [] })));
  await page.locator('form[action*="Revoke"] button').click();
  await page.waitForSelector('text=Make the phone link');
  await phone.goto(`${studio.origin}/my`);
  await phone.waitForURL(/no-plan/);
  await phone.waitForFunction(() => Object.keys(localStorage).every((key) => !key.startsWith('oatpath')));
  assert.deepEqual(await kept(phone), []);
  await phone.context().close();
});
