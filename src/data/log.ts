/** The server's log: one JSON line an event, level by `LOG_LEVEL`, nothing personal in it. */
import pino from 'pino'

export const log = pino(
  { level: process.env.LOG_LEVEL ?? 'info', base: null },
  pino.destination({ dest: 2, sync: true }),
)
