import { leftOutFile } from '../../../features/farm-page/download'

export const dynamic = 'force-dynamic'

export const GET = leftOutFile
