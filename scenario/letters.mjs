// The skeletons of the letters of the demo's fonts: strokes without width, in hundredths of the height of x.

export const X = 100
export const CAP = 140
export const TALL = 150
export const DEEP = -46

/** Points on a part of an ellipse: 0 degrees is on the right, 90 above. */
function arc(x, y, rx, ry, from, to) {
  const steps = Math.max(2, Math.round(Math.abs(to - from) / 9))
  return Array.from({ length: steps + 1 }, (_, i) => {
    const angle = ((from + ((to - from) * i) / steps) * Math.PI) / 180
    return [x + rx * Math.cos(angle), y + ry * Math.sin(angle)]
  })
}

/** A stroke through points and through lists of points. */
const line = (...parts) => ({ points: parts.flatMap((part) => (Array.isArray(part[0]) ? part : [part])) })
const closed = (...parts) => ({ ...line(...parts), isClosed: true })
const ring = (x, y, rx, ry) => closed(arc(x, y, rx, ry, 0, 360).slice(0, -1))
const dot = (x, y) => ({ points: [[x, y]], isDot: true })
const stem = (x, top, bottom = 0) => line([x, top], [x, bottom])
const bar = (y, from, to) => ({ ...line([from, y], [to, y]), isBare: true })
/** The same strokes, moved. */
const moved = (strokes, dx, dy) =>
  strokes.map((stroke) => ({ ...stroke, points: stroke.points.map(([x, y]) => [x + dx, y + dy]) }))

const eight = [ring(40, 105, 33, 35), ring(40, 36, 40, 36)]
const six = [ring(40, 44, 40, 44), { ...line(arc(100, 50, 100, 95, 113, 177)), isBare: true }]

/** Each letter: how wide it is without the room at its sides, and its strokes. */
export const letters = {
  ' ': [28, []],
  a: [
    58,
    [
      line(arc(29, 70, 27, 30, 150, 0), [56, 0]),
      { ...line([56, 58], [30, 58], arc(29, 29, 29, 29, 90, 270), arc(32, 24, 24, 24, 270, 358)), isBare: true },
    ],
  ],
  b: [70, [stem(0, TALL), ring(35, 50, 35, 50)]],
  c: [64, [line(arc(36, 50, 36, 50, 42, 318))]],
  d: [70, [stem(70, TALL), ring(35, 50, 35, 50)]],
  e: [70, [line([2, 52], [70, 52], arc(36, 50, 35, 50, 4, 316))]],
  f: [40, [line(arc(42, 118, 24, 32, 70, 180), [18, 0]), bar(X, 0, 42)]],
  g: [70, [line([70, X], [70, -12], arc(36, -12, 34, 34, 0, -142)), ring(35, 50, 35, 50)]],
  h: [60, [stem(0, TALL), line(arc(30, 66, 30, 34, 172, 0), [60, 0])]],
  i: [0, [stem(0, X), dot(0, 136)]],
  j: [20, [line([18, X], [18, -14], arc(-6, -14, 24, 32, 0, -90)), dot(18, 136)]],
  k: [56, [stem(0, TALL), line([52, X], [0, 40]), line([18, 58], [56, 0])]],
  l: [16, [line([0, TALL], [0, 22], arc(20, 22, 20, 22, 180, 265))]],
  m: [96, [stem(0, X), line(arc(24, 70, 24, 30, 172, 0), [48, 0]), line(arc(72, 70, 24, 30, 172, 0), [96, 0])]],
  n: [60, [stem(0, X), line(arc(30, 66, 30, 34, 172, 0), [60, 0])]],
  o: [74, [ring(37, 50, 37, 50)]],
  p: [70, [stem(0, X, DEEP), ring(35, 50, 35, 50)]],
  q: [70, [stem(70, X, DEEP), ring(35, 50, 35, 50)]],
  r: [40, [stem(0, X), line(arc(32, 62, 32, 38, 172, 62))]],
  s: [56, [line(arc(28, 75, 26, 25, 28, 270), arc(28, 25, 28, 25, 90, -152))]],
  t: [42, [line([18, 134], [18, 24], arc(40, 24, 22, 24, 180, 275)), bar(X, 0, 42)]],
  u: [60, [line([0, X], arc(30, 34, 30, 34, 180, 352)), stem(60, X)]],
  v: [64, [line([0, X], [32, 0], [64, X])]],
  w: [96, [line([0, X], [25, 0], [48, 92], [71, 0], [96, X])]],
  x: [60, [line([0, X], [60, 0]), line([58, X], [2, 0])]],
  y: [64, [line([0, X], [33, 2]), line([64, X], [14, DEEP])]],
  z: [56, [line([2, X], [56, X], [0, 0], [58, 0])]],
  A: [96, [line([0, 0], [48, CAP], [96, 0]), bar(46, 17, 79)]],
  B: [
    82,
    [
      closed([0, CAP], [40, CAP], arc(42, 107, 33, 33, 90, -90), [0, 74]),
      closed([0, 74], [44, 74], arc(46, 37, 36, 37, 90, -90), [0, 0]),
    ],
  ],
  C: [106, [line(arc(60, 70, 60, 70, 42, 318))]],
  D: [100, [closed([0, CAP], arc(40, 70, 60, 70, 90, -90), [0, 0])]],
  E: [72, [line([70, CAP], [0, CAP], [0, 0], [72, 0]), bar(74, 0, 60)]],
  F: [70, [line([70, CAP], [0, CAP], [0, 0]), bar(70, 0, 58)]],
  G: [114, [line(arc(60, 70, 60, 70, 42, 325), [112, 66], [70, 66])]],
  H: [90, [stem(0, CAP), stem(90, CAP), bar(72, 0, 90)]],
  I: [0, [stem(0, CAP)]],
  J: [52, [line([52, CAP], [52, 36], arc(24, 36, 28, 36, 0, -150))]],
  K: [86, [stem(0, CAP), line([80, CAP], [0, 54]), line([30, 86], [86, 0])]],
  L: [66, [line([0, CAP], [0, 0], [66, 0])]],
  M: [110, [line([0, 0], [0, CAP], [55, 30], [110, CAP], [110, 0])]],
  N: [92, [line([0, 0], [0, CAP], [92, 0], [92, CAP])]],
  O: [120, [ring(60, 70, 60, 70)]],
  P: [80, [line([0, 0], [0, CAP], [40, CAP], arc(42, 102, 38, 38, 90, -90), [0, 64])]],
  Q: [120, [ring(60, 70, 60, 70), line([74, 34], [116, -8])]],
  R: [84, [line([0, 0], [0, CAP], [40, CAP], arc(42, 103, 37, 37, 90, -90), [0, 66]), line([44, 66], [84, 0])]],
  S: [82, [line(arc(41, 105, 37, 35, 28, 270), arc(41, 35, 40, 35, 90, -152))]],
  T: [92, [line([0, CAP], [92, CAP]), stem(46, CAP)]],
  U: [90, [line([0, CAP], [0, 46], arc(45, 46, 45, 46, 180, 360), [90, CAP])]],
  V: [94, [line([0, CAP], [47, 0], [94, CAP])]],
  W: [136, [line([0, CAP], [35, 0], [68, 126], [101, 0], [136, CAP])]],
  X: [88, [line([2, CAP], [88, 0]), line([86, CAP], [0, 0])]],
  Y: [90, [line([0, CAP], [45, 66], [90, CAP]), stem(45, 66)]],
  Z: [84, [line([4, CAP], [84, CAP], [0, 0], [86, 0])]],
  0: [80, [ring(40, 70, 40, 70)]],
  1: [80, [line([12, 112], [44, CAP], [44, 0])]],
  2: [80, [line(arc(40, 100, 38, 40, 165, -32), [2, 0], [80, 0])]],
  3: [80, [line(arc(36, 106, 33, 34, 150, -88), arc(38, 36, 40, 36, 86, -150))]],
  4: [80, [line([56, 0], [56, CAP], [0, 40], [82, 40])]],
  5: [80, [line([70, CAP], [12, CAP], [6, 76], arc(38, 44, 42, 44, 122, -145))]],
  6: [80, six],
  7: [80, [line([2, CAP], [80, CAP], [28, 0])]],
  8: [80, eight],
  9: [80, six.map((stroke) => ({ ...stroke, points: stroke.points.map(([x, y]) => [80 - x, CAP - y]) }))],
  '.': [0, [dot(0, 4)]],
  ',': [10, [line([8, 8], [0, -24])]],
  ':': [0, [dot(0, 4), dot(0, 84)]],
  ';': [10, [line([8, 8], [0, -24]), dot(6, 84)]],
  '!': [0, [line([0, CAP], [0, 42]), dot(0, 4)]],
  '?': [60, [line(arc(30, 108, 30, 32, 165, -60), [28, 62], [28, 42]), dot(28, 4)]],
  "'": [0, [line([0, TALL], [0, 108])]],
  '"': [30, [line([0, TALL], [0, 108]), line([30, TALL], [30, 108])]],
  '(': [26, [line(arc(60, 60, 60, 106, 122, 238))]],
  ')': [26, [line(arc(-34, 60, 60, 106, 58, -58))]],
  '[': [28, [line([28, 156], [0, 156], [0, -34], [28, -34])]],
  ']': [28, [line([0, 156], [28, 156], [28, -34], [0, -34])]],
  '{': [36, [line([36, 156], [18, 150], [18, 72], [0, 61], [18, 50], [18, -28], [36, -34])]],
  '}': [36, [line([0, 156], [18, 150], [18, 72], [36, 61], [18, 50], [18, -28], [0, -34])]],
  '<': [64, [line([64, 112], [0, 66], [64, 20])]],
  '>': [64, [line([0, 112], [64, 66], [0, 20])]],
  '/': [64, [line([64, 156], [0, -20])]],
  '\\': [64, [line([0, 156], [64, -20])]],
  '|': [0, [line([0, 164], [0, -44])]],
  '-': [44, [bar(54, 0, 44)]],
  '–': [72, [bar(54, 0, 72)]],
  '—': [120, [bar(54, 0, 120)]],
  _: [80, [bar(-30, 0, 80)]],
  '+': [76, [bar(66, 0, 76), line([38, 104], [38, 28])]],
  '=': [76, [bar(84, 0, 76), bar(48, 0, 76)]],
  '×': [60, [line([0, 96], [60, 36]), line([60, 96], [0, 36])]],
  '*': [52, [line([26, 146], [26, 90]), line([2, 132], [50, 104]), line([2, 104], [50, 132])]],
  '&': [
    100,
    [line([100, 0], [24, 96], arc(40, 112, 26, 28, 210, -20), [14, 58], arc(40, 38, 38, 38, 150, 320), [96, 70])],
  ],
  '%': [110, [ring(22, 112, 22, 28), ring(88, 28, 22, 28), line([88, CAP], [22, 0])]],
  '#': [90, [line([34, CAP], [18, 0]), line([74, CAP], [58, 0]), bar(92, 4, 90), bar(48, 0, 86)]],
  $: [82, [line(arc(41, 105, 37, 35, 28, 270), arc(41, 35, 40, 35, 90, -152)), line([41, 160], [41, -20])]],
  '@': [
    134,
    [
      line(arc(68, 54, 66, 76, -62, 340), arc(112, 40, 18, 26, 180, 330).reverse().slice(-4), [100, 84]),
      ring(68, 54, 32, 34),
    ],
  ],
  '^': [60, [line([0, 100], [30, CAP], [60, 100])]],
  '~': [76, [line(arc(20, 56, 19, 18, 180, 20), arc(56, 70, 20, 18, 200, 360))]],
  '`': [20, [line([0, 156], [20, 126])]],
  '°': [40, [ring(20, 120, 20, 22)]],
  '·': [0, [dot(0, 60)]],
  '…': [100, [dot(0, 4), dot(50, 4), dot(100, 4)]],
  '‘': [8, [line([0, 112], [8, TALL])]],
  '’': [8, [line([8, TALL], [0, 112])]],
  '“': [38, [line([0, 112], [8, TALL]), line([30, 112], [38, TALL])]],
  '”': [38, [line([8, TALL], [0, 112]), line([38, TALL], [30, 112])]],
  ß: [70, [line([0, 0], [0, 116], arc(32, 116, 32, 34, 180, -60), [34, 78], arc(34, 40, 34, 40, 80, -110))]],
  æ: [
    110,
    [
      line([2, 52], [0, 52]),
      ring(26, 28, 26, 28),
      line([54, 52], [110, 52], arc(80, 50, 30, 50, 4, 312)),
      line(arc(28, 70, 24, 30, 150, 0), [52, 20]),
    ],
  ],
  ø: [74, [ring(37, 50, 37, 50), line([72, 108], [2, -8])]],
  Ø: [120, [ring(60, 70, 60, 70), line([112, 152], [8, -12])]],
}

const marks = {
  '\u0308': [dot(-18, 0), dot(18, 0)],
  '\u0301': [line([-8, -10], [12, 14])],
  '\u0300': [line([8, -10], [-12, 14])],
  '\u0302': [line([-20, -8], [0, 14], [20, -8])],
  '\u0303': [line(arc(-12, -2, 11, 10, 180, 20), arc(10, 6, 12, 10, 200, 360))],
  '\u030a': [ring(0, 6, 13, 13)],
}
for (const letter of 'äëïöüÄÖÜáéíóúÁÉÍÓÚàèùâêîôûãñõåÅ') {
  const [base, mark] = letter.normalize('NFD')
  const isDotted = base === 'i'
  const [width, strokes] = letters[base]
  const top = base === base.toUpperCase() ? 172 : 134
  letters[letter] = [
    Math.max(width, isDotted ? 24 : 0),
    [
      ...moved(isDotted ? strokes.slice(0, 1) : strokes, isDotted ? 12 : 0, 0),
      ...moved(marks[mark], isDotted ? 12 : width / 2, top),
    ],
  ]
}
