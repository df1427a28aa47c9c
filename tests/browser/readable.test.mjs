// No text smaller than 11 px on a screen 1280 wide, nor, in print, smaller than that on its paper.
import assert from 'node:assert/strict';
import { after, before, test } from 'node:test';
import { clientIds, desk, openPage, signIn, startChromium, startStudio } from './studio.mjs';

const LEAST = 10.95; // px; drawings are scaled, and a scale of 0.998 is no smaller type
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
  await browser.close();
  await studio.close();
});

/** Texts that are shown and smaller, with their size. */
const small = () =>
  page.evaluate((least) => {
    const found = [];
    const walker = document.createTreeWalker(document.body, NodeFilter.SHOW_TEXT);
    while (walker.nextNode()) {
      const text = walker.currentNode.textContent.trim();
      const on = walker.currentNode.parentElement;
      if (
        !text ||
        ['SCRIPT', 'STYLE', 'TITLE', 'NOSCRIPT', 'title'].includes(on.tagName) ||
        !on.checkVisibility({ checkVisibilityCSS: true }) ||
        on.closest('.visually-hidden, .skip, desc')
      )
        continue;
      const svg = on.closest('svg');
      const scale = svg && on.getScreenCTM ? Math.hypot(on.getScreenCTM().a, on.getScreenCTM().b) : 1;
      const size = parseFloat(getComputedStyle(on).fontSize) * scale;
      if (size < least) found.push(`${text.slice(0, 30)}: ${size.toFixed(1)} px in ${on.tagName}.${on.getAttribute('class') ?? ''}`);
    }
    return [...new Set(found)].slice(0, 12);
  }, LEAST);

test('every main view is readable', async () => {
  const views = [
    '/',
    '/clients',
    '/shelf',
    '/scales?a=reed-water&b=kiln-peel',
    '/house',
    '/rules',
    ...[
      'meet',
      'shelf',
      'start',
      'routine',
      'ramp?weeks=2',
      'ramp?weeks=4',
      'ramp?weeks=8',
      'ramp?weeks=12',
      'ramp?weeks=26',
      'peel',
      'care',
      'look-back',
      'publish',
      'handout',
    ].map((station) => `/clients/${clients.Wilmot}/${station}`),
  ];
  for (const view of views) {
    await page.goto(studio.origin + view);
    assert.deepEqual(await small(), [], view);
  }
});

test('the Strip is readable in print', async () => {
  await page.emulateMedia({ media: 'print' });
  await page.setViewportSize({ width: 1047, height: 703 }); // A4 across, less its margins
  for (const weeks of [2, 4, 8, 12, 26]) {
    await page.goto(`${studio.origin}/clients/${clients.Wilmot}/ramp?weeks=${weeks}`);
    assert.deepEqual(await small(), [], `${weeks} weeks`);
  }
  await page.emulateMedia({ media: 'screen' });
  await page.setViewportSize(desk);
});
