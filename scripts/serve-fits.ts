/** Takes fits from the queue, and makes the backup of every night, until it is ended; npm start runs one beside the web server. */
import { join } from 'node:path'
import { startNightlyBackups } from '../src/worker/nightly-backup'
import { startFitServer } from '../src/worker/serve-fits'
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
let ending = false
// At a terminal Ctrl-C reaches it twice: by itself, and from what started it.
const end = () => {
  if (ending) return
  ending = true
  stopBackups()
  void stop().then(() => process.exit(0))
}
process.on('SIGINT', end)
process.on('SIGTERM', end)
