// Later releases of the package under test: the same program, with one more migration.
import { appendFileSync, cpSync, mkdirSync, readFileSync, readdirSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { must } from './root.mjs';

// The core is built once: what its assembly says of its version is that of the first.
const later = '1.0.1';

/** Makes the release after another. */
export class Releases {
  /** @param {string} source the folder of the project
   * @param {string} work where everything is made
   * @param {string} first the Debian package that was made of it */
  constructor(source, work, first) {
    this.work = work;
    this.isFirst = true;
    this.tree = join(work, 'sources');
    mkdirSync(this.tree, { recursive: true });
    for (const file of ['Directory.Build.props', 'Directory.Packages.props', 'global.json'])
      cpSync(join(source, file), join(this.tree, file));
    for (const project of ['OatPath.Core', 'OatPath.Store']) {
      cpSync(join(source, 'src', project), join(this.tree, 'src', project), {
        recursive: true,
        filter: (from) => !/\/(bin|obj)$/.test(from),
      });
    }
    this.package = join(work, 'package');
    must('dpkg-deb', '-R', first, this.package);
  }

  get program() {
    return join(this.package, 'usr/lib/oatpath/program');
  }

  /** @returns {string} the package of that release */
  make(version, sql) {
    const store = join(this.tree, 'src/OatPath.Store');
    const migrations = join(store, 'Migrations');
    const next = String(Number(readdirSync(migrations).sort().at(-1).slice(0, 3)) + 1).padStart(3, '0');
    writeFileSync(join(migrations, `${next}_more.sql`), sql);
    const built = join(store, 'bin/Release/net10.0');
    must(
      ...[
        'dotnet',
        'build',
        store,
        '-c',
        'Release',
        '-v',
        'quiet',
        '--nologo',
        `-p:Version=${later}`,
        `-p:BuildProjectReferences=${this.isFirst}`,
      ],
      ...['-p:RunAnalyzers=false', '-p:EnforceCodeStyleInBuild=false', '-p:GenerateDocumentationFile=false'],
    );
    this.isFirst = false;
    for (const part of ['OatPath.Core.dll', 'OatPath.Store.dll']) cpSync(join(built, part), join(this.program, part));
    writeFileSync(join(this.program, 'version'), `${version}\n`);
    this.list();
    const control = join(this.package, 'DEBIAN/control');
    writeFileSync(control, readFileSync(control, 'utf8').replace(/^Version: .*$/m, `Version: ${version}`));
    const made = join(this.work, `oatpath_${version}.deb`);
    must('dpkg-deb', '--root-owner-group', '-Zgzip', '-z1', '-b', this.package, made);
    return made;
  }

  /** Another migration in the place of the last. */
  takeBack() {
    const migrations = join(this.tree, 'src/OatPath.Store/Migrations');
    rmSync(join(migrations, readdirSync(migrations).sort().at(-1)));
  }

  /** The list of the program's files, as its maker writes it. */
  list() {
    const files = join(this.program, 'files');
    rmSync(files);
    const found = must('bash', '-c', `cd "${this.program}" && find . -type f -printf '%s %P\\n' | LC_ALL=C sort -k2`);
    appendFileSync(files, found);
  }
}
