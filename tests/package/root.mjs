// A Debian without an SDK, in a folder of the test's own, and what is done in it.
import { spawn, spawnSync } from 'node:child_process';
import { existsSync, mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

const needs = 'adduser,ca-certificates,tzdata,libssl3,libstdc++6';

/** Runs a program here; its output and how it ended. */
export function run(program, ...words) {
  const { status, stdout, stderr } = spawnSync(program, words, { encoding: 'utf8', maxBuffer: 64_000_000 });
  return { status, said: `${stdout}${stderr}` };
}

/** The same, where nothing else than success is of use. */
export function must(program, ...words) {
  const done = run(program, ...words);
  if (done.status !== 0) throw new Error(`${program} ${words.join(' ')} ended with ${done.status}:\n${done.said}`);
  return done.said;
}

const suite = () => {
  const release = existsSync('/etc/os-release') ? readFileSync('/etc/os-release', 'utf8') : '';
  return (/^ID=debian$/m.test(release) && /^VERSION_CODENAME=(\w+)$/m.exec(release)?.[1]) || 'stable';
};

/** Where this machine has its own packages from. */
const sources = () => ['/etc/apt/sources.list', '/etc/apt/sources.list.d/debian.sources'].filter((file) => existsSync(file));

export class Root {
  constructor() {
    this.folder = mkdtempSync(join(tmpdir(), 'oatpath-root-'));
    must('mmdebstrap', '--quiet', '--variant=minbase', `--include=${needs}`, suite(), this.folder, ...sources());
  }

  path(inside) {
    return join(this.folder, inside);
  }

  /** The words that run a command in it, with a view of processes that ends with it. */
  words(command, before = '') {
    const inside = `mount -t proc proc "$0/proc" && ${before ? `${before} && ` : ''}exec chroot "$0" /bin/bash -c "$1"`;
    return ['-m', 'sh', '-c', inside, this.folder, command];
  }

  run(command, before) {
    return run('unshare', ...this.words(command, before));
  }

  must(command) {
    return must('unshare', ...this.words(command));
  }

  /** Starts something that goes on, in a group of its own so that all of it can be ended. */
  start(command) {
    const child = spawn('unshare', this.words(command), { stdio: ['ignore', 'pipe', 'pipe'], detached: true });
    let said = '';
    child.stdout.on('data', (text) => {
      said += text;
    });
    child.stderr.on('data', (text) => {
      said += text;
    });
    const gone = new Promise((resolve) => child.on('exit', resolve));
    return {
      said: () => said,
      gone,
      end: async (signal = 'SIGTERM') => {
        try {
          process.kill(-child.pid, signal);
        } catch {
          // It ended by itself.
        }
        return gone;
      },
    };
  }

  remove() {
    rmSync(this.folder, { recursive: true, force: true });
  }
}
