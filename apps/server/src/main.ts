import { createApplication } from './application.js'
import { addressOf, readConfig } from './config.js'
import { Disk } from './disk/disk.js'

async function main(): Promise<void> {
  const config = readConfig(process.env)
  const { tls, metricsToken, ...settings } = config
  const given = { ...(tls ? { tls } : {}), ...(metricsToken ? { metricsToken } : {}) }
  const app = await createApplication({ ...settings, ...given, disk: new Disk(config.dataFolder) })
  try {
    await app.listen(config.port, config.host)
  } catch (error) {
    // Errors of listen() are system errors.
    if ((error as NodeJS.ErrnoException).code !== 'EADDRINUSE') throw error
    throw new Error(`Port ${config.port} is in use by another program. Stop it, or use another port: PORT=${config.port + 1} npm start`, {
      cause: error,
    })
  }
  if (!process.send) return console.log(`Plucky Ratio is running at ${addressOf(config)}`)
  // Started by a launcher: tell it, and don't outlive it.
  process.on('disconnect', () => process.exit(0))
  process.send('ready')
}

main().catch((error: unknown) => {
  console.error(error instanceof Error ? error.message : error)
  process.exit(1)
})
