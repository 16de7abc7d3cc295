import { ofAll } from '../../../../actions/asker'
import { guarded } from '../../../../actions/guard'
import { keptBackups } from '../../../../features/farm-page/backup-api'

export const dynamic = 'force-dynamic'

export const GET = guarded(ofAll(async () => Response.json(await keptBackups())))
