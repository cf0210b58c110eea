import { useEffect } from 'react';
import type { Artwork, Plan, SideName } from '../../../core';
import { fetchAhead } from '../../../ui/client';
import { sharpPictures } from './pictures';

/** How long a sheet is looked at before its neighbours are thought of, ms: going through quickly asks for none of them. */
const SETTLED = 120;

/** Has the pictures of the sheet's other side and of the sheets after and before drawn and fetched before they are asked for. */
export function useNeighbours(
  plan: Plan,
  at: number,
  turned: boolean,
  artwork: Artwork,
  files: readonly string[],
  scale: number,
): void {
  useEffect(() => {
    if (scale === 0) return;
    const given = new AbortController();
    const timer = setTimeout(() => {
      const up: SideName = turned ? 'back' : 'front';
      const under: SideName = turned ? 'front' : 'back';
      const { sheets } = plan;
      const near = [at + 1, at - 1].filter((i) => i >= 0 && i < sheets.length).map((i) => sheets.at(i));
      // who goes through the sheets comes to the next before turning this one over
      const sides = [
        ...near.slice(0, 1).map((sheet) => [sheet, up] as const),
        [sheets.at(at), under] as const,
        ...near.flatMap((sheet) => [[sheet, up] as const, [sheet, under] as const]),
      ];
      const urls = sharpPictures(sides, artwork, files, scale);
      void fetchAhead(urls, given.signal);
    }, SETTLED);
    return () => {
      clearTimeout(timer);
      given.abort();
    };
  }, [plan, at, turned, artwork, files, scale]);
}
