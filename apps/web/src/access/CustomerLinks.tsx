import { Text } from '@chakra-ui/react'
import { api } from '../state/api.js'
import { useFetched } from '../state/queries.js'
import { TextButton } from '../ui/buttons.js'
import { Panel } from '../ui/panel.js'
import { ProblemText } from '../ui/ProblemText.js'
import { RuledTable } from '../ui/RuledTable.js'
import { linkWords } from './link-words.js'
import { useSending } from './use-sending.js'

/** Customer links that are valid. */
export function CustomerLinks() {
  const { data = [], refetch } = useFetched(['links'], () => api.links())
  const { problem, send } = useSending()
  return (
    <Panel title="Customer links" note={`${data.length} valid`}>
      {data.length === 0 ? (
        <Text fontSize="small" color="inkSoft">
          None. A link to a quote or a build sheet is made on its page. It shows that document and nothing else.
        </Text>
      ) : (
        <RuledTable look="list">
          <thead>
            <tr>
              <th>Document</th>
              <th>Made by</th>
              <th>Ends</th>
              <th>Opened</th>
              <th />
            </tr>
          </thead>
          <tbody>
            {data.map((link) => (
              <tr key={link.id}>
                <td>{linkWords(link)}</td>
                <td>{link.by ?? '–'}</td>
                <td>{new Date(link.endsAt).toLocaleDateString()}</td>
                <td>{link.opened}</td>
                <td>
                  <TextButton
                    onClick={() =>
                      void send(
                        () => api.endLink(link.id),
                        () => refetch(),
                      )
                    }
                  >
                    End now
                  </TextButton>
                </td>
              </tr>
            ))}
          </tbody>
        </RuledTable>
      )}
      <ProblemText>{problem}</ProblemText>
    </Panel>
  )
}
