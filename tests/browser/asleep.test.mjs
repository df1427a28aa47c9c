// In real time: the guide's clock against the machine's, with the page frozen in the middle as a locked phone freezes it.
// The lifecycle control of a headless browser leaves a page running (its beats go on), so the process behind the page is stopped and let
// go again.
// OATPATH_ASLEEP_SECONDS sets how long it sleeps; it is awake as long before and after together.
import assert from 'node:assert/strict';
import test from 'node:test';
import { preparedEvening } from './guide.mjs';
import { startChromium } from './studio.mjs';

const ASLEEP = Number(process.env.OATPATH_ASLEEP_SECONDS ?? 12);
const wait = (seconds) =>
  new Promise((resolve) => {
    setTimeout(resolve, seconds * 1000);
  });
const now = () => Number(process.hrtime.bigint() / 1_000_000n);

test('a guide frozen in the middle is less than 250 ms off, and asks at once for what it missed', async (t) => {
  const browser = await startChromium();
  t.after(() => browser.close());
  const evening = await preparedEvening(browser);
  t.after(() => evening.remove());
  const { phone, studio } = await evening.begin();
  t.after(() => studio.close());
  await phone.goto(`${studio.origin}/my/peel`);
  await phone.click('text=Open the guide');
  await phone.waitForSelector('body[data-running]');
  while (await phone.locator('.act-kit[aria-pressed="false"]').count())
    await phone.locator('.act-kit[aria-pressed="false"]').first().click();
  for (let i = 0; i < 2; i += 1) {
    await wait(0.6);
    await phone.locator('#acts button', { hasText: 'No' }).first().click();
  }
  await wait(0.6);
  await phone.locator('#acts .act-go').click();
  await wait(0.6);

  // One press before and one after, each bracketed by the machine's own clock.
  const sting = async () => {
    const before = now();
    await phone.evaluate(() => document.querySelector('[data-sting="1"]').click());
    return { before, after: now() };
  };
  const first = await sting();
  await wait(ASLEEP / 2);
  await phone.evaluate(() => {
    window.beats = 0;
    setInterval(() => {
      window.beats += 1;
    }, 100);
  });
  const devtools = await browser.newBrowserCDPSession();
  const { processInfo } = await devtools.send('SystemInfo.getProcessInfo');
  const renderers = processInfo.filter((each) => each.type === 'renderer').map((each) => each.id);
  const lastBeat = await phone.evaluate(() => window.beats);
  renderers.forEach((pid) => process.kill(pid, 'SIGSTOP'));
  await wait(ASLEEP);
  renderers.forEach((pid) => process.kill(pid, 'SIGCONT'));
  const beats = (await phone.evaluate(() => window.beats)) - lastBeat;
  await wait(ASLEEP / 2);
  const second = await sting();

  const events = await phone.evaluate(() =>
    JSON.parse(localStorage.getItem(Object.keys(localStorage).find((key) => key.startsWith('oatpath:session:')))).events.filter(
      (event) => event.kind === 'stung',
    ),
  );
  assert.equal(events.length, 2);
  const counted = events[1].atMilliseconds - events[0].atMilliseconds;
  const [least, most] = [second.before - first.after, second.after - first.before];
  // How long a slow machine takes to hand a press over is no error of the guide.
  const error = Math.max(least - counted, counted - most, 0);
  console.log(`asleep ${ASLEEP} s: counted ${counted} ms, machine ${least} to ${most} ms, ${beats} beats while asleep`);
  assert.ok(most - least < 2_000, `a press took ${most - least} ms to hand over: nothing can be said`);
  assert.ok(beats < ASLEEP * 5, `it was not asleep: ${beats} beats`);
  assert.ok(error < 250, `${error} ms`);
});
