import {
  BarcodeFormat,
  BinaryBitmap,
  DecodeHintType,
  HybridBinarizer,
  MultiFormatReader,
  NotFoundException,
  RGBLuminanceSource,
} from '@zxing/library';

/** The codes that labels and slips carry. */
const FORMATS = [BarcodeFormat.QR_CODE, BarcodeFormat.CODE_128];

const reader = new MultiFormatReader();
reader.setHints(
  new Map<DecodeHintType, unknown>([
    [DecodeHintType.POSSIBLE_FORMATS, FORMATS],
    [DecodeHintType.TRY_HARDER, true],
  ]),
);

/** Pixels of a picture: four bytes each, row by row, as a canvas gives them. */
export interface Pixels {
  readonly data: Uint8ClampedArray;
  readonly width: number;
  readonly height: number;
}

/** The text of the code in a picture; null where there is none that can be read. */
export function readCode({ data, width, height }: Pixels): string | null {
  const grey = new Uint8ClampedArray(width * height);
  for (let pixel = 0; pixel < grey.length; pixel++) {
    const at = 4 * pixel;
    // Green weighs most, as it does to the eye; the reader only needs dark against light.
    grey[pixel] = ((data[at] ?? 0) + 2 * (data[at + 1] ?? 0) + (data[at + 2] ?? 0)) >> 2;
  }
  try {
    const bitmap = new BinaryBitmap(new HybridBinarizer(new RGBLuminanceSource(grey, width, height)));
    return reader.decodeWithState(bitmap).getText();
  } catch (error) {
    // A picture without a code, or with one that is torn, is no fault: the next one may have it.
    if (error instanceof NotFoundException || isUnreadable(error)) return null;
    throw error;
  } finally {
    reader.reset();
  }
}

const isUnreadable = (error: unknown) =>
  error instanceof Error && /^(Checksum|Format)Exception$/.test(error.constructor.name);
