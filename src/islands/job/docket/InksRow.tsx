import { inksListed, inksWritten, readInks } from '../../../core';
import { Button } from '../../../ui/Button';
import { Entry, Row } from '../../../ui/fields';
import { useJob } from '../context';

/** The inks of front and back, typed as the trade writes them; where nobody says, a digital press prints what comes. */
export function InksRow() {
  const { inks, change } = useJob(({ docket, change }) => ({ inks: docket.sheet.inks, change }));
  return (
    <Row label="Inks" hint={inks ? inksListed(inks) : 'as the artwork comes; type 4/0, 1/1 or 4 + Gold/1 for a press'}>
      <span className="flex items-center gap-1">
        <Entry
          label="Inks, front and back"
          shown={inks ? inksWritten(inks) : ''}
          take={(text) => {
            const now = text.trim() === '' ? null : readInks(text);
            change({ sheet: { inks: now } }, now ? `inks ${inksWritten(now)}` : 'inks as the artwork comes');
          }}
        />
        {inks && (
          <Button small kind="quiet" onPress={() => change({ sheet: { inks: null } }, 'inks as the artwork comes')}>
            As it comes
          </Button>
        )}
      </span>
    </Row>
  );
}
