/**
 * What the server does by itself until it is ended: takes fits from the queue, makes the backup of every night, hears the brokers
 * of thermometers and tells devices of frost and heat. npm start runs one beside the web server.
 */
import { join } from 'node:path'
import { startNightlyBackups } from '../src/worker/nightly-backup'
import { connect } from '../src/data/database'
import { startHearingBrokers } from '../src/worker/hear-brokers'
import { startFitServer } from '../src/worker/serve-fits'
import { startTelling } from '../src/worker/tell-devices'
import { ROOT } from './machine.mjs'

const url = process.env.DATABASE_URL
if (!url) throw new Error('DATABASE_URL is not set: start the application with npm start')
const stop = await startFitServer(url)
const stopBackups = startNightlyBackups({
  url,
  folder: process.env.DOVE_STEP_BACKUPS ?? join(ROOT, '.data', 'backups'),
  second: process.env.DOVE_STEP_SECOND_BACKUPS,
  passphrase: process.env.DOVE_STEP_PASSPHRASE,
})
const connection = connect(url)
const stopHearing = startHearingBrokers(connection)
const stopTelling = startTelling(connection, process.env.DOVE_STEP_PUSH_SERVICE)
let ending = false
// At a terminal Ctrl-C reaches it twice: by itself, and from what started it.
const end = () => {
  if (ending) return
  ending = true
  stopBackups()
  void Promise.all([stop(), stopHearing(), stopTelling()])
    .then(connection.close)
    .then(() => process.exit(0))
}
process.on('SIGINT', end)
process.on('SIGTERM', end)
