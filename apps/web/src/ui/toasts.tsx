import { createToaster, Toast, Toaster } from '@chakra-ui/react'
import { OutlineButton, TextButton } from './buttons.js'

/** Messages about something just done, one at a time, over the foot of the page. */
export const toasts = createToaster({ placement: 'bottom', max: 1, overlap: false })

/** Shows the messages. Each stays until it is closed or another takes its place, so that its way back is not lost. */
export const Toasts = () => (
  <Toaster toaster={toasts}>
    {({ description, action }) => (
      <Toast.Root bg="sheet" color="ink" borderWidth="2px" borderColor="ink" borderRadius="1px" alignItems="center" data-testid="toast">
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
