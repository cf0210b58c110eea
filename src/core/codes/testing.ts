import {
  BinaryBitmap,
  Code128Reader,
  Code39Reader,
  DataMatrixReader,
  BarcodeFormat,
  DecodeHintType,
  EAN13Reader,
  HybridBinarizer,
  ITFReader,
  MultiFormatOneDReader,
  QRCodeReader,
  RGBLuminanceSource,
  type Reader,
} from '@zxing/library';
import type { Symbology } from '../docket';

const among = (format: BarcodeFormat): Reader =>
  new MultiFormatOneDReader(new Map([[DecodeHintType.POSSIBLE_FORMATS, [format]]]));

const READERS: { readonly [S in Symbology]: () => Reader } = {
  'code-128': () => new Code128Reader(),
  'code-39': () => new Code39Reader(),
  itf: () => new ITFReader(),
  'ean-13': () => new EAN13Reader(),
  'ean-8': () => among(BarcodeFormat.EAN_8),
  'upc-a': () => among(BarcodeFormat.UPC_A),
  qr: () => new QRCodeReader(),
  'data-matrix': () => new DataMatrixReader(),
};

/** What a code says in a grey picture of it, read by a decoder that is not ours. @throws where it reads none */
export function decode(symbology: Symbology, grey: Uint8ClampedArray, width: number, height: number): string {
  const picture = new BinaryBitmap(new HybridBinarizer(new RGBLuminanceSource(grey, width, height)));
  return READERS[symbology]()
    .decode(picture, new Map([[DecodeHintType.TRY_HARDER, true]]))
    .getText();
}
