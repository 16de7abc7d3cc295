/** Writes docs/season.schema.json from the Zod schema. */
import { writeFileSync } from 'node:fs'
import { seasonJsonSchema } from '../src/season/read'

writeFileSync(
  new URL('../docs/season.schema.json', import.meta.url),
  `${JSON.stringify(seasonJsonSchema(), null, 1)}\n`,
)
