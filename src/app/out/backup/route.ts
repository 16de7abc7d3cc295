import { sendBackup } from '../../../features/farm-page/send-backup'

export const dynamic = 'force-dynamic'

export const GET = sendBackup
