import { createSystem, defaultConfig, defineConfig } from '@chakra-ui/react'
import { RESET } from './reset.js'

const both = (light: string, dark: string) => ({ value: { base: light, _dark: dark } })

const CONDENSED = "'Barlow Condensed', 'Barlow', sans-serif"

/** Named font sizes and spacings as tokens, in pixels like the drawings. */
const inPixels = <K extends string | number>(sizes: Readonly<Record<K, number>>): Record<string, { value: string }> =>
  Object.fromEntries(Object.entries<number>(sizes).map(([name, px]) => [name, { value: `${px}px` }]))

/** A drawing-office sheet: warm paper and ink by day, a blueprint by night; one colour for torque, one for oil, red pencil for what breaks. */
const config = defineConfig({
  // The library's own reset gives every element the font of its parent, which would undo the type sizes and weights of drawings.
  preflight: false,
  globalCss: {
    ...RESET,
    // With light hinting, as on Debian, small bold letters lose the dot of the i: "fail" is read as "fall". This drawing has no hinting.
    'html, body': { bg: 'paper', color: 'ink', fontFamily: 'body', fontSize: 'body', textRendering: 'geometricPrecision' },
    // A grip shows the focus on its mark, not as a box round all that it can be dragged by.
    '.grip:focus': { outline: 'none !important' },
    '.grip:focus-visible .grip-mark': { stroke: 'oil', strokeWidth: '5px', paintOrder: 'stroke' },
    '*:focus-visible': { outline: '3px solid', outlineColor: 'oil', outlineOffset: '1px' },
    // A browser sets the drawing of text in these by itself.
    'button, input, select, textarea': { textRendering: 'inherit' },
    '::selection': { bg: 'torqueWash' },
  },
  theme: {
    tokens: {
      fonts: {
        body: { value: "'Barlow', sans-serif" },
        heading: { value: CONDENSED },
        figures: { value: CONDENSED },
      },
      fontSizes: inPixels({ micro: 12.5, note: 13.5, small: 14, body: 15, figure: 16, lead: 18, title: 22, page: 26, sentence: 34 }),
      spacing: inPixels({ 0.5: 2, 1: 4, 1.5: 6, 2: 8, 2.5: 10, 3: 12, 3.5: 14, 4: 16, 5: 20, 6: 24, 7: 28, 8: 32 }),
    },
    textStyles: {
      /** Small text next to a field or figure. */
      note: { value: { fontSize: 'note', lineHeight: '1.3' } },
      /** Heading of a group of fields or rows. */
      caption: { value: { fontFamily: 'heading', fontSize: 'body', fontWeight: 600 } },
      figure: { value: { fontFamily: 'figures', fontSize: 'figure' } },
      figureStrong: { value: { fontFamily: 'figures', fontSize: 'figure', fontWeight: 600 } },
      /** Page title. */
      page: { value: { fontFamily: 'heading', fontSize: 'page', fontWeight: 600, lineHeight: '1.2' } },
    },
    semanticTokens: {
      colors: {
        paper: both('#f4eee0', '#0d1f2e'),
        sheet: both('#fbf8f0', '#122a3d'),
        rule: both('#cbc1aa', '#33536b'),
        ruleSoft: both('#e3dac6', '#203d53'),
        ink: both('#1b2127', '#f0e9d8'),
        inkSoft: both('#555650', '#b3c0c6'),
        steel: both('#e4dccb', '#2b4a62'),
        torque: both('#15497a', '#93cdff'),
        torqueWash: both('#d5e2ee', '#1c4a70'),
        oil: both('#7d5200', '#f2bf58'),
        oilWash: both('#f3e1b8', '#4a3c17'),
        break: both('#a3221a', '#ff9d8f'),
        breakWash: both('#f5d9d2', '#5b2a2b'),
        bg: both('#fbf8f0', '#122a3d'),
        fg: both('#1b2127', '#f0e9d8'),
        border: both('#cbc1aa', '#33536b'),
      },
    },
  },
})

export const system = createSystem(defaultConfig, config)

/** Colours as CSS variables, for drawings. */
export const ink = (name: string): string => `var(--chakra-colors-${name.replace(/[A-Z]/g, (c) => `-${c.toLowerCase()}`)})`
