import { readSent } from '../../../features/sheet/file-api'

export const dynamic = 'force-dynamic'

/** The cells of a spreadsheet file that is sent as it is; nothing of it is kept. */
export const POST = readSent
