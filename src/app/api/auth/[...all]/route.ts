import { signInHere } from '../../../../actions/asker'

export const dynamic = 'force-dynamic'

/** Signing in and out, passwords and sessions; there is nothing of it where nobody has to sign in. */
async function answer(request: Request): Promise<Response> {
  const auth = await signInHere()
  return auth ? auth.handler(request) : Response.json({ problem: 'Nobody has to sign in here.' }, { status: 404 })
}

export { answer as GET, answer as POST }
