// The whole first walk, once with the pointer for all but text and once by keyboard alone.
import assert from 'node:assert/strict';
import { after, before, describe, test } from 'node:test';
import { away, desk, openPage, pocket, signIn, startChromium, startStudio } from './studio.mjs';

/** Acts with the pointer. */
const pointer = {
  name: 'pointer',
  press: (page, target) => page.locator(target).first().click(),
  type: async (page, target, text) => {
    await page.locator(target).first().click();
    await page.keyboard.type(text);
  },
};

/** Acts with Tab, Space and Enter only. */
const keyboard = {
  name: 'keyboard',
  reach: async (page, target) => {
    const wanted = await page.locator(target).first().elementHandle();
    for (let i = 0; i < 260; i += 1) {
      if (
        await page.evaluate(
          (element) =>
            document.activeElement === element ||
            (element.type === 'radio' && document.activeElement.type === 'radio' && document.activeElement.name === element.name),
          wanted,
        )
      )
        return wanted;
      await page.keyboard.press('Tab');
    }
    throw new Error(`Tab never reached ${target} on ${page.url()}`);
  },
  async press(page, target) {
    const element = await this.reach(page, target);
    const type = await element.evaluate((e) => e.type ?? '');
    if (type === 'radio') {
      for (let i = 0; i < 12; i += 1) {
        if (await element.evaluate((e) => document.activeElement === e)) break;
        await page.keyboard.press('ArrowDown');
      }
      await page.keyboard.press('Space');
    } else {
      const leaves = await element.evaluate((e) => e.tagName === 'A' || e.type === 'submit');
      const moved = leaves ? page.waitForNavigation().catch(() => {}) : Promise.resolve();
      await page.keyboard.press(type === 'checkbox' ? 'Space' : 'Enter');
      await moved;
    }
  },
  async type(page, target, text) {
    await this.reach(page, target);
    await page.keyboard.type(text);
  },
};

for (const hand of [pointer, keyboard]) {
  describe(`the first walk by ${hand.name}`, () => {
    let studio;
    let browser;
    let page;
    let phone;
    before(async () => {
      studio = await startStudio();
      browser = await startChromium();
      page = await openPage(browser, studio, desk);
      phone = await openPage(browser, studio, pocket);
    });
    after(async () => {
      await browser?.close();
      await studio?.close();
    });

    const press = (target, on = page) => hand.press(on, target);
    const windADay = async () => {
      await away(page, () => press('button:has-text("a day on")'));
    };
    const doSteps = async (until) => {
      for (let i = 0; i < 20; i += 1) {
        await phone.waitForLoadState();
        if (await phone.locator(until).count()) return;
        const start = phone.locator('[data-start]:visible');
        if (await start.count()) {
          assert.equal(await phone.locator('[data-done]').isHidden(), true, 'done is offered only once the wait has begun');
          await hand.press(phone, '[data-start]');
          await hand.press(phone, '[data-done]');
        } else await hand.press(phone, 'main form button.big-go');
      }
      assert.fail(`never saw ${until}`);
    };

    test('signs in and meets a client with a latex and a salicylate allergy', async () => {
      await page.goto(`${studio.origin}/sign-in`);
      await hand.type(page, '#Name', 'maren');
      await hand.type(page, '#Password', 'ferry-and-oats');
      await press('main button');
      await page.waitForURL(`${studio.origin}/`);
      await press('nav >> text=Clients');
      await press('text=New client');
      await hand.type(page, '#Name', 'Wenna Starling');
      await press('main button');
      await press('#allergy-Latex');
      await press('#allergy-Salicylates');
      await press('text=Save and go to the shelf');
      await page.waitForURL(/\/shelf$/);
    });

    test('is told why the salicylic acid is refused and takes a glycolic toner instead', async () => {
      for (const name of ['Brook gel wash', 'Ferry night cream', 'Towpath fluid']) await press(`button[aria-label="Bring in ${name}"]`);
      await hand.type(page, '#q', 'salicylic');
      const refused = page.locator('#offers li:has-text("Alder toner")');
      await page.waitForFunction(() => document.querySelectorAll('#offers li').length <= 6);
      assert.match(await refused.textContent(), /left out: the client is allergic to salicylates or aspirin/);
      assert.match(await refused.textContent(), /not for this client/);
      await press('#offers li:has-text("Alder toner") button:has-text("Reed water")');
      await page.waitForSelector('text=It is asked for');
      assert.equal(await page.locator('.done [type=submit], .done button').count(), 1);
    });

    test('orders the routine and puts it back', async () => {
      await press('text=On to the routine');
      const order = () => page.locator('.half-evening .band b').allTextContents();
      const before = await order();
      if (hand.name === 'keyboard') {
        await hand.reach(page, '.half-evening .band[data-product=reed-water]');
        await page.keyboard.press('Shift+ArrowDown');
      } else {
        await press('.half-evening .band[data-product=reed-water] [data-move=down]');
      }
      await page.waitForSelector('text=Reed water moved');
      assert.notDeepEqual(await order(), before);
      await press('text=Undo');
      await page.waitForSelector('text=Taken back');
      await page.goto(`${page.url().split('?')[0]}`);
      assert.deepEqual(await order(), before);
    });

    test('publishes after seeing what changes, and makes a phone link', async () => {
      await press('[data-key=p]');
      assert.match(await page.locator('main').textContent(), /Reed water: patch test /);
      await press('text=Publish to the client');
      await press('text=Make the phone link');
      const link = await page.inputValue('#address');
      assert.match(link, /\/go\/[\w-]{40,}/);
      await phone.goto(link);
      await hand.press(phone, 'main button');
      await phone.waitForURL(/\/my$/);
    });

    test('the phone shows the patch test tonight, and reads it clear two days later', async () => {
      assert.match(await phone.locator('h1').textContent(), /Patch test tonight/);
      await doSteps('text=It is on my arm');
      assert.match(await phone.locator('#step').textContent(), /Patch test: Reed water/);
      await doSteps('text=All done for tonight');
      await windADay();
      await windADay();
      await phone.goto(`${studio.origin}/my`);
      await away(phone, () => hand.press(phone, 'button:has-text("It looks clear")'));
      await doSteps('text=All done for tonight');
    });

    test('the first acid evening comes, stings 6, and is answered at once', async () => {
      await windADay();
      await phone.goto(`${studio.origin}/my`);
      assert.match(await phone.locator('h1').textContent(), /An acid evening/);
      await doSteps('text=All done for tonight');
      await hand.press(phone, 'main a:has-text("How did it go")');
      await hand.press(phone, 'input[name=sting][value="6"]' + (hand.name === 'pointer' ? ' + span' : ''));
      await hand.press(phone, 'input[name=length][value="600"]' + (hand.name === 'pointer' ? ' + span' : ''));
      await hand.press(phone, 'input[name=redness][value="1"]' + (hand.name === 'pointer' ? ' + span' : ''));
      await hand.press(phone, 'text=See what it means');
      await phone.waitForURL(/\/my\/answer\//);
      const answer = await phone.locator('main').textContent();
      assert.match(answer, /Ease off/);
      assert.match(answer, /Reed water rests until/);
      assert.match(answer, /(Out of hours|Studio): 0555 014 2/);
    });

    test('the client stands on top of the Desk once the earlier alarms are cleared, and the Strip shows it', async () => {
      for (const name of ['Tove Lindqvar', 'Mirre Stavel']) {
        await page.goto(studio.origin);
        await press(`li:has-text("${name}") >> text=/Record what happened|Clear with a reason/`);
        await hand.type(page, '#reason', 'seen today, calm and closed');
        await press('text=Clear with this reason');
        await page.waitForSelector('text=Cleared.');
      }
      await page.goto(studio.origin);
      const top = page.locator('.need').first();
      assert.match(await top.textContent(), /Wenna Starling/);
      assert.match(await top.textContent(), /Sting 6 .*Reed water rests until .*, then 1 evening a week/);
      await press('.need >> nth=0 >> text=Read it');
      assert.match(await page.locator('.strip').first().textContent(), /Reed water off until/);
      assert.equal(await page.locator('.strip use[href$="#strong"]').count(), 1);
      assert.match(await page.locator('.ladder .held').textContent(), /1 evening a week/);
    });

    test('nothing failed on the way and nothing left the app', () => {
      assert.deepEqual([...page.faults, ...phone.faults], []);
    });
  });
}

describe('keys for the practitioner', () => {
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

  test('letters go places, digits go to stations, ? explains', async () => {
    await page.keyboard.press('?');
    assert.equal(await page.locator('dialog.help').isVisible(), true);
    await page.keyboard.press('Escape');
    await page.waitForSelector('dialog.help', { state: 'hidden' });
    await page.keyboard.press('c');
    await page.waitForURL(/\/clients$/);
    await page.keyboard.press('s');
    await page.keyboard.type('orla');
    await page.waitForFunction(() => document.querySelectorAll('#list li').length === 1);
    await page.keyboard.press('Escape');
    await page.click('#list a.fw-bold');
    await page.waitForURL(/\/ramp$/);
    await page.keyboard.press('3');
    await page.waitForURL(/\/routine$/);
  });

  test('a band is dragged to its place', async () => {
    await page.dragAndDrop('.half-evening .band[data-product=ferry-night]', '.half-evening .band[data-product=dew-serum]');
    await page.waitForSelector('text=Ferry night cream moved');
    const names = await page.locator('.half-evening .band b').allTextContents();
    assert.ok(names.indexOf('Ferry night cream') < names.indexOf('Dew serum'));
    assert.match(await page.locator('.half-evening').textContent(), /Set by hand/);
  });
});
