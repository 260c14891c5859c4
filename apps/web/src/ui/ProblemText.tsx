import { Text, type TextProps } from '@chakra-ui/react'

/** Error text next to the field or button it belongs to. Renders nothing without text. Announced by screen readers. */
export const ProblemText = ({ children, ...rest }: TextProps) =>
  children ? (
    <Text role="alert" textStyle="note" color="break" {...rest}>
      {children}
    </Text>
  ) : null
