import { recordCount, wholeNumber } from '../../../core';
import { CountField } from '../../../ui/fields';
import { useJob } from '../context';
import { useWish, type Props } from '../controls';

/** How many records there are, where no table says it. */
export function RecordsControl(props: Props) {
  const imprint = useJob((s) => s.docket.imprint);
  const table = useJob((s) => s.artwork.table);
  const wish = useWish(props);
  return (
    <CountField
      label="Records"
      value={recordCount(imprint, { table })}
      max={100_000}
      autoFocus={props.autoFocus}
      onChange={(records) => wish({ imprint: { records } }, `${wholeNumber(records)} records`)}
    />
  );
}
