import { inksWritten, readInks } from '../../core';
import { Entry } from '../../ui/fields';
import { useJob } from './context';

/** The inks of front and back, typed as the trade writes them; nothing for what a digital press prints by itself. */
export function InksEntry({ done }: { readonly done?: () => void }) {
  const { inks, change } = useJob(({ docket, change }) => ({ inks: docket.sheet.inks, change }));
  return (
    <Entry
      label="Inks, front and back"
      shown={inks ? inksWritten(inks) : ''}
      autoFocus={done !== undefined}
      take={(text) => {
        const now = text.trim() === '' ? null : readInks(text);
        change({ sheet: { inks: now } }, now ? `inks ${inksWritten(now)}` : 'inks as the artwork comes');
        done?.();
      }}
    />
  );
}
