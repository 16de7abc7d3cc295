import { exportFile } from '../../../features/farm-page/exports'

export const dynamic = 'force-dynamic'

export const GET = () => exportFile('journal.csv')
