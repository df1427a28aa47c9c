// Ways to a guided session: the demo client with a peel this week, their phone, the evening, the questions.
import { cpSync } from 'node:fs';
import { after, afterEach, before } from 'node:test';
import { away, desk, newFolder, openPage, pocket, signIn, startChromium, startStudio } from './studio.mjs';

export const PEELER = 'Wilmot';

/**
 * Lets the phone's held clock run on by so many seconds, and no less: while the machine is busy, one run of the clock only
 * catches up with the time that has gone by.
 */
export async function pass(phone, seconds) {
  const now = () => phone.evaluate(() => performance.now());
  const until = (await now()) + seconds * 1000;
  for (let left = seconds * 1000; left > 0; left = until - (await now())) await phone.clock.runFor(Math.ceil(left));
}

export const title = (phone) => phone.locator('#what').textContent();

/** Presses what says so, as a thumb would: not within a moment of the screen before. */
export async function press(phone, text) {
  await pass(phone, 0.6);
  await phone.locator('#acts button, #acts .act', { hasText: text }).first().click();
  await pass(phone, 0.4);
}

/** The kit, screen by screen, and no to what is asked. @returns how many presses it took. */
export async function ready(phone) {
  let presses = 2;
  for (; await phone.locator('.act-kit[aria-pressed="false"]').count(); presses += 1) {
    await phone.locator('.act-kit[aria-pressed="false"]').first().click();
    await pass(phone, 0.5);
  }
  await press(phone, 'No');
  await press(phone, 'No');
  return presses;
}

/** Signs in, opens the client's phone by its link, and winds the demo to the evening of the peel. */
export async function peelEvening(browser, studio) {
  const practitioner = await openPage(browser, studio, desk);
  await signIn(practitioner, studio);
  await practitioner.goto(`${studio.origin}/clients?q=${PEELER}`);
  const id = (await practitioner.locator('#list a.fw-bold').first().getAttribute('href')).split('/')[2];
  const link = await makeLink(practitioner, studio, id);
  const phone = await openLink(browser, studio, link);
  for (let day = 0; day < 21; day += 1) {
    await phone.goto(`${studio.origin}/my/peel`);
    if (await phone.locator('text=Before tonight').count()) break;
    await wind(practitioner, studio);
  }
  return { practitioner, phone, id, link };
}

export async function wind(practitioner, studio, days = 1) {
  await practitioner.goto(`${studio.origin}/`);
  await away(practitioner, () => practitioner.locator(`form[action="/demo/clock"] button[value="${days}"]`).click());
}

/** Opens a page in place of one that was kept, which makes way by itself, perhaps just now. */
export const reopen = (phone, page) => phone.goto(page).catch(() => phone.goto(page));

/** Waits until what was ticked has reached the studio, and opens a page of it. */
export async function ticksSent(phone, page) {
  await phone.waitForFunction(() => localStorage.getItem('oatpath:ticks') === null, null, { timeout: 30_000 });
  await reopen(phone, page);
}

/** Makes a client's phone link, and gives its address as this studio answers to it. */
export async function makeLink(practitioner, studio, id) {
  await practitioner.goto(`${studio.origin}/clients/${id}/link`);
  await practitioner.click('text=Make the phone link');
  return `${studio.origin}/go/${(await practitioner.inputValue('#address')).split('/go/')[1]}`;
}

/** A phone of a client, let in by a new link. */
export const newPhone = async (browser, practitioner, studio, id) => openLink(browser, studio, await makeLink(practitioner, studio, id));

/** A phone let in by a link; a link lets in more than one. */
export async function openLink(browser, studio, link, size = pocket, more = {}) {
  const phone = await openPage(browser, studio, size, true, undefined, more);
  await phone.goto(link);
  await phone.click('button.big-go');
  return phone;
}

/** Answers no to everything but what is named, and agrees. */
export async function answer(phone, studio, yes = []) {
  await phone.goto(`${studio.origin}/my/peel`);
  for (const field of ['sunburn', 'open-skin', 'cold-sore', 'new-medicine', 'used-else', 'pregnant', 'ill', 'stings']) {
    await phone.locator(`label:has(input[name="${field}"][value="${yes.includes(field) ? 'yes' : 'no'}"]) span`).click();
  }
  await phone.locator('label:has(input[name="agree"]) span').click();
  await phone.click('text=See whether it may be tonight');
}

/** The evening of the peel with its questions answered, kept as a folder to begin from as often as needed. */
export async function preparedEvening(browser) {
  const studio = await startStudio();
  const { practitioner, phone, id, link } = await peelEvening(browser, studio);
  await answer(phone, studio);
  const [phoneState, deskState] = await Promise.all([phone, practitioner].map((page) => page.context().storageState()));
  await Promise.all([phone, practitioner].map((page) => page.context().close()));
  await studio.kill();
  const path = new URL(link).pathname;
  return {
    /**
     * A studio of its own on that evening, the phone let in and the practitioner signed in. @param options how it starts, by its folder.
     */
    begin: async (options = () => ({})) => {
      const folder = newFolder();
      cpSync(studio.folder, folder, { recursive: true });
      const own = await startStudio({ folder, ...options(folder) });
      const open = async (size, storageState) => openPage(browser, own, size, size === pocket, storageState);
      return { studio: own, id, link: own.origin + path, phone: await open(pocket, phoneState), practitioner: await open(desk, deskState) };
    },
    id,
    remove: () => studio.close(),
  };
}

/** For a file of tests that each begin an evening of their own. @returns what begins one; it is closed after its test. */
export function evenings() {
  let browser;
  let evening;
  const opened = [];
  before(async () => {
    browser = await startChromium();
    evening = await preparedEvening(browser);
  });
  afterEach(async () => {
    for (const one of opened.splice(0)) {
      await one.phone.context().close();
      await one.practitioner.context().close();
      await one.studio.close();
    }
  });
  after(async () => {
    await browser?.close();
    await evening?.remove();
  });
  return async () => {
    const one = await evening.begin();
    opened.push(one);
    return one;
  };
}
