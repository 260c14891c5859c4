// Health check of the container: ends with 0 if the server in it answers.
import http from 'node:http'
import https from 'node:https'

const { PORT = '4780', PLUCKY_TLS_CERT } = process.env
// The certificate is for the name of the shop, not for this address.
const options = { host: '127.0.0.1', port: PORT, path: '/api/health/live', rejectUnauthorized: false }
const request = (PLUCKY_TLS_CERT ? https : http).get(options, ({ statusCode }) => process.exit(statusCode === 200 ? 0 : 1))
request.on('error', () => process.exit(1))
