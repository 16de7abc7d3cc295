import { answerSignIn } from '../../../../actions/sign-in'

export const dynamic = 'force-dynamic'

export const GET = answerSignIn
export const POST = answerSignIn
