import { Flex, Text } from '@chakra-ui/react'
import { tableCsv, type PlainTable } from '@plucky/contract'
import type { RefObject } from 'react'
import { Worded } from '../ui/buttons.js'
import { saveFile } from '../ui/save-file.js'
import { drawnSvg } from './drawn-svg.js'

interface FilesProps {
  /** What the chart is drawn in. */
  readonly frame: RefObject<HTMLElement | null>
  /** Of the files, without ending. */
  readonly name: string
  /** The figures that are drawn, in the units shown. */
  readonly table: () => PlainTable
}

/** A chart as a picture and as the figures in it. */
export function ChartFiles({ frame, name, table }: FilesProps) {
  const picture = () => {
    const svg = frame.current?.querySelector('svg')
    if (svg) saveFile(`${name}.svg`, drawnSvg(svg), 'image/svg+xml')
  }
  return (
    <Flex justify="end" align="center" gap="8px" className="not-printed">
      <Text fontSize="13px" color="inkSoft">
        Save chart:
      </Text>
      <Worded height="22px" fontSize="13px" onClick={picture} aria-label={`${name} as SVG`} data-testid={`${name}-svg`}>
        SVG
      </Worded>
      <Worded
        height="22px"
        fontSize="13px"
        onClick={() => saveFile(`${name}.csv`, tableCsv(table()), 'text/csv')}
        aria-label={`${name} as CSV`}
        data-testid={`${name}-csv`}
      >
        CSV
      </Worded>
    </Flex>
  )
}
