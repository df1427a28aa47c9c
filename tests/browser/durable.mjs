// Writes to the program over HTTP while it is killed, or its disk filled, and counts what was acknowledged and lost.
import { execFileSync } from 'node:child_process';
import { randomBytes } from 'node:crypto';
import { mkdirSync, rmSync, statSync, truncateSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { newFolder, startStudio } from './studio.mjs';

/** A visitor with cookies and nothing else. */
class Visitor {
  constructor() {
    this.jar = {};
  }

  async ask(origin, path, options = {}) {
    const answer = await fetch(origin + path, {
      redirect: 'manual',
      signal: AbortSignal.timeout(20_000),
      ...options,
      headers: {
        ...options.headers,
        cookie: Object.entries(this.jar)
          .map(([k, v]) => `${k}=${v}`)
          .join('; '),
      },
    });
    for (const cookie of answer.headers.getSetCookie()) {
      const [k, ...v] = cookie.split(';')[0].split('=');
      this.jar[k] = v.join('=');
    }
    return answer;
  }

  async form(origin, page, to, fields) {
    const html = await (await this.ask(origin, page)).text();
    this.token = html.match(/name="__RequestVerificationToken"[^>]*value="([^"]+)"/)?.[1] ?? this.token;
    return [
      html,
      await this.ask(origin, to, {
        method: 'POST',
        body: new URLSearchParams({ ...fields, __RequestVerificationToken: this.token }),
        headers: { 'content-type': 'application/x-www-form-urlencoded' },
      }),
    ];
  }
}

/** A demo with one client's phone let in. */
async function opened(folder) {
  const studio = await startStudio({ folder });
  const staff = new Visitor();
  await staff.form(studio.origin, '/sign-in', '/sign-in', { Name: 'maren', Password: 'ferry-and-oats' });
  const list = await (await staff.ask(studio.origin, '/clients?q=perrin')).text();
  const client = list.match(/\/clients\/([^/"?]+)\/ramp/)[1];
  const [, made] = await staff.form(studio.origin, `/clients/${client}/link`, `/clients/${client}/link?handler=New`, {});
  const token = (await made.text()).match(/\/go\/([^"<]+)"/)[1];
  const phone = new Visitor();
  await phone.form(studio.origin, `/go/${token}`, `/my/go/${token}`, {});
  return { studio, phone };
}

/** Sends reports until told to stop; remembers which were answered as saved. */
async function reports(origin, phone, saved, going, room) {
  let page;
  try {
    page = await (await phone.ask(origin, '/my/report')).text();
  } catch {
    return 0;
  }
  const about = page.match(/name="about"[^>]*value="([^"]+)"/)[1];
  const token = page.match(/name="__RequestVerificationToken"[^>]*value="([^"]+)"/)[1];
  const leave = page.match(/name="phone" value="([^"]+)"/)[1];
  let refused = 0;
  while (going()) {
    const key = randomBytes(16).toString('hex');
    const body = new URLSearchParams({
      key,
      about,
      sting: '1',
      length: '45',
      redness: '0',
      phone: leave,
      also: 'x'.repeat(room),
      __RequestVerificationToken: token,
    });
    try {
      const answer = await phone.ask(origin, '/my/report', {
        method: 'POST',
        body,
        headers: { 'content-type': 'application/x-www-form-urlencoded' },
      });
      if (answer.status === 302 && answer.headers.get('location') === `/my/answer/${key}`) saved.push(key);
      else if (answer.status === 429) await new Promise((r) => setTimeout(r, 500));
      else refused += 1;
    } catch {
      return refused;
    }
  }
  return refused;
}

const lostOf = async (origin, phone, keys) => {
  let lost = 0;
  for (const key of keys) if ((await phone.ask(origin, `/my/answer/${key}`)).status !== 200) lost += 1;
  return lost;
};

/** Kills the program so many times, each at a random moment while two writers are at work. */
export async function kills(times) {
  const folder = newFolder();
  const begun = await opened(folder);
  const phone = begun.phone;
  let studio = begun.studio;
  let lost = 0;
  let acknowledged = 0;
  let refused = 0;
  for (let run = 0; run < times; run += 1) {
    const saved = [];
    let going = true;
    const writers = [0, 1].map(() => reports(studio.origin, phone, saved, () => going, 0));
    for (let waited = 0; saved.length === 0 && waited < 200; waited += 1) await new Promise((r) => setTimeout(r, 15));
    await new Promise((r) => setTimeout(r, Math.random() * 120));
    await studio.kill('SIGKILL');
    going = false;
    refused += (await Promise.all(writers)).reduce((a, b) => a + b, 0);
    studio = await startStudio({ folder });
    acknowledged += saved.length;
    lost += await lostOf(studio.origin, phone, saved);
  }
  await studio.close();
  return { acknowledged, lost, refused };
}

/** Fills a disk of some megabytes so many times, each at a random moment while reports come; then frees it. */
export async function fillings(times, megabytes = 24) {
  const folder = newFolder();
  execFileSync('mount', ['-t', 'tmpfs', '-o', `size=${megabytes}m`, 'none', folder]);
  const data = join(folder, 'data');
  mkdirSync(data);
  let studio;
  let phone;
  let acknowledged = 0;
  let refused = 0;
  let lost = 0;
  try {
    ({ studio, phone } = await opened(data));
    for (let run = 0; run < times; run += 1) {
      const saved = [];
      let going = true;
      const writer = reports(studio.origin, phone, saved, () => going, 400);
      await new Promise((r) => setTimeout(r, 20 + Math.random() * 120));
      try {
        writeFileSync(join(folder, 'ballast'), Buffer.alloc(megabytes << 20, 1));
      } catch {
        /* that is the point */
      }
      await new Promise((r) => setTimeout(r, 150));
      rmSync(join(folder, 'ballast'));
      await new Promise((r) => setTimeout(r, 50));
      going = false;
      refused += await writer;
      if (run % 10 === 9) {
        await studio.kill('SIGKILL');
        studio = await startStudio({ folder: data });
      }
      acknowledged += saved.length;
      lost += await lostOf(studio.origin, phone, saved);
    }
  } finally {
    await studio?.kill('SIGKILL');
    execFileSync('umount', ['-l', folder]);
    rmSync(folder, { recursive: true, force: true });
  }
  return { acknowledged, lost, refused };
}

/** A small disk on which the program runs, and what is done to it. */
export async function onSmallDisk(megabytes, use) {
  const folder = newFolder();
  execFileSync('mount', ['-t', 'tmpfs', '-o', `size=${megabytes}m`, 'none', folder]);
  const data = join(folder, 'data');
  mkdirSync(data);
  try {
    await use({
      data,
      // So many bytes are left, where any are to be.
      fill: (left = 0) => {
        const ballast = join(folder, 'ballast');
        try {
          writeFileSync(ballast, Buffer.alloc(megabytes << 20, 1));
        } catch {
          /* that is the point */
        }
        truncateSync(ballast, statSync(ballast).size - left);
      },
      free: () => rmSync(join(folder, 'ballast')),
      readOnly: () => execFileSync('mount', ['-o', 'remount,ro', folder]),
    });
  } finally {
    execFileSync('umount', ['-l', folder]);
    rmSync(folder, { recursive: true, force: true });
  }
}

export const canMount = () => {
  try {
    return process.getuid() === 0 && execFileSync('mount', ['--version']).length > 0;
  } catch {
    return false;
  }
};
