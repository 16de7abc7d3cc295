/** All that is kept of whoever asks, as a file of theirs. */
import { database } from '../data/database'
import { personData } from '../data/person-repository'
import { asker, NotAllowed, SignedOut } from './asker'

/** @throws SignedOut, NotAllowed for whoever is no person */
export async function myData(): Promise<Response> {
  const one = await asker()
  if (one.kind === 'nobody') throw new SignedOut()
  if (one.kind === 'phone') throw new NotAllowed()
  if (one.kind === 'everyone')
    return Response.json({ problem: 'Nobody has to sign in here, so nothing is kept of anybody.' }, { status: 404 })
  return new Response(`${JSON.stringify(await personData(database(), one.id), null, 1)}\n`, {
    headers: {
      'content-type': 'application/json; charset=utf-8',
      'content-disposition': 'attachment; filename="my-data.json"',
      'cache-control': 'no-store',
    },
  })
}
