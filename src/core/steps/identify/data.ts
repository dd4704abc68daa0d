import { Type } from '@sinclair/typebox';
import { readingOf } from '../shape';

export const IDENTIFY_READINGS = {
  identify: readingOf('run', { confirmed: Type.Literal(true) }),
} as const;
