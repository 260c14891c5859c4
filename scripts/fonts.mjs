import { mkdirSync, readFileSync, writeFileSync } from 'node:fs'
import { createRequire } from 'node:module'
import { join } from 'node:path'
import subsetFont from 'subset-font'
import { fail, say } from './lib/say.mjs'

const FOLDER = join(import.meta.dirname, '../apps/web/src/fonts')
const FACES = [
  { family: 'Barlow', file: 'barlow', weight: 400 },
  { family: 'Barlow', file: 'barlow', weight: 600 },
  { family: 'Barlow Condensed', file: 'barlow-condensed', weight: 500 },
  { family: 'Barlow Condensed', file: 'barlow-condensed', weight: 700 },
]

/** Printable ASCII, and the other characters in the texts of the application that the fonts have. */
const COMMON = `${String.fromCharCode(...Array.from({ length: 95 }, (_, i) => 32 + i))}·²³°±×÷§–—‘’“”…−`

/** Characters of the whole Latin files, but for the arrows of column heads. Where ranges overlap, the face that is declared later is used. */
const LATIN = 'U+0-FF, U+131, U+152-153, U+2BB-2BC, U+2C6, U+2DA, U+2DC, U+2000-206F, U+20AC, U+2122, U+2212, U+2215'

const SERVER = join(import.meta.dirname, '../apps/server')
const SHEET_FACES = {
  'barlow-400': 'barlow/400Regular/Barlow_400Regular',
  'barlow-600': 'barlow/600SemiBold/Barlow_600SemiBold',
  'barlow-condensed-500': 'barlow-condensed/500Medium/BarlowCondensed_500Medium',
  'barlow-condensed-700': 'barlow-condensed/700Bold/BarlowCondensed_700Bold',
}
/** Latin with Extended-A, and typographic characters. */
const SHEET_CHARACTERS = `${String.fromCharCode(...Array.from({ length: 0x17f - 0x20 }, (_, i) => 0x20 + i))}‐–—‘’‚“”„†•…−€™`

const rangeOf = (used) => [...used].map((c) => `U+${c.codePointAt(0).toString(16).toUpperCase()}`).join(', ')

/** Web fonts: splits each font into the characters of the application, loaded with the first page, and the rest, loaded when a text needs it. */
async function main() {
  const require = createRequire(join(import.meta.dirname, '../apps/web/package.json'))
  mkdirSync(FOLDER, { recursive: true })
  const rules = ['/* Written by scripts/fonts.mjs. */']
  for (const { family, file, weight } of FACES) {
    const whole = `@fontsource/${file}/files/${file}-latin-${weight}-normal.woff2`
    const common = await subsetFont(readFileSync(require.resolve(whole)), COMMON, { targetFormat: 'woff2', noHinting: true })
    const name = `${file}-${weight}.woff2`
    writeFileSync(join(FOLDER, name), common)
    say(`${name}: ${common.length} bytes`)
    for (const [url, range] of [
      [whole, LATIN],
      [`./${name}`, `U+20-7E, ${rangeOf(COMMON.slice(95))}`],
    ])
      rules.push(
        `@font-face {\n  font-family: '${family}';\n  font-style: normal;\n  font-weight: ${weight};\n  font-display: swap;\n  src: url('${url}') format('woff2');\n  unicode-range: ${range};\n}`,
      )
  }
  writeFileSync(join(FOLDER, 'fonts.css'), `${rules.join('\n')}\n`)
  await sheetFonts()
}

/** Fonts of the build sheet PDF, reduced to Latin characters: parsing the whole fonts takes longer than the layout of a page. */
async function sheetFonts() {
  const require = createRequire(join(SERVER, 'package.json'))
  mkdirSync(join(SERVER, 'fonts'), { recursive: true })
  for (const [name, file] of Object.entries(SHEET_FACES)) {
    const whole = readFileSync(require.resolve(`@expo-google-fonts/${file}.ttf`))
    const latin = await subsetFont(whole, SHEET_CHARACTERS, { targetFormat: 'sfnt', noHinting: true })
    writeFileSync(join(SERVER, 'fonts', `${name}.ttf`), latin)
    say(`${name}.ttf: ${latin.length} bytes`)
  }
}

main().catch(fail)
