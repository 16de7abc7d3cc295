/** Takes fits from the queue until it is ended; npm start runs one beside the web server. */
import { startFitServer } from '../src/worker/serve-fits'

const url = process.env.DATABASE_URL
if (!url) throw new Error('DATABASE_URL is not set: start the application with npm start')
const stop = await startFitServer(url)
const end = () => void stop().then(() => process.exit(0))
process.on('SIGINT', end)
process.on('SIGTERM', end)
