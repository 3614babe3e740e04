import type { Schemas } from '@/api/client'

/** The kinds of the parts of a look that a comparison shows to differ from the first, or that only it has. */
export const partsThatDiffer = (comparison: Schemas['ComparisonView'], at: number) =>
  comparison.rows
    .filter((row) => ['Differs', 'Alone'].includes(row.cells[at]?.state ?? ''))
    .map((row) => row.kind)
