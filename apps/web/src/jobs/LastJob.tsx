import { Box, Flex, Grid, Heading, Link as ChakraLink, Text } from '@chakra-ui/react'
import { hoursWords, money, type Headline, type LastJob as Last } from '@plucky/contract'
import { Link } from 'react-router'
import { jobAddress } from '../app/views.js'
import { Panel } from '../ui/panel.js'
import { EARLIER_RESULT } from './PowerBar.js'
import { TextLink } from '../ui/TextLink.js'

/** The job with the latest change: its answer as a link, weakest stations, changed parts and condition as received. */
export function LastJob({ job }: { job: Last }) {
  const when = new Date(job.savedAt).toLocaleString([], { dateStyle: 'medium', timeStyle: 'short' })
  const { headline } = job
  return (
    <Box overflowWrap="anywhere">
      <Text fontSize="body" color="inkSoft">
        {['Last job: ' + job.number, job.name, job.customer, job.unitName, when].filter(Boolean).join(' · ')}
      </Text>
      <Heading as="h1" fontSize={{ base: 'page', md: 'sentence' }} fontWeight={700} lineHeight="1.12" mt="0.5">
        <ChakraLink
          asChild
          color="ink"
          textDecoration="underline"
          textDecorationThickness="2px"
          textUnderlineOffset="6px"
          textDecorationColor="torque"
        >
          <Link to={jobAddress(job.number)} data-testid="last-job">
            {job.sentence || 'Open this job'}
          </Link>
        </ChakraLink>
      </Heading>
      {!job.rated && (
        <Text mt="1" color="inkSoft">
          {job.outcome === null ? 'Not calculated yet.' : EARLIER_RESULT}
        </Text>
      )}
      {headline && (
        <Grid
          mt="3"
          gap="2.5"
          templateColumns={{ base: 'minmax(0, 1fr)', md: '1fr 1fr', xl: headline.condition ? '1fr 1fr 1fr' : '1fr 1fr' }}
        >
          <Weakest weakest={headline.weakest} />
          <ChangedParts headline={headline} />
          {headline.condition && <Condition number={job.number} words={headline.condition} />}
        </Grid>
      )}
    </Box>
  )
}

const Weakest = ({ weakest }: Pick<Headline, 'weakest'>) => (
  <Panel title="Three weakest stations">
    {weakest.map(({ station, where, held, short }, i) => (
      <Flex key={station} justify="space-between" borderTopWidth={i ? '1px' : 0} borderColor="ruleSoft" py="1" gap="3">
        <Text>
          {station}
          <Text as="span" color="inkSoft">
            {where && ` ${where}`}
          </Text>
        </Text>
        <Text textStyle="figureStrong" color={short ? 'break' : 'ink'} whiteSpace="nowrap">
          {held}
        </Text>
      </Flex>
    ))}
    {weakest.length === 0 && <Text color="inkSoft">No answer yet.</Text>}
  </Panel>
)

const SHOWN = 3

/** Stations with a part other than the one received, front to rear. */
function ChangedParts({ headline: { changed, stations, price, hours, received } }: { headline: Headline }) {
  const more = changed.length - SHOWN
  const note = changed.length === 0 ? 'none' : `${changed.length} of ${stations} stations, ${money(price)}, ${hoursWords(hours)}`
  return (
    <Panel title="Changed parts" note={note}>
      {changed.slice(0, SHOWN).map(({ station, part }) => (
        <Flex key={station} fontSize="small" gap="2" borderTopWidth="1px" borderColor="ruleSoft" py="0.5">
          <Text color="inkSoft" width="150px" flexShrink={0}>
            {station}
          </Text>
          <Text minW="0" truncate>
            {part}
          </Text>
        </Flex>
      ))}
      <Text mt="1" fontSize="small" color="inkSoft">
        {`${more > 0 ? `And ${more} more. ` : ''}As received: ${received}.`}
      </Text>
    </Panel>
  )
}

const Condition = ({ number, words }: { number: number; words: string }) => (
  <Panel title="Condition as received">
    <TextLink to={jobAddress(number, 'diagnosis')} data-testid="came-in">
      {words}
    </TextLink>
  </Panel>
)
