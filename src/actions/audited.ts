/** What is done with people, files and the server is noted for owners, where people sign in. */
import { note } from '../data/audit-repository'
import { database } from '../data/database'
import type { Audited } from '../season/audited'
import { asker, byOf } from './asker'

/**
 * Notes what whoever asks has done; nothing where nobody has to sign in.
 *
 * @param farm its id; none for what touches the whole server
 * @param about what it was done to, as it reads
 */
export async function noteDone(farm: string | null, what: Audited, about = ''): Promise<void> {
  const one = await asker()
  if (one.kind === 'person' || one.kind === 'phone') await note(database(), { farm, ...byOf(one) }, what, about)
}
