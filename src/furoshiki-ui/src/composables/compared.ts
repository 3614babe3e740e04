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

/** The point that is nearest to another in the direction of an arrow key; nothing for another key, or where none lies there. */
export function nearestTowards<T extends { x: number; y: number }>(key: string, from: T, all: T[]) {
  const [right, down] =
    { ArrowRight: [1, 0], ArrowLeft: [-1, 0], ArrowDown: [0, 1], ArrowUp: [0, -1] }[key] ?? []
  if (right === undefined || down === undefined) return undefined
  let nearest: { point: T; away: number } | undefined
  for (const point of all) {
    const [x, y] = [point.x - from.x, point.y - from.y]
    const ahead = x * right + y * down
    const aside = Math.abs(x * down - y * right)
    // What lies more to the side is another key's; of points at one place the next in order is the next on the way.
    const isAhead =
      ahead > 0 ? aside <= ahead : ahead === 0 && aside === 0 && isAfter(point, from, all, right + down)
    const away = Math.hypot(x, y)
    if (isAhead && (!nearest || away < nearest.away)) nearest = { point, away }
  }
  return nearest?.point
}

const isAfter = <T>(point: T, from: T, all: T[], way: number) =>
  (all.indexOf(point) - all.indexOf(from)) * way > 0
