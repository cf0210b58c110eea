import { Suspense } from 'react';
import { fetched } from '../../../ui/fetched';
import type { Printing } from './printing';
import type { Stamped } from './Stamps';

/** Most jobs have no imprints: what draws them is fetched when one has. */
const stamps = fetched(async () => (await import('./Stamps')).Stamps);

/** What is put on some pages, where anything is. @param height of the surface that is drawn, mm */
export function OnPages({
  pages,
  of,
  height,
}: {
  readonly pages: readonly Stamped[];
  readonly of: Printing | null;
  readonly height: number;
}) {
  const some = pages.filter((p) => p.stamps.length > 0);
  if (!of || some.length === 0) return null;
  return (
    <Suspense fallback={null}>
      <stamps.View pages={some} of={of} height={height} />
    </Suspense>
  );
}
