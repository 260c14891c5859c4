import { chakra } from '@chakra-ui/react'

const RANGE = /(\S+–\S+)/

/** Text in which a span such as "1–2" stays on one line. */
export const Unbroken = ({ children }: { children: string }) =>
  children.split(RANGE).map((piece, i) =>
    i % 2 === 0 ? (
      piece
    ) : (
      <chakra.span key={i} whiteSpace="nowrap">
        {piece}
      </chakra.span>
    ),
  )
