// The book of clients from a file: chosen, looked over by keyboard, put into the book, taken back.
import assert from 'node:assert/strict';
import test, { after, before } from 'node:test';
import { violations } from './axe.mjs';
import { desk, openPage, pocket, signIn, startChromium, startStudio } from './studio.mjs';

let browser;
let studio;
let page;

before(async () => {
  [studio, browser] = await Promise.all([startStudio(), startChromium()]);
  page = await openPage(browser, studio, desk);
  await signIn(page, studio);
});

after(async () => {
  await browser?.close();
  await studio?.close();
});

test('a file of clients is looked over, asked about its dates, kept and taken back', async () => {
  await page.goto(`${studio.origin}/clients`);
  await page.click('text=Read a CSV');
  await page.waitForSelector('#file');
  assert.deepEqual(await violations(page), []);
  await page.setInputFiles('#file', {
    name: 'book.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from('Name;Birth date;Phone;Notes\nWren Alder;03/04/1990;0555 1;likes tea\nTam Moor;1.2.90;;\n;;0555 2;\n'),
  });
  await page.click('button:has-text("Read it")');
  await page.waitForSelector('.pasted-row');
  assert.deepEqual(await violations(page), []);
  assert.match(await page.locator('main').innerText(), /Not taken over: Notes[\s\S]*may be 3 April 1990 or 4 March 1990/);
  await page.setViewportSize(pocket);
  assert.ok(await page.evaluate(() => document.documentElement.scrollWidth <= window.innerWidth), 'no sideways scroll on a phone');
  await page.setViewportSize(desk);

  await page.check('text=3 April, the day first');
  await page.focus('#r1\\.born');
  await page.keyboard.press('Control+A');
  await page.keyboard.type('1990-02-01');
  await page.keyboard.press('Enter');
  await page.waitForSelector('text=2 clients put into the book');
  assert.equal(await page.locator('.pasted-row').count(), 1);
  assert.deepEqual(await violations(page), []);
  await page.click('text=Take them back');
  await page.waitForSelector('text=2 clients taken out of the book again');
  assert.deepEqual(page.faults, []);
});
