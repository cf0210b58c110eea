import type { Setting, Stamp } from '../../../core';
import { useJob } from '../context';
import { printingOf } from '../stamps/printing';
import { useCoder, useRows } from '../stamps/rows';
import { settingOf } from '../stamps/Stamps';

/** An imprint as it stands on the page that is looked at. */
export interface Standing {
  readonly at: number;
  readonly stamp: Stamp;
  readonly setting: Setting;
  readonly words: string;
}

/** The imprints of a place, set. */
export function useStanding(place: number): { readonly all: readonly Standing[]; readonly waiting: boolean } {
  const docket = useJob((s) => s.docket);
  const artwork = useJob((s) => s.artwork);
  const content = useJob((s) => s.plan.content);
  const { stamps = [] } = content.at(place);
  const row = useRows(
    docket.imprint.table?.sha256,
    stamps.map((s) => s.record),
  );
  const coder = useCoder(docket.imprint.prints);
  const printing = printingOf(docket.imprint, artwork, docket.sheet.machine.dpi);
  let waiting = false;
  const all = stamps.flatMap((stamp): Standing[] => {
    // what is mirrored for a transfer is placed as it will be read
    const upright = { ...stamp, mirrored: false };
    const set = printing && settingOf(upright, printing, docket.product.finished, row(stamp.record), coder);
    waiting ||= row(stamp.record) === undefined;
    return set ? [{ at: docket.imprint.prints.indexOf(stamp.imprint), stamp: upright, ...set }] : [];
  });
  return { all, waiting };
}
