import { Box } from '@chakra-ui/react'
import { useVirtualizer } from '@tanstack/react-virtual'
import { useEffect, useRef, type ReactNode } from 'react'

/** What of a long list is in sight, and how high what is not drawn above and below it would be, px. */
interface InSight {
  readonly above: number
  readonly below: number
  readonly inSight: readonly number[]
  /** Ref of each drawn row, which must carry its number as `data-index`. */
  readonly measure: (row: Element | null) => void
}

interface ScrolledProps {
  readonly height: string
  readonly count: number
  /** Number of the row to bring into sight, or -1. */
  readonly shown: number
  readonly testId: string | undefined
  readonly children: (rows: InSight) => ReactNode
}

/** Height of a row before it is drawn, px. */
const GUESSED_ROW_PX = 48

/** A list that scrolls by itself and of which only the rows in sight are drawn. */
export function ScrolledRows({ height, count, shown, testId, children }: ScrolledProps) {
  const box = useRef<HTMLDivElement>(null)
  // eslint-disable-next-line react-hooks/incompatible-library -- its functions change nothing that is kept
  const rows = useVirtualizer({ count, getScrollElement: () => box.current, estimateSize: () => GUESSED_ROW_PX, overscan: 8 })
  useEffect(() => {
    if (shown >= 0) rows.scrollToIndex(shown)
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
