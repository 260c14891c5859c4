import { RuledTable } from '../ui/RuledTable.js'
import { Box, Flex, Text } from '@chakra-ui/react'
import { differences, listed as inARow, PartDto, readPartsCsv, type Difference, type PartsTable } from '@plucky/contract'
import type { Part } from '@plucky/core'
import { useState } from 'react'
import { takeParts, versionOf, wholeShop } from '../state/shop.js'
import { PrimaryButton, OutlineButton } from '../ui/buttons.js'
import { FilePicker } from '../ui/FilePicker.js'
import { ImportPanel } from './ImportPanel.js'
import { ProblemText } from '../ui/ProblemText.js'
import { outcomeOf } from '../state/outcome-of.js'

/** What a table would do to the shelf. */
interface Preview {
  readonly file: string
  readonly table: PartsTable
  readonly added: readonly Part[]
  /** With the number of the save that each is compared with. */
  readonly changed: readonly { readonly part: Part; readonly version: number; readonly what: readonly Difference[] }[]
  readonly same: number
  readonly bad: readonly Extract<PartsTable['rows'][number], { ok: false }>[]
}

async function previewOf(file: string, text: string): Promise<Preview> {
  const table = readPartsCsv(text)
  const { parts } = await wholeShop()
  const good = table.rows.flatMap((row) => (row.ok ? [row.part] : []))
  const known = good.flatMap((part) => {
    const own = parts.get(part.id)
    return own ? [{ part, version: versionOf('parts', part.id) ?? 0, what: differences(own, part, PartDto) }] : []
  })
  return {
    file,
    table,
    added: good.filter((part) => !parts.has(part.id)),
    changed: known.filter(({ what }) => what.length > 0),
    same: known.filter(({ what }) => what.length === 0).length,
    bad: table.rows.flatMap((row) => (row.ok ? [] : [row])),
  }
}

/** A table of parts, looked at row by row before anything is taken in. */
export function PartsCsvImport({ onClose }: { onClose: () => void }) {
  const [preview, setPreview] = useState<Preview>()
  const [refused, setRefused] = useState('')
  const [taken, setTaken] = useState('')
  const chosen = async (file: File) => {
    setTaken('')
    setRefused('')
    setPreview(await previewOf(file.name, await file.text()))
  }
  const take = async ({ added, changed }: Preview) => {
    try {
      await takeParts(
        added,
        changed.map(({ part, version }) => ({ item: part, version })),
      )
      setPreview(undefined)
      setTaken(`Imported: ${added.length} new, ${changed.length} changed.`)
    } catch (error) {
      setRefused(outcomeOf(error, 'imported'))
    }
  }
  return (
    <ImportPanel
      title="Import parts (CSV)"
      words="A CSV file with one part per row and the same columns as an export. Write units in the cell: 0.945 in, 24 mm. You see a preview before anything is imported."
      testId="table-preview"
      onClose={onClose}
    >
      <Box my="2">
        <FilePicker accept=".csv,text/csv" label="Table of parts" onChosen={(file) => void chosen(file)} testId="table-file" />
      </Box>
      {taken && (
        <Text role="status" fontWeight={600}>
          {taken}
        </Text>
      )}
      {refused && <ProblemText fontWeight={600}>{refused}</ProblemText>}
      {preview && <Shown preview={preview} onTake={() => void take(preview)} onLeave={() => setPreview(undefined)} />}
    </ImportPanel>
  )
}

function Shown({ preview, onTake, onLeave }: { preview: Preview; onTake: () => void; onLeave: () => void }) {
  const { file, table, added, changed, same, bad } = preview
  const counts = [`${added.length} new`, `${changed.length} changed`, `${same} unchanged`, `${bad.length} with errors`]
  const many = added.length + changed.length
  return (
    <Box>
      <Text fontWeight={600} role="status" data-testid="table-counts">
        {table.problems.length > 0 ? `${file} can't be read as a table of parts.` : `${file}: ${inARow(counts)}.`}
      </Text>
      {table.problems.map((p) => (
        <ProblemText key={p.path + p.code}>{p.sentence}</ProblemText>
      ))}
      <Bad rows={bad} />
      <Rows preview={preview} />
      <Flex gap="2.5" mt="2.5" align="center">
        <OutlineButton minH="44px" onClick={onLeave}>
          Cancel
        </OutlineButton>
        {many > 0 && (
          <PrimaryButton onClick={onTake} data-testid="table-take">
            {bad.length > 0 ? `Skip ${bad.length} with errors, import ${many}` : `Import ${many}`}
          </PrimaryButton>
        )}
      </Flex>
    </Box>
  )
}

/** Bad rows, by their line in the file. */
function Bad({ rows }: { rows: Preview['bad'] }) {
  return rows.map((row) => (
    <Box key={row.line} mt="1.5" color="break" fontSize="small" data-testid={`bad-line-${row.line}`}>
      <Text fontWeight={600}>{`Line ${row.line}${row.id ? `, “${row.id}”` : ''}`}</Text>
      {row.problems.map((p) => (
        <Text key={p.path + p.code}>{`${p.path ? `${p.path}: ` : ''}${p.sentence}`}</Text>
      ))}
    </Box>
  ))
}

function Rows({ preview: { added, changed } }: { preview: Preview }) {
  if (added.length + changed.length === 0) return null
  return (
    <RuledTable look="list" mt="2">
      <tbody>
        {added.map((part) => (
          <tr key={part.id}>
            <td>new</td>
            <td>
              <strong>{part.name}</strong>
              {`, ${part.maker} (${part.id})`}
            </td>
          </tr>
        ))}
        {changed.map(({ part, what }) => (
          <tr key={part.id}>
            <td>changed</td>
            <td>
              <strong>{part.name}</strong>
              {` (${part.id}): ${what.map((d) => `${d.name} ${d.was} → ${d.is}`).join('; ')}`}
            </td>
          </tr>
        ))}
      </tbody>
    </RuledTable>
  )
}
