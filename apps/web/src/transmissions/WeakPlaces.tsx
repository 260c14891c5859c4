import { Box, Text } from '@chakra-ui/react'
import { capital, listed, OFTEN_WORDS, quantity, stationName, USE_WORDS } from '@plucky/contract'
import { weakPlacesOf, type Unit, type WeakPlace } from '@plucky/core'
import { Panel } from '../ui/panel.js'
import { RuledTable } from '../ui/RuledTable.js'
import { TableHead } from '../ui/TableHead.js'

/** Known weak places of a transmission, front to rear. */
export function WeakPlaces({ unit }: { unit: Unit }) {
  const places = weakPlacesOf(unit)
  return (
    <Panel title="Known weak places" note={places.length === 0 ? 'none entered; add them under Edit' : 'front to rear'} mt="2.5" mb="4">
      {places.length > 0 && (
        <Box overflowX="auto" tabIndex={0} role="region" aria-label="Known weak places">
          <RuledTable
            look="list"
            fontSize="small"
            css={{ '& td': { paddingBlock: '5px', paddingRight: '12px' } }}
            data-testid="weak-places"
          >
            <TableHead words={['Place', 'What happens, symptom', 'Cause', 'How usual', 'Remedy']} />
            <tbody>
              {places.map((place) => (
                <tr key={place.id}>
                  <td>
                    <strong>{place.place}</strong>
                    <Text as="span" display="block" fontSize="note" color="inkSoft">
                      {place.stationId === undefined ? 'case, pan, cooler' : stationName(unit, place.stationId)}
                    </Text>
                  </td>
                  <td>{`${place.failure}. ${place.sign}.`}</td>
                  <td>{`${place.cause}.`}</td>
                  <td>{[OFTEN_WORDS[place.often], ...conditionWords(unit, place)].join('; ')}</td>
                  <td>{remedyWords(place)}</td>
                </tr>
              ))}
            </tbody>
          </RuledTable>
        </Box>
      )}
    </Panel>
  )
}

const remedyWords = ({ noRepair, remedies }: WeakPlace): string =>
  [...(noRepair ? [`No repair: ${noRepair}`] : []), ...remedies.map(({ text }) => `${capital(text)}.`)].join(' ')

/** When a weak place matters. */
const conditionWords = ({ variants = [] }: Unit, place: WeakPlace): string[] => [
  ...(place.variants ? [`only ${listed(place.variants.map((id) => variants.find((each) => each.id === id)?.name ?? id))}`] : []),
  ...(place.fromPowerW === undefined ? [] : [`from ${quantity(place.fromPowerW, 'hp')}`]),
  ...(place.uses ? [`for ${listed(place.uses.map((use) => USE_WORDS[use]))}`] : []),
]
