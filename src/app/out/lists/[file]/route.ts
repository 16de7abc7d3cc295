import { exportList } from '../../../../features/farm-page/export-lists'

export const dynamic = 'force-dynamic'

export const GET = async (request: Request, { params }: { params: Promise<{ file: string }> }) =>
  exportList((await params).file, request)
