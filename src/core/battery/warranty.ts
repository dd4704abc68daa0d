/** What knows until when it is under warranty, or that nobody said. */
interface HasWarranty {
  readonly warrantyTo?: string | null;
}

const MS_PER_DAY = 86_400_000;

/** Whether a moment lies within a battery’s warranty: up to the end of its last day, in UTC. */
export function isUnderWarranty({ warrantyTo }: HasWarranty, atMs: number): boolean {
  return warrantyTo != null && atMs < Date.parse(warrantyTo) + MS_PER_DAY;
}
