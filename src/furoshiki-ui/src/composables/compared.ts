import type { Schemas } from '@/api/client'

/** What people call a look that is compared, with which one of that name it is. */
export const nameOf = (side: Schemas['SideView']) => `${side.name}, ${side.caption}`

/** Whether a cell has something other than the first look's. */
export const isOther = (cell?: Schemas['CellView']) => cell?.state === 'Differs' || cell?.state === 'Alone'

/** The kinds of the parts of a look that a comparison shows to differ from the first, or that only it has. */
export const partsThatDiffer = (comparison: Schemas['ComparisonView'], at: number) =>
  comparison.rows.filter((row) => isOther(row.cells[at])).map((row) => row.kind)

/** How far looks are apart, in %. */
export const percent = (share: number) => `${Math.round(share * 100)}\u00a0%`

/** How much of a whole look a part makes, in %; more than nothing is never said to be nothing. */
export function pointsOf(part: Schemas['PartApartView']) {
  const all = part.apart * part.weight
  return all < 0.1 ? 'under 0.1' : all.toFixed(1)
}
