// Lays the demo out once, in a folder named by the day, for every file of tests that begins with it.
import { mkdirSync } from 'node:fs';
import { laidOut, startStudio } from './studio.mjs';

mkdirSync(laidOut, { recursive: true });
const studio = await startStudio({ folder: laidOut });
await studio.kill();
