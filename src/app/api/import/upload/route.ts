import { allowed } from '../../../../actions/asker'
import { guarded } from '../../../../actions/guard'
import { takeDocument } from '../../../../features/farm-page/import-api'

export const dynamic = 'force-dynamic'

export const POST = guarded(allowed(takeDocument))
