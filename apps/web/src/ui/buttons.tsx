import { Button, type ButtonProps } from '@chakra-ui/react'

/** The way on: inked in. */
export const PrimaryButton = (props: ButtonProps) => (
  <Button
    bg="torque"
    color="paper"
    borderRadius="1px"
    minH="44px"
    fontFamily="heading"
    fontSize="lead"
    _hover={{ opacity: 0.9 }}
    {...props}
  />
)

/** Another way: ruled. */
export const OutlineButton = (props: ButtonProps) => (
  <Button
    variant="outline"
    bg="transparent"
    color="ink"
    borderRadius="1px"
    borderColor="ink"
    minH="40px"
    _hover={{ bg: 'torqueWash' }}
    {...props}
  />
)

/** A word to press, underlined. */
export const TextButton = (props: ButtonProps) => (
  <Button
    variant="plain"
    color="ink"
    size="sm"
    height="28px"
    px="1.5"
    fontSize="small"
    textDecoration="underline"
    textUnderlineOffset="3px"
    {...props}
  />
)
