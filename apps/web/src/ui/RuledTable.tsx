import { chakra } from '@chakra-ui/react'

const FIGURES = { fontFamily: 'figures', fontSize: 'small' } as const
const STRONG = { fontFamily: 'heading', fontWeight: 600, borderColor: 'ink' } as const

/**
 * Table with a line under each row. Looks: `facts` for name and value, `list` for text, `numbers` for right-aligned figures. Cell classes:
 * `figure`, `soft`, `strong`, `changed`, `short`.
 */
export const RuledTable = chakra('table', {
  base: {
    borderCollapse: 'collapse',
    width: '100%',
    fontSize: 'note',
    lineHeight: '1.25',
    '& td, & th': {
      borderBottomWidth: '1px',
      borderColor: 'ruleSoft',
      textAlign: 'left',
      verticalAlign: 'baseline',
      fontWeight: 400,
    },
    '& tbody .figure': FIGURES,
    '& .soft': { color: 'inkSoft' },
    '& .strong': { fontWeight: 700 },
    '& .changed': { color: 'torque', fontWeight: 700 },
    '& .short': { color: 'break', fontWeight: 700 },
  },
  variants: {
    look: {
      facts: {
        '& th, & td:first-of-type': { color: 'inkSoft' },
        '& td:not(:first-of-type)': FIGURES,
      },
      list: {
        fontSize: 'small',
        '& thead th': STRONG,
        '& tbody .figure': { fontFamily: 'figures', fontSize: 'body', whiteSpace: 'nowrap' },
      },
      numbers: {
        fontSize: 'small',
        '& td, & th': { borderBottomWidth: '1px', borderColor: 'ruleSoft', textAlign: 'right', fontWeight: 400, whiteSpace: 'nowrap' },
        '& th': STRONG,
        '& td:first-of-type, & th:first-of-type': { textAlign: 'left', whiteSpace: 'normal' },
        '& td:not(:first-of-type)': { fontFamily: 'figures', fontSize: 'body' },
      },
    },
    room: {
      close: { lineHeight: '1.22', '& td, & th': { px: '1', py: 'px' } },
      usual: { '& td, & th': { px: '1.5', py: '0.5' } },
      wide: { '& td, & th': { px: '1.5', py: '1' } },
    },
  },
  defaultVariants: { look: 'facts', room: 'usual' },
})
