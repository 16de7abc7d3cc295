import { ofAll } from '../../../actions/asker'
import { sendBackup } from '../../../features/farm-page/send-backup'

export const dynamic = 'force-dynamic'

export const GET = ofAll(sendBackup)
