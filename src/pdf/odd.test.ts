import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import sharp from 'sharp';
import { beforeAll, describe, expect, it } from 'vitest';
import { docketFor } from '../core/testing';
import { compose } from './compose';
import { ArtworkError } from './errors';
import { rasterise } from './raster';
import { readArtwork, type ReadArtwork } from './read';
import { run, scratch, writePdf } from './testing';
import { KINDS, Random, giveJpeg } from './testing-hostile';
import { difference } from './testing-pictures';

const dir = scratch();
/** Too heavy to be drawn here, where nothing takes the thread away. */
const HEAVY = ['nested forms that double', 'a pattern of a million tiles', 'a picture of more dots than can be'];

beforeAll(async () => {
  const noise = Buffer.from(Array.from({ length: 64 * 64 * 3 }, (_, i) => (Math.imul(i, 2654435761) >>> 13) & 255));
  giveJpeg(
    await sharp(noise, { raw: { width: 64, height: 64, channels: 3 } })
      .jpeg({ quality: 95 })
      .toBuffer(),
  );
});

const read = async (path: string): Promise<ReadArtwork & { source: string }> => {
  const it = await readArtwork(path, `${path}.work`);
  return { ...it, source: it.workingCopy ? `${path}.work` : path };
};

describe('a file as it should not be', () => {
  it.each(KINDS.filter((k) => !HEAVY.includes(k.kind)).map((k) => [k.kind, k] as const))(
    '%s: taken, shown and composed alike, or refused in words',
    async (kind, { fate, ext, make }) => {
      const path = join(dir, `${kind.replace(/\W+/g, '-')}.${ext}`);
      writeFileSync(path, make(new Random(7)));
      const it = await read(path).catch((e: unknown) => e as Error);
      if (it instanceof Error) {
        expect(it).toBeInstanceOf(ArtworkError);
        expect(it.message).toMatch(/^[A-Z].*\.$/s);
        expect(fate).not.toBe('taken');
        expect(existsSync(`${path}.work.part`)).toBe(false);
        return;
      }
      expect(fate).not.toBe('refused');
      const { artwork, source } = it;
      const out = `${path}.sheets.pdf`;
      compose({ docket: docketFor(artwork), artwork, source, out });
      // what is wrong with it is not the table or the objects of ours
      expect(run('sh', '-c', `qpdf --check '${out}' 2>&1; echo "status $?"`)).toMatch(/status [03]/);
      run('gs', '-q', '-dSAFER', '-dBATCH', '-dNOPAUSE', '-sDEVICE=nullpage', out);
      if (fate === 'taken') expect(await difference(rasterise(source, 1, 640), source, 1)).toBeLessThan(60);
    },
  );

  it('whose stamp has its box by reference has it on the sheet', async () => {
    const kind = KINDS.find((k) => k.kind === 'a stamp with its box by reference')!;
    const path = join(dir, 'stamp.pdf');
    writeFileSync(path, kind.make(new Random(1)));
    const { artwork, source } = await read(path);
    compose({ docket: docketFor(artwork), artwork, source, out: `${path}.out` });
    const text = run('qpdf', '--qdf', '--object-streams=disable', `${path}.out`, '-');
    expect(text).not.toContain('NaN');
    expect(text).toMatch(/\/P1A0 Do/);
  });

  it('with layers that are off in two files prints neither, though both have one name', async () => {
    const layered = (path: string, word: string): void =>
      writePdf(
        path,
        [
          {
            entries: '/MediaBox[0 0 420 595]/Resources<</Font<</F 3 0 R>>/Properties<</L 100 0 R/M 101 0 R>>>>',
            content: `BT /F 20 Tf 50 300 Td (${word}) Tj ET /OC /L BDC BT /F 20 Tf 50 200 Td (Hidden${word}) Tj ET EMC /OC /M BDC BT /F 20 Tf 50 100 Td (Shown${word}) Tj ET EMC`,
          },
        ],
        { 100: '<</Type/OCG/Name(Notes)>>', 101: '<</Type/OCG/Name(Art)>>' },
        '/OCProperties<</OCGs[100 0 R 101 0 R]/D<</OFF[100 0 R]/Order[100 0 R 101 0 R]>>>>',
      );
    layered(join(dir, 'one.pdf'), 'One');
    layered(join(dir, 'two.pdf'), 'Two');
    const [one, two] = [await read(join(dir, 'one.pdf')), await read(join(dir, 'two.pdf'))];
    const artwork = { ...one.artwork, more: [two.artwork.pages] };
    const plain = docketFor(artwork);
    const docket = {
      ...plain,
      product: {
        ...plain.product,
        pages: [
          { kind: 'pages' as const, file: 0, from: 1, to: 1, turn: 0 as const },
          { kind: 'pages' as const, file: 1, from: 1, to: 1, turn: 0 as const },
        ],
      },
    };
    const out = join(dir, 'both.pdf');
    compose({ docket, artwork, source: one.source, more: [two.source], out });
    // poppler draws what is on: its picture of the sheet has the words that are shown and not those that are off
    const count = (name: string): number => {
      const page = run('qpdf', '--qdf', '--object-streams=disable', out, '-');
      return page.split(`/Name (${name})`).length - 1;
    };
    expect([count('Notes'), count('Art')]).toEqual([2, 2]);
    const off = /\/OFF \[([^\]]*)\]/.exec(
      run('qpdf', '--qdf', '--object-streams=disable', out, '-').replace(/\s+/g, ' '),
    )!;
    expect(off[1]!.match(/\d+ 0 R/g)).toHaveLength(2);
    for (const path of [join(dir, 'one.pdf'), join(dir, 'two.pdf')])
      expect(await difference(rasterise(path, 1, 640), path, 1)).toBeLessThan(60);
  });

  it('leaves a former good output alone where composing fails', async () => {
    const path = join(dir, 'good.pdf');
    writePdf(path, [{ entries: '/MediaBox[0 0 420 595]', content: '' }]);
    const { artwork } = await read(path);
    const out = join(dir, 'kept.pdf');
    compose({ docket: docketFor(artwork), artwork, source: path, out });
    const before = readFileSync(out);
    const lying = { ...artwork, pages: [...artwork.pages, ...artwork.pages] };
    expect(() => compose({ docket: docketFor(lying), artwork: lying, source: path, out })).toThrow(/no page 2/);
    expect(readFileSync(out).equals(before)).toBe(true);
    expect(existsSync(`${out}.part`)).toBe(false);
  });

  it('writes to a device as it is, and says that it is full', async () => {
    const path = join(dir, 'full.pdf');
    writePdf(path, [{ entries: '/MediaBox[0 0 420 595]', content: '' }]);
    const { artwork } = await read(path);
    expect(() => compose({ docket: docketFor(artwork), artwork, source: path, out: '/dev/full' })).toThrow(
      expect.objectContaining({ code: 'ENOSPC' }),
    );
    expect(existsSync('/dev/full')).toBe(true);
  });
});
