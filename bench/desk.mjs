// How long the Desk of the demo takes, and "is this normal?": node bench/desk.mjs [OTHER/OatPath.Web.dll]
// With another build's program the two are asked in turn, and the ratio of their medians is printed.
import { spawn } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { openLink } from '../tests/browser/guide.mjs';
import { clientIds, desk, openPage, root, signIn, startChromium } from '../tests/browser/studio.mjs';

const rounds = 40;
const freePort = () =>
  new Promise((resolve) => {
    const server = createServer().listen(0, '127.0.0.1', () => {
      const { port } = server.address();
      server.close(() => resolve(port));
    });
  });
const median = (all) => [...all].sort((a, b) => a - b)[Math.floor(all.length / 2)];

async function start(program) {
  const [port, folder] = [await freePort(), mkdtempSync(join(tmpdir(), 'oatpath-bench-'))];
  const child = spawn('dotnet', [program, '--data', folder, '--port', String(port), '--demo'], { stdio: 'ignore' });
  const origin = `http://127.0.0.1:${port}`;
  for (let i = 0; i < 300; i += 1) {
    try {
      await fetch(`${origin}/sign-in`);
      break;
    } catch {
      await new Promise((r) => setTimeout(r, 50));
    }
  }
  return {
    origin,
    close: () => {
      child.kill('SIGTERM');
      rmSync(folder, { recursive: true, force: true });
    },
  };
}

const browser = await startChromium();
const programs = [join(root, 'src/OatPath.Web/bin/Release/net10.0/OatPath.Web.dll'), ...process.argv.slice(2)];
const studios = [];
for (const program of programs) {
  const studio = await start(program);
  const page = await openPage(browser, studio, desk);
  await signIn(page, studio);
  studios.push({ studio, page, times: [] });
}
for (let i = 0; i < rounds + 5; i += 1) {
  for (const one of studios) {
    const took = await one.page.evaluate(async () => {
      const begun = performance.now();
      await (await fetch('/')).text();
      return performance.now() - begun;
    });
    if (i >= 5) one.times.push(took);
  }
}
console.log(`desk, median of ${rounds}: ${studios.map((one) => `${median(one.times).toFixed(1)} ms`).join(' against ')}`);
if (studios.length > 1) console.log(`ratio ${(median(studios[0].times) / median(studios[1].times)).toFixed(2)}`);

const { studio, page } = studios[0];
const clients = await clientIds(page, studio);
await page.goto(`${studio.origin}/clients/${clients.Bettina}/link`);
await page.click('text=Make the phone link');
const phone = await openLink(browser, studio, await page.inputValue('#address'));
await phone.goto(`${studio.origin}/my/normal`);
const asked = [];
for (let i = 0; i < 25; i += 1) {
  asked.push(
    await phone.evaluate(async () => {
      const form = new URLSearchParams(new FormData(document.querySelector('form.sheet')));
      form.set(
        'key',
        crypto.randomUUID?.().replaceAll('-', '') ??
          Array.from(crypto.getRandomValues(new Uint8Array(16)), (b) => b.toString(16).padStart(2, '0')).join(''),
      );
      form.set('sign', 'Flaking');
      form.set('degree', 'Little');
      const begun = performance.now();
      await (await fetch('/my/normal', { method: 'POST', body: form })).text();
      return performance.now() - begun;
    }),
  );
}
console.log(
  `is this normal?, press to answer, median of ${asked.length}: ${median(asked).toFixed(1)} ms, worst ${Math.max(...asked).toFixed(1)} ms`,
);
await browser.close();
studios.forEach((one) => one.studio.close());
