/** Writes the pages of the guide, as the application shows them, from docs/guide. */
import { writeFileSync } from 'node:fs'
import { GUIDE_FILE, guidePages } from './guide/pages'

writeFileSync(GUIDE_FILE, `${JSON.stringify(guidePages(), null, 2)}\n`)
