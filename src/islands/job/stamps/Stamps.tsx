import {
  compose,
  CountError,
  setImprint,
  wordsOf,
  type Coder,
  type FontName,
  type ImprintInk,
  type Matrix,
  type Row,
  type Setting,
  type Size,
  type Stamp,
} from '../../../core';
import { pictureUrl } from '../../../ui/client';
import type { Printing } from './printing';
import { useCoder, useRows } from './rows';

/** A page that has imprints: how large it is, and where it lies in the drawing. */
export interface Stamped {
  readonly key: string;
  readonly stamps: readonly Stamp[];
  readonly size: Size;
  /** Takes the upright page to the surface that is drawn, y up. */
  readonly toSide: Matrix;
}

const FAMILIES: Readonly<Record<FontName, readonly [family: string, weight: number]>> = {
  text: ['Atkinson Hyperlegible Next Variable', 400],
  'text-bold': ['Atkinson Hyperlegible Next Variable', 700],
  mono: ['Atkinson Hyperlegible Mono Variable', 400],
  'mono-bold': ['Atkinson Hyperlegible Mono Variable', 700],
  head: ['Bricolage Grotesque Variable', 700],
};

/** Process inks as a screen shows them: plainly, for a look. */
export function screenInk({ cmyk: { c, m, y, k } }: Pick<ImprintInk, 'cmyk'>): string {
  const channel = (ink: number): number => Math.round(255 * (1 - ink / 100) * (1 - k / 100));
  return `rgb(${channel(c)} ${channel(m)} ${channel(y)})`;
}

/** The SVG matrix of what is drawn in millimetres with y up, on a surface `height` high. */
const upwards = ([a, b, c, d, e, f]: Matrix, height: number): string =>
  `matrix(${a} ${-b} ${-c} ${d} ${e} ${height - f})`;

/** Says what an imprint says, and how it is set; null while its row or its codes are on their way. */
export function settingOf(
  stamp: Stamp,
  { imprint, table, album, dpi }: Printing,
  page: Size,
  row: Row | null | undefined,
  coder: Coder | null,
): { readonly setting: Setting; readonly words: string } | null {
  if (row === undefined || (stamp.imprint.says.kind === 'code' && !coder)) return null;
  let words: string;
  try {
    words = wordsOf(stamp, { counters: imprint.counters, columns: table?.columns.map((c) => c.name) ?? [] }, row);
  } catch (e) {
    if (!(e instanceof CountError)) throw e;
    words = '?';
  }
  if (words === '') return null;
  const setting = setImprint(stamp.imprint, words, page, { dpi, coder: coder!, album, mirrored: stamp.mirrored });
  return { words, setting };
}

/** Pixels of a picture as it is looked at: as it is printed it is taken from its file. */
const WIDE = 640;

/** A picture of the album in its place. */
function Shown({
  picture: { page, toBox },
  size,
  of: { imprint, album },
}: {
  readonly picture: NonNullable<Setting['picture']>;
  readonly size: Size;
  readonly of: Pick<Printing, 'imprint' | 'album'>;
}) {
  const media = album?.pages[page - 1]?.media;
  const sha256 = imprint.album?.sha256;
  if (!media || sha256 === undefined) return null;
  const [k, , , , x, y] = toBox;
  return (
    <svg y={-size.height} width={size.width} height={size.height} overflow="hidden">
      <image
        href={pictureUrl(sha256, page, WIDE)}
        x={x}
        y={size.height - y - k * media.height}
        width={k * media.width}
        height={k * media.height}
        preserveAspectRatio="none"
      />
    </svg>
  );
}

/** One imprint as it prints. */
export function Inked({
  setting,
  stamp: { imprint },
  toSide,
  height,
  of,
}: {
  readonly setting: Setting;
  readonly stamp: Pick<Stamp, 'imprint'>;
  readonly toSide: Matrix;
  readonly height: number;
  readonly of: Pick<Printing, 'imprint' | 'album'>;
}) {
  const { says, ink } = imprint;
  const fill = screenInk(ink);
  const { size, lines, dark, points, wrong, picture } = setting;
  const [family, weight] = FAMILIES[says.kind === 'text' ? says.font : 'mono'];
  return (
    <g transform={upwards(compose(setting.toPage, toSide), height)} fill={fill}>
      {picture && <Shown picture={picture} size={size} of={of} />}
      {((says.kind === 'code' && says.light) || wrong !== null) && (
        <rect
          y={-size.height}
          width={size.width}
          height={size.height}
          fill={wrong === null ? '#fff' : 'none'}
          stroke={wrong === null ? 'none' : '#a03020'}
          strokeDasharray="1 1"
          strokeWidth={0.3}
        />
      )}
      {dark.length > 0 && (
        <path
          shapeRendering="crispEdges"
          d={dark.map((r) => `M${r.x} ${-r.y - r.height}h${r.width}v${r.height}h${-r.width}z`).join('')}
        />
      )}
      {lines.map((l, i) => (
        <text
          key={i}
          x={l.x}
          y={-l.y}
          fontSize={(points * 25.4) / 72}
          fontFamily={family}
          fontWeight={weight}
          textLength={l.width}
          lengthAdjust="spacingAndGlyphs"
          style={{ fontKerning: 'none', fontVariantLigatures: 'none', whiteSpace: 'pre' }}
        >
          {l.text}
        </text>
      ))}
    </g>
  );
}

/** What is put on the pages of a side, as it prints. */
export function Stamps({
  pages,
  of,
  height,
}: {
  readonly pages: readonly Stamped[];
  readonly of: Printing;
  readonly height: number;
}) {
  const records = of.table ? pages.flatMap((p) => p.stamps.map((s) => s.record)) : [];
  const row = useRows(of.imprint.table?.sha256, records);
  const coder = useCoder(of.imprint.prints);
  return (
    <g data-stamps aria-hidden>
      {pages.flatMap(({ key, stamps, size, toSide }) =>
        stamps.map((stamp, i) => {
          const set = settingOf(stamp, of, size, row(stamp.record), coder);
          return (
            set && (
              <Inked key={`${key} ${i}`} setting={set.setting} stamp={stamp} toSide={toSide} height={height} of={of} />
            )
          );
        }),
      )}
    </g>
  );
}
