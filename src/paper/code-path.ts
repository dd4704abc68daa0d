import bwipjs from 'bwip-js/node';
import type { LabelCode } from '@/core/report/battery-tag';

/** A scannable code as one outline in modules: its width and height without the quiet zone around it. */
export interface CodePath {
  readonly d: string;
  readonly width: number;
  readonly height: number;
}

/** Modules that a bar code is high, so that it can be scanned at a slant. */
const BAR_HEIGHT = 22;

/** Draws a text as a square code (QR, error correction M) or as bars (Code 128). */
export function codePath(text: string, code: LabelCode): CodePath {
  return code === 'square' ? squareCode(text) : barCode(text);
}

function squareCode(text: string): CodePath {
  const [symbol] = bwipjs.raw('qrcode', text, 'eclevel=M');
  if (!symbol || !('pixs' in symbol)) throw new Error('a square code must come as modules');
  const { pixs, pixx, pixy } = symbol;
  let d = '';
  for (let y = 0; y < pixy; y++) {
    for (let x = 0; x < pixx; x++) if (pixs[y * pixx + x]) d += `M${x} ${y}h1v1h-1z`;
  }
  return { d, width: pixx, height: pixy };
}

function barCode(text: string): CodePath {
  const [symbol] = bwipjs.raw('code128', text, '');
  if (!symbol || !('sbs' in symbol)) throw new Error('a bar code must come as widths');
  let at = 0;
  let d = '';
  symbol.sbs.forEach((width, index) => {
    if (index % 2 === 0) d += `M${at} 0h${width}v${BAR_HEIGHT}h-${width}z`;
    at += width;
  });
  return { d, width: at, height: BAR_HEIGHT };
}

/** True for a tag that bars can carry: the older line scanners know the letters of a typewriter only. */
export function fitsBars(text: string): boolean {
  return /^[\x20-\x7e]{1,48}$/.test(text);
}
