// How long the guide takes from its cache, without network and with the browser slowed four times, until it answers a press.
// Run: node bench/guide-start.mjs   (after ./oat test, which installs what it needs)
import { preparedEvening } from '../tests/browser/guide.mjs';
import { startChromium } from '../tests/browser/studio.mjs';

const RUNS = 9;
const browser = await startChromium();
const evening = await preparedEvening(browser);
const { phone, studio } = await evening.begin();
await phone.goto(`${studio.origin}/my/peel`);
await phone.click('text=Open the guide');
await phone.waitForSelector('body[data-ready="true"]');
await phone.context().setOffline(true);
const devtools = await phone.context().newCDPSession(phone);
const times = {};
for (const slowed of [1, 4]) {
  await devtools.send('Emulation.setCPUThrottlingRate', { rate: slowed });
  times[slowed] = [];
  for (let i = 0; i < RUNS; i += 1) {
    await phone.reload({ waitUntil: 'commit' });
    await phone.waitForSelector('body[data-running]');
    // Since the navigation began, by the page's own clock, until the first kit row can be pressed.
    times[slowed].push(await phone.evaluate(() => performance.getEntriesByName('guide-ready')[0].startTime));
  }
  times[slowed].sort((a, b) => a - b);
}
console.log(
  JSON.stringify({
    medianMs: Math.round(times[1][RUNS >> 1]),
    slowedFourTimes: { medianMs: Math.round(times[4][RUNS >> 1]), worstMs: Math.round(times[4].at(-1)) },
  }),
);
await studio.close();
await evening.remove();
await browser.close();
