import { Flex, Text } from '@chakra-ui/react'
import { tableCsv, type PlainTable } from '@plucky/contract'
import type { RefObject } from 'react'
import { TextButton } from '../ui/buttons.js'
import { saveFile } from '../ui/save-file.js'
import { drawnSvg } from './drawn-svg.js'

interface FilesProps {
  /** Element that contains the SVG. */
  readonly frame: RefObject<HTMLElement | null>
  /** File name without extension. */
  readonly name: string
  /** Returns the data of the chart in the displayed units. */
  readonly table: () => PlainTable
}

/** Buttons that save a chart as SVG and its data as CSV. */
export function ChartFiles({ frame, name, table }: FilesProps) {
  const picture = () => {
    const svg = frame.current?.querySelector('svg')
    if (svg) saveFile(`${name}.svg`, drawnSvg(svg), 'image/svg+xml')
  }
  return (
    <Flex justify="end" align="center" gap="2" className="not-printed">
      <Text fontSize="note" color="inkSoft">
        Save chart:
      </Text>
      <TextButton height="22px" fontSize="note" onClick={picture} aria-label={`${name} as SVG`} data-testid={`${name}-svg`}>
        SVG
      </TextButton>
      <TextButton
        height="22px"
        fontSize="note"
        onClick={() => saveFile(`${name}.csv`, tableCsv(table()), 'text/csv')}
        aria-label={`${name} as CSV`}
        data-testid={`${name}-csv`}
      >
        CSV
      </TextButton>
    </Flex>
  )
}
