import { Link, Text } from '@chakra-ui/react'
import { Panel } from '../ui/panel.js'

/** Downloads a backup of the whole shop. The browser writes it as it comes: it may be large. */
export const ShopBackup = () => (
  <Panel title="Backup" note="everything in one file">
    <Text fontSize="small">
      Jobs, parts shelf, transmissions, photos, quotes and build books. To restore it: <code>npx plucky restore FILE</code>.
    </Text>
    <Link
      href="/api/backup"
      download
      display="inline-flex"
      alignItems="center"
      minH="44px"
      mt="1"
      px="3.5"
      color="ink"
      borderWidth="1px"
      borderColor="ink"
      borderRadius="1px"
      data-testid="backup"
    >
      Download backup (ZIP)
    </Link>
  </Panel>
)
