import { useState } from 'react';
import type { WorkedPage } from '../../../core';
import { pictureUrl } from '../../../ui/client';
import { usePageFile } from './plates';
import { useRoom } from '../room';
import { pictureWidth } from '../table/geometry';

/** Round the page as it is drawn, px. */
const MARGIN = 24;

/** A page as the file has it, and as it is printed, with a line between them that is moved across. */
export function BeforeAfter({
  facts: { media },
  file,
  page,
}: {
  readonly facts: WorkedPage;
  readonly file: number;
  readonly page: number;
}) {
  const { own, ready } = usePageFile(file);
  const [room, { width, height }] = useRoom();
  const [at, move] = useState(50);
  const scale = Math.max(0.05, Math.min((width - 2 * MARGIN) / media.width, (height - 2 * MARGIN - 40) / media.height));
  const [wide, high] = [media.width * scale, media.height * scale];
  const picture = (of: string): string => pictureUrl(of, page, pictureWidth(2 * wide));
  if (own === ready)
    return (
      <p className="flex-1 bg-glass-deep p-6">
        Nothing is done to what is on the pages: they are printed as the file has them. Inks and thin lines are set in
        the Artwork station.
      </p>
    );
  return (
    <div ref={room} className="min-h-0 min-w-0 flex-1 overflow-hidden bg-glass-deep max-[1000px]:min-h-96">
      <div className="relative mx-auto bg-paper" style={{ width: wide, height: high, top: MARGIN }}>
        <img src={picture(own)} alt={`Page ${page} as in the file`} className="absolute size-full" />
        <img
          src={picture(ready)}
          alt={`Page ${page} as it is printed`}
          className="absolute size-full"
          style={{ clipPath: `inset(0 0 0 ${at}%)` }}
        />
        <span aria-hidden className="absolute inset-y-0 w-0.5 bg-rust" style={{ left: `${at}%` }} />
      </div>
      <label className="mx-auto block text-sm" style={{ width: wide, marginTop: MARGIN + 6 }}>
        <input
          type="range"
          min={0}
          max={100}
          value={at}
          aria-label="Before on the left, after on the right"
          onChange={(e) => move(Number(e.target.value))}
          className="block w-full accent-rust"
        />
        <span className="flex justify-between">
          <span>In the file</span>
          <span>Printed</span>
        </span>
      </label>
    </div>
  );
}
