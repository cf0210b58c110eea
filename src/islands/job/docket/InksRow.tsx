import { inksListed } from '../../../core';
import { Button } from '../../../ui/Button';
import { Row } from '../../../ui/fields';
import { useJob } from '../context';
import { InksEntry } from '../inks';

/** The inks of front and back; where nobody says, a digital press prints what comes. */
export function InksRow() {
  const { inks, change } = useJob(({ docket, change }) => ({ inks: docket.sheet.inks, change }));
  return (
    <Row label="Inks" hint={inks ? inksListed(inks) : 'as the artwork comes; type 4/0, 1/1 or 4 + Gold/1 for a press'}>
      <span className="flex items-center gap-1">
        <InksEntry />
        {inks && (
          <Button small kind="quiet" onPress={() => change({ sheet: { inks: null } }, 'inks as the artwork comes')}>
            As it comes
          </Button>
        )}
      </span>
    </Row>
  );
}
