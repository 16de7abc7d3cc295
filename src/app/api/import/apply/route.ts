import { guarded } from '../../../../actions/guard'
import { applyDocument } from '../../../../features/farm-page/import-api'

export const dynamic = 'force-dynamic'

export const POST = guarded(applyDocument)
