import { useEffect, useMemo, useState } from 'react';
import { ChevronLeft, ChevronRight, Undo2 } from 'lucide-react';
import { artworkSize, nameSize, pageRanges, plan, type Artwork, type PagePair } from '../../../core';
import { Button } from '../../../ui/Button';
import { pictureUrl } from '../../../ui/client';
import { Dialog } from '../../../ui/Dialog';
import { Meter } from '../../../ui/Meter';
import { useUnit } from '../../../ui/unit';
import { useJob, useJobStore } from '../context';
import { differences, type Part, type Pixels } from './differences';
import { MOST_COMPARED, useComparison, WIDTH } from './useComparison';

interface FileOf {
  readonly name: string;
  readonly sha256: string;
}

/** What a file changed that took another's place: counts, and its pages beside the former ones. */
export function Compare({ former, onClose }: { readonly former: FileOf; readonly onClose: () => void }) {
  const { file, artwork } = useJob(({ docket, artwork }) => ({ file: docket.artwork.file, artwork }));
  const after = file.sha256 ?? '';
  const { found, problem, again } = useComparison(former.sha256, after, artwork.pages.length);
  const differing = found?.pairs?.filter((p) => !p.same) ?? [];
  return (
    <Dialog title="What the new file changes" open onClose={onClose} wide>
      <p className="mb-2 text-sm text-ink-soft">
        {former.name} → {file.name}
      </p>
      {found && <Counts former={found.former} />}
      {problem !== null ? (
        <p className="my-2 flex items-center gap-3 text-sm text-brick" role="alert">
          The pages could not be compared. {problem}
          <Button small onPress={again}>
            Compare again
          </Button>
        </p>
      ) : !found?.pairs ? (
        <Meter label="Pages compared" done={found?.done ?? 0} total={found?.total ?? 1} />
      ) : (
        <>
          <p className="my-2 text-[0.95rem] font-semibold" role="status">
            {saidOf(differing)}
            {Math.max(found.former.pages.length, artwork.pages.length) > MOST_COMPARED &&
              ` The first ${MOST_COMPARED} pages were compared.`}
          </p>
          {differing.length > 0 && (
            <Beside
              pairs={differing}
              before={{ sha256: former.sha256, artwork: found.former }}
              after={{ sha256: after, artwork }}
            />
          )}
        </>
      )}
      <Foot onClose={onClose} />
    </Dialog>
  );
}

/** `Pages 3–4 differ; page 7 is new; page 9 is gone.` */
function saidOf(pairs: readonly PagePair[]): string {
  const changed = pairs.flatMap((p) => (p.before && p.after ? [p.after] : []));
  const made = pairs.flatMap((p) => (p.before ? [] : [p.after!]));
  const gone = pairs.flatMap((p) => (p.after ? [] : [p.before!]));
  const say = (list: readonly number[], one: string, many: string): string[] =>
    list.length === 0
      ? []
      : [`${list.length === 1 ? 'page' : 'pages'} ${pageRanges(list)} ${list.length === 1 ? one : many}`];
  const said = [
    ...say(changed, 'differs', 'differ'),
    ...say(made, 'is new', 'are new'),
    ...say(gone, 'of the former is gone', 'of the former are gone'),
  ].join('; ');
  return said ? `${said[0]!.toUpperCase()}${said.slice(1)}.` : 'All pages look the same.';
}

/** Counts before and after, those that changed in bold. */
function Counts({ former }: { readonly former: Artwork }) {
  const { docket, artwork, now } = useJob(({ docket, artwork, plan }) => ({ docket, artwork, now: plan }));
  const { unit } = useUnit();
  const before = useMemo(
    () => plan(docket, { ...former, ...(artwork.more ? { more: artwork.more } : {}) }),
    [docket, former, artwork.more],
  );
  const { box } = docket.artwork;
  const rows = [
    ['Pages', String(former.pages.length), String(artwork.pages.length)],
    ['Sheets a copy', String(before.sheets.length), String(now.sheets.length)],
    ['Size', nameSize(artworkSize(former, box), unit), nameSize(artworkSize(artwork, box), unit)],
    ...(before.product.kind === 'bound' && now.product.kind === 'bound'
      ? [['Blanks', String(before.product.blanks), String(now.product.blanks)] as const]
      : []),
  ] as const;
  return (
    <dl className="flex flex-wrap gap-x-8 gap-y-1 text-sm">
      {rows.map(([what, was, is]) => (
        <div key={what} className="flex gap-2">
          <dt className="text-ink-soft">{what}</dt>
          <dd className={was === is ? 'num' : 'num font-semibold text-rust'}>{was === is ? was : `${was} → ${is}`}</dd>
        </div>
      ))}
    </dl>
  );
}

interface Looked {
  readonly sha256: string;
  readonly artwork: Artwork;
}

/** A page before and after, side by side, what differs marked; the arrow keys lead to the next that differs. */
function Beside({
  pairs,
  before,
  after,
}: {
  readonly pairs: readonly PagePair[];
  readonly before: Looked;
  readonly after: Looked;
}) {
  const [at, setAt] = useState(0);
  const step = (by: number): void => setAt((i) => Math.min(pairs.length - 1, Math.max(0, i + by)));
  useEffect(() => {
    const key = (e: KeyboardEvent): void => {
      if (e.key === 'ArrowRight') step(1);
      else if (e.key === 'ArrowLeft') step(-1);
      else return;
      e.preventDefault();
    };
    window.addEventListener('keydown', key);
    return () => window.removeEventListener('keydown', key);
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [pairs.length]);
  const pair = pairs[Math.min(at, pairs.length - 1)]!;
  const urls = {
    before: pair.before === null ? null : pictureUrl(before.sha256, pair.before, WIDTH),
    after: pair.after === null ? null : pictureUrl(after.sha256, pair.after, WIDTH),
  };
  const parts = useDifferences(urls.before, urls.after);
  return (
    <>
      <div className="flex items-center gap-2 text-sm">
        <Button small aria-label="Difference before" isDisabled={at === 0} onPress={() => step(-1)}>
          <ChevronLeft size={16} aria-hidden />
        </Button>
        <span className="num">
          {at + 1} of {pairs.length}
        </span>
        <Button small aria-label="Difference after" isDisabled={at >= pairs.length - 1} onPress={() => step(1)}>
          <ChevronRight size={16} aria-hidden />
        </Button>
        <span className="text-ink-soft">
          {parts && parts.length > 0 ? `${parts.length} ${parts.length === 1 ? 'place' : 'places'} marked` : ''}
        </span>
      </div>
      <div className="mt-2 grid grid-cols-2 gap-3">
        <PageOf label="Former" page={pair.before} of={before.artwork} url={urls.before} parts={parts} />
        <PageOf label="New" page={pair.after} of={after.artwork} url={urls.after} parts={parts} />
      </div>
    </>
  );
}

function PageOf({
  label,
  page,
  of,
  url,
  parts,
}: {
  readonly label: string;
  readonly page: number | null;
  readonly of: Artwork;
  readonly url: string | null;
  readonly parts: readonly Part[] | null;
}) {
  const media = page === null ? undefined : of.pages[page - 1]?.media;
  const shape = media ? media.width / media.height : 1;
  return (
    <figure className="min-w-0">
      <figcaption className="mb-1 text-sm">
        <span className="text-ink-soft">{label}</span> {page === null ? 'has no such page' : `page ${page}`}
      </figcaption>
      <div className="grid h-[50vh] place-items-center bg-glass p-2">
        {url && (
          <div className="relative" style={{ width: `min(100%, calc(47vh * ${shape}))`, aspectRatio: shape }}>
            <img src={url} alt={`${label}, page ${page}`} className="h-full w-full border border-ink/30 bg-paper" />
            {parts?.map((p, i) => (
              <span
                key={i}
                data-differs
                className="absolute border-2 border-rust bg-rust/10"
                style={{
                  left: `${100 * p.x}%`,
                  top: `${100 * p.y}%`,
                  width: `${100 * p.width}%`,
                  height: `${100 * p.height}%`,
                }}
              />
            ))}
          </div>
        )}
      </div>
    </figure>
  );
}

/** Where two pictures differ; null until it is known, or where there is only one. */
function useDifferences(before: string | null, after: string | null): readonly Part[] | null {
  const [found, setFound] = useState<{ readonly of: string; readonly parts: readonly Part[] } | null>(null);
  const key = `${before} ${after}`;
  useEffect(() => {
    if (!before || !after) return;
    let gone = false;
    Promise.all([pixelsOf(before), pixelsOf(after)]).then(
      ([a, b]) => !gone && setFound({ of: key, parts: differences(a, b) }),
      () => undefined,
    );
    return () => {
      gone = true;
    };
  }, [before, after, key]);
  return found?.of === key && before && after ? found.parts : null;
}

async function pixelsOf(url: string): Promise<Pixels> {
  const bitmap = await createImageBitmap(await (await fetch(url)).blob());
  const { width, height } = bitmap;
  const canvas = new OffscreenCanvas(width, height);
  const pen = canvas.getContext('2d')!;
  pen.drawImage(bitmap, 0, 0);
  return { width, height, data: pen.getImageData(0, 0, width, height).data };
}

/** Keep it, or go back: the swap is the last change, and undone as one. */
function Foot({ onClose }: { readonly onClose: () => void }) {
  const { undo } = useJob((s) => s.saved);
  const store = useJobStore();
  const back = undo?.startsWith('artwork swapped') ?? false;
  return (
    <div className="mt-3 flex gap-2">
      <Button kind="next" onPress={onClose}>
        Keep the new file
      </Button>
      {back && (
        <Button
          onPress={() => {
            onClose();
            void store.getState().step('undo');
          }}
        >
          <Undo2 size={14} aria-hidden /> Take the former back
        </Button>
      )}
    </div>
  );
}
