// The shelf as a new user meets it: three labels pasted, one parked, why, and what instead; by mouse and by keyboard.
import assert from 'node:assert/strict';
import { writeFileSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { after, before, describe, test } from 'node:test';
import { desk, openPage, signIn, startChromium, startStudio, newFolder } from './studio.mjs';

const toner =
  'Reed clear water\nToner, 7 % glycolic acid, pH 3.6\n' +
  'Aqua, Glycolic Acid, Propanediol, Sodium Hydroxide, Glycerin, Phenoxyethanol, Ethylhexylglycerin';
const wash =
  'Harbour morning wash\n' +
  'Aqua, Glycerin, Cocamidopropyl Betaine, Glycolic Acid 4 %, Sodium Hydroxide, Phenoxyethanol, Ethylhexylglycerin, pH 3.9';
const cream = 'Plain lotion\nAqua, Glycerin, Caprylic/Capric Triglyceride, Cetearyl Alcohol, Glyceryl Stearate, Phenoxyethanol';

describe('the shelf', () => {
  let studio;
  let browser;
  let page;
  before(async () => {
    studio = await startStudio();
    browser = await startChromium();
    page = await openPage(browser, studio, desk);
    await signIn(page, studio);
  });
  after(async () => {
    await browser?.close();
    await studio?.close();
  });

  async function newClient(name) {
    await page.goto(`${studio.origin}/clients/new`);
    await page.fill('#Name', name);
    await page.click('main button');
    await page.click('text=Save and go to the shelf');
    await page.waitForURL(/shelf/);
    await page.click('summary:has-text("Add a product of the client")');
  }

  test('three pasted labels say which bottle is parked, why, and what to use instead', async () => {
    await newClient('Pia Rook');
    for (const [label, word] of [
      [toner, 'keep it'],
      [wash, 'park it'],
      [cream, 'keep it'],
    ]) {
      await page.fill('#p-label', label);
      await page.click('#own-form button:has-text("Read the label")');
      await page.waitForSelector(`#own-form .note:has-text("${word}")`);
      await page.click('button:has-text("Put on the shelf")');
      await page.waitForSelector('.done');
    }
    const parked = page.locator('li.bottle:has(.tag:has-text("parked"))').first();
    assert.match(await parked.textContent(), /Harbour morning wash[\s\S]*Reed clear water is an acid too/);
    await parked.locator('button:has-text("use Brook gel wash")').click();
    await page.waitForSelector('.done:has-text("Brook gel wash is on the shelf")');
    await page.click('.done button:has-text("Undo")');
    await page.waitForSelector('.done:has-text("Taken back")');
    assert.equal(
      await page
        .locator(
          ['li.bottle:has-text("Brook gel wash exfol")', 'li.bottle b:text-is("Brook gel wash")']
            .map((bottle) => `section[aria-labelledby=own-title] ${bottle}`)
            .join(', '),
        )
        .count(),
      0,
    );
  });

  test('the same by keyboard alone', async () => {
    await newClient('Ned Cole');
    await page.focus('#p-label');
    await page.keyboard.insertText(wash);
    await page.keyboard.press('Tab');
    await page.keyboard.press('Enter');
    await page.waitForSelector('#own-form .reading');
    await page.focus('#own-form button:has-text("Put on the shelf")');
    await page.keyboard.press('Enter');
    await page.waitForSelector('.done:has-text("Harbour morning wash is on the shelf")');
  });

  test('a paste of five megabytes is answered in place', async () => {
    await page.goto(`${studio.origin}/shelf/new`);
    await page.fill('#p-name', 'Keep me');
    await page.evaluate(() => {
      document.querySelector('#p-label').value = 'aqua, '.repeat(900_000);
    });
    await page.click('text=Read the label');
    await page.waitForSelector('text=/at most 20,000/', { timeout: 30_000 });
  });

  test('a shelf file of 10,000 rows is looked over, put in place and taken back', async () => {
    const file = join(newFolder(), 'many.csv');
    writeFileSync(file, `name;kind;ph\n${Array.from({ length: 10_000 }, (_, i) => `Pool gel ${i};gel-cleanser;5,5`).join('\n')}\n`);
    await page.goto(`${studio.origin}/shelf/import`);
    await page.setInputFiles('#file', file);
    await page.click('text=Look it over');
    await page.click('text=Put 10000 in place');
    await page.waitForSelector('.done:has-text("10000 products put in place")');
    await page.fill('#q', 'pool gel 4711');
    await page.waitForFunction(() => document.querySelectorAll('#list li').length === 1);
    await page.click('.done button:has-text("Undo")');
    await page.waitForSelector('.done:has-text("10000 put back")', { timeout: 30_000 });
    assert.match(await page.textContent('.walk-head'), /81 products/);
    const [download] = await Promise.all([page.waitForEvent('download'), page.click('text=Save as CSV')]);
    assert.equal(
      readFileSync(await download.path(), 'utf8')
        .split('\r\n')[0]
        .split(',')[0],
      'id',
    );
  });

  test('the scales follow a change without a reload, and both pans can be typed in', async () => {
    await page.goto(`${studio.origin}/scales`);
    await page.selectOption('#a', 'by-hand');
    await page.selectOption('#aAcid', 'glycolic');
    await page.fill('#aPercent', '30');
    await page.fill('#aPh', '3.0');
    await page.press('#aPh', 'Tab');
    await page.waitForSelector('#weighed:has-text("26.13 % free of 30 %")');
    await page.selectOption('#b', 'kiln-peel');
    await page.waitForSelector('#weighed:has-text("times the free acid of Kiln wash-off peel")');
  });

  test('nothing failed on the way and nothing left the app', () => assert.deepEqual(page.faults, []));
});
