import 'server-only';
import type { CopyRecord } from '@/core/exchange/copies';
import { copiesBeside } from '@/server/copies';
import { callerHere } from './context';
import { settings } from './settings';

const NAMED = 3;

/**
 * The newest copies while the store cannot be opened, for whoever sits at this machine: they can put one back. Nobody else is
 * told what lies on it.
 */
export async function copiesWhileShut(): Promise<CopyRecord[]> {
  const { isOpen, role } = await callerHere();
  const { databaseUrl } = settings();
  if (!isOpen || role !== 'lead' || !databaseUrl.startsWith('file:')) return [];
  return (await copiesBeside(settings(), databaseUrl.slice('file:'.length))).slice(0, NAMED);
}
