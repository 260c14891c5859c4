import { Box } from '@chakra-ui/react'
import { useVirtualizer } from '@tanstack/react-virtual'
import { useEffect, useRef, type ReactNode } from 'react'

/** Visible rows of a long list, and the height of the rows above and below them, px. */
interface InSight {
  readonly above: number
  readonly below: number
  readonly inSight: readonly number[]
  /** Ref for each rendered row. The row needs its index as `data-index`. */
  readonly measure: (row: Element | null) => void
}

interface ScrolledProps {
  readonly height: string
  readonly count: number
  /** Index of the row to scroll to, or -1. */
  readonly shown: number
  readonly testId: string | undefined
  readonly children: (rows: InSight) => ReactNode
}

/** Estimated row height before it is measured, px. */
const GUESSED_ROW_PX = 48

/** Scrolling list that renders visible rows only. */
export function ScrolledRows({ height, count, shown, testId, children }: ScrolledProps) {
  const box = useRef<HTMLDivElement>(null)
  // eslint-disable-next-line react-hooks/incompatible-library -- nothing here is memoized by the compiler
  const rows = useVirtualizer({ count, getScrollElement: () => box.current, estimateSize: () => GUESSED_ROW_PX, overscan: 8 })
  useEffect(() => {
    const { startIndex, endIndex } = rows.range ?? { startIndex: 0, endIndex: 0 }
    // A row in sight stays where it is.
    if (shown >= 0 && (shown <= startIndex || shown >= endIndex)) rows.scrollToIndex(shown, { align: 'center' })
  }, [shown, rows])
  const items = rows.getVirtualItems()
  return (
    <Box
      ref={box}
      maxH={height}
      minH="300px"
      overflowY="auto"
      css={{ '& thead th': { position: 'sticky', top: 0, bg: 'sheet', zIndex: 1 } }}
      data-testid={testId}
    >
      {children({
        above: items[0]?.start ?? 0,
        below: rows.getTotalSize() - (items.at(-1)?.end ?? 0),
        inSight: items.map(({ index }) => index),
        measure: rows.measureElement,
      })}
    </Box>
  )
}
