import { allowed } from '../../../../actions/asker'
import { guarded } from '../../../../actions/guard'
import { previewDocument } from '../../../../features/farm-page/import-api'

export const dynamic = 'force-dynamic'

export const POST = guarded(allowed(previewDocument))
