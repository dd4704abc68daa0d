import 'server-only';
import { StoreFault } from '@/store/fault';
import { theStore } from './store';

/** Opens the store; a fault is told in one line and tried again with the next request. */
export async function openAtStart(): Promise<void> {
  try {
    await theStore();
  } catch (error) {
    if (!(error instanceof StoreFault)) throw error;
    console.error(`Integra: ${error.message}`);
  }
}
