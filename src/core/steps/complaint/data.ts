import { oneOf, readingOf } from '../shape';
import { SYMPTOMS } from './plans';

export const COMPLAINT_READINGS = {
  complaint: readingOf('run', { symptom: oneOf(SYMPTOMS, 'complaint') }),
} as const;
