import { existsSync } from 'node:fs';
import { output, run } from './run.mjs';
import { fail, say } from './say.mjs';

/** @typedef {readonly [there: () => boolean, name: string]} Needed how to tell that a program is there, and its package */

/**
 * What the application needs of Debian.
 * @type {readonly Needed[]}
 */
export const FOR_RUNNING = [
  [() => existsSync('/usr/lib/postgresql') || output('postgres', ['--version']) !== null, 'postgresql'],
  // the profile of a press that a shop can begin with
  [() => existsSync('/usr/share/color/icc/ghostscript/default_cmyk.icc'), 'libgs-common'],
];
/**
 * What its tests need besides.
 * @type {readonly Needed[]}
 */
export const FOR_TESTS = [
  [has('chromium'), 'chromium'],
  [has('qpdf'), 'qpdf'],
  [has('pdftotext'), 'poppler-utils'],
  [has('gs'), 'ghostscript'],
  [has('ipptool'), 'cups-ipp-utils'],
  [has('ippeveprinter'), 'cups-ipp-utils'],
  [has('dbus-daemon'), 'dbus-daemon'],
  [has('xmllint'), 'libxml2-utils'],
  [has('transicc'), 'liblcms2-utils'],
];

function has(/** @type {string} */ program) {
  return () => ['/usr/bin', '/usr/sbin', '/bin', '/usr/local/bin'].some((dir) => existsSync(`${dir}/${program}`));
}

/** Installs the packages whose programs are missing; as root, or with sudo. */
export function ensurePackages(/** @type {readonly Needed[]} */ wanted) {
  const missing = [...new Set(wanted.filter(([there]) => !there()).map(([, name]) => name))];
  if (missing.length === 0) return;
  if (!existsSync('/usr/bin/apt-get'))
    fail(`These are missing: ${missing.join(', ')}. Install them by hand: this is not Debian.`);
  const root = process.getuid?.() === 0;
  if (!root && output('sudo', ['-n', 'true']) === null && !process.stdin.isTTY)
    fail(
      `These Debian packages are missing: ${missing.join(', ')}. Run "sudo apt-get install ${missing.join(' ')}", then start again.`,
    );
  say(`installing ${missing.join(', ')}`);
  const apt = (/** @type {string[]} */ ...args) => {
    const env = { ...process.env, DEBIAN_FRONTEND: 'noninteractive' };
    return root
      ? run('apt-get', args, { env, stdio: ['ignore', 'ignore', 'inherit'] })
      : run('sudo', ['DEBIAN_FRONTEND=noninteractive', 'apt-get', ...args], {
          stdio: ['inherit', 'ignore', 'inherit'],
        });
  };
  apt('update', '-qq');
  if (apt('install', '-y', '-qq', '--no-install-recommends', ...missing) !== 0)
    fail(
      `Debian could not install ${missing.join(', ')}. Run "apt-get install ${missing.join(' ')}" and see what it says.`,
    );
}
