/** Signing in and out, passwords and sessions, as the page asks for them. */
import { z } from 'zod'
import { note } from '../data/audit-repository'
import { database } from '../data/database'
import { nameOfPerson, personOfEmail, rolesOf, triedTooOften } from '../data/people-repository'
import { signInHere } from './asker'

const Tried = z.object({ email: z.string().max(300) })

/** Every farm somebody is of is told that they signed in. */
async function noteSignedIn(person: { id: string; name: string } | undefined): Promise<void> {
  const db = database()
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
    if (answer.ok && tried.success) await noteSignedIn(await personOfEmail(database(), tried.data.email))
    return answer
  }
  const answer = await auth.handler(request)
  if (answer.ok && new URL(request.url).pathname.endsWith('/passkey/sign-in')) {
    const { person: id } = (await answer.clone().json()) as { person: string }
    await noteSignedIn({ id, name: await nameOfPerson(database(), id) })
  }
  return answer
}
