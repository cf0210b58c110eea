import { existsSync, readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { expect, it } from 'vitest';

const root = join(import.meta.dirname, '..');
const texts = [
  'README.md',
  'CONTRIBUTING.md',
  ...readdirSync(import.meta.dirname)
    .filter((f) => f.endsWith('.md'))
    .map((f) => `docs/${f}`),
];

it.each(texts)('%s names files and folders that are there', (text) => {
  const named = [
    ...readFileSync(join(root, text), 'utf8').matchAll(/`((?:src|demo|e2e|bench|db|docs|scripts|trials)\/[\w./-]*)`/g),
  ].map((m) => m[1]!);
  expect(named.filter((path) => !existsSync(join(root, path)))).toEqual([]);
});
