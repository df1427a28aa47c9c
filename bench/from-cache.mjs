// How long tonight's page and the guide take from the phone's own keeping, with the way to the studio cut and the browser slowed four
// times, until they answer a press.
// Run: node bench/from-cache.mjs   (after ./oat test, which installs what it needs)
import { preparedEvening } from '../tests/browser/guide.mjs';
import { startChromium } from '../tests/browser/studio.mjs';
import { wireTo } from '../tests/browser/wire.mjs';

const RUNS = 9;
const browser = await startChromium();
const evening = await preparedEvening(browser);
const { phone, studio } = await evening.begin();
const wire = await wireTo(studio);

// When the half day that is now can be pressed, by the page's own clock since the navigation began.
await phone.addInitScript(() => {
  const look = () => {
    if (document.querySelector('[data-half]:not([hidden]) [data-step]')) performance.mark('tonight-ready');
    else requestAnimationFrame(look);
  };
  look();
});

async function measure(mark) {
  const devtools = await phone.context().newCDPSession(phone);
  const times = {};
  for (const slowed of [1, 4]) {
    await devtools.send('Emulation.setCPUThrottlingRate', { rate: slowed });
    times[slowed] = [];
    for (let i = 0; i < RUNS; i += 1) {
      await phone.reload({ waitUntil: 'commit' });
      await phone.waitForFunction((name) => performance.getEntriesByName(name).length > 0, mark);
      times[slowed].push(await phone.evaluate((name) => performance.getEntriesByName(name)[0].startTime, mark));
    }
    times[slowed].sort((a, b) => a - b);
  }
  await devtools.send('Emulation.setCPUThrottlingRate', { rate: 1 });
  return {
    medianMs: Math.round(times[1][RUNS >> 1]),
    slowedFourTimes: { medianMs: Math.round(times[4][RUNS >> 1]), worstMs: Math.round(times[4].at(-1)) },
  };
}

await phone.goto(`${wire.origin}/my`);
await phone.waitForFunction(() => document.body.dataset.keeps === 'true', null, { timeout: 30_000 });
wire.cut();
await phone.goto(`${wire.origin}/my`);
const steps = await phone.locator('[data-half]:visible [data-step]').count();
if (steps === 0) throw new Error('What is kept shows no step: there is nothing to measure.');
console.log(`Checked: the way is cut, and ${steps} steps of the half day that is now are shown`);
const tonight = await measure('tonight-ready');

wire.mend();
await phone.goto(`${wire.origin}/my/peel`);
await phone.click('text=Open the guide');
await phone.waitForSelector('body[data-ready="true"]');
wire.cut();
const guide = await measure('guide-ready');
console.log(JSON.stringify({ tonight, guide }));
await studio.close();
wire.close();
await evening.remove();
await browser.close();
