import { later } from '@/ui/later';

/** The ledger comes as soon as the Bench is open: it is read before anybody opens something in it. Imported here only. */
export const laterLedger = later(() => import('./ledger').then((ledger) => ledger.Ledger));
