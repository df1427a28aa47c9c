// A phone without network judges a report as the core does, by the core's own numbers.
import assert from 'node:assert/strict';
import { spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { after, before, test } from 'node:test';
import { newPhone } from './guide.mjs';
import { clientIds, desk, launcher, openPage, root, signIn, startChromium, startStudio } from './studio.mjs';
import { judge } from '../../src/OatPath.Web/wwwroot/js/judge.js';

const CASES = 10_000;
let studio;
let browser;
let table;

before(async () => {
  studio = await startStudio();
  browser = await startChromium();
  const staff = await openPage(browser, studio, desk);
  await signIn(staff, studio);
  const phone = await newPhone(browser, staff, studio, (await clientIds(staff, studio)).Marlo);
  await phone.goto(`${studio.origin}/my/offline`);
  table = JSON.parse(await phone.evaluate(() => document.getElementById('offline-table').content.textContent));
});
after(async () => {
  await browser?.close();
  await studio?.close();
});

/** Numbers that are the same in each run. */
const dice = (seed) => {
  let state = seed;
  return (n) => {
    state = (Math.imul(state, 1_664_525) + 1_013_904_223) >>> 0;
    return Math.floor((state / 2 ** 32) * n);
  };
};
const kebab = (name) => name.replace(/(?<!^)([A-Z])/g, '-$1').toLowerCase();

test(`${CASES} random reports come to the same in the core and on the phone`, () => {
  const roll = dice(7);
  const maybe = (value) => (roll(2) ? value : null);
  const signs = Object.keys(table.signs);
  const cases = Array.from({ length: CASES }, () => ({
    report: {
      sting: roll(11),
      stingSeconds: [0, 45, 600, 3600, 3601, 7200, null][roll(7)],
      redness: roll(5),
      rednessPast24h: roll(2) === 1,
      tightOrDry: roll(4) === 0,
      flaking: roll(4) === 0,
      pain: maybe(roll(11)),
      signs: roll(3) ? [] : [kebab(signs[roll(signs.length)])],
    },
    previousSting: maybe(roll(11)),
    sinceSeconds: maybe([0, 3599, 3600, 90_000][roll(4)]),
    insideExpectedCourse: roll(2) === 1,
    pinkExpected: roll(2) === 1,
  }));
  const folder = mkdtempSync(join(tmpdir(), 'oatpath-'));
  const file = join(folder, 'reports.json');
  writeFileSync(file, JSON.stringify(cases));
  const told = spawnSync(launcher, ['judge', file], { encoding: 'utf8', maxBuffer: 1 << 26 });
  rmSync(folder, { recursive: true });
  assert.equal(told.status, 0, told.stderr);
  const core = JSON.parse(told.stdout).map((each) => each.outcome);
  const bySign = Object.fromEntries(Object.entries(table.signs).map(([name, gravity]) => [kebab(name), gravity]));
  const here = cases.map(({ report, ...context }) =>
    judge({ ...report, past24: report.rednessPast24h, tight: report.tightOrDry }, context, { ...table, signs: bySign }),
  );
  const apart = cases.map((each, i) => [each, core[i], here[i]]).filter(([, a, b]) => a !== b);
  assert.deepEqual(apart.slice(0, 3), []);
  assert.deepEqual([...new Set(core)].sort(), ['carry-on', 'ease-off', 'medical-help', 'stop']);
});

test("the phone's own script is at most 90 KB, all of it that a page without network needs", () => {
  const names = [
    'phone',
    'kept',
    'ticks',
    'judge',
    'offline',
    'unsent',
    'belongs',
    'held',
    'said',
    'facemap',
    'guide/log',
    'guide/minutes',
    'guide/senses',
  ];
  const size = [...names.map((name) => `js/${name}.js`), 'my/worker.js'].reduce(
    (sum, name) => sum + readFileSync(join(root, 'src/OatPath.Web/wwwroot', name)).length,
    0,
  );
  assert.ok(size <= 90 * 1024, `${size} bytes`);
});
