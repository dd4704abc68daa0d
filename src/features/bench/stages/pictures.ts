import dynamic from 'next/dynamic';
import { LATER_PARTS } from '../later-parts';

// The drawings bring their scales along; they follow the stage by a moment, so that it can take a reading at once.
export const ChargeScale = dynamic(LATER_PARTS.chargeScale);
export const DischargePicture = dynamic(LATER_PARTS.dischargePicture);
export const LoadPicture = dynamic(LATER_PARTS.loadPicture);
