// Every main view: axe-core without violations, enhanced contrast on the phone, no sideways scroll, first load under 200 KB.
import assert from 'node:assert/strict';
import { after, before, describe, test } from 'node:test';
import { violations } from './axe.mjs';
import { makeLink } from './guide.mjs';
import { clientIds, desk, openPage, pocket, signIn, startChromium, startStudio } from './studio.mjs';

describe('views', () => {
  let studio;
  let browser;
  let page;
  let phone;
  let clients;
  before(async () => {
    studio = await startStudio();
    browser = await startChromium();
    page = await openPage(browser, studio, desk);
    await signIn(page, studio);
    clients = await clientIds(page, studio);
    const link = await makeLink(page, studio, clients.Perrin);
    phone = await openPage(browser, studio, pocket);
    const session = await phone.context().newCDPSession(phone);
    await session.send('Network.enable');
    phone.bytes = 0;
    session.on('Network.loadingFinished', (event) => {
      phone.bytes += event.encodedDataLength;
    });
    await phone.goto(link);
    await phone.click('main button');
    await phone.waitForLoadState('networkidle');
  });
  after(async () => {
    await browser?.close();
    await studio?.close();
  });

  test('the first load of the phone is at most 200 KB over the wire', () => {
    assert.ok(phone.bytes > 10_000 && phone.bytes <= 200_000, `${phone.bytes} bytes`);
  });

  const stations = [
    'meet',
    'shelf',
    'routine',
    'ramp',
    'ramp?weeks=26',
    'peel',
    'care',
    'look-back',
    'look-back/months',
    'pictures',
    'scores',
    'meter',
    'summary',
    'publish',
    'link',
    'ask-ahead',
    'handout',
    'start',
  ];
  const views = [
    '/',
    '/clients',
    '/clients/new',
    '/shelf',
    '/shelf/reed-water',
    '/shelf/new',
    '/shelf/import',
    '/scales',
    '/scales?a=reed-water&b=kiln-peel',
    '/house',
    '/house/mail',
    '/house/watch',
    '/scales/chances',
    '/second-factor',
    '/retention',
    '/templates',
    '/nowhere',
    '/house/card',
    '/house/pictures',
    '/clients/Petra/pictures',
    '/clients/Petra/pictures/new',
    '/clients/Petra/pictures/compare',
    '/clients/Petra/pictures/days',
    '/clients/Petra/pictures/compare?difference=redness',
    '/clients/Petra/scores',
    '/clients/Petra/meter',
    '/clients/Petra/look-back/months',
    '/clients/Petra/summary',
    ...stations.map((s) => `/clients/Orla/${s}`),
    '/clients/Mirre/ramp',
    '/clients/Orla/ramp?If.What=missed&If.Days=16',
    '/clients/Dov/routine',
    '/clients/Sunniva/ramp',
    '/clients/Wilmot/peel',
    '/clients/Wilmot/ramp?weeks=26',
    '/clients/Wilmot/handout',
  ];
  for (const view of views) {
    test(`${view} is accessible and does not scroll sideways`, async () => {
      await page.goto(studio.origin + view.replace(/clients\/([A-Z]\w+)/, (_, name) => `clients/${clients[name]}`));
      assert.deepEqual(await violations(page, false), []);
      assert.ok(await page.evaluate(() => document.documentElement.scrollWidth <= window.innerWidth + 1));
    });
  }

  for (const size of [{ width: 820, height: 1180 }, pocket]) {
    test(`at ${size.width} px the stations are one row and no word of a drawing is smaller than 11 px`, async () => {
      await page.setViewportSize(size);
      for (const at of [
        'Sunniva/ramp',
        'Sunniva/ramp?weeks=8',
        'Orla/look-back',
        'Bettina/care',
        'Wilmot/peel',
        'Petra/pictures/compare',
        'Petra/pictures/days',
        'Petra/scores',
        'Petra/meter',
        'Petra/look-back/months',
        'Perrin/publish',
      ]) {
        const [name, ...station] = at.split('/');
        await page.goto(`${studio.origin}/clients/${clients[name]}/${station.join('/')}`);
        const seen = await page.evaluate(() => ({
          rows: new Set([...document.querySelectorAll('.stations li')].map((li) => Math.round(li.getBoundingClientRect().top))).size,
          small: [...document.querySelectorAll('.roll text')]
            .filter((text) => Number.parseFloat(getComputedStyle(text).fontSize) * text.getScreenCTM().a < 10.9)
            .map((text) => text.textContent),
          sideways: document.documentElement.scrollWidth > innerWidth,
          today: [...document.querySelectorAll('.roll[data-rolls] > svg > .today-frame')].every((frame) => {
            const box = frame.closest('.roll').getBoundingClientRect();
            const day = frame.getBoundingClientRect();
            return day.left >= box.left - 1 && day.right <= box.right + 1;
          }),
          reached: [...document.querySelectorAll('.roll[data-rolls]')].every((box) => box.tabIndex === 0 || box.querySelector('a')),
        }));
        assert.deepEqual({ at, ...seen }, { at, rows: 1, small: [], sideways: false, today: true, reached: true });
        assert.deepEqual(await violations(page, false), []);
      }
      await page.setViewportSize(desk);
    });
  }

  for (const view of ['/my', '/my/report', '/my/path', '/my/cautions', '/my/pictures', '/my/pictures/new', '/my/skin', '/my/offline']) {
    test(`phone ${view} is accessible with enhanced contrast, evening and morning`, async () => {
      await phone.goto(studio.origin + view);
      assert.deepEqual(await violations(phone, true), []);
      assert.ok(await phone.evaluate(() => document.documentElement.scrollWidth <= window.innerWidth));
      await phone.evaluate(() => {
        document.body.className = 'morning';
      });
      assert.deepEqual(await violations(phone, true), []);
    });
  }

  test('each outcome is accessible with enhanced contrast', async () => {
    for (const [sting, sign] of [
      [1, null],
      [6, null],
      [8, null],
      [2, 'Weals'],
    ]) {
      await phone.goto(`${studio.origin}/my/report`);
      await phone.check(`input[name=sting][value="${sting}"]`, { force: true });
      await phone.check('input[name=length][value="45"]', { force: true });
      await phone.check('input[name=redness][value="0"]', { force: true });
      if (sign) await phone.check(`input[name=signs][value="${sign}"]`, { force: true });
      await phone.click('text=See what it means');
      await phone.waitForURL(/answer/);
      assert.deepEqual(await violations(phone, true), []);
    }
  });

  test('an evening of the Bench with six steps is in view at 1280x800', async () => {
    await page.goto(`${studio.origin}/clients/${clients.Orla}/routine`);
    const bottom = await page
      .locator('.half-evening .band')
      .last()
      .evaluate((e) => e.getBoundingClientRect().bottom);
    assert.ok(bottom < 800, `${bottom}`);
  });

  for (const [name, pages] of [
    ['Orla', 2],
    ['Sunniva', 2],
    ['Mirre', 2],
    ['Wilmot', 4],
  ]) {
    for (const format of ['A4', 'Letter']) {
      test(`the handout of ${name} prints as one ${format} page a moment with nothing cut, readable in grey`, async () => {
        await page.goto(`${studio.origin}/clients/${clients[name]}/handout`);
        const pdf = (await page.pdf({ format })).toString('latin1');
        assert.equal(pdf.match(/\/Type \/Page\b/g)?.length, pages);
        await page.emulateMedia({ media: 'print' });
        const [width, height] = format === 'A4' ? [703, 1032] : [726, 965]; // the paper less its margins, px
        await page.setViewportSize({ width, height });
        const sheets = await page.locator('.sheet').evaluateAll((all) =>
          all.map((sheet) => ({
            tall: sheet.getBoundingClientRect().height,
            cut: [...sheet.querySelectorAll('*')]
              .filter((e) => e.scrollWidth > e.clientWidth + 1 && getComputedStyle(e).display !== 'inline' && e.clientWidth > 0)
              .map((e) => e.className),
            spilled: sheet.scrollHeight > sheet.clientHeight + 1,
            inks: [...new Set([...sheet.querySelectorAll('*')].map((e) => getComputedStyle(e).color))],
          })),
        );
        for (const sheet of sheets) {
          assert.ok(sheet.tall <= height, `${sheet.tall} of ${height}`);
          assert.deepEqual([sheet.cut, sheet.spilled, sheet.inks], [[], false, ['rgb(0, 0, 0)']]);
        }
        await page.emulateMedia({ media: null });
        await page.setViewportSize(desk);
      });
    }
  }

  test('the practitioner pages stand at 200 % zoom without losing anything sideways', async () => {
    await page.setViewportSize({ width: 640, height: 400 });
    for (const view of ['/', `/clients/${clients.Orla}/routine`, `/clients/${clients.Orla}/ramp`]) {
      await page.goto(studio.origin + view);
      assert.ok(await page.evaluate(() => document.documentElement.scrollWidth <= window.innerWidth + 1), view);
      assert.ok(
        (await page
          .locator(view === '/' ? '.desk' : 'main h1')
          .first()
          .isVisible()) && (await page.locator('main').innerText()).length > 300,
        `${view} shows its content`,
      );
    }
    await page.goto(`${studio.origin}/clients/${clients.Orla}/routine`);
    assert.ok(await page.locator('.half-evening .band').first().isVisible());
    await page.setViewportSize(desk);
  });

  test('the Strip prints on white with the evening hatched, and without what only a screen needs', async () => {
    await page.goto(`${studio.origin}/clients/${clients.Wilmot}/ramp?weeks=12`);
    await page.emulateMedia({ media: 'print' });
    assert.match(await page.locator('.strip .row-evening').evaluate((e) => getComputedStyle(e).fill), /evening-hatch/);
    assert.equal(await page.locator('.strip .row-morning').evaluate((e) => getComputedStyle(e).fill), 'rgb(255, 255, 255)');
    for (const hidden of ['.stations', '.top', 'main form', '.btn'])
      assert.equal(await page.locator(hidden).first().isVisible(), false, hidden);
    assert.ok(await page.locator('.strip').isVisible());
    await page.emulateMedia({ media: null });
  });

  test('a peel is planned, wished too soon and answered by mouse and by keyboard', async () => {
    await page.goto(`${studio.origin}/clients/${clients.Ailsa}/shelf?q=kiln`);
    await page.locator('form:has(input[value="kiln-peel"]) button').first().click();
    await page.goto(`${studio.origin}/clients/${clients.Ailsa}/peel`);
    await page.focus('#first');
    await page.fill('#first', await page.locator('#first').getAttribute('min'));
    await page.focus('#why');
    await page.keyboard.press('Enter');
    await page.waitForSelector('text=/cannot be; the nearest evening is|no evening can be found yet/');
    assert.deepEqual(await violations(page, false), []);
    assert.ok((await page.locator('.ladder li').count()) >= 2);
  });

  test('nothing failed on the way and nothing left the app', () => {
    assert.deepEqual(
      [...page.faults, ...phone.faults].filter((fault) => !fault.includes('404 (Not Found)')),
      [],
    );
  });
});
