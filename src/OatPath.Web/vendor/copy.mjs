// Copies what the pages need from the pinned npm packages, with their licences.
import { cpSync, mkdirSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';

const here = dirname(fileURLToPath(import.meta.url));
const lib = join(here, '..', 'wwwroot', 'lib');
const font = (name, file) => [[`@fontsource-variable/${name}/files/${file}`, `fonts/${file}`], [`@fontsource-variable/${name}/LICENSE`, `fonts/LICENSE-${name}.txt`]];
const files = [
  ['bootstrap/dist/css/bootstrap.min.css', 'bootstrap/bootstrap.min.css'],
  ['bootstrap/LICENSE', 'bootstrap/LICENSE.txt'],
  ['htmx.org/dist/htmx.min.js', 'htmx/htmx.min.js'],
  ['htmx.org/LICENSE', 'htmx/LICENSE.txt'],
  ...font('atkinson-hyperlegible-next', 'atkinson-hyperlegible-next-latin-wght-normal.woff2'),
  ...font('bricolage-grotesque', 'bricolage-grotesque-latin-wght-normal.woff2'),
];

for (const [from, to] of files) {
  mkdirSync(dirname(join(lib, to)), { recursive: true });
  cpSync(join(here, 'node_modules', from), join(lib, to));
}
