// Makes fonts from the skeletons of their letters, with a pen.
import { createRequire } from 'node:module'
import { CAP, DEEP, TALL, X, letters } from './letters.mjs'

const opentype = createRequire(new URL('../src/furoshiki-ui/package.json', import.meta.url))('opentype.js')

const UNITS = 1000
const MADE = Date.UTC(2026, 0, 1)

/** The bytes of a font.
 * @param family what it is called.
 * @param pen `weight` of a stroke and `lying`, that of one that lies, in units of the em; `round` ends; the width of `serifs`, and which
 * letters are `slabbed` if not all are; `fixed`,
 * the width of each letter, if it is the same; how far it is made `wide`; how far it leans (`slant`); `dotted` strokes.
 */
export function font(family, style, weightClass, pen) {
  const glyphs = [new opentype.Glyph({ name: '.notdef', advanceWidth: 500, path: pathOf([box(60, 0, 440, 700)]) })]
  for (const [letter, [width, strokes]] of Object.entries(letters).sort(
    ([a], [b]) => a.codePointAt(0) - b.codePointAt(0),
  )) {
    const placed = place(width, pen)
    const outlines = strokes.flatMap((stroke) => drawn(stroke, placed, pen, letter))
    const advance = Math.round(placed.advance)
    const unicode = letter.codePointAt(0)
    glyphs.push(
      new opentype.Glyph({
        name: `uni${unicode.toString(16).toUpperCase().padStart(4, '0')}`,
        unicode,
        advanceWidth: advance,
        path: pathOf(outlines),
      }),
    )
  }
  const made = new opentype.Font({
    familyName: family,
    styleName: style,
    unitsPerEm: UNITS,
    ascender: 940,
    descender: -300,
    weightClass,
    designer: 'The Heron Ridge workshop',
    license: 'CC0-1.0',
    createdTimestamp: MADE / 1000,
    glyphs,
  })
  return Buffer.from(atOneMoment(() => made.toArrayBuffer()))
}

/** A font says when it was written, and has to be the same at every run. */
function atOneMoment(write) {
  const { getTime } = Date.prototype
  Date.prototype.getTime = () => MADE
  try {
    return write()
  } finally {
    Date.prototype.getTime = getTime
  }
}

/** Where the points of a letter's skeleton lie in the em. */
function place(width, pen) {
  const scale = pen.height / X
  const across = scale * (pen.wide ?? 1)
  const side = pen.side + pen.weight / 2
  const own = width * across + 2 * side
  const advance = pen.fixed ?? own
  // A letter that is too wide for its place is narrowed, one that is too narrow stands in its middle.
  const squeeze = pen.fixed && own > advance ? (advance - 2 * side) / (width * across) : 1
  const left = pen.fixed ? (advance - width * across * squeeze) / 2 : side
  const lean = Math.tan(((pen.slant ?? 0) * Math.PI) / 180)
  const at = ([x, y]) => {
    const up = y * scale + pen.weight / 2 - (y / CAP) * pen.weight
    return [left + x * across * squeeze + lean * up, up]
  }
  return { at, advance }
}

function drawn(stroke, { at }, pen, letter) {
  const points = stroke.points.map(at)
  if (stroke.isDot) return [disc(points[0], pen.weight * 0.66, pen.round ? 20 : 4)]
  if (pen.dotted) return dots(points, stroke.isClosed, pen)
  const outlines = stroke.isClosed ? ringOf(points, pen) : [ribbon(points, pen)]
  if (pen.round && !stroke.isClosed)
    for (const end of [points[0], points.at(-1)]) outlines.push(disc(end, pen.weight / 2, 20))
  if (pen.serifs && !stroke.isClosed && !stroke.isBare && (pen.slabbed ?? /\p{L}|1/u).test(letter))
    for (const [end, next, y] of [
      [points[0], points[1], stroke.points[0][1]],
      [points.at(-1), points.at(-2), stroke.points.at(-1)[1]],
    ])
      outlines.push(...serif(end, next, y, pen))
  return outlines
}

/** Half of how thick the pen is where it goes in a direction. */
function half([dx, dy], pen) {
  const lying = Math.abs(dx) / (Math.hypot(dx, dy) || 1)
  return (pen.weight + (pen.lying - pen.weight) * lying ** 2) / 2
}

const minus = (a, b) => [a[0] - b[0], a[1] - b[1]]
function normal(a, b) {
  const [dx, dy] = minus(b, a)
  const length = Math.hypot(dx, dy) || 1
  return [-dy / length, dx / length]
}

/** The points of a stroke moved to one side of it. */
function beside(points, isClosed, side, pen) {
  const count = points.length
  return points.flatMap((point, i) => {
    const before = isClosed || i > 0 ? points[(i + count - 1) % count] : null
    const after = isClosed || i < count - 1 ? points[(i + 1) % count] : null
    const a = before && normal(before, point)
    const b = after && normal(point, after)
    const [m, n] = [a ?? b, b ?? a]
    const [wideIn, wideOut] = [half(minus(point, before ?? point), pen), half(minus(after ?? point, point), pen)]
    const wide = before && after ? (wideIn + wideOut) / 2 : before ? wideIn : wideOut
    const sum = [m[0] + n[0], m[1] + n[1]]
    const cosine = (m[0] * n[0] + m[1] * n[1] + 1) / 2
    // At a sharp corner the outer side is cut off.
    if (cosine < 0.1) return [m, n].map((one) => [point[0] + one[0] * wide * side, point[1] + one[1] * wide * side])
    const reach = (wide * side) / (2 * cosine)
    return [[point[0] + sum[0] * reach, point[1] + sum[1] * reach]]
  })
}

const ribbon = (points, pen) =>
  turned([...beside(points, false, 1, pen), ...beside(points, false, -1, pen).reverse()], true)

function ringOf(points, pen) {
  const one = beside(points, true, 1, pen)
  const other = beside(points, true, -1, pen)
  const [outer, inner] = Math.abs(area(one)) > Math.abs(area(other)) ? [one, other] : [other, one]
  return [turned(outer, true), turned(inner, false)]
}

function dots(points, isClosed, pen) {
  const all = isClosed ? [...points, points[0]] : points
  const length = all.slice(1).reduce((sum, point, i) => sum + Math.hypot(...minus(point, all[i])), 0)
  const count = Math.max(1, Math.round(length / pen.dotted))
  const found = []
  let walked = 0
  let next = 0
  for (let i = 1; i < all.length; i++) {
    const step = minus(all[i], all[i - 1])
    const far = Math.hypot(...step)
    for (; next <= count - (isClosed ? 1 : 0) && (next * length) / count <= walked + far + 1e-6; next++) {
      const part = far ? ((next * length) / count - walked) / far : 0
      found.push(disc([all[i - 1][0] + step[0] * part, all[i - 1][1] + step[1] * part], pen.weight / 2, 12))
    }
    walked += far
  }
  return found
}

/** A slab where a standing stroke ends on a line of the script. */
function serif([x, y], next, line, pen) {
  const [dx, dy] = minus(next, [x, y])
  if (Math.abs(dx) > Math.abs(dy) * 0.75 || ![0, X, CAP, TALL, DEEP].includes(line)) return []
  const thick = pen.lying
  const [left, right] = line >= X && line !== CAP && dx === 0 ? [pen.serifs, pen.weight / 2] : [pen.serifs, pen.serifs]
  const inner = dy > 0 ? y : y - thick
  return [box(x - left, inner, x + right, inner + thick)]
}

const box = (x0, y0, x1, y1) =>
  turned(
    [
      [x0, y0],
      [x1, y0],
      [x1, y1],
      [x0, y1],
    ],
    true,
  )

function disc([x, y], radius, corners) {
  const turn = corners === 4 ? Math.PI / 4 : 0
  const reach = corners === 4 ? radius * 1.25 : radius
  return turned(
    Array.from({ length: corners }, (_, i) => {
      const angle = turn + (2 * Math.PI * i) / corners
      return [x + reach * Math.cos(angle), y + reach * Math.sin(angle)]
    }),
    true,
  )
}

const area = (points) =>
  points.reduce((sum, [x, y], i) => {
    const [nx, ny] = points[(i + 1) % points.length]
    return sum + x * ny - nx * y
  }, 0) / 2

/** An outline that goes round in one direction, or in the other. */
const turned = (points, isLeft) => (area(points) > 0 === isLeft ? points : [...points].reverse())

function pathOf(outlines) {
  const path = new opentype.Path()
  for (const outline of outlines) {
    outline.forEach(([x, y], i) => (i === 0 ? path.moveTo : path.lineTo).call(path, Math.round(x), Math.round(y)))
    path.close()
  }
  return path
}
