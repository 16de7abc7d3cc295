import { exportFile } from '../../../features/farm-page/exports'

export const dynamic = 'force-dynamic'

export const GET = (request: Request) => exportFile('buying-list.xlsx', request)
