import { Barcode, Hash, Image, QrCode, Type } from 'lucide-react';
import { fieldsOf, type Counter, type Imprint } from '../../../core';

/** What an imprint is, as a small picture. */
export function KindIcon({
  print: { says, text },
  counters,
}: {
  readonly print: Imprint;
  readonly counters: readonly Counter[];
}) {
  const counts = fieldsOf(text).some((f) => counters.some((c) => c.name === f));
  const Icon =
    says.kind === 'picture'
      ? Image
      : says.kind === 'code'
        ? says.symbology === 'qr' || says.symbology === 'data-matrix'
          ? QrCode
          : Barcode
        : counts
          ? Hash
          : Type;
  return <Icon size={14} aria-hidden className="shrink-0" />;
}
