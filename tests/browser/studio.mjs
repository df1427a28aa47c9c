// Starts the built app with demo data on a free port, and opens Debian's Chromium on it.
import { spawn } from 'node:child_process';
import { cpSync, existsSync, mkdtempSync, rmSync } from 'node:fs';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { chromium } from 'playwright-core';

export const root = join(dirname(fileURLToPath(import.meta.url)), '..', '..');

// What a studio installs, where it was made and unpacked; else what was built from the sources.
const installed = process.env.OATPATH_PROGRAM;
const server = installed ? [join(installed, 'OatPath.Web')] : ['dotnet', join(root, 'src/OatPath.Web/bin/Release/net10.0/OatPath.Web.dll')];

/** The launcher of the same program. */
export const launcher = join(installed ?? root, 'oat');

export const freePort = () =>
  new Promise((resolve) => {
    const server = createServer().listen(0, '127.0.0.1', () => {
      const { port } = server.address();
      server.close(() => resolve(port));
    });
  });

export const newFolder = () => mkdtempSync(join(tmpdir(), 'oatpath-'));

/** The day of care that the made-up studio has, by which its data are laid out. */
const careDay = () => new Date(Date.now() - 4 * 3_600_000).toLocaleDateString('sv-SE', { timeZone: 'Europe/Vienna' });

/** Where the demo lies as it stands after a first start on this day, so that not every file of tests draws and plans it again. */
export const laidOut = process.env.OATPATH_LAID_OUT && join(process.env.OATPATH_LAID_OUT, careDay());

// A test that fails may end before it closes what it started.
const running = new Set();
process.once('exit', () => running.forEach((child) => child.kill('SIGKILL')));

/** Starts the app; resolves when it answers. @param options.more further words of its command */
export async function startStudio({ folder = undefined, demo = true, from = undefined, language = undefined, env = {}, more = [] } = {}) {
  const data = folder ?? newFolder();
  if (!folder && demo && !from && !language && laidOut && existsSync(laidOut)) cpSync(laidOut, data, { recursive: true });
  const port = await freePort();
  const [command, ...first] = server;
  const child = spawn(
    command,
    [
      ...first,
      ...['--data', data, '--port', String(port)],
      ...(demo ? ['--demo'] : []),
      ...(from ? ['--demo-from', from] : []),
      ...(language ? ['--client-language', language] : []),
      ...more,
    ],
    { stdio: ['ignore', 'pipe', 'pipe'], env: { ...process.env, ...env } },
  );
  let output = '';
  child.stdout.on('data', (text) => {
    output += text;
  });
  child.stderr.on('data', (text) => {
    output += text;
  });
  running.add(child);
  child.on('exit', () => running.delete(child));
  const origin = `http://127.0.0.1:${port}`;
  for (let i = 0; ; i += 1) {
    if (child.exitCode !== null || i > 1_200) throw new Error(`The app did not start:\n${output}`);
    try {
      await fetch(`${origin}/sign-in`, { redirect: 'manual' });
      break;
    } catch {
      await new Promise((r) => setTimeout(r, 50));
    }
  }
  const gone = new Promise((resolve) => child.on('exit', resolve));
  return {
    origin,
    folder: data,
    /** What stands on its console. */
    said: () => output,
    kill: async (signal = 'SIGTERM') => {
      child.kill(signal);
      await gone;
    },
    close: async () => {
      child.kill('SIGTERM');
      await gone;
      rmSync(data, { recursive: true, force: true });
    },
  };
}

// The one without windows where it is there: it asks half as much of the machine.
const chromiumAt = process.env.CHROMIUM ?? ['/usr/bin/chromium-headless-shell', '/usr/bin/chromium'].find((path) => existsSync(path));

export const startChromium = (more = []) =>
  chromium.launch({
    executablePath: chromiumAt,
    args: [
      '--no-sandbox',
      '--disable-gpu',
      '--disable-quic',
      '--no-first-run',
      '--disable-background-networking',
      '--disable-component-update',
      '--disable-sync',
      ...more,
    ],
  });

/** A page that remembers every console error and every request that leaves the app. */
export async function openPage(browser, studio, size, touch = false, storageState = undefined, more = {}) {
  const context = await browser.newContext({ viewport: size, hasTouch: touch, reducedMotion: 'reduce', storageState, ...more });
  const page = await context.newPage();
  page.setDefaultTimeout(20_000);
  page.faults = [];
  page.on('console', (message) => {
    if (message.type() === 'error') page.faults.push(`console: ${message.text()}`);
  });
  page.on('pageerror', (error) => page.faults.push(`script: ${error.message}`));
  page.on('request', (request) => {
    if (!request.url().startsWith(studio.origin) && !request.url().startsWith('data:')) page.faults.push(`request: ${request.url()}`);
  });
  return page;
}

/** Does what leads to another page, and waits until that one is there, however long the machine takes. */
export async function away(page, act) {
  await page.evaluate(() => (window.isLeft = true));
  await act();
  await page.waitForFunction(() => !window.isLeft && document.readyState === 'complete');
}

export const desk = { width: 1280, height: 800 };
export const pocket = { width: 390, height: 844 };

export async function signIn(page, studio, name = 'maren') {
  await page.goto(`${studio.origin}/sign-in`);
  await page.fill('#Name', name);
  await page.fill('#Password', 'ferry-and-oats');
  await page.click('main button');
  await page.waitForURL(`${studio.origin}/`);
}

/** The demo clients' ids by first name. */
export async function clientIds(page, studio) {
  await page.goto(`${studio.origin}/clients`);
  const ids = {};
  for (const link of await page.locator('#list a.fw-bold').all())
    ids[(await link.textContent()).split(' ')[0]] = (await link.getAttribute('href')).split('/')[2];
  return ids;
}
