import { Box, Flex, Stack, Text } from '@chakra-ui/react'
import type { NewFactor, SignedIn } from '@plucky/contract'
import { QRCodeSVG } from 'qrcode.react'
import { useState } from 'react'
import { noteAccess } from '../state/access.js'
import { api } from '../state/api.js'
import { OutlineButton, TextButton } from '../ui/buttons.js'
import { Panel } from '../ui/panel.js'
import { ProblemText } from '../ui/ProblemText.js'
import { ROLE_WORDS } from './role-words.js'
import { SecretInput } from './SecretInput.js'
import { useSending } from './use-sending.js'

const reload = async () => noteAccess(await api.access())

/** The signed-in person: password, second factor and sessions. */
export function OwnAccount({ person }: { person: SignedIn }) {
  const [open, setOpen] = useState<'' | 'password' | 'factor'>('')
  const toggle = (wanted: 'password' | 'factor') => () => setOpen(open === wanted ? '' : wanted)
  const { problem, send } = useSending()
  return (
    <Panel title={person.name} note={ROLE_WORDS[person.role]}>
      <Flex gap="2" wrap="wrap" align="center">
        <OutlineButton onClick={toggle('password')} aria-expanded={open === 'password'} data-testid="change-password">
          Change password
        </OutlineButton>
        <OutlineButton onClick={toggle('factor')} aria-expanded={open === 'factor'} data-testid="second-factor">
          {person.secondFactor ? 'Second factor: on' : 'Set up second factor'}
        </OutlineButton>
        <OutlineButton onClick={() => void send(api.signOut, reload)} data-testid="sign-out">
          Sign out
        </OutlineButton>
        <TextButton onClick={() => void send(api.signOutEverywhere, reload)}>Sign out on all devices</TextButton>
      </Flex>
      <ProblemText>{problem}</ProblemText>
      {open === 'password' && <PasswordForm onDone={() => setOpen('')} />}
      {open === 'factor' &&
        (person.secondFactor ? <RemoveFactor onDone={() => setOpen('')} /> : <SetUpFactor onDone={() => setOpen('')} />)}
      {person.awaitsFactor && (
        <Text fontSize="small" fontWeight={600} mt="1.5" role="status" data-testid="awaits-factor">
          Owners of this shop must use a second factor: a code from an app on your phone. Until you set it up, you have builder rights.
        </Text>
      )}
      {person.role === 'owner' && !person.secondFactor && open !== 'factor' && (
        <Text textStyle="note" color="inkSoft" mt="1.5">
          Owners should use a second factor: a code from an app on the phone.
        </Text>
      )}
    </Panel>
  )
}

interface FormProps {
  readonly onDone: () => void
}

function PasswordForm({ onDone }: FormProps) {
  const [present, setPresent] = useState('')
  const [password, setPassword] = useState('')
  const { problem, send, busy } = useSending()
  return (
    <Stack gap="2" mt="2" maxW="360px">
      <SecretInput label="Present password" autoComplete="current-password" value={present} onType={setPresent} testId="present-password" />
      <SecretInput
        label="New password, at least 12 characters"
        autoComplete="new-password"
        value={password}
        onType={setPassword}
        testId="new-password"
      />
      <ProblemText>{problem}</ProblemText>
      <OutlineButton
        disabled={busy || !present || !password}
        onClick={() => void send(() => api.changePassword({ present, password }), onDone)}
        data-testid="save-password"
      >
        Save password and sign out other devices
      </OutlineButton>
    </Stack>
  )
}

function SetUpFactor({ onDone }: FormProps) {
  const [password, setPassword] = useState('')
  const [made, setMade] = useState<NewFactor>()
  const [code, setCode] = useState('')
  const { problem, send, busy } = useSending()
  if (!made)
    return (
      <Stack gap="2" mt="2" maxW="360px">
        <SecretInput label="Password" autoComplete="current-password" value={password} onType={setPassword} testId="factor-password" />
        <ProblemText>{problem}</ProblemText>
        <OutlineButton
          disabled={busy || !password}
          onClick={() => void send(() => api.beginFactor(password), setMade)}
          data-testid="begin-factor"
        >
          Get a secret
        </OutlineButton>
      </Stack>
    )
  return (
    <Flex gap="4" mt="2" wrap="wrap" align="flex-start">
      <Box bg="white" p="2" lineHeight="0">
        <QRCodeSVG value={made.address} size={148} title="Address for an authenticator app" />
      </Box>
      <Stack gap="2" flex="1" minW="240px">
        <Text fontSize="small">
          Scan it with an authenticator app, or enter the secret: <code>{made.secret.replaceAll(/(.{4})/g, '$1 ')}</code>
        </Text>
        <SecretInput
          label="Code that the app shows"
          type="text"
          inputMode="numeric"
          autoComplete="one-time-code"
          value={code}
          onType={setCode}
          testId="factor-code"
        />
        <ProblemText>{problem}</ProblemText>
        <OutlineButton
          disabled={busy || !code}
          onClick={() =>
            void send(
              () => api.confirmFactor(code),
              () => reload().then(onDone),
            )
          }
          data-testid="confirm-factor"
        >
          Turn on
        </OutlineButton>
      </Stack>
    </Flex>
  )
}

function RemoveFactor({ onDone }: FormProps) {
  const [password, setPassword] = useState('')
  const [code, setCode] = useState('')
  const { problem, send, busy } = useSending()
  return (
    <Stack gap="2" mt="2" maxW="360px">
      <SecretInput label="Password" autoComplete="current-password" value={password} onType={setPassword} />
      <SecretInput
        label="Code that the app shows"
        type="text"
        inputMode="numeric"
        autoComplete="one-time-code"
        value={code}
        onType={setCode}
      />
      <ProblemText>{problem}</ProblemText>
      <OutlineButton
        disabled={busy || !password || !code}
        onClick={() =>
          void send(
            () => api.removeFactor(password, code),
            () => reload().then(onDone),
          )
        }
      >
        Remove the second factor
      </OutlineButton>
    </Stack>
  )
}
