import { spawn, type ChildProcess } from 'node:child_process';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';

interface Kept {
  readonly current: { readonly child: ChildProcess };
  readonly stop: () => Promise<void>;
}
const { watch, asWatched } = (await import(join(import.meta.dirname, 'lib/watch.mjs'))) as {
  watch(name: string, start: () => Promise<object>, options: object): Promise<Kept>;
  asWatched(child: ChildProcess, stop: () => void): object;
};

describe('what ends by itself', () => {
  it('is started again, each time after a longer pause, and said so; stopped it stays so', async () => {
    const said: string[] = [];
    const begun: number[] = [];
    let refuse = false;
    const kept = await watch(
      'the trial',
      async () => {
        begun.push(Date.now());
        if (refuse) throw new Error('no room');
        const child = spawn(process.execPath, ['-e', 'setInterval(() => 0, 1000)']);
        return asWatched(child, () => void child.kill());
      },
      { pauses: [0, 150, 300], settled: 60_000, tell: (line: string) => said.push(line) },
    );
    const kill = async (): Promise<void> => {
      const before = begun.length;
      kept.current.child.kill('SIGKILL');
      await expect.poll(() => begun.length).toBe(before + 1);
      await expect.poll(() => kept.current.child.exitCode ?? kept.current.child.signalCode).toBeNull();
    };
    await kill();
    expect(said).toEqual(['the trial ended by itself (SIGKILL); starting it again', 'the trial is running again']);
    const from = Date.now();
    await kill();
    expect(begun.at(-1)! - from).toBeGreaterThanOrEqual(140);
    expect(said.at(-2)).toBe('the trial ended by itself (SIGKILL); started again in 0.15 s');
    // one that does not start is tried again as well
    refuse = true;
    kept.current.child.kill('SIGKILL');
    await expect.poll(() => said.some((l) => l === 'the trial does not start: no room')).toBe(true);
    refuse = false;
    await expect.poll(() => said.at(-1)).toBe('the trial is running again');
    const starts = begun.length;
    await kept.stop();
    await new Promise((r) => setTimeout(r, 400));
    expect(begun).toHaveLength(starts);
  });
});
