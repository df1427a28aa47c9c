// What a studio installs, in a Debian that has no SDK: first page, first run, upgrades that stand and that do not, removing, purging.
import assert from 'node:assert/strict';
import { cpSync, existsSync, mkdirSync, mkdtempSync, readFileSync, readdirSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import test, { after, afterEach, before } from 'node:test';
import { fileURLToPath } from 'node:url';
import { desk, openPage, startChromium } from '../browser/studio.mjs';
import { Releases } from './releases.mjs';
import { Root, must, run } from './root.mjs';

const project = join(dirname(fileURLToPath(import.meta.url)), '..', '..');
const made = process.env.OATPATH_PACKAGES ?? join(project, 'out');
const port = 5170;
const origin = `http://127.0.0.1:${port}`;
const watch = `http://127.0.0.1:${port + 1}`;
const data = '/var/lib/oatpath';
const studio = { origin };
const password = 'a long password';
const firstPage = 'installed, it runs as its own user and its first page is there';

const [deb] = readdirSync(made)
  .filter((file) => file.endsWith('_amd64.deb'))
  .map((file) => join(made, file));
const [archive] = readdirSync(made)
  .filter((file) => file.endsWith('-linux-x64.tar.gz'))
  .map((file) => join(made, file));

let root;
let work;
let releases;
let browser;
let server;

before(async () => {
  work = mkdtempSync(join(tmpdir(), 'oatpath-package-'));
  root = new Root();
  releases = new Releases(project, work, deb);
  browser = await startChromium();
});

after(async () => {
  await server?.end('SIGKILL');
  await browser?.close();
  root?.remove();
  rmSync(work, { recursive: true, force: true });
});

const wait = (ms) => new Promise((resolve) => setTimeout(resolve, ms));

/** Starts the program the way its unit does. */
async function serve() {
  const unit = readFileSync(root.path('/lib/systemd/system/oatpath.service'), 'utf8');
  const command = /^ExecStart=(.*)$/m.exec(unit)[1];
  const user = /^User=(.*)$/m.exec(unit)[1];
  server = root.start(
    `. /etc/oatpath/oatpath.conf; cd ${data}; umask 0077; exec setpriv --reuid ${user} --regid ${user} --clear-groups ${command}`,
  );
  for (let i = 0; i < 400; i += 1) {
    try {
      const answer = await fetch(`${watch}/health`);
      if (answer.status === 200) return;
    } catch {
      // Not yet.
    }
    await wait(50);
  }
  throw new Error(`It is not ready:\n${server.said()}`);
}

async function stop() {
  await server?.end();
  server = undefined;
}

// Whatever a test left running; two belong together.
afterEach(async (context) => {
  if (context.name !== firstPage) await stop();
});

const bring = (file) => {
  cpSync(file, root.path('/package.deb'));
  return '/package.deb';
};
const install = (file, before) => root.run(`dpkg -i ${bring(file)}`, before);
const state = () => root.run(`dpkg-query -W -f '\${Status} \${Version}' oatpath`).said.trim();
const running = () => root.must('readlink /usr/lib/oatpath/current').trim();
const doctor = () => root.run(`setpriv --reuid oatpath --regid oatpath --clear-groups oat doctor --data ${data}`).said;

/** Signs the owner in, and sees her studio as she left it. */
async function ownerIsIn() {
  const page = await openPage(browser, studio, desk);
  await page.goto(`${origin}/sign-in`);
  await page.fill('#Name', 'jonna');
  await page.fill('#Password', password);
  await page.click('main button');
  await page.waitForURL(`${origin}/`);
  await page.goto(`${origin}/clients`);
  await page.waitForSelector('text=Ronja Fels');
  await page.context().close();
}

test('the archive holds all it needs, and says so where it was unpacked half', () => {
  assert.notEqual(root.run('command -v dotnet').status, 0);
  mkdirSync(root.path('/opt/try'), { recursive: true });
  must('tar', '-C', root.path('/opt/try'), '-xzf', archive);
  const [folder] = readdirSync(root.path('/opt/try'));
  const here = `/opt/try/${folder}`;

  assert.match(root.must(`${here}/oat version`), /^Oat Path \d+\.\d+\.\d+\nengine [\d.]+\ndatabase \d+\n$/);
  assert.match(root.must(`${here}/oat plan ${here}/demo/cases/beginner.json --days 2`), /"days"/);
  assert.doesNotMatch(root.must(`${here}/oat help`), /^ {2}(mutate|package|test)\b/m);
  assert.match(root.run(`${here}/oat test`).said, /needs the sources/);
  for (const part of ['LICENSE', 'oat.1', 'proxy/nginx.conf']) assert.ok(existsSync(root.path(`${here}/${part}`)), part);

  rmSync(root.path(`${here}/wwwroot/js`), { recursive: true });
  const half = root.run(`${here}/oat version`);
  assert.equal(half.status, 2);
  assert.match(half.said, /files of the program are missing/);
  rmSync(root.path('/opt/try'), { recursive: true });
});

test('a full disk leaves nothing half installed', () => {
  mkdirSync(root.path('/usr/lib/oatpath'), { recursive: true });
  const full = install(deb, 'mount -t tmpfs -o size=40m none "$0/usr/lib/oatpath"');

  assert.notEqual(full.status, 0);
  assert.match(full.said, /No space left on device/);
  assert.doesNotMatch(state(), /^install ok installed/);
  assert.notEqual(root.run('oat version').status, 0);
  rmSync(root.path('/usr/lib/oatpath'), { recursive: true });
});

test(firstPage, async () => {
  const done = install(deb);
  assert.equal(done.status, 0, done.said);
  root.must(`sed -i 's/--port 5080 --watch-port 5081/--port ${port} --watch-port ${port + 1}/' /etc/oatpath/oatpath.conf`);
  assert.match(root.must(`stat -c '%U %G %a' ${data}`), /^oatpath oatpath 700$/m);
  assert.match(root.must('gzip -dc /usr/share/man/man1/oat.1.gz'), /\.SS upgrade/);

  await serve();
  assert.equal((await fetch(`${origin}/sign-in`)).status, 200);
  assert.equal((await fetch(`${origin}/metrics`, { redirect: 'manual' })).status, 302);
  assert.match(await (await fetch(`${watch}/metrics`)).text(), /^oatpath_ready 1$/m);
});

test('the first run leads from the code to a client', async () => {
  const [code] = server.said().match(/\b\w{4}-\w{4}-\w{4}\b/);
  const page = await openPage(browser, studio, desk);
  await page.goto(`${origin}/first-run`);
  await page.fill('#Code', code);
  await page.fill('#Name', 'Jonna Ask');
  await page.fill('#SignInName', 'jonna');
  await page.fill('#Password', password);
  await page.click('button:has-text("Become the owner")');
  await page.waitForSelector('#studio');
  await page.goto(`${origin}/clients/new`);
  await page.fill('#Name', 'Ronja Fels');
  await page.click('button:has-text("Add and go to Meet")');
  await page.waitForSelector('#birthDate');
  assert.deepEqual(page.faults, []);
  await page.context().close();
  await stop();
});

test('an upgrade that fits stands, with a backup of before', async () => {
  const done = install(releases.make('1.0.1', 'CREATE TABLE more (id INTEGER PRIMARY KEY) STRICT;'));

  assert.equal(done.status, 0, done.said);
  assert.match(done.said, /is brought from version \d+ to \d+ and looked over/);
  assert.equal(running(), 'program');
  assert.match(root.must('oat version'), /^Oat Path 1\.0\.1$/m);
  assert.equal(readdirSync(root.path(`${data}/backups`)).filter((name) => name.startsWith('before-version-')).length, 1);
  await serve();
  await ownerIsIn();
  await stop();
});

test('an upgrade that does not fit goes back by itself: the old program with the old data', async () => {
  const broken = releases.make(
    '1.0.2',
    'CREATE TABLE even_more (id INTEGER PRIMARY KEY) STRICT;\nALTER TABLE nowhere ADD COLUMN lost TEXT;',
  );
  const done = install(broken);

  assert.notEqual(done.status, 0);
  assert.match(done.said, /no such table: nowhere/);
  assert.match(done.said, /Oat Path 1\.0\.2 has not taken over\. Version 1\.0\.1 goes on with the data as it was\./);
  assert.equal(running(), 'kept/1.0.1');
  assert.match(root.must('oat version'), /^Oat Path 1\.0\.1$/m);
  assert.match(doctor(), /well: The database is of version/);
  await serve();
  await ownerIsIn();
  await stop();
});

test('killed in the middle, the old program goes on, and the upgrade is taken up again', async () => {
  releases.takeBack();
  const slow = releases.make(
    '1.0.3',
    `CREATE TABLE slow AS
     WITH RECURSIVE n (i) AS (SELECT 1 UNION ALL SELECT i + 1 FROM n WHERE i < 40000000) SELECT max(i) AS most FROM n;`,
  );
  const upgrade = root.start(`dpkg -i ${bring(slow)}`);
  const marker = root.path(`${data}/upgrade-under-way`);
  for (let i = 0; i < 1200 && !existsSync(marker); i += 1) await wait(25);
  assert.ok(existsSync(marker), upgrade.said());
  await wait(300);
  await upgrade.end('SIGKILL');
  assert.ok(existsSync(marker), 'it was over before it was killed');

  assert.equal(running(), 'kept/1.0.1');
  await serve();
  await ownerIsIn();
  await stop();
  assert.ok(!existsSync(marker));

  const again = root.run('dpkg --configure -a');
  assert.equal(again.status, 0, again.said);
  assert.equal(running(), 'program');
  assert.ok(!existsSync(root.path('/usr/lib/oatpath/kept')));
  await serve();
  await ownerIsIn();
  await stop();
});

test('an older version does not take newer data over', async () => {
  const done = install(deb);

  assert.notEqual(done.status, 0);
  assert.match(done.said, /written by a newer version/);
  assert.match(done.said, /Version 1\.0\.3 goes on/);
  assert.equal(running(), 'kept/1.0.3');
  await serve();
  await ownerIsIn();
  await stop();
  assert.equal(install(join(work, 'oatpath_1.0.3.deb')).status, 0);
});

test('removed, the data stays; purged, nothing does', () => {
  const removed = root.run('dpkg -r oatpath');
  assert.equal(removed.status, 0, removed.said);
  assert.ok(existsSync(root.path(`${data}/oatpath.db`)));
  assert.ok(!existsSync(root.path('/usr/lib/oatpath')));
  assert.ok(existsSync(root.path('/etc/oatpath/oatpath.conf')));

  const purged = root.run('dpkg -P oatpath');
  assert.equal(purged.status, 0, purged.said);
  for (const left of [data, '/usr/lib/oatpath', '/etc/oatpath', '/usr/bin/oat']) assert.ok(!existsSync(root.path(left)), left);
  assert.notEqual(root.run('getent passwd oatpath').status, 0);
});

test('the unit is one that systemd takes, and closed to what the program does not need', () => {
  const unit = join(work, 'oatpath.service');
  cpSync(join(project, 'packaging/oatpath.service'), unit);
  must('sed', '-i', 's,^ExecStart=.*,ExecStart=/bin/true,; s,^EnvironmentFile=.*,,', unit);
  const verified = run('systemd-analyze', 'verify', '--man=no', unit);
  assert.equal(verified.status, 0, verified.said);
  assert.equal(verified.said.trim(), '');
  const rated = run('systemd-analyze', 'security', '--offline=true', '--threshold=20', unit);
  assert.equal(rated.status, 0, rated.said.split('\n').slice(-4).join('\n'));
});
