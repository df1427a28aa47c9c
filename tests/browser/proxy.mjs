// The example of a proxy that ships with the program, started on ports of its own with a certificate of its own making.
import { execFileSync, spawn } from 'node:child_process';
import { createHash } from 'node:crypto';
import { mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { freePort, root } from './studio.mjs';

/** The name in the example. */
export const NAME = 'path.example.org';

/** Makes a certificate for the name, and the words by which a browser takes it and finds the name here. */
export function certificate() {
  const folder = mkdtempSync(join(tmpdir(), 'oatpath-tls-'));
  const [key, chain] = [join(folder, 'key.pem'), join(folder, 'fullchain.pem')];
  const quiet = { stdio: 'pipe' };
  execFileSync(
    'openssl',
    [
      ...['req', '-x509', '-newkey', 'ec', '-pkeyopt', 'ec_paramgen_curve:P-256', '-nodes', '-days', '2'],
      ...['-subj', `/CN=${NAME}`, '-addext', `subjectAltName=DNS:${NAME}`, '-keyout', key, '-out', chain],
    ],
    quiet,
  );
  const publicKey = execFileSync('openssl', ['x509', '-in', chain, '-pubkey', '-noout'], quiet);
  const der = execFileSync('openssl', ['pkey', '-pubin', '-outform', 'der'], { input: publicKey, stdio: ['pipe', 'pipe', 'pipe'] });
  return {
    folder,
    key,
    chain,
    trust: [
      `--ignore-certificate-errors-spki-list=${createHash('sha256').update(der).digest('base64')}`,
      `--host-resolver-rules=MAP ${NAME} 127.0.0.1`,
    ],
    remove: () => rmSync(folder, { recursive: true, force: true }),
  };
}

/** Starts the proxy in front of a port, itself on another. @returns its addresses and what it wrote down */
export async function startProxy(tls, to, secure) {
  const folder = mkdtempSync(join(tmpdir(), 'oatpath-proxy-'));
  const plain = await freePort();
  const logs = join(folder, 'logs');
  mkdirSync(logs);
  const example = readFileSync(join(root, 'packaging/proxy/nginx.conf'), 'utf8')
    .replace('listen 80;', `listen 127.0.0.1:${plain};`)
    .replace('listen 443 ssl http2;', `listen 127.0.0.1:${secure} ssl http2;`)
    .replaceAll('127.0.0.1:5080', `127.0.0.1:${to}`)
    .replace('/etc/ssl/oatpath/fullchain.pem', tls.chain)
    .replace('/etc/ssl/oatpath/key.pem', tls.key)
    .replaceAll('/var/log/nginx', logs);
  const temp = ['client_body', 'proxy', 'fastcgi', 'uwsgi', 'scgi'].map((kind) => `${kind}_temp_path ${join(folder, kind)};`).join('\n');
  writeFileSync(join(folder, 'example.conf'), example);
  writeFileSync(
    join(folder, 'nginx.conf'),
    `${process.getuid() === 0 ? 'user root;' : ''}
daemon off;
pid ${join(folder, 'pid')};
error_log stderr warn;
events {}
http {
  access_log off;
  ${temp}
  include ${join(folder, 'example.conf')};
}
`,
  );
  const child = spawn('nginx', ['-p', folder, '-c', join(folder, 'nginx.conf')], { stdio: ['ignore', 'ignore', 'pipe'] });
  let said = '';
  child.stderr.on('data', (text) => {
    said += text;
  });
  const gone = new Promise((resolve) => child.on('exit', resolve));
  process.once('exit', () => child.kill('SIGKILL'));
  for (let i = 0; ; i += 1) {
    if (child.exitCode !== null || i > 200) throw new Error(`The proxy did not start:\n${said}`);
    try {
      await fetch(`http://127.0.0.1:${plain}/`, { redirect: 'manual' });
      break;
    } catch {
      await new Promise((resolve) => setTimeout(resolve, 50));
    }
  }
  return {
    plain: `http://127.0.0.1:${plain}`,
    origin: `https://127.0.0.1:${secure}`,
    written: () => readFileSync(join(logs, 'oatpath.log'), 'utf8'),
    close: async () => {
      child.kill('SIGQUIT');
      await gone;
      rmSync(folder, { recursive: true, force: true });
    },
  };
}
