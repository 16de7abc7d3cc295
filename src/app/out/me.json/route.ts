import { allowed } from '../../../actions/asker'
import { myData } from '../../../actions/my-data'

export const dynamic = 'force-dynamic'

export const GET = allowed(myData)
