/** Styles of a table that compares builds in columns of equal width. */
export const COMPARED_CELLS = {
  tableLayout: 'fixed',
  '& td, & th': { overflowWrap: 'anywhere' },
  '& thead th': { borderBottomWidth: '2px', fontSize: 'figure' },
  '& td:first-of-type': { color: 'inkSoft' },
  '& tr.section th': { textStyle: 'caption', color: 'inkSoft', pt: '2' },
} as const
