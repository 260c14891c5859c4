import { COMPARED_CELLS } from '../ui/compared-cells.js'
import { RuledTable } from '../ui/RuledTable.js'
import { Text } from '@chakra-ui/react'
import { comparison, type Compared, type EvaluatedJob } from '@plucky/contract'
import { useMemo } from 'react'

const CELLS = { ...COMPARED_CELLS, '& .step': { textAlign: 'right', fontFamily: 'figures' } } as const

interface ComparisonProps {
  readonly was: EvaluatedJob
  readonly is: EvaluatedJob
  readonly wasName: string
  readonly isName: string
}

/** Two states of a job side by side: first what it comes to, then all that differs. */
export function ComparisonTable({ was, is, wasName, isName }: ComparisonProps) {
  const { headline, stations, held, others } = useMemo(() => comparison(was, is), [was, is])
  return (
    <>
      <RuledTable look="list" room="wide" css={CELLS} data-testid="comparison">
        <thead>
          <tr>
            <th style={{ width: '23%' }}>
              <span style={{ position: 'absolute', clip: 'rect(0 0 0 0)' }}>what</span>
            </th>
            <th>{wasName}</th>
            <th>{isName}</th>
            <th className="step" style={{ width: 84 }}>
              Change
            </th>
          </tr>
        </thead>
        <tbody>
          <Rows rows={headline} figures />
          <Section name="Installed parts" rows={stations} />
          <Section name="Power held by station" rows={held} figures />
          <Section name="Brief, line pressure, house rules, shelf" rows={others} />
        </tbody>
      </RuledTable>
      {stations.length + held.length + others.length === 0 && (
        <Text mt="1.5" fontSize="small" color="inkSoft">
          No differences.
        </Text>
      )}
    </>
  )
}

function Section({ name, rows, figures = false }: { name: string; rows: readonly Compared[]; figures?: boolean }) {
  if (rows.length === 0) return null
  return (
    <>
      <tr className="section">
        <th colSpan={4} scope="colgroup">
          {name}
        </th>
      </tr>
      <Rows rows={rows} figures={figures} />
    </>
  )
}

function Rows({ rows, figures }: { rows: readonly Compared[]; figures: boolean }) {
  return rows.map((row) => (
    <tr key={row.name}>
      <td>{row.name}</td>
      <td className={figures ? 'figure' : ''}>{row.was}</td>
      <td className={`${figures ? 'figure' : ''} ${row.was === row.is ? '' : 'changed'}`}>{row.is}</td>
      <td className="step">{row.step}</td>
    </tr>
  ))
}
