import { guarded } from '../../../../actions/guard'
import { keptBackups } from '../../../../features/farm-page/backup-api'

export const dynamic = 'force-dynamic'

export const GET = guarded(async () => Response.json(await keptBackups()))
