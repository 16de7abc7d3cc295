import { answerStart } from '../../../features/start-now/start-api'

export const dynamic = 'force-dynamic'

export const GET = answerStart
