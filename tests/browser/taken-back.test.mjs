// What acts at once, and is taken back at once: pressed on the practitioner's page, seen on the client's phone.
import assert from 'node:assert/strict';
import { after, before, describe, test } from 'node:test';
import { newPhone } from './guide.mjs';
import { clientIds, desk, openPage, signIn, startChromium, startStudio } from './studio.mjs';

describe('taking back', () => {
  let studio;
  let browser;
  let page;
  let clients;
  const phones = {};
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

  const phoneOf = async (name) => {
    const phone = await newPhone(browser, page, studio, clients[name]);
    await phone.waitForURL(/\/my$/);
    return phone;
  };
  const told = async (phone) => {
    await phone.goto(`${studio.origin}/my/path`);
    return (await phone.locator('main').innerText()).replace(/\s+/g, ' ');
  };
  const soon = (days) => new Date(Date.now() + days * 86_400_000).toISOString().slice(0, 10);

  const walks = {
    'a cleared stop': [
      'Mirre',
      'ramp',
      async () => {
        await page.fill('#red [name=reason]', 'calm at the visit');
        await page.click('#red button');
      },
    ],
    'a stopped active': [
      'Jory',
      'ramp',
      async () => {
        await page.locator('button[name=what][value=stop]').first().click();
      },
    ],
    'a treatment': [
      'Jory',
      'treatment',
      async () => {
        await page.selectOption('#t-what', 'dermaplaning');
        await page.fill('#t-on', soon(6));
        await page.locator('#booking b', { hasText: /^Yes/ }).waitFor();
        await page.click('#booking button.btn-go');
      },
    ],
  };
  for (const [what, [name, station, act]] of Object.entries(walks)) {
    test(`${what} taken back leaves the phone as it was at its next load`, async () => {
      const phone = (phones[name] ??= await phoneOf(name));
      const asBefore = await told(phone);
      await page.goto(`${studio.origin}/clients/${clients[name]}/${station}`);
      await act();
      await page.waitForSelector('.done');
      assert.notEqual(await told(phone), asBefore, `${what} reaches the phone`);
      await page.locator('.done button').first().click();
      await page.waitForSelector('.done >> text=Taken back');
      assert.equal(await told(phone), asBefore);
      await page.goto(studio.origin);
      if (what === 'a cleared stop') assert.match(await page.locator('.lines').innerText(), /Mirre/);
      assert.deepEqual([...page.faults, ...phone.faults], []);
    });
  }
});
