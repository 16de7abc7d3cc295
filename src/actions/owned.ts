/** A farm that was just made belongs to who made it. */
import { database } from '../data/database'
import { setRole } from '../data/people-repository'
import { asker } from './asker'

export async function ownedByAsker(farm: string): Promise<void> {
  const one = await asker()
  if (one.kind === 'person') {
    await setRole(database(), farm, one.id, 'owner')
    // Who asks is looked for once a request, and owns it from now on.
    ;(one.roles as Map<string, 'owner'>).set(farm, 'owner')
  }
}
