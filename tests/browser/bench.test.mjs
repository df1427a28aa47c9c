// The Bench by mouse, by finger and by keyboard alone: the same case comes to the same routine.
import assert from 'node:assert/strict';
import { after, before, describe, test } from 'node:test';
import { desk, openPage, signIn, startChromium, startStudio } from './studio.mjs';

/** Puts a band before another. */
const hands = {
  mouse: async (page, product, before) => {
    const from = await page.locator(`.half-evening .band[data-product=${product}] b`).boundingBox();
    const to = await page.locator(`.half-evening .band[data-product=${before}]`).boundingBox();
    await page.mouse.move(from.x + 5, from.y + from.height / 2);
    await page.mouse.down();
    await page.mouse.move(to.x + 60, to.y + 20, { steps: 4 });
    await page.mouse.move(to.x + 60, to.y + 4);
    await page.mouse.up();
  },
  finger: async (page, product, before) => {
    const from = await page.locator(`.half-evening .band[data-product=${product}] .n`).boundingBox();
    const to = await page.locator(`.half-evening .band[data-product=${before}]`).boundingBox();
    const touch = await page.context().newCDPSession(page);
    const at = (x, y) => ({ touchPoints: [{ x, y }] });
    await touch.send('Input.dispatchTouchEvent', { type: 'touchStart', ...at(from.x + 4, from.y + 8) });
    for (const y of [from.y - 10, to.y + 20, to.y + 4])
      await touch.send('Input.dispatchTouchEvent', { type: 'touchMove', ...at(to.x + 40, y) });
    await touch.send('Input.dispatchTouchEvent', { type: 'touchEnd', touchPoints: [] });
  },
  keyboard: async (page, product, before) => {
    for (
      let i = 0;
      i < 80 && !(await page.evaluate((p) => document.activeElement.matches(`.half-evening .band[data-product=${p}]`), product));
      i += 1
    )
      await page.keyboard.press('Tab');
    const order = () => page.locator('.half-evening .band').evaluateAll((all) => all.map((band) => band.dataset.product));
    for (let i = 0; i < 8; i += 1) {
      const now = await order();
      if (now.indexOf(product) < now.indexOf(before)) return;
      await page.keyboard.press('Shift+ArrowUp');
      await page.waitForFunction(
        (was) => [...document.querySelectorAll('.half-evening .band')].map((band) => band.dataset.product).join() !== was,
        now.join(),
      );
      await page.waitForFunction((p) => document.activeElement.dataset.product === p, product);
    }
  },
};

describe('the Bench', () => {
  let studio;
  let browser;
  const orders = {};
  before(async () => {
    studio = await startStudio();
    browser = await startChromium();
  });
  after(async () => {
    await browser?.close();
    await studio?.close();
  });

  const order = (page) => page.locator('.half-evening .band').evaluateAll((all) => all.map((band) => band.dataset.product));
  const open = async (size = desk, touch = false) => {
    const page = await openPage(browser, studio, size, touch);
    await signIn(page, studio);
    await page.goto(`${studio.origin}/clients`);
    await page.click('#list a:has-text("Orla")');
    await page.goto(page.url().replace(/\/[a-z-]+$/, '/routine'));
    return page;
  };

  for (const [hand, place] of Object.entries(hands)) {
    test(`moves a serum before the acid by ${hand}, says its risk, and undoes it`, async () => {
      const page = await open(desk, hand === 'finger');
      const usual = await order(page);
      await place(page, 'dew-serum', 'reed-water');
      await page.waitForSelector('#done:has-text("Dew serum moved")');
      orders[hand] = await order(page);
      assert.ok(orders[hand].indexOf('dew-serum') < orders[hand].indexOf('reed-water'));
      assert.match(
        await page.locator('.half-evening .band[data-product=dew-serum] + * , .half-evening .bands').first().textContent(),
        /Set by hand/,
      );
      assert.match(page.url(), /\/routine$/);
      await page.waitForFunction(() => document.activeElement.dataset.product === 'dew-serum');
      await page.keyboard.press('Control+z');
      await page.waitForSelector('#done:has-text("Taken back")');
      assert.deepEqual(await order(page), usual);
      assert.deepEqual(page.faults, []);
      await page.context().close();
    });
  }

  test('came to the same routine by every hand', () => {
    assert.deepEqual(orders.finger, orders.mouse);
    assert.deepEqual(orders.keyboard, orders.mouse);
  });

  test('keeps an acid off a weekday by keyboard, and the plan follows at once', async () => {
    const page = await open();
    const cell = page.locator('.week-shape label.is-used input[value^="reed-water:"]').first();
    const value = await cell.getAttribute('value');
    await cell.focus();
    await page.keyboard.press('Space');
    await page.waitForSelector('#done:has-text("The week is shaped")');
    assert.ok(await page.locator(`.week-shape input[value="${value}"]`).isChecked());
    assert.equal(await page.locator(`.week-shape label.is-used input[value="${value}"]`).count(), 0);
    assert.match(await page.locator('#walk-top .btn-go').textContent(), /Publish 1\s+change/);
    await page.waitForFunction((v) => document.activeElement.value === v, value);
    await page.context().close();
  });

  test('shows an evening of seven steps whole at 1280x800, at 390 px too without a sideways scroll', async () => {
    const page = await open();
    await page.goto(page.url().replace('/routine', '/shelf'));
    await page.fill('#q', 'rain toner');
    await page.click('button[aria-label="Bring in Rain toner"]');
    await page.waitForSelector('.done');
    await page.goto(page.url().replace('/shelf', '/routine'));
    assert.equal(await page.locator('.half-evening .band').count(), 7);
    assert.ok((await page.locator('.bench').evaluate((bench) => bench.getBoundingClientRect().bottom)) <= 800);
    await page.setViewportSize({ width: 390, height: 844 });
    assert.ok(await page.evaluate(() => document.documentElement.scrollWidth <= window.innerWidth + 1));
    await page.context().close();
  });

  test('a first routine is three presses from an empty client: start, take, publish', async () => {
    const page = await openPage(browser, studio, desk);
    await signIn(page, studio);
    await page.goto(`${studio.origin}/clients/new`);
    await page.fill('#Name', 'Pia Rook');
    await page.click('main form .btn-go');
    await page.goto(page.url().replace(/\/[a-z-]+$/, '/routine'));
    await page.click('text=Start a routine');
    await page.click('text=Take the standard routine');
    await page.waitForSelector('.bench .band');
    await page.click('#walk-top .btn-go');
    await page.click('text=Publish to the client');
    await page.waitForSelector('text=Make the phone link');
    assert.deepEqual(page.faults, []);
    await page.context().close();
  });

  test('the Strip is walked by day and by week, and each day says why beside it', async () => {
    const page = await open();
    await page.goto(page.url().replace('/routine', '/ramp?weeks=8'));
    const days = page.locator('.strip-box .strip a');
    await days.nth(8).focus();
    const words = async (nth) => {
      const date = new URL(await days.nth(nth).getAttribute('href'), page.url()).searchParams.get('day');
      const title = new Date(`${date}T12:00:00Z`)
        .toLocaleDateString('en-GB', { weekday: 'short', day: 'numeric', month: 'long', timeZone: 'UTC' })
        .replace(',', '');
      await page.waitForFunction((t) => document.querySelector('#why h2').textContent.startsWith(t), title);
      assert.equal(await page.evaluate(() => [...document.querySelectorAll('.strip-box .strip a')].indexOf(document.activeElement)), nth);
      assert.ok((await page.locator('#why').innerText()).length > 30);
      await page.waitForFunction((d) => new URLSearchParams(location.search).get('day') === d, date);
    };
    await words(8);
    for (const [key, nth] of [
      ['ArrowRight', 9],
      ['ArrowDown', 16],
      ['ArrowLeft', 15],
      ['ArrowUp', 8],
      ['End', 55],
      ['Home', 0],
    ]) {
      await page.keyboard.press(key);
      await words(nth);
    }
    await days.nth(20).click();
    await page.waitForFunction(
      (t) => document.querySelector('#why h2').textContent.includes(t),
      (await days.nth(20).getAttribute('href')).match(/day=\d+-\d+-(\d+)/)[1].replace(/^0/, ''),
    );
    assert.deepEqual(page.faults, []);
    await page.context().close();
  });
});
