/** Signing in and out, passwords and sessions, as the page asks for them. */
import { z } from 'zod'
import { note } from '../data/audit-repository'
import { database } from '../data/database'
import { personOfEmail, rolesOf, triedTooOften } from '../data/people-repository'
import { signInHere } from './asker'

const Tried = z.object({ email: z.string().max(300) })

/** Every farm somebody is of is told that they signed in. */
async function noteSignedIn(email: string): Promise<void> {
  const db = database()
  const person = await personOfEmail(db, email)
  if (!person) return
  for (const farm of (await rolesOf(db, person.id)).keys())
    await note(db, { farm, person: person.id, who: person.name }, 'signed-in')
}

/** There is nothing of it where nobody has to sign in. */
export async function answerSignIn(request: Request): Promise<Response> {
  const auth = await signInHere()
  if (!auth) return Response.json({ problem: 'Nobody has to sign in here.' }, { status: 404 })
  if (new URL(request.url).pathname.endsWith('/sign-in/email')) {
    // One's own address can be made up; whose password is guessed cannot.
    const tried = Tried.safeParse(
      await request
        .clone()
        .json()
        .catch(() => undefined),
    )
    if (tried.success && (await triedTooOften(database(), tried.data.email)))
      return Response.json({ problem: 'Tried too often.' }, { status: 429 })
    const answer = await auth.handler(request)
    if (answer.ok && tried.success) await noteSignedIn(tried.data.email)
    return answer
  }
  return auth.handler(request)
}
