import { desk, openPage, pocket, signIn, startChromium, startStudio } from './studio.mjs';
const studio = await startStudio(); const browser = await startChromium();
const page = await openPage(browser, studio, desk); await signIn(page, studio);
const clients = {};
await page.goto(`${studio.origin}/clients`);
for (const link of await page.locator('#list a').all()) clients[(await link.textContent()).split(' ')[0]] = (await link.getAttribute('href')).split('/')[2];
const shot = (n, full=false) => page.screenshot({ path: `/tmp/shots/${n}.png`, fullPage: full });
try { await (await import(process.argv[2])).default({ page, studio, browser, clients, shot, openPage, pocket }); } catch (e) { console.error(e); }
console.log(page.faults);
await browser.close(); await studio.close();
