// Answers questions about colours with an independent library: a JSON list of questions comes in, one of answers goes out.
import { createRequire } from 'node:module'
import { readFileSync } from 'node:fs'

const require = createRequire(new URL('../../../src/furoshiki-ui/package.json', import.meta.url))
const culori = require('culori')

const oklch = culori.converter('oklch')
const light = culori.converter('lrgb')
const toGamut = culori.toGamut('rgb', 'oklch')
const apart = culori.differenceCiede2000()
const SIGHT = {
  Protan: culori.filterDeficiencyProt,
  Deutan: culori.filterDeficiencyDeuter,
  Tritan: culori.filterDeficiencyTrit,
}
const ANSWERS = {
  hex: ([text]) => {
    const colour = culori.parse(text)
    return colour ? culori.formatHex8(toGamut(colour)) : null
  },
  oklch: ([text]) => {
    const { l, c, h } = oklch(text)
    return [l, c, h ?? 0]
  },
  contrast: ([one, other]) => culori.wcagContrast(one, other),
  difference: ([one, other]) => apart(one, other),
  // Its matrices are for light, and it takes what it is given.
  sight: ([text, kind, strength]) => {
    const { r, g, b } = light(text)
    const seen = SIGHT[kind](strength)({ mode: 'rgb', r, g, b })
    return culori.formatHex({ ...seen, mode: 'lrgb' })
  },
}
const questions = JSON.parse(readFileSync(0, 'utf8'))
process.stdout.write(JSON.stringify(questions.map(({ ask, of }) => ANSWERS[ask](of))))
