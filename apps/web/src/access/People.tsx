import { Flex, Text } from '@chakra-ui/react'
import { ROLES, type Person, type Role } from '@plucky/contract'
import { useState } from 'react'
import { api } from '../state/api.js'
import { useFetched } from '../state/queries.js'
import { OutlineButton, TextButton } from '../ui/buttons.js'
import { LabeledInput } from '../ui/LabeledInput.js'
import { Panel } from '../ui/panel.js'
import { PlainSelect } from '../ui/PlainSelect.js'
import { ProblemText } from '../ui/ProblemText.js'
import { RuledTable } from '../ui/RuledTable.js'
import { SelectField } from '../ui/SelectField.js'
import { ROLE_WORDS } from './role-words.js'
import { SecretInput } from './SecretInput.js'
import { useSending } from './use-sending.js'

const ROLE_OPTIONS = ROLES.map((role) => [role, role] as const)

/** People of the shop. An owner adds them, changes their roles and closes their accounts. */
export function People({ own }: { own: string }) {
  const { data = [], error, refetch } = useFetched(['people'], () => api.people())
  const [open, setOpen] = useState(false)
  const { problem, send } = useSending()
  const change = (person: Person, patch: Parameters<typeof api.patchPerson>[1]) =>
    void send(
      () => api.patchPerson(person.id, patch),
      () => refetch(),
    )
  return (
    <Panel title="People" note={`${data.filter(({ active }) => active).length} can sign in`} data-testid="people">
      <RuledTable look="list" room="usual">
        <thead>
          <tr>
            <th>Name</th>
            <th>Role</th>
            <th>Second factor</th>
            <th>Last seen</th>
            <th />
          </tr>
        </thead>
        <tbody>
          {data.map((person) => (
            <PersonRow key={person.id} person={person} isOwn={person.name === own} onChange={(patch) => change(person, patch)} />
          ))}
        </tbody>
      </RuledTable>
      <ProblemText>{problem || (error ? 'The people could not be loaded.' : '')}</ProblemText>
      <Text textStyle="note" color="inkSoft" mt="1">
        A change of role, a new password and a closed account sign the person out everywhere.
      </Text>
      {open ? (
        <AddPerson onAdded={() => void refetch().then(() => setOpen(false))} />
      ) : (
        <TextButton onClick={() => setOpen(true)} data-testid="add-person">
          Add a person
        </TextButton>
      )}
    </Panel>
  )
}

interface RowProps {
  readonly person: Person
  readonly isOwn: boolean
  readonly onChange: (patch: Parameters<typeof api.patchPerson>[1]) => void
}

const PersonRow = ({ person: { name, role, active, secondFactor, seenAt }, isOwn, onChange }: RowProps) => (
  <tr>
    <td className={active ? 'strong' : 'soft'}>{name}</td>
    <td>
      {isOwn || !active ? (
        role
      ) : (
        <PlainSelect label={`Role of ${name}`} value={role} options={ROLE_OPTIONS} onPick={(picked) => onChange({ role: picked })} />
      )}
    </td>
    <td>{secondFactor ? 'on' : 'off'}</td>
    <td>{!active ? 'closed' : seenAt ? new Date(seenAt).toLocaleString() : '–'}</td>
    <td>{!isOwn && <TextButton onClick={() => onChange({ active: !active })}>{active ? 'Close account' : 'Open account'}</TextButton>}</td>
  </tr>
)

function AddPerson({ onAdded }: { onAdded: () => void }) {
  const [name, setName] = useState('')
  const [role, setRole] = useState<Role>('builder')
  const [password, setPassword] = useState('')
  const { problem, send, busy } = useSending()
  return (
    <Flex direction="column" gap="2" mt="2" maxW="420px">
      <LabeledInput label="Name" value={name} onType={setName} width="100%" testId="person-name" />
      <SelectField
        label="Role"
        value={role}
        options={ROLES.map((each) => [each, ROLE_WORDS[each]] as const)}
        onPick={setRole}
        width="100%"
      />
      <SecretInput
        label="First password, at least 12 characters"
        autoComplete="new-password"
        value={password}
        onType={setPassword}
        testId="person-password"
      />
      <ProblemText>{problem}</ProblemText>
      <OutlineButton
        disabled={busy || !name.trim() || !password}
        onClick={() => void send(() => api.addPerson({ name, role, password }), onAdded)}
        data-testid="save-person"
      >
        Add
      </OutlineButton>
    </Flex>
  )
}
