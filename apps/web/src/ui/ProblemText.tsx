import { Text, type TextProps } from '@chakra-ui/react'

/** What is wrong, said where it was typed or done; nothing where nothing is. Screen readers say it at once. */
export const ProblemText = ({ children, ...rest }: TextProps) =>
  children ? (
    <Text role="alert" textStyle="note" color="break" {...rest}>
      {children}
    </Text>
  ) : null
