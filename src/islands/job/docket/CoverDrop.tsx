import { useState } from 'react';
import { FileTrigger } from 'react-aria-components';
import { BookUp } from 'lucide-react';
import { coverPatch, isKind } from '../../../core';
import { Button } from '../../../ui/Button';
import { cx } from '../../../ui/cx';
import { ARTWORK_TYPES } from '../../../ui/upload';
import { useJobStore } from '../context';
import { ArrivingMeter, useAddFile } from '../files';

/** Takes a file as the job's cover, in one step: dropped here, or chosen. */
export function CoverDrop() {
  const store = useJobStore();
  const { add, onItsWay } = useAddFile();
  const [over, setOver] = useState(false);
  const take = async (it: File | undefined): Promise<void> => {
    if (!it || onItsWay) return;
    const file = await add(it);
    if (file === null) return;
    const { docket, artwork, shop, change } = store.getState();
    if (isKind(docket, 'bound')) change(coverPatch(docket, artwork, file, shop), `cover from ${it.name}`);
  };
  return (
    <div
      role="group"
      aria-label="A file for the cover"
      onDragOver={(e) => {
        e.preventDefault();
        setOver(true);
      }}
      onDragLeave={() => setOver(false)}
      onDrop={(e) => {
        e.preventDefault();
        setOver(false);
        void take(e.dataTransfer.files[0]);
      }}
      className={cx(
        'mt-1 flex flex-wrap items-center gap-2 border border-dashed px-2 py-1 text-sm',
        over ? 'border-rust bg-oat' : 'border-ink/40',
      )}
    >
      <span className="flex-1 text-ink-soft">Drop the cover’s file here</span>
      <FileTrigger acceptedFileTypes={[...ARTWORK_TYPES]} onSelect={(l) => void take(l?.[0])}>
        <Button small isDisabled={onItsWay !== null}>
          <BookUp size={14} aria-hidden /> Choose
        </Button>
      </FileTrigger>
      <ArrivingMeter onItsWay={onItsWay} label="The cover’s file arriving" />
    </div>
  );
}
