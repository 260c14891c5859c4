import { createToaster, Toast, Toaster } from '@chakra-ui/react'
import { OutlineButton, TextButton } from './buttons.js'

/** Toast messages, one at a time, at the bottom of the page. */
export const toasts = createToaster({ placement: 'bottom', max: 1, overlap: false })

/** Renders the toasts. A toast stays until it is closed or replaced, so its undo button is not lost. */
export const Toasts = () => (
  <Toaster toaster={toasts}>
    {({ description, action }) => (
      <Toast.Root
        width={{ base: 'full', md: '480px' }}
        bg="sheet"
        color="ink"
        borderWidth="2px"
        borderColor="ink"
        borderRadius="1px"
        alignItems="center"
        data-testid="toast"
      >
        <Toast.Description color="ink" flex="1">
          {description}
        </Toast.Description>
        {action && (
          <Toast.ActionTrigger asChild>
            <OutlineButton size="sm" data-testid="undo-done">
              {action.label}
            </OutlineButton>
          </Toast.ActionTrigger>
        )}
        <Toast.CloseTrigger asChild position="static">
          <TextButton>Close</TextButton>
        </Toast.CloseTrigger>
      </Toast.Root>
    )}
  </Toaster>
)
