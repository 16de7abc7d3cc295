import { askFit } from '../../../features/benches/fit-api'

export const dynamic = 'force-dynamic'

/** Asks for a fit of the season; answers where to look for it. */
export const POST = askFit
