import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, afterEach, describe, expect, it } from 'vitest';
import { Hands } from './hands';

const dir = mkdtempSync(join(tmpdir(), 'sparrow-hands-'));
const file = join(dir, 'worker.mjs');
// a thread that takes a moment and answers with the page it was given
writeFileSync(
  file,
  `import { parentPort } from 'node:worker_threads';
parentPort.on('message', ({ task }) => setTimeout(() => parentPort.postMessage({ kind: 'done', result: task.page, heavy: false }), 20));`,
);
afterAll(() => rmSync(dir, { recursive: true, force: true }));

let hands: Hands;
afterEach(() => hands.close());

describe('a piece of work that waits', () => {
  const order: unknown[] = [];
  const draw = (page: number, priority: number): Promise<unknown> =>
    hands
      .run('draw', { path: '', page, width: 1 }, { priority, id: `p${page}` })
      .then((result) => order.push(result as unknown));
  const start = (): Promise<unknown>[] => {
    order.length = 0;
    hands = new Hands({ file, hands: 1, seconds: 20, stay: 1 });
    // the first is in hand at once, the others wait
    return [draw(1, 0), draw(2, 2), draw(3, 1), draw(4, 0)];
  };

  it('goes by its priority', async () => {
    await Promise.all(start());
    expect(order).toEqual([1, 2, 3, 4]);
  });

  it('goes before others when it is hastened', async () => {
    const all = start();
    hands.hasten('p4', 3);
    await Promise.all(all);
    expect(order).toEqual([1, 4, 2, 3]);
  });

  it('is never put back, and what is in hand, done or unknown is left alone', async () => {
    const all = start();
    hands.hasten('p2', 0);
    hands.hasten('p1', 3);
    hands.hasten('another', 3);
    await Promise.all(all);
    hands.hasten('p4', 3);
    expect(order).toEqual([1, 2, 3, 4]);
  });
});
