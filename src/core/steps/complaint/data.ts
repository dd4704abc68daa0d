import { holding, oneOf } from '../shape';
import { SYMPTOMS } from './plans';

export const COMPLAINT_READINGS = {
  complaint: holding({ symptom: oneOf(SYMPTOMS, 'complaint') }),
} as const;
