import { createServer } from 'node:net'
import { Trouble } from './say.mjs'

/** A port from the environment, or the default. */
export function portFrom(name, usual) {
  const text = process.env[name]
  if (text === undefined || text === '') return usual
  const port = Number(text)
  if (Number.isInteger(port) && port > 0 && port < 65536) return port
  throw new Trouble(`${name} must be a whole number from 1 to 65535 (got "${text}").`)
}

/** Listens for a moment on loopback: gives the port, or nothing where it is taken. Port 0 asks for any free one. */
export function tryPort(port) {
  return new Promise((resolve) => {
    const server = createServer()
    server.on('error', () => resolve(undefined))
    server.listen(port, '127.0.0.1', () => {
      const { port: given } = server.address()
      server.close(() => resolve(given))
    })
  })
}

export const freePort = () => tryPort(0)
