// Kills the program at random moments of writing, and fills its disk at random moments: nothing that was answered as saved may be lost.
// node bench/kill.mjs [kills] [fillings]   Fillings need the right to mount a small disk; without it they are left out, and said so.
import { spawnSync } from 'node:child_process';
import { kills, fillings } from '../tests/browser/durable.mjs';

const [times = 1000, full = 100] = process.argv.slice(2).map(Number);
const say = (name, { acknowledged, lost, refused }) =>
  console.log(`${name}: ${acknowledged} acknowledged writes, ${lost} lost (bound 0), ${refused} refused`);
say(`${times} kills at random moments of writing`, await kills(times));
if (spawnSync('mount', ['--version']).status === 0 && process.getuid() === 0)
  say(`Disk filled at random moments ${full} times`, await fillings(full));
else console.log('Disk filled: left out, a small disk cannot be mounted here');
