/** A point of a map that is one wide and one high. */
interface Point {
  x: number
  y: number
}

/** The point that is nearest to another in the direction of an arrow key; nothing for another key, or where none lies there. */
export function nearestTowards<T extends Point>(key: string, from: T, all: T[]) {
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

/** About what a point, a letter of a name, the gap before it and a line of names take of the map. */
const POINT = 0.03
const LETTER = 0.021
const GAP = 0.04
const LINE = 0.05

interface Box {
  left: number
  right: number
  middle: number
}
const boxOf = (at: Point, width: number, aside = 0): Box => ({
  left: at.x + aside - width / 2,
  right: at.x + aside + width / 2,
  middle: at.y,
})
const overlap = (one: Box, other: Box) =>
  one.left < other.right && other.left < one.right && Math.abs(one.middle - other.middle) < LINE

/** On which side of its point the name of each has room beside all other points and names; what has none is not in it. */
export function sidesOfNames<T extends Point & { name: string }>(points: T[], others: Point[]) {
  const taken = [...points, ...others].map((one) => boxOf(one, POINT))
  const sides = new Map<T, 'after' | 'before'>()
  for (const one of points) {
    const length = one.name.length * LETTER
    const own = boxOf(one, POINT)
    const room = (['after', 'before'] as const)
      .map((side) => ({ side, box: boxOf(one, length, (side === 'after' ? 1 : -1) * (GAP + length / 2)) }))
      .find(
        ({ box }) =>
          box.left > -GAP &&
          box.right < 1 + GAP &&
          !taken.some((other) => overlap(other, box) && !overlap(other, own)),
      )
    if (!room) continue
    sides.set(one, room.side)
    taken.push(room.box)
  }
  return sides
}
