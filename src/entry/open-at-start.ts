import 'server-only';
import { isStoreFault } from '@/store/fault';
import { processLog } from './log';
import { theStore } from './store';

/** Opens the store; a fault is told in one line and tried again with the next request. */
export async function openAtStart(): Promise<void> {
  try {
    await theStore();
  } catch (error) {
    if (!isStoreFault(error)) throw error;
    processLog.error(`Integra: ${error.message}`);
  }
}
