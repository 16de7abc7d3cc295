import { ofAll } from '../../../../actions/asker'
import { guarded } from '../../../../actions/guard'
import { lookAt } from '../../../../features/farm-page/backup-api'

export const dynamic = 'force-dynamic'

export const POST = guarded(ofAll(lookAt))
