import { labelsOut } from '../../../features/labels/labels-out'

export const dynamic = 'force-dynamic'

export const GET = (request: Request) => labelsOut(request)
