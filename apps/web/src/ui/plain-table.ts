/** A ruled table of figures beside their names. */
export const PLAIN_TABLE = {
  borderCollapse: 'collapse',
  width: '100%',
  fontSize: '13.5px',
  '& td, & th': {
    padding: '2px 5px',
    lineHeight: '1.25',
    borderBottom: '1px solid',
    borderColor: 'ruleSoft',
    textAlign: 'left',
    verticalAlign: 'baseline',
    fontWeight: 400,
  },
  '& th, & td:first-of-type': { color: 'inkSoft' },
  '& td:not(:first-of-type)': { fontFamily: 'figures', fontSize: '14.5px' },
  '& .short': { color: 'break', fontWeight: 700 },
} as const
