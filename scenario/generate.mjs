// Draws the demo's assets: wallpapers, icon, cursor and sound sets, themes, widgets and colour sets of the Dome console.
// Usage: node scenario/generate.mjs [--check]   With --check it writes nothing and fails if a file is not what it would write.
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs'
import { dirname, join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { font } from './fonts.mjs'

const root = join(dirname(fileURLToPath(import.meta.url)), 'dome-console')
const share = 'home/.local/share'
const files = new Map()
const put = (path, text) => files.set(path, Buffer.from(text.trim() + '\n'))
const putBytes = (path, bytes) => files.set(path, bytes)
const n = (value) => String(Math.round(value * 100) / 100)

/** Numbers from 0 to 1 that are the same at every run (mulberry32). */
function dice(seed) {
  return () => {
    seed = (seed + 0x6d2b79f5) | 0
    let t = Math.imul(seed ^ (seed >>> 15), 1 | seed)
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296
  }
}

const W = 1920
const H = 1080

/** A ridge from edge to edge: a few slow waves, closed at the bottom. */
function ridge(base, height, seed, fill) {
  const roll = dice(seed)
  const waves = [1, 2, 3.4].map((f) => ({ f: f * (0.8 + roll() * 0.5), p: roll() * 6.28, a: height / f }))
  const y = (x) => base + waves.reduce((sum, w) => sum + Math.sin((x / W) * Math.PI * w.f + w.p) * w.a * 0.5, 0)
  let d = `M0 ${n(y(0))}`
  for (let x = 40; x <= W; x += 40) d += `L${x} ${n(y(x))}`
  return { path: `<path d="${d}V${H}H0Z" fill="${fill}"/>`, y }
}

/** The observatory's dome, with its slit. */
function dome(x, y, r, body, slit) {
  return (
    `<path d="M${n(x - r)} ${n(y + r)}V${n(y)}a${n(r)} ${n(r)} 0 0 1 ${n(2 * r)} 0V${n(y + r)}Z" fill="${body}"/>` +
    `<path d="M${n(x - r * 0.14)} ${n(y + r * 0.1)}V${n(y - r)}h${n(r * 0.34)}V${n(y + r * 0.1)}Z" fill="${slit}"/>` +
    `<path d="M${n(x - r * 1.1)} ${n(y + r * 0.1)}h${n(r * 2.2)}v${n(r * 0.1)}h-${n(r * 2.2)}Z" fill="${slit}"/>`
  )
}

function stars(count, seed, fill, bottom) {
  const roll = dice(seed)
  let d = ''
  for (let i = 0; i < count; i++) {
    const r = roll() < 0.08 ? 2.4 : 0.8 + roll() * 0.9
    d += `<circle cx="${n(roll() * W)}" cy="${n(roll() * bottom)}" r="${n(r)}" fill-opacity="${n(0.25 + roll() * 0.75)}"/>`
  }
  return `<g fill="${fill}">${d}</g>`
}

const sky = (id, stops) =>
  `<defs><linearGradient id="${id}" x1="0" y1="0" x2="0" y2="1">${stops
    .map(([at, colour]) => `<stop offset="${at}" stop-color="${colour}"/>`)
    .join('')}</linearGradient></defs><rect width="${W}" height="${H}" fill="url(#${id})"/>`

/** A band of star dust across the sky: many faint clouds along an arch. */
function dust(seed, fill, lift) {
  const roll = dice(seed)
  let d = `<defs><radialGradient id="dust"><stop offset="0" stop-color="${fill}" stop-opacity=".045"/><stop offset="1" stop-color="${fill}" stop-opacity="0"/></radialGradient></defs>`
  for (let i = 0; i < 170; i++) {
    const t = roll()
    const x = t * W * 1.1 - 90
    const y = 760 - Math.sin(t * Math.PI) * lift + (roll() - 0.5) * 150
    d += `<ellipse cx="${n(x)}" cy="${n(y)}" rx="${n(60 + roll() * 190)}" ry="${n(24 + roll() * 70)}" fill="url(#dust)"/>`
  }
  return d
}

function wallpaper(name, parts) {
  put(
    `${share}/wallpapers/${name}.svg`,
    `<svg xmlns="http://www.w3.org/2000/svg" width="${W}" height="${H}" viewBox="0 0 ${W} ${H}">\n${parts.join('\n')}\n</svg>`,
  )
}

{
  const far = ridge(860, 90, 3, '#1c0303')
  const near = ridge(960, 70, 8, '#0b0101')
  wallpaper('Dust-Lane', [
    sky('sky', [[0, '#0a0101'], [0.6, '#260505'], [1, '#4a0c08']]),
    dust(21, '#ff5a3c', 520),
    stars(170, 5, '#ff7a5c', 820),
    far.path,
    dome(1690, near.y(1690) - 60, 74, '#140202', '#2c0605'),
    near.path,
  ])
}
{
  const far = ridge(880, 80, 14, '#171542')
  const near = ridge(970, 80, 31, '#0b0c26')
  wallpaper('Milky-Arch', [
    sky('sky', [[0, '#090b2c'], [0.45, '#1d1f5e'], [0.8, '#4b3f8f'], [1, '#8a5f8f']]),
    dust(77, '#e9e4ff', 640),
    stars(320, 9, '#ffffff', 860),
    far.path,
    dome(1690, near.y(1690) - 70, 84, '#10112f', '#f2b04a'),
    near.path,
  ])
}
{
  const far = ridge(760, 90, 41, '#cbd8cf')
  const mid = ridge(860, 90, 52, '#aac2b0')
  const near = ridge(970, 70, 63, '#86a48e')
  wallpaper('Morning-Paper', [
    sky('sky', [[0, '#bcd6e6'], [0.6, '#e9efe9'], [1, '#f6efdd']]),
    far.path,
    mid.path,
    dome(1690, near.y(1690) - 84, 96, '#f7f4ea', '#c9c4b2'),
    near.path,
  ])
}
{
  const far = ridge(800, 100, 71, '#7c4a78')
  const near = ridge(950, 90, 82, '#3f2f52')
  wallpaper('First-Light', [
    sky('sky', [[0, '#3f4687'], [0.42, '#a8648f'], [0.7, '#ef8f7a'], [1, '#ffd39a']]),
    stars(40, 17, '#ffffff', 320),
    '<circle cx="640" cy="790" r="120" fill="#fff0cf" fill-opacity=".85"/>',
    far.path,
    dome(1690, near.y(1690) - 74, 88, '#33264a', '#ef8f7a'),
    near.path,
  ])
}
{
  const roll = dice(90)
  let clouds = ''
  for (let i = 0; i < 46; i++) {
    const y = 60 + roll() * 640
    clouds += `<rect x="${n(roll() * W - 300)}" y="${n(y)}" width="${n(300 + roll() * 620)}" height="${n(26 + roll() * 60)}" rx="30" fill="${roll() < 0.5 ? '#ffffff' : '#7d858d'}" fill-opacity="${n(0.05 + roll() * 0.1)}"/>`
  }
  const far = ridge(820, 80, 95, '#83898f')
  const near = ridge(950, 80, 97, '#5c6268')
  wallpaper('Cloud-Cover', [
    sky('sky', [[0, '#8f979f'], [0.7, '#b9bfc4'], [1, '#d3d6d8']]),
    clouds,
    far.path,
    dome(1690, near.y(1690) - 78, 90, '#6d747b', '#9aa1a8'),
    near.path,
  ])
}

{
  const far = ridge(840, 90, 111, '#0c3a3c')
  const near = ridge(955, 80, 123, '#04191b')
  const roll = dice(131)
  let trails = ''
  for (let i = 0; i < 9; i++) {
    const [x, y, l] = [200 + roll() * 1400, 60 + roll() * 420, 80 + roll() * 190]
    trails += `<path d="M${n(x)} ${n(y)}l${n(l)} ${n(l * 0.55)}" stroke="#c9fff0" stroke-opacity="${n(0.35 + roll() * 0.5)}" stroke-width="2.400" stroke-linecap="round"/>`
  }
  wallpaper('Perseid-Drift', [
    sky('sky', [[0, '#031114'], [0.6, '#0b3436'], [1, '#1d6a62']]),
    stars(260, 117, '#d8fff4', 820),
    trails,
    far.path,
    dome(1690, near.y(1690) - 70, 82, '#062123', '#5fd6b0'),
    near.path,
  ])
}
{
  const far = ridge(800, 70, 151, '#c7ccd0')
  const near = ridge(950, 80, 163, '#9aa3aa')
  wallpaper('Winter-Roof', [
    sky('sky', [[0, '#dfe6ea'], [1, '#f7f7f4']]),
    far.path,
    dome(1690, near.y(1690) - 80, 92, '#eef0f0', '#b4532f'),
    near.path,
  ])
}
files.set('usr/share/wallpapers/Engawa.svg', Buffer.from(`<svg xmlns="http://www.w3.org/2000/svg" width="${W}" height="${H}" viewBox="0 0 ${W} ${H}">${sky('sky', [[0, '#3a3f45'], [1, '#6a7077']])}${ridge(900, 80, 171, '#2c3035').path}</svg>\n`))

// Icon sets -------------------------------------------------------------------------------------------------------
const icon = (body) => `<svg xmlns="http://www.w3.org/2000/svg" width="48" height="48" viewBox="0 0 48 48">${body}</svg>`

/** The sign in the middle of an Inkstone icon: a stamp cut into a disc of ink. */
const signs = {
  'places/folder': 'M13 17h8l3 3h11v14H13Z',
  'places/folder-documents': 'M14 15h20v3H14Zm0 6h20v3H14Zm0 6h20v3H14Zm0 6h12v3H14Z',
  'places/folder-pictures': 'M12 34l8-13 6 8 4-5 6 10ZM31 14a3 3 0 1 1 0 6 3 3 0 0 1 0-6Z',
  'places/user-home': 'M24 12L11 24h4v11h7v-7h4v7h7V24h4Z',
  'places/user-trash': 'M14 16h20v3H14Zm2 5h16l-2 15H18Z',
  'mimetypes/text-x-generic': 'M16 13h16v4H16Zm0 7h16v3H16Zm0 6h16v3H16Zm0 6h10v3H16Z',
  'mimetypes/image-x-generic': 'M12 14h24v20H12Zm3 17h18l-6-10-4 6-3-4Z',
  'apps/utilities-terminal': 'M13 16l9 8-9 8v-5l4-3-4-3Zm11 13h12v4H24Z',
}
const inkstone = (ink, sign) => (d) => icon(`<circle cx="24" cy="24" r="21" fill="${ink}"/><path d="${d}" fill="${sign}" fill-rule="evenodd"/>`)

/** A Fold icon: one sheet with its corner folded over. */
const fold = (sheet, back, mark) => ({
  'places/folder': icon(`<path d="M5 12h15l4 5h19v24H5Z" fill="${back}"/><path d="M5 21h38v20H5Z" fill="${sheet}"/><path d="M43 21v9l-9-9Z" fill="${mark}"/>`),
  'places/folder-documents': icon(`<path d="M5 12h15l4 5h19v24H5Z" fill="${back}"/><path d="M11 15h26v10H11Z" fill="${mark}"/><path d="M5 21h38v20H5Z" fill="${sheet}"/><path d="M12 27h17v3H12Zm0 6h24v3H12Z" fill="${back}"/>`),
  'places/folder-pictures': icon(`<path d="M5 12h15l4 5h19v24H5Z" fill="${back}"/><path d="M5 21h38v20H5Z" fill="${sheet}"/><path d="M12 37l8-11 6 7 4-4 6 8Z" fill="${mark}"/>`),
  'places/user-home': icon(`<path d="M24 6L4 24h5v18h30V24h5Z" fill="${sheet}"/><path d="M24 6L4 24h5l15-13 15 13h5Z" fill="${back}"/><path d="M20 42V29h8v13Z" fill="${mark}"/>`),
  'places/user-trash': icon(`<path d="M10 14h28l-3 29H13Z" fill="${sheet}"/><path d="M7 9h34v5H7Z" fill="${back}"/><path d="M18 20h3l1 17h-3Zm9 0h3l-1 17h-3Z" fill="${mark}"/>`),
})
const foldSheets = {
  'mimetypes/text-x-generic': icon('<path d="M9 4h21l9 9v31H9Z" fill="#f4f2ec"/><path d="M30 4v9h9Z" fill="#b9b4a6"/><path d="M15 20h18v3H15Zm0 7h18v3H15Zm0 7h11v3H15Z" fill="#8b877c"/>'),
  'mimetypes/image-x-generic': icon('<path d="M4 9h40v30H4Z" fill="#f4f2ec"/><path d="M8 35l11-15 8 9 5-5 8 11Z" fill="#8fa39a"/><circle cx="33" cy="17" r="3.5" fill="#c9a25a"/>'),
  'apps/utilities-terminal': icon('<path d="M4 8h40v32H4Z" fill="#2c3136"/><path d="M10 16l8 7-8 7v-4l3.500-3L10 20Zm11 11h12v3H21Z" fill="#d8dcd8"/>'),
}

const index = (name, inherits, directories) =>
  [
    '[Icon Theme]',
    `Name=${name}`,
    `Comment=Drawn for the observatory at Heron Ridge`,
    ...(inherits ? [`Inherits=${inherits}`] : []),
    `Directories=${directories.join(',')}`,
    ...directories.map((directory) => `\n[${directory}]\nSize=48\nMinSize=16\nMaxSize=256\nType=Scalable\nContext=${{ places: 'Places', mimetypes: 'MimeTypes', apps: 'Applications', cursors: 'Cursors' }[directory.split('/').pop()]}`),
  ].join('\n')

function iconSet(folder, name, inherits, icons) {
  const directories = [...new Set(Object.keys(icons).map((path) => 'scalable/' + path.split('/')[0]))]
  put(`${folder}/${name}/index.theme`, index(name.replaceAll('-', ' '), inherits, directories))
  for (const [path, svg] of Object.entries(icons)) put(`${folder}/${name}/scalable/${path}.svg`, svg)
}

const stamped = (ink, sign, except = []) =>
  Object.fromEntries(Object.entries(signs).filter(([path]) => !except.includes(path)).map(([path, d]) => [path, inkstone(ink, sign)(d)]))

iconSet('usr/share/icons', 'Inkstone', null, stamped('#6f7276', '#f1f1f1'))
iconSet(`${share}/icons`, 'Inkstone-Red', 'Inkstone', stamped('#7d1c12', '#f08a70'))
iconSet(`${share}/icons`, 'Inkstone-Amber', 'Inkstone', { ...stamped('#f2b04a', '#1c2148'), 'mimetypes/text-x-generic': inkstone('#a9adde', '#1c2148')(signs['mimetypes/text-x-generic']), 'mimetypes/image-x-generic': inkstone('#7f86d8', '#12153a')(signs['mimetypes/image-x-generic']) })
iconSet(`${share}/icons`, 'Inkstone-Rose', 'Inkstone', { ...stamped('#cf5c45', '#fff3ea'), 'mimetypes/text-x-generic': inkstone('#8a5f86', '#fff3ea')(signs['mimetypes/text-x-generic']) })
iconSet('usr/share/icons', 'Fold', null, { ...fold('#a9a7a0', '#84827b', '#f4f2ec'), ...foldSheets })
iconSet(`${share}/icons`, 'Fold-Slate', 'Fold', fold('#4d8fb3', '#2f6f93', '#e9f2f6'))
iconSet(`${share}/icons`, 'Fold-Teal', 'Fold', fold('#3fb59a', '#1f7a68', '#d6fff2'))
iconSet(`${share}/icons`, 'Fold-Ash', 'Fold', fold('#6f7883', '#525a64', '#d9dde1'))

// Cursor sets -----------------------------------------------------------------------------------------------------
const cursor = (body) => `<svg xmlns="http://www.w3.org/2000/svg" width="32" height="32" viewBox="0 0 32 32">${body}</svg>`
const brass = (fill, edge) => ({
  default: cursor(`<path d="M4 2L26 20H15.500L10 29Z" fill="${fill}" stroke="${edge}" stroke-width="2" stroke-linejoin="miter"/>`),
  pointer: cursor(`<path d="M12 3h4v11l9 3v6l-4 7H11L6 19l3-2 3 3Z" fill="${fill}" stroke="${edge}" stroke-width="2"/>`),
  text: cursor(`<path d="M9 3h14v3h-5v20h5v3H9v-3h5V6H9Z" fill="${fill}" stroke="${edge}" stroke-width="1.500"/>`),
  wait: cursor(`<path d="M7 3h18v3l-7 10 7 10v3H7v-3l7-10L7 6Z" fill="${fill}" stroke="${edge}" stroke-width="1.500"/>`),
})
const dot = (fill, edge) => ({
  default: cursor(`<path d="M2 2l12 4.500-7.500 7.500Z" fill="${fill}" stroke="${edge}" stroke-width="1.500"/><circle cx="17" cy="17" r="7" fill="none" stroke="${edge}" stroke-width="6"/><circle cx="17" cy="17" r="7" fill="none" stroke="${fill}" stroke-width="3.500"/>`),
  pointer: cursor(`<circle cx="14" cy="14" r="9" fill="${fill}" stroke="${edge}" stroke-width="2"/>`),
  text: cursor(`<path d="M15 3h3v26h-3Z" fill="${fill}" stroke="${edge}" stroke-width="1.500"/>`),
  wait: cursor(`<circle cx="14" cy="14" r="9" fill="none" stroke="${fill}" stroke-width="4" stroke-dasharray="9 5"/>`),
})
function cursorSet(folder, name, inherits, shapes) {
  put(`${folder}/${name}/index.theme`, index(name.replaceAll('-', ' '), inherits, ['cursors']))
  for (const [shape, svg] of Object.entries(shapes)) put(`${folder}/${name}/cursors/${shape}.svg`, svg)
}
cursorSet(`${share}/icons`, 'Brass-Pointer', null, brass('#e0b65a', '#2b1f0c'))
cursorSet('usr/share/icons', 'Plain-Dot', null, dot('#2a2e33', '#f6f6f6'))
cursorSet(`${share}/icons`, 'Plain-Dot-Red', 'Plain-Dot', { default: dot('#e2452b', '#1a0303').default, pointer: dot('#e2452b', '#1a0303').pointer })

// Border themes ---------------------------------------------------------------------------------------------------
const frame = (values) => JSON.stringify(values, null, 2)
put(`${share}/borders/Ember-Flat/frame.json`, frame({ 'title-height': 22, 'button-size': 9, button: 'square', underline: true }))
put(`${share}/borders/Ember-Flat/README`, 'Flat title bars with square buttons and a line in the accent under them.')
put(`${share}/borders/Lantern-Round/frame.json`, frame({ 'title-height': 27, 'button-size': 10, button: 'disc', underline: false }))
put(`${share}/borders/Lantern-Round/README`, 'Tall title bars with round buttons.')

// Colour sets -----------------------------------------------------------------------------------------------------
const colourSets = {
  Ember: { tone: 'dark', accent: '#e2452b', window: '#220807', view: '#160404', text: '#e0674e', 'dim-text': '#a8442f', title: '#2e0a08', 'title-text': '#e0674e', selection: '#7a1c10', 'selection-text': '#ffb09a', focus: '#a3301f', urgent: '#ff8a5c', link: '#ee7c62', panel: '#120202', 'panel-text': '#e0674e' },
  Lantern: { tone: 'dark', accent: '#f2b04a', window: '#20255a', view: '#171b42', text: '#e4e4f4', 'dim-text': '#a3a6d4', title: '#2a3168', 'title-text': '#e4e4f4', selection: '#f2b04a', 'selection-text': '#171b42', focus: '#b98a3f', urgent: '#ff8a5c', link: '#9db4ff', panel: '#0d0f2e', 'panel-text': '#efeffb' },
  'Lantern-Dawn': { tone: 'light', accent: '#cf5c45', window: '#fbe3d5', view: '#fff8f1', text: '#4a3350', 'dim-text': '#7d5a72', title: '#f4cbb8', 'title-text': '#4a3350', selection: '#c24f38', 'selection-text': '#ffffff', focus: '#e39a88', urgent: '#b3261e', link: '#80427f', panel: '#3f2f52', 'panel-text': '#fbe6da' },
  'Slate-Log': { tone: 'light', accent: '#2f6f93', window: '#e9e4d8', view: '#fbfaf5', text: '#2f3437', 'dim-text': '#666a6d', title: '#dcd6c7', 'title-text': '#2f3437', selection: '#2f6f93', 'selection-text': '#ffffff', focus: '#9cc0d3', urgent: '#b5482e', link: '#2a6488', panel: '#f2eee4', 'panel-text': '#2f3437' },
  'Slate-Log-Cloud': { tone: 'light', accent: '#566070', window: '#cfd1d3', view: '#e3e4e5', text: '#33373c', 'dim-text': '#5c6167', title: '#b9bcc0', 'title-text': '#2c3035', selection: '#566070', 'selection-text': '#f4f5f6', focus: '#98a1ad', urgent: '#8a4a42', link: '#3f5a7a', panel: '#454a50', 'panel-text': '#e6e8ea' },
}
Object.assign(colourSets, {
  Aperture: { tone: 'dark', accent: '#5fd6b0', window: '#0d2c2f', view: '#0a2124', text: '#d3f3ea', 'dim-text': '#86b3aa', title: '#103539', 'title-text': '#d3f3ea', selection: '#2f8f7a', 'selection-text': '#f2fffb', focus: '#4fae97', urgent: '#ffb454', link: '#8fdcf0', panel: '#04191b', 'panel-text': '#d3f3ea' },
  Iris: { tone: 'light', accent: '#b4532f', window: '#eceff0', view: '#fbfcfc', text: '#2b3236', 'dim-text': '#646d73', title: '#dde2e4', 'title-text': '#2b3236', selection: '#b4532f', 'selection-text': '#ffffff', focus: '#dba58f', urgent: '#a3261b', link: '#2d5f86', panel: '#dfe4e6', 'panel-text': '#2b3236' },
})
for (const [name, { tone, ...roles }] of Object.entries(colourSets))
  put(`${share}/colour-sets/${name}.conf`, [`[Set]`, `Name=${name.replaceAll('-', ' ')}`, `Tone=${tone}`, '', '[Roles]', ...Object.entries(roles).map(([role, colour]) => `${role}=${colour}`)].join('\n'))

// Controls, widgets and their engine, the dock's program ------------------------------------------------------------
for (const [name, radius] of [['Ember', 1], ['Lantern', 8], ['Slate-Log', 2], ['Aperture', 4]]) {
  put(`${share}/controls/${name}/controls.json`, frame({ radius, 'focus-width': 2, toolkits: ['kumiko', 'shoji'] }))
  put(`${share}/controls/${name}/README`, `Controls of the ${name.replace('-', ' ')} family, for both toolkits.`)
}
put(`${share}/borders/Ember-Flat/narrow/frame.json`, frame({ 'title-height': 16, 'button-size': 7, button: 'line', underline: true }))

const face = (body, ground) =>
  `<svg xmlns="http://www.w3.org/2000/svg" width="240" height="240" viewBox="0 0 240 240"><rect width="240" height="240" rx="20" fill="${ground}" fill-opacity=".62"/>${body}</svg>`
const gauge = (ring, arc, moon) =>
  `<circle cx="120" cy="120" r="88" fill="none" stroke="${ring}" stroke-width="10" stroke-opacity=".45"/>` +
  `<path d="M120 32A88 88 0 1 1 40 157" fill="none" stroke="${arc}" stroke-width="10" stroke-linecap="round"/>` +
  `<path d="M128 68a54 54 0 1 0 44 84a46 46 0 0 1-44-84Z" fill="${moon}"/>`
const target = (text, mark) =>
  [40, 78, 116, 154, 192]
    .map((y, i) => `<rect x="28" y="${y}" width="${[120, 184, 160, 96, 176][i]}" height="12" rx="3" fill="${i % 2 ? text : mark}"/>`)
    .join('')
const waves = (a, b) =>
  [70, 110, 150, 190]
    .map((y, i) => `<path d="M20 ${y}q50 ${i % 2 ? 40 : -40} 100 0t100 0" fill="none" stroke="${i % 2 ? a : b}" stroke-width="8" stroke-linecap="round"/>`)
    .join('')
for (const [name, needs, drawn] of [
  ['Sky-Gauge', ['Gauge-Engine'], face(gauge('#a3a6d4', '#f2b04a', '#f4f2ff'), '#0d0f2e')],
  ['Sky-Gauge-Red', ['Gauge-Engine'], face(gauge('#7a1c10', '#e2452b', '#a8442f'), '#120202')],
  ['Sky-Gauge-Teal', ['Gauge-Engine'], face(gauge('#2f8f7a', '#5fd6b0', '#d3f3ea'), '#04191b')],
  ['Next-Target', ['Gauge-Engine'], face(target('#a3a6d4', '#f2b04a'), '#0d0f2e')],
  ['Next-Target-Teal', ['Gauge-Engine'], face(target('#86b3aa', '#5fd6b0'), '#04191b')],
  ['Slow-Sky', ['Gauge-Engine'], face(waves('#8fdcf0', '#5fd6b0'), '#04191b')],
]) {
  put(`${share}/widgets/${name}/widget.json`, frame({ name: name.replaceAll('-', ' '), version: name.startsWith('Next') ? '1.9' : '2.0', needs }))
  put(`${share}/widgets/${name}/face.svg`, drawn)
}
put(`${share}/engines/Gauge-Engine/engine.json`, frame({ name: 'Gauge engine', version: '2.4' }))
put(`${share}/docks/Bench-Dock/dock.json`, frame({ name: 'Bench dock', version: '1.2' }))
put(`${share}/extensions/quiet-nights/extension.json`, frame({ name: 'Quiet nights', version: '0.9' }))
put(`${share}/extensions/quiet-nights/run`, '#!/bin/sh\n# Keeps notices off the screens while the dome is open.\nexec engawa-notices --hold')
put(`${share}/extensions/log-clock/extension.json`, frame({ name: 'Log clock', version: '1.1' }))

// Sound sets: short tones, 8000 samples a second of 8 bits ----------------------------------------------------------
function tone(pitches, seconds) {
  const count = Math.round(8000 * seconds)
  const samples = Buffer.alloc(count)
  for (let i = 0; i < count; i++) {
    const fade = Math.min(1, i / 80) * (1 - i / count)
    const value = pitches.reduce((sum, pitch) => sum + Math.sin((2 * Math.PI * pitch * i) / 8000), 0) / pitches.length
    samples[i] = 128 + Math.round(value * fade * 90)
  }
  const head = Buffer.alloc(44)
  head.write('RIFF', 0)
  head.writeUInt32LE(36 + count, 4)
  head.write('WAVEfmt ', 8)
  head.writeUInt32LE(16, 16)
  head.writeUInt16LE(1, 20)
  head.writeUInt16LE(1, 22)
  head.writeUInt32LE(8000, 24)
  head.writeUInt32LE(8000, 28)
  head.writeUInt16LE(1, 32)
  head.writeUInt16LE(8, 34)
  head.write('data', 36)
  head.writeUInt32LE(count, 40)
  return Buffer.concat([head, samples])
}
for (const [folder, name, inherits, sounds] of [
  ['usr/share/sounds', 'Plain-Bell', null, { bell: [880], 'message-new-instant': [660], 'dialog-error': [220] }],
  [`${share}/sounds`, 'Quiet-Dome', 'Plain-Bell', { bell: [196, 294], 'message-new-instant': [247] }],
  [`${share}/sounds`, 'Night-Birds', 'Plain-Bell', { bell: [1174, 1568], 'message-new-instant': [1318, 1760] }],
]) {
  put(`${folder}/${name}/index.theme`, ['[Sound Theme]', `Name=${name.replace('-', ' ')}`, ...(inherits ? [`Inherits=${inherits}`] : []), 'Directories=stereo', '', '[stereo]', 'OutputProfile=stereo'].join('\n'))
  for (const [event, pitches] of Object.entries(sounds)) putBytes(`${folder}/${name}/stereo/${event}.wav`, tone(pitches, 0.18))
}
putBytes(`${share}/sounds/single/Shutter.wav`, tone([130, 520, 1040], 0.09))

// The administrator's start-up themes --------------------------------------------------------------------------------
const logo = (body) => `<svg xmlns="http://www.w3.org/2000/svg" width="160" height="160" viewBox="0 0 160 160">${body}</svg>`
put('usr/share/start-up/Plain/logo.svg', logo('<circle cx="80" cy="80" r="52" fill="none" stroke="#9aa1a8" stroke-width="6"/>'))
put('usr/share/start-up/Heron/logo.svg', logo('<path d="M30 118a50 50 0 0 1 100 0Z" fill="#8d949b"/><path d="M72 118V62h16v56Z" fill="#3a3f45"/><path d="M96 58l34-22-22 34Z" fill="#8d949b"/>'))

// The programs that keys and docks call; the console's person counts meteors with one of their own -------------------
const programs = {
  domectl: ['Dome control', 'domectl', 'user-home'],
  'engawa-terminal': ['Terminal', 'engawa-terminal', 'utilities-terminal'],
  tally: ['Tally', 'tally', 'text-x-generic'],
  logbook: ['Log book', 'logbook', 'text-x-generic'],
  flats: ['Flat fields', 'flats', 'text-x-generic'],
  folder: ['Files', 'files', 'folder'],
  'folder-pictures': ['Plates', 'files plates', 'folder-pictures'],
  'utilities-terminal': ['Terminal', 'engawa-terminal', 'utilities-terminal'],
  'image-x-generic': ['Plate viewer', 'plates', 'image-x-generic'],
  'text-x-generic': ['Log book', 'logbook', 'text-x-generic'],
  'user-trash': ['Bin', 'files bin', 'user-trash'],
}
for (const [program, [name, run, picture]] of Object.entries(programs))
  put(`${program === 'tally' ? share : 'usr/share'}/applications/${program}.desktop`, ['[Desktop Entry]', 'Type=Application', `Name=${name}`, `Exec=${run}`, `Icon=${picture}`].join('\n'))

// What only the catalogue has -----------------------------------------------------------------------------------------
const stores = '../catalogue'

iconSet(`${stores}/icons`, 'Inkstone-Teal', 'Inkstone', { ...stamped('#0f6b62', '#c9fff0'), 'mimetypes/text-x-generic': inkstone('#5fd6b0', '#062123')(signs['mimetypes/text-x-generic']) })
iconSet(`${stores}/icons`, 'Inkstone-Slate', 'Inkstone', { ...stamped('#3b5566', '#eef3f5'), 'places/user-home': inkstone('#2f6f93', '#ffffff')(signs['places/user-home']) })
iconSet(`${stores}/icons`, 'Fold-Rose', 'Fold', fold('#d98a86', '#b05f63', '#fff0ec'))
iconSet(`${stores}/icons`, 'Fold-Brass', 'Fold', fold('#d8b055', '#a37d2c', '#fff6da'))

/** Meridian: one line that never lifts, with a short arc of the accent through it. */
const line = (ink, accent, d, arc) =>
  icon(
    `<path d="${d}" fill="none" stroke="${ink}" stroke-width="2.500" stroke-linejoin="round" stroke-linecap="round"/>` +
      `<path d="${arc}" fill="none" stroke="${accent}" stroke-width="4" stroke-linecap="round"/>`,
  )
const meridian = (ink, accent) => ({
  'places/folder': line(ink, accent, 'M5 38V11h13l5 6h20v21Z', 'M12 31a24 24 0 0 1 24 0'),
  'places/folder-documents': line(ink, accent, 'M5 38V11h13l5 6h20v21ZM15 25h18M15 31h11', 'M14 19a30 30 0 0 1 20 0'),
  'places/folder-pictures': line(ink, accent, 'M5 38V11h13l5 6h20v21ZM12 33l7-8 6 6 4-3 6 5', 'M31 22a5 5 0 0 1 6 4'),
  'places/user-home': line(ink, accent, 'M6 22L24 7l18 15M11 19v22h26V19M20 41V29h8v12', 'M17 21a14 14 0 0 1 14 0'),
  'places/user-trash': line(ink, accent, 'M8 13h32M18 13V8h12v5M12 13l2 28h20l2-28M20 20v14M28 20v14', 'M17 37a20 20 0 0 0 14 0'),
  'mimetypes/text-x-generic': line(ink, accent, 'M10 5h19l9 9v29H10ZM29 5v9h9M16 24h16M16 30h16M16 36h9', 'M15 17a20 20 0 0 1 10-3'),
  'mimetypes/image-x-generic': line(ink, accent, 'M5 9h38v30H5ZM10 33l10-12 8 8 5-4 6 8', 'M30 17a5 5 0 0 1 8 3'),
  'apps/utilities-terminal': line(ink, accent, 'M5 9h38v30H5ZM12 18l7 6-7 6', 'M23 31a22 22 0 0 1 12-1'),
})
iconSet(`${stores}/icons`, 'Meridian', null, meridian('#39424c', '#2f8f7a'))
iconSet(`${stores}/icons`, 'Meridian-Night', 'Meridian', meridian('#cfd8e3', '#e9a94a'))

cursorSet(`${stores}/icons`, 'Brass-Pointer-Night', 'Brass-Pointer', brass('#2b2f45', '#e0b65a'))
cursorSet(`${stores}/icons`, 'Plain-Dot-Teal', 'Plain-Dot', { default: dot('#5fd6b0', '#062123').default, pointer: dot('#5fd6b0', '#062123').pointer })

put(`${stores}/borders/Slate-Log-Line/frame.json`, frame({ 'title-height': 20, 'button-size': 8, button: 'line', underline: true }))
put(`${stores}/borders/Aperture-Disc/frame.json`, frame({ 'title-height': 24, 'button-size': 11, button: 'disc', underline: false }))
for (const [name, radius] of [['Iris', 6], ['Meridian', 3]])
  put(`${stores}/controls/${name}/controls.json`, frame({ radius, 'focus-width': 2, toolkits: name === 'Iris' ? ['kumiko'] : ['kumiko', 'shoji'] }))
for (const [name, tone, roles] of [
  ['Meridian', 'light', { accent: '#2f8f7a', window: '#eef1f3', view: '#fbfcfd', text: '#2a3138', 'dim-text': '#616b75', title: '#e0e5e9', 'title-text': '#2a3138', selection: '#24705f', 'selection-text': '#ffffff', focus: '#2f8f7a', urgent: '#a5402f', link: '#1f6a8a', panel: '#dde3e7', 'panel-text': '#2a3138' }],
  ['Meridian-Night', 'dark', { accent: '#e9a94a', window: '#1b2129', view: '#141920', text: '#d5dee8', 'dim-text': '#8d99a6', title: '#222a34', 'title-text': '#d5dee8', selection: '#e9a94a', 'selection-text': '#1a1206', focus: '#e9a94a', urgent: '#e2705c', link: '#7fb7d8', panel: '#10151b', 'panel-text': '#d5dee8' }],
])
  put(`${stores}/colours/${name}.conf`, [`[Set]`, `Name=${name.replaceAll('-', ' ')}`, `Tone=${tone}`, '', '[Roles]', ...Object.entries(roles).map(([role, colour]) => `${role}=${colour}`)].join('\n'))

const rose = (ring, needle, mark) =>
  `<circle cx="120" cy="120" r="92" fill="none" stroke="${ring}" stroke-width="6"/>` +
  [0, 45, 90, 135, 180, 225, 270, 315].map((turn) => `<path d="M120 34v${turn % 90 ? 12 : 24}" stroke="${ring}" stroke-width="6" transform="rotate(${turn} 120 120)"/>`).join('') +
  `<path d="M120 48L140 128 120 112 100 128Z" fill="${needle}" transform="rotate(28 120 120)"/><circle cx="120" cy="120" r="9" fill="${mark}"/>`
const moonDial = (dark, lit) =>
  [0, 1, 2, 3, 4]
    .map((i) => {
      const [x, y] = [40 + i * 40, 120 - Math.sin((i / 4) * Math.PI) * 56]
      return `<circle cx="${x}" cy="${n(y)}" r="17" fill="${dark}"/><path d="M${x} ${n(y - 17)}a17 17 0 0 1 0 34a${[17, 8, 100, 8, 17][i]} 17 0 0 ${i < 2 ? 0 : 1} 0-34Z" fill="${lit}"/>`
    })
    .join('') + `<path d="M24 168h192" stroke="${lit}" stroke-width="4" stroke-opacity=".5"/>`
for (const [name, version, drawn] of [
  ['Wind-Rose', '1.0', face(rose('#8d99a6', '#e9a94a', '#d5dee8'), '#10151b')],
  ['Moon-Dial', '2.1', face(moonDial('#3a4360', '#f4f2ff'), '#0d0f2e')],
]) {
  put(`${stores}/widgets/${name}/widget.json`, frame({ name: name.replaceAll('-', ' '), version, needs: ['Gauge-Engine'] }))
  put(`${stores}/widgets/${name}/face.svg`, drawn)
}
put(`${stores}/widgets/Night-Tables/tables.json`, frame({ name: 'Night tables', version: '1.4', months: Array.from({ length: 12 }, (_, i) => ({ month: i + 1, night: n(12 + 4.4 * Math.cos((2 * Math.PI * (i + 0.37)) / 12)) })) }))
put(`${stores}/widgets/Gauge-Engine-3/engine.json`, frame({ name: 'Gauge engine', version: '3.0' }))
put(`${stores}/docks/Night-Shelf/dock.json`, frame({ name: 'Night shelf', version: '0.8' }))
put(`${stores}/sounds/Harbour-Bell/index.theme`, ['[Sound Theme]', 'Name=Harbour Bell', 'Inherits=Plain-Bell', 'Directories=stereo', '', '[stereo]', 'OutputProfile=stereo'].join('\n'))
for (const [event, pitches] of Object.entries({ bell: [523, 659, 784], 'message-new-instant': [392, 523], 'dialog-error': [196, 208] }))
  putBytes(`${stores}/sounds/Harbour-Bell/stereo/${event}.wav`, tone(pitches, 0.32))
const stored = (name, parts) =>
  put(`${stores}/wallpapers/${name}.svg`, `<svg xmlns="http://www.w3.org/2000/svg" width="${W}" height="${H}" viewBox="0 0 ${W} ${H}">\n${parts.join('\n')}\n</svg>`)
{
  const near = ridge(930, 70, 211, '#0a0d14')
  stored('Zodiacal-Light', [
    sky('sky', [[0, '#0b1020'], [0.55, '#26304e'], [0.85, '#7a5a56'], [1, '#d08a52']]),
    stars(240, 223, '#f2ecff', 760),
    '<path d="M1240 900L1480 120 1610 900Z" fill="#ffe9c4" fill-opacity=".10"/><path d="M1330 900L1482 240 1560 900Z" fill="#ffe9c4" fill-opacity=".12"/>',
    dome(420, near.y(420) - 74, 86, '#05070c', '#d08a52'),
    near.path,
  ])
}
{
  const near = ridge(900, 90, 239, '#10242c')
  const roll = dice(241)
  let ribbons = ''
  for (let i = 0; i < 26; i++) {
    const y = 330 + roll() * 300
    ribbons += `<path d="M${n(-60 + roll() * 500)} ${n(y)}q${n(260 + roll() * 200)} ${n(-50 + roll() * 40)} ${n(700 + roll() * 500)} ${n(-10 + roll() * 30)}" fill="none" stroke="#e8fbff" stroke-opacity="${n(0.1 + roll() * 0.25)}" stroke-width="${n(2 + roll() * 9)}" stroke-linecap="round"/>`
  }
  stored('Night-Shining-Clouds', [sky('sky', [[0, '#0d2a4a'], [0.6, '#2f7396'], [1, '#f0c27a']]), ribbons, dome(1500, near.y(1500) - 76, 88, '#0c1a20', '#e8fbff'), near.path])
}

// Fonts, each family in a folder of its name ---------------------------------------------------------------------
const system = 'usr/share/fonts'
for (const [folder, family, styles] of [
  [system, 'Ridge Sans', [['Regular', 400, { height: 500, weight: 66, lying: 60, side: 42 }], ['Semibold', 600, { height: 500, weight: 98, lying: 86, side: 38 }]]],
  [system, 'Ridge Mono', [['Regular', 400, { height: 490, weight: 64, lying: 60, side: 26, fixed: 560, wide: 1.22, serifs: 120, slabbed: /[ijlrIïí1]/ }]]],
  [`${share}/fonts`, 'Heron Serif', [['Regular', 400, { height: 480, weight: 76, lying: 40, side: 52, serifs: 84 }], ['Semibold', 600, { height: 480, weight: 110, lying: 52, side: 50, serifs: 106 }]]],
  [`${stores}/fonts`, 'Dial Round', [['Regular', 400, { height: 500, weight: 84, lying: 84, side: 44, round: true, wide: 1.12 }]]],
  [`${stores}/fonts`, 'Chart Narrow', [['Regular', 400, { height: 540, weight: 62, lying: 56, side: 30, wide: 0.68 }]]],
  [`${stores}/fonts`, 'Log Dots', [['Regular', 400, { height: 500, weight: 46, lying: 46, side: 44, dotted: 66, round: true }]]],
  [`${stores}/fonts`, 'Meridian Line', [['Light', 300, { height: 500, weight: 34, lying: 30, side: 46, slant: 8, wide: 1.05 }]]],
])
  for (const [style, weight, pen] of styles)
    putBytes(`${folder}/${family}/${family.replace(' ', '')}-${style}.otf`, font(family, style, weight, pen))

// Write or check --------------------------------------------------------------------------------------------------
const isCheck = process.argv.includes('--check')
let stale = 0
for (const [path, text] of files) {
  const full = join(root, path)
  if (existsSync(full) && readFileSync(full).equals(text)) continue
  if (isCheck) {
    stale++
    console.error(`${path} is not what scenario/generate.mjs draws.`)
    continue
  }
  mkdirSync(dirname(full), { recursive: true })
  writeFileSync(full, text)
}
process.exitCode = stale > 0 ? 1 : 0
