import { Box, Heading, Stack, Text } from '@chakra-ui/react'
import { useState, type FormEvent } from 'react'
import { accessStore, noteAccess } from '../state/access.js'
import { api } from '../state/api.js'
import { messageOf } from '../state/message-of.js'
import { PrimaryButton } from '../ui/buttons.js'
import { ProblemText } from '../ui/ProblemText.js'
import { SecretInput } from './SecretInput.js'

/** What is typed, and the state of the sign-in. */
function useSignIn() {
  const [typed, setTyped] = useState({ name: accessStore.getState().person?.name ?? '', password: '', code: '' })
  const [step, setStep] = useState<'password' | 'code'>('password')
  const [problem, setProblem] = useState('')
  const [busy, setBusy] = useState(false)
  const send = async (event: FormEvent) => {
    event.preventDefault()
    setBusy(true)
    setProblem('')
    try {
      const { name, password, code } = typed
      const result = await api.signIn({ name, password, ...(step === 'code' ? { code } : {}) })
      if (result.outcome === 'code') setStep('code')
      else noteAccess({ mode: 'accounts', person: result.person })
    } catch (error) {
      setProblem(messageOf(error))
      setTyped((before) => ({ ...before, code: '' }))
    }
    setBusy(false)
  }
  const type = (field: keyof typeof typed) => (text: string) => setTyped((before) => ({ ...before, [field]: text }))
  return { typed, type, step, problem, busy, send }
}

/** Form to sign in. `again`: a session has ended, and the page below is kept. */
export function SignIn({ again = false }: { again?: boolean }) {
  const form = useSignIn()
  return (
    <Box minH="100vh" px="4" pt={{ base: '8vh', md: '16vh' }} data-testid="sign-in">
      <Box
        as="form"
        onSubmit={(event: FormEvent) => void form.send(event)}
        maxW="380px"
        mx="auto"
        bg="sheet"
        borderWidth="1px"
        borderColor="rule"
        borderTopWidth="3px"
        borderTopColor="ink"
        px="5"
        py="4"
      >
        <Text fontFamily="heading" fontWeight={700} fontSize="figure" letterSpacing="0.08em">
          PLUCKY RATIO
        </Text>
        <Heading as="h1" textStyle="page" mb="2">
          Sign in
        </Heading>
        {again && (
          <Text fontSize="small" mb="2" role="status">
            Your session has ended. Your changes are kept on this page; they are saved after you sign in.
          </Text>
        )}
        <Fields form={form} />
        <Text textStyle="note" color="inkSoft" mt="3">
          Forgot your password? An owner of the shop can set a new one.
        </Text>
      </Box>
    </Box>
  )
}

const Fields = ({ form: { typed, type, step, problem, busy } }: { form: ReturnType<typeof useSignIn> }) => (
  <Stack gap="2.5">
    <SecretInput
      label="Name"
      type="text"
      autoComplete="username"
      value={typed.name}
      onType={type('name')}
      autoFocus={typed.name === ''}
      testId="sign-in-name"
    />
    <SecretInput
      label="Password"
      autoComplete="current-password"
      value={typed.password}
      onType={type('password')}
      autoFocus={typed.name !== ''}
      testId="sign-in-password"
    />
    {step === 'code' && (
      <SecretInput
        label="Code of the authenticator app"
        type="text"
        inputMode="numeric"
        autoComplete="one-time-code"
        value={typed.code}
        onType={type('code')}
        autoFocus
        testId="sign-in-code"
      />
    )}
    <ProblemText data-testid="sign-in-problem">{problem}</ProblemText>
    <PrimaryButton type="submit" loading={busy} loadingText="Signing in…" data-testid="sign-in-send">
      Sign in
    </PrimaryButton>
  </Stack>
)
