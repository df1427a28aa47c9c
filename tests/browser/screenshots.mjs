// Takes the pictures of docs/screenshots from demo data: node tests/browser/screenshots.mjs
import { join } from 'node:path';
import { clientIds, desk, openPage, pocket, root, signIn, startChromium, startStudio } from './studio.mjs';

const studio = await startStudio();
const browser = await startChromium();
const page = await openPage(browser, studio, desk);
const keep = (name, on = page) => on.screenshot({ path: join(root, 'docs/screenshots', `${name}.png`) });
await signIn(page, studio);
await page.mouse.move(640, 790);
await keep('desk');
const clients = await clientIds(page, studio);
const at = async (name, station, picture) => { await page.goto(`${studio.origin}/clients/${clients[name]}/${station}`); await page.mouse.move(640, 795); await keep(picture); };
await at('Mirre', 'meet', 'meet');
await page.goto(`${studio.origin}/clients/${clients.Perrin}/meet`);
await page.check('#allergy-Salicylates');
await page.click('text=Save and go to the shelf');
await at('Perrin', 'shelf?q=acid', 'shelf');
await page.click('#offers li:has-text("Alder toner") .instead button');
await page.goto(`${studio.origin}/shelf`); await page.mouse.move(640, 795); await keep('studio-shelf');
await page.goto(`${studio.origin}/shelf/new`);
await page.fill('#p-label', 'Harbour morning wash\nIngredients: Aqua, Glycerin, Cocamidopropyl Betaine, Glycolic Acid, Sodium Hydroxide, Moonpetal Extract, Phenoxyethanol, Ethylhexylglycerin, Citric Acid, Parfum');
await page.click('text=Read the label');
await page.waitForSelector('.reading');
await keep('label');
await page.goto(`${studio.origin}/scales?a=reed-water&b=kiln-peel`); await page.mouse.move(640, 795); await keep('scales');
await at('Perrin', 'start', 'start');
await at('Orla', 'routine', 'bench');
await at('Orla', 'handout', 'handout');
await at('Sunniva', 'ramp', 'ramp');
await at('Wilmot', 'peel', 'peel');
await at('Perrin', 'publish', 'publish');

await page.goto(`${studio.origin}/clients/${clients.Jory}/link`);
await page.click('text=Make the phone link');
const phone = await openPage(browser, studio, pocket);
await phone.goto(await page.inputValue('#address'));
await phone.click('main button');
for (let i = 0; i < 3; i += 1) {
  await page.goto(studio.origin);
  await phone.goto(`${studio.origin}/my`);
  if ((await phone.locator('h1').textContent()).includes('acid')) break;
  await page.click('text=a day on');
}
for (let i = 0; i < 8 && !(await phone.locator('[data-start]').count()); i += 1) await phone.click('main form button.big-go');
await keep('phone-tonight', phone);
await phone.goto(`${studio.origin}/my/report`);
await phone.check('input[name=sting][value="6"]', { force: true });
await phone.check('input[name=length][value="600"]', { force: true });
await phone.check('input[name=redness][value="1"]', { force: true });
await phone.evaluate(() => window.scrollTo(0, 0));
await keep('phone-check-in', phone);
await phone.click('text=See what it means');
await phone.waitForURL(/answer/);
await keep('phone-answer', phone);
await phone.goto(`${studio.origin}/my/path`);
await keep('phone-path', phone);
await browser.close();
await studio.close();
