import { exportFile } from '../../../features/farm/exports'

export const dynamic = 'force-dynamic'

export const GET = () => exportFile('tasks.ics')
