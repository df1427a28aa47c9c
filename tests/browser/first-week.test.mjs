// A studio's first week: from the code on the console to a plan on a phone by kind, then the bottles.
import assert from 'node:assert/strict';
import test, { after, before } from 'node:test';
import { violations } from './axe.mjs';
import { desk, openPage, pocket, startChromium, startStudio } from './studio.mjs';

let browser;
let studio;
let page;
let phone;
let client;
let presses = 0;
let fields = 0;

before(async () => {
  [studio, browser] = await Promise.all([startStudio({ demo: false }), startChromium()]);
  page = await openPage(browser, studio, desk);
  phone = await openPage(browser, studio, pocket, true);
});

after(async () => {
  await browser?.close();
  await studio?.close();
});

/** Presses, and waits until the page that follows shows something. */
async function press(what, shows) {
  presses += 1;
  await page.locator(what).first().click();
  if (shows) await page.waitForSelector(shows);
}

async function type(what, text) {
  fields += 1;
  await page.fill(what, text);
}

/** Puts a bottle of the client's own on her shelf, as typed from its package. */
async function own(name, kind, rest) {
  await page.goto(`${studio.origin}/clients/${client}/shelf?own=true`);
  await page.locator('#own-form details summary').first().click();
  await page.fill('#p-name', name);
  await page.selectOption('#p-kind', { label: kind });
  await rest();
  await page.click('#own-form button:has-text("Put on the shelf")');
  await page.waitForSelector(`text=${name} is parked`);
}

async function bind(asked, bottle) {
  await page.click(`[aria-label="${bottle} is the bottle of ${asked}"]`);
  await page.waitForSelector(`text=${bottle} is the bottle of ${asked}`);
}

const step = (text) => `.first-path a:has-text("${text}")`;

test('from the code on the console to a plan on a phone, and no bottle is typed', async () => {
  const [code] = studio.said().match(/\b\w{4}-\w{4}-\w{4}\b/);
  await page.goto(`${studio.origin}/first-run`);
  await type('#Code', code);
  await type('#Name', 'Jonna Ask');
  await type('#SignInName', 'jonna');
  await type('#Password', 'a long password');
  await press('button:has-text("Become the owner")', '#studio');
  assert.deepEqual(await violations(page), []);

  await type('#studio', '0555 100 200');
  await type('#outOfHours', '0555 100 201');
  await type('#emergency', '0555 112');
  await press('main form .btn-go', step('Products'));
  await press(step('Products'), 'text=The shelf is empty');
  assert.deepEqual(await violations(page), []);
  await press('button:has-text("Begin with kinds")', '.stock-line');
  assert.deepEqual(await violations(page), []);
  await press('nav a:has-text("Desk")', step('The first client'));

  await press(step('The first client'), '#Name');
  await type('#Name', 'Ronja Fels');
  await press('button:has-text("Add and go to Meet")', '#birthDate');
  client = page.url().split('/')[4];
  await type('#birthDate', '1990-05-01');
  await press('label:has-text("rough or dull skin")');
  for (const none of await page.locator('label[for^="none-"]').all()) {
    presses += 1;
    await none.click();
  }
  await press('main .btn-go:has-text("Save")', '#offers');
  await press('nav a:has-text("Desk")', step('The first plan'));
  await press(step('The first plan'), '.sizes');
  assert.match(await page.locator('.sizes').innerText(), /Lactic acid, mild[\s\S]*Patch test first/);
  await press('button:has-text("Take the standard routine")', '.bench');
  await press('a:has-text("Publish")', '.publish-act');
  assert.doesNotMatch(await page.locator('.diff').innerText(), /Lactic/, 'what has no bottle does not reach the phone');
  await press('.publish-act .btn-go', 'button:has-text("Make the phone link")');
  await press('button:has-text("Make the phone link")', '#address');
  await phone.goto(await page.inputValue('#address'));
  presses += 1;
  await phone.click('main button');
  await phone.waitForURL('**/my');
  await phone.waitForSelector('text=/cleanser/i');

  assert.ok(presses <= 45, `${presses} presses`);
  assert.ok(fields <= 25, `${fields} fields`);
});

test('the phone says what to look for, and judges a label at once', async () => {
  await phone.click('text=What to look for in the shop');
  await phone.waitForSelector('h2:has-text("Lactic acid, mild")');
  assert.deepEqual(await violations(phone, true), []);
  const lactic = phone.locator('#kind-lactic-5');
  assert.match(await lactic.innerText(), /Lactic acid 3 to 5 %[\s\S]*pH 3.5 to 4.2[\s\S]*Do not use it yet/);

  const check = async (label) => {
    await lactic.locator('summary').click();
    await lactic.locator('textarea').fill(label);
    await lactic.locator('button.big-go').click();
    await phone.waitForLoadState();
  };
  await check('roses are red');
  assert.match(await phone.locator('.problem').innerText(), /not a list of ingredients/);
  await lactic
    .locator('textarea')
    .fill('Quarry drops\nIngredients: Aqua, Glycolic Acid, Lactic Acid, Glycerin, Sodium Hydroxide, Phenoxyethanol');
  await lactic.locator('button.big-go').click();
  await phone.waitForSelector('.hint b:has-text("Not this one")');
  await phone.click('text=Take the label back');
  await phone.waitForSelector('.hint b:has-text("Not this one")', { state: 'detached' });
  await check('Pebble drops\nIngredients: Aqua, Lactic Acid, Glycerin, Sodium Hydroxide, Phenoxyethanol, Ethylhexylglycerin');
  await phone.waitForSelector('.hint b:has-text("Ask your studio")');
  assert.deepEqual(await violations(phone, true), []);
  assert.deepEqual(phone.faults, []);
});

test('the Desk hears of it, and the bottle is bound, published and taken back', async () => {
  await page.goto(`${studio.origin}/`);
  await page.waitForSelector('text=Pebble drops was found for Lactic acid, mild');
  await page.goto(`${studio.origin}/clients/${client}/shelf`);
  assert.deepEqual(await violations(page), []);
  const line = page.locator('li.bottle', { hasText: 'Lactic acid, mild' }).first();
  assert.match(await line.innerText(), /The client found Pebble drops: the label leaves open/);
  assert.equal(await line.locator('button:has-text("This is it")').count(), 0, 'a label alone binds nothing');

  // Typed from the package, it fits; so does the sunscreen, without whose bottle no acid begins.
  await own('Pebble drops', 'leave-on acid', async () => {
    await page.selectOption('select[aria-label="Active 1"]', { label: 'lactic acid' });
    await page.fill('[aria-label="Percent of active 1"]', '5');
    await page.fill('#p-ph', '3.8');
  });
  await bind('Lactic acid, mild', 'Pebble drops');
  await own('Towpath fluid', 'sunscreen', async () => {
    await page.fill('#p-spf', '50');
    await page.check('#p-broad');
  });
  await bind('Sunscreen fluid, SPF 50', 'Towpath fluid');
  assert.deepEqual(await violations(page), []);

  await page.goto(`${studio.origin}/clients/${client}/publish`);
  assert.match(await page.locator('main').innerText(), /Pebble drops/);
  await page.click('.publish-act .btn-go');
  await page.waitForSelector('text=Published.');
  await phone.goto(`${studio.origin}/my/look-for`);
  assert.equal(await phone.locator('#kind-lactic-5').count(), 0);
  await phone.goto(`${studio.origin}/my/path`);
  assert.match(await phone.locator('.days').innerText(), /Patch test: Pebble drops/);

  await page.goto(`${studio.origin}/clients/${client}/shelf`);
  await page.click('[aria-label="Pebble drops is not its bottle any more"]');
  await page.waitForSelector('text=no longer its bottle');
  await page.click('button:has-text("Undo")');
  await page.waitForSelector('text=The bottle of: Lactic acid, mild');
  assert.deepEqual(page.faults, []);
});

test('a kind is changed by its form, and one with two ends the wrong way round is not', async () => {
  await page.goto(`${studio.origin}/shelf/kind-mandelic-8`);
  assert.equal(new URL(page.url()).pathname, '/shelf/kind/kind-mandelic-8');
  assert.deepEqual(await violations(page), []);
  await page.fill('[aria-label="Active 1, percent from"]', '9');
  await page.click('button:has-text("Save")');
  assert.match(await page.locator('.problems').innerText(), /Percent, from: must not be above the most/);
  await page.fill('[aria-label="Active 1, percent from"]', '5');
  await page.click('button:has-text("Save")');
  await page.waitForURL('**/shelf');
  assert.match(await page.locator('#list').innerText(), /mandelic acid 5 to 8 %/);
});
